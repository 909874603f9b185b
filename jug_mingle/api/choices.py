"""Choosing with a client: looks beside each other on one page, and the answer kept with the job."""

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common import PDF, Anyway, LightName, printed
from jug_mingle.api.context import ContextNow, ReadSession
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services import choices as service
from jug_mingle.services.choices import FEWEST, MOST
from jug_mingle.store.models import ChoiceRow

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


router = APIRouter(prefix="/api", tags=["choices"])


@router.get("/jobs/{job_id}/choices")
def list_choices(job_id: Id, session: ReadSession) -> list[ChoiceOut]:
    """List what clients of a job were shown, the newest first."""
    return [_out(row) for row in service.choice_rows(session, job_id)]


@router.post("/jobs/{job_id}/choices", status_code=201)
def add_choice(job_id: Id, body: ChoiceIn, context: ContextNow) -> ChoiceOut:
    """Keep which looks a client is shown."""
    with context.database.write.begin() as session:
        return _out(service.add_choice(session, job_id, **body.model_dump()))


@router.get("/choices/{choice_id}.pdf", responses=PDF, response_class=Response)
async def print_choice(choice_id: Id, context: ContextNow, anyway: Anyway = False) -> Response:
    """Return the page of a choice, to print or to send."""

    def draw() -> Response:
        with context.database.read() as session:
            make = service.page_of(session, choice_id)
        return printed(make, "choice", anyway=anyway)

    return await context.rendered(draw)


@router.put("/choices/{choice_id}/answer")
def answer_choice(choice_id: Id, body: AnswerIn, context: ContextNow) -> ChoiceOut:
    """Keep what a client answered."""
    with context.database.write.begin() as session:
        return _out(service.answer_choice(session, choice_id, **body.model_dump()))


@router.delete("/choices/{choice_id}", status_code=204)
def remove_choice(choice_id: Id, context: ContextNow) -> None:
    """Remove a choice; it can be brought back."""
    with context.database.write.begin() as session:
        service.remove_choice(session, choice_id)


def _out(row: ChoiceRow) -> ChoiceOut:
    return ChoiceOut.model_validate(row, from_attributes=True)
