"""Smooth noise and the figure of wood, for the demo's painted scenes."""

import numpy as np

from jug_mingle.core.arrays import FloatArray


def smooth_noise(shape: tuple[int, int], cells: tuple[float, float], rng: np.random.Generator) -> FloatArray:
    """Return noise (h, w), mean 0, about -1..1, with so many cells down and across, interpolated smoothly."""
    down, across = (int(np.ceil(n)) + 2 for n in cells)
    knots = rng.standard_normal((down, across)) * 0.6
    y = np.linspace(0.0, cells[0], shape[0], endpoint=False)
    x = np.linspace(0.0, cells[1], shape[1], endpoint=False)
    return _ease(knots, y, x)


def _ease(knots: FloatArray, y: FloatArray, x: FloatArray) -> FloatArray:
    i, j = y.astype(int), x.astype(int)
    fy, fx = y - i, x - j
    fy, fx = (fy * fy * (3.0 - 2.0 * fy))[:, np.newaxis], (fx * fx * (3.0 - 2.0 * fx))[np.newaxis]
    rows = knots[:, j] * (1.0 - fx) + knots[:, j + 1] * fx
    return np.asarray(rows[i] * (1.0 - fy) + rows[i + 1] * fy)


def wood_figure(shape: tuple[int, int], *, upright: bool, scale: float, seed: int) -> FloatArray:
    """Return the height of a wood's figure (h, w): long streaks along the grain, and fine pores.

    `scale` is pixels per metre, so that the figure keeps its size when the picture grows.
    """
    rng = np.random.default_rng(seed)
    h, w = (shape[1], shape[0]) if upright else shape
    metres = (h / scale, w / scale)
    bands = smooth_noise((h, w), (metres[0] * 28.0 + 1, metres[1] * 2.0 + 1), rng)
    streaks = smooth_noise((h, w), (metres[0] * 120.0 + 1, metres[1] * 4.0 + 1), rng)
    pores = smooth_noise((h, w), (metres[0] * 420.0 + 1, metres[1] * 26.0 + 1), rng)
    figure = 0.55 * bands + 0.35 * streaks + 0.3 * pores
    return np.asarray((figure.T if upright else figure).astype(np.float32))
