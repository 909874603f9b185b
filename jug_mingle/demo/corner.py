"""The hall settle photographed in its corner: its solids as a camera sees them, drawn back to front."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.pieces.solids import Box

WIDE: Final = 1.3
"""Width of the settle. [m]"""

_EYE: Final = np.array([2.05, 1.55, -2.75])
_AT: Final = np.array([0.62, 0.62, 0.2])
_FOCAL: Final = 1900.0
"""[pixels]"""

_DEPTH: Final = 0.46
_HIGH: Final = 1.05

Quad = list[tuple[float, float]]


def seen(points: FloatArray, size: tuple[int, int]) -> Quad:
    """Return where points (n, 3) lie on a picture (width, height): x to the right, y up from the floor, z
    back. [m]"""
    forward = (_AT - _EYE) / np.linalg.norm(_AT - _EYE)
    right = np.cross(np.array([0.0, 1.0, 0.0]), forward)
    right /= np.linalg.norm(right)
    up = np.cross(forward, right)
    rel = np.asarray(points, dtype=float) - _EYE
    depth = rel @ forward
    x = size[0] / 2 + _FOCAL * (rel @ right) / depth
    y = size[1] / 2 - _FOCAL * (rel @ up) / depth
    return [(float(a), float(b)) for a, b in zip(x, y, strict=True)]


def faces_seen(box: Box) -> list[tuple[FloatArray, float]]:
    """Return the three faces of a solid that the camera sees, corners (4, 3) in turn [m], and the light on
    each."""
    x0, x1, z0, z1 = box.x, box.x + box.w, box.z, box.z + box.d
    y0, y1 = _HIGH - box.y - box.h, _HIGH - box.y
    front = np.array([[x0, y1, z0], [x1, y1, z0], [x1, y0, z0], [x0, y0, z0]])
    side = np.array([[x1, y1, z0], [x1, y1, z1], [x1, y0, z1], [x1, y0, z0]])
    top = np.array([[x0, y1, z1], [x1, y1, z1], [x1, y1, z0], [x0, y1, z0]])
    return [(top, 1.0), (side, 0.52), (front, 0.80)]


def settle_boxes() -> list[Box]:
    """Return the settle's solids, those farther from the camera first."""
    boxes = usual_piece("settle", width=WIDE, height=_HIGH, depth=_DEPTH, relief="flat").boxes
    return sorted(boxes, key=lambda box: (-box.z - box.d, box.x, -box.y))


def panels(back: Box) -> list[FloatArray]:
    """Return the boards of the back, corners (4, 3) in turn. [m]"""
    found = []
    for front in back.fronts:
        x0, x1, y1 = front.x, front.x + front.w, _HIGH - front.y
        y0 = y1 - front.h
        found.append(np.array([[x0, y1, back.z], [x1, y1, back.z], [x1, y0, back.z], [x0, y0, back.z]]))
    return found
