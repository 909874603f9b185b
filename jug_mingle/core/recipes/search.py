"""The search behind recipes: which few tins, at which ratio, come nearest to a colour.

Every pair is tried; sets of three and four are chosen by the linear model, around the goal and around what
the best pair reaches, since a goal may lie far outside, and grown from the best smaller ones. Best volumes
are found on the exact equations, along their slopes and then by a pattern search, on paper and, where there
are drawn shelves, once more by what is likely to come of them; whole parts are tried around both.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, partial
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.recipes.enumeration import all_sets, compositions, promising_sets
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.linear_model import LinearModel, reference_of
from jug_mingle.core.recipes.newton import newton_step
from jug_mingle.core.recipes.wishes import Goal

_PAIRS: Final = 3000
_FIRST_LADDER, _LADDER = np.geomspace(1 / 40, 40, 7), np.geomspace(1 / 60, 60, 9)
"""Ratios that all pairs are tried at; of more pairs than these, a few ratios tell which are tried at all."""

_BEAM: Final = 300
"""Sets of three or four that are taken from each place where they are looked for."""

_ALIVE: Final = (180, 90, 60, 45)
"""So many sets are followed in the first, second ... round of the settling, at most; as many as in the last
then on."""

_STEPPED: Final = ((320, 5), (100, 15))
"""At least so many of the nearest sets, or one in so many of all, go a step along their slopes; then
another."""

_ROUNDS, _COARSE = 8, (0.25, 0.03)
_ROUNDS_FINELY, _FINE = 8, (0.06, 0.006)
"""Rounds of a pattern search, and its first and last stride, as logarithms."""

_GROWN: Final = 16
"""The best smaller sets that one more tin is tried with."""

_OPENED, _RATIOS, _EACH = 24, 60, 4
"""So many of the nearest sets are tried in so many ratios of whole parts, and so many ratios of each set are
kept."""

_ROUGHLY, _LOOKED_AT = 8, 200
"""By so many drawn palettes the likeliest of so many sets are found; all draws tell of the best only."""

_LIKELY, _ROUNDS_LIKELY, _RATIOS_LIKELY = 20, 5, 50
"""So many sets are followed for so long to where they are likeliest, and so many of their ratios tried."""

_TOLD: Final = 32

Measure = Callable[[Indices, FloatArray], FloatArray]
Trials = tuple[Indices, NDArray[np.int64], NDArray[np.intp]]
"""Sets (t, tins), whole-number ratios of theirs (t, tins), and which of the sets that were opened each is
of."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Candidate:
    """A ratio of tins: indices into the palette, volumes in whole units, its plain CIEDE2000, and what is
    likely."""

    tins: tuple[int, ...]
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
        """Linear models around the goal, and around what the best pair reaches where that is another
        place."""
        sets, volumes, misses = self._pairs
        linear_models = [self._around_goal]
        if misses[0] > 0.5:
            linear_models.append(
                LinearModel(self.palette, self.goal, self.palette.seen_of(volumes[0], sets[0]))
            )
        return linear_models

    @cached_property
    def _around_goal(self) -> LinearModel:
        return LinearModel(self.palette, self.goal, reference_of(self.goal))

    @cached_property
    def _pairs(self) -> tuple[Indices, FloatArray, FloatArray]:
        return self._settle_pairs(())

    def best(self, tins: int) -> list[Candidate]:
        """Return good ratios of exactly `tins` tins, 1 to 4, the nearest first; the likeliest are among
        them."""
        if self.palette.size < tins or len(self.must) > tins:
            return []
        sets, volumes, misses = self._settled_sets(tins)
        within = np.isfinite(misses)
        sets, volumes = sets[within], volumes[within]
        if not len(sets):
            return []
        trials = [self._trials(*self._finely(sets[:_OPENED], volumes[:_OPENED]), _RATIOS)]
        if self.drawn_roughly is not None:
            trials.append(self._trials(*self._likeliest(sets, volumes, self.drawn_roughly), _RATIOS_LIKELY))
        return self._ranked(*trials)

    def _finely(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, FloatArray]:
        """Return sets with their best volumes by all bands: by every second one they are up to a tenth
        off."""
        log_v = self._logs(volumes)
        measure = partial(self._within, roughly=False)
        misses = measure(sets, np.exp(log_v))
        self._follow(sets, log_v, misses, measure, alive=(_OPENED,), rounds=_ROUNDS_FINELY, strides=_FINE)
        return sets, np.exp(log_v)

    def _likeliest(self, sets: Indices, volumes: FloatArray, rough: Misses) -> tuple[Indices, FloatArray]:
        """Return the sets that are likeliest to come near, with the volumes at which they are."""

        def expected(sets: Indices, volumes: FloatArray) -> FloatArray:
            return np.where(self._allowed(sets, volumes), rough(sets, volumes).mean(axis=0), np.inf)

        some, log_v = sets[:_LOOKED_AT], self._logs(volumes[:_LOOKED_AT])
        found = expected(some, np.exp(log_v))
        likely = np.argsort(found, kind="stable")[:_LIKELY]
        some, log_v, found = some[likely], log_v[likely], found[likely]
        self._follow(some, log_v, found, expected, alive=(_LIKELY,), rounds=_ROUNDS_LIKELY)
        return some, np.exp(log_v)

    def _settled_sets(self, tins: int) -> tuple[Indices, FloatArray, FloatArray]:
        """Return sets (m, tins) with the volumes and the misses of their best mixes, nearest first."""
        if tins not in self._settled:
            if tins == 1:
                sets = all_sets(self.palette.size, 1, self.must)
                self._settled[1] = self._settle(sets, np.ones((len(sets), 1)))
            elif tins == 2:
                self._settled[2] = self._settle_pairs(self.must) if self.must else self._pairs
            else:
                self._settled[tins] = self._settle(*self._starts(tins))
        return self._settled[tins]

    def _settle_pairs(self, must: tuple[int, ...]) -> tuple[Indices, FloatArray, FloatArray]:
        sets = all_sets(self.palette.size, 2, must)
        if len(sets) > _PAIRS:
            sets = sets[np.argsort(self._on_ladder(sets, _FIRST_LADDER).min(axis=1), kind="stable")[:_PAIRS]]
        ratios = _LADDER[np.argmin(self._on_ladder(sets, _LADDER), axis=1)]
        return self._settle(sets, np.stack([ratios, np.ones(len(sets))], axis=1))

    def _on_ladder(self, pairs: Indices, ladder: FloatArray) -> FloatArray:
        """Return the misses (m, r) of pairs at each ratio of a ladder."""
        volumes = np.stack([ladder, np.ones(len(ladder))], axis=1)
        misses = self._within(np.repeat(pairs, len(ladder), axis=0), np.tile(volumes, (len(pairs), 1)))
        return misses.reshape(len(pairs), -1)

    def _starts(self, tins: int) -> tuple[Indices, FloatArray]:
        """Return sets of three or four that may be good, each once, with volumes to begin from."""
        sets, volumes = [], []
        for linear in self._models:
            found, bound = promising_sets(linear, tins, self.must, _BEAM)
            found = found[np.isfinite(bound)]
            sets += [found, found]
            volumes += [linear.weights(found) / linear.pull[found], np.ones(found.shape)]
        if len(self.must) < tins:
            settled = self._settled_sets(tins - 1)
            for share in (0.05, 0.25, 1.0):
                grown = _with_one_more(settled[0][:_GROWN], settled[1][:_GROWN], self.palette.size, share)
                sets.append(grown[0])
                volumes.append(grown[1])
        return self._best_starts(np.concatenate(sets), np.concatenate(volumes))

    def _best_starts(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, FloatArray]:
        """Return each set once, with those of its volumes that come nearest."""
        order = np.argsort(self._within(sets, np.exp(self._logs(volumes))), kind="stable")
        code = sets[order] @ (self.palette.size ** np.arange(sets.shape[1], dtype=np.int64))
        first = order[np.unique(code, return_index=True)[1]]
        return sets[first], volumes[first]

    def _within(self, sets: Indices, volumes: FloatArray, *, roughly: bool = True) -> FloatArray:
        """Return the plain misses (m,); infinity where a tin cannot give so much."""
        misses = (self.coarse if roughly else self.plain)(sets, volumes)[0]
        return np.where(self._allowed(sets, volumes), misses, np.inf)

    def _allowed(self, sets: Indices, volumes: FloatArray) -> NDArray[np.bool_]:
        """Return for which mixes (m,) there is enough of each tin."""
        if np.all(self.most >= 1.0):
            return np.ones(len(sets), dtype=bool)
        shares = volumes / volumes.sum(axis=1, keepdims=True)
        return np.asarray(np.all(shares <= self.most[sets] + 1e-9, axis=1))

    def _logs(self, volumes: FloatArray) -> FloatArray:
        """Return the logarithm of shares (..., k), none of them smaller than can be poured."""
        return np.asarray(np.log(np.maximum(volumes / volumes.sum(axis=-1, keepdims=True), self.least)))

    def _settle(self, sets: Indices, volumes: FloatArray) -> tuple[Indices, FloatArray, FloatArray]:
        """Return the sets with their best volumes and misses, nearest first: along their slopes, then a
        pattern search in the logarithm, since the worst light and what can be poured have corners.

        Sets that are far behind are not followed to their end.
        """
        log_v = self._logs(volumes)
        misses = self._within(sets, np.exp(log_v))
        k = sets.shape[1]
        for least, part in _STEPPED if k > 1 else ():
            followed = max(least, len(sets) // part)
            nearest = np.argsort(misses, kind="stable")[:followed]
            stepped = self._logs(np.exp(newton_step(self.coarse, sets[nearest], log_v[nearest])))
            found = self._within(sets[nearest], np.exp(stepped))
            better = found < misses[nearest]
            log_v[nearest[better]], misses[nearest[better]] = stepped[better], found[better]
        self._follow(sets, log_v, misses, self._within, alive=_ALIVE, rounds=_ROUNDS)
        order = np.argsort(misses, kind="stable")
        return sets[order], np.exp(log_v[order]), misses[order]

    def _follow(
        self, sets: Indices, log_v: FloatArray, misses: FloatArray, measure: Measure, *,
        alive: tuple[int, ...], rounds: int, strides: tuple[float, float] = _COARSE,
    ) -> None:  # fmt: skip
        """Move logarithms of volumes (m, k), and their misses, to smaller ones in place, by a pattern search.

        `strides` are the first, and that below which it ends, as logarithms.
        """
        k = sets.shape[1]
        moves = np.vstack([np.eye(k), -np.eye(k)])[:: 1 if k > 2 else 2]
        steps = np.full(len(sets), strides[0])
        for round_ in range(rounds if k > 1 else 0):
            some = np.argsort(misses, kind="stable")[: alive[min(round_, len(alive) - 1)]]
            some = some[steps[some] > strides[1]]
            if not some.size:
                break
            tried = self._logs(np.exp(log_v[some, np.newaxis] + moves * steps[some, np.newaxis, np.newaxis]))
            found = measure(np.repeat(sets[some], len(moves), axis=0), np.exp(tried.reshape(-1, k)))
            found = found.reshape(-1, len(moves))
            place = np.argmin(found, axis=1)
            least = found[np.arange(len(some)), place]
            better = least < misses[some]
            log_v[some[better]] = tried[better, place[better]]
            misses[some[better]] = least[better]
            steps[some[~better]] *= 0.4

    def _trials(self, sets: Indices, volumes: FloatArray, most: int) -> Trials:
        """Return whole-number ratios (t, tins) around the best volumes of sets, and which set each is of."""
        tins = sets.shape[1]
        ratios = compositions(tins, max(self.parts, tins))
        shares = volumes / volumes.sum(axis=1, keepdims=True)
        if len(ratios) > most:
            logs, least = np.log(ratios / ratios.sum(axis=1, keepdims=True)), 1.0 / self.parts
            apart = ((np.log(np.maximum(shares, least))[:, np.newaxis] - logs) ** 2).sum(axis=2)
            near = np.argpartition(apart, most, axis=1)[:, :most]
        else:
            near = np.tile(np.arange(len(ratios)), (len(sets), 1))
        which, trials = np.repeat(np.arange(len(sets)), near.shape[1]), ratios[near].reshape(-1, tins)
        if self.units is not None and tins > 1:
            corners = np.array(np.meshgrid(*[[0, 1]] * tins)).reshape(tins, -1).T
            low = np.floor(shares * self.units).astype(np.int64)
            fine = np.maximum(low[:, np.newaxis] + corners, 1).reshape(-1, tins)
            which = np.concatenate([which, np.repeat(np.arange(len(sets)), len(corners))])
            trials = np.concatenate([trials, fine])
        return sets[which], trials, which

    def _ranked(self, near: Trials, likely: Trials | None = None) -> list[Candidate]:
        """Return the best few ratios of each set, the nearest first; of drawn palettes, the likeliest of
        them."""
        sets, trials, which = near
        order = np.argsort(self._within(sets, trials.astype(float)), kind="stable")
        kept = order[_ranks_within(which[order]) < _EACH]
        sets, trials = sets[kept], trials[kept]
        if likely is not None:
            # The same ratio may be among both.
            both = np.concatenate([sets, likely[0]]), np.concatenate([trials, likely[1]])
            once = np.unique(np.column_stack(both), axis=0, return_index=True)[1]
            sets, trials = both[0][once], both[1][once]
        misses = self._within(sets, trials.astype(float), roughly=False)
        order = np.lexsort((trials.sum(axis=1), np.round(misses, 2)))
        order = order[np.isfinite(misses[order])]
        sets, trials, misses = sets[order], trials[order], misses[order]
        expected = misses
        if self.drawn is not None and self.drawn_roughly is not None:
            rough = self.drawn_roughly(sets, trials.astype(float)).mean(axis=0)
            told = np.union1d(np.argsort(rough, kind="stable")[:_TOLD], np.arange(min(len(sets), _TOLD // 4)))
            sets, trials, misses = sets[told], trials[told], misses[told]
            expected = self.drawn(sets, trials.astype(float)).mean(axis=0)
        return [
            Candidate(tins=tuple(p), units=tuple(u), miss=m, expected=e)
            for p, u, m, e in zip(
                sets.tolist(), trials.tolist(), misses.tolist(), expected.tolist(), strict=True
            )
        ]


def _ranks_within(which: NDArray[np.intp]) -> NDArray[np.int64]:
    """Return how many of the same set come before each, in their order."""
    by_set = np.argsort(which, kind="stable")
    starts = np.flatnonzero(np.diff(which[by_set], prepend=-1))
    rank = np.empty(len(which), dtype=np.int64)
    rank[by_set] = np.arange(len(which)) - np.repeat(starts, np.diff(np.append(starts, len(which))))
    return rank


def _with_one_more(sets: Indices, volumes: FloatArray, size: int, share: float) -> tuple[Indices, FloatArray]:
    """Return every set with every other tin in turn, sorted within, at a volume of `share` of what the set
    holds."""
    more = np.tile(np.arange(size), len(sets))
    grown = np.column_stack([np.repeat(sets, size, axis=0), more])
    amounts = np.column_stack(
        [np.repeat(volumes, size, axis=0), np.repeat(share * volumes.sum(axis=1), size)]
    )
    new = np.all(grown[:, :-1] != grown[:, -1:], axis=1)
    order = np.argsort(grown[new], axis=1)
    return np.take_along_axis(grown[new], order, axis=1), np.take_along_axis(amounts[new], order, axis=1)


def best_candidates(
    palette: Palette, goal: Goal, *, tins: int, parts: int, units: float | None, must: tuple[int, ...] = (),
    most: FloatArray | None = None,
) -> list[Candidate]:  # fmt: skip
    """Return `Search.best` of one number of tins."""
    return Search(palette, goal, parts=parts, units=units, must=must, most=most).best(tins)


def exhaustive(
    palette: Palette, goal: Goal, *, tins: int, parts: int, report: Callable[[float], None] | None = None,
    drawn: Misses | None = None,
) -> Candidate:  # fmt: skip
    """Return the best ratio of up to `parts` whole parts by trying every one; what the search is measured
    against.

    With `drawn` palettes it is the best by the expected difference, else by the plain one.
    """
    best = Candidate(tins=(), units=(), miss=np.inf, expected=np.inf)
    plain, ratios = Misses.of(palette, goal), compositions(tins, parts)
    sets = np.array(list(combinations(range(palette.size), tins)), dtype=np.intp).reshape(-1, tins)
    for start in range(0, len(sets), 64):
        chunk = np.repeat(sets[start : start + 64], len(ratios), axis=0)
        volumes = np.tile(ratios, (len(chunk) // len(ratios), 1))
        misses = plain(chunk, volumes.astype(float))[0]
        expected = misses if drawn is None else drawn(chunk, volumes.astype(float)).mean(axis=0)
        place = int(np.argmin(expected))
        if expected[place] < best.expected:
            best = Candidate(
                tins=tuple(chunk[place].tolist()), units=tuple(volumes[place].tolist()),
                miss=float(misses[place]), expected=float(expected[place]),
            )  # fmt: skip
        if report is not None:
            report(start / len(sets))
    return best


def warm_up() -> None:
    """Have the loop that every search needs compiled, by a small one."""
    K = np.array([[0.001] * BANDS, [0.2] * BANDS])
    few = Palette(K=K, S=np.full((2, BANDS), 0.05), solids=np.ones(2), veil=np.ones(2))
    best_candidates(
        few, Goal(Lab=np.array([[50.0, 0.0, 0.0]]), lights=(DAYLIGHT,)), tins=2, parts=4, units=None
    )
