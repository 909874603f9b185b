"""PDF at true size: a sheet with our fonts embedded and a rule of 100 mm to check the printer by."""

import io
from collections.abc import Callable, Sequence
from functools import cache
from importlib.resources import files
from typing import Final

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

PLAIN: Final = "Plain"
BOLD: Final = "Bold"
RULE: Final = 100.0
"""Length of the rule to check. [mm]"""


@cache
def _register_fonts() -> None:
    folder = files("jug_mingle.formats").joinpath("fonts")
    for name, file in ((PLAIN, "Regular"), (BOLD, "Bold")):
        pdfmetrics.registerFont(TTFont(name, str(folder.joinpath(f"AtkinsonHyperlegibleNext-{file}.ttf"))))


_ON_LETTER: Final = (3.0 * mm, -10.0 * mm)
"""How far a sheet that is laid out for A4 is moved on Letter, so that its margins stay: nothing is made smaller."""


def sheet(
    title: str, draw: Callable[[Canvas], None], *, size: tuple[float, float] | None = None, paper: str = "A4"
) -> bytes:
    """Return a PDF of one page or more; `draw` gets a canvas whose unit is the point, origin at the lower left.

    Parameters
    ----------
    size : tuple of float, optional
        Of what has a size of its own, such as a label; else it is laid out for A4. [points]
    paper : str
        "A4" or "Letter", of what has none.
    """
    _register_fonts()
    out = io.BytesIO()
    on_letter = size is None and paper == "Letter"
    canvas = Canvas(out, pagesize=size or (LETTER if on_letter else A4), pageCompression=1)
    if on_letter:
        _move_pages(canvas)
    canvas.setTitle(title)
    canvas.setAuthor("Jug Mingle")
    draw(canvas)
    canvas.save()
    return out.getvalue()


def _move_pages(canvas: Canvas) -> None:
    """Let every page of a canvas begin moved."""
    show = canvas.showPage

    def show_and_move() -> None:
        show()
        canvas.translate(*_ON_LETTER)

    canvas.translate(*_ON_LETTER)
    canvas.showPage = show_and_move


def text(canvas: Canvas, x: float, y: float, words: str, *, size: float = 10.0, bold: bool = False) -> None:
    """Write words with their foot at (x, y). [mm, points]"""
    canvas.setFont(BOLD if bold else PLAIN, size)
    canvas.drawString(x * mm, y * mm, words)


def fitted(words: str, *, width: float, size: float, bold: bool = False) -> str:
    """Return words cut to a width [mm], by what they measure, with an ellipsis where something was cut."""
    _register_fonts()
    font = BOLD if bold else PLAIN
    if pdfmetrics.stringWidth(words, font, size) <= width * mm:
        return words
    while words and pdfmetrics.stringWidth(f"{words.rstrip()}…", font, size) > width * mm:
        words = words[:-1]
    return f"{words.rstrip()}…"


def spread(levels: Sequence[float], gap: float, *, low: float) -> list[float]:
    """Return where to write of each level, at least `gap` apart and not below `low`, as near to it as that allows."""
    places = [0.0] * len(levels)
    below = low - gap
    for at in sorted(range(len(levels)), key=levels.__getitem__):
        below = places[at] = max(levels[at], below + gap)
    return places


def paragraph(canvas: Canvas, x: float, y: float, words: str, *, width: float, size: float = 10.0) -> float:
    """Write words broken to a width [mm] from (x, y) down, and return the y below them. [mm]"""
    canvas.setFont(PLAIN, size)
    line = ""
    for word in words.split():
        trial = f"{line} {word}".strip()
        if line and pdfmetrics.stringWidth(trial, PLAIN, size) > width * mm:
            canvas.drawString(x * mm, y * mm, line)
            y -= size * 0.5
            line = word
        else:
            line = trial
    canvas.drawString(x * mm, y * mm, line)
    return y - size * 0.5


def rule(canvas: Canvas, x: float, y: float) -> None:
    """Draw the rule of 100 mm with ticks every 10, to be checked with a ruler. [mm]"""
    canvas.setLineWidth(0.3 * mm)
    canvas.setStrokeGray(0)
    canvas.line(x * mm, y * mm, (x + RULE) * mm, y * mm)
    for tick in range(11):
        at = (x + 10 * tick) * mm
        canvas.line(at, y * mm, at, (y + (4 if tick % 10 == 0 else 2)) * mm)
    text(canvas, x, y - 5, "This line is 100 mm long. Print at 100 %, and measure it.", size=8.5)
