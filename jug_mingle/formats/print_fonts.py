"""In which font each letter is printed: our own, one that ships for other scripts, one of this machine, or
none."""

from collections.abc import Iterator
from functools import cache, lru_cache
from importlib.resources import files
from itertools import groupby
from pathlib import Path
from typing import Final
from unicodedata import bidirectional, combining

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFError, TTFont

from jug_mingle.core.marked import plain

PLAIN: Final = "Plain"
BOLD: Final = "Bold"
_SHIPPED: Final = {
    PLAIN: ("AtkinsonHyperlegibleNext-Regular.ttf", "NotoSans-Regular.ttf"),
    BOLD: ("AtkinsonHyperlegibleNext-Bold.ttf", "NotoSans-Bold.ttf"),
}
_INSTALLED: Final = (
    "/usr/share/fonts", "/usr/local/share/fonts", "~/.local/share/fonts", "~/.fonts", "/Library/Fonts",
    "/System/Library/Fonts", "~/Library/Fonts", "C:/Windows/Fonts",
)  # fmt: skip
_MOST_FONTS: Final = 600
"""So many fonts of this machine are looked through for a letter."""

_UNSHAPED: Final = ((0x0900, 0x0DFF), (0x0E00, 0x109F), (0x1780, 0x17FF), (0x1000, 0x109F))
"""Scripts whose letters change with their neighbours, which is not done here: they are said to be missing."""


@cache
def _faces(weight: str) -> tuple[TTFont, ...]:
    """Return the fonts that ship, registered, the one that is taken first before the others."""
    faces = []
    for number, file in enumerate(_SHIPPED[weight]):
        face = TTFont(
            weight if number == 0 else f"{weight}-{number}", str(files("jug_mingle.formats") / "fonts" / file)
        )
        pdfmetrics.registerFont(face)
        faces.append(face)
    return tuple(faces)


@lru_cache(maxsize=4096)
def _font_of(letter: str, weight: str) -> str:
    """Return the name of the font that has a letter; nothing where none has."""
    code = ord(letter)
    for face in _faces(weight):
        if code in face.face.charToGlyph:
            return str(face.fontName)
    if bidirectional(letter) in ("R", "AL", "AN") or any(low <= code <= high for low, high in _UNSHAPED):
        return ""
    return next((face.fontName for face in _installed() if code in face.face.charToGlyph), "")


@cache
def _installed() -> tuple[TTFont, ...]:
    """Return the fonts of this machine that can be embedded, registered; read once, when a letter is
    missing."""
    found: list[TTFont] = []
    for folder in map(Path, _INSTALLED):
        some = sorted(path for path in folder.expanduser().rglob("*.tt[fc]") if not path.is_symlink())
        # Regular ones of sans faces first; others would do as well.
        for path in sorted(some, key=lambda path: ("Sans" not in path.name, "Regular" not in path.name))[
            :_MOST_FONTS
        ]:
            try:
                face = TTFont(f"Installed-{len(found)}", str(path), subfontIndex=0)
            except (TTFError, OSError, ValueError, KeyError, IndexError):
                continue
            pdfmetrics.registerFont(face)
            found.append(face)
    return tuple(found)


def missing(words: str) -> str:
    """Return the letters that no font here has, each once, in their order."""
    printed = (letter for letter in plain(words) if not letter.isspace() and not combining(letter))
    return "".join(dict.fromkeys(letter for letter in printed if not _font_of(letter, PLAIN)))


def runs(words: str, *, bold: bool = False) -> Iterator[tuple[str, str]]:
    """Yield words in pieces that are printed in one font: (its name, the piece); what no font has as a box.

    Words that one font has whole are one piece, so that a name does not change its face at every other
    letter.
    """
    words, weight = plain(words), BOLD if bold else PLAIN
    for face in _faces(weight):
        if all(ord(letter) in face.face.charToGlyph for letter in words):
            yield str(face.fontName), words
            return
    fonts = [_font_of(letter, weight) for letter in words]
    for font, some in groupby(zip(fonts, words, strict=True), key=lambda one: one[0]):
        piece = "".join(letter for _, letter in some)
        yield (font, piece) if font else (f"{weight}-1", "\ufffd" * len(piece))


def width_of(words: str, size: float, *, bold: bool = False) -> float:
    """Return how wide words are printed. [points]"""
    return sum(float(pdfmetrics.stringWidth(piece, font, size)) for font, piece in runs(words, bold=bold))
