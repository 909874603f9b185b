"""Faces of a piece on a photo: four corners, the perspective between them, a finish laid in with the photo's
light."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, TypeAlias

import numpy as np

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite

Corners: TypeAlias = Sequence[tuple[float, float]]

_SMALLEST: Final = 6.0
"""Shortest side of a face on a photo. [pixels]"""

_STRAIGHT: Final = 1e-4
"""A corner that turns by less (sine of its angle) is none: three of them lie in a line, as far as numbers
tell."""

SHADE_REACH: Final = 0.04
"""How far shadows are told from the grain and the old colour's blotches, as a share of the face's
diagonal."""


class CrossedCornersError(ValueError):
    """Four corners that do not go around a face."""


def homography(corners: Corners) -> FloatArray:
    """Return H (3, 3) that takes the unit square's corners (0,0), (1,0), (1,1), (0,1) to these pixels.

    Parameters
    ----------
    corners : four (x, y)
        Upper left, upper right, lower right, lower left. [pixels]

    Raises
    ------
    CrossedCornersError
        If they cross, lie in a line, or make a hollow or tiny shape.

    References
    ----------
    .. [1] P. S. Heckbert, "Fundamentals of texture mapping and image warping", UCB/CSD 89/516 (1989), square
    to quad.
    """
    p = check_finite(as_floats(corners, "corners", last_axis=2), "corners")
    if p.shape != (4, 2):
        raise CrossedCornersError(f"a face has four corners, got {p.shape[0]}")
    turns = [_cross(p[(n + 1) % 4] - p[n], p[(n + 2) % 4] - p[(n + 1) % 4]) for n in range(4)]
    sides = [float(np.hypot(*(p[(n + 1) % 4] - p[n]))) for n in range(4)]
    bends = [abs(turn) / max(sides[n] * sides[(n + 1) % 4], 1e-12) for n, turn in enumerate(turns)]
    if min(sides) < _SMALLEST or min(bends) < _STRAIGHT or not (min(turns) > 0.0 or max(turns) < 0.0):
        raise CrossedCornersError(
            "these corners do not go around a face: mark upper left, upper right, lower right, lower left in "
            "turn"
        )
    d1, d2, d3 = p[1] - p[2], p[3] - p[2], p[0] - p[1] + p[2] - p[3]
    bend = _cross(d1, d2)
    g, h = _cross(d3, d2) / bend, _cross(d1, d3) / bend
    across, down = p[1] - p[0] + g * p[1], p[3] - p[0] + h * p[3]
    return np.array([[across[0], down[0], p[0, 0]], [across[1], down[1], p[0, 1]], [g, h, 1.0]])


def _cross(a: FloatArray, b: FloatArray) -> float:
    return float(a[0] * b[1] - a[1] * b[0])


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class OnPhoto:
    """Where a face lies on a photo: the rows and columns that hold it, and u, v and cover (h, w) there.
    [0..1]"""

    rows: slice
    columns: slice
    u: FloatArray
    v: FloatArray
    cover: FloatArray


def places_on(corners: Corners, size: tuple[int, int]) -> OnPhoto:
    """Return where a face lies on a picture (height, width); nothing of it where it lies beside the
    picture."""
    inverse = np.linalg.inv(homography(corners)).astype(np.float32)
    p = np.asarray(corners, dtype=float)
    (left, top), (right, bottom) = np.floor(p.min(axis=0) - 1.0), np.ceil(p.max(axis=0) + 1.0)
    rows = slice(*(int(np.clip(edge, 0, size[0])) for edge in (top, bottom)))
    columns = slice(*(int(np.clip(edge, 0, size[1])) for edge in (left, right)))
    y = np.arange(rows.start, rows.stop, dtype=np.float32)[:, np.newaxis] + np.float32(0.5)
    x = np.arange(columns.start, columns.stop, dtype=np.float32) + np.float32(0.5)
    u, v, w = (row[0] * x + row[1] * y + row[2] for row in inverse)
    turning = np.sign(_cross(p[1] - p[0], p[2] - p[1]))
    cover = np.ones(w.shape, dtype=np.float32)
    for n in range(4):
        a, b = p[n], p[(n + 1) % 4]
        across, down = (b - a) * turning / np.hypot(*(b - a))
        away = np.float32(across) * (y - np.float32(a[1])) - np.float32(down) * (x - np.float32(a[0]))
        cover = np.minimum(cover, np.clip(away + np.float32(0.5), 0.0, 1.0))
    w = np.where(cover > 0.0, w, 1.0)  # beside the face it may be anything, also 0
    return OnPhoto(rows=rows, columns=columns, u=u / w, v=v / w, cover=cover)


def _smooth(values: FloatArray, reach: float) -> FloatArray:
    """Return values (h, w) smoothed by a Gaussian; a wide one is laid over the means of small squares."""
    from scipy.ndimage import gaussian_filter, zoom  # a tenth of a second, which a start need not spend

    step = int(reach / 4.0)
    if step < 2:
        return np.asarray(gaussian_filter(values, reach))
    high, wide = (-(-length // step) for length in values.shape)
    spare = ((0, high * step - values.shape[0]), (0, wide * step - values.shape[1]))
    squares = np.pad(values, spare, mode="edge").reshape(high, step, wide, step).mean(axis=(1, 3))
    soft = zoom(gaussian_filter(squares, reach / step), step, order=1, mode="nearest", grid_mode=True)
    return np.asarray(soft[: values.shape[0], : values.shape[1]])


def lay_in(
    linear: FloatArray, finish: FloatArray, cover: FloatArray, *, reach: float, keep_grain: float = 0.0
) -> FloatArray:
    """Return a photo with a finish laid into a face, in the light that fell there.

    The photo's lightness over the face, smoothed, tells its shadows: the finish gets them, relative to the
    face's mean. What is finer than that is grain and highlights; `keep_grain` of it stays, for washes and
    bare parts.

    Parameters
    ----------
    linear, finish : (h, w, 3) ndarray
        Linear RGB of the photo, and of the finish as it looks evenly lit, under the same white.
    cover : (h, w) ndarray
        [0..1]
    reach : float
        Of the smoothing. [pixels]
    """
    Y = np.maximum(linear @ np.array([0.2126, 0.7152, 0.0722], dtype=linear.dtype), 1e-4)
    weight = np.maximum(_smooth(cover, reach), 1e-6)
    soft = np.maximum(_smooth(Y * cover, reach) / weight, 1e-4)
    mean = float(np.average(Y, weights=np.maximum(cover, 1e-9)))
    shade = soft / mean * (Y / soft) ** keep_grain
    laid = finish * shade[..., np.newaxis]
    # Highlights that are far above the smooth light are reflections of the surface itself: they stay.
    glint = np.clip(Y / soft - 1.8, 0.0, None)[..., np.newaxis] * soft[..., np.newaxis]
    return np.asarray(linear + cover[..., np.newaxis] * (laid + glint - linear))
