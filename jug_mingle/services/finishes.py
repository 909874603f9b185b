"""Finishes: how a job's piece is dressed, and the picture of it."""

from functools import lru_cache

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.ladders import Paint, Ramp, ramp
from jug_mingle.core.pieces import CardCabinet, Drawing
from jug_mingle.core.recipes import mixed_paint
from jug_mingle.core.render import Finish, Picture, Style, render
from jug_mingle.core.spectra import light
from jug_mingle.errors import UnfitError
from jug_mingle.services.jobs import get_job, piece_of
from jug_mingle.services.mixes import get_mix, pours_of
from jug_mingle.services.shelf import fitted_shelf
from jug_mingle.store.models import FinishRow


@lru_cache(maxsize=4)
def _drawn(piece: CardCabinet, width: int, height: int) -> Drawing:
    return piece.draw(width, height)


def get_finish(session: Session, job_id: int) -> FinishRow:
    """Return the finish of a job; bare wood as long as none was saved."""
    get_job(session, job_id)
    row = session.scalar(select(FinishRow).where(FinishRow.job_id == job_id))
    return row or FinishRow(job_id=job_id, style="bare", first_id=None, second_id=None, width=0.6)


def save_finish(
    session: Session, *, job_id: int, style: Style, first_id: int | None, second_id: int | None, width: float
) -> FinishRow:
    """Save how the piece is dressed; UnfitError when a mix that it needs is missing or of another job."""
    _dressed(session, job_id=job_id, style=style, first_id=first_id, second_id=second_id, width=width)
    row = session.scalar(select(FinishRow).where(FinishRow.job_id == job_id)) or FinishRow(job_id=job_id)
    row.style, row.first_id, row.second_id, row.width = style, first_id, second_id, width
    session.add(row)
    session.flush()
    return row


def _paint(session: Session, job_id: int, mix_id: int | None) -> Paint | None:
    if mix_id is None:
        return None
    row = get_mix(session, mix_id)
    if row.job_id != job_id:
        raise UnfitError(f"mix {mix_id} belongs to another job")
    return mixed_paint(fitted_shelf(session), pours_of(row))


def _dressed(
    session: Session, *, job_id: int, style: Style, first_id: int | None, second_id: int | None, width: float
) -> Finish:
    try:
        return Finish(
            style=style, first=_paint(session, job_id, first_id), second=_paint(session, job_id, second_id), width=width
        )
    except ValueError as error:
        raise UnfitError(str(error)) from error


def picture_of(
    session: Session,
    *,
    job_id: int,
    style: Style,
    first_id: int | None,
    second_id: int | None,
    width: float,
    light_name: str,
    pixels_wide: int,
    pixels_high: int,
) -> Picture:
    """Return the picture of a job's piece in a finish, saved or not, under a light."""
    piece = piece_of(get_job(session, job_id))
    finish = _dressed(session, job_id=job_id, style=style, first_id=first_id, second_id=second_id, width=width)
    return render(_drawn(piece, pixels_wide, pixels_high), finish, light(light_name))


def way_between(session: Session, *, job_id: int, first_id: int, second_id: int, light_name: str, steps: int) -> Ramp:
    """Return the mixtures on the way from one mix to another, even to the eye."""
    first, second = _paint(session, job_id, first_id), _paint(session, job_id, second_id)
    if first is None or second is None:
        raise UnfitError("a way needs two mixes")
    return ramp(first, second, light=light(light_name), steps=steps)
