"""Why a recipe is as it is: its curves, its look wet and sealed, its coats, and what a slip of one tin would
do."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import lights
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstone, mixed_paint, predict
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import R_infinity, R_seen, veil_of
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.hiding import CLOSE_WITHIN, coats_to_hide
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.recipes.wishes import Target


@dataclass(frozen=True, slots=True, kw_only=True)
class Slip:
    """One part too much of one pot: the difference to the target before and after, and how far the colour
    moved.

    [CIEDE2000]
    """

    key: str
    before: float
    after: float
    moved: float


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Explanation:
    """What lies behind a recipe.

    Attributes
    ----------
    R, wet, sealed : (36,) ndarray
        Predicted reflectance dry, wet, and below a satin clear coat. [0..1]
    tins : tuple of (key, (36,) ndarray)
        Each tin by itself, dried.
    delta_E : tuple of (light name, CIEDE2000)
    coats : int or None
        To hide the ground; None when twenty do not.
    slips : tuple of Slip
        The most sensitive tin first.
    """

    R: FloatArray
    wet: FloatArray
    sealed: FloatArray
    tins: tuple[tuple[str, FloatArray], ...]
    delta_E: tuple[tuple[str, float], ...]
    coats: int | None
    slips: tuple[Slip, ...]


def explain(shelf: Shelf, pours: Sequence[Pour], target: Target, *, below: Ground) -> Explanation:
    """Return what lies behind a recipe, over a ground."""
    paint = mixed_paint(shelf, pours)
    body = R_infinity(K=paint.optics.K, S=paint.optics.S)
    main = shelf.materials[shelf.index(max(pours, key=lambda pour: pour.ml).key)]
    every = Target(R=target.R, lights=tuple(lights().values())).goal
    R = predict(shelf, pours)
    misses = [(at.name, float(Target(R=target.R, lights=(at,)).goal.miss(R))) for at in every.lights]
    before = float(target.goal.miss(R))
    slips = []
    for pour in pours:
        part = pour.ml / pour.parts
        more = [Pour(key=p.key, parts=p.parts, ml=p.ml + part * (p.key == pour.key)) for p in pours]
        slipped = predict(shelf, more)
        moved = float(Target(R=np.clip(R, 0.0, 1.0), lights=target.lights).goal.miss(slipped))
        slips.append(Slip(key=pour.key, before=before, after=float(target.goal.miss(slipped)), moved=moved))
    return Explanation(
        R=R,
        wet=R_seen(body, veil_of("wet")),
        sealed=R_seen(body, veil_of("satin")),
        tins=tuple((pour.key, np.clip(masstone(shelf, pour.key), 0.0, 1.0)) for pour in pours),
        delta_E=tuple(misses),
        coats=coats_to_hide(
            paint.optics,
            X_coat=main.dry_coat,
            R_g=below.body,
            veil=paint.veil,
            within=CLOSE_WITHIN,
            way=WAYS["brush"],
        ),
        slips=tuple(sorted(slips, key=lambda slip: -slip.after)),
    )


def pouring_order(explanation: Explanation, names: Mapping[str, str]) -> str:
    """Return in which order to pour and why; `names` are those of the tins by their keys."""
    if len(explanation.tins) == 1:
        return "It is one tin as it is: stir it well."
    fastest = names[max(explanation.slips, key=lambda slip: slip.moved).key]
    return (
        "Most first, so that there is something to stir into; the smallest and strongest last, by drops: "
        f"{fastest} turns the colour fastest and cannot be taken out again."
    )
