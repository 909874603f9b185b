"""The mixes that a job keeps: its jugs."""

from collections.abc import Sequence
from typing import Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.certainty import predicted_noise
from jug_mingle.core.evidence.level import TINT_WHITE, white_of
from jug_mingle.core.evidence.mixtures import ground_body, main_kind, mixed_film, predict, shows_its_ground
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import lowest_terms, tool
from jug_mingle.core.optics.film import R_film, R_seen
from jug_mingle.core.recipes.preparations import TAP, WATER_KIND
from jug_mingle.documents.laid import LaidIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import (
    add_material,
    get_material,
    handled,
    keys_on_shelf,
    material_rows,
    to_material,
)
from jug_mingle.services.predictions import assess_mix, ground_over, keep_prediction, pours_of
from jug_mingle.services.readings import add_reading
from jug_mingle.services.recipes import PourAsked
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target
from jug_mingle.store.models import MaterialRow, MixRow, PourRow, now
from jug_mingle.store.reading import read_once

_TAP_HOLDS: Final = 20_000.0
"""What a tin of water is said to hold. [ml]"""

_QUARTERS: Final = 4

_USUAL_GROUND: Final = "oak"


def mix_rows(session: Session, job_id: int) -> Sequence[MixRow]:
    """Return the mixes of a job that were not removed, oldest first."""
    query = select(MixRow).where(MixRow.job_id == job_id, MixRow.removed.is_(None)).order_by(MixRow.id)
    return read_once(session, ("mixes", job_id), lambda: session.scalars(query).all())


def twins(session: Session, job_id: int) -> dict[int, str]:
    """Return, of each mix of a job that is poured just like an earlier one of it, that other's name."""
    first: dict[object, str] = {}
    found: dict[int, str] = {}
    for row in mix_rows(session, job_id):
        alike = (
            row.target_id,
            str(row.laid),
            tuple(sorted((pour.material_id, round(pour.ml, 2)) for pour in row.pours)),
        )
        if alike in first:
            found[row.id] = first[alike]
        first.setdefault(alike, row.name)
    return found


def get_mix(session: Session, mix_id: int) -> MixRow:
    """Return a mix, also one that was removed; NotFoundError when there is none."""
    row = session.get(MixRow, mix_id)
    if row is None:
        raise NotFoundError(f"there is no mix {mix_id}")
    return row


def add_mix(
    session: Session,
    *,
    job_id: int,
    target_id: int | None,
    name: str,
    batch: float,
    tool_key: str,
    pours: Sequence[PourAsked],
    water: float = 0.0,
    laid: LaidIn | None = None,
) -> MixRow:
    """Keep a recipe as a mix of the job, its pours in the order given.

    Parameters
    ----------
    pours : sequence of PourAsked
        "water" is what comes from the tap, where no tin is called so.
    water : float
        Volumes of water to one of all that is poured; it comes from the tin of water on the shelf, which is
        put there where there is none.
    laid : LaidIn, optional
        How one is laid that is seen through, and over what.
    """
    get_job(session, job_id)
    if target_id is not None and get_target(session, target_id).job_id != job_id:
        raise UnfitError(f"target {target_id} belongs to another job")
    try:
        tool(tool_key)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    row = MixRow(job_id=job_id, target_id=target_id, name=name, batch=batch, tool=tool_key, removed=None,
                 laid=None if laid is None else laid.model_dump())  # fmt: skip
    for place, pour in enumerate(_with_water(session, pours, water)):
        material = session.scalar(select(MaterialRow).where(MaterialRow.key == pour.material))
        if material is None and pour.material == TAP:
            material = _water(session)
        if material is None:
            raise NotFoundError(f"there is no tin {pour.material!r} on the shelf")
        row.pours.append(PourRow(material=material, place=place, parts=pour.parts, ml=pour.ml))
    if reason := may_mix([to_material(pour.material) for pour in row.pours]):
        raise UnfitError(reason)
    if all(to_material(pour.material).solids == 0.0 for pour in row.pours):
        raise UnfitError("nothing in this mix leaves a dry film: it has no colour that could be kept")
    if laid is not None:
        ground_over(session, job_id, laid.over)
    session.add(row)
    session.flush()
    keep_prediction(session, row)
    return row


def _with_water(session: Session, pours: Sequence[PourAsked], water: float) -> list[PourAsked]:
    if water == 0.0:
        return list(pours)
    tin = _water(session)
    fine = _QUARTERS if water * _QUARTERS != round(water) * _QUARTERS else 1
    whole = sum(pour.parts for pour in pours)
    parts = [*(fine * pour.parts for pour in pours), max(1, round(fine * water * whole))]
    ml = [*(pour.ml for pour in pours), water * sum(pour.ml for pour in pours)]
    return [
        PourAsked(material=key, parts=part, ml=amount)
        for key, part, amount in zip(
            [*(pour.material for pour in pours), tin.key], lowest_terms(tuple(parts)), ml, strict=True
        )
    ]


def _water(session: Session) -> MaterialRow:
    """Return the tin of water on the shelf, put there where there is none: the tap runs in every workshop."""
    there = next((row for row in material_rows(session) if row.kind == WATER_KIND), None)
    return there or add_material(
        session, name="Water", kind=WATER_KIND, left_ml=_TAP_HOLDS, full_ml=_TAP_HOLDS
    )


def copy_mix(session: Session, mix: MixRow, job_id: int) -> MixRow:
    """Return a mix of another job as one of this: one that is poured just so, or else a new one.

    What it was laid over there is not here: it is laid over what this job's first piece is made of.
    """
    poured = [(pour.material_id, pour.parts, pour.ml) for pour in mix.pours]
    for row in mix_rows(session, job_id):
        if [(pour.material_id, pour.parts, pour.ml) for pour in row.pours] == poured:
            return row
    laid = None
    if mix.laid is not None:
        over = mix.laid["over"]
        laid = LaidIn.model_validate({**mix.laid, "over": over if ":" not in over else _USUAL_GROUND})
    pours = [PourAsked(material=pour.material.key, parts=pour.parts, ml=pour.ml) for pour in mix.pours]
    return add_mix(
        session, job_id=job_id, target_id=None, name=mix.name, batch=mix.batch, tool_key=mix.tool,
        pours=pours, laid=laid,
    )  # fmt: skip


def rename_mix(session: Session, mix_id: int, name: str) -> MixRow:
    """Call a mix something else."""
    row = get_mix(session, mix_id)
    row.name = name
    session.flush()
    return row


def remove_mix(session: Session, mix_id: int) -> None:
    """Take a mix off the job; `restore_mix` brings it back."""
    get_mix(session, mix_id).removed = now()
    session.flush()


def restore_mix(session: Session, mix_id: int) -> MixRow:
    """Bring a removed mix back."""
    row = get_mix(session, mix_id)
    row.removed = None
    session.flush()
    return row


def to_shelf(session: Session, mix_id: int, *, left_ml: float, full_ml: float | None = None) -> MaterialRow:
    """Put what was mixed on the shelf, with its recipe, its date and the pot life that follows from what is
    in it.

    What the program predicts of it, alone and let down with white, becomes its first reading, as sure as the
    recipe.
    """
    mix = get_mix(session, mix_id)
    shelf = fitted_shelf(session)
    see_through = mix.laid is not None or shows_its_ground(shelf, pours_of(mix))
    film = mixed_film(shelf, pours_of(mix))
    if any(pour.material.removed is not None for pour in mix.pours):
        raise ConflictError("a tin of this mix was taken off the shelf: bring it back first")
    recipe = assess_mix(session, mix, [light("window")])
    taken = {row.name for row in material_rows(session)}
    name = next(n for n in (mix.name, *(f"{mix.name} {i}" for i in range(2, 500))) if n not in taken)
    row = add_material(
        session,
        name=name,
        kind=main_kind(shelf, pours_of(mix)),
        volume_solids=film.solids if see_through else None,
        left_ml=left_ml,
        full_ml=full_ml or max(mix.batch, left_ml),
        price=sum(pour.material.price * pour.ml for pour in mix.pours) / sum(pour.ml for pour in mix.pours),
        made={
            "mix_id": mix.id,
            "pours": [{"name": p.material.name, "parts": p.parts, "ml": p.ml} for p in mix.pours],
            "pot_life": handled(pour.material for pour in mix.pours).pot_life,
        },
    )
    white, noise = white_of(shelf, keys_on_shelf(session)), predicted_noise(recipe.expected)
    seen = np.clip(predict(shelf, pours_of(mix)), 0.0, 1.0)
    if see_through:  # what never hides is known by a coat of it on white paper
        body = np.clip(R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=ground_body(None)), 0.0, 1.0)
        on_paper = Swatch(seen=R_seen(body, film.veil), X=to_material(row).dry_coat, R_g=ground_body(None))
        add_reading(
            session, how="predicted", noise=noise, volumes=[(row, 1.0)], veil=film.veil, swatches=[on_paper]
        )
        return row
    swatch = Swatch(seen=seen)
    veil = to_material(row).veil
    add_reading(session, how="predicted", noise=noise, volumes=[(row, 1.0)], veil=veil, swatches=[swatch])
    if white is not None and not may_mix([to_material(row), shelf.materials[shelf.index(white)]]):
        ml = sum(pour.ml for pour in mix.pours)
        let_down = {pour.key: pour.ml for pour in pours_of(mix)}
        let_down[white] = let_down.get(white, 0.0) + TINT_WHITE * ml
        tint = predict(shelf, [Pour(key=key, parts=1, ml=amount) for key, amount in let_down.items()])
        swatch, other = Swatch(seen=np.clip(tint, 0.0, 1.0)), get_material(session, white)
        volumes = [(row, 1.0), (other, TINT_WHITE)]
        add_reading(session, how="predicted", noise=noise, volumes=volumes, veil=veil, swatches=[swatch])
    return row


def mix_of(session: Session, job_id: int, mix_id: int) -> MixRow:
    """Return a mix that belongs to a job; UnfitError when it is of another."""
    row = get_mix(session, mix_id)
    if row.job_id != job_id:
        raise UnfitError(f"mix {mix_id} belongs to another job")
    return row
