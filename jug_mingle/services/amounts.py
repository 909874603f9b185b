"""How much the piece in hand takes, and what is too much of a mix that does not keep."""

from collections.abc import Sequence
from typing import Final

from sqlalchemy.orm import Session

from jug_mingle.core.materials.handling import pot_life
from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.practice.amounts import coats_within, paint_needed
from jug_mingle.services.pieces import areas_of

COATS: Final = 2
MARGIN: Final = 0.15
SPREAD_RATE: Final = 11.0
"""Usual coats, what is kept for brush, jug and touching up, and m² a litre of furniture paint: where nobody says."""

_USUAL_RECOAT: Final = 60.0


def area_of(session: Session, job_id: int) -> float:
    """Return the painted area of a job's pieces. [m²]"""
    return sum(areas_of(session, job_id).values())


def needed_for(area: float, *, coats: int, spread_rate: float, margin: float) -> float:
    """Return the paint that an area takes; nothing for none, as `paint_needed` else. [ml]"""
    return paint_needed(area, coats=coats, spread_rate=spread_rate, margin=margin) if area > 0.0 else 0.0


def spoils(session: Session, job_id: int, kinds: Sequence[Kind], ml: float) -> str:
    """Say where a batch is more than the piece takes before it spoils; nothing where it keeps, or is used up.

    Coats need their wait in between: of a mix that sets within hours not all of them can come from one pot.
    """
    life = pot_life(kinds)
    area = area_of(session, job_id)
    if life is None or not kinds or area <= 0.0:
        return ""
    rate = min((kind.spread_rate for kind in kinds if kind.spread_rate > 0.0), default=SPREAD_RATE)
    recoat = max(kind.handling.recoat or _USUAL_RECOAT for kind in kinds)
    coats = coats_within(life, coats=COATS, recoat=recoat)
    most = paint_needed(area, coats=coats, spread_rate=rate, margin=MARGIN)
    if ml <= most * 1.1:
        return ""
    keeps = f"about {life:g} days" if life >= 1.0 else f"about {24.0 * life:.0f} hours"
    laid = "one coat" if coats == 1 else f"{coats} coats"
    return (
        f"Mixed, it keeps {keeps}. Until then the whole piece takes {most:.0f} ml in {laid}: mix that much, and the "
        "rest when it is needed."
    )
