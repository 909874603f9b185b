"""Anything of the past, found by words, by colour, by date."""

from datetime import date, datetime, time, timedelta
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from jug_mingle.api.common import Hex, hex_of
from jug_mingle.api.context import ContextNow, LightNow, ReadSession
from jug_mingle.api.guests import OnlyJob
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.strict import Day, Id, OneOf
from jug_mingle.errors import UnfitError
from jug_mingle.formats.target_text import parse_colour
from jug_mingle.services import find as service
from jug_mingle.services.find import KINDS

FoundKind = Annotated[str, OneOf(KINDS)]


class FoundOut(BaseModel):
    """Something that was found."""

    kind: FoundKind
    id: int
    job_id: int | None
    job_name: str
    title: str
    words: str
    at: datetime
    hex: Hex | None = Field(description="Its colour in the light asked for, if it has one.")
    delta_E: float | None = Field(description="From the colour asked for. [CIEDE2000]")
    said: str = Field(description="How far that is, in words.")


class FindOut(BaseModel):
    """What was found, and how many there are in all."""

    found: list[FoundOut]
    all: int


router = APIRouter(prefix="/api/find", tags=["daybook"])


@router.get("")
def find(
    session: ReadSession,
    context: ContextNow,
    only: OnlyJob,
    words: Annotated[str, Query(max_length=200)] = "",
    colour: Annotated[str, Query(max_length=80, description='As "#4f7f80" or "L a b".')] = "",
    since: Day | None = None,
    until: Day | None = None,
    kind: Annotated[list[FoundKind] | None, Query()] = None,
    job_id: Id | None = None,
    light: LightNow = "window",
) -> FindOut:
    """Return what fits all that is asked: the nearest colour first, else the newest."""
    Lab = None
    if colour:
        try:
            Lab = XYZ_to_Lab(parse_colour(colour)).tolist()
        except ValueError as error:
            raise UnfitError(str(error)) from error
    hits, many = service.find(
        session, state=context.database.changes.name, words=words, Lab=Lab, kinds=kind or (),
        job=job_id if only is None else only,
        since=None if since is None else _begin(since),
        until=None if until is None else _begin(until) + timedelta(days=1),
    )  # fmt: skip
    shown = light_named(light)
    return FindOut(
        all=many,
        found=[
            FoundOut(
                kind=hit.known.kind, id=hit.known.number, job_id=hit.known.job, job_name=hit.job_name,
                title=hit.known.title, words=hit.known.words, at=hit.known.at,
                hex=None if hit.known.R is None else hex_of(hit.known.R, shown),
                delta_E=None if hit.delta_E is None else round(hit.delta_E, 1),
                said="" if hit.delta_E is None else difference_words(hit.delta_E),
            )
            for hit in hits
        ],
    )  # fmt: skip


def _begin(day: date) -> datetime:
    """Return when a day begins where this machine stands."""
    return datetime.combine(day, time.min).astimezone()
