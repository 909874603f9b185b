"""The pour strip, the lid label and the recipe card, as PDFs at true size."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.core.jugs import Jug
from jug_mingle.formats.print_sheet import paragraph, rule, sheet, text

WIDTH: Final = 22.0
"""Of the strip. [mm]"""

FOOT: Final = 62.0
LEFT: Final = 32.0
_PAGE: Final = 297.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """One pour: its pot, what is poured of it [ml, and in words], and its sRGB for a swatch."""

    name: str
    ml: float
    words: str
    sRGB: tuple[float, float, float]


def line_heights(lines: Sequence[Line], jug: Jug) -> list[float]:
    """Return how high the jug stands after each pour. [mm]"""
    total, heights = 0.0, []
    for line in lines:
        total += line.ml
        heights.append(jug.height(total))
    return heights


def pour_strip(lines: Sequence[Line], jug: Jug, *, title: str, bottom: float = 3.0) -> bytes:
    """Return a tape for the outside of a jug: pour each pot to its line.

    Parameters
    ----------
    bottom : float
        Thickness of the jug's bottom: the strip's foot stands on the table. [mm]

    Raises
    ------
    ValueError
        If the jug holds less than all pours.
    """
    heights = line_heights(lines, jug)
    tall = _height_of(heights[-1], bottom)

    def draw(canvas: Canvas) -> None:
        _frame(canvas, f"Pour strip: {title}", tall)
        before = 0.0
        for number, (line, height) in enumerate(zip(lines, heights, strict=True), start=1):
            low, high = FOOT + bottom + before, FOOT + bottom + height
            _band(canvas, low, high, line.sRGB)
            canvas.line(LEFT * mm, high * mm, (LEFT + WIDTH + 6) * mm, high * mm)
            text(canvas, LEFT + 2, high - 4.2, str(number), size=11, bold=True)
            text(canvas, LEFT + WIDTH + 8, high - 1.2, f"{number}. {line.name} to here: {line.words}", size=10.5)
            before = height
        _foot(canvas, "Pour the pots in this order, each to its line, the jug standing level. The strongest come last.")

    return sheet(f"Pour strip: {title}", draw)


def walk_strip(lines: Sequence[Line], jug: Jug, *, title: str, bottom: float = 3.0) -> bytes:
    """Return a tape for the jug that is walked down an ombre: paint a step, fill up to the next line, paint on.

    Parameters
    ----------
    lines : sequence of Line
        One a step; `ml` is what the jug holds when that step is mixed, `words` what is added for it.

    Raises
    ------
    ValueError
        If the strip does not fit the page.
    """
    heights = [jug.height(line.ml) for line in lines]
    tall = _height_of(max(heights), bottom)

    def draw(canvas: Canvas) -> None:
        _frame(canvas, f"Walk-down strip: {title}", tall)
        said = FOOT  # words of near lines are spread, so that none lies on another
        for number in sorted(range(len(lines)), key=heights.__getitem__):
            line, level = lines[number], FOOT + bottom + heights[number]
            said = max(level, said + 5.5)
            _band(canvas, level - 2.0, level, line.sRGB)
            canvas.line(LEFT * mm, level * mm, (LEFT + WIDTH + 2) * mm, level * mm)
            canvas.line((LEFT + WIDTH + 2) * mm, level * mm, (LEFT + WIDTH + 6) * mm, said * mm)
            text(canvas, LEFT + 2, level - 4.2, str(number + 1), size=11, bold=True)
            text(canvas, LEFT + WIDTH + 8, said - 1.2, f"{number + 1}. {line.name}: {line.words}", size=10.5)
        _foot(
            canvas,
            "Begin at line 1 and paint the first step. Then fill up to line 2 with the second colour, stir well, paint "
            "the second step, and so on. The jug standing level; wipe the brush out between steps.",
        )

    return sheet(f"Walk-down strip: {title}", draw)


def _height_of(level: float, bottom: float) -> float:
    tall = level + bottom + 12.0
    if tall > _PAGE - FOOT - 20.0:
        raise ValueError(f"the strip is {tall:.0f} mm tall and does not fit the page: mix less, or take a wider jug")
    return tall


def _frame(canvas: Canvas, title: str, tall: float) -> None:
    text(canvas, LEFT, _PAGE - 22, title, size=16, bold=True)
    canvas.setLineWidth(0.25 * mm)
    canvas.setStrokeGray(0)
    canvas.rect(LEFT * mm, FOOT * mm, WIDTH * mm, tall * mm, fill=0, stroke=1)


def _band(canvas: Canvas, low: float, high: float, sRGB: tuple[float, float, float]) -> None:
    canvas.setFillColorRGB(*sRGB)
    canvas.rect((LEFT + 12) * mm, low * mm, (WIDTH - 12) * mm, (high - low) * mm, fill=1, stroke=0)
    canvas.setFillGray(0)


def _foot(canvas: Canvas, words: str) -> None:
    cut = "Cut the strip out along its frame and tape it to the outside of the jug, its foot on the table."
    y = paragraph(canvas, LEFT, FOOT - 8, cut, width=150, size=10) - 1
    paragraph(canvas, LEFT, y, words, width=150, size=10)
    rule(canvas, LEFT, 26)


def lid_label(
    lines: Sequence[Line], *, title: str, job: str, made: date, keeps: str, sRGB: tuple[float, float, float]
) -> bytes:
    """Return a label of 90 × 55 mm for the lid: swatch, recipe, date, pot life, job."""

    def draw(canvas: Canvas) -> None:
        canvas.setFillColorRGB(*sRGB)
        canvas.rect(5 * mm, 22 * mm, 24 * mm, 28 * mm, fill=1, stroke=0)
        canvas.setFillGray(0)
        text(canvas, 33, 45, title[:34], size=13, bold=True)
        y = 39.5
        for line in lines[:5]:
            text(canvas, 33, y, f"{line.words} {line.name}"[:40], size=8.5)
            y -= 4.2
        text(canvas, 5, 14, f"mixed {made.isoformat()} · {keeps}"[:70], size=8)
        text(canvas, 5, 9, f"for {job}"[:60], size=8)
        canvas.setLineWidth(0.2 * mm)
        canvas.rect(1 * mm, 1 * mm, 88 * mm, 53 * mm, fill=0, stroke=1)

    return sheet(f"Label: {title}", draw, size=(90 * mm, 55 * mm))


def recipe_card(
    lines: Sequence[Line], *, title: str, job: str, made: date, said: str, cautions: Sequence[str],
    target: tuple[float, float, float] | None, mix: tuple[float, float, float],
) -> bytes:  # fmt: skip
    """Return a card of 148 × 105 mm: target and mix touching, pours in order, how near, cautions."""

    def draw(canvas: Canvas) -> None:
        text(canvas, 10, 92, title[:40], size=18, bold=True)
        text(canvas, 10, 86, f"for {job} · {made.isoformat()}"[:80], size=9)
        for place, colour in enumerate([target or mix, mix]):
            canvas.setFillColorRGB(*colour)
            canvas.rect((10 + 30 * place) * mm, 54 * mm, 30 * mm, 28 * mm, fill=1, stroke=0)
        canvas.setFillGray(0)
        text(canvas, 10, 49, "wanted" if target else "", size=8)
        text(canvas, 40, 49, "mixed, dry", size=8)
        y = 77.0
        for number, line in enumerate(lines, start=1):
            text(canvas, 76, y, f"{number}. {line.words} {line.name}"[:52], size=10.5)
            y -= 6
        y = paragraph(canvas, 10, 41, said, width=128, size=9.5)
        for caution in cautions:
            y = paragraph(canvas, 10, y - 1, caution, width=128, size=8.5)

    return sheet(f"Recipe: {title}", draw, size=(148 * mm, 105 * mm))
