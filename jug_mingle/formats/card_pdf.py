"""The black-and-white card to paint over, as a PDF at true size."""

from typing import Final

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.print_sheet import paragraph, rule, sheet, text

FIELD: Final = 60.0
"""Side of the black field and of the white one. [mm]"""

LEFT: Final = 35.0
FOOT: Final = 120.0


def card_pdf(tin: str = "", *, paper: str = "A4") -> bytes:
    """Return the card, for a tin of a name or for any."""

    def draw(canvas: Canvas) -> None:
        text(canvas, LEFT, 265, "Black and white card", size=20, bold=True)
        text(canvas, LEFT, 257, f"Tin: {tin or '.' * 50}", size=12)
        y = 246.0
        for line in (
            "Print it on plain white paper, as black as the printer can, and let it dry.",
            "Brush one coat of the paint, as you always do, across both fields; leave the edges bare.",
            "When it is quite dry, read the paint over the black and over the white: with the colour reader, "
            "or in a photo by the window with a sheet of white paper beside it.",
            "What the black darkens says how strongly the paint hides.",
        ):
            y = paragraph(canvas, LEFT, y, line, width=140, size=11) - 1.5
        canvas.setStrokeGray(0.4)
        canvas.setLineWidth(0.3 * mm)
        canvas.setFillGray(0)
        canvas.rect(LEFT * mm, FOOT * mm, FIELD * mm, FIELD * mm, fill=1, stroke=0)
        canvas.rect((LEFT + FIELD) * mm, FOOT * mm, FIELD * mm, FIELD * mm, fill=0, stroke=1)
        text(canvas, LEFT, FOOT - 7, "over black", size=10)
        text(canvas, LEFT + FIELD, FOOT - 7, "over white", size=10)
        rule(canvas, LEFT, 40)

    return sheet("Black and white card", draw, paper=paper)
