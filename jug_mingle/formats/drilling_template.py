"""The drilling template of one front: where its holes come, at true size."""

from collections.abc import Sequence
from typing import Final

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.core.measuring.saying import Saying
from jug_mingle.formats.print_sheet import fitted, paragraph, rule, sheet, text

PAGES: Final = {"A4": (297.0, 210.0), "Letter": (279.4, 215.9)}
"""Width and height of the page, lying. [mm]"""

LEVEL: Final = 120.0
"""Where the middle of the front's height lies on the page. [mm]"""

_USUAL: Final = Saying()
_MARGIN: Final = 10.0
_HOLE: Final = 2.5
"""Radius of a hole as it is drawn. [mm]"""


def drilling_template(
    *,
    title: str,
    width: float,
    height: float,
    kept: Sequence[float],
    filled: Sequence[float],
    drilled: Sequence[float],
    paper: str = "A4",
    saying: Saying = _USUAL,
) -> bytes:
    """Return the PDF; a front wider than the page is laid by its middle, which is marked.

    Parameters
    ----------
    width, height : float
        Of the front. [mm]
    kept, filled, drilled : sequence of float
        Holes from its left edge. [mm]

    Raises
    ------
    ValueError
        If the holes lie farther apart than the page is wide.
    """
    wide, high = PAGES[paper]
    left = 0.5 * (wide - width)
    places = [left + at for at in (*kept, *filled, *drilled)]
    if places and (min(places) < _MARGIN or max(places) > wide - _MARGIN):
        apart, page = (
            saying.fine_length((max(places) - min(places)) / 1000.0),
            saying.fine_length(wide / 1000.0),
        )
        raise ValueError(
            f"the outermost holes are {apart} apart, and the page is {page} wide: measure them from the "
            f"front's middle"
        )

    def draw(canvas: Canvas) -> None:
        text(canvas, 20, high - 18, fitted(f"Drilling template: {title}", width=250, size=16, bold=True),
            size=16,
             bold=True)  # fmt: skip
        _front(canvas, left, width, height, PAGES[paper])
        for at in kept:
            _mark(canvas, left + at, "in use", dashed=False, cross=False)
        for at in filled:
            _mark(canvas, left + at, "fill", dashed=True, cross=False)
        for at in drilled:
            _mark(canvas, left + at, "drill", dashed=False, cross=True)
        across, down = saying.fine_length(0.5 * width / 1000.0), saying.fine_length(0.5 * height / 1000.0)
        paragraph(
            canvas, 20, 44,
            f"Lay the cross of the two long lines on the middle of the front, {across} from its left edge "
            f"and {down} "
            "from its upper edge. Prick the crosses through, fill first what is filled, and drill when it is "
            "hard.",
            width=250,
        )  # fmt: skip
        rule(canvas, 20, 18)

    return sheet(f"Drilling template: {title}", draw, size=(wide * mm, high * mm))


def _front(canvas: Canvas, left: float, width: float, height: float, page: tuple[float, float]) -> None:
    """Draw the front's middle lines, and its outline where the page holds it."""
    wide, tall = page
    canvas.setLineWidth(0.2 * mm)
    canvas.line(_MARGIN * mm, LEVEL * mm, (wide - _MARGIN) * mm, LEVEL * mm)
    low, high = max(LEVEL - 0.5 * height, 52.0), min(LEVEL + 0.5 * height, tall - 24.0)
    canvas.line(0.5 * wide * mm, low * mm, 0.5 * wide * mm, high * mm)
    canvas.setDash(1 * mm, 1 * mm)
    if left >= 4.0:
        for x in (left, left + width):
            canvas.line(x * mm, low * mm, x * mm, high * mm)
    canvas.setDash()


def _mark(canvas: Canvas, x: float, word: str, *, dashed: bool, cross: bool) -> None:
    canvas.setLineWidth(0.3 * mm)
    if dashed:
        canvas.setDash(0.8 * mm, 0.8 * mm)
    canvas.circle(x * mm, LEVEL * mm, _HOLE * mm)
    canvas.setDash()
    if cross:
        canvas.line((x - 5) * mm, LEVEL * mm, (x + 5) * mm, LEVEL * mm)
        canvas.line(x * mm, (LEVEL - 5) * mm, x * mm, (LEVEL + 5) * mm)
    text(canvas, x - 4, LEVEL + 8, word, size=9)
