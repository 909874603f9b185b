"""What clients are shown and answer, over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import LightName
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services.choices import FEWEST, MOST

Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=1000)]


class ChoiceIn(StrictModel):
    """Looks of a piece to show to a client, in the light of their room, and what the page says."""

    piece_id: Id
    look_ids: list[Id] = Field(min_length=FEWEST, max_length=MOST)
    light: LightName = "window"
    words: Words = ""


class AnswerIn(StrictModel):
    """What a client answered: a look, or none of them, and what they said."""

    look_id: Id | None = None
    words: Words = ""


class ChoiceOut(BaseModel):
    """What a client was shown, and what they answered; its page is at `/api/choices/{id}.pdf`."""

    id: int
    version: int
    created: datetime
    piece_id: int
    look_ids: list[int]
    light: LightName
    words: str
    answer_id: int | None
    answer: str
    answered: datetime | None
