"""A board on paper: each field with its colour, what is on it and how it was laid, to be glued to the
offcut."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.print_sheet import fitted, paragraph, sheet, swatch, text

_ROWS = 11
_HIGH = 22.0
_TOP = 268.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FieldLine:
    """A field: its number, what is on it, how it was laid, its colour."""

    title: str
    how: str
    sRGB: tuple[float, float, float]


def board_sheet(
    fields: Sequence[FieldLine], *, title: str, job: str, made: date, said: str, paper: str = "A4"
) -> bytes:
    """Return a board's fields as labels, eleven to a page, and what is to be heeded."""

    def draw(canvas: Canvas) -> None:
        for start in range(0, max(1, len(fields)), _ROWS):
            if start:
                canvas.showPage()
            text(canvas, 20, 280, fitted(title, width=170, size=16, bold=True), size=16, bold=True)
            text(canvas, 20, 274, fitted(f"{made.isoformat()} · for {job}", width=170, size=9), size=9)
            y = _TOP
            for number, field in enumerate(fields[start : start + _ROWS], start=start + 1):
                swatch(canvas, 20, y - _HIGH + 3, field.sRGB, width=40, height=_HIGH - 4)
                text(canvas, 66, y - 7, fitted(f"{number}. {field.title}", width=124, size=12, bold=True),
                    size=12,
                     bold=True)  # fmt: skip
                paragraph(canvas, 66, y - 13, field.how, width=124, size=10)
                y -= _HIGH
            paragraph(canvas, 20, 20, said, width=170, size=9)

    return sheet(f"Board: {title}", draw, paper=paper)
