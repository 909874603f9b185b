"""The linear model of the search: the colour error of a mix as a weighted mean of one vector a tin.

Around a reflectance with body K/S = q, the mix Σ cᵢ of the tins differs from it by Σ cᵢ (Kᵢ - q Sᵢ) / Σ cᵢ Sᵢ
in K/S, which is linear in the amounts but for a denominator that the mean scattering of each tin stands for
well. So the colour error of a mix is a weighted mean of one vector per tin, and the best mix of a set of tins
is the point of a simplex nearest to the origin. That bounds every set in closed form; sets are opened best
bound first, their whole-part ratios tried in the linear model, and only the few best computed exactly.
"""

from functools import cached_property
from itertools import combinations

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, XYZ_to_Lab, XYZ_to_Lab_slope
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.optics.film import K1, R_body, R_seen, R_seen_slope
from jug_mingle.core.recipes.wishes import Goal


def reference_of(goal: Goal) -> FloatArray:
    """Return a reflectance with the goal's colour in its first light, to linearise around."""

    return recover_reflectance(Lab_to_XYZ(goal.Lab[0], goal.lights[0].white), goal.lights[0])


class LinearModel:
    """The colour error of mixes as a weighted mean of one vector a tin, around a seen reflectance."""

    def __init__(self, palette: Palette, goal: Goal, reference: FloatArray) -> None:
        veil = float(np.median(palette.veil))
        body = R_body(reference, veil, floor=2e-3)
        q = (1.0 - body) ** 2 / (2.0 * body)
        by_q = -body / np.sqrt(q * (q + 2.0)) * R_seen_slope(body)
        seen = R_seen(body, veil)
        rows, offsets, over = [], [], []
        for light, Lab in zip(goal.lights, goal.Lab, strict=True):
            XYZ = seen @ light.weights
            M = even_metric(Lab)
            by_R = M @ XYZ_to_Lab_slope(XYZ, light.white) @ light.weights.T
            rows.append(by_R * by_q)
            over.append(by_R.sum(axis=1) * K1)
            offsets.append(M @ (XYZ_to_Lab(XYZ, light.white) - Lab))
        A, offset = np.concatenate(rows) / np.sqrt(len(rows)), np.concatenate(offsets) / np.sqrt(len(rows))
        eye = np.abs(A).sum(axis=0)
        S_mean = palette.S @ (eye / eye.sum())
        self.size, self.lights = palette.size, len(rows)
        self.pull = palette.solids * S_mean
        # Veils weigh by volume where colours weigh by scattering: near enough to rank by.
        sheen = np.outer(palette.veil - veil, np.concatenate(over) / np.sqrt(len(rows)))
        self.vectors = (palette.K - q * palette.S) @ A.T / S_mean[:, np.newaxis] + offset + sheen
        self.gram = self.vectors @ self.vectors.T

    @cached_property
    def pair_bound(self) -> FloatArray:
        """Least squared error (n, n) of every pair of tins."""
        own = np.diag(self.gram)
        across = own[:, np.newaxis] + own - 2.0 * self.gram
        t = np.clip((own[:, np.newaxis] - self.gram) / (across + 1e-12 * (1.0 + np.abs(across))), 0.0, 1.0)
        bound = own[:, np.newaxis] - 2.0 * t * (own[:, np.newaxis] - self.gram) + t * t * across
        return np.asarray(np.maximum(bound, 0.0))

    def bound(self, sets: Indices) -> FloatArray:
        """Return the least squared error (m,) of each set (m, k) in the linear model, over weights that sum
        to one.

        Of a set of four that does as well without one of its tins it is infinity: the smaller set has been
        tried.
        """
        if sets.shape[1] == 1:
            return np.asarray(np.diag(self.gram)[sets[:, 0]])
        if sets.shape[1] == 2:
            return np.asarray(self.pair_bound[sets[:, 0], sets[:, 1]])
        if sets.shape[1] == 3:
            return self._triple_bound(*sets.T)
        return _nearest_inside(self.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]])[0]

    def _triple_bound(self, a: Indices, b: Indices, c: Indices) -> FloatArray:
        """Return the bound of triples: that of their best pair, or of the point inside where there is one."""
        g, own = self.gram, np.diag(self.gram)
        ac, bc, cc = g[a, c], g[b, c], own[c]
        h_aa, h_bb, h_ab = own[a] - 2.0 * ac + cc, own[b] - 2.0 * bc + cc, g[a, b] - ac - bc + cc
        p, q = cc - ac, cc - bc
        det = h_aa * h_bb - h_ab**2 + 1e-14 * (1.0 + h_aa * h_bb)
        w_a, w_b = (h_bb * p - h_ab * q) / det, (h_aa * q - h_ab * p) / det
        inside = (w_a > 0.0) & (w_b > 0.0) & (w_a + w_b < 1.0)
        value = np.maximum(cc - w_a * p - w_b * q, 0.0)
        pairs = self.pair_bound
        edge = np.minimum(np.minimum(pairs[a, b], pairs[a, c]), pairs[b, c])
        return np.asarray(np.where(inside, np.minimum(value, edge), edge))

    def weights(self, sets: Indices) -> FloatArray:
        """Return the weights (m, k) at which each set (m, k) has its bound."""
        G = self.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]]
        return (_nearest_inside(G) if sets.shape[1] > 3 else _nearest_in_simplex(G))[1]

    def error(self, sets: Indices, ratios: FloatArray) -> FloatArray:
        """Return the squared error (m, r), in the worst light, of each set (m, k) at each ratio (r, k).

        `bound` is the mean over the lights, so it lies below. Single precision: it only ranks.
        """
        k, m = sets.shape[1], sets.shape[0]
        pulled = (self.pull[:, np.newaxis] * self.vectors).astype(np.float32)[sets]
        sums = ratios.astype(np.float32) @ pulled.transpose(1, 0, 2).reshape(k, -1)
        sums = sums.reshape(-1, m, self.lights, 3)
        # One light after the other: reducing over so short an axis is many times slower.
        worst = np.zeros(sums.shape[:2], dtype=np.float32)
        for at in range(self.lights):
            worst = np.maximum(worst, np.einsum("rmx,rmx->rm", sums[:, :, at], sums[:, :, at]))
        return np.asarray((self.lights * worst / (ratios @ self.pull[sets].T) ** 2).T)

    def error_each(self, sets: Indices, volumes: FloatArray) -> FloatArray:
        """Return the same (m,) for each set (m, k) at volumes of its own (m, k)."""
        w = volumes * self.pull[sets]
        e = np.einsum("mk,mkx->mx", w / w.sum(axis=1, keepdims=True), self.vectors[sets])
        return np.asarray(self.lights * (e * e).reshape(-1, self.lights, 3).sum(axis=2).max(axis=1))


def _nearest_in_simplex(G: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return min |Σ wᵢ vᵢ|² over w ≥ 0, Σ w = 1 and that w, from Gram matrices (m, k, k), by trying every
    face."""
    m, k = G.shape[:2]
    best, weights = np.full(m, np.inf), np.zeros((m, k))
    for size in range(1, k + 1):
        for face in combinations(range(k), size):
            w = _affine_weights(G[:, face][:, :, face])
            inside = np.all(w > 0.0, axis=1)
            value = np.einsum("mi,mij,mj->m", w, G[:, face][:, :, face], w)
            better = inside & (value < best)
            best = np.where(better, value, best)
            weights[better] = 0.0
            weights[np.ix_(better, face)] = w[better]
    return np.maximum(best, 0.0), weights


def _nearest_inside(G: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return the same with every weight above 0; a set that does as well without one of its tins gets
    infinity."""
    w = _affine_weights(G)
    value = np.maximum(np.einsum("mi,mij,mj->m", w, G, w), 0.0)
    return np.where(np.all(w > 0.0, axis=1), value, np.inf), np.maximum(w, 0.0)


def _affine_weights(G: FloatArray) -> FloatArray:
    """Return w (m, k) with Σ w = 1 that minimises w G w without bounds, in closed form up to three, else
    solved."""
    k = G.shape[1]
    if k == 1:
        return np.ones((G.shape[0], 1))
    last = G[:, -1]
    # Differences to the last vertex: |v_last + Σ w (v_i - v_last)|² has k - 1 free weights.
    H = (
        G[:, :-1, :-1]
        - last[:, :-1, np.newaxis]
        - last[:, np.newaxis, :-1]
        + last[:, -1, np.newaxis, np.newaxis]
    )
    b = last[:, -1:] - last[:, :-1]
    ridge = 1e-9 * (1.0 + np.abs(H).max(axis=(1, 2)))
    if k == 2:
        free = b / (H[:, 0] + ridge[:, np.newaxis])
    elif k == 3:
        h00, h11, h01 = H[:, 0, 0] + ridge, H[:, 1, 1] + ridge, H[:, 0, 1]
        det = h00 * h11 - h01**2
        free = (
            np.stack([h11 * b[:, 0] - h01 * b[:, 1], h00 * b[:, 1] - h01 * b[:, 0]], axis=1)
            / det[:, np.newaxis]
        )
    else:
        free = np.linalg.solve(H + ridge[:, np.newaxis, np.newaxis] * np.eye(k - 1), b[..., np.newaxis])[
            ..., 0
        ]
    return np.concatenate([free, 1.0 - free.sum(axis=1, keepdims=True)], axis=1)
