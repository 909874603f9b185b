"""How much of each material lies in many films, and their surface, compiled; `laid.body_over` says the same
of one."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.compiling import compiled

Indices = NDArray[np.intp]
Films = tuple[Indices, FloatArray, Indices]
"""Sets (m, k) of colours, their parts (m, k), and how each is laid (m,)."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class FilmAmounts:
    """Materials, the ways to lay films of them, and the surface below.

    Attributes
    ----------
    solids, wet, veil : (n + 1,) ndarray
        Of the colours, and last of what carries them, with solids 0 where nothing does: share of solids,
        thickness of a wet coat [µm], surface as for `film.R_seen`.
    kept : (hows, n + 1) ndarray
        Share of a coat of each that stays.
    water, carrier : (hows,) ndarray
        Parts of water to one of the mix, and of the carrier to one of the colours.
    below : float
        The surface of the ground.
    """

    solids: FloatArray
    wet: FloatArray
    veil: FloatArray
    kept: FloatArray
    water: FloatArray
    carrier: FloatArray
    below: float

    def of(self, films: Films) -> tuple[FloatArray, FloatArray]:
        """Return how thick each colour (m, k) lies there [µm], and the surface (m,)."""
        sets, parts, how = films
        x, veil = np.empty(sets.shape), np.empty(len(sets))
        _amounts(
            np.ascontiguousarray(sets, dtype=np.int64), np.ascontiguousarray(parts, dtype=float),
            np.ascontiguousarray(how, dtype=np.int64), self.solids, self.wet, self.veil, self.kept,
            self.water, self.carrier, self.below, x, veil,
        )  # fmt: skip
        return x, veil


@compiled
def _amounts(
    sets: Indices, parts: FloatArray, how: Indices, solids: FloatArray, wet: FloatArray, veil: FloatArray,
    kept: FloatArray, water: FloatArray, carrier: FloatArray, below: float, x: FloatArray,
    surface: FloatArray,
) -> None:  # fmt: skip
    m, k = sets.shape
    last = solids.shape[0] - 1
    for i in range(m):
        h = how[i]
        whole_parts = 0.0
        for j in range(k):
            whole_parts += parts[i, j]
        more = carrier[h] * solids[last]
        whole, wet_coat = more, more * wet[last]
        for j in range(k):
            dry = parts[i, j] / whole_parts * solids[sets[i, j]]
            x[i, j] = dry
            whole += dry
            wet_coat += dry * wet[sets[i, j]]
        thick = wet_coat / whole / ((1.0 + carrier[h]) * (1.0 + water[h]))
        there = thick * more * kept[h, last]
        own = there * veil[last]
        for j in range(k):
            x[i, j] *= thick * kept[h, sets[i, j]]
            there += x[i, j]
            own += x[i, j] * veil[sets[i, j]]
        surface[i] = below + (own / max(there, 1e-12) - below) * min(1.0, there / (thick * whole))
