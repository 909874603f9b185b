"""From one colour to another in steps that look even: lighter, warmer, greyer … and between two."""

from collections.abc import Mapping
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.marked import marked

STEP: Final = 2.0
"""One step, as an eye can just tell at arm's length. [CIEDE2000]"""

MOST_STEPS: Final = 20

_WARM_HUE: Final = np.radians(65.0)
"""Towards orange is warmer, as painters say it. [rad]"""

DIRECTIONS: Final = ("lighter", "darker", "warmer", "cooler", "greyer", "clearer")
_OPPOSITE: Final = {"darker": "lighter", "cooler": "warmer", "clearer": "greyer"}


def stepped(Lab: ArrayLike, steps: Mapping[str, float]) -> FloatArray:
    """Return a colour (3,) moved by a number of even steps in each direction, one after another.

    Parameters
    ----------
    steps : mapping
        Keys of `DIRECTIONS`; values 0..20.

    Raises
    ------
    ValueError
        If a direction is unknown or a number out of range.
    """
    Lab = as_floats(Lab, "Lab", last_axis=3)
    for name, count in steps.items():
        if name not in DIRECTIONS:
            raise ValueError(f"there is no direction {name!r}; known are {', '.join(DIRECTIONS)}")
        if not 0.0 <= count <= MOST_STEPS:
            raise ValueError(f"take from 0 to {MOST_STEPS} steps {name}, got {marked(count)}")
        Lab = _moved(Lab, name, count * STEP)
    return Lab


def _moved(Lab: FloatArray, name: str, distance: float) -> FloatArray:
    """Return the colour `distance` CIEDE2000 away in a direction, or as far as it goes."""
    if distance == 0.0:
        return Lab
    from scipy.optimize import brentq  # a tenth of a second, which an ordinary start need not spend

    way = _way(Lab, _OPPOSITE.get(name, name), -1.0 if name in _OPPOSITE else 1.0)

    def gap(t: float) -> float:
        return float(delta_E_CIE2000(Lab, Lab + t * way)) - distance

    far = _room(Lab, way)
    if far <= 0.0 or gap(far) <= 0.0:
        return np.asarray(Lab + max(far, 0.0) * way)
    return np.asarray(Lab + brentq(gap, 0.0, far, xtol=1e-6) * way)


def _way(Lab: FloatArray, name: str, sign: float) -> FloatArray:
    if name == "lighter":
        return np.array([sign, 0.0, 0.0])
    if name == "warmer":
        return sign * np.array([0.0, np.cos(_WARM_HUE), np.sin(_WARM_HUE)])
    chroma = float(np.hypot(Lab[1], Lab[2]))
    if chroma < 1e-6:
        return np.zeros(3)
    return -sign * np.array([0.0, Lab[1] / chroma, Lab[2] / chroma])


def _room(Lab: FloatArray, way: FloatArray) -> float:
    """Return how far the way goes within lightness 0..100 and chroma 0..120, for greyer no further than
    grey."""
    if way[0] != 0.0:
        return float(100.0 - Lab[0] if way[0] > 0 else Lab[0])
    chroma = float(np.hypot(Lab[1], Lab[2]))
    inward = chroma > 0.0 and np.allclose(way[1:] * chroma, -Lab[1:])
    return chroma if inward else 120.0 if np.any(way) else 0.0


def between(Lab_1: ArrayLike, Lab_2: ArrayLike, share: float) -> FloatArray:
    """Return the colour that looks a `share` [0..1] of the way from one to another: the straight way in
    CIELAB, with the share counted in CIEDE2000."""
    if not 0.0 <= share <= 1.0:
        raise ValueError(f"a share lies from 0 to 1, got {marked(share)}")
    Lab_1, Lab_2 = as_floats(Lab_1, "Lab_1", last_axis=3), as_floats(Lab_2, "Lab_2", last_axis=3)
    t = np.linspace(0.0, 1.0, 65)
    path = Lab_1 + t[:, np.newaxis] * (Lab_2 - Lab_1)
    length = np.concatenate([[0.0], np.cumsum(delta_E_CIE2000(path[1:], path[:-1]))])
    at = float(np.interp(share * length[-1], length, t)) if length[-1] > 0 else 0.0
    return np.asarray(Lab_1 + at * (Lab_2 - Lab_1))
