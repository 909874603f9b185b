"""Settings: units, currency, the paint kept over, and the schools that a person follows."""

from dataclasses import asdict
from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common import LightName, UnitName, WordsOut
from jug_mingle.api.context import ContextNow
from jug_mingle.core.practice.schools import QUESTIONS
from jug_mingle.documents.strict import OneOf, StrictModel
from jug_mingle.services import settings as service
from jug_mingle.services.settings import LABEL_NAMES

Key = Annotated[str, StringConstraints(max_length=40)]


Length = Literal["", "cm", "in"]
Temperature = Literal["", "C", "F"]
Numbers = Literal["point", "comma"]
Paper = Literal["", "A4", "Letter"]
LabelNames = Annotated[str, OneOf(LABEL_NAMES)]


class QuestionOut(BaseModel):
    """A question on which painters differ, its answers, and which one is followed, if any."""

    key: str
    title: str
    answers: list[WordsOut]
    chosen: str
    unanswered: str = Field(description="What it means to follow no school.")


class SettingsOut(BaseModel):
    """What was set."""

    version: int = Field(description='Of all of it, said as If-Match: "setting-0-7".')
    unit: UnitName | None = Field(description="In which amounts are said; none where nobody chose yet.")
    length: Length = Field(description="Centimetres or inches; empty where it goes with the unit.")
    temperature: Temperature = Field(description="°C or °F; empty where it goes with the unit.")
    numbers: Numbers = Field(description="What stands between a number and its fraction.")
    paper: Paper = Field(description="What is printed on; empty where it goes with the unit.")
    length_unit: Literal["cm", "in"] = Field(description="The unit that lengths are said in, then.")
    temperature_unit: Literal["C", "F"]
    page: Literal["A4", "Letter"]
    workshop_light: LightName = Field(description="Of a new job.")
    room_light: LightName = Field(description="Of a new job.")
    label_names: LabelNames = Field(description="Whom a lid label names.")
    label_choices: list[WordsOut]
    keys: bool = Field(description="Whether single keys do something.")
    sound: bool = Field(description="Whether a timer is heard.")
    motion: bool = Field(description="Whether things move.")
    currency: str = Field(description="As it is written beside an amount of money; it may be empty.")
    margin: float = Field(
        description="Paint kept over for brush, jug and touching up, as a share of what is laid."
    )
    questions: list[QuestionOut]


class SettingsIn(StrictModel):
    """Settings to change; only what is sent differs from before. An empty answer takes a school back."""

    unit: UnitName | None = None
    length: Length | None = None
    temperature: Temperature | None = None
    numbers: Numbers | None = None
    paper: Paper | None = None
    workshop_light: LightName | None = None
    room_light: LightName | None = None
    label_names: LabelNames | None = None
    keys: bool | None = None
    sound: bool | None = None
    motion: bool | None = None
    currency: Annotated[str, StringConstraints(strip_whitespace=True, max_length=8)] | None = None
    margin: float | None = Field(default=None, ge=0.0, le=1.0)
    schools: dict[Key, Key] = Field(default={}, max_length=40)


router = APIRouter(prefix="/api/settings", tags=["settings"])


@router.get("")
def read_settings(context: ContextNow) -> SettingsOut:
    """Return what was set, and what can be."""
    with context.database.read() as session:
        return _out(service.settings_of(session))


@router.patch("")
def change_settings(body: SettingsIn, context: ContextNow) -> SettingsOut:
    """Set what is sent, or follow a school."""
    with context.database.write.begin() as session:
        return _out(service.keep_settings(session, **body.model_dump()))


def _out(settings: service.Settings) -> SettingsOut:
    return SettingsOut.model_validate(dict(
        **{name: value for name, value in asdict(settings).items() if name != "schools"},
        length_unit=settings.saying().length_unit, temperature_unit=settings.saying().temperature,
        page=settings.page,
        label_choices=[WordsOut(key=key, title=title) for key, title in service.LABEL_NAMES.items()],
        questions=[
            QuestionOut(
                key=question.key, title=question.title, chosen=settings.schools.get(question.key, ""),
                unanswered=question.unanswered,
                answers=[WordsOut(key=key, title=title) for key, title in question.answers.items()],
            )
            for question in QUESTIONS.values()
        ],
    ))  # fmt: skip
