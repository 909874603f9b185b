"""The films over a ground that come nearest to a colour: coarse over every set of materials, then fine around the best.

`exhaustive` tries the whole grid; the search meets it (bench/over_wood).
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import shares_kept
from jug_mingle.core.recipes.film_looks import FilmLooks
from jug_mingle.core.recipes.over_kinds import Palette, ratios
from jug_mingle.core.recipes.wishes import Goal

Indices = NDArray[np.intp]

_LEVELS: Final = 9
_PAIRS_FINE, _TRIPLES_FINE = 40, 40
_REFINED: Final = 60
_SETTLED: Final = 200
_WHOLE: Final = 6
"""So many of the best sets are tried in every ratio and strength."""
_EVERY: Final = 1500
"""As many sets are all tried; of more, those that grow from the best pairs."""

_COARSE: Final = {
    2: np.array([(1, 1), (3, 1), (1, 3)], dtype=float),
    3: np.array([(1, 1, 1), (4, 1, 1), (1, 4, 1), (1, 1, 4)], dtype=float),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """A film of the grid: of which kind, which materials (places on the shelf) in which parts, laid how (its number),
    how far off."""

    palette: Palette
    places: tuple[int, ...]
    parts: tuple[int, ...]
    how: int
    delta_E: float


class _Strengths:
    """Ways to lay a film, by how strong they leave it."""

    def __init__(self, hows: Indices, levels: FloatArray) -> None:
        self.order = hows[np.argsort(levels[hows], kind="stable")]
        self.at = np.unique(np.linspace(0, len(hows) - 1, min(_LEVELS, len(hows))).round().astype(int))

    @property
    def coarse(self) -> Indices:
        """A few of them, from the weakest to the strongest."""
        return np.asarray(self.order[self.at])


class OverSearch:
    """All films of the same colours and carrier over one ground, before a goal.

    `alike` are palettes that differ in nothing but how they are laid: what one finds of sets and ratios serves all.
    """

    def __init__(self, shelf: Shelf, alike: Sequence[Palette], ground: Ground, goal: Goal) -> None:
        first = alike[0]
        self.alike, self.goal, self.colours, self.carried = alike, goal, first.colours, first.carrier is not None
        self.body, self.below = R_body(ground.R_seen, ground.veil), ground.veil
        places = [*first.colours, *([] if first.carrier is None else [first.carrier])]
        self.materials = palette_of(shelf, places)
        tins = [shelf.materials[place] for place in places]
        self.wet = np.array([1000.0 / tin.spread for tin in tins])
        hows = [how for palette in alike for how in palette.kind.hows]
        layings = [how.laying for how in hows]
        self.kept = np.stack([shares_kept(shelf.uptake(ground.takes, tin.key), layings) for tin in tins], axis=1)
        self.water = np.array([how.water for how in hows])
        self.carrier = np.array([how.carrier for how in hows], dtype=float)
        n = len(first.colours)
        levels = self.kept[:, :n].mean(axis=1) / ((1.0 + self.water) * (1.0 + self.carrier))
        self.starts = np.cumsum([0, *(len(palette.kind.hows) for palette in alike)])
        self.every = _Strengths(np.arange(len(hows)), levels)
        self.each = [
            _Strengths(np.arange(low, high), levels) for low, high in zip(self.starts, self.starts[1:], strict=False)
        ]
        self.looks = FilmLooks.of(K=self.materials.K[:n], S=self.materials.S[:n], body=self.body, goal=goal)

    def films(self, sets: Indices, parts: FloatArray, how: Indices) -> tuple[FloatArray, FloatArray]:
        """Return how thick each material (m, k) lies there [µm], and the surface (m,)."""
        solids, colours = self.materials.solids, len(self.colours)
        share = parts / parts.sum(axis=1, keepdims=True)
        dry = share * solids[sets]
        carrier = self.carrier[how]
        more = carrier * (solids[colours] if self.carried else 0.0)
        wet = (dry * self.wet[sets]).sum(axis=1)
        if self.carried:
            wet = wet + more * self.wet[colours]
        whole = dry.sum(axis=1) + more
        thick = wet / whole / ((1.0 + carrier) * (1.0 + self.water[how]))
        kept = self.kept[how[:, np.newaxis], sets]
        x = thick[:, np.newaxis] * dry * kept
        there, own = x.sum(axis=1), (x * self.materials.veil[sets]).sum(axis=1)
        if self.carried:
            clear = thick * more * self.kept[how, colours]
            there, own = there + clear, own + clear * self.materials.veil[colours]
        covered = np.minimum(1.0, there / (thick * whole))
        return x, self.below + (own / np.maximum(there, 1e-12) - self.below) * covered

    def misses(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return about how far films (m,) are from the goal."""
        x, veil = self.films(sets, parts, how)
        return self.looks.misses(sets, x, veil)

    def settled(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return the CIEDE2000 of films (m,), worst light, by all bands."""
        x, veil = self.films(sets, parts, how)
        K = np.einsum("mk,mkw->mw", x, self.materials.K[sets])
        S = np.einsum("mk,mkw->mw", x, self.materials.S[sets])
        return self.goal.miss(R_seen(R_film(K=K, S=S, X=1.0, R_g=self.body), veil))

    def best(self, most: int, *, must: Sequence[int] = ()) -> list[Found]:
        """Return the nearest film of each kind of each set of up to `most` materials that came near, nearest first.

        `must` are places on the shelf that have to be in it.
        """
        kept: dict[object, Found] = {}
        for one in self.near(most):
            if set(must) <= {*one.places, one.palette.carrier}:
                kept.setdefault((one.palette.kind.key, one.places), one)
        return list(kept.values())

    def near(self, most: int) -> list[Found]:
        """Return all films that came near, nearest first."""
        n = len(self.colours)
        found = [*self._settle(np.arange(n)[:, np.newaxis], np.ones((n, 1)))]
        if most > 1 and n > 1:
            pairs, parts = self._fine(np.array(list(combinations(range(n), 2))), _PAIRS_FINE)
            found += self._settle(pairs, parts)
            if most > 2 and n > 2:
                found += self._settle(*self._fine(self._triples(n, pairs), _TRIPLES_FINE))
        return sorted(found, key=lambda one: one.delta_E)

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

    def _fine(self, sets: Indices, count: int) -> tuple[Indices, FloatArray]:
        """Return the most promising sets, and ratios of them, best first: every set is tried in a few ratios."""
        k = sets.shape[1]
        near = self._at(sets, _COARSE[k], self.every.coarse).min(axis=(1, 2))
        sets = sets[np.argsort(near, kind="stable")[:count]]
        every = ratios(k)
        misses = self._at(sets, every, self.every.coarse).min(axis=2).ravel()
        best = np.argsort(misses, kind="stable")[:_REFINED]
        return sets[best // len(every)], every[best % len(every)]

    def _at(self, sets: Indices, parts: FloatArray, hows: Indices) -> FloatArray:
        """Return the misses (sets, ratios, hows) of every set in every ratio laid in every way."""
        s, r, h = len(sets), len(parts), len(hows)
        found = self.misses(
            np.repeat(sets, r * h, axis=0), np.tile(np.repeat(parts, h, axis=0), (s, 1)), np.tile(hows, s * r)
        )
        return found.reshape(s, r, h)

    def _settle(self, sets: Indices, parts: FloatArray) -> Iterator[Found]:
        """Yield the nearest films of sets in ratios (m, k), of each kind, by all bands."""
        for palette, start, strengths in zip(self.alike, self.starts, self.each, strict=False):
            which, how = self._around(sets, parts, strengths)
            tried, ratio = sets[which], parts[which]
            misses = self.misses(tried, ratio, how)
            if sets.shape[1] > 1:
                best = tried[np.argsort(misses, kind="stable")]
                _, first = np.unique(best, axis=0, return_index=True)
                whole = best[np.sort(first)[:_WHOLE]]
                every = ratios(sets.shape[1])
                more = self._at(whole, every, strengths.order).ravel()
                tried = np.vstack([tried, np.repeat(whole, len(every) * len(strengths.order), axis=0)])
                ratio = np.vstack([ratio, np.tile(np.repeat(every, len(strengths.order), axis=0), (len(whole), 1))])
                how = np.concatenate([how, np.tile(strengths.order, len(whole) * len(every))])
                misses = np.concatenate([misses, more])
            near = np.argsort(misses, kind="stable")[:_SETTLED]
            delta_E = self.settled(tried[near], ratio[near], how[near])
            for places, share, number, off in zip(tried[near], ratio[near], how[near], delta_E, strict=True):
                yield Found(
                    palette=palette, places=tuple(self.colours[one] for one in places),
                    parts=tuple(int(part) for part in share), how=int(number - start), delta_E=float(off),
                )  # fmt: skip

    def _around(self, sets: Indices, parts: FloatArray, strengths: _Strengths) -> tuple[Indices, Indices]:
        """Return films, by number of their set and how they are laid, in every strength around the best of each."""
        m, at = len(sets), strengths.at
        near = self.misses(
            np.repeat(sets, len(at), axis=0), np.repeat(parts, len(at), axis=0), np.tile(strengths.coarse, m)
        ).reshape(m, len(at))
        best = near.argmin(axis=1)
        low, high = at[np.maximum(best - 1, 0)], at[np.minimum(best + 1, len(at) - 1)]
        around = [strengths.order[a : b + 1] for a, b in zip(low, high, strict=True)]
        return np.repeat(np.arange(m), high - low + 1), np.concatenate(around)

    def exhaustive(self, most: int) -> float:
        """Return the least CIEDE2000 of the whole grid, by trying it."""
        least, hows = np.inf, np.arange(self.starts[-1])
        for k in range(1, most + 1):
            every = ratios(k)
            for some in combinations(range(len(self.colours)), k):
                sets = np.tile(np.array(some), (len(every) * len(hows), 1))
                parts, how = np.repeat(every, len(hows), axis=0), np.tile(hows, len(every))
                near = np.argsort(self.misses(sets, parts, how))[:30]
                least = min(least, float(self.settled(sets[near], parts[near], how[near]).min()))
        return least
