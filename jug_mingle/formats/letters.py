"""Lettering: words in the fonts that ship, as outlines in metres."""

from functools import cache
from importlib.resources import files
from typing import Final

import numpy as np
from fontTools.ttLib import TTFont

from jug_mingle.formats.outline_pen import OutlinePen, Points

FONTS: Final = {"plain": ("Plain", "AtkinsonHyperlegibleNext-Regular.ttf"),
                "bold": ("Bold", "AtkinsonHyperlegibleNext-Bold.ttf")}  # fmt: skip
"""By key: the name, and the file, which ships with its licence."""

MOST_LETTERS: Final = 60


@cache
def _font(key: str) -> TTFont:
    return TTFont(str(files("jug_mingle.formats").joinpath("fonts").joinpath(FONTS[key][1])))


def lettered(words: str, *, font: str = "bold") -> tuple[list[Points], float, float]:
    """Return the outlines of words, their width, and the height of a line of capitals with what hangs below
    it, for capitals 1 high.

    Raises
    ------
    ValueError
        If there are no words, too many, or a letter is not in the font.
    """
    if font not in FONTS:
        raise ValueError(f"there is no font {font!r}; known are {', '.join(FONTS)}")
    if not 1 <= len(words.strip()) <= MOST_LETTERS:
        raise ValueError(f"a line has from 1 to {MOST_LETTERS} letters, got {len(words.strip())}")
    face = _font(font)
    glyphs, names, capital = face.getGlyphSet(), face.getBestCmap(), float(face["OS/2"].sCapHeight)
    missing = sorted({letter for letter in words if ord(letter) not in names})
    if missing:
        raise ValueError(
            f"the font has no letter for {' '.join(missing)}: write it otherwise, or draw it as a motif"
        )
    rings: list[Points] = []
    at = 0.0
    for letter in words.strip():
        glyph = glyphs[names[ord(letter)]]
        pen = OutlinePen(glyphs)
        glyph.draw(pen)
        rings += [ring + np.array([at, 0.0]) for ring in pen.rings()]
        at += glyph.width
    if not rings:
        raise ValueError("there is nothing to cut in a blank: write a letter or a number")
    every = np.concatenate(rings)
    left, low = every.min(axis=0)
    right, top = every.max(axis=0)
    flipped: list[Points] = [
        np.stack([ring[:, 0] - left, top - ring[:, 1]], axis=1) / capital for ring in rings
    ]
    return flipped, float(right - left) / capital, float(top - low) / capital
