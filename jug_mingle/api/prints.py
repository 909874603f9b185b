"""What is printed of a mix."""

from datetime import date
from functools import partial
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response

from jug_mingle.api.common import PDF, Anyway, printed
from jug_mingle.api.context import ReadSession, UnitNow
from jug_mingle.api.jugs import JugName
from jug_mingle.documents.strict import Id
from jug_mingle.services.mixes import get_mix

router = APIRouter(prefix="/api", tags=["prints"])


@router.get("/mixes/{mix_id}/{kind}.pdf", responses=PDF, response_class=Response)
def print_mix(
    mix_id: Id,
    kind: Literal["strip", "label", "card"],
    session: ReadSession,
    unit: UnitNow,
    jug: JugName | None = None,
    day: Annotated[
        date | None, Query(description="Today, where the person is; by this machine without it.")
    ] = None,
    anyway: Anyway = False,
) -> Response:
    """Return a pour strip for a jug, a lid label or a recipe card, at true size."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    name = get_mix(session, mix_id).name
    make = partial(prints.printed, session, mix_id, kind, jug=jug, unit=unit, day=day or date.today())
    return printed(make, f"{kind} {name}", anyway=anyway)


@router.get("/jobs/{job_id}/boards.pdf", responses=PDF, response_class=Response)
def print_board(
    job_id: Id,
    board: str,
    session: ReadSession,
    day: Annotated[
        date | None, Query(description="Today, where the person is; by this machine without it.")
    ] = None,
    anyway: Anyway = False,
) -> Response:
    """Return the fields of a board as labels."""
    from jug_mingle.services import prints

    make = partial(prints.board_of, session, job_id, board, day=day or date.today())
    return printed(make, f"board {board}", anyway=anyway)
