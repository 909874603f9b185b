"""Looks beside each other on one page, for a client to choose from and to write the answer on."""

import io
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from PIL import Image
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.images import Pixels
from jug_mingle.formats.print_sheet import fitted, paragraph, sheet, text

_HIGH: Final = {2: 88.0, 3: 62.0}
"""How high a picture is, by how many there are. [mm]"""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class ShownLook:
    """A look as it is shown: its name, and the piece in it (h, w, 3)."""

    name: str
    picture: Pixels


def choice_sheet(
    looks: Sequence[ShownLook],
    *,
    title: str,
    client: str,
    room: str,
    light: str,
    words: str,
    paper: str = "A4",
) -> bytes:
    """Return the PDF: the piece in two or three looks, each with a box to tick, and in which light they are
    shown."""

    def draw(canvas: Canvas) -> None:
        text(canvas, 20, 277, fitted(title, width=170, size=20, bold=True), size=20, bold=True)
        where = f"for the {room}" if room else ""
        said = " · ".join(
            filter(None, (f"for {client}" if client else "", where, f"as they look by {light}"))
        )
        text(canvas, 20, 269, fitted(said, width=170, size=10), size=10)
        y = paragraph(canvas, 20, 262, words, width=170, size=11) - 3 if words else 262.0
        high = _HIGH[len(looks)]
        for letter, look in zip("ABC", looks, strict=False):
            y = _look(canvas, letter, look, y, high)
        paragraph(
            canvas, 20, 36,
            "A screen and a printer show colours nearly, paint shows them truly: ask for a painted board of "
            "the one that you choose, and look at it in the room, by day and by evening.",
            width=170, size=9,
        )  # fmt: skip
        text(canvas, 20, 23, "What we chose, and when: " + "." * 70, size=10)

    return sheet(f"To choose: {title}", draw, paper=paper)


def _look(canvas: Canvas, letter: str, look: ShownLook, y: float, high: float) -> float:
    """Draw a look from y down, and return the y below it. [mm]"""
    out = io.BytesIO()
    Image.fromarray(look.picture).save(out, "PNG")
    wide = high * look.picture.shape[1] / look.picture.shape[0]
    scale = min(1.0, 140.0 / wide)
    canvas.drawImage(ImageReader(out), 20 * mm, (y - high * scale) * mm, wide * scale * mm, high * scale * mm)
    canvas.setLineWidth(0.4 * mm)
    canvas.rect(165 * mm, (y - 14) * mm, 7 * mm, 7 * mm, stroke=1, fill=0)
    text(canvas, 176, y - 13, letter, size=20, bold=True)
    paragraph(canvas, 165, y - 22, look.name, width=28, size=10)
    return float(y - high * scale - 5)
