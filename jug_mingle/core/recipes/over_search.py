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
_PAIRS_FINE, _PAIRS_GROWN, _TRIPLES_FINE = 40, 40, 40
_REFINED: Final = 100
_SETTLED: Final = 200
_COARSE: Final = {
    2: np.array([(1, 1), (3, 1), (1, 3)], dtype=float),
    3: np.array([(1, 1, 1), (3, 1, 1), (1, 3, 1), (1, 1, 3), (3, 3, 1), (3, 1, 3), (1, 3, 3)], dtype=float),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """A film of the grid: which materials (places on the shelf) in which parts, laid how (its number), how far off."""

    places: tuple[int, ...]
    parts: tuple[int, ...]
    how: int
    delta_E: float


class OverSearch:
    """All films of one palette over one ground, before a goal."""

    def __init__(self, shelf: Shelf, palette: Palette, ground: Ground, goal: Goal, *, must: Sequence[int] = ()) -> None:
        self.palette, self.goal, self.must = palette, goal, frozenset(must) - {palette.carrier}
        self.body, self.below = R_body(ground.R_seen, ground.veil), ground.veil
        places = [*palette.colours, *([] if palette.carrier is None else [palette.carrier])]
        self.materials = palette_of(shelf, places)
        tins = [shelf.materials[place] for place in places]
        self.wet = np.array([1000.0 / tin.spread for tin in tins])
        hows = palette.kind.hows
        layings = [how.laying for how in hows]
        self.kept = np.stack([shares_kept(shelf.uptake(ground.takes, tin.key), layings) for tin in tins], axis=1)
        self.water = np.array([how.water for how in hows])
        self.carrier = np.array([how.carrier for how in hows], dtype=float)
        colours = len(palette.colours)
        levels = self.kept[:, :colours].mean(axis=1) / ((1.0 + self.water) * (1.0 + self.carrier))
        self.order = np.argsort(levels, kind="stable")
        self.coarse = np.unique(np.linspace(0, len(hows) - 1, min(_LEVELS, len(hows))).round().astype(int))
        self.looks = FilmLooks.of(
            K=self.materials.K[:colours], S=self.materials.S[:colours], bodies=self.body[np.newaxis], goal=goal
        )

    def films(self, sets: Indices, parts: FloatArray, how: Indices) -> tuple[FloatArray, FloatArray]:
        """Return how thick each material (m, k) lies there [µm], and the surface (m,)."""
        solids, colours = self.materials.solids, len(self.palette.colours)
        share = parts / parts.sum(axis=1, keepdims=True)
        dry = share * solids[sets]
        carrier = self.carrier[how]
        more = carrier * (solids[colours] if self.palette.carrier is not None else 0.0)
        wet = (dry * self.wet[sets]).sum(axis=1)
        if self.palette.carrier is not None:
            wet = wet + more * self.wet[colours]
        whole = dry.sum(axis=1) + more
        thick = wet / whole / ((1.0 + carrier) * (1.0 + self.water[how]))
        kept = self.kept[how[:, np.newaxis], sets]
        x = thick[:, np.newaxis] * dry * kept
        there, own = x.sum(axis=1), (x * self.materials.veil[sets]).sum(axis=1)
        if self.palette.carrier is not None:
            clear = thick * more * self.kept[how, colours]
            there, own = there + clear, own + clear * self.materials.veil[colours]
        covered = np.minimum(1.0, there / (thick * whole))
        return x, self.below + (own / np.maximum(there, 1e-12) - self.below) * covered

    def misses(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return about how far films (m,) are from the goal."""
        x, veil = self.films(sets, parts, how)
        return self.looks.misses(sets, x, veil, np.zeros(len(sets), dtype=np.intp))

    def settled(self, sets: Indices, parts: FloatArray, how: Indices) -> FloatArray:
        """Return the CIEDE2000 of films (m,), worst light, by all bands."""
        x, veil = self.films(sets, parts, how)
        K = np.einsum("mk,mkw->mw", x, self.materials.K[sets])
        S = np.einsum("mk,mkw->mw", x, self.materials.S[sets])
        return self.goal.miss(R_seen(R_film(K=K, S=S, X=1.0, R_g=self.body), veil))

    def best(self, most: int) -> list[Found]:
        """Return the nearest film of each set of up to `most` materials that came near, nearest first."""
        found: list[Found] = []
        n = len(self.palette.colours)
        singles = np.arange(n)[:, np.newaxis]
        found += self._settle(self._around(singles, np.ones((n, 1)), everything=True))
        if most > 1 and n > 1:
            pairs = self._fine(np.array(list(combinations(range(n), 2))), _PAIRS_FINE)
            found += self._settle(self._around(*pairs))
            if most > 2 and n > 2:
                grown = {
                    tuple(sorted({*pair, third}))
                    for pair in {tuple(one) for one in pairs[0][:_PAIRS_GROWN].tolist()}
                    for third in range(n)
                    if third not in pair
                }
                found += self._settle(self._around(*self._fine(np.array(sorted(grown)), _TRIPLES_FINE)))
        kept: dict[tuple[int, ...], Found] = {}
        for one in sorted(found, key=lambda one: one.delta_E):
            if self.must <= set(one.places):
                kept.setdefault(one.places, one)
        return list(kept.values())

    def _fine(self, sets: Indices, count: int) -> tuple[Indices, FloatArray]:
        """Return the most promising sets, and ratios of them, best first: every set is tried in a few ratios."""
        k = sets.shape[1]
        near = self._at_levels(sets, _COARSE[k]).min(axis=(1, 2))
        sets = sets[np.argsort(near, kind="stable")[:count]]
        every = ratios(k)
        misses = self._at_levels(sets, every).min(axis=2).ravel()
        best = np.argsort(misses, kind="stable")[:_REFINED]
        return sets[best // len(every)], every[best % len(every)]

    def _at_levels(self, sets: Indices, parts: FloatArray) -> FloatArray:
        """Return the misses (sets, ratios, levels) at a few strengths of the film."""
        s, r, h = len(sets), len(parts), len(self.coarse)
        at = self.order[self.coarse]
        found = self.misses(
            np.repeat(sets, r * h, axis=0), np.tile(np.repeat(parts, h, axis=0), (s, 1)), np.tile(at, s * r)
        )
        return found.reshape(s, r, h)

    def _around(
        self, sets: Indices, parts: FloatArray, *, everything: bool = False
    ) -> tuple[Indices, FloatArray, Indices]:
        """Return films in every strength around the best one of each ratio, or in every strength at all."""
        if everything:
            hows = len(self.order)
            return np.repeat(sets, hows, axis=0), np.repeat(parts, hows, axis=0), np.tile(self.order, len(sets))
        m, h = len(sets), len(self.coarse)
        near = self.misses(
            np.repeat(sets, h, axis=0), np.repeat(parts, h, axis=0), np.tile(self.order[self.coarse], m)
        ).reshape(m, h)
        best = near.argmin(axis=1)
        low = self.coarse[np.maximum(best - 1, 0)]
        high = self.coarse[np.minimum(best + 1, h - 1)]
        which = np.repeat(np.arange(m), high - low + 1)
        at = np.concatenate([np.arange(a, b + 1) for a, b in zip(low, high, strict=True)])
        return sets[which], parts[which], self.order[at]

    def _settle(self, films: tuple[Indices, FloatArray, Indices]) -> Iterator[Found]:
        """Yield the nearest of films by all bands; of films as near as can be told, the one laid in fewest coats."""
        sets, parts, how = films
        near = np.argsort(self.misses(sets, parts, how), kind="stable")[:_SETTLED]
        sets, parts, how = sets[near], parts[near], how[near]
        for at, delta_E in enumerate(self.settled(sets, parts, how).tolist()):
            yield Found(
                places=tuple(self.palette.colours[one] for one in sets[at]),
                parts=tuple(int(part) for part in parts[at]), how=int(how[at]), delta_E=delta_E,
            )  # fmt: skip

    def exhaustive(self, most: int) -> float:
        """Return the least CIEDE2000 of the whole grid, by trying it."""
        least, hows = np.inf, len(self.order)
        for k in range(1, most + 1):
            every = ratios(k)
            for some in combinations(range(len(self.palette.colours)), k):
                sets = np.tile(np.array(some), (len(every) * hows, 1))
                parts, how = np.repeat(every, hows, axis=0), np.tile(np.arange(hows), len(every))
                near = np.argsort(self.misses(sets, parts, how))[:30]
                least = min(least, float(self.settled(sets[near], parts[near], how[near]).min()))
        return least
