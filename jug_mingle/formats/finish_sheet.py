"""The finish sheet: the picture, and the layers in order with products, dilutions, amounts and waits."""

import io
from collections.abc import Sequence
from dataclasses import dataclass

from PIL import Image
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.images import Pixels
from jug_mingle.formats.print_sheet import fitted, paragraph, room_for_notes, sheet, swatch, text, whole


@dataclass(frozen=True, slots=True, kw_only=True)
class LayerLine:
    """One layer as it is printed: what it is, how it is laid, how much of what, and the wait after it."""

    title: str
    how: str
    amounts: str
    wait: str
    sRGB: tuple[float, float, float]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class PieceSheet:
    """What is printed of one piece, or of some that are alike: its picture, its layers, and what is said of
    it."""

    title: str
    job: str
    light: str
    said: str
    lines: Sequence[LayerLine]
    cautions: Sequence[str]
    picture: Pixels


def finish_sheet(pieces: Sequence[PieceSheet], *, title: str, paper: str = "A4") -> bytes:
    """Return the PDF: each piece begins a page, and takes as many as its layers need."""

    def draw(canvas: Canvas) -> None:
        for number, piece in enumerate(pieces):
            if number:
                canvas.showPage()
            _draw(canvas, piece)

    return sheet(title, draw, paper=paper)


def _draw(canvas: Canvas, piece: PieceSheet) -> None:
    text(canvas, 20, 277, fitted(piece.title, width=170, size=20, bold=True), size=20, bold=True)
    text(canvas, 20, 269, fitted(f"as it looks by {piece.light} · {piece.job}", width=170, size=10), size=10)
    high = 92.0
    wide = min(170.0, high * piece.picture.shape[1] / piece.picture.shape[0])
    out = io.BytesIO()
    Image.fromarray(piece.picture).save(out, "PNG")
    canvas.drawImage(ImageReader(out), 20 * mm, 170 * mm, wide * mm, high * mm)
    y = paragraph(canvas, 20, 162, piece.said, width=170, size=10) - 3
    text(canvas, 152, y, "wait", size=8)
    y -= 4
    for number, line in enumerate(piece.lines, start=1):
        if y < 38:
            canvas.showPage()
            head = fitted(f"Further layers: {piece.title}", width=170, size=12, bold=True)
            text(canvas, 20, 280, head, size=12, bold=True)
            y = 270.0
        swatch(canvas, 20, y - 12, line.sRGB, width=24, height=14)
        text(canvas, 48, y - 1, f"{number}  {line.title}", size=11, bold=True)
        low = y - 6
        if line.amounts:
            whole(canvas, 48, low, line.amounts, width=100, bold=True)
            low -= 4.8
        low = paragraph(canvas, 48, low, line.how, width=100, size=9)
        wait = paragraph(canvas, 152, y - 1, line.wait, width=40, size=9)
        y = min(low, wait, y - 14) - 4
    for caution in piece.cautions:
        if y < 20:
            canvas.showPage()
            y = 280.0
        y = paragraph(canvas, 20, y, caution, width=170, size=9)
    room_for_notes(canvas, 20, top=y - 2, foot=16, width=170)
