"""The common 24-patch test chart: its colours, and its patches in a photo given where its corners are."""

from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_XYZ, XYZ_to_Lab
from jug_mingle.core.colour.spectra import table
from jug_mingle.core.photos.honest_light import Correction, from_known
from jug_mingle.core.photos.patches import Patch, UnusablePatchError, average

ROWS: Final = 4
COLUMNS: Final = 6
_SIDE: Final = 8
"""A patch is sampled on so many points a side."""


@cache
def chart_R() -> FloatArray:
    """Return the reflectances (24, 36) of the chart's patches, row by row; [0..1]."""
    return read_only(table("chart24.csv")[1][:, 1:].T)


@cache
def chart_XYZ() -> FloatArray:
    """Return the XYZ (24, 3) of the patches under D65."""
    return read_only(R_to_XYZ(chart_R()))


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Chart:
    """A chart found in a photo.

    Attributes
    ----------
    corners : (4, 2) ndarray
        Outer corners of its field of patches in pixels: that of the first patch, then along its first row and
        around.
    patches : tuple of 24 Patch
    mismatch : float
        Mean CIEDE2000 of the patches after the best plain matrix: under about 6 it is the chart.
    """

    corners: FloatArray
    patches: tuple[Patch, ...]
    mismatch: float

    @property
    def correction(self) -> Correction:
        """The light of the photo, made honest by the chart."""
        return from_known(self.patches, chart_XYZ(), method="chart")


def homography(source: ArrayLike, target: ArrayLike) -> FloatArray:
    """Return H (3, 3) that carries the four points `source` (4, 2) to `target` (4, 2).

    Raises
    ------
    ValueError
        If three of either four lie in a line.
    """
    source, target = (
        check_finite(as_floats(p, "corner points", last_axis=2), "corner points") for p in (source, target)
    )
    A, b = [], []
    for (x, y), (u, v) in zip(source, target, strict=True):
        A += [[x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]]
        b += [u, v]
    for corners in (source, target):
        for left_out in range(4):
            (x, y), (u, v) = np.diff(np.delete(corners, left_out, axis=0), axis=0)
            if abs(x * v - y * u) < 1e-9 * (np.hypot(x, y) * np.hypot(u, v) + 1e-30):
                raise ValueError(
                    "the four corners do not make a four-sided field: three of them lie in a line"
                )
    return np.append(np.linalg.solve(np.array(A), b), 1.0).reshape(3, 3)


def carry(H: FloatArray, points: ArrayLike) -> FloatArray:
    """Return points (..., 2) carried by a homography."""
    points = as_floats(points, "points", last_axis=2)
    carried = np.concatenate([points, np.ones((*points.shape[:-1], 1))], axis=-1) @ H.T
    return np.asarray(carried[..., :2] / carried[..., 2:])


def convex(corners: FloatArray) -> bool:
    """Return whether four corners, in order, make a convex field."""
    edges = np.roll(corners, -1, axis=0) - corners
    after = np.roll(edges, -1, axis=0)
    turn = edges[:, 0] * after[:, 1] - edges[:, 1] * after[:, 0]
    return bool(np.all(turn > 0) or np.all(turn < 0))


@cache
def _sample_points() -> FloatArray:
    """Return points (24, side², 2) in the unit square, in the middle halves of the patches."""
    inner = (np.arange(_SIDE) + 0.5) / _SIDE * 0.44 + 0.28
    x, y = np.meshgrid(inner, inner)
    row, column = np.divmod(np.arange(ROWS * COLUMNS), COLUMNS)
    return np.stack(
        [(column[:, np.newaxis] + x.ravel()) / COLUMNS, (row[:, np.newaxis] + y.ravel()) / ROWS], axis=-1
    )


def read_chart(pixels: FloatArray, corners: ArrayLike) -> Chart:
    """Return the chart inside four corners, whichever way round it lies.

    Parameters
    ----------
    pixels : (h, w, 3) ndarray
        Linear sRGB. [0..1]
    corners : (4, 2) array_like
        Outer corners of its field of patches, in order around it from any of them. [pixels]

    Raises
    ------
    UnusablePatchError
        If the corners are crossed, or reach out of the picture.
    """
    corners = as_floats(corners, "corners of the chart", last_axis=2)
    height, width = pixels.shape[:2]
    if corners.shape != (4, 2) or not convex(corners):
        raise UnusablePatchError("the corners of the card are crossed: mark them one after another around it")
    if np.any(corners < -2) or np.any(corners > [width + 2, height + 2]):
        raise UnusablePatchError("the card is not wholly in the picture: take a photo with all of it")
    turns = [np.roll(order, shift, axis=0) for order in (corners, corners[::-1]) for shift in range(4)]
    samples = [_samples(pixels, turned) for turned in turns]
    misses = [_mismatch(np.median(sample, axis=1)) for sample in samples]
    best = int(np.argmin(misses))
    if misses[best] > 14.0:
        raise UnusablePatchError(
            f"these corners do not hold the 24-patch card (off by {misses[best]:.0f}): mark the outer "
            f"corners of its "
            "patches, not of its frame"
        )
    patches = tuple(average(sample[np.newaxis]) for sample in samples[best])
    return Chart(corners=turns[best], patches=patches, mismatch=misses[best])


def _samples(pixels: FloatArray, corners: FloatArray) -> FloatArray:
    """Return pixels (24, side², 3) from the middles of the patches inside four corners."""
    H = homography([[0, 0], [1, 0], [1, 1], [0, 1]], corners)
    at = np.floor(carry(H, _sample_points())).astype(int)
    height, width = pixels.shape[:2]
    return np.asarray(pixels[np.clip(at[..., 1], 0, height - 1), np.clip(at[..., 0], 0, width - 1)])


def _mismatch(RGB: FloatArray) -> float:
    """Return how badly patches are the chart's, after the best 3 × 3 matrix between them."""
    wanted, usable = chart_XYZ(), RGB.max(axis=1) < 0.98
    if usable.sum() < 12:
        return 99.0
    weight = 1.0 / (wanted[:, 1:2] + 5.0)
    ridge = 1e-7 * np.eye(3)
    A, b = (RGB * weight)[usable], (wanted * weight)[usable]
    scale = float(np.abs(A).max()) or 1.0
    matrix = np.linalg.solve(A.T @ A / scale**2 + ridge, A.T @ b / scale**2).T
    found = np.clip(RGB @ matrix.T, 0.0, None)[usable]
    return float(delta_E_CIE2000(XYZ_to_Lab(found), XYZ_to_Lab(wanted[usable])).mean())
