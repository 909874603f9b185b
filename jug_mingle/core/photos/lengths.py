"""How large faces on a photo are: one known length gives the others, through the perspective of their
corners.

Each face is a rectangle in space. Its homography H = K [w r1, h r2, t] gives its sides up to a scale once the
camera's focal length is known, which right angles tell (Z. Zhang and L.-W. He, "Whiteboard scanning and image
enhancement", Digital Signal Processing 17 (2007) 414-432); corners that faces share carry the scale from one
to the next.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.photos.homography import Corners, CrossedCornersError, homography

SAME_CORNER: Final = 0.006
"""Corners so near to each other are one. [share of the photo's width]"""

PRICK: Final = 1.2
"""How well a corner is marked, each way. [pixels of the working copy]"""

_USUAL_FOCAL, _FOCAL_SPREAD = 0.95, 0.35
"""Of cameras that furniture is photographed with: focal length over the photo's longer side, and how much its
logarithm differs. From memory of common lenses."""

_RIGHT: Final = 0.02
"""Cosine that a right angle may be off by, as corners are marked."""

_DRAWS: Final = 48

Numbers = NDArray[np.intp]


@dataclass(frozen=True, slots=True, kw_only=True)
class Size:
    """Width and height of a face, each with its standard error. [m]"""

    width: float
    height: float
    width_error: float
    height_error: float


def sizes_of(
    faces: Sequence[Corners], photo: tuple[int, int], *, known: int, width: float
) -> list[Size | None]:
    """Return the size of each face, from one whose width is known; none where no shared corner leads to it.

    Parameters
    ----------
    faces : sequence of four (x, y)
        In turn from the upper left. [pixels]
    photo : (width, height)
        Of the picture, whose middle is taken as the camera's axis. [pixels]
    known : int
        Which face's `width` is known. [m]

    Raises
    ------
    CrossedCornersError
        If corners do not go around a face; the message says which.
    ValueError
        If `known` is none of the faces, or `width` is not above 0.
    """
    if not 0 <= known < len(faces) or not width > 0.0:
        raise ValueError("say of which face the width is known, and that it is more than 0")
    points = np.array(faces, dtype=float)
    which = _same(points.reshape(-1, 2), SAME_CORNER * photo[0])
    best = _solved(points, photo, which, known, width)
    rng = np.random.default_rng(11)
    drawn = []
    for _ in range(_DRAWS):
        moved = PRICK * rng.standard_normal((which.max() + 1, 2))[which].reshape(points.shape)
        try:
            drawn.append(_solved(points + moved, photo, which, known, width))
        except CrossedCornersError:
            continue  # a face so small that a corner's error turns it over
    spread = np.std(drawn, axis=0) if drawn else np.full(best.shape, np.nan)
    return [
        None
        if not np.isfinite(w + h)
        else Size(width=float(w), height=float(h), width_error=float(dw), height_error=float(dh))
        for (w, h), (dw, dh) in zip(best, spread, strict=True)
    ]


def _same(points: FloatArray, within: float) -> Numbers:
    """Return the number of the place that each point (n, 2) is at: points near each other have one."""
    found = np.arange(len(points))
    for n in range(len(points)):
        near = np.flatnonzero(np.hypot(*(points[:n] - points[n]).T) <= within)
        if near.size:
            found[n] = found[near[0]]
    return np.asarray(np.unique(found, return_inverse=True)[1])


def _solved(
    points: FloatArray, photo: tuple[int, int], which: Numbers, known: int, width: float
) -> FloatArray:
    """Return width and height (n, 2) of each face, not a number where it is not tied to the known one. [m]"""
    long, middle = float(max(photo)), np.array(photo) / 2.0
    H = np.empty((len(points), 3, 3))
    for number, face in enumerate(points):
        try:
            H[number] = homography([(float(x), float(y)) for x, y in face - middle])
        except CrossedCornersError as error:
            raise CrossedCornersError(f"face {number + 1}: {error}") from error
    H[:, :2] /= long
    f = _focal(H)
    seen = H / np.array([f, f, 1.0])[:, np.newaxis]
    sides = np.linalg.norm(seen[:, :, :2], axis=1)
    square = np.array([[0.0, 0.0, 1.0], [1.0, 0.0, 1.0], [1.0, 1.0, 1.0], [0.0, 1.0, 1.0]])
    depth = np.einsum("nk,ck->nc", seen[:, 2], square)
    scale = np.full(len(points), np.nan)
    scale[known] = width / sides[known, 0]
    corners = which.reshape(-1, 4)
    for _ in range(len(points)):
        for face in np.flatnonzero(np.isnan(scale)):
            told = [
                scale[other] * depth[other, at] / depth[face, here]
                for other in np.flatnonzero(~np.isnan(scale))
                for at in range(4)
                for here in range(4)
                if corners[other, at] == corners[face, here]
            ]
            if told:
                scale[face] = float(np.median(told))
    return np.asarray(scale[:, np.newaxis] * sides)


def _focal(H: FloatArray) -> float:
    """Return the focal length over the longer side at which the sides of all faces (n, 3, 3) are most nearly
    square to each other, and which cameras have."""
    f = np.geomspace(0.3, 6.0, 400)
    a, b = (H[:, np.newaxis, :, side] / np.stack([f, f, np.ones(400)], axis=1) for side in (0, 1))
    cosine = (a * b).sum(axis=2) / (np.linalg.norm(a, axis=2) * np.linalg.norm(b, axis=2))
    cost = ((cosine / _RIGHT) ** 2).sum(axis=0) + (np.log(f / _USUAL_FOCAL) / _FOCAL_SPREAD) ** 2
    return float(f[np.argmin(cost)])
