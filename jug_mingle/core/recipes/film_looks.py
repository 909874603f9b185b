"""What many films over a ground miss a goal by, compiled: what the search over wood asks a hundred thousand
times.

It says nothing new: `laid.look_over` says the same of one film, and a test holds both together. One loop
without calls, since a compiled one is kept in a file that would not know that another had changed.
"""

from dataclasses import dataclass
from functools import cache
from math import sqrt
from typing import Final

import numpy as np
from numpy.polynomial import Chebyshev, Polynomial

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.compiling import compiled
from jug_mingle.core.optics.film import K1, R_seen
from jug_mingle.core.recipes.exact import weights_over_white
from jug_mingle.core.recipes.film_amounts import Indices
from jug_mingle.core.recipes.wishes import Goal

_LEVELS: Final = 4096
_MOST: Final = 1.25
"""The largest part of a light's white that roots are read for."""

_DEGREE: Final = 9


@cache
def _covering() -> tuple[float, ...]:
    """Return tanh(√q) / √q, by which a film of K X (K X + 2 S X) = q covers what is below, as a polynomial of
    1 / √(1 + q), in which it is smooth from nothing laid to the opaque."""
    z = np.linspace(1e-4, 1.0, 20_001)
    root = np.sqrt(np.maximum(1.0 / z**2 - 1.0, 1e-18))
    return _polynomial(z, np.tanh(root) / root)


@cache
def _surface() -> tuple[float, ...]:
    """Return what is seen, without a veil, as a polynomial of body reflectance."""
    R = np.linspace(0.0, 1.0, 20_001)
    return _polynomial(R, R_seen(R, 0.0))


def _polynomial(x: FloatArray, y: FloatArray) -> tuple[float, ...]:
    fitted = Chebyshev.fit(x, y, _DEGREE, domain=[0.0, 1.0])
    return tuple(float(one) for one in fitted.convert(kind=Polynomial).coef)


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
        """Return how far films are from the goal: in the worst light (m,), and each way in each light (m,
        lights, 3).

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
            self.body, np.ascontiguousarray(veil * K1, dtype=float), _covering(), _surface(), _roots(),
            np.array([weights_over_white(light,
                self.step).T for light in self.goal.lights]) * (_LEVELS / _MOST),
            np.stack([even_metric(Lab) for Lab in self.goal.Lab]),
            np.ascontiguousarray(self.goal.Lab, dtype=float), out, off,
        )  # fmt: skip
        return out, off


@compiled
def _misses(
    sets: Indices, x: FloatArray, K: FloatArray, S: FloatArray, body: FloatArray, veil: FloatArray,
    covering: tuple[float, ...], surface: tuple[float, ...], roots: FloatArray, weights: FloatArray,
    metric: FloatArray, wanted: FloatArray, out: FloatArray, off: FloatArray,
) -> None:  # fmt: skip
    """Write what each of up to three materials misses: Kubelka–Munk as `film.R_film` in its hyperbolic form;
    what is slow to compute by polynomials, which a processor runs for several bands at once, and a table."""
    m, k = sets.shape
    bands, levels = K.shape[1], roots.shape[0] - 1
    c0, c1, c2, c3, c4, c5, c6, c7, c8, c9 = covering
    s0, s1, s2, s3, s4, s5, s6, s7, s8, s9 = surface
    seen, f = np.empty(bands), np.empty(3)
    for i in range(m):
        # Without an inner loop over the materials the one over the bands is the innermost.
        one, x1 = sets[i, 0], x[i, 0]
        two, x2 = (sets[i, 1], x[i, 1]) if k > 1 else (one, 0.0)
        three, x3 = (sets[i, 2], x[i, 2]) if k > 2 else (one, 0.0)
        for w in range(bands):
            k_mix = x1 * K[one, w] + x2 * K[two, w] + x3 * K[three, w]
            s_mix = x1 * S[one, w] + x2 * S[two, w] + x3 * S[three, w]
            z = 1.0 / sqrt(1.0 + k_mix * (k_mix + 2.0 * s_mix))
            u = c0 + z * (
                c1 + z * (c2 + z * (c3 + z * (c4 + z * (c5 + z * (c6 + z * (c7 + z * (c8 + z * c9)))))))
            )  # fmt: skip
            under, both = body[w], k_mix + s_mix
            R = (under + u * (s_mix - both * under)) / (1.0 + u * (both - s_mix * under))
            seen[w] = veil[i] + s0 + R * (
                s1 + R * (s2 + R * (s3 + R * (s4 + R * (s5 + R * (s6 + R * (s7 + R * (s8 + R * s9)))))))
            )  # fmt: skip
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
                part = (
                    metric[light, row, 0] * L_off
                    + metric[light, row, 1] * a_off
                    + metric[light, row, 2] * b_off
                )
                off[i, light, row] = part
                far += part * part
            worst = max(worst, far)
        out[i] = sqrt(worst)
