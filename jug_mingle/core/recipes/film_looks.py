"""What many films over a ground miss a goal by, compiled: what the search over wood asks a hundred thousand times.

It says nothing new: `laid.look_over` says the same of one film, and a test holds both together. One loop without calls,
since a compiled one is kept in a file that would not know that another had changed.
"""

from dataclasses import dataclass
from functools import cache
from math import sqrt
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.compiling import compiled
from jug_mingle.core.optics.film import K1
from jug_mingle.core.recipes.exact import surface_table, weights_over_white
from jug_mingle.core.recipes.wishes import Goal

Indices = NDArray[np.intp]

_LEVELS: Final = 4096
_MOST: Final = 1.25
"""The largest part of a light's white that roots are read for."""


@cache
def _flattening() -> FloatArray:
    """Return tanh(√q) / √q, by which a film of K X (K X + 2 S X) = q covers what is below, of q / (1 + q) = 0 ... 1."""
    part = np.linspace(0.0, 1.0 - 1e-9, _LEVELS + 1)
    root = np.sqrt(part / (1.0 - part))
    root[0] = 1e-9
    return np.ascontiguousarray(np.tanh(root) / root)


@cache
def _roots() -> FloatArray:
    """Return CIELAB's f of parts of a white, 0 ... 1.25."""
    parts = np.linspace(0.0, _MOST, _LEVELS + 1)
    return np.where(parts > (6 / 29) ** 3, np.cbrt(parts), parts * (29 / 6) ** 2 / 3 + 4 / 29)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class FilmLooks:
    """Materials, and the ground that films of them lie on, before a goal.

    Attributes
    ----------
    K, S : (n, bands) ndarray
        [1/µm]
    body : (bands,) ndarray
        Body reflectance of the ground. [0..1]
    step : int
        Of the bands every one is computed, or every second.
    """

    K: FloatArray
    S: FloatArray
    body: FloatArray
    goal: Goal
    step: int = 1

    @classmethod
    def of(cls, *, K: FloatArray, S: FloatArray, body: FloatArray, goal: Goal, step: int = 2) -> "FilmLooks":
        """Return that of optics (n, 36) and a ground (36,)."""
        return cls(
            K=np.ascontiguousarray(K[:, ::step]), S=np.ascontiguousarray(S[:, ::step]),
            body=np.ascontiguousarray(body[::step]), goal=goal, step=step,
        )  # fmt: skip

    def residuals(self, sets: Indices, x: FloatArray, veil: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Return how far films are from the goal: in the worst light (m,), and each way in each light (m, lights, 3).

        In the even metric about the goal, which near it is CIEDE2000 but for the blue rotation.

        Parameters
        ----------
        sets : (m, k) ndarray
            Places of the materials in each.
        x : (m, k) ndarray
            How thick each of them lies there. [µm]
        veil : (m,) ndarray
            As for `film.R_seen`. [0..1]
        """
        out, off = np.empty(len(sets)), np.empty((len(sets), len(self.goal.lights), 3))
        _misses(
            np.ascontiguousarray(sets, dtype=np.int64), np.ascontiguousarray(x, dtype=float), self.K, self.S,
            self.body, np.ascontiguousarray(veil * K1, dtype=float), surface_table(), _flattening(), _roots(),
            np.array([weights_over_white(light, self.step).T for light in self.goal.lights]) * (_LEVELS / _MOST),
            np.stack([even_metric(Lab) for Lab in self.goal.Lab]), np.ascontiguousarray(self.goal.Lab, dtype=float),
            out, off,
        )  # fmt: skip
        return out, off


@compiled
def _misses(
    sets: Indices, x: FloatArray, K: FloatArray, S: FloatArray, body: FloatArray, veil: FloatArray,
    surface: FloatArray, flattening: FloatArray, roots: FloatArray, weights: FloatArray, metric: FloatArray,
    wanted: FloatArray, out: FloatArray, off: FloatArray,
) -> None:  # fmt: skip
    """Write what each misses: Kubelka–Munk as `film.R_film` in its hyperbolic form; what is slow to compute by tables,
    which lie within 0.001 of it."""
    m, k = sets.shape
    bands, last = K.shape[1], surface.shape[0] - 1
    levels = roots.shape[0] - 1
    k_mix, s_mix, seen, f = np.empty(bands), np.empty(bands), np.empty(bands), np.empty(3)
    for i in range(m):
        k_mix[:] = 0.0
        s_mix[:] = 0.0
        for j in range(k):
            for w in range(bands):
                k_mix[w] += x[i, j] * K[sets[i, j], w]
                s_mix[w] += x[i, j] * S[sets[i, j], w]
        for w in range(bands):
            square = k_mix[w] * (k_mix[w] + 2.0 * s_mix[w])
            at = levels * square / (1.0 + square)
            low = min(int(at), levels - 1)
            u = flattening[low] + (at - low) * (flattening[low + 1] - flattening[low])
            under, both = body[w], k_mix[w] + s_mix[w]
            at = last * (under + u * (s_mix[w] - both * under)) / (1.0 + u * (both - s_mix[w] * under))
            low = min(max(int(at), 0), last - 1)
            seen[w] = veil[i] + surface[low] + (at - low) * (surface[low + 1] - surface[low])
        worst = 0.0
        for light in range(weights.shape[0]):
            for n in range(3):
                at = 0.0
                for w in range(bands):
                    at += seen[w] * weights[light, n, w]
                low = min(max(int(at), 0), levels - 1)
                f[n] = roots[low] + (at - low) * (roots[low + 1] - roots[low])
            L_off = 116.0 * f[1] - 16.0 - wanted[light, 0]
            a_off = 500.0 * (f[0] - f[1]) - wanted[light, 1]
            b_off = 200.0 * (f[1] - f[2]) - wanted[light, 2]
            far = 0.0
            for row in range(3):
                part = metric[light, row, 0] * L_off + metric[light, row, 1] * a_off + metric[light, row, 2] * b_off
                off[i, light, row] = part
                far += part * part
            worst = max(worst, far)
        out[i] = sqrt(worst)
