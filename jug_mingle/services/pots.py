"""Pots on the bench: poured step by step, read as a dried strip, and rescued where they came out wrong."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import timedelta
from typing import Any, Final

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstones, predict, shows_its_ground
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.measuring.pouring import Pour, Rest, rest_of
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.rescue import Advice, advise, read_pot
from jug_mingle.core.recipes.wishes import Target
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.colours import Colour
from jug_mingle.services.jugs import jug_for, jug_named
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import (
    as_pours,
    ground_of_job,
    keep_prediction_of_pot,
    pour_error_of,
    poured_of,
    pours_of,
)
from jug_mingle.services.shelf import add_reading, check_readings, fitted_shelf, get_material, standing, to_material
from jug_mingle.services.sources import ColourIn, FromTarget, Stepped
from jug_mingle.store.models import PotRow, PourMadeRow, ReadingRow, StripRow, TargetRow, now

BY_EYE: Final = 1.5
"""Error of a strip compared with its target by eye, in even steps. [CIEDE2000]"""

POT_ERROR: Final = 0.08
"""Relative error of what is in a pot that no pouring accounts for: settled paint, a wet jug, another tin."""

SMALLEST_POUR: Final = 0.01
"""Less than this is not poured. [ml]"""

_USUAL_DRY: Final = 30.0


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Standing:
    """A pot as it stands: what is in it, what is still to be poured, what it looks like now and will in the end."""

    row: PotRow
    rest: Rest
    poured: dict[str, float]
    R: FloatArray | None
    end_R: FloatArray | None
    target: FloatArray | None
    over: str
    """What a strip of it is painted on because its ground shows through; empty where it hides."""


def begin(session: Session, mix_id: int, *, jug: str | None = None) -> PotRow:
    """Begin to pour a mix into a jug; the pot that is being poured of it already goes on."""
    mix = get_mix(session, mix_id)
    there = session.scalar(
        select(PotRow).where(PotRow.mix_id == mix_id, PotRow.done.is_(None)).order_by(PotRow.id.desc())
    )
    if there is not None:
        return there
    if gone := [pour.material.name for pour in mix.pours if pour.material.removed is not None]:
        raise ConflictError(f"{gone[0]} was taken off the shelf: bring it back, or mix anew from what stands there")
    batch = sum(pour.ml for pour in mix.pours)
    jug = jug or jug_for(session, batch)
    capacity = _roomy(session, jug, batch)
    asked = [{"key": pour.key, "parts": pour.parts, "ml": pour.ml} for pour in pours_of(mix)]
    row = PotRow(mix_id=mix_id, jug=jug, capacity=capacity, asked=asked, dry_at=None, done=None)
    session.add(row)
    session.flush()
    return row


def get_pot(session: Session, pot_id: int) -> PotRow:
    """Return a pot; NotFoundError when there is none."""
    row = session.get(PotRow, pot_id)
    if row is None:
        raise NotFoundError(f"there is no pot {pot_id} on the bench")
    return row


def change_jug(session: Session, pot_id: int, jug: str) -> PotRow:
    """Take another jug; UnfitError when it does not hold what is in the pot and what is still to come."""
    row = get_pot(session, pot_id)
    asked, poured = sum(pour.ml for pour in asked_of(row)), sum(poured_of(row).values())
    row.jug, row.capacity = jug, _roomy(session, jug, max(asked, poured))
    session.flush()
    return row


def _roomy(session: Session, jug: str, batch: float) -> float:
    """Return what a jug holds; UnfitError when it is less than the batch. [ml]"""
    capacity = jug_named(session, jug).capacity
    if capacity < batch:
        raise UnfitError(f"the {jug} holds {capacity:.0f} ml, and {batch:.0f} ml go into it: take a larger one")
    return capacity


def asked_of(row: PotRow) -> tuple[Pour, ...]:
    """Return what is to be poured in all."""
    return tuple(Pour(key=one["key"], parts=one["parts"], ml=one["ml"]) for one in row.asked)


def stand(session: Session, row: PotRow) -> Standing:
    """Return a pot as it stands."""
    poured, shelf = poured_of(row), fitted_shelf(session)
    mix = get_mix(session, row.mix_id)
    wanted = session.get(TargetRow, mix.target_id or 0)
    over = ground_of_job(session, mix.job_id)
    rest = rest_of(asked_of(row), poured, capacity=row.capacity)
    names = {material.key: material.name for material in shelf.materials}
    words = rest.words
    for key in sorted(poured, key=len, reverse=True):
        words = words.replace(key, names[key])
    end = dict(poured)
    for one in rest.pours:
        end[one.key] = end.get(one.key, 0.0) + one.ml
    now_R, end_R = (predict(shelf, as_pours(ml), over=over) if ml else None for ml in (poured, end))
    return Standing(
        row=row, rest=replace(rest, words=words), poured=poured, R=now_R, end_R=end_R,
        target=None if wanted is None else np.array(wanted.R),
        over=over.name.lower() if shows_its_ground(shelf, asked_of(row)) else "",
    )  # fmt: skip


def pour(session: Session, pot_id: int, *, place: int, material: str, ml: float, how: str) -> PotRow:
    """Write down one pour that was made.

    `place` is the number of pours made before it, so that the same pour sent twice, or from two windows, counts once.

    Raises
    ------
    ConflictError
        If that pour was made already, or the jug would run over.
    """
    row = get_pot(session, pot_id)
    if place != len(row.made):
        raise ConflictError(
            f"{len(row.made)} pours were made by now, perhaps in another window: look again before you pour"
        )
    pot = get_material(session, material)
    if material not in {one["key"] for one in row.asked}:
        raise UnfitError(f"{pot.name} is not part of this recipe")
    there = sum(poured_of(row).values())
    if row.capacity - there < SMALLEST_POUR:
        raise UnfitError(f"the jug is full at {row.capacity:.0f} ml: take a larger one before you pour more")
    if there + ml > row.capacity * 1.02:
        raise UnfitError(f"the jug holds {row.capacity:.0f} ml, and {there + ml:.0f} ml cannot be in it: weigh again")
    taken = min(ml, pot.left_ml)
    row.made.append(PourMadeRow(material=pot, place=place, ml=min(ml, row.capacity - there), taken=taken, how=how))
    pot.left_ml -= taken
    session.flush()
    keep_prediction_of_pot(session, row)
    return row


def undo_pour(session: Session, pot_id: int, *, place: int | None = None) -> PotRow:
    """Take back the last pour that was written down: it was not made, or not so.

    `place` is the number of pours made before it: the same pour is taken back once, however often that is sent.

    Raises
    ------
    ConflictError
        If nothing was poured, or that pour is not the last any more.
    """
    row = get_pot(session, pot_id)
    if not row.made:
        raise ConflictError("nothing was poured yet")
    if place is not None and place != len(row.made) - 1:
        raise ConflictError("that pour was taken back already, or more was poured since: look again")
    last = row.made.pop()
    last.material.left_ml += last.taken
    session.flush()
    keep_prediction_of_pot(session, row)
    return row


def dry_minutes(row: PotRow) -> float:
    """Return how long a strip of this pot usually takes to dry. [minutes]"""
    kinds = [made.material.kind for made in row.made]
    return max((kind_of(kind).handling.dry or _USUAL_DRY for kind in kinds), default=_USUAL_DRY)


def paint_strip(session: Session, pot_id: int) -> PotRow:
    """A strip was painted: from now on it dries."""
    row = get_pot(session, pot_id)
    if not row.made:
        raise ConflictError("nothing was poured yet: there is nothing to paint a strip with")
    row.dry_at = now() + timedelta(minutes=dry_minutes(row))
    session.flush()
    return row


def as_compared(session: Session, pot_id: int, colour: Colour, said: ColourIn) -> Colour:
    """Return a strip's colour as sure as it is against its target: compared with it by eye, in steps, the two stand
    side by side, and how well the target itself is known does not matter."""
    target_id = get_mix(session, get_pot(session, pot_id).mix_id).target_id
    by_eye = isinstance(said, Stepped) and isinstance(said.of, FromTarget) and said.of.target_id == target_id
    same = isinstance(said, FromTarget) and said.target_id == target_id
    return replace(colour, noise=BY_EYE, how="eye") if by_eye or same else colour


@dataclass(frozen=True, slots=True, kw_only=True)
class Learnt:
    """How a pot's predicted colour moved by a reading. [CIEDE2000]"""

    name: str
    by: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Verdict:
    """What a dried strip says: how far it is from the target, and what was learnt of the paints.

    Of a mix without a target nothing can be reached: `delta_E` is None.
    """

    strip: StripRow
    delta_E: float | None
    reached: bool
    learnt: list[Learnt]


def read_strip(session: Session, pot_id: int, colour: Colour, *, anyway: bool, notes: str = "") -> StripRow:
    """Take a dried strip's colour: it joins the fit of all paints in the pot. `verdict_now` tells what it says.

    Raises
    ------
    ConflictError
        If the strip cannot be dry yet, unless `anyway`.
    """
    row = get_pot(session, pot_id)
    left = 0.0 if row.dry_at is None else (row.dry_at - now()).total_seconds() / 60.0
    if (row.dry_at is None or left > 0.0) and not anyway:
        wait = (
            f"it needs about {time_words(left)} more"
            if row.dry_at is not None
            else "paint a strip and let it dry first"
        )
        raise ConflictError(f"wet paint is darker than dry: {wait}. Read it anyway if you know it is dry.")
    poured = poured_of(row)
    if not poured:
        raise ConflictError("nothing was poured yet")
    reading = add_reading(
        session,
        how=colour.how,
        noise=colour.noise,
        volumes=[(get_material(session, key), ml) for key, ml in poured.items()],
        veil=_veil(session, poured),
        swatches=[Swatch(seen=colour.R if colour.spectral else R_to_Lab(colour.R))],
        pour_error=pour_error_of(row),
        about={"pot": row.id, "name": colour.name},
    )
    check_readings(session)
    strip = StripRow(
        job_id=get_mix(session, row.mix_id).job_id, pot_id=row.id, mix_id=row.mix_id, material_id=None,
        reading_id=reading.id, photo_id=colour.photo_id, R=colour.R.tolist(), ground="", coats=2, wiped_after=None,
        notes=notes, removed=None,
    )  # fmt: skip
    session.add(strip)
    session.flush()
    if _judged(session, row, strip)[1]:
        row.done = now()
        session.flush()
    return strip


def _judged(session: Session, row: PotRow, strip: StripRow) -> tuple[float | None, bool]:
    wanted = session.get(TargetRow, get_mix(session, row.mix_id).target_id or 0)
    if wanted is None:
        return None, False
    delta_E = float(delta_E_CIE2000(R_to_Lab(strip.R), R_to_Lab(wanted.R)))
    return delta_E, delta_E <= wanted.tolerance


def newest_strip(session: Session, pot_id: int) -> StripRow | None:
    """Return the newest strip of a pot that the shelf still learns from; nothing where there is none."""
    return session.scalar(
        select(StripRow)
        .join(ReadingRow, StripRow.reading_id == ReadingRow.id)
        .where(StripRow.pot_id == pot_id, StripRow.removed.is_(None), ReadingRow.removed.is_(None))
        .order_by(StripRow.id.desc())
    )


def verdict_now(session: Session, pot_id: int, *, before: Shelf | None = None) -> Verdict | None:
    """Return what the newest strip said of what is in the pot now; nothing where more was poured since.

    `before` is the shelf as it was fitted before that strip was read, to tell what was learnt.
    """
    row, strip = get_pot(session, pot_id), newest_strip(session, pot_id)
    if strip is None or any(made.created > strip.created for made in row.made):
        return None
    delta_E, reached = _judged(session, row, strip)
    learnt = [] if before is None else _learnt(before, fitted_shelf(session))
    return Verdict(strip=strip, delta_E=delta_E, reached=reached, learnt=learnt)


def _veil(session: Session, poured: dict[str, float]) -> float:
    pots = [to_material(get_material(session, key)) for key in poured]
    c = dry_shares(list(poured.values()), [pot.solids for pot in pots])
    return float(c @ [pot.veil for pot in pots])


def _learnt(before: Shelf, after: Shelf) -> list[Learnt]:
    moved = delta_E_CIE2000(_let_down(before), _let_down(after))
    found = [Learnt(name=m.name, by=float(by)) for m, by in zip(after.materials, moved, strict=True) if by > 0.2]
    return sorted(found, key=lambda one: -one.by)


def _let_down(shelf: Shelf) -> FloatArray:
    """Return CIELAB of every material half absorbed by a white of S = 0.1: where its strength shows."""
    K, S = np.exp(shelf.log_K), np.exp(shelf.log_S)
    white = type(shelf)(
        materials=shelf.materials, log_K=np.log(0.5 * K + 0.5e-4), log_S=np.log(0.5 * S + 0.05), priors=shelf.priors,
        unknowns=shelf.unknowns, factor=shelf.factor,
    )  # fmt: skip
    return R_to_Lab(np.clip(masstones(white), 0.0, 1.0))


def rescue(session: Session, pot_id: int, *, tool_key: str) -> tuple[Advice, Standing]:
    """Return how to bring a pot to its target with the least that has to be added, from its newest strip.

    Raises
    ------
    ConflictError
        If no strip was read yet, or the mix has no target.
    """
    row = get_pot(session, pot_id)
    strip = newest_strip(session, pot_id)
    standing_now = stand(session, row)
    if strip is None or strip.reading_id is None:
        raise ConflictError("read a dried strip of this pot first: a rescue starts from what it came out as")
    if standing_now.target is None:
        raise ConflictError("this mix was made without a target: there is nothing to bring it to")
    reading = session.get(ReadingRow, strip.reading_id)
    assert reading is not None
    # The strip corrects this pot; had the shelf learnt from it already, it would count twice.
    shelf, there = fitted_shelf(session, without=reading.id), standing(session)
    job = get_mix(session, row.mix_id)
    item = Reading(
        key="strip",
        volumes=tuple(standing_now.poured.items()),
        swatches=(Swatch(seen=np.array(reading.swatches[0]["seen"])),),
        noise=reading.noise,
        veil=reading.veil,
        pour_error=max(reading.pour_error, POT_ERROR),
    )
    target = Target(R=standing_now.target, lights=(light("window"),))
    avoid = [material.key for material in shelf.materials if material.key not in there]
    wanted = session.get(TargetRow, job.target_id or 0)
    advice = advise(
        shelf, read_pot(shelf, item), target, tool=tool(tool_key), in_pot=list(standing_now.poured),
        most_ml=max(row.capacity, sum(standing_now.poured.values())),
        tolerance=min(1.5, wanted.tolerance if wanted else 1.5), avoid=avoid,
    )  # fmt: skip
    return advice, standing_now


def add_to_pot(session: Session, pot_id: int, additions: Sequence[Pour]) -> PotRow:
    """Add a rescue's additions to what is to be poured; what is in the pot counts as asked for."""
    row = get_pot(session, pot_id)
    poured = poured_of(row)
    asked: list[dict[str, Any]] = [{"key": key, "parts": 1, "ml": ml} for key, ml in poured.items()]
    room = row.capacity - sum(poured.values())
    if sum(one.ml for one in additions) > room + 0.5:
        raise UnfitError(f"there is room for {room:.0f} ml in this jug: pour it into a larger one first")
    for one in additions:
        get_material(session, one.key)
        there = next((entry for entry in asked if entry["key"] == one.key), None)
        if there is None:
            asked.append({"key": one.key, "parts": one.parts, "ml": one.ml})
        else:
            there["ml"] += one.ml
    row.asked, row.done, row.dry_at = asked, None, None
    session.flush()
    return row


def finish(session: Session, pot_id: int) -> PotRow:
    """The pot is good as it is."""
    row = get_pot(session, pot_id)
    row.done = now()
    session.flush()
    return row
