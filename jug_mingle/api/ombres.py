"""Ombres: the way between two mixes, and row by row."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel

from jug_mingle.api.common import PDF, Anyway, Hex, hex_of, printed
from jug_mingle.api.context import ContextNow, LightNow, ReadSession, UnitNow, writing
from jug_mingle.api.mixes import MixOut, whole_mix
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.strict import Id
from jug_mingle.services import ombres


class WayOut(BaseModel):
    """The mixtures between two mixes, even to the eye."""

    steps: list[Hex]
    length: float
    words: str
    muddy: bool


class RungOut(BaseModel):
    """One step of an ombre by rows."""

    hex: Hex
    even_hex: Hex
    ml: float
    share: float


class WalkOut(BaseModel):
    """One step of the walk-down jug. [ml]"""

    add: float
    there: float
    used: float


class LadderOut(BaseModel):
    """An ombre by rows: even to the eye, and in equal parts beside it."""

    rungs: list[RungOut]
    between: list[float]
    between_even: list[float]
    walk: list[WalkOut]


Coats = Annotated[int, Query(ge=1, le=6)]


router = APIRouter(prefix="/api", tags=["ombres"])


@router.get("/pieces/{piece_id}/ladder")
def ladder(
    piece_id: Id,
    first_id: Id,
    second_id: Id,
    session: ReadSession,
    light: LightNow = "window",
    coats: Coats = 2,
) -> LadderOut:
    """Return an ombre over the rows of a piece, and how one jug is walked down it."""
    shown = light_named(light)
    found = ombres.ladder(session, piece_id, first_id, second_id, coats=coats, light=shown)
    return LadderOut(
        rungs=[
            RungOut(
                hex=hex_of(rung.R, shown), even_hex=hex_of(R, shown),
                ml=round(rung.ml, 1), share=round(rung.share, 4),
            )
            for rung, R in zip(found.steps, found.even, strict=True)
        ],
        between=[round(value, 2) for value in found.between],
        between_even=[round(value, 2) for value in found.between_even],
        walk=[
            WalkOut(add=round(addition.add, 1), there=round(addition.there, 1),
                used=round(addition.used, 1)) for addition in found.walk
        ],
    )  # fmt: skip


@router.get("/pieces/{piece_id}/ladder.pdf", responses=PDF, response_class=Response)
def walk_strip(
    piece_id: Id,
    first_id: Id,
    second_id: Id,
    session: ReadSession,
    unit: UnitNow,
    light: LightNow = "window",
    coats: Coats = 2,
    anyway: Anyway = False,
) -> Response:
    """Return a tape for the jug that is walked down the rows of a piece."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    def make() -> bytes:
        return prints.walk_strip_of(
            session, piece_id, first_id, second_id, coats=coats, light=light_named(light), unit=unit
        )

    return printed(make, "walk-down strip", anyway=anyway)


@router.post("/pieces/{piece_id}/ladder/mixes", status_code=201)
def keep_ladder(
    piece_id: Id,
    first_id: Id,
    second_id: Id,
    context: ContextNow,
    light: LightNow = "window",
    coats: Coats = 2,
) -> list[MixOut]:
    """Keep the steps between the ends as jugs of the job."""
    with writing(context) as session:
        rows = ombres.keep_steps(
            session, piece_id, first_id, second_id, coats=coats, light=light_named(light)
        )
    with context.database.read() as session:
        return [whole_mix(session, row.id, light) for row in rows]


@router.get("/jobs/{job_id}/way")
def way(
    job_id: Id,
    first_id: Id,
    second_id: Id,
    session: ReadSession,
    light: LightNow = "window",
    steps: Annotated[int, Query(ge=2, le=33)] = 9,
) -> WayOut:
    """Return the mixtures on the way from one mix to another."""
    shown = light_named(light)
    ramp = ombres.way_between(
        session, job_id=job_id, first_id=first_id, second_id=second_id, light=shown, steps=steps
    )
    return WayOut(
        steps=[hex_of(R, shown) for R in ramp.R],
        length=round(ramp.length, 2),
        words=difference_words(ramp.length),
        muddy=ramp.muddy,
    )
