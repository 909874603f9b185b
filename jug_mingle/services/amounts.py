"""How much the pieces of a job take."""

from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from jug_mingle.core.evidence.mixtures import mixed_film
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.practice import amounts
from jug_mingle.services import finish_report, mixes
from jug_mingle.services.materials import get_material, handled
from jug_mingle.services.pieces import areas_of, piece_rows
from jug_mingle.services.predictions import pours_of
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf


@dataclass(frozen=True, slots=True, kw_only=True)
class Amount:
    """The painted area of a job's pieces [m²], the paint that it takes [ml], and the margin that is in that.

    `coats` and `spread_rate` [m²/L] are what it was reckoned by; None where looks that are worn say it layer
    by layer.
    """

    area: float
    ml: float
    margin: float
    coats: int | None = None
    spread_rate: float | None = None


def area_of(session: Session, job_id: int) -> float:
    """Return the painted area of a job's pieces. [m²]"""
    return sum(areas_of(session, job_id).values())


def amount_for(
    session: Session, job_id: int, *, coats: int, spread_rate: float, margin: float | None = None
) -> Amount:
    """Return what all pieces of a job take, with the margin that was set where none is given."""
    area = area_of(session, job_id)
    margin = settings_of(session).margin if margin is None else margin
    ml = amounts.paint_needed(area, coats=coats, spread_rate=spread_rate, margin=margin)
    return Amount(area=area, ml=ml, margin=margin, coats=coats, spread_rate=spread_rate)


def amount_in_looks(session: Session, job_id: int, target_id: int) -> Amount | None:
    """Return what all pieces of a job take of a colour's jugs in the looks that they wear; None where none
    wears it."""
    jugs = {mix.id for mix in mixes.mix_rows(session, job_id) if mix.target_id == target_id}
    needs = [
        need
        for row in piece_rows(session, job_id)
        for need in finish_report.needs_worn(session, row)
        if need.mix_id in jugs
    ]
    if not needs:
        return None
    margin = settings_of(session).margin
    return Amount(area=sum(need.area for need in needs), ml=sum(need.ml for need in needs), margin=margin)


def amount_for_target(
    session: Session, job_id: int, target_id: int, *, coats: int, margin: float | None = None
) -> Amount | None:
    """Return what all pieces of a job take of a colour: what the looks that are worn take, or else so many
    coats of its newest jug; None where it has no jug."""
    worn = amount_in_looks(session, job_id, target_id)
    jugs = [mix for mix in mixes.mix_rows(session, job_id) if mix.target_id == target_id]
    if worn is not None or not jugs:
        return worn
    return amount_of(session, job_id, pours_of(max(jugs, key=lambda mix: mix.id)), coats=coats, margin=margin)


def amount_of(
    session: Session, job_id: int, pours: Sequence[Pour], *, coats: int, margin: float | None = None
) -> Amount:
    """Return what all pieces of a job take of a mix, spread as what is in it is; the margin as of
    `amount_for`."""
    rate = mixed_film(fitted_shelf(session), pours).spread_rate
    return amount_for(session, job_id, coats=coats, spread_rate=rate, margin=margin)


def spoils(session: Session, job_id: int, pours: Sequence[Pour], *, unit: str = "ml") -> str:
    """Say where a batch is more than the job's pieces take before it spoils, by the labels of what is in
    it."""
    facts = handled(get_material(session, pour.key) for pour in pours)
    if facts.pot_life is None:
        return ""
    return amounts.spoils(
        area_of(session, job_id), facts, sum(pour.ml for pour in pours),
        spread_rate=mixed_film(fitted_shelf(session), pours).spread_rate, margin=settings_of(session).margin,
        unit=unit,
    )  # fmt: skip
