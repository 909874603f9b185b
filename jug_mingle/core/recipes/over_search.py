"""The films over a ground that come nearest to a colour: coarse over every set of materials, then fine around
the best.

`exhaustive` tries the whole grid; the search meets it (bench/over_wood).
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.optics.film import R_film, R_seen
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import shares_kept
from jug_mingle.core.recipes.film_amounts import FilmAmounts, Films, Indices
from jug_mingle.core.recipes.film_looks import FilmLooks
from jug_mingle.core.recipes.over_kinds import Palette, ratios
from jug_mingle.core.recipes.wishes import Goal

_LEVELS: Final = 5
_TIERS: Final = ((8, 99, 99), (32, 40, 9), (80, 6, 4))
"""Up to so many of the most promising sets are tried in so many of the ratios about where the set comes
nearest with any amounts, and in so many strengths on either side: the best ones widely, more of them
closely."""

_SETTLED, _OF_EACH, _SHOWN_OF_EACH = 600, 10, 2
"""So many films are settled by all bands, and so many of one set: the even metric ranks what is far off a
little otherwise than CIEDE2000."""

_SORTED: Final = 12_000
_STEPS: Final = 4
_EVERY: Final = 1500
"""As many sets are all tried; of more, those that grow from the best pairs."""

_FAR, _POLISHED = 0.3, 6
"""Where the nearest is farther than this [CIEDE2000], the whole grid of so many sets is tried."""

_SETTLED_OF_GRID: Final = 60
"""So many films of the grid of one set are settled by all bands."""

_COARSE: Final = {
    2: np.array([(1, 1), (4, 1), (1, 4)], dtype=float),
    3: np.array([(1, 1, 1), (4, 1, 1), (1, 4, 1), (1, 1, 4)], dtype=float),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """A film of the grid: of which kind, which materials (places on the shelf) in which parts, laid how (its
    number), how far off."""

    palette: Palette
    places: tuple[int, ...]
    parts: tuple[int, ...]
    how: int
    delta_E: float


class _Strengths:
    """Ways to lay a film, from the weakest to the strongest."""

    def __init__(self, hows: Indices, levels: FloatArray) -> None:
        self.order = hows[np.argsort(levels[hows], kind="stable")]
        self.levels = levels[self.order]
        at = np.linspace(0, len(hows) - 1, min(_LEVELS, len(hows))).round().astype(int)
        self.coarse = self.order[np.unique(at)]

    def around(self, level: FloatArray, count: int) -> Indices:
        """Return some (..., 2 n) that leave about as much as `level`, up to `count` on either side."""
        n = min(count, len(self.order) // 2)
        at = np.clip(np.searchsorted(self.levels, level), n, len(self.order) - n)
        return np.asarray(self.order[at[..., np.newaxis] + np.arange(-n, n)])


class OverSearch:
    """All films of the same colours and carrier over one ground, before a goal.

    `alike` are palettes that differ in nothing but how they are laid: what one finds of sets and ratios
    serves all.
    """

    def __init__(self, shelf: Shelf, alike: Sequence[Palette], ground: Ground, goal: Goal) -> None:
        first = alike[0]
        self.alike, self.goal, self.colours, self.body = alike, goal, first.colours, ground.body
        self.materials = palette_of(shelf, list(first.colours))
        # What carries the colours is clear: it lies there and has a surface. The last tin stands in where
        # nothing does.
        places = [*first.colours, first.colours[-1] if first.carrier is None else first.carrier]
        with_carrier = palette_of(shelf, places)
        tins = [shelf.materials[place] for place in places]
        hows = [how for palette in alike for how in palette.kind.hows]
        layings = [how.laying for how in hows]
        solids = with_carrier.solids.copy()
        solids[-1] *= 1.0 if first.carrier is not None else 0.0
        self.amounts = FilmAmounts(
            solids=solids, wet=np.array([1000.0 / tin.spread for tin in tins]), veil=with_carrier.veil,
            kept=np.stack([shares_kept(shelf.uptake(ground.takes, tin.key), layings) for tin in tins],
                axis=1),
            water=np.array([how.water for how in hows]),
            carrier=np.array([how.carrier for how in hows], dtype=float), below=float(ground.veil),
        )  # fmt: skip
        n = len(first.colours)
        self.kept = self.amounts.kept[:, :n]
        levels = self.kept.mean(axis=1) / ((1.0 + self.amounts.water) * (1.0 + self.amounts.carrier))
        self.starts = np.cumsum([0, *(len(palette.kind.hows) for palette in alike)])
        self.every = _Strengths(np.arange(len(hows)), levels)
        self.each = [
            _Strengths(np.arange(low, high), levels)
            for low, high in zip(self.starts, self.starts[1:], strict=False)
        ]
        self.looks = FilmLooks.of(K=self.materials.K, S=self.materials.S, body=self.body, goal=goal)

    def misses(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return about how far films (m,) are from the goal."""
        x, veil = self.amounts.of((sets, parts, how))
        return self.looks.residuals(sets, x, veil)[0]

    def settled(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return the CIEDE2000 of films (m,), worst light, by all bands."""
        return self.goal.miss(self.seen(sets, parts, how))

    def seen(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return the seen reflectances of films (m, 36), without their carrier's own. [0..1]"""
        x, veil = self.amounts.of((sets, parts, how))
        K = np.einsum("mk,mkw->mw", x, self.materials.K[sets])
        S = np.einsum("mk,mkw->mw", x, self.materials.S[sets])
        return R_seen(R_film(K=K, S=S, X=1.0, R_g=self.body), veil)

    def looks_of(self, ways: Sequence[Found]) -> FloatArray:
        """Return the seen reflectances (m, 36) of films that were found. [0..1]"""
        R = np.empty((len(ways), self.body.size))
        for k in {len(way.places) for way in ways}:
            at = [n for n, way in enumerate(ways) if len(way.places) == k]
            own = [ways[n] for n in at]
            sets = np.array([[self.colours.index(place) for place in way.places] for way in own])
            how = np.array([self.starts[self.alike.index(way.palette)] + way.how for way in own])
            R[at] = self.seen(sets, np.array([way.parts for way in own], dtype=float), how)
        return np.clip(R, 0.0, 1.0)

    def as_found(self, films: Films, delta_E: FloatArray | None = None) -> list[Found]:
        """Return films (m,), with how far off they are."""
        sets, parts, hows = (part.tolist() for part in films)
        palettes = (np.searchsorted(self.starts, films[2], side="right") - 1).tolist()
        off = [0.0] * len(hows) if delta_E is None else delta_E.tolist()
        starts = self.starts.tolist()
        return [
            Found(
                palette=self.alike[at], places=tuple(self.colours[one] for one in set_),
                parts=tuple(map(int, part)), how=how - starts[at], delta_E=far,
            )
            for at, set_, part, how, far in zip(palettes, sets, parts, hows, off, strict=True)
        ]  # fmt: skip

    def best(self, most: int, *, must: Sequence[int] = ()) -> list[Found]:
        """Return the nearest film of each kind of each set of up to `most` materials that came near, nearest
        first.

        `must` are places on the shelf that have to be in it.
        """
        kept: dict[object, Found] = {}
        for way in self.near(most):
            if set(must) <= {*way.places, way.palette.carrier}:
                kept.setdefault((way.palette.kind.key, way.places), way)
        return list(kept.values())

    def near(self, most: int) -> list[Found]:
        """Return all films that came near, nearest first."""
        n, hows = len(self.colours), np.arange(self.starts[-1])
        singles = np.arange(n)[:, np.newaxis]
        ways = [
            *self._settle(
                np.repeat(singles, len(hows), axis=0), np.ones((n * len(hows), 1)), np.tile(hows, n)
            )
        ]
        if most > 1 and n > 1:
            pairs = np.array(list(combinations(range(n), 2)))
            best, films = self._near(pairs)
            ways += self._settle(*films)
            if most > 2 and n > 2:
                ways += self._settle(*self._near(self._triples(n, best))[1])
        ways.sort(key=lambda way: way.delta_E)
        if ways[0].delta_E > _FAR:
            ways += self._polished(ways)
            ways.sort(key=lambda way: way.delta_E)
        return ways

    def _polished(self, ways: Sequence[Found]) -> Iterator[Found]:
        """Yield the nearest film of each of the nearest few sets, of its whole grid."""
        # Of one material alone every film was settled.
        best = dict.fromkeys(way.places for way in ways if len(way.places) > 1)
        grids = []
        for places in list(best)[:_POLISHED]:
            sets, parts, how = grid(
                [self.colours.index(place) for place in places], np.arange(self.starts[-1])
            )
            near = np.argpartition(self.misses(sets, parts, how), _SETTLED_OF_GRID)[:_SETTLED_OF_GRID]
            grids.append((sets[near], parts[near], how[near]))
        for k in (2, 3):
            if alike_sized := [films for films in grids if films[0].shape[1] == k]:
                sets, parts, how = together(alike_sized)
                delta_E = self.settled(sets, parts, how)
                least = (
                    delta_E.reshape(-1, _SETTLED_OF_GRID).argmin(axis=1)
                    + np.arange(len(alike_sized)) * _SETTLED_OF_GRID
                )
                yield from self.as_found((sets[least], parts[least], how[least]), delta_E[least])

    def _triples(self, n: int, pairs: Indices) -> Indices:
        if n * (n - 1) * (n - 2) // 6 <= _EVERY:
            return np.array(list(combinations(range(n), 3)))
        grown = {
            tuple(sorted({*pair, third}))
            for pair in {tuple(one) for one in pairs.tolist()}
            for third in range(n)
            if third not in pair
        }
        return np.array(sorted(grown))

    def _near(self, sets: Indices) -> tuple[Indices, Films]:
        """Return the most promising sets, best first, and films of them in whole parts around their best
        amounts."""
        x, near = self._any_amounts(sets)
        best = np.argsort(near, kind="stable")
        films, begun = [], 0
        for end, ratios_near, hows_near in _TIERS:
            own = best[begun:end]
            films.append(self._whole_parts(sets[own], x[own], ratios_near, hows_near))
            begun = end
        set_, parts, how = (np.concatenate([one[n] for one in films]) for n in range(3))
        return sets[best[: _TIERS[-1][0]]], (set_, parts, how)

    def _whole_parts(self, sets: Indices, x: FloatArray, ratios_near: int, hows_near: int) -> Films:
        """Return films of sets in whole parts about amounts (s, k), and in strengths about theirs."""
        every = ratios(sets.shape[1])
        volumes = x / (self.materials.solids[sets] * self.kept.mean(axis=0)[sets])
        asked = np.log(volumes / volumes.sum(axis=1, keepdims=True))
        there = np.log(every / every.sum(axis=1, keepdims=True))
        apart = ((asked[:, np.newaxis] - there) ** 2).sum(axis=2)
        parts = every[np.argsort(apart, axis=1, kind="stable")[:, :ratios_near]]
        many, r = np.repeat(sets, parts.shape[1], axis=0), parts.reshape(-1, sets.shape[1])
        whole = self.amounts.of((many, r, np.full(len(many), self.every.order[-1])))[0].sum(axis=1)
        level = np.repeat(x.sum(axis=1), parts.shape[1]) / whole * self.every.levels[-1]
        how = np.concatenate([_strengths.around(level, hows_near) for _strengths in self.each], axis=1)
        return np.repeat(many, how.shape[1], axis=0), np.repeat(r, how.shape[1], axis=0), how.ravel()

    def _any_amounts(self, sets: Indices) -> tuple[FloatArray, FloatArray]:
        """Return how thick the materials (s, k) of each set would lie to come nearest, and what it misses
        then (s,).

        From the best of a few ratios and strengths by Gauss–Newton in the logarithm of each amount, as far as
        the strongest way to lay it goes.
        """
        s, k = sets.shape
        coarse = self.every.coarse
        each, ratio = len(_COARSE[k]) * len(coarse), np.repeat(_COARSE[k], len(coarse), axis=0)
        many = np.repeat(sets, each, axis=0)
        x, veil = self.amounts.of((many, np.tile(ratio, (s, 1)), np.tile(coarse, s * len(_COARSE[k]))))
        near = self.looks.residuals(many, x, veil)[0].reshape(s, len(_COARSE[k]), len(coarse))
        # From the two best ratios, and from a film far thinner or thicker than the best: where a colour is
        # out of reach, one valley may be a false one.
        level = near.argmin(axis=2)
        first = np.argsort(near.min(axis=2), axis=1, kind="stable")[:, :2]
        rows = np.arange(s)
        far = np.abs(np.arange(len(coarse)) - level[rows, first[:, 0]][:, np.newaxis]) < 2
        apart = np.where(far[:, np.newaxis], np.inf, near).reshape(s, each).argmin(axis=1)
        at = np.column_stack([first * len(coarse) + np.take_along_axis(level, first, axis=1), apart])
        x = x.reshape(s, each, k)[rows[:, np.newaxis], at].reshape(-1, k)
        starts = at.shape[1]
        veil = veil.reshape(s, each)[rows[:, np.newaxis], at].ravel()
        x, missed = self._descended(np.repeat(sets, starts, axis=0), x, veil)
        best = missed.reshape(s, starts).argmin(axis=1)
        return x.reshape(s, starts, k)[rows, best], missed.reshape(s, starts)[rows, best]

    def _descended(self, sets: Indices, x: FloatArray, veil: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Return amounts (m, k) from which no step leads nearer, and what they miss (m,)."""
        missed, off = self.looks.residuals(sets, x, veil)
        far, short = (off * off).sum(axis=(1, 2)), np.ones(len(sets))
        for _ in range(_STEPS):
            tried = self._within_reach(sets, x * np.exp(short[:, np.newaxis] * self._step(sets, x, veil)))
            now, off = self.looks.residuals(sets, tried, veil)
            squares = (off * off).sum(axis=(1, 2))
            better = squares < far
            x, far = np.where(better[:, np.newaxis], tried, x), np.minimum(squares, far)
            missed, short = np.where(better, now, missed), np.where(better, 1.0, 0.3 * short)
        return x, missed

    def _step(self, sets: Indices, x: FloatArray, veil: FloatArray) -> FloatArray:
        """Return the Gauss–Newton step (s, k) of the logarithms of amounts."""
        s, k = sets.shape
        small = 1e-3
        moved = [x, *(x * np.exp(small * np.eye(k)[n]) for n in range(k))]
        off = self.looks.residuals(np.tile(sets, (k + 1, 1)), np.vstack(moved), np.tile(veil, k + 1))[1]
        r = off.reshape(k + 1, s, -1)
        J = np.moveaxis(r[1:] - r[0], 0, -1) / small
        A = np.swapaxes(J, 1, 2) @ J
        A = A + (1e-3 * np.trace(A, axis1=1, axis2=2)[:, np.newaxis, np.newaxis] + 1e-9) * np.eye(k)
        step = -np.linalg.solve(A, (np.swapaxes(J, 1, 2) @ r[0][..., np.newaxis]))[..., 0]
        return np.asarray(np.clip(step, -1.2, 1.2))

    def _within_reach(self, sets: Indices, x: FloatArray) -> FloatArray:
        """Return amounts, less where even the strongest way to lay them does not leave so much."""
        volumes = x / (self.materials.solids[sets] * self.kept.mean(axis=0)[sets])
        strongest = np.full(len(sets), self.every.order[-1])
        most = self.amounts.of((sets, volumes, strongest))[0].sum(axis=1)
        return np.asarray(x * np.minimum(1.0, most / x.sum(axis=1))[:, np.newaxis])

    def _settle(self, sets: Indices, parts: FloatArray, how: Indices) -> Iterator[Found]:
        """Yield the nearest of films, of each kind, by all bands."""
        misses = self.misses(sets, parts, how)
        for start, end in pairwise(self.starts):
            own = np.flatnonzero((how >= start) & (how < end))
            alone = sets.shape[1] == 1  # of one material alone every film is settled
            near = own if alone else own[_best_of_each(sets[own], misses[own], _OF_EACH)[:_SETTLED]]
            delta_E = self.settled(sets[near], parts[near], how[near])
            shown = _best_of_each(sets[near], delta_E, _SHOWN_OF_EACH)
            at = near[shown]
            yield from self.as_found((sets[at], parts[at], how[at]), delta_E[shown])

    def exhaustive(self, most: int, *, settle: int | None = None) -> float:
        """Return the least CIEDE2000 of the whole grid, by trying it; with `settle` only so many films of
        each set, nearest by the even metric, are settled by all bands."""
        least, hows = np.inf, np.arange(self.starts[-1])
        for k in range(1, most + 1):
            for some in combinations(range(len(self.colours)), k):
                sets, parts, how = grid(some, hows)
                if settle is not None:
                    near = np.argsort(self.misses(sets, parts, how))[:settle]
                    sets, parts, how = sets[near], parts[near], how[near]
                least = min(least, float(self.settled(sets, parts, how).min()))
        return least


def grid(some: Sequence[int], hows: Indices) -> Films:
    """Return all films of a set of colours: the set (m, k), parts (m, k) and how they are laid (m,)."""
    every = ratios(len(some))
    sets = np.tile(np.array(some), (len(every) * len(hows), 1))
    return sets, np.repeat(every, len(hows), axis=0), np.tile(hows, len(every))


def together(films: Sequence[Films]) -> Films:
    """Return films of sets of one size as one."""
    sets, parts, how = zip(*films, strict=True)
    return np.concatenate(sets), np.concatenate(parts), np.concatenate(how)


def _best_of_each(sets: Indices, misses: FloatArray, count: int) -> Indices:
    """Return the films that miss least, nearest first, a few of each set."""
    order = np.arange(len(misses))
    if len(misses) > _SORTED:  # of the rest none would be shown
        order = np.argpartition(misses, _SORTED)[:_SORTED]
    order = order[np.argsort(misses[order], kind="stable")]
    codes = (sets[order] * 1000 ** np.arange(sets.shape[1])).sum(axis=1)
    by_set = np.argsort(codes, kind="stable")
    _, first, counts = np.unique(codes[by_set], return_index=True, return_counts=True)
    rank = np.empty(len(codes), dtype=np.intp)
    rank[by_set] = np.arange(len(codes)) - np.repeat(first, counts)
    return np.asarray(order[rank < count])
