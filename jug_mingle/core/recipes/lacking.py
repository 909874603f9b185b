"""What the shelf lacks for a target: the pigment family that would help most."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from jug_mingle.core.colour.difference import difference_words, direction
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import Palette, palette_of, predict
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess
from jug_mingle.core.recipes.search import Candidate, Search
from jug_mingle.core.recipes.wishes import Goal, Target, Wishes, usable

# Generic pigments in paint: absorption as an edge (height, at, softness) or a band, scattering level. [1/µm; nm]
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
        found[name] = Optics(K=floor + height / (1.0 + np.exp((WAVELENGTHS - at) / soft)), S=np.full(BANDS, S))
    for name, (height, at, width, floor, S) in _BANDS.items():
        K = floor + height * np.exp(-0.5 * ((WAVELENGTHS - at) / width) ** 2)
        if name == "green":
            K = K + 0.18 * np.exp(-0.5 * ((WAVELENGTHS - 430.0) / 40.0) ** 2)
        found[name] = Optics(K=K, S=np.full(BANDS, S))
    return found


OUT_OF_REACH: Final = 4.0
"""From this CIEDE2000 on the nearest recipe is no match, and the shelf lacks something."""

_HELPS: Final = 0.75
"""A family helps that leaves less than this share of the miss."""

_AGAINST: Final = 1.0
"""A white does not help where the nearest is lighter than wanted by so much, a black where it is darker. [L*]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Lack:
    """Why a target is out of reach.

    Attributes
    ----------
    nearest : float
        The CIEDE2000 of the best that there is, in the worst light, as it is likely.
    misses : str
        Which way the nearest misses, in words.
    family : str or None
        The pigment family that would help most, None when none would gain a quarter.
    with_it : float
        The best CIEDE2000 with it (on paper: nobody knows it), or with enough of what stands there (as it is likely).
    short : tuple of str
        Names of tins that stand on the shelf and would do, had they enough in them for this batch.
    """

    nearest: float
    misses: str
    family: str | None
    with_it: float
    short: tuple[str, ...] = ()


def what_is_lacking(shelf: Shelf, target: Target, wishes: Wishes, pours: Sequence[Pour]) -> Lack:
    """Return which way the nearest recipe misses its target, and which one more pigment family would help most."""
    goal = target.goal
    R = predict(shelf, pours)
    on_paper = float(goal.miss(R))
    nearest = _expected(shelf, target, wishes, pours)
    group = usable(shelf, wishes)[0]
    palette = palette_of(shelf, group)
    misses = direction(R_to_Lab(R, target.lights[0]), R_to_Lab(target.R, target.lights[0]))
    there = _nearest_of(palette, goal, wishes)
    if there is not None and there.miss < _HELPS * on_paper:
        # The shelf has what it takes, only not enough of it: no other tin is lacking.
        asked = (wishes.batch * np.array(there.units) / sum(there.units)).tolist()
        tins = [shelf.materials[group[at]] for at in there.pots]
        short = tuple(tin.name for tin, ml in zip(tins, asked, strict=True) if tin.left < ml)
        if short:
            enough = [Pour(key=tin.key, parts=n, ml=ml) for tin, n, ml in zip(tins, there.units, asked, strict=True)]
            likely = _expected(shelf, target, wishes, enough)
            return Lack(nearest=nearest, misses=misses, family=None, with_it=likely, short=short)
    best: tuple[float, str | None] = (on_paper, None)
    lighter = float(R_to_Lab(target.R)[0] - R_to_Lab(R)[0])
    for name, optics in pigment_families().items():
        if (name == "white" and lighter < -_AGAINST) or (name == "black" and lighter > _AGAINST):
            continue
        wider = palette.with_tin(optics.K, optics.S, solids=0.38, veil=1.0)
        found = _nearest_of(wider, goal, wishes, must=(wider.size - 1,))
        if found is not None and found.miss < best[0]:
            best = (found.miss, name)
    helps = best[0] < _HELPS * on_paper
    return Lack(nearest=nearest, misses=misses, family=best[1] if helps else None, with_it=best[0])


def _expected(shelf: Shelf, target: Target, wishes: Wishes, pours: Sequence[Pour]) -> float:
    draws = shelf.draw(DRAWS)
    return assess(shelf, target, [tuple(pours)], pour_error=wishes.tool.error, draws=draws)[0].expected


def _nearest_of(palette: Palette, goal: Goal, wishes: Wishes, must: tuple[int, ...] = ()) -> Candidate | None:
    """Return the nearest mix of two or three tins, whatever is left in them."""
    search = Search(palette, goal, parts=wishes.parts, units=None, must=must)
    found = [one for pots in (1, 2, 3)[len(must) :] for one in search.best(pots)[:1]]
    return min(found, key=lambda one: one.miss, default=None)


def too_little_words(shelf: Shelf, target: Target, wishes: Wishes, recipes: Sequence[Recipe]) -> str:
    """Return what to say where one tin by itself would do, had it enough in it for the batch; nothing where none would.

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
    return f"{name} alone would be about {nearest.expected:.1f} off, but too little of it is left for this batch."


def nearest_words(lack: Lack | None) -> str:
    """Return what to say where the shelf does not reach a colour; nothing where it does."""
    if lack is None:
        return ""
    if lack.short:
        names = " and ".join(lack.short)
        help_ = f" There is too little left of {names} for this batch: with enough of it, about {lack.with_it:.1f}."
        return f"The nearest that the tins still give is {_how(lack)}.{help_}"
    help_ = f" A {lack.family} on the shelf would help most: about {lack.with_it:.1f} with it." if lack.family else ""
    return f"The shelf does not reach this colour. The nearest is {_how(lack)}.{help_}"


def _how(lack: Lack) -> str:
    return f"{difference_words(lack.nearest)}, about {lack.nearest:.1f}: {lack.misses}"
