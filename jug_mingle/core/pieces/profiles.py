"""What shapes add to a flat area: turned and tapered legs, mouldings and set-back panels."""

from typing import Final, Literal

import numpy as np

from jug_mingle.core.arrays import FloatArray

LegShape = Literal["square", "tapered", "turned"]

TAPER: Final = 0.6
"""How thick a tapered leg is at its foot, of its top."""

MOULDING_R: Final = 0.004
"""Of the hollow and the bead of a moulding, each half a circle. [m]"""

SET_BACK: Final = 0.006
"""How deep a panel lies behind its frame. [m]"""

BEAD: Final = 0.009
"""How far outside its hollow, or its panel, the bead of a moulding runs, middle to middle. [m]"""

_FLAT, _ROUND = 2.0 * MOULDING_R, np.pi * MOULDING_R
"""The way straight across half a circle, and over it. [m]"""

_STEPS: Final = 400


def turned_radius(along: FloatArray, thick: float) -> FloatArray:
    """Return the radius of a turned leg `along` 0..1 of its height from above: a block, rings, a swelling, a
    foot. [m]

    Parameters
    ----------
    thick : float
        Of the square that it is turned from. [m]
    """
    swelling = 0.30 + 0.16 * np.sin(np.pi * np.clip((along - 0.2) / 0.62, 0.0, 1.0))
    rings = 0.07 * sum(np.exp(-(((along - at) / 0.012) ** 2)) for at in (0.2, 0.235, 0.84))
    foot = 0.10 * np.exp(-(((along - 0.95) / 0.03) ** 2))
    return np.asarray(thick * np.where(along < 0.16, 0.5, np.minimum(swelling + rings + foot, 0.5)))


def turned_area(height: float, thick: float) -> float:
    """Return the area of a turned leg: its square block, and the surface of revolution 2 π ∫ r ds below it.
    [m²]"""
    along = np.linspace(0.16, 1.0, _STEPS)
    r, y = turned_radius(along + 1e-9, thick), along * height
    slant = np.hypot(np.diff(r), np.diff(y))
    return float(4.0 * thick * 0.16 * height + np.pi * np.sum((r[1:] + r[:-1]) * slant))


def leg_area(shape: LegShape, height: float, w: float, d: float) -> float:
    """Return the area of a leg all round, without its ends. [m²]"""
    if shape == "turned":
        return turned_area(height, min(w, d))
    if shape == "square":
        return 2.0 * (w + d) * height
    # Each side is a trapezium; it leans by half of what the leg loses across.
    lean_w, lean_d = (0.5 * (1.0 - TAPER) * side for side in (w, d))
    mean = 0.5 * (1.0 + TAPER)
    return float(2.0 * mean * (w * np.hypot(height, lean_d) + d * np.hypot(height, lean_w)))


def relief_at(relief: str, w: float, h: float) -> float:
    """Return how far from a front's edge its moulding runs; 0 where it is flat, or too small for one. [m]"""
    if relief == "flat" or min(w, h) < 0.06:
        return 0.0
    return min(0.024 if relief == "moulded" else 0.055, 0.22 * min(w, h))


def relief_areas(relief: str, w: float, h: float) -> tuple[float, float, float]:
    """Return the area of a front around its relief, that of its recess, and that of its bead. [m²]

    A moulding is a hollow and a bead all round; a panel is all that is set back, with the walls around it,
    and a bead around that.
    """
    at = relief_at(relief, w, h)
    if at == 0.0:
        return w * h, 0.0, 0.0
    ring, outer = (2.0 * (w + h - 4.0 * inset) for inset in (at, at - BEAD))
    bead = outer * _ROUND
    if relief == "moulded":
        return w * h - (ring + outer) * _FLAT, ring * _ROUND, bead
    panel = (w - 2.0 * at) * (h - 2.0 * at)
    return w * h - panel - outer * _FLAT, panel + ring * SET_BACK, bead
