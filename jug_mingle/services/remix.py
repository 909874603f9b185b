"""A colour of the past, mixed again at any size from what stands on the shelf today."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.services.materials import keys_on_shelf
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import assess_pours, look_of, pours_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import MixRow, StripRow

_MOST = 4


@dataclass(frozen=True, slots=True, kw_only=True)
class TinOfMix:
    """A tin of a past mix, what the new batch takes of it, and whether it can give that. [ml]"""

    key: str
    name: str
    ml: float
    left: float
    state: Literal["there", "short", "gone"]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Remix:
    """A past mix at a new size.

    Attributes
    ----------
    R : (36,) ndarray
        The colour it had: its newest dried strip, or else what is predicted of it. [0..1]
    seen : bool
        Whether that is a dried strip.
    tins : list of TinOfMix
        In pouring order.
    same : Recipe or None
        The same ratio; None where a tin is gone or holds too little.
    substitutes : list of Recipe
        The nearest recipes with as many of the old tins as can still be had.
    """

    mix: MixRow
    shelf: Shelf
    R: FloatArray
    seen: bool
    tins: list[TinOfMix]
    same: Recipe | None
    substitutes: list[Recipe]


def past_mixes(session: Session) -> Sequence[MixRow]:
    """Return the mixes of all jobs, newest first, those that were put away as well."""
    return session.scalars(select(MixRow).order_by(MixRow.created.desc(), MixRow.id.desc())).all()


def colour_of(session: Session, mix: MixRow) -> tuple[FloatArray, bool]:
    """Return the reflectance (36,) that a mix had, and whether a dried strip showed it."""
    strip = session.scalar(
        select(StripRow)
        .where(StripRow.mix_id == mix.id, StripRow.batch_id.is_not(None), StripRow.removed.is_(None))
        .order_by(StripRow.id.desc())
    )
    if strip is not None:
        return np.array(strip.R), True
    return look_of(session, mix, pours_of(mix)), False


def remix(session: Session, mix_id: int, *, batch: float, tool_key: str, lights: Sequence[Light]) -> Remix:
    """Return a past mix at a new size, from the same tins, and from others where one is gone or holds too
    little.

    Raises
    ------
    UnfitError
        If the batch is out of range or the tool is unknown or too coarse for it.
    """
    mix, shelf, there = get_mix(session, mix_id), fitted_shelf(session), keys_on_shelf(session)
    R, seen = colour_of(session, mix)
    target = Target(R=R, lights=tuple(lights))
    planned = sum(pour.ml for pour in mix.pours)
    scaled = tuple(Pour(key=p.key, parts=p.parts, ml=p.ml * batch / planned) for p in pours_of(mix))
    tins = [_tin(shelf, there, pour) for pour in scaled]
    missing = [tin for tin in tins if tin.state != "there"]
    try:
        measured = tool(tool_key)
        wishes = Wishes(
            batch=batch, tool=measured, parts=24, most_tins=min(_MOST, max(2, len(tins))),
            avoid=tuple(sorted({m.key for m in shelf.materials} - there | {tin.key for tin in missing})),
            use=tuple(tin.key for tin in tins if tin.state == "there")[: _MOST - 1],
        )  # fmt: skip
    except ValueError as error:
        raise UnfitError(str(error)) from error
    same = None
    if not missing:
        same = assess_pours(session, mix, scaled, R, lights, pour_error=measured.error)
    # One that is seen through has no substitutes here: Mingle finds another way over what is below.
    other = missing and mix.laid is None
    return Remix(
        mix=mix, shelf=shelf, R=R, seen=seen, tins=tins, same=same,
        substitutes=_substitutes(shelf, target, wishes) if other else [],
    )  # fmt: skip


def _tin(shelf: Shelf, there: set[str], pour: Pour) -> TinOfMix:
    material = shelf.materials[shelf.index(pour.key)]
    gone = pour.key not in there
    state: Literal["there", "short", "gone"] = (
        "gone" if gone else "short" if material.left < pour.ml else "there"
    )
    return TinOfMix(
        key=pour.key,
        name=material.name,
        ml=pour.ml,
        left=0.0 if gone else max(0.0, material.left),
        state=state,
    )


def _substitutes(shelf: Shelf, target: Target, wishes: Wishes) -> list[Recipe]:
    """Return recipes with the old tins that are left first; where those give nothing, from the whole
    shelf."""
    free = Wishes(
        batch=wishes.batch,
        tool=wishes.tool,
        parts=wishes.parts,
        avoid=wishes.avoid,
        most_tins=wishes.most_tins,
    )
    found: list[Recipe] = []
    reason = ""
    for allowed in (wishes, free) if wishes.use else (free,):
        try:
            found += find_recipes(shelf, target, allowed)
        except NothingToMixError as error:
            reason = str(error)
        except ValueError as error:
            raise UnfitError(str(error)) from error
    if not found:
        raise ConflictError(reason)
    one_each = {frozenset(pour.key for pour in recipe.pours): recipe for recipe in reversed(found)}
    return sorted(one_each.values(), key=lambda recipe: recipe.expected)[:_MOST]


def missing_words(remix: Remix) -> str:
    """Say which tins of a past mix are gone, or hold too little."""
    gone = [tin.name for tin in remix.tins if tin.state == "gone"]
    short = [
        f"{tin.name} ({marked(tin.left, '.0f', 'ml')} of {marked(tin.ml, '.0f', 'ml')})"
        for tin in remix.tins
        if tin.state == "short"
    ]
    said = []
    if gone:
        said.append(f"{' and '.join(gone)} {'is' if len(gone) == 1 else 'are'} no longer on the shelf.")
    if short:
        said.append(f"There is too little of {' and '.join(short)}.")
    if said and remix.mix.laid is not None:
        said.append("Look in Mingle for another way over what is below.")
    return " ".join(said)
