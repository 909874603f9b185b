"""What many mixes miss a goal by, compiled: films of few tins, as they are seen, against the goal in each
light.

It says nothing new: `Palette.seen_of` and `Goal.miss` say the same of a few mixes, and a test holds both
together. One loop without calls, since a compiled one is kept in a file that would not know that another had
changed.
"""

from dataclasses import dataclass, replace
from functools import cache, lru_cache
from math import atan2, cos, exp, pi, sin, sqrt
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.compiling import compiled
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.optics.film import K1, R_seen
from jug_mingle.core.recipes.wishes import Goal

LEVELS: Final = 8192


@cache
def surface_table() -> FloatArray:
    """Return what is seen, without a veil, of body reflectances 0, 1/8191 ... 1."""
    return np.ascontiguousarray(R_seen(np.linspace(0.0, 1.0, LEVELS), 0.0))


@lru_cache(maxsize=64)
def weights_over_white(light: Light, step: int) -> FloatArray:
    """Return the weights (bands, 3) of a light over its white; of every second band with its neighbours'
    halves."""
    every = light.weights / light.white
    if step == 1:
        return np.ascontiguousarray(every)
    kept = every[::2].copy()
    kept += 0.5 * every[1::2]
    kept[1:] += 0.5 * every[1:-1:2]
    kept[-1] += 0.5 * every[-1]
    return kept


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Misses:
    """A palette, or several drawn ones, before a goal: what mixes miss it by.

    Attributes
    ----------
    K, S : (d, n, 36) ndarray
        [1/µm]
    solids, veil : (n,) ndarray
        As of `Palette`.
    poured : (d, k) ndarray, optional
        What is poured over what was meant, for the first, second ... tin of a mix.
    off : (d, lights, 3) ndarray, optional
        Added to the CIELAB of each drawn mix: what the model is off by.
    """

    K: FloatArray
    S: FloatArray
    solids: FloatArray
    veil: FloatArray
    goal: Goal
    poured: FloatArray | None = None
    off: FloatArray | None = None
    step: int = 1
    """Of the bands every one is computed, or every second, which is off by up to a tenth."""

    @classmethod
    def of(cls, palette: Palette, goal: Goal) -> "Misses":
        """Return that of the palette's most likely optics."""
        return cls(
            K=palette.K[np.newaxis],
            S=palette.S[np.newaxis],
            solids=palette.solids,
            veil=palette.veil,
            goal=goal,
        )

    def every_second_band(self) -> "Misses":
        """Return the same in half the time, and nearly as right."""
        return replace(self, K=self.K[..., ::2], S=self.S[..., ::2], step=2)

    def first(self, draws: int) -> "Misses":
        """Return that of the first few drawn palettes."""
        return replace(
            self, K=self.K[:draws], S=self.S[:draws],
            poured=None if self.poured is None else self.poured[:draws],
            off=None if self.off is None else self.off[:draws],
        )  # fmt: skip

    def __call__(self, sets: Indices, volumes: FloatArray) -> FloatArray:
        """Return the CIEDE2000 (d, m), worst light, of mixes of volumes (m, k) of tins (m, k)."""
        lights, draws = self.goal.lights, len(self.K)
        off = np.zeros((draws, len(lights), 3)) if self.off is None else self.off
        poured = np.ones((draws, sets.shape[1])) if self.poured is None else self.poured[:, : sets.shape[1]]
        out = np.empty((len(self.K), len(sets)))
        _misses(
            np.ascontiguousarray(sets, dtype=np.int64), np.ascontiguousarray(volumes, dtype=float),
            np.ascontiguousarray(self.K), np.ascontiguousarray(self.S), self.solids, self.veil * K1,
            surface_table(), np.array([weights_over_white(light, self.step) for light in lights]),
            np.ascontiguousarray(self.goal.Lab, dtype=float), np.ascontiguousarray(off),
            np.ascontiguousarray(poured), out,
        )  # fmt: skip
        return out


_6, _30, _63 = ((cos(angle * pi / 180.0), sin(angle * pi / 180.0)) for angle in (6.0, 30.0, 63.0))
"""Cosine and sine of the angles in CIEDE2000's weight of hue."""


@compiled
def _misses(  # noqa: C901 - one loop without calls
    sets: Indices, volumes: FloatArray, K: FloatArray, S: FloatArray, solids: FloatArray, veil: FloatArray,
    surface: FloatArray, weights: FloatArray, wanted: FloatArray, off: FloatArray, poured: FloatArray,
    out: FloatArray,
) -> None:  # fmt: skip
    """Write the CIEDE2000 of each mix in the worst light into `out`, as `difference.delta_E_CIE2000` has
    it."""
    m, k = sets.shape
    bands, last = K.shape[2], surface.shape[0] - 1
    c = np.empty(k)
    k_mix, s_mix, seen = np.empty(bands), np.empty(bands), np.empty(bands)
    for i in range(m):
        for d in range(K.shape[0]):
            total = over = 0.0
            for j in range(k):
                c[j] = volumes[i, j] * solids[sets[i, j]] * poured[d, j]
                total += c[j]
            for j in range(k):
                c[j] /= total
                over += c[j] * veil[sets[i, j]]
            # Band by band within each step, and not step by step within each band: so several bands go at
            # once.
            k_mix[:] = 0.0
            s_mix[:] = 0.0
            for j in range(k):
                for w in range(bands):
                    k_mix[w] += c[j] * K[d, sets[i, j], w]
                    s_mix[w] += c[j] * S[d, sets[i, j], w]
            for w in range(bands):
                seen[w] = (
                    last * s_mix[w] / (k_mix[w] + s_mix[w] + sqrt(k_mix[w] * (k_mix[w] + 2.0 * s_mix[w])))
                )
            for w in range(bands):
                low = min(int(seen[w]), last - 1)
                seen[w] = over + surface[low] + (seen[w] - low) * (surface[low + 1] - surface[low])
            worst = 0.0
            for light in range(weights.shape[0]):
                x = y = z = 0.0
                for w in range(bands):
                    x += seen[w] * weights[light, w, 0]
                    y += seen[w] * weights[light, w, 1]
                    z += seen[w] * weights[light, w, 2]
                x = np.cbrt(x) if x > 0.008856451679035631 else x * 7.787037037037037 + 4 / 29
                y = np.cbrt(y) if y > 0.008856451679035631 else y * 7.787037037037037 + 4 / 29
                z = np.cbrt(z) if z > 0.008856451679035631 else z * 7.787037037037037 + 4 / 29
                L_1, a_1, b_1 = wanted[light, 0], wanted[light, 1], wanted[light, 2]
                L_2 = 116.0 * y - 16.0 + off[d, light, 0]
                a_2 = 500.0 * (x - y) + off[d, light, 1]
                b_2 = 200.0 * (y - z) + off[d, light, 2]
                C_7 = ((sqrt(a_1 * a_1 + b_1 * b_1) + sqrt(a_2 * a_2 + b_2 * b_2)) / 2.0) ** 7
                G = 1.5 - 0.5 * sqrt(C_7 / (C_7 + 6103515625.0))
                a_1 *= G
                a_2 *= G
                C_1, C_2 = sqrt(a_1 * a_1 + b_1 * b_1), sqrt(a_2 * a_2 + b_2 * b_2)
                h_1, h_2 = atan2(b_1, a_1), atan2(b_2, a_2)
                h_1 = h_1 + 2.0 * pi if h_1 < 0.0 else h_1
                h_2 = h_2 + 2.0 * pi if h_2 < 0.0 else h_2
                apart, h = h_2 - h_1, (h_1 + h_2) / 2.0
                if C_1 * C_2 == 0.0:
                    apart, h = 0.0, h_1 + h_2
                elif abs(apart) > pi + 1e-11:
                    apart += 2.0 * pi if apart < 0.0 else -2.0 * pi
                    h += pi if h < pi else -pi
                dH = 2.0 * sqrt(C_1 * C_2) * sin(apart / 2.0)
                L, C = (L_1 + L_2) / 2.0, (C_1 + C_2) / 2.0
                # The cosines of twice, three and four times the hue follow from its own.
                c_1, s_1 = cos(h), sin(h)
                c_2, s_2 = c_1 * c_1 - s_1 * s_1, 2.0 * c_1 * s_1
                c_3, s_3 = c_1 * c_2 - s_1 * s_2, s_1 * c_2 + c_1 * s_2
                c_4, s_4 = c_2 * c_2 - s_2 * s_2, 2.0 * c_2 * s_2
                T = (
                    1.0 - 0.17 * (c_1 * _30[0] + s_1 * _30[1]) + 0.24 * c_2
                    + 0.32 * (c_3 * _6[0] - s_3 * _6[1])
                    - 0.20 * (c_4 * _63[0] + s_4 * _63[1])
                )  # fmt: skip
                turn, R_T = (h * 180.0 / pi - 275.0) / 25.0, 0.0
                if turn > -5.0:  # elsewhere it is below a billionth
                    C_7 = C**7
                    R_T = -sin(pi / 3.0 * exp(-turn * turn)) * 2.0 * sqrt(C_7 / (C_7 + 6103515625.0))
                off_50 = (L - 50.0) * (L - 50.0)
                l_term = (L_2 - L_1) / (1.0 + 0.015 * off_50 / sqrt(20.0 + off_50))
                c_term = (C_2 - C_1) / (1.0 + 0.045 * C)
                h_term = dH / (1.0 + 0.015 * C * T)
                square = l_term * l_term + c_term * c_term + h_term * h_term + R_T * c_term * h_term
                worst = max(worst, square)
            out[d, i] = sqrt(worst)
