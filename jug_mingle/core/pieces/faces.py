"""What a drawn piece is made of, and the brushes that draw it: all arrays, no colour."""

from dataclasses import dataclass

import numpy as np

from jug_mingle.core.arrays import FloatArray


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Face:
    """One painted surface as seen in the picture, painted over the faces before it.

    Attributes
    ----------
    zone : str
        "front" (drawer fronts, doors), "body", "top", "side", "plinth", "hardware" or "shadow".
    rows, columns : slice
        Where in the picture it lies.
    cover : (h, w) float32 ndarray
        Share of each pixel that it covers. [0..1]
    shade : (h, w) float32 ndarray
        Light that falls there, relative to a sheet facing the eye.
    u, v : (h, w) float32 ndarray
        Coordinates within the face: 0..1 from left to right and from top to bottom.
    across, down : (h, w) float32 ndarray
        Coordinates within the whole front of the piece, 0..1, for finishes that run over several faces.
    grain : (h, w) float32 ndarray
        Height of the wood's figure, mean 0, about -1..1.
    """

    zone: str
    rows: slice
    columns: slice
    cover: FloatArray
    shade: FloatArray
    u: FloatArray
    v: FloatArray
    across: FloatArray
    down: FloatArray
    grain: FloatArray


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Drawing:
    """A piece drawn at a size, faces from back to front; pixels without a face are the mat around it."""

    width: int
    height: int
    faces: tuple[Face, ...]


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
    top = knots[np.ix_(i, j)] * (1.0 - fx) + knots[np.ix_(i, j + 1)] * fx
    low = knots[np.ix_(i + 1, j)] * (1.0 - fx) + knots[np.ix_(i + 1, j + 1)] * fx
    return np.asarray(top * (1.0 - fy) + low * fy)


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


def coverage_of_polygon(corners: list[tuple[float, float]], rows: slice, columns: slice) -> FloatArray:
    """Return the share of each pixel (h, w) inside a convex polygon of corners (x, y) in clockwise order on screen."""
    y = np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5
    x = np.arange(columns.start, columns.stop)[np.newaxis] + 0.5
    cover = np.ones((rows.stop - rows.start, columns.stop - columns.start))
    for (x_0, y_0), (x_1, y_1) in zip(corners, [*corners[1:], corners[0]], strict=True):
        length = np.hypot(x_1 - x_0, y_1 - y_0)
        inside = ((x_1 - x_0) * (y - y_0) - (y_1 - y_0) * (x - x_0)) / length
        cover = np.minimum(cover, np.clip(inside + 0.5, 0.0, 1.0))
    return cover.astype(np.float32)
