"""Two woods, or three, made one: what is laid on each, and how far apart they stay."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import combinations, product
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import body_over, looks_by_laying
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.recipes.assessment import Likely
from jug_mingle.core.recipes.over import OverStep, OverWishes, alone, drawn_looks, drawn_pours, step_of
from jug_mingle.core.recipes.over_kinds import Palette, alike, palettes
from jug_mingle.core.recipes.over_search import Found, OverSearch, grid
from jug_mingle.core.recipes.wishes import Goal, NothingToMixError, Target

KINDS: Final = (("stain", "tinted_oil"), ("paint_stain", "wash"))
"""What woods are brought together with: stains, and paint where they leave the woods farther apart than
`_TOGETHER`."""

_TOGETHER: Final = 3.0
"""What is hardly told apart at a table's distance. [CIEDE2000]"""

_KEPT: Final = 40
_GOALS, _FIRSTS = 3, 2
_EVERY_HOW: Final = 5
_RATIOS: Final = (11, 13, 31)
"""Of pairs one to one, one to three, and three to one, in every so many of the ways to lay them."""

_MIXES: Final = 6
_FROM_TARGET: Final = 0.5
"""What a miss of the target counts beside the woods' staying apart."""

_STRIPS, _TELLS = 4, 0.3
"""So many strips are named, of those that narrow the bands by at least so much [CIEDE2000]."""

HOW_WORDS: Final = {
    "waits": "one mix, each wood its own wait",
    "first": "the same first coat, a second on the paler wood",
    "own": "a mix for each wood",
}


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class WoodsMadeOne:
    """What brings woods together.

    Attributes
    ----------
    how : str
        A key of `HOW_WORDS`.
    steps : tuple of tuple of OverStep
        What is laid on each wood, in the order of the woods; nothing where one stays as it is.
    R : tuple of (36,) ndarray
        The looks. [0..1]
    apart : tuple of Likely
        CIEDE2000 between those farthest apart, in each light.
    from_target : float or None
        CIEDE2000 of the farthest one from the target, worst light; None without one.
    left_apart : float
        CIEDE2000 between the looks of those farthest apart, worst light.
    tells : tuple of float
        How much narrower the band of `apart` is where it is known how that wood comes out, worst light.
        [CIEDE2000]
    """

    how: str
    steps: tuple[tuple[OverStep, ...], ...]
    R: tuple[FloatArray, ...]
    apart: tuple[Likely, ...]
    from_target: float | None
    left_apart: float
    tells: tuple[float, ...]

    @property
    def rank(self) -> float:
        """What ways are ordered by."""
        return max(likely.expected for likely in self.apart) + _FROM_TARGET * (self.from_target or 0.0)


def make_one(
    shelf: Shelf, woods: Sequence[Ground], lights: Sequence[Light], target: Target | None, wishes: OverWishes,
    *, count: int = 4,
) -> list[WoodsMadeOne]:  # fmt: skip
    """Return the best ways to bring two or three woods together, with a target or without.

    Raises
    ------
    NothingToMixError
        If nothing on the shelf goes into wood.
    ValueError
        If there are not two or three woods, or one takes nothing in.
    """
    if not 2 <= len(woods) <= 3:
        raise ValueError(f"two or three woods can be brought together, got {len(woods)}")
    for wood in woods:
        if not wood.takes:
            raise ValueError(f"{wood.name} takes nothing in: strip it to bare wood first, or paint both")
    every = palettes(shelf, wishes.allowed(shelf), takes=True)
    there = [some for kinds in KINDS if (some := [palette for palette in every if palette.kind.key in kinds])]
    if not there:
        raise NothingToMixError("nothing on the shelf goes into wood: add a stain, or paint to wash with")
    found: list[WoodsMadeOne] = []
    for n in range(len(there)):
        some = [palette for kinds in there[: n + 1] for palette in kinds]
        maker = _Maker(
            shelf, list(woods), tuple(lights), target, some, min(wishes.most, 2), wishes.pour_error
        )
        found += [*maker.with_one_film(), *maker.with_first()]
        if min(two_woods.left_apart for two_woods in found) <= _TOGETHER:
            break
    best: dict[object, WoodsMadeOne] = {}
    for one in sorted(found, key=lambda two_woods: two_woods.rank):
        names = tuple(tuple(sorted(key for step in steps for key in step.film.keys)) for steps in one.steps)
        best.setdefault((one.how, names), one)
    ways = list(best.values())
    of_each = [
        next(two_woods for two_woods in ways if two_woods.how == how)
        for how in dict.fromkeys(two_woods.how for two_woods in ways)
    ]
    # And what leaves them least apart if all goes as it is predicted, though that be less sure.
    of_each += [
        two_woods for two_woods in [min(ways, key=lambda one: one.left_apart)] if two_woods not in of_each
    ]
    others = [two_woods for two_woods in ways if two_woods not in of_each]
    return sorted([*of_each, *others[: max(0, count - len(of_each))]], key=lambda two_woods: two_woods.rank)


_Offer = tuple[tuple[OverStep, ...], FloatArray]
"""What might be laid on a wood, and its look (36,)."""


@dataclass(frozen=True, slots=True)
class _Maker:
    shelf: Shelf
    woods: list[Ground]
    lights: tuple[Light, ...]
    target: Target | None
    there: list[Palette]
    most: int
    pour_error: float

    def goals(self) -> list[tuple[Goal, tuple[OverStep, ...]]]:
        """Return the looks to bring the woods to, with what the darkest wood gets for it.

        Without a target they are that wood as it is, and what of it the others come nearest to.
        """
        if self.target is not None:
            return [(self.target.goal, ())]
        given: list[tuple[OverStep, ...]] = [(), *self._meeting()]
        dark = self.woods[self.darkest]
        return [(self._goal(self._look(dark, steps)), steps) for steps in given]

    def _meeting(self) -> list[tuple[OverStep, ...]]:
        """Return films of few sets on the darkest wood that films on the others, of a coarse grid, come
        nearest to."""
        groups = alike(self.there)
        coarse = [
            [_Coarse(OverSearch(self.shelf, group, wood, self._goal(wood.R_seen))) for group in groups]
            for wood in self.woods
        ]
        Labs = [np.concatenate([_in_lights(_coarse.R, self.lights) for _coarse in some]) for some in coarse]
        dark = Labs.pop(self.darkest)
        from scipy.spatial import cKDTree  # ten megabytes that a start need not take

        apart: FloatArray = np.array([cKDTree(Lab).query(dark)[0] for Lab in Labs]).max(axis=0)
        ends = np.cumsum([len(_coarse.R) for _coarse in coarse[self.darkest]])
        found: dict[object, tuple[OverStep, ...]] = {}
        for at in np.argsort(apart, kind="stable").tolist():
            group = int(np.searchsorted(ends, at, side="right"))
            own = coarse[self.darkest][group]
            step = step_of(self.shelf, own.found(at - int(ends[group]) + len(own.R)))
            found.setdefault(tuple(sorted(step.film.keys)), (step,))
            if len(found) == _GOALS:
                break
        return list(found.values())

    def _likeliest(self, palette: Palette) -> list[OverStep]:
        """Return every stain of a palette in one coat, wiped after two minutes; those first that alone, each
        wood waiting as it needs, leave the woods least apart, and nearest to the colour."""
        how = next(n for n, one in enumerate(palette.kind.hows) if one.laying.wait == 2.0)
        steps = [alone(self.shelf, palette, place, how) for place in palette.colours]
        return sorted(
            steps, key=lambda step: self._left_apart([self._laid(step, wood) for wood in self.woods])[0]
        )

    @property
    def darkest(self) -> int:
        return int(np.argmin([R_to_Lab(wood.R_seen)[0] for wood in self.woods]))

    def with_one_film(self) -> list[WoodsMadeOne]:
        """One film on each wood: a mix of its own, or one mix on all that each wood waits for as it needs."""
        found = []
        for given, offered in self._offers():
            found.append(self._made("own", self._nearest(offered)))
            pale = [over_steps for over_steps, _ in offered[(self.darkest + 1) % len(self.woods)]]
            mixes = list(
                {over_steps[0].parts: over_steps[0] for over_steps in (given, *pale) if over_steps}.values()
            )
            found += [
                self._made("waits", self._nearest([self._laid(step, wood) for wood in self.woods]))
                for step in mixes[: _MIXES if self.target is not None else 2]
            ]
        return found

    def _offers(self) -> list[tuple[tuple[OverStep, ...], list[list[_Offer]]]]:
        """Return what the darkest wood gets for each goal, and what is offered for each wood.

        Without a target that is all that the darkest gets; where the best of it leaves the woods apart, it
        gets what brings it to the others in turn, too.
        """
        every, dark = range(len(self.woods)), self.darkest
        if self.target is not None:
            return [(given, [self._to(goal, at) for at in every]) for goal, given in self.goals()]
        found = [
            (
                given,
                [
                    self._to(goal, at) if at != dark else [(given, self._look(self.woods[at], given))]
                    for at in every
                ],
            )
            for goal, given in self.goals()
        ]
        nearest = [self._left_apart(offered) for _, offered in found]
        if min(apart for apart, _ in nearest) > _TOGETHER:
            other = (dark + 1) % len(self.woods)
            for (_, offered), (_, steps) in zip(found, nearest, strict=True):
                offered[dark] += self._to(self._goal(self._look(self.woods[other], steps[other])), dark)
        return found

    def _to(self, goal: Goal, at: int) -> list[_Offer]:
        """Return films that bring a wood near a look."""
        found: list[tuple[Found, FloatArray]] = []
        for group in alike(self.there):
            search = OverSearch(self.shelf, group, self.woods[at], goal)
            near = search.near(self.most)[:_KEPT]
            found += zip(near, search.looks_of(near), strict=True)
        found.sort(key=lambda one: one[0].delta_E)
        return [((step_of(self.shelf, way),), R) for way, R in found[:_KEPT]]

    def _laid(self, step: OverStep, wood: Ground) -> list[_Offer]:
        """Return one mix on a wood in every wait and number of coats, thinned and wiped as it is, with its
        looks."""
        layings = [
            how.laying
            for how in step.kind.hows
            if how.water == step.film.water and how.laying.wipe == step.film.laying.wipe
        ]
        looks = looks_by_laying(self.shelf, step.film, layings, wood)
        return [
            ((replace(step, film=replace(step.film, laying=laying)),), R)
            for laying, R in zip(layings, np.clip(looks, 0.0, 1.0), strict=True)
        ]

    def with_first(self) -> list[WoodsMadeOne]:
        """The same first coat on all, then on every paler wood a second that brings it to the darkest."""
        found = []
        for palette in self.there:
            if palette.kind.key != "stain":
                continue
            found += [
                self._made("first", [self._second(first, at) for at in range(len(self.woods))])
                for first in self._likeliest(palette)[:_FIRSTS]
            ]
        return found

    def _second(self, first: OverStep, at: int) -> tuple[OverStep, ...]:
        if at == self.darkest:
            return (first,)
        wood = self.woods[at]
        laid = body_over(self.shelf, [first.film], wood)
        after = replace(wood, R_seen=np.clip(laid.seen, 0.0, 1.0), veil=float(laid.veil))
        goal = self._goal(self._look(self.woods[self.darkest], (first,)))
        stains = [palette for palette in self.there if palette.kind.key == "stain"]
        best = min(
            (OverSearch(self.shelf, [palette], after, goal).best(self.most)[0] for palette in stains),
            key=lambda way: way.delta_E,
        )
        return (first, step_of(self.shelf, best))

    def _nearest(self, offered: Sequence[Sequence[_Offer]]) -> list[tuple[OverStep, ...]]:
        """Return of what is offered for each wood that which leaves them least apart, and near the target."""
        return self._left_apart(offered)[1]

    def _left_apart(self, offered: Sequence[Sequence[_Offer]]) -> tuple[float, list[tuple[OverStep, ...]]]:
        """Return the same, and before it how far apart, and from the target, that leaves them."""
        Labs = [
            np.stack([R_to_Lab(np.array([R for _, R in some]), light) for light in self.lights], axis=1)
            for some in offered
        ]
        wanted = self.target.goal if self.target is not None else None
        rank: FloatArray = np.zeros([len(some) for some in offered])
        for a, b in ((a, b) for a, b in product(range(len(self.woods)), repeat=2) if a < b):
            apart = delta_E_CIE2000(Labs[a][:, np.newaxis], Labs[b][np.newaxis]).max(axis=2)
            rank = np.maximum(rank, _along(apart, a, b, len(self.woods)))
        if wanted is not None:
            off: FloatArray = np.zeros_like(rank)
            for a, Lab in enumerate(Labs):
                miss = delta_E_CIE2000(Lab, wanted.Lab).max(axis=1)
                off = np.maximum(off, miss.reshape([-1 if n == a else 1 for n in range(len(self.woods))]))
            rank = rank + _FROM_TARGET * off
        best = np.unravel_index(int(np.argmin(rank)), rank.shape)
        return float(rank[best]), [some[int(at)][0] for some, at in zip(offered, best, strict=True)]

    def _look(self, wood: Ground, steps: tuple[OverStep, ...]) -> FloatArray:
        return np.clip(body_over(self.shelf, [step.film for step in steps], wood).seen, 0.0, 1.0)

    def _goal(self, R: FloatArray) -> Goal:
        return Target(R=R, lights=self.lights).goal

    def _made(self, how: str, steps: Sequence[tuple[OverStep, ...]]) -> WoodsMadeOne:
        rng = np.random.default_rng(4)
        poured = drawn_pours(rng, self.pour_error, 4)
        drawn = [
            drawn_looks(self.shelf, [step.film for step in some], wood, rng, poured)
            for wood, some in zip(self.woods, steps, strict=True)
        ]
        apart = [Likely.of(self._farthest(drawn, light)) for light in self.lights]
        looks = tuple(
            read_only(self._look(wood, tuple(some))) for wood, some in zip(self.woods, steps, strict=True)
        )
        off = None if self.target is None else float(max(self.target.goal.miss(R) for R in looks))
        left = float(max(self._farthest(looks, light) for light in self.lights))
        worst = self.lights[int(np.argmax([likely.expected for likely in apart]))]
        known = [[*drawn[:n], look, *drawn[n + 1 :]] for n, look in enumerate(looks)]
        widths = [_width(self._farthest(some, worst)) for some in (drawn, *known)]
        return WoodsMadeOne(
            how=how, steps=tuple(tuple(some) for some in steps), R=looks, apart=tuple(apart), from_target=off,
            left_apart=left, tells=tuple(max(0.0, widths[0] - width) for width in widths[1:]),
        )  # fmt: skip

    @staticmethod
    def _farthest(R: Sequence[FloatArray], light: Light) -> FloatArray:
        """Return CIEDE2000 between those of several looks (..., 36) that lie farthest apart."""
        Labs = [R_to_Lab(one, light) for one in R]
        return np.asarray(np.max([delta_E_CIE2000(a, b) for a, b in combinations(Labs, 2)], axis=0))


class _Coarse:
    """Films over one wood: each colour alone in every way to lay it, pairs in few ratios and in few of the
    ways."""

    def __init__(self, search: OverSearch) -> None:
        n, hows = len(search.colours), np.arange(search.starts[-1])
        self.search = search
        self.films = [grid([at], hows) for at in range(n)]
        for pair in combinations(range(n), 2):
            sets, parts, how = grid(pair, hows[::_EVERY_HOW])
            some = np.isin(parts @ [10, 1], _RATIOS)
            self.films.append((sets[some], parts[some], how[some]))
        ends = np.cumsum([len(how) for _, _, how in self.films])
        self.starts = ends - [len(how) for _, _, how in self.films]
        singles, pairs = self.films[:n], self.films[n:]
        looks = [
            search.seen(*(np.concatenate(part) for part in zip(*some, strict=True)))
            for some in (singles, pairs)
            if some
        ]
        self.R = np.clip(np.concatenate(looks), 0.0, 1.0)

    def found(self, at: int) -> Found:
        """Return the film of that number."""
        own = int(np.searchsorted(self.starts, at, side="right")) - 1
        (sets, parts, how), n = self.films[own], at - int(self.starts[own])
        return self.search.as_found((sets[n : n + 1], parts[n : n + 1], how[n : n + 1]))[0]


def _in_lights(R: FloatArray, lights: Sequence[Light]) -> FloatArray:
    Labs: list[FloatArray] = [np.asarray(R_to_Lab(R, light)) for light in lights]
    return np.concatenate(Labs, axis=1)


def _along(apart: FloatArray, a: int, b: int, woods: int) -> FloatArray:
    shape = [1] * woods
    shape[a], shape[b] = apart.shape
    return apart.reshape(shape)


def _width(apart: FloatArray) -> float:
    low, high = np.quantile(apart, [0.1, 0.9])
    return float(high - low)


def strips_to_try(shelf: Shelf, woods: Sequence[Ground], found: Sequence[WoodsMadeOne]) -> list[str]:
    """Return the strips to lay first, in order of what they tell of the ways together: by how much the bands
    of what is left apart narrow when it is known how that film comes out on that wood."""
    tells: dict[str, float] = {}
    for two_woods in found:
        for wood, steps, narrower in zip(woods, two_woods.steps, two_woods.tells, strict=True):
            if steps:
                names = " and ".join(shelf.materials[shelf.index(key)].name for key in steps[0].film.keys)
                strip = f"{names} on {wood.name.lower()}"
                tells[strip] = tells.get(strip, 0.0) + narrower
    order = sorted(tells, key=lambda strip: -tells[strip])
    return [strip for strip in order if tells[strip] > _TELLS][:_STRIPS]
