"""A target as a person writes it: "#4f7f80", "53.1 -22 -8.6" (Lab), "rgb 79 127 128", or the name of a file."""

import re
from pathlib import Path

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.formats.colours import read_colours

_NUMBER = r"[-+]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?"


def parse_colour(text: str) -> FloatArray:
    """Return the XYZ (3,) under D65 of a typed colour; ValueError says how one is written."""
    if re.fullmatch(r"\s*#?[0-9a-fA-F]{6}\s*", text):
        return sRGB_to_XYZ(hex_to_sRGB(text))
    three = re.fullmatch(
        rf"\s*(lab|rgb)?[\s:(]*({_NUMBER})[\s,;]+({_NUMBER})[\s,;]+({_NUMBER})[\s)]*", text, re.IGNORECASE
    )
    if three is None:
        raise ValueError(f'a target is "#4f7f80", "rgb 79 127 128" or "L a b", got {text[:40]!r}')
    L, a, b = (float(three[n]) for n in (2, 3, 4))
    if (three[1] or "").lower() == "rgb":
        if not all(0.0 <= value <= 255.0 for value in (L, a, b)):
            raise ValueError(f"red, green and blue run from 0 to 255, got {L:g}, {a:g}, {b:g}")
        return sRGB_to_XYZ(np.array([L, a, b]) / 255.0)
    if not (0.0 <= L <= 100.0 and abs(a) <= 160.0 and abs(b) <= 160.0):
        raise ValueError(f"Lab has L from 0 to 100 and a, b within 160, got {L:g}, {a:g}, {b:g}")
    return Lab_to_XYZ([L, a, b])


def parse_target(text: str) -> FloatArray:
    """Return the reflectance (36,) that stands for a target, typed or in a file; ValueError says how one is written."""
    path = Path(text)
    if path.is_file():
        return read_colours(path.read_bytes()).samples[0].reflectance()
    try:
        return recover_reflectance(parse_colour(text))
    except ValueError as error:
        raise ValueError(f"{error}; or the name of a file of colours") from error
