"""Layered targets: the wash, stain or glaze, and its film, that gives a wanted look over a given ground."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations, product
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.recipes.wishes import Goal, NothingToMixError, Target

WATER: Final = (0.0, 1.0, 2.0, 3.0, 5.0)
"""Parts of water to one of paint that are tried: from neat to very thin (common practice: a wash is 1 : 2)."""

SHARE_LEFT: Final = (1.0, 0.6, 0.35, 0.15)
"""Shares of a coat that stay when it is left alone, wiped lightly, wiped, wiped hard."""

WIPED: Final = ("left alone", "wiped lightly", "wiped", "wiped hard")
_RATIOS: Final = ((1, 1), (2, 1), (1, 2), (3, 1), (1, 3), (5, 1), (1, 5))


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class FilmOverGround:
    """A film to lay: what is mixed, how thin, how many coats, how it is wiped, and the look that comes of it.

    Attributes
    ----------
    parts : tuple of (material key, parts)
        The colour, one or two materials.
    water : float
        Parts of thinner to one part of that colour.
    X : float
        Dry thickness of all coats. [µm]
    """

    parts: tuple[tuple[str, int], ...]
    water: float
    coats: int
    wiped: str
    X: float
    R: FloatArray
    delta_E: float


def coat_thickness(*, spread_rate: float, solids: float, water: float, left: float) -> float:
    """Return the dry thickness of one coat. [µm]

    1000 / spread rate is the wet thickness; of that, solids / (1 + water) dries to film, and `left` of it stays.
    """
    return 1000.0 / spread_rate * solids / (1.0 + water) * left


def find_films(
    shelf: Shelf,
    target: Target,
    ground: Ground,
    *,
    most_coats: int = 3,
    keys: Sequence[str] | None = None,
    count: int = 5,
) -> list[FilmOverGround]:
    """Return the films of one or two materials that come nearest to a look over a ground, best first.

    Paints are tried thinned with water, stains and glazes as they are; each in up to `most_coats` coats, wiped or not.

    Parameters
    ----------
    keys : sequence of str, optional
        The only materials to use.

    Raises
    ------
    NothingToMixError
        If there is nothing that colours.
    """
    if not 1 <= most_coats <= 6:
        raise ValueError(f"from 1 to 6 coats can be laid, got {most_coats}")
    R_g = R_body(ground.R_seen, ground.veil)
    singles = [
        (material.key,)
        for material in shelf.materials
        if material.kind.optical in ("hiding", "transparent")
        and material.kind.colours
        and (keys is None or material.key in keys)
    ]
    if not singles:
        raise NothingToMixError("nothing on the shelf colours: add a paint or a stain")
    found = [layer for mix in singles for layer in _films(shelf, target.goal, R_g, mix, (1,), most_coats)]
    found.sort(key=lambda layer: layer.delta_E)
    best = list(dict.fromkeys(layer.parts[0][0] for layer in found))[:6]
    for pair in combinations(best, 2):
        if not may_mix([shelf.materials[shelf.index(key)] for key in pair]):
            for ratio in _RATIOS:
                found += _films(shelf, target.goal, R_g, pair, ratio, most_coats)
    return _distinct(found, count)


def _distinct(found: list[FilmOverGround], count: int) -> list[FilmOverGround]:
    """Return the best layer of each set of materials; one material before two where they differ by less than 0.3."""
    kept: dict[tuple[str, ...], FilmOverGround] = {}
    for layer in sorted(found, key=lambda layer: layer.delta_E + 0.3 * len(layer.parts) + 0.05 * layer.coats):
        kept.setdefault(tuple(sorted(key for key, _ in layer.parts)), layer)
    return list(kept.values())[:count]


def _films(
    shelf: Shelf, goal: Goal, R_g: FloatArray, mix: tuple[str, ...], ratio: tuple[int, ...], most_coats: int
) -> list[FilmOverGround]:
    materials = [shelf.materials[shelf.index(key)] for key in mix]
    dry = np.array([m.solids * part for m, part in zip(materials, ratio, strict=True)])
    solids, c = float(dry.sum() / sum(ratio)), dry / dry.sum()
    K = c @ np.array([shelf.optics(key).K for key in mix])
    S = c @ np.array([shelf.optics(key).S for key in mix])
    veil = float(c @ np.array([m.veil for m in materials]))
    spread_rate = float(np.mean([m.spread for m in materials]))
    thinned = materials[0].kind.optical == "hiding" and materials[0].kind.base == "water"
    tried = list(product(WATER if thinned else (0.0,), range(1, most_coats + 1), range(len(SHARE_LEFT))))
    X = np.array(
        [
            coats * coat_thickness(spread_rate=spread_rate, solids=solids, water=water, left=SHARE_LEFT[wipe])
            for water, coats, wipe in tried
        ]
    )
    R = R_seen(R_film(K=K, S=S, X=X, R_g=R_g), veil)
    misses = goal.miss(R)
    return [
        FilmOverGround(
            parts=tuple(zip(mix, ratio, strict=True)),
            water=water,
            coats=coats,
            wiped=WIPED[wipe],
            X=float(X[at]),
            R=read_only(R[at]),
            delta_E=float(misses[at]),
        )
        for at, (water, coats, wipe) in enumerate(tried)
        if misses[at] < 25.0
    ]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class TwoWoods:
    """Stains that bring two woods together: the same first coat on both, then one of its own on each, or none.

    Attributes
    ----------
    first : str
        Key of the first stain.
    second : tuple of (str or None, str or None)
        Keys of the second coats on the one wood and the other.
    R : tuple of two (36,) ndarray
        The looks.
    apart : float
        CIEDE2000 between them, in the worst light.
    from_target : float
        CIEDE2000 of the farther one from the target, 0 without one.
    """

    first: str
    second: tuple[str | None, str | None]
    R: tuple[FloatArray, FloatArray]
    apart: float
    from_target: float


def match_two_woods(
    shelf: Shelf, woods: tuple[Ground, Ground], lights: Target, *, to_target: bool = True, count: int = 3
) -> list[TwoWoods]:
    """Return the best ways to stain two woods alike (common practice: same stain first, a second one on the paler).

    Parameters
    ----------
    lights : Target
        Its lights judge; with `to_target` both woods shall also come near its colour.

    Raises
    ------
    NothingToMixError
        If there is no stain on the shelf.
    """
    stains = [m for m in shelf.materials if m.kind.optical == "transparent" and m.kind.base != "wax"]
    if not stains:
        raise NothingToMixError("there is no stain on the shelf: add one")
    bare = [R_body(wood.R_seen, wood.veil) for wood in woods]
    found: list[TwoWoods] = []
    for first in stains:
        once = [_stained(shelf, R_g, first.key) for R_g in bare]
        second = [None, *(m for m in stains if m.kind.base == first.kind.base)]
        looks = [
            [R_seen(R if m is None else _stained(shelf, R, m.key), first.veil) for m in second] for R in once
        ]  # fmt: skip
        for a, b in product(range(len(second)), repeat=2):
            pair = (looks[0][a], looks[1][b])
            apart = float(Target(R=pair[0], lights=lights.lights).goal.miss(pair[1]))
            off = float(max(lights.goal.miss(R) for R in pair)) if to_target else 0.0
            names = (second[a], second[b])
            found.append(
                TwoWoods(
                    first=first.key,
                    second=(names[0].key if names[0] else None, names[1].key if names[1] else None),
                    R=(read_only(pair[0]), read_only(pair[1])),
                    apart=apart,
                    from_target=off,
                )
            )
    return sorted(found, key=lambda way: way.apart + 0.5 * way.from_target)[:count]


def _stained(shelf: Shelf, R_g: FloatArray, key: str) -> FloatArray:
    """Return the body reflectance after one coat, wiped."""
    material = shelf.materials[shelf.index(key)]
    optics: Optics = shelf.optics(key)
    return R_film(K=optics.K, S=optics.S, X=material.dry_coat * SHARE_LEFT[1], R_g=R_g)
