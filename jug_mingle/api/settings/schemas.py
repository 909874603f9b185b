"""What a person set once for all their work, over the wire."""

from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import UnitName, WordsOut
from jug_mingle.documents.strict import StrictModel

Key = Annotated[str, StringConstraints(max_length=40)]


class QuestionOut(BaseModel):
    """A question on which painters differ, its answers, and which one is followed, if any."""

    key: str
    title: str
    answers: list[WordsOut]
    chosen: str
    unanswered: str = Field(description="What it means to follow no school.")


class SettingsOut(BaseModel):
    """What was set."""

    unit: UnitName | None = Field(description="In which amounts are said; none where nobody chose yet.")
    currency: str = Field(description="As it is written beside an amount of money; it may be empty.")
    margin: float = Field(description="Paint kept over for brush, jug and touching up, as a share of what is laid.")
    questions: list[QuestionOut]


class SettingsIn(StrictModel):
    """Settings to change; only what is sent differs from before. An empty answer takes a school back."""

    unit: UnitName | None = None
    currency: Annotated[str, StringConstraints(strip_whitespace=True, max_length=8)] | None = None
    margin: float | None = Field(default=None, ge=0.0, le=1.0)
    schools: dict[Key, Key] = Field(default={}, max_length=40)
