"""The search behind recipes: which few tins, at which ratio, come nearest to a colour.

Sets of tins are chosen by the linear model, around the goal and around what the best pair reaches, since a goal may lie
far outside; their best ratios are found on the exact equations, whole parts tried around them, and what is likely to
come of each is computed over drawn shelves where there are any.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.recipes.enumeration import compositions, extended, promising_sets
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.linear_model import LinearModel, reference_of
from jug_mingle.core.recipes.wishes import Goal

_ALL_PAIRS: Final = 2500
_BEAM: Final = 150
"""Sets of three or four that are taken from each place where they are looked for."""

_ALIVE: Final = (180, 90, 60, 45)
"""So many sets are followed in the first, second ... round of the settling, at most; as many as in the last then on."""

_GROWN: Final = 16
"""The best smaller sets that one more tin is tried with."""

_OPENED: Final = 32
"""Sets whose ratios of whole parts are tried: so many of the nearest, and of the likeliest."""

_RATIOS: Final = 90
_ROUGHLY, _SETS_LOOKED_AT, _RATIOS_LOOKED_AT = 6, 120, 400
"""By so many drawn palettes the likeliest of so many sets and ratios are found; all draws tell of the best only."""

_TOLD: Final = 32
_EACH: Final = 10
"""So many ratios of the likeliest, and so many of one set: what is likeliest may be another ratio than the nearest."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Candidate:
    """A ratio of tins: indices into the palette, volumes in whole units, its plain CIEDE2000, and what is likely."""

    pots: tuple[int, ...]
    units: tuple[int, ...]
    miss: float
    expected: float


class Search:
    """The best ratios of one, two, three and four tins of a palette for a goal.

    Parameters
    ----------
    parts : int
        The largest sum of a ratio in whole parts.
    units : float, optional
        How many units of the measuring tool the batch holds; ratios that fine are tried as well.
    must : tuple of int
        Tins that have to be in it.
    most : (n,) ndarray, optional
        The largest share of the batch that each tin can give. [0..1]
    drawn : Misses, optional
        Drawn palettes, by which the expected difference is told; without them it is the plain one.
    """

    def __init__(
        self, palette: Palette, goal: Goal, *, parts: int, units: float | None, must: tuple[int, ...] = (),
        most: FloatArray | None = None, drawn: Misses | None = None,
    ) -> None:  # fmt: skip
        self.palette, self.goal, self.parts, self.units, self.must = palette, goal, parts, units, must
        self.most = np.ones(palette.size) if most is None else most
        self.plain = Misses.of(palette, goal)
        self.coarse = self.plain.every_second_band()
        self.drawn = drawn
        self.drawn_roughly = None if drawn is None else drawn.first(_ROUGHLY).every_second_band()
        self.least = 1.0 / max(parts, units or 0.0)
        self._settled: dict[int, tuple[Indices, FloatArray, FloatArray]] = {}

    @cached_property
    def _models(self) -> list[LinearModel]:
        """Linear models around the goal, and around what the best pair reaches where that is another place."""
        sets, volumes, misses = self._pairs
        found = [self._around_goal]
        if misses[0] > 0.5:
            found.append(LinearModel(self.palette, self.goal, self.palette.seen_of(volumes[0], sets[0])))
        return found

    @cached_property
    def _around_goal(self) -> LinearModel:
        return LinearModel(self.palette, self.goal, reference_of(self.goal))

    @cached_property
    def _pairs(self) -> tuple[Indices, FloatArray, FloatArray]:
        return self._settle_pairs(())

    def best(self, pots: int) -> list[Candidate]:
        """Return good ratios of exactly `pots` tins, 1 to 4, the nearest first; the likeliest are among them."""
        if self.palette.size < pots or len(self.must) > pots:
            return []
        sets, volumes, misses = self._settled_sets(pots)
        opened = np.arange(len(sets))[:_OPENED]
        if self.drawn_roughly is not None:
            some = self.drawn_roughly(sets[:_SETS_LOOKED_AT], volumes[:_SETS_LOOKED_AT]).mean(axis=0)
            opened = np.union1d(opened, np.argsort(some, kind="stable")[: _OPENED // 2])
        opened = opened[np.isfinite(misses[opened])]
        if not opened.size:
            return []
        return self._ranked(*self._trials(sets[opened], volumes[opened]))

    def _settled_sets(self, pots: int) -> tuple[Indices, FloatArray, FloatArray]:
        """Return sets (m, tins) with the volumes and the misses of their best mixes, nearest first."""
        if pots not in self._settled:
            if pots == 1:
                sets = promising_sets(self._around_goal, 1, self.must)[0]
                self._settled[1] = self._settle(sets, np.ones((len(sets), 1)))
            elif pots == 2:
                self._settled[2] = self._settle_pairs(self.must) if self.must else self._pairs
            else:
                self._settled[pots] = self._settle(*self._starts(pots))
        return self._settled[pots]

    def _settle_pairs(self, must: tuple[int, ...]) -> tuple[Indices, FloatArray, FloatArray]:
        sets = promising_sets(self._around_goal, 2, must)[0][:_ALL_PAIRS]
        ladder = np.geomspace(1 / 60, 60, 11)
        grid = np.stack([ladder, np.ones(11)], axis=1)
        return self._settle(*self._best_starts(np.repeat(sets, 11, axis=0), np.tile(grid, (len(sets), 1))))

    def _starts(self, pots: int) -> tuple[Indices, FloatArray]:
        """Return sets of three or four that may be good, each once, with volumes to begin from."""
        sets, volumes = [], []
        for linear in self._models:
            found, bound = promising_sets(linear, pots, self.must)
            found = found[np.isfinite(bound)][:_BEAM]
            sets += [found, found]
            volumes += [linear.weights(found) / linear.pull[found], np.ones(found.shape)]
        if len(self.must) < pots:
            settled = self._settled_sets(pots - 1)
            smaller, their = settled[0][:_GROWN], settled[1][:_GROWN]
            grown = extended(smaller, self.palette.size)
            # Begin from the smaller set's own mix, with a little or much of the new tin.
            amounts = np.zeros((len(smaller), self.palette.size))
            np.put_along_axis(amounts, smaller, their / their.sum(axis=1, keepdims=True), 1)
            member = amounts > 0.0
            holds = member[:, grown].sum(axis=2) == pots - 1
            base = np.take_along_axis(amounts[np.argmax(holds, axis=0)], grown, axis=1)
            for share in (0.05, 0.25, 1.0):
                sets.append(grown)
                volumes.append(np.where(base > 0.0, base, share))
        return self._best_starts(np.concatenate(sets), np.concatenate(volumes))

    def _best_starts(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, FloatArray]:
        """Return each set once, with those of its volumes that come nearest."""
        order = np.argsort(self._within(sets, np.exp(self._logs(volumes))), kind="stable")
        code = sets[order] @ (self.palette.size ** np.arange(sets.shape[1], dtype=np.int64))
        first = order[np.unique(code, return_index=True)[1]]
        return sets[first], volumes[first]

    def _within(self, sets: Indices, volumes: FloatArray, *, roughly: bool = True) -> FloatArray:
        """Return the plain misses (m,); infinity where a tin cannot give so much."""
        misses: FloatArray = (self.coarse if roughly else self.plain)(sets, volumes)[0]
        if np.any(self.most < 1.0):
            shares = volumes / volumes.sum(axis=1, keepdims=True)
            misses[np.any(shares > self.most[sets] + 1e-9, axis=1)] = np.inf
        return misses

    def _logs(self, volumes: FloatArray) -> FloatArray:
        """Return the logarithm of shares (..., k), none of them smaller than can be poured."""
        return np.asarray(np.log(np.maximum(volumes / volumes.sum(axis=-1, keepdims=True), self.least)))

    def _settle(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, FloatArray, FloatArray]:
        """Return the sets with their best volumes and misses, nearest first: a pattern search in the logarithm.

        Sets that are far behind are not followed to their end.
        """
        log_v = self._logs(volumes)
        misses = self._within(sets, np.exp(log_v))
        k = sets.shape[1]
        moves = np.vstack([np.eye(k), -np.eye(k)])[:: 1 if k > 2 else 2]
        steps = np.full(len(sets), 0.7)
        for round_ in range(10 if k > 1 else 0):
            alive = np.argsort(misses, kind="stable")[: _ALIVE[min(round_, len(_ALIVE) - 1)]]
            alive = alive[steps[alive] > 0.03]
            if not alive.size:
                break
            tried = self._logs(np.exp(log_v[alive, np.newaxis] + moves * steps[alive, np.newaxis, np.newaxis]))
            found = self._within(np.repeat(sets[alive], len(moves), axis=0), np.exp(tried.reshape(-1, k)))
            found = found.reshape(-1, len(moves))
            place = np.argmin(found, axis=1)
            least = found[np.arange(len(alive)), place]
            better = least < misses[alive]
            log_v[alive[better]] = tried[better, place[better]]
            misses[alive[better]] = least[better]
            steps[alive[~better]] *= 0.4
        order = np.argsort(misses, kind="stable")
        return sets[order], np.exp(log_v[order]), misses[order]

    def _trials(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, NDArray[np.int64], NDArray[np.intp]]:
        """Return whole-number ratios (t, tins) around the best volumes of sets, and which set each is of."""
        pots = sets.shape[1]
        ratios = compositions(pots, max(self.parts, pots))
        shares = volumes / volumes.sum(axis=1, keepdims=True)
        if len(ratios) > _RATIOS:
            logs, least = np.log(ratios / ratios.sum(axis=1, keepdims=True)), 1.0 / self.parts
            apart = ((np.log(np.maximum(shares, least))[:, np.newaxis] - logs) ** 2).sum(axis=2)
            near = np.argpartition(apart, _RATIOS, axis=1)[:, :_RATIOS]
        else:
            near = np.tile(np.arange(len(ratios)), (len(sets), 1))
        which, trials = np.repeat(np.arange(len(sets)), near.shape[1]), ratios[near].reshape(-1, pots)
        if self.units is not None and pots > 1:
            corners = np.array(np.meshgrid(*[[0, 1]] * pots)).reshape(pots, -1).T
            low = np.floor(shares * self.units).astype(np.int64)
            fine = np.maximum(low[:, np.newaxis] + corners, 1).reshape(-1, pots)
            which = np.concatenate([which, np.repeat(np.arange(len(sets)), len(corners))])
            trials = np.concatenate([trials, fine])
        return sets[which], trials, which

    def _ranked(self, sets: Indices, trials: NDArray[np.int64], which: NDArray[np.intp]) -> list[Candidate]:
        """Return the best few ratios of each set, the nearest first; of drawn palettes, the likeliest of them."""
        amounts = trials.astype(float)
        misses = self._within(sets, amounts, roughly=False)
        order = np.lexsort((trials.sum(axis=1), np.round(misses, 2)))
        # How many ratios of the same set are nearer, by counting within each set.
        by_set = order[np.argsort(which[order], kind="stable")]
        starts = np.flatnonzero(np.diff(which[by_set], prepend=-1))
        rank = np.empty(len(order), dtype=np.int64)
        rank[by_set] = np.arange(len(order)) - np.repeat(starts, np.diff(np.append(starts, len(order))))
        kept = order[(rank[order] < _EACH) & np.isfinite(misses[order])]
        expected = misses.copy()
        if self.drawn is not None and self.drawn_roughly is not None:
            looked_at = kept[:_RATIOS_LOOKED_AT]
            rough = self.drawn_roughly(sets[looked_at], amounts[looked_at]).mean(axis=0)
            told = np.union1d(looked_at[np.argsort(rough, kind="stable")[:_TOLD]], kept[: _TOLD // 4])
            expected[told] = self.drawn(sets[told], amounts[told]).mean(axis=0)
            kept = kept[np.isin(kept, told)]
        return [
            Candidate(pots=tuple(p), units=tuple(u), miss=m, expected=e)
            for p, u, m, e in zip(
                sets[kept].tolist(), trials[kept].tolist(), misses[kept].tolist(), expected[kept].tolist(), strict=True
            )
        ]


def best_candidates(
    palette: Palette, goal: Goal, *, pots: int, parts: int, units: float | None, must: tuple[int, ...] = (),
    most: FloatArray | None = None,
) -> list[Candidate]:  # fmt: skip
    """Return `Search.best` of one number of tins."""
    return Search(palette, goal, parts=parts, units=units, must=must, most=most).best(pots)


def exhaustive(
    palette: Palette, goal: Goal, *, pots: int, parts: int, report: Callable[[float], None] | None = None,
    drawn: Misses | None = None,
) -> Candidate:  # fmt: skip
    """Return the best ratio of up to `parts` whole parts by trying every one; what the search is measured against.

    With `drawn` palettes it is the best by the expected difference, else by the plain one.
    """
    best = Candidate(pots=(), units=(), miss=np.inf, expected=np.inf)
    plain, ratios = Misses.of(palette, goal), compositions(pots, parts)
    sets = np.array(list(combinations(range(palette.size), pots)), dtype=np.intp).reshape(-1, pots)
    for start in range(0, len(sets), 64):
        chunk = np.repeat(sets[start : start + 64], len(ratios), axis=0)
        volumes = np.tile(ratios, (len(chunk) // len(ratios), 1))
        misses = plain(chunk, volumes.astype(float))[0]
        expected = misses if drawn is None else drawn(chunk, volumes.astype(float)).mean(axis=0)
        place = int(np.argmin(expected))
        if expected[place] < best.expected:
            best = Candidate(
                pots=tuple(chunk[place].tolist()), units=tuple(volumes[place].tolist()), miss=float(misses[place]),
                expected=float(expected[place]),
            )  # fmt: skip
        if report is not None:
            report(start / len(sets))
    return best


def warm_up() -> None:
    """Have the loop that every search needs compiled, by a small one."""
    K = np.array([[0.001] * BANDS, [0.2] * BANDS])
    few = Palette(K=K, S=np.full((2, BANDS), 0.05), solids=np.ones(2), veil=np.ones(2))
    best_candidates(few, Goal(Lab=np.array([[50.0, 0.0, 0.0]]), lights=(DAYLIGHT,)), pots=2, parts=4, units=None)
