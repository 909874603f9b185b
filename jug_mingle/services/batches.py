"""Batches on the bench: poured step by step into a jug."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.measuring.pouring import SMALLEST, Pour, Rest, rest_of, rest_words, room_for
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.jugs import jug_for, jug_named
from jug_mingle.services.materials import get_material, to_material
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import (
    as_pours,
    given_of,
    keep_prediction_of_batch,
    look_of,
    over_name,
    poured_of,
    pours_of,
)
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow, MixRow, PourMadeRow, TargetRow, now


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Standing:
    """A batch as it stands: what is in it, what is still to be poured, what it looks like now and will in the
    end."""

    row: BatchRow
    rest: Rest
    words: str
    poured: dict[str, float]
    R: FloatArray | None
    end_R: FloatArray | None
    target: FloatArray | None
    over: str
    """What a strip of it is painted on because its ground shows through; empty where it hides."""


def begin_batch(session: Session, mix_id: int, *, jug: str | None = None) -> BatchRow:
    """Begin to pour a mix into a jug; the batch that is being poured of it already goes on."""
    mix = get_mix(session, mix_id)
    there = session.scalar(
        select(BatchRow)
        .where(BatchRow.mix_id == mix_id, BatchRow.done.is_(None))
        .order_by(BatchRow.id.desc())
    )
    if there is not None:
        return there
    if gone := [pour.material.name for pour in mix.pours if pour.material.removed is not None]:
        raise ConflictError(
            f"{gone[0]} was taken off the shelf: bring it back, or mix anew from what stands there"
        )
    if reason := may_mix([to_material(pour.material) for pour in mix.pours]):
        raise ConflictError(reason)
    batch = sum(pour.ml for pour in mix.pours)
    jug = jug or jug_for(session, batch)
    capacity = _roomy(session, jug, batch)
    asked = [{"key": pour.key, "parts": pour.parts, "ml": pour.ml} for pour in pours_of(mix)]
    row = BatchRow(mix_id=mix_id, jug=jug, capacity=capacity, asked=asked, dry_at=None, done=None)
    session.add(row)
    session.flush()
    return row


def begin_with_rest(session: Session, mix_id: int, batch_id: int, ml: float) -> BatchRow:
    """Begin to pour a mix with so much of what is left of another batch, which loses it; no tin on the shelf
    does.

    Raises
    ------
    UnfitError
        If that batch is of another job, holds less, or holds what the mix does not.
    """
    rest, mix = get_batch(session, batch_id), get_mix(session, mix_id)
    there, other = poured_of(rest), get_mix(session, rest.mix_id)
    holds = sum(there.values())
    if not there:
        raise UnfitError(f"nothing is left in {other.name}: pour it anew")
    if other.job_id != mix.job_id:
        raise UnfitError(f"jug {batch_id} belongs to another job")
    if ml > holds * 1.001:
        raise UnfitError(
            f"{other.name} holds {marked(holds, '.0f', 'ml')} at most: make less of it, or pour more of "
            "that first"
        )
    row = begin_batch(session, mix_id)
    if strange := set(there) - {one["key"] for one in row.asked}:
        raise UnfitError(
            f"{get_material(session, min(strange)).name} is in {other.name}, but not in this mix"
        )
    begun = len(row.made)
    for place, (key, share) in enumerate(there.items(), start=begun):
        tin = get_material(session, key)
        part = PourMadeRow(
            material=tin, place=place, ml=share * ml / holds, taken=0.0, how="eye", from_batch_id=rest.id
        )
        row.made.append(part)
        rest.given.append(part)
    session.flush()
    keep_prediction_of_batch(session, row)
    keep_prediction_of_batch(session, rest)
    return row


def get_batch(session: Session, batch_id: int) -> BatchRow:
    """Return a batch; NotFoundError when there is none."""
    row = session.get(BatchRow, batch_id)
    if row is None:
        raise NotFoundError(f"there is no jug {batch_id} on the bench")
    return row


def empty_words(row: BatchRow) -> str:
    """Say why nothing is in a jug."""
    return "nothing is left in this jug" if row.made else "nothing was poured yet"


def newest_poured(session: Session, job_id: int) -> dict[int, BatchRow]:
    """Return the newest batch of every mix of a job of which anything was poured."""
    rows = session.scalars(
        select(BatchRow)
        .join(MixRow, BatchRow.mix_id == MixRow.id)
        .where(MixRow.job_id == job_id)
        .order_by(BatchRow.id)
    )
    return {row.mix_id: row for row in rows if poured_of(row)}


def change_jug(session: Session, batch_id: int, jug: str) -> BatchRow:
    """Take another jug; UnfitError when it does not hold what is in the batch and what is still to come."""
    row = get_batch(session, batch_id)
    asked, poured = sum(pour.ml for pour in asked_of(row)), sum(poured_of(row).values())
    row.jug, row.capacity = jug, _roomy(session, jug, max(asked, poured))
    session.flush()
    return row


def _roomy(session: Session, jug: str, batch: float) -> float:
    """Return what a jug holds; UnfitError when it is less than the batch. [ml]"""
    capacity = jug_named(session, jug).capacity
    if capacity < batch:
        raise UnfitError(
            f"the {jug} holds {marked(capacity, '.0f', 'ml')}, and {marked(batch, '.0f', 'ml')} go into "
            "it: take a larger one"
        )
    return capacity


def asked_of(row: BatchRow) -> tuple[Pour, ...]:
    """Return what is to be poured in all, of what stays in this jug."""
    given = given_of(row)
    return tuple(
        Pour(key=one["key"], parts=one["parts"], ml=max(0.0, one["ml"] - given.get(one["key"], 0.0)))
        for one in row.asked
    )


def standing_of(session: Session, row: BatchRow) -> Standing:
    """Return a batch as it stands."""
    poured, shelf = poured_of(row), fitted_shelf(session)
    mix = get_mix(session, row.mix_id)
    wanted = session.get(TargetRow, mix.target_id or 0)
    rest = rest_of(asked_of(row), poured, capacity=row.capacity)
    names = {material.key: material.name for material in shelf.materials}
    end = dict(poured)
    for pour in rest.pours:
        end[pour.key] = end.get(pour.key, 0.0) + pour.ml
    now_R, end_R = (look_of(session, mix, as_pours(ml)) if ml else None for ml in (poured, end))
    return Standing(
        row=row, rest=rest, words=rest_words(rest, names), poured=poured, R=now_R, end_R=end_R,
        target=None if wanted is None else np.array(wanted.R),
        over=over_name(session, mix, asked_of(row)),
    )  # fmt: skip


def make_pour(session: Session, batch_id: int, *, place: int, material: str, ml: float, how: str) -> BatchRow:
    """Write down one pour that was made.

    `place` is the number of pours made before it, so that the same pour sent twice, or from two windows,
    counts once.

    Raises
    ------
    ConflictError
        If that pour was made already, or the jug would run over.
    """
    row = get_batch(session, batch_id)
    if place != len(row.made):
        raise ConflictError(
            f"{len(row.made)} pours were made by now, perhaps in another window: look again before you pour"
        )
    tin = get_material(session, material)
    if material not in {one["key"] for one in row.asked}:
        raise UnfitError(f"{tin.name} is not part of this recipe")
    there = sum(poured_of(row).values())
    try:
        in_jug = room_for(ml, there=there, capacity=row.capacity)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    taken = min(ml, tin.left_ml)
    row.made.append(PourMadeRow(material=tin, place=place, ml=in_jug, taken=taken, how=how))
    tin.left_ml -= taken
    session.flush()
    keep_prediction_of_batch(session, row)
    return row


def undo_pour(session: Session, batch_id: int, *, place: int | None = None) -> BatchRow:
    """Take back the last pour that was written down: it was not made, or not so.

    `place` is the number of pours made before it: the same pour is taken back once, however often that is
    sent.

    Raises
    ------
    ConflictError
        If nothing was poured, or that pour is not the last any more.
    """
    row = get_batch(session, batch_id)
    if not row.made:
        raise ConflictError("nothing was poured yet")
    if place is not None and place != len(row.made) - 1:
        raise ConflictError("that pour was taken back already, or more was poured since: look again")
    last, given = row.made[-1], given_of(row)
    if sum(pour_made.ml for pour_made in row.made if pour_made.material_id == last.material_id) - last.ml < (
        given.get(last.material.key, 0.0) - SMALLEST
    ):
        raise ConflictError("some of that pour is in another jug by now: take that back first")
    source = None if last.from_batch_id is None else session.get(BatchRow, last.from_batch_id)
    row.made.remove(last)
    if source is not None:
        source.given.remove(last)
    last.material.left_ml += last.taken
    session.flush()
    keep_prediction_of_batch(session, row)
    return row


def add_to_batch(session: Session, batch_id: int, additions: Sequence[Pour]) -> BatchRow:
    """Add a rescue's additions to what is to be poured; what is in the batch counts as asked for."""
    row = get_batch(session, batch_id)
    poured, given = poured_of(row), given_of(row)
    asked: list[dict[str, Any]] = [
        {"key": key, "parts": 1, "ml": ml + given.get(key, 0.0)} for key, ml in poured.items()
    ]
    room = row.capacity - sum(poured.values())
    if sum(pour.ml for pour in additions) > room + 0.5:
        raise UnfitError(
            f"there is room for {marked(room, '.0f', 'ml')} in this jug: pour it into a larger one first"
        )
    every = [get_material(session, key) for key in {**poured, **{pour.key: 0.0 for pour in additions}}]
    if reason := may_mix([to_material(tin) for tin in every]):
        raise UnfitError(reason)
    for one in additions:
        there = next((entry for entry in asked if entry["key"] == one.key), None)
        if there is None:
            asked.append({"key": one.key, "parts": one.parts, "ml": one.ml})
        else:
            there["ml"] += one.ml
    row.asked, row.done, row.dry_at = asked, None, None
    session.flush()
    return row


def finish_batch(session: Session, batch_id: int) -> BatchRow:
    """The batch is good as it is."""
    row = get_batch(session, batch_id)
    row.done = now()
    session.flush()
    return row
