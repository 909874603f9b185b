"""Names of colours, and the families that tins are looked for under, in a painter's words."""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import as_floats

# CIELAB hue angles at which one hue word ends and the next begins; common usage, from memory.
_HUES: Final = (
    (20.0, "rose"), (45.0, "red"), (65.0, "orange"), (82.0, "ochre"), (105.0, "yellow"),
    (130.0, "olive green"),
    (165.0, "green"), (195.0, "sea green"), (225.0, "blue-green"), (255.0, "sky blue"), (290.0, "blue"),
    (320.0, "violet"), (345.0, "plum"), (360.0, "rose"),
)  # fmt: skip


def describe(Lab: ArrayLike) -> str:
    """Return a plain name of a colour, for example "muted blue-green" or "warm near-white"."""
    L, a, b = (float(x) for x in as_floats(Lab, "Lab", last_axis=3))
    chroma, hue = float(np.hypot(a, b)), float(np.degrees(np.arctan2(b, a)) % 360.0)
    if chroma < 6.0:
        tone = "" if chroma < 2.5 else ("warm " if hue < 110.0 or hue > 320.0 else "cool ")
        grey = next(
            word
            for limit, word in (
                (25, "near-black"),
                (45, "dark grey"),
                (70, "grey"),
                (88, "pale grey"),
                (200, "near-white"),
            )
            if limit > L
        )
        return tone + grey
    word = next(word for limit, word in _HUES if hue <= limit)
    if word in ("orange", "ochre", "red") and L < 45.0 and chroma < 40.0:
        word = "brown"
    if word in ("orange", "ochre", "yellow") and L >= 45.0 and chroma < 26.0:
        word = "beige" if L > 62.0 else "khaki"
    depth = (
        "deep "
        if L < 35.0
        else "pale "
        if L > 75.0
        else "muted "
        if chroma < 22.0
        else "clear "
        if chroma > 50.0
        else ""
    )
    return depth + word


FAMILIES: Final = ("white", "grey", "black", "brown", "red", "orange", "yellow", "green", "blue", "violet")


def family(Lab: ArrayLike) -> str:
    """Return the colour family that a tin is looked for under."""
    L, a, b = (float(x) for x in as_floats(Lab, "Lab", last_axis=3))
    chroma, hue = float(np.hypot(a, b)), float(np.degrees(np.arctan2(b, a)) % 360.0)
    if chroma < 7.0 or (L > 88.0 and chroma < 14.0):
        return "white" if L > 84.0 else "black" if L < 27.0 else "grey"
    if 15.0 < hue < 95.0 and (L < 42.0 or chroma < 24.0) and L < 70.0:
        return "brown"
    limits = (
        (40.0, "red"),
        (68.0, "orange"),
        (108.0, "yellow"),
        (200.0, "green"),
        (305.0, "blue"),
        (345.0, "violet"),
    )
    return next((word for limit, word in limits if hue < limit), "red")


_GREY: Final = 6.0
"""Chroma below which a colour stands with the greys."""


def hue_order(Lab: ArrayLike | None) -> float:
    """Return what colours are put in order by: their hue angle, greys after all hues from light to dark, then
    none."""
    if Lab is None:
        return 1000.0
    L, a, b = (float(x) for x in as_floats(Lab, "Lab", last_axis=3))
    return 500.0 - L if np.hypot(a, b) < _GREY else float(np.degrees(np.arctan2(b, a)) % 360.0)
