"""The pour strip, the lid label and the recipe card, as PDFs at true size."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.jugs import Jug
from jug_mingle.formats.print_fonts import width_of
from jug_mingle.formats.print_sheet import (
    fitted,
    paragraph,
    room_for_notes,
    rule,
    sheet,
    spread,
    swatch,
    text,
)

WIDTH: Final = 22.0
"""Of the strip. [mm]"""

FOOT: Final = 62.0
LEFT: Final = 32.0
_PAGE: Final = 297.0
_PAGE_WIDE: Final = 210.0
_NUMBERS_APART, _WORDS_APART = 3.6, 5.0
_READABLE: Final = 2.0
"""Lines closer than this cannot be poured to by eye. [mm]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """One pour: its tin, what is poured of it [ml, and in words], its parts in words, and its sRGB for a
    swatch."""

    name: str
    ml: float
    words: str
    sRGB: tuple[float, float, float]
    parts: str = ""


def _amount_first(line: Line) -> str:
    """Return a pour in words, what is poured before its name, which may be long."""
    return " · ".join(word for word in (line.words, line.parts, line.name) if word)


def _pour(
    canvas: Canvas,
    x: float,
    y: float,
    line: Line,
    *,
    number: str = "",
    width: float,
    size: float,
    twice: bool,
) -> float:
    """Write a pour into a width, its amount first and bold, in one line or, `twice`, the amount above its
    name; return the y below it. A name may be cut; an amount is not, it is set smaller. [mm]"""
    amount = f"{number}{line.words}"
    rest = "".join(f" · {word}" for word in (line.parts, line.name) if word)
    least = width_of(f"{amount} · …", size, bold=True) / mm
    small = size * min(1.0, width / least)
    took = width_of(amount, small, bold=True) / mm
    fits = took + width_of(rest, small) / mm <= width
    text(canvas, x, y, amount, size=small, bold=True)
    if fits or not twice:
        text(canvas, x + took, y, fitted(rest, width=width - took, size=small), size=small)
        return y - 0.46 * size
    y -= 0.46 * size
    text(canvas, x, y, fitted(f"    {rest.removeprefix(' · ')}", width=width, size=size), size=size)
    return y - 0.46 * size


def line_heights(lines: Sequence[Line], jug: Jug) -> list[float]:
    """Return how high the jug stands after each pour. [mm]"""
    total, heights = 0.0, []
    for line in lines:
        total += line.ml
        heights.append(jug.height(total))
    return heights


def pour_strip(
    lines: Sequence[Line], jug: Jug, *, title: str, bottom: float = 3.0, paper: str = "A4"
) -> bytes:
    """Return a tape for the outside of a jug: pour each tin to its line.

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
    tall = _height_of(heights[-1], bottom, len(lines))
    words = [f"to here: {_amount_first(line)}" for line in lines]
    near = min((b - a for a, b in zip([0.0, *heights], heights, strict=False)), default=_READABLE)

    def draw(canvas: Canvas) -> None:
        _frame(canvas, f"Pour strip: {title}", tall)
        before = 0.0
        for line, height in zip(lines, heights, strict=True):
            _band(canvas, FOOT + bottom + before, FOOT + bottom + height, line.sRGB)
            before = height
        _mark(canvas, [FOOT + bottom + height for height in heights], words)
        hint = "Pour the tins in this order, each to its line, the jug standing level."
        if [line.ml for line in lines] == sorted((line.ml for line in lines), reverse=True) and len(
            lines
        ) > 1:
            hint += " The most goes in first."
        if near < _READABLE:
            hint += f" Some lines are less than {marked(_READABLE, unit='mm')} apart: "
            hint += "measure those by syringe, spoons or scale."
        _foot(canvas, hint)

    return sheet(f"Pour strip: {title}", draw, paper=paper)


def _mark(canvas: Canvas, levels: Sequence[float], words: Sequence[str]) -> None:
    """Draw lines at levels [mm], each with its number on the strip and its words beside it.

    Where lines lie close, numbers and words are spread and led to their lines, so that none lies on another.
    """
    low = min(levels, default=FOOT)
    inside, beside = spread(levels, _NUMBERS_APART, low=low), spread(levels, _WORDS_APART, low=low)
    canvas.setLineWidth(0.25 * mm)
    for number, (level, within, out) in enumerate(zip(levels, inside, beside, strict=True), start=1):
        canvas.line((LEFT + 9) * mm, level * mm, (LEFT + WIDTH + 2) * mm, level * mm)
        canvas.line((LEFT + 6.5) * mm, (within + 0.2) * mm, (LEFT + 9) * mm, level * mm)
        canvas.line((LEFT + WIDTH + 2) * mm, level * mm, (LEFT + WIDTH + 7) * mm, out * mm)
        text(canvas, LEFT + 1.5, within - 1.2, str(number), size=9.5, bold=True)
        said = fitted(f"{number}. {words[number - 1]}", width=_PAGE_WIDE - LEFT - WIDTH - 8 - 12, size=10.5)
        text(canvas, LEFT + WIDTH + 8, out - 1.2, said, size=10.5)


def walk_strip(
    lines: Sequence[Line], jug: Jug, *, title: str, bottom: float = 3.0, paper: str = "A4"
) -> bytes:
    """Return a tape for the jug that is walked down an ombre: paint a step, fill up to the next line, paint
    on.

    Parameters
    ----------
    lines : sequence of Line
        One a step; `ml` is what the jug holds when that step is mixed, `words` what is added for it, `name`
        of what, and `parts` which step it is.

    Raises
    ------
    ValueError
        If the strip does not fit the page.
    """
    heights = [jug.height(line.ml) for line in lines]
    tall = _height_of(max(heights), bottom, len(lines))

    def draw(canvas: Canvas) -> None:
        _frame(canvas, f"Walk-down strip: {title}", tall)
        levels = [FOOT + bottom + height for height in heights]
        for line, level in zip(lines, levels, strict=True):
            _band(canvas, level - 2.0, level, line.sRGB)
        _mark(canvas, levels, [_amount_first(line) for line in lines])
        _foot(
            canvas,
            "Begin at line 1 and paint the first step. Then fill up to line 2 with the second colour, stir "
            "well, paint "
            "the second step, and so on. The jug standing level; wipe the brush out between steps.",
        )

    return sheet(f"Walk-down strip: {title}", draw, paper=paper)


def _height_of(level: float, bottom: float, lines: int) -> float:
    """Return how tall a strip is whose highest line lies at a level, with room for the numbers of close
    lines."""
    tall = level + bottom + max(12.0, _NUMBERS_APART * lines + 3.0)
    if tall > _PAGE - FOOT - 20.0:
        raise ValueError(
            f"the strip is {marked(tall, '.0f', 'mm')} tall and does not fit the page: mix less, or "
            "take a wider jug"
        )
    return tall


def _frame(canvas: Canvas, title: str, tall: float) -> None:
    text(
        canvas,
        LEFT,
        _PAGE - 22,
        fitted(title, width=_PAGE_WIDE - LEFT - 12, size=16, bold=True),
        size=16,
        bold=True,
    )
    canvas.setLineWidth(0.25 * mm)
    canvas.setStrokeGray(0)
    canvas.rect(LEFT * mm, FOOT * mm, WIDTH * mm, tall * mm, fill=0, stroke=1)
    room_for_notes(canvas, LEFT, top=_PAGE - 30, foot=FOOT + tall + 12, width=_PAGE_WIDE - LEFT - 30)


def _band(canvas: Canvas, low: float, high: float, sRGB: tuple[float, float, float]) -> None:
    swatch(canvas, LEFT + 12, low, sRGB, width=WIDTH - 12, height=high - low)


def _foot(canvas: Canvas, words: str) -> None:
    cut = "Cut the strip out along its frame and tape it to the outside of the jug, its foot on the table."
    y = paragraph(canvas, LEFT, FOOT - 8, cut, width=150, size=10) - 1
    paragraph(canvas, LEFT, y, words, width=150, size=10)
    rule(canvas, LEFT, 26)


def lid_label(
    lines: Sequence[Line], *, title: str, job: str, made: date, keeps: str, caution: str,
    sRGB: tuple[float, float, float],
) -> bytes:  # fmt: skip
    """Return a label of 90 × 55 mm for the lid: swatch, recipe, date, pot life, job, and what can hurt."""

    def draw(canvas: Canvas) -> None:
        swatch(canvas, 5, 21, sRGB, width=28, height=29)
        text(canvas, 37, 45, fitted(title, width=50, size=13, bold=True), size=13, bold=True)
        y = 39.5
        for line in lines[:6]:
            y = _pour(canvas, 37, y, line, width=50, size=8.5, twice=len(lines) <= 3)
        text(canvas, 5, 16.5, fitted(f"mixed {made.isoformat()} · {keeps}", width=82, size=8), size=8)
        text(canvas, 5, 12.5, fitted(f"for {job}", width=82, size=8) if job else "", size=8)
        low = paragraph(canvas, 5, 9.5, caution, width=81, size=6) if caution else 13.0
        room_for_notes(canvas, 5, top=low + 1.0, foot=4.0, width=80)
        canvas.setLineWidth(0.2 * mm)
        canvas.rect(1 * mm, 1 * mm, 88 * mm, 53 * mm, fill=0, stroke=1)

    return sheet(f"Label: {title}", draw, size=(90 * mm, 55 * mm))


def recipe_card(
    lines: Sequence[Line], *, title: str, job: str, made: date, said: str, cautions: Sequence[str],
    target: tuple[float, float, float] | None, mix: tuple[float, float, float],
) -> bytes:  # fmt: skip
    """Return a card of 148 × 105 mm: target and mix touching, pours in order, how near, cautions."""

    def draw(canvas: Canvas) -> None:
        text(canvas, 10, 92, fitted(title, width=128, size=18, bold=True), size=18, bold=True)
        text(canvas, 10, 86, fitted(f"{made.isoformat()} · for {job}", width=128, size=9), size=9)
        swatch(canvas, 10, 43, target or mix, mix, width=62, height=40)
        text(canvas, 10, 39, "wanted" if target else "", size=8)
        text(canvas, 41, 39, "mixed, dry", size=8)
        y = 79.0
        for number, line in enumerate(lines, start=1):
            y = (
                _pour(canvas, 78, y, line, number=f"{number}. ", width=62, size=11.0, twice=len(lines) <= 4)
                - 1.2
            )
        y = paragraph(canvas, 10, 33, said, width=128, size=9.5)
        for caution in cautions:
            y = paragraph(canvas, 10, y - 1, caution, width=128, size=8.5)
        room_for_notes(canvas, 10, top=y + 2.0, foot=7.0, width=128)

    return sheet(f"Recipe: {title}", draw, size=(148 * mm, 105 * mm))
