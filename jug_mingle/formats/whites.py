"""Under which white CIELAB and XYZ of a file stand: what it says, what its neutrals suggest, or what is
assumed."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT

WhiteName = Literal["D50", "D55", "D65", "D75", "A", "C", "E"]
How = Literal["stated", "chosen", "neutrals", "assumed"]

WHITES: Final[dict[WhiteName, FloatArray]] = {
    "D50": np.array([96.422, 100.0, 82.521]),
    "D55": np.array([95.682, 100.0, 92.149]),
    "D65": DAYLIGHT.white,
    "D75": np.array([94.972, 100.0, 122.638]),
    "A": np.array([109.850, 100.0, 35.585]),
    "C": np.array([98.074, 100.0, 118.232]),
    "E": np.array([100.0, 100.0, 100.0]),
}
"""XYZ of the whites (CIE 1931 2°) as ASTM E308 tabulates them, D50 and D65 as the program has them (ICC.1,
CIE 15)."""

NEUTRAL: Final = 3.0
"""A sample whose chroma is less than this, under a white, is neutral under it."""

_USUAL: Final[tuple[WhiteName, ...]] = ("D50", "D65")
_FEW: Final = 3
"""So many neutrals, at least, suggest a white."""

_NAMED: Final = re.compile(
    r"(?<![A-Za-z0-9])(D50|D55|D65|D75)(?![0-9])|ILLUMINANT[\s\",:=]+([ACE])\b", re.IGNORECASE
)


_WIDE: Final = re.compile(
    r"(?:D50|D55|D65|D75|F\d{1,2}|\b[ACE])\s?/\s?10\b|\b10\s?(?:°|deg(?:ree)?s?\b)|\b10[_-]degrees?\b|CIE\s?1964",
    re.IGNORECASE,
)
_OTHER: Final = re.compile(
    r"\b(?:ILLUMINANT[\s\",:=]+)((?:F|FL|LED-?)\w{1,4})\b|(?<!\S)\b((?:FL)\d{1,2})\b", re.IGNORECASE
)


@dataclass(frozen=True, slots=True)
class White:
    """A white, and how it is known."""

    name: WhiteName
    how: How

    @property
    def XYZ(self) -> FloatArray:
        """Its XYZ (3,)."""
        return WHITES[self.name]


def stated(words: str) -> WhiteName | None:
    """Return the white that a header names; None where it names none, or more than one."""
    said = {(one[0] or one[1]).upper() for one in _NAMED.findall(words)}
    found: list[WhiteName] = [name for name in WHITES if name in said]
    return found[0] if len(found) == 1 else None


def observer_of(words: str) -> str:
    """Return the observer that a header names other than that of 2°, as it names it; nothing where it names
    none."""
    match = _WIDE.search(words)
    return "" if match is None else match[0].strip()


def other_light_of(words: str) -> str:
    """Return the light that a header names and of which this program has no white; nothing where it names
    none."""
    match = _OTHER.search(words)
    return "" if match is None or _NAMED.search(words) else (match[1] or match[2])


def suggested(
    XYZ: Sequence[Sequence[float]], Lab: Sequence[Sequence[float]] | None = None
) -> WhiteName | None:
    """Return the white under which the samples make sense.

    Where a file has CIELAB beside XYZ, that is the white by which one follows from the other. Else it is the
    white under which the most of the samples, and at least three of different lightness, are neutral.

    Parameters
    ----------
    XYZ : (n, 3)
        Tristimulus values, Y of a perfect white 100.
    Lab : (n, 3), optional
        CIELAB of the same samples.
    """
    some = np.asarray(XYZ, dtype=float)[:2000]
    if some.size == 0:
        return None
    if Lab is not None:
        said = np.asarray(Lab, dtype=float)[: len(some)]
        apart: dict[WhiteName, float] = {
            name: float(np.median(delta_E_CIE2000(XYZ_to_Lab(some, white), said)))
            for name, white in WHITES.items()
        }
        best = min(apart, key=apart.__getitem__)
        return best if apart[best] < 0.5 else None
    scores: dict[WhiteName, float] = {}
    # Others lie between these two or are rare: neutrals of a print, a little warm, would be taken for theirs.
    for name in _USUAL:
        L, a, b = XYZ_to_Lab(some, WHITES[name]).T
        chroma = np.hypot(a, b)
        neutral = (chroma < NEUTRAL) & (L > 15.0)
        if len(np.unique(np.round(L[neutral] / 5.0))) >= _FEW:
            scores[name] = float(neutral.sum() - chroma[neutral].mean() / NEUTRAL)
    return max(scores, key=scores.__getitem__, default=None)


def words_of(white: White) -> str:
    """Return in a sentence under which white the colours of a file were taken, and why."""
    why = {
        "stated": "as the file says",
        "chosen": "as you chose",
        "neutrals": "since under it the greys of the file are grey",
        "assumed": "which the file does not say",
    }
    return f"Its colours were taken as seen under {white.name}, {why[white.how]}."
