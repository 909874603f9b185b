"""What is printed of a mix."""

from datetime import date
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response

from jug_mingle.api.context import PROBLEMS, ReadSession, UnitNow
from jug_mingle.api.jugs.schemas import JugName
from jug_mingle.documents.strict import Id

router = APIRouter(prefix="/api", tags=["prints"])


@router.get("/mixes/{mix_id}/{kind}.pdf", responses=PROBLEMS)
def print_mix(
    mix_id: Id,
    kind: Literal["strip", "label", "card"],
    session: ReadSession,
    unit: UnitNow,
    jug: JugName | None = None,
    day: Annotated[date | None, Query(description="Today, where the person is; by this machine without it.")] = None,
) -> Response:
    """Return a pour strip for a jug, a lid label or a recipe card, at true size."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    return Response(
        prints.printed(session, mix_id, kind, jug=jug, unit=unit, day=day or date.today()), media_type="application/pdf"
    )


@router.get("/jobs/{job_id}/boards.pdf", responses=PROBLEMS)
def print_board(
    job_id: Id,
    board: str,
    session: ReadSession,
    day: Annotated[date | None, Query(description="Today, where the person is; by this machine without it.")] = None,
) -> Response:
    """Return the fields of a board as labels."""
    from jug_mingle.services import prints

    return Response(prints.board_of(session, job_id, board, day=day or date.today()), media_type="application/pdf")
