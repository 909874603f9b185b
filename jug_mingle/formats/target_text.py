"""A target as a person writes it: "#4f7f80", "53.1 -22 -8.6" or "53,1; -22; -8,6" (Lab), "rgb 79 127 128", or
the name of a file."""

import re
from pathlib import Path

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.marked import marked
from jug_mingle.formats.colours import read_colours

_NUMBER = r"[-+]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?"
_WITH_COMMA = r"[-+]?\d+(?:,\d+)?"
_THREE = tuple(
    re.compile(rf"\s*(lab|rgb)?[\s:(]*({number}){between}({number}){between}({number})[\s)]*", re.IGNORECASE)
    for number, between in ((_NUMBER, r"[\s,;]+"), (_WITH_COMMA, r"(?:\s*;\s*|,?\s+)"))
)
"""Three numbers with a decimal point, then with a comma, which parts them only where a blank follows it."""


def parse_colour(text: str) -> FloatArray:
    """Return the XYZ (3,) under D65 of a typed colour; ValueError says how one is written."""
    if re.fullmatch(r"\s*#?[0-9a-fA-F]{6}\s*", text):
        return sRGB_to_XYZ(hex_to_sRGB(text))
    written = text.replace("\u2212", "-")
    three = next((found for one in _THREE if (found := one.fullmatch(written))), None)
    if three is None:
        raise ValueError(f'a target is "#4f7f80", "rgb 79 127 128" or "L a b", got {text[:40]!r}')
    L, a, b = (float(three[n].replace(",", ".")) for n in (2, 3, 4))
    got = ", ".join(marked(value) for value in (L, a, b))
    if (three[1] or "").lower() == "rgb":
        if not all(0.0 <= value <= 255.0 for value in (L, a, b)):
            raise ValueError(f"red, green and blue run from 0 to 255, got {got}")
        return sRGB_to_XYZ(np.array([L, a, b]) / 255.0)
    if not (0.0 <= L <= 100.0 and abs(a) <= 160.0 and abs(b) <= 160.0):
        raise ValueError(f"Lab has L from 0 to 100 and a, b within 160, got {got}")
    return Lab_to_XYZ([L, a, b])


def _file_and_number(text: str) -> tuple[Path, int | None]:
    """Return the file of "colours.csv#3" and the number of the colour in it."""
    name, mark, number = text.rpartition("#")
    if mark and number.isdigit() and not Path(text).is_file():
        return Path(name), int(number)
    return Path(text), None


def _of_file(path: Path, number: int | None) -> FloatArray:
    samples = read_colours(path.read_bytes(), name=path.stem).samples
    if number is None and len(samples) > 1:
        some = "\n".join(f"  {path}#{at}  {sample.name}" for at, sample in enumerate(samples[:30], start=1))
        more = f"\n  … {len(samples)} in all" if len(samples) > 30 else ""
        raise ValueError(f"{path} holds {len(samples)} colours; say which:\n{some}{more}")
    if number is not None and not 1 <= number <= len(samples):
        raise ValueError(f"{path} holds {len(samples)} colours; there is no number {number}")
    return samples[(number or 1) - 1].reflectance()


def notes_of(text: str) -> tuple[str, ...]:
    """Return what was assumed of the file that a target is in; nothing for a typed one."""
    path, _ = _file_and_number(text)
    return read_colours(path.read_bytes()).notes if path.is_file() else ()


def parse_target(text: str) -> FloatArray:
    """Return the reflectance (36,) that stands for a target; ValueError says how one is written.

    It is typed, or stands in a file; of a file of several colours "colours.csv#3" is the third.
    """
    path, number = _file_and_number(text)
    if path.is_file():
        return _of_file(path, number)
    try:
        return recover_reflectance(parse_colour(text))
    except ValueError as error:
        raise ValueError(f"{error}; or the name of a file of colours") from error
