"""Mixes brought nearer to a goal along their own slopes: Gauss–Newton steps of many sets of tins at once."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.colour.spaces import XYZ_to_Lab, XYZ_to_Lab_slope
from jug_mingle.core.evidence.mixtures import Indices
from jug_mingle.core.optics.film import K1
from jug_mingle.core.recipes.exact import LEVELS, Misses, surface_table, weights_over_white

_DAMPING: Final = 1e-3
_STRIDE: Final = 1.0
"""No volume grows or shrinks by more than this in a step, in its logarithm."""


def newton_step(misses: Misses, sets: Indices, logs: FloatArray) -> FloatArray:
    """Return the logarithms (m, k) of volumes after a Gauss–Newton step (Nocedal and Wright, Numerical
    Optimization, 10.3) towards the goal, for the first palette of `misses`.

    The squares are of about CIEDE2000 at the goal, summed over its lights, so a step is nearer as a rule, not
    always.

    Parameters
    ----------
    sets, logs : (m, k) ndarray
        Tins, and the logarithms of their volumes.
    """
    dry = np.exp(logs) * misses.solids[sets]
    c = dry / dry.sum(axis=1, keepdims=True)
    K_each, S_each, veils = misses.K[0][sets], misses.S[0][sets], misses.veil[sets] * K1
    K, S = np.einsum("mk,mkw->mw", c, K_each), np.einsum("mk,mkw->mw", c, S_each)
    q = K / S
    root = np.sqrt(q * (q + 2.0))
    body = 1.0 / (1.0 + q + root)
    surface, level = surface_table(), body * (LEVELS - 1)
    low = np.minimum(level.astype(np.intp), LEVELS - 2)
    rise = surface[low + 1] - surface[low]
    seen = surface[low] + (level - low) * rise + (c * veils).sum(axis=1, keepdims=True)
    by_q = -body / np.maximum(root, 1e-9) * rise * (LEVELS - 1) / S
    by_c = (K_each - q[:, np.newaxis] * S_each) * by_q[:, np.newaxis] + veils[..., np.newaxis]
    by_log = c[..., np.newaxis] * (by_c - np.einsum("mk,mkw->mw", c, by_c)[:, np.newaxis])
    off, slopes = [], []
    for light, Lab in zip(misses.goal.lights, misses.goal.Lab, strict=True):
        weights, M = weights_over_white(light, misses.step), even_metric(Lab)
        XYZ = seen @ weights
        off.append((XYZ_to_Lab(XYZ, np.ones(3)) - Lab) @ M.T)
        slopes.append((by_log @ weights) @ (M @ XYZ_to_Lab_slope(XYZ, np.ones(3))).transpose(0, 2, 1))
    r, J = np.concatenate(off, axis=1), np.concatenate(slopes, axis=2)
    H, g = J @ J.transpose(0, 2, 1), np.einsum("mkx,mx->mk", J, r)
    # All volumes larger by as much is the same mix, so the squares alone leave one direction open.
    ridge = _DAMPING * np.trace(H, axis1=1, axis2=2) + 1e-9
    step = np.linalg.solve(H + ridge[:, np.newaxis, np.newaxis] * np.eye(sets.shape[1]), -g[..., np.newaxis])[
        ..., 0
    ]
    return np.asarray(logs + np.clip(step, -_STRIDE, _STRIDE))
