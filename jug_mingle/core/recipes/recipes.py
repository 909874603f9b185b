"""Target + shelf → ranked recipes for one, two, three and four tins."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.pouring import Pour, shared_out
from jug_mingle.core.measuring.tools import lowest_terms
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess, model_errors, pour_factors
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.search import Candidate, Search
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes, usable

_RANKED: Final = 12
_NEAREST: Final = 3
_PER_COUNT: Final = 3


def find_recipes(shelf: Shelf, target: Target, wishes: Wishes) -> list[Recipe]:
    """Return the best recipes: for each number of tins the best ratio of up to three sets, fewest tins first;
    the best on paper is among them, and comes last where it is likely to be farther off than the others.

    Ranked by the expected CIEDE2000 in the worst of the target's lights; recipes that differ by less than
    0.05 go by the smaller ratio. Tins with less left than the batch needs are left out.

    Raises
    ------
    NothingToMixError
        If the shelf has no tin that may be used, or too little is left in all of them.
    ValueError
        If a tool is too coarse for the batch, or a key is unknown.
    """
    recipes: list[Recipe] = []
    draws = shelf.draw(DRAWS)
    for group in usable(shelf, wishes):
        palette = palette_of(shelf, group)
        unit = wishes.tool.unit(max(shelf.materials[place].mass_density for place in group))
        if unit is not None and unit > wishes.batch / 2:
            raise ValueError(
                f"the smallest amount of the {wishes.tool.title} ({marked(unit, unit='ml')}) is too "
                "coarse for "
                f"{marked(wishes.batch, unit='ml')}: "
                "mix more or take a finer tool"
            )
        most = np.minimum(1.0, np.array([shelf.materials[place].left for place in group]) / wishes.batch)
        must = tuple(group.index(shelf.index(key)) for key in wishes.use)
        units = None if unit is None else wishes.batch / unit
        drawn = Misses(
            K=draws[0][:, group], S=draws[1][:, group], solids=palette.solids, veil=palette.veil,
            goal=target.goal,
            poured=pour_factors(DRAWS, wishes.most_tins, wishes.tool.error),
            off=model_errors(DRAWS, target.goal),
        )  # fmt: skip
        search = Search(
            palette, target.goal, parts=wishes.parts, units=units, must=must, most=most, drawn=drawn
        )
        for tins in range(max(1, len(must)), wishes.most_tins + 1):
            recipes += _recipes(shelf, target, wishes, unit, group, search.best(tins), draws)
    if not recipes:
        raise NothingToMixError("too little is left in the tins for so much: ask for less, or fill the shelf")
    return _front(recipes)


def _recipes(
    shelf: Shelf,
    target: Target,
    wishes: Wishes,
    unit: float | None,
    group: Sequence[int],
    candidates: Sequence[Candidate],
    draws: tuple[FloatArray, FloatArray],
) -> list[Recipe]:
    """Return a few candidates as recipes, the likeliest first and the nearest among them: of each set of tins
    its two best ratios, where enough is left."""
    chosen: list[tuple[Pour, ...]] = []
    count: dict[frozenset[str], int] = {}
    likely = sorted(candidates, key=lambda one: (round(one.expected / 0.05), sum(one.units)))
    for candidate in [*candidates[:_NEAREST], *likely]:
        pours = _pours(shelf, wishes, unit, [group[tin] for tin in candidate.tins], candidate.units)
        tins = frozenset(pour.key for pour in pours)
        short = any(pour.ml > shelf.materials[shelf.index(pour.key)].left for pour in pours)
        if short or count.get(tins, 0) == 2 or pours in chosen:
            continue
        count[tins] = count.get(tins, 0) + 1
        chosen.append(pours)
        if len(chosen) == _RANKED:
            break
    return assess(shelf, target, chosen, pour_error=wishes.tool.error, draws=draws)


def _pours(
    shelf: Shelf, wishes: Wishes, unit: float | None, places: Sequence[int], units: tuple[int, ...]
) -> tuple[Pour, ...]:
    """Return what is poured of each tin, most first, as whole multiples of the tool's unit."""
    ratio = lowest_terms(units)
    shares = shared_out(ratio, batch=wishes.batch, unit=unit)
    pours = [
        Pour(key=shelf.materials[place].key, parts=parts, ml=ml)
        for place, parts, ml in zip(places, ratio, shares, strict=True)
    ]
    return tuple(sorted(pours, key=lambda pour: -pour.ml))


def _front(recipes: list[Recipe]) -> list[Recipe]:
    def rank(recipe: Recipe) -> tuple[float, int]:
        return round(recipe.expected / 0.05), sum(pour.parts for pour in recipe.pours)

    front: list[Recipe] = []
    for tins in range(1, 5):
        kept: dict[frozenset[str], Recipe] = {}
        for recipe in sorted((r for r in recipes if len(r.pours) == tins), key=rank):
            kept.setdefault(frozenset(pour.key for pour in recipe.pours), recipe)
        best = list(kept.values())
        shown = best[:_PER_COUNT]
        plain = min(best, key=lambda recipe: recipe.worst, default=None)
        if plain is not None and plain not in shown:
            shown = [*shown[: _PER_COUNT - 1], plain]
        front += shown
    return front
