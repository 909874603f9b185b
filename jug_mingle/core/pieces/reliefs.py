"""The relief of a front as it is seen: a bevel all round, and a moulding or a set-back panel within it."""

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.profiles import BEAD, MOULDING_R, relief_at
from jug_mingle.core.pieces.solids import Front

BEVEL = 0.006
"""How far from its edge a face falls off. [m]"""

_LIT = np.array([0.10, -0.16], dtype=np.float32)
"""How much more, or less, light falls on what faces left and up, or right and down."""


def relief_of(front: Front, x: FloatArray, y: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return shade, recess and height of a front: a bevel all round, and a moulding or a set-back panel
    within it."""
    to_edge = np.minimum(np.minimum(x, front.w - x), np.minimum(y, front.h - y))
    lit = np.where(np.minimum(y, x) < np.minimum(front.h - y, front.w - x), *_LIT)
    bevel = np.exp(-((to_edge / BEVEL) ** 2))
    shade = 1.0 + bevel * lit - 0.05 * y / front.h
    recess, high = np.zeros_like(bevel), bevel
    at = relief_at(front.relief, front.w, front.h)
    if at == 0.0:
        return shade, recess, high
    groove = np.exp(-(((to_edge - at) / 0.004) ** 2))
    bead = np.exp(-(((to_edge - at + BEAD) / 0.004) ** 2))
    shade = shade - 0.22 * groove + 0.08 * bead * np.sign(lit)
    if front.relief == "panelled":
        inside = np.clip((to_edge - at) / 0.004, 0, 1)
        fall = np.exp(-(((to_edge - at - 0.012) / 0.010) ** 2)) * inside
        shade = shade - 0.04 * inside - fall * lit
    return shade, np.maximum(recess, groove), np.maximum(high, bead)


def parts_of_relief(front: Front, x: FloatArray, y: FloatArray) -> dict[str, NDArray[np.bool_]]:
    """Return where each face of a front is: its outside, the recess that is its panel or its hollow, its
    bead."""
    to_edge = np.minimum(np.minimum(x, front.w - x), np.minimum(y, front.h - y))
    at = relief_at(front.relief, front.w, front.h)
    if at == 0.0:
        return {"outside": np.ones(to_edge.shape, dtype=bool)}
    bead = np.abs(to_edge - (at - BEAD)) < MOULDING_R
    recess = to_edge >= at if front.relief == "panelled" else np.abs(to_edge - at) < MOULDING_R
    return {"outside": ~(bead | recess), "recess": recess, "bead": bead}
