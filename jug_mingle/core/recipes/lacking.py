"""What the shelf lacks for a target: the pigment family that would help most."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.colour_names import family
from jug_mingle.core.colour.difference import difference_words, direction
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import Palette, masstones, palette_of, predict
from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess
from jug_mingle.core.recipes.search import Candidate, Search
from jug_mingle.core.recipes.wishes import Goal, Target, Wishes, usable

# Generic pigments in paint: absorption as an edge (height, at, softness) or a band, scattering level. [1/µm;
# nm]
_EDGES: Final = {
    "yellow": (0.25, 485.0, 12.0, 0.0008, 0.025),
    "orange": (0.28, 545.0, 13.0, 0.0012, 0.025),
    "red": (0.30, 590.0, 13.0, 0.0020, 0.022),
    "brown": (0.14, 570.0, 60.0, 0.0250, 0.022),
}
_BANDS: Final = {
    "violet": (0.22, 565.0, 50.0, 0.0030, 0.012),
    "blue": (0.28, 620.0, 55.0, 0.0030, 0.012),
    "green": (0.22, 660.0, 55.0, 0.0050, 0.014),
}


@cache
def pigment_families() -> dict[str, Optics]:
    """Return the optics of a typical paint of each pigment family, invented to be plain."""
    found = {
        "white": Optics(K=np.full(BANDS, 0.0001), S=np.full(BANDS, 0.10)),
        "black": Optics(K=np.full(BANDS, 0.25), S=np.full(BANDS, 0.005)),
    }
    for name, (height, at, soft, floor, S) in _EDGES.items():
        found[name] = Optics(
            K=floor + height / (1.0 + np.exp((WAVELENGTHS - at) / soft)), S=np.full(BANDS, S)
        )
    for name, (height, at, width, floor, S) in _BANDS.items():
        K = floor + height * np.exp(-0.5 * ((WAVELENGTHS - at) / width) ** 2)
        if name == "green":
            K = K + 0.18 * np.exp(-0.5 * ((WAVELENGTHS - 430.0) / 40.0) ** 2)
        found[name] = Optics(K=K, S=np.full(BANDS, S))
    return found


OUT_OF_REACH: Final = 4.0
"""From this CIEDE2000 on the nearest recipe is no match, and the shelf lacks something."""

_UNSURE: Final = 1.5
"""So many times what is computed a difference is likely, where tins are little known."""

_FINEST: Final = 0.1
"""What a scale tells apart; about as much in millilitres. [ml]"""

_HELPS: Final = 0.75
"""A family helps that leaves less than this share of the miss."""

_AGAINST: Final = 1.0
"""A white does not help where the nearest is lighter than wanted by so much, a black where it is darker.
[L*]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Lack:
    """Why no recipe comes near: what stands on the shelf, how it is measured and how well it is known are
    three facts.

    Attributes
    ----------
    nearest : float
        The CIEDE2000 of the best that there is, in the worst light, as it is computed.
    finer : float or None
        The best CIEDE2000 of the same tins measured on a scale, where that is much nearer.
    measured : str
        What it is measured with now.
    stronger : bool
        Whether a tin of the family that would help stands there, too weak or too dull for this.
    misses : str
        Which way the nearest misses, in words.
    family : str or None
        The pigment family that would help most, None when none would gain a quarter.
    with_it : float
        The best CIEDE2000 with it, or with enough of what stands there, as it is computed.
    short : tuple of str
        Names of tins that stand on the shelf and would do, had they enough in them for this batch.
    """

    nearest: float
    misses: str
    family: str | None
    with_it: float
    short: tuple[str, ...] = ()
    finer: float | None = None
    measured: str = ""
    stronger: bool = False


def what_is_lacking(shelf: Shelf, target: Target, wishes: Wishes, pours: Sequence[Pour]) -> Lack:
    """Return which way the nearest recipe misses its target, and which one more pigment family would help
    most."""
    goal = target.goal
    R = predict(shelf, pours)
    nearest = float(goal.miss(R))
    group = usable(shelf, wishes)[0]
    palette = palette_of(shelf, group)
    misses = direction(R_to_Lab(R, target.lights[0]), R_to_Lab(target.R, target.lights[0]))
    candidate = _nearest_of(palette, goal, wishes)
    if candidate is not None and candidate.miss < _HELPS * nearest:
        # The shelf has what it takes, only not enough of it: no other tin is lacking.
        asked = (wishes.batch * np.array(candidate.units) / sum(candidate.units)).tolist()
        tins = [shelf.materials[group[at]] for at in candidate.tins]
        short = tuple(tin.name for tin, ml in zip(tins, asked, strict=True) if tin.left < ml)
        if short:
            return Lack(nearest=nearest, misses=misses, family=None, with_it=candidate.miss, short=short)
    most = np.minimum(1.0, np.array([shelf.materials[place].left for place in group]) / wishes.batch)
    fine = _nearest_of(palette, goal, wishes, units=wishes.batch / _FINEST, most=most)
    finer = None if fine is None or fine.miss >= _HELPS * nearest else fine.miss
    measured, reach = wishes.tool.title, nearest if finer is None else finer
    if reach < OUT_OF_REACH:
        return Lack(
            nearest=nearest, misses=misses, family=None, with_it=reach, finer=finer, measured=measured
        )
    best: tuple[float, str | None] = (reach, None)
    lighter = float(R_to_Lab(target.R)[0] - R_to_Lab(R)[0])
    for name, optics in pigment_families().items():
        if (name == "white" and lighter < -_AGAINST) or (name == "black" and lighter > _AGAINST):
            continue
        wider = palette.with_tin(optics.K, optics.S, solids=0.38, veil=1.0)
        found = _nearest_of(wider, goal, wishes, must=(wider.size - 1,))
        if found is not None and found.miss < best[0]:
            best = (found.miss, name)
    named = best[1] if best[0] < _HELPS * reach else None
    return Lack(
        nearest=nearest, misses=misses, family=named, with_it=best[0], finer=finer, measured=measured,
        stronger=named is not None and named in {family(Lab) for Lab in R_to_Lab(masstones(shelf)[group])},
    )  # fmt: skip


def _nearest_of(
    palette: Palette, goal: Goal, wishes: Wishes, must: tuple[int, ...] = (), *, units: float | None = None,
    most: FloatArray | None = None,
) -> Candidate | None:  # fmt: skip
    """Return the nearest mix of two or three tins, whatever is left in them where `most` does not say it, in
    parts or in so many `units` of a batch as well."""
    search = Search(palette, goal, parts=wishes.parts, units=units, must=must, most=most)
    candidates = [candidate for tins in (1, 2, 3)[len(must) :] for candidate in search.best(tins)[:1]]
    return min(candidates, key=lambda candidate: candidate.miss, default=None)


def too_little_words(shelf: Shelf, target: Target, wishes: Wishes, recipes: Sequence[Recipe]) -> str:
    """Return what to say where one tin by itself would do, had it enough in it for the batch; nothing where
    none would.

    Parameters
    ----------
    recipes : sequence of Recipe
        What was found with what is left.
    """
    tins = [shelf.materials[place] for group in usable(shelf, wishes) for place in group]
    low = [tin.key for tin in tins if tin.left < wishes.batch and set(wishes.use) <= {tin.key}]
    alone = [(Pour(key=key, parts=1, ml=wishes.batch),) for key in low]
    found = assess(shelf, target, alone, pour_error=0.0, draws=shelf.draw(DRAWS))
    nearest = min(found, key=lambda recipe: recipe.expected, default=None)
    shown = min((recipe.expected for recipe in recipes if len(recipe.pours) == 1), default=np.inf)
    if nearest is None or nearest.expected > min(_HELPS * shown, OUT_OF_REACH):
        return ""
    name = shelf.materials[shelf.index(nearest.pours[0].key)].name
    off = f"{marked(nearest.expected, '.1f')}"
    return f"{name} alone would be about {off} off, but too little of it is left for so much."


def nearest_words(lack: Lack | None) -> str:
    """Return what to say where no recipe comes near: of what there is too little, what is measured too
    coarsely, or what the shelf does not reach; nothing where it does."""
    if lack is None:
        return ""
    if lack.short:
        names = " and ".join(lack.short)
        help_ = (
            f" There is too little left of {names} for so much: with enough of it, "
            f"{marked(lack.with_it, '.1f')}."
        )
        return f"The nearest that the tins still give is {_how(lack)}.{help_}"
    scale = ""
    if lack.finer is not None:
        scale = (
            f" Weighed on a scale the same tins come to {difference_words(lack.finer)}, "
            f"{marked(lack.finer, '.1f')} off."
        )
    if lack.finer is not None and lack.finer < OUT_OF_REACH:
        return f"Measured in {lack.measured} the nearest is {_how(lack)}.{scale}"
    which = f"stronger or purer {lack.family}" if lack.stronger else lack.family
    help_ = (
        f" A {which} on the shelf would help most: {marked(lack.with_it, '.1f')} with it."
        if lack.family
        else ""
    )
    return f"The shelf does not reach this colour. The nearest is {_how(lack)}.{scale}{help_}"


def _how(lack: Lack) -> str:
    return f"{difference_words(lack.nearest)}, {marked(lack.nearest, '.1f')} off: {lack.misses}"


def unsure_words(recipes: Sequence[Recipe]) -> str:
    """Return what to say where a recipe comes near as it is computed, and the tins are too little known to
    promise it; nothing where they are known, or none comes near."""
    best = min(recipes, key=lambda recipe: recipe.expected, default=None)
    if best is None or best.worst >= OUT_OF_REACH or best.expected < max(OUT_OF_REACH, _UNSURE * best.worst):
        return ""
    return (
        f"These tins reach it, {marked(best.worst, '.1f')} off as computed, but they are little known: "
        "it may turn out "
        f"{marked_range(best.low, best.high, '.1f')} off. Mix a spoonful first."
    )
