"""Ombres: the way from one mix to another, and row by row with one jug that is walked down."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.mixtures import mixed_film, mixed_paint
from jug_mingle.core.optics.blend_path import Paint, Ramp, even_parts, ramp
from jug_mingle.core.pieces import Piece
from jug_mingle.core.recipes.walk_down import Addition, Rung, rungs, walk_down, wet_share
from jug_mingle.errors import UnfitError
from jug_mingle.services.mixes import add_mix, mix_of
from jug_mingle.services.pieces import get_piece, piece_of
from jug_mingle.services.predictions import pours_of
from jug_mingle.services.recipes import PourAsked
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import MixRow


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Ladder:
    """An ombre by rows.

    Attributes
    ----------
    steps : list of Rung
        From the top row to the lowest.
    even : (n, 36) ndarray
        Steps in equal parts, to show beside them. [0..1]
    between, between_even : tuple of float
        CIEDE2000 between neighbours, of each way.
    walk : list of Addition
        One jug walked down all steps but the last; empty where there are only two.
    """

    steps: list[Rung]
    even: FloatArray
    between: tuple[float, ...]
    between_even: tuple[float, ...]
    walk: list[Addition]


def row_areas(piece: Piece) -> list[float]:
    """Return the area of each row of fronts, from the top. [m²]"""
    found: dict[int, float] = {}
    for box in piece.boxes:
        for front in (one for one in box.fronts if one.zone == "front"):
            found[front.row] = found.get(front.row, 0.0) + front.w * front.h
    return [found[row] for row in sorted(found)]


def ladder(
    session: Session, piece_id: int, first_id: int, second_id: int, *, coats: int, light: Light
) -> Ladder:
    """Return an ombre over the rows of a piece, the first mix above; UnfitError when it has fewer than two
    rows."""
    row = get_piece(session, piece_id)
    shelf = fitted_shelf(session)
    mixes = [mix_of(session, row.job_id, mix_id) for mix_id in (first_id, second_id)]
    films = [mixed_film(shelf, pours_of(mix)) for mix in mixes]
    ends = [Paint(optics=film.optics, veil=film.veil) for film in films]
    areas = row_areas(piece_of(row))
    if len(areas) < 2:
        raise UnfitError("an ombre by rows needs a piece with at least two rows of fronts or boards")
    steps = rungs(
        ends[0],
        ends[1],
        areas=areas,
        coats=coats,
        spread_rate=sum(film.spread_rate for film in films) / 2.0,
        light=light,
    )
    even = even_parts(ends[0], ends[1], len(areas))
    solids = (films[0].solids, films[1].solids)
    return Ladder(
        steps=steps, even=even, between=_between([rung.R for rung in steps], light),
        between_even=_between(list(even), light),
        walk=walk_down(steps[:-1], solids=solids,
            margin=settings_of(session).margin) if len(steps) > 2 else [],
    )  # fmt: skip


def _between(R: Sequence[FloatArray], light: Light) -> tuple[float, ...]:
    Lab = R_to_Lab(np.array(R), light)
    return tuple(np.atleast_1d(delta_E_CIE2000(Lab[1:], Lab[:-1])).tolist())


def keep_steps(
    session: Session, piece_id: int, first_id: int, second_id: int, *, coats: int, light: Light
) -> list[MixRow]:
    """Keep the steps between the ends as jugs of the job, each as much as its row takes, and the margin."""
    found = ladder(session, piece_id, first_id, second_id, coats=coats, light=light)
    row = get_piece(session, piece_id)
    first, second = (mix_of(session, row.job_id, mix_id) for mix_id in (first_id, second_id))
    shelf = fitted_shelf(session)
    solids = (mixed_film(shelf, pours_of(first)).solids, mixed_film(shelf, pours_of(second)).solids)
    kept = []
    for number, rung in enumerate(found.steps[1:-1], start=2):
        wet = float(wet_share(np.asarray(rung.share), solids))
        ml = rung.ml * (1.0 + settings_of(session).margin)
        amounts: dict[str, float] = {}
        for mix, part in ((first, 1.0 - wet), (second, wet)):
            whole = sum(pour.ml for pour in mix.pours)
            for pour in pours_of(mix):
                amounts[pour.key] = amounts.get(pour.key, 0.0) + ml * part * pour.ml / whole
        most = max(amounts.values())
        pours = [
            PourAsked(material=key, parts=max(1, round(24 * amount / most)), ml=amount)
            for key, amount in sorted(amounts.items(), key=lambda one: -one[1])
        ]
        name = f"Step {number} of {len(found.steps)}, {first.name} to {second.name}"[:120]
        kept.append(
            add_mix(
                session, job_id=row.job_id, target_id=None, name=name, batch=ml, tool_key="scale", pours=pours
            )
        )
    return kept


def way_between(
    session: Session, *, job_id: int, first_id: int, second_id: int, light: Light, steps: int
) -> Ramp:
    """Return the mixtures on the way from one mix to another, even to the eye."""
    ends = [paint_of_mix(session, job_id, mix_id) for mix_id in (first_id, second_id)]
    return ramp(ends[0], ends[1], light=light, steps=steps)


def paint_of_mix(session: Session, job_id: int, mix_id: int) -> Paint:
    """Return a mix of a job as a film to run into others."""
    row = mix_of(session, job_id, mix_id)
    return mixed_paint(fitted_shelf(session), pours_of(row))
