"""Colour differences: CIEDE2000, the metric that it has nearby, and what is said of a difference."""

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats
from jug_mingle.core.marked import marked


def delta_E_CIE2000(Lab_1: ArrayLike, Lab_2: ArrayLike) -> FloatArray:
    """Return the colour difference CIEDE2000 with k_L = k_C = k_H = 1.

    Parameters
    ----------
    Lab_1, Lab_2 : (..., 3) array_like
        Two colours, or arrays of them that broadcast.

    Returns
    -------
    delta_E : (...) ndarray
        0 for the same colour; about 1 can just be seen side by side.

    Notes
    -----
    Hues that lie 180 degrees apart are a tie that rounding would decide; they are averaged without the turn,
    which meets pair 14 of the published test data.

    References
    ----------
    .. [1] G. Sharma, W. Wu, E. N. Dalal, Color Res. Appl. 30, 21 (2005), doi:10.1002/col.20070.
    """
    Lab_1, Lab_2 = as_floats(Lab_1, "Lab_1", last_axis=3), as_floats(Lab_2, "Lab_2", last_axis=3)
    L_1, a_1, b_1 = (Lab_1[..., i] for i in range(3))
    L_2, a_2, b_2 = (Lab_2[..., i] for i in range(3))
    C_mean = (np.hypot(a_1, b_1) + np.hypot(a_2, b_2)) / 2.0
    G = 0.5 * (1.0 - _chroma_7(C_mean))
    a_1, a_2 = (1.0 + G) * a_1, (1.0 + G) * a_2
    C_1, C_2 = np.hypot(a_1, b_1), np.hypot(a_2, b_2)
    h_1, h_2 = np.degrees(np.arctan2(b_1, a_1)) % 360.0, np.degrees(np.arctan2(b_2, a_2)) % 360.0
    coloured = C_1 * C_2 > 0.0
    apart = np.where(coloured, h_2 - h_1, 0.0)
    far = np.abs(apart) > 180.0 + 1e-9
    delta_h = np.where(far, apart - 360.0 * np.sign(apart), apart)
    delta_H = 2.0 * np.sqrt(C_1 * C_2) * np.sin(np.radians(delta_h) / 2.0)
    h_sum = h_1 + h_2
    h_mean = np.where(far, (h_sum + np.where(h_sum < 360.0, 360.0, -360.0)) / 2.0, h_sum / 2.0)
    h_mean = np.where(coloured, h_mean, h_sum)
    return _CIEDE2000_sum(L_2 - L_1, C_2 - C_1, delta_H, (L_1 + L_2) / 2.0, (C_1 + C_2) / 2.0, h_mean)


def _chroma_7(C: FloatArray) -> FloatArray:
    return np.asarray(np.sqrt(C**7 / (C**7 + 25.0**7)))


def _CIEDE2000_sum(
    dL: FloatArray, dC: FloatArray, dH: FloatArray, L: FloatArray, C: FloatArray, h: FloatArray
) -> FloatArray:
    """Return the weighted sum of the three differences at mean lightness, chroma and hue (eq. 15-22 of
    Sharma)."""
    T = (
        1.0
        - 0.17 * np.cos(np.radians(h - 30.0))
        + 0.24 * np.cos(np.radians(2.0 * h))
        + 0.32 * np.cos(np.radians(3.0 * h + 6.0))
        - 0.20 * np.cos(np.radians(4.0 * h - 63.0))
    )
    S_L = 1.0 + 0.015 * (L - 50.0) ** 2 / np.sqrt(20.0 + (L - 50.0) ** 2)
    S_C = 1.0 + 0.045 * C
    S_H = 1.0 + 0.015 * C * T
    R_T = -np.sin(np.radians(60.0 * np.exp(-(((h - 275.0) / 25.0) ** 2)))) * 2.0 * _chroma_7(C)
    c, H = dC / S_C, dH / S_H
    total = np.maximum((dL / S_L) ** 2 + c**2 + H**2 + R_T * c * H, 0.0)
    return np.asarray(np.sqrt(total))


def even_metric(Lab: ArrayLike) -> FloatArray:
    """Return matrices M (..., 3, 3) such that |M @ dLab| is about the CIEDE2000 of a small step dLab at
    `Lab`.

    The lightness weight is that of CIEDE2000, chroma and hue have the weights of CIE94; the blue rotation is
    left out. Least squares uses it, where CIEDE2000 itself has no slope (at zero).
    """
    Lab = as_floats(Lab, "Lab", last_axis=3)
    L, a, b = (Lab[..., i] for i in range(3))
    C = np.hypot(a, b)
    S_L = 1.0 + 0.015 * (L - 50.0) ** 2 / np.sqrt(20.0 + (L - 50.0) ** 2)
    safe = np.maximum(C, 1e-9)
    cos, sin = np.where(C > 1e-9, a / safe, 1.0), np.where(C > 1e-9, b / safe, 0.0)
    M = np.zeros((*L.shape, 3, 3))
    M[..., 0, 0] = 1.0 / S_L
    M[..., 1, 1], M[..., 1, 2] = cos / (1.0 + 0.045 * C), sin / (1.0 + 0.045 * C)
    M[..., 2, 1], M[..., 2, 2] = -sin / (1.0 + 0.015 * C), cos / (1.0 + 0.015 * C)
    return M


DIFFERENCE_WORDS: Final = (
    (1.0, "can't tell"),
    (2.0, "only side by side"),
    (4.0, "close"),
    (8.0, "a shade off"),
)


def difference_words(delta_E: float) -> str:
    """Return what a painter would call a CIEDE2000 of `delta_E`."""
    return next((words for limit, words in DIFFERENCE_WORDS if delta_E < limit), "another colour")


SEEN_BESIDE: Final = 0.5
"""From this CIEDE2000 on two colours that touch can be told apart."""

JUST_SEEN: Final = 1.0
"""Below this CIEDE2000 it can hardly be told which way a colour misses."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Difference:
    """How far a colour is from a target [CIEDE2000], in words, and which way it misses where that is seen."""

    delta_E: float
    words: str
    misses: str


def compare(Lab: ArrayLike, Lab_target: ArrayLike) -> Difference:
    """Return how a colour differs from a target."""
    delta_E = float(delta_E_CIE2000(Lab, Lab_target))
    misses = direction(Lab, Lab_target) if delta_E >= JUST_SEEN else ""
    return Difference(delta_E=delta_E, words=difference_words(delta_E), misses=misses)


def direction(Lab: ArrayLike, Lab_target: ArrayLike) -> str:
    """Return how a colour misses a target, strongest first, for example "too light, not red enough"."""
    L, a, b = (
        float(x)
        for x in as_floats(Lab, "Lab", last_axis=3) - as_floats(Lab_target, "Lab_target", last_axis=3)
    )
    misses = (
        (abs(L), "too light" if L > 0 else "too dark"),
        (abs(a) * 0.8, "too red" if a > 0 else "too green"),
        (abs(b) * 0.8, "too yellow" if b > 0 else "too blue"),
    )
    top = max(size for size, _ in misses)
    named = [word for size, word in sorted(misses, key=lambda miss: -miss[0]) if size > max(0.8, 0.35 * top)]
    return ", ".join(named)


def likely_words(expected: float, low: float, high: float) -> str:
    """Return a difference as it is said everywhere: what is likely of it, never a value outside its own
    range."""
    return (
        f"about {marked(expected, '.1f')}, likely "
        f"{marked(min(low, expected), '.1f')}–{marked(max(high, expected), '.1f')}"
    )
