"""PDF at true size: a sheet with our fonts embedded and a rule of 100 mm to check the printer by."""

import io
from collections.abc import Callable, Sequence
from typing import Final

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.errors import UnfitError
from jug_mingle.formats.letters_missing import may_lack
from jug_mingle.formats.print_fonts import missing, runs, width_of

RULE: Final = 100.0
"""Length of the rule to check. [mm]"""


_ON_LETTER: Final = (3.0 * mm, -10.0 * mm)
"""How far a sheet that is laid out for A4 is moved on Letter, so that its margins stay: nothing is made
smaller."""


def sheet(
    title: str, draw: Callable[[Canvas], None], *, size: tuple[float, float] | None = None, paper: str = "A4"
) -> bytes:
    """Return a PDF of one page or more; `draw` gets a canvas whose unit is the point, origin at the lower
    left.

    Parameters
    ----------
    size : tuple of float, optional
        Of what has a size of its own, such as a label; else it is laid out for A4. [points]
    paper : str
        "A4" or "Letter", of what has none.

    Raises
    ------
    UnfitError
        If letters are missing from every font, unless that was said already (`letters_missing`).
    """
    out = io.BytesIO()
    on_letter = size is None and paper == "Letter"
    canvas = Canvas(out, pagesize=size or (LETTER if on_letter else A4), pageCompression=1)
    if on_letter:
        _move_pages(canvas)
    canvas.setTitle(title)
    canvas.setAuthor("Jug Mingle")
    canvas.written = f"{title} "
    draw(canvas)
    _name_missing(canvas.written)
    canvas.save()
    return out.getvalue()


def _name_missing(words: str) -> None:
    lacking = missing(words) if not may_lack.get() else ""
    if lacking:
        raise UnfitError(
            f"no font here has {', '.join(lacking[:20])}: they would be printed as boxes. Install a font "
            f"that has "
            "them, or name it in other letters"
        )


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
    canvas.written += words
    line = canvas.beginText(x * mm, y * mm)
    for font, piece in runs(words, bold=bold):
        line.setFont(font, size)
        line.textOut(piece)
    canvas.drawText(line)


def fitted(words: str, *, width: float, size: float, bold: bool = False) -> str:
    """Return words cut to a width [mm], by what they measure, with an ellipsis where something was cut."""
    if width_of(words, size, bold=bold) <= width * mm:
        return words
    while words and width_of(f"{words.rstrip()}…", size, bold=bold) > width * mm:
        words = words[:-1]
    return f"{words.rstrip()}…"


def whole(
    canvas: Canvas, x: float, y: float, words: str, *, width: float, size: float = 10.0, bold: bool = False
) -> None:
    """Write words whole into a width, smaller where they are long: half an amount would be a wrong one. [mm,
    points]"""
    size *= min(1.0, width * mm / max(1.0, width_of(words, size, bold=bold)))
    text(canvas, x, y, words, size=size, bold=bold)


def spread(levels: Sequence[float], gap: float, *, low: float) -> list[float]:
    """Return where to write of each level, at least `gap` apart and not below `low`, as near to it as that
    allows."""
    places = [0.0] * len(levels)
    below = low - gap
    for at in sorted(range(len(levels)), key=levels.__getitem__):
        below = places[at] = max(levels[at], below + gap)
    return places


def paragraph(canvas: Canvas, x: float, y: float, words: str, *, width: float, size: float = 10.0) -> float:
    """Write words broken to a width [mm] from (x, y) down, and return the y below them. [mm]"""
    line = ""
    for word in words.split():
        trial = f"{line} {word}".strip()
        if line and width_of(trial, size) > width * mm:
            text(canvas, x, y, line, size=size)
            y -= size * 0.5
            line = word
        else:
            line = trial
    text(canvas, x, y, line, size=size)
    return y - size * 0.5


def swatch(canvas: Canvas, x: float, y: float, *sRGB: Sequence[float], width: float, height: float) -> None:
    """Draw colours side by side, touching, from their lower left; a thin line around all of them keeps a pale
    one's edge on any printer. [mm]"""
    for place, colour in enumerate(sRGB):
        canvas.setFillColorRGB(*colour)
        each = width / len(sRGB)
        canvas.rect((x + each * place) * mm, y * mm, each * mm, height * mm, fill=1, stroke=0)
    canvas.setFillGray(0)
    canvas.setStrokeGray(0.45)
    canvas.setLineWidth(0.15 * mm)
    canvas.rect(x * mm, y * mm, width * mm, height * mm, fill=0, stroke=1)
    canvas.setStrokeGray(0)


_LINES_APART: Final = 8.0
"""Of the lines that are written on by hand. [mm]"""


def room_for_notes(canvas: Canvas, x: float, *, top: float, foot: float, width: float) -> None:
    """Draw lines to write on between two heights, where there is room for one; what is learnt belongs on the
    sheet. [mm]"""
    y = top - _LINES_APART
    if y < foot:
        return
    text(canvas, x, y + 1.2, "Notes", size=8)
    canvas.setLineWidth(0.15 * mm)
    canvas.setStrokeGray(0.6)
    while y >= foot:
        canvas.line(x * mm, y * mm, (x + width) * mm, y * mm)
        y -= _LINES_APART
    canvas.setStrokeGray(0)


def rule(canvas: Canvas, x: float, y: float) -> None:
    """Draw the rule of 100 mm with ticks every 10, to be checked with a ruler. [mm]"""
    canvas.setLineWidth(0.3 * mm)
    canvas.setStrokeGray(0)
    canvas.line(x * mm, y * mm, (x + RULE) * mm, y * mm)
    for tick in range(11):
        at = (x + 10 * tick) * mm
        canvas.line(at, y * mm, at, (y + (4 if tick % 10 == 0 else 2)) * mm)
    text(canvas, x, y - 5, "This line is 100 mm long. Print at 100 %, and measure it.", size=8.5)
