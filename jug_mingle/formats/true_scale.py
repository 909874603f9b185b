"""Faces at true size, over as many pages as they take: what to cut, where to lay it, and lists to go with
it."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import ceil
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from jug_mingle.formats.images import Pixels
from jug_mingle.formats.outline_pen import Points
from jug_mingle.formats.print_sheet import fitted, paragraph, room_for_notes, rule, sheet, text

PAGES: Final = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4)}
"""Width and height of a page. [mm]"""

MARGIN: Final = 12.0
"""Around what is printed: printers leave less than this blank. [mm]"""

FOOT: Final = 20.0
"""At the foot of each page, for the rule and its words. [mm]"""

OVERLAP: Final = 10.0
"""By which pages overlap, so that their crosses can be laid on each other. [mm]"""

MOST_PAGES: Final = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class Printed:
    """A picture on a face: its middle and size, turned clockwise [m, degrees]."""

    pixels: Pixels
    x: float
    y: float
    w: float
    h: float
    turn: float = 0.0
    mirrored: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class TrueFace:
    """A face to be printed at true size; all in metres from its upper left corner.

    Attributes
    ----------
    rings : sequence of (n, 2) ndarray
        Outlines.
    sheets : sequence of (x, y, w, h)
        Edges of sheets that are laid on it, as thin lines.
    spares : sequence of (x, y, w, h)
        What is spared: a handle, a keyhole.
    """

    title: str
    width: float
    height: float
    rings: Sequence[Points] = ()
    pictures: Sequence[Printed] = ()
    sheets: Sequence[tuple[float, float, float, float]] = ()
    spares: Sequence[tuple[float, float, float, float]] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Table:
    """A list: its title, the heads of its columns, and its rows."""

    title: str
    heads: tuple[str, ...]
    rows: Sequence[tuple[str, ...]]


def true_scale(
    title: str, faces: Sequence[TrueFace], tables: Sequence[Table], *, notes: Sequence[str] = (),
    paper: str = "A4"
) -> bytes:  # fmt: skip
    """Return the PDF: the lists first, then every face in tiles with crosses to register them by, and a rule
    on each.

    Raises
    ------
    ValueError
        If it would be more than `MOST_PAGES` pages.
    """
    wide, high = PAGES[paper]
    area = (wide - 2 * MARGIN, high - 2 * MARGIN - FOOT)
    many = sum(len(list(_tiles(face, area))) for face in faces)
    if many > MOST_PAGES:
        raise ValueError(
            f"that is {many} pages, more than {MOST_PAGES}: print fewer faces, or one of each kind"
        )

    def draw(canvas: Canvas) -> None:
        _lists(canvas, title, tables, notes, (wide, high))
        for face in faces:
            tiles = list(_tiles(face, area))
            for number, tile in enumerate(tiles, start=1):
                canvas.showPage()
                _tile(canvas, title, face, tile, (number, len(tiles)), area, (wide, high))

    return sheet(title, draw, size=(wide * mm, high * mm))


_Tile = tuple[int, int, float, float]
_Place = Callable[[Sequence[float]], tuple[float, float]]
"""(x, y) on a face [m] → on the page. [points]"""


def _tiles(face: TrueFace, area: tuple[float, float]) -> Iterator[_Tile]:
    """Yield the tiles of a face: column, row, and where each begins on the face. [mm]"""
    steps = (area[0] - OVERLAP, area[1] - OVERLAP)
    columns, rows = (
        max(1, ceil((1000.0 * size - OVERLAP) / step - 1e-9))
        for size, step in zip((face.width, face.height), steps, strict=True)
    )
    for row in range(rows):
        for column in range(columns):
            yield column, row, column * steps[0], row * steps[1]


def _tile(
    canvas: Canvas, title: str, face: TrueFace, tile: _Tile, number: tuple[int, int],
    area: tuple[float, float], page: tuple[float, float],
) -> None:  # fmt: skip
    column, row, x, y = tile
    left, top = MARGIN, page[1] - MARGIN
    canvas.saveState()
    path = canvas.beginPath()
    path.rect(left * mm, (top - area[1]) * mm, area[0] * mm, area[1] * mm)
    canvas.clipPath(path, stroke=0, fill=0)

    def place(point: Sequence[float]) -> tuple[float, float]:
        return (left + 1000.0 * point[0] - x) * mm, (top - 1000.0 * point[1] + y) * mm

    _draw_face(canvas, face, place)
    canvas.restoreState()
    _crosses(canvas, face, tile, area, page)
    words = f"{face.title} · page {number[0]} of {number[1]} (column {column + 1}, row {row + 1})"
    text(canvas, MARGIN, MARGIN + 13,
        fitted(f"{title}: {words}", width=page[0] - 2 * MARGIN, size=9, bold=True),
         size=9, bold=True)  # fmt: skip
    rule(canvas, MARGIN, MARGIN + 5)


def _draw_face(canvas: Canvas, face: TrueFace, place: _Place) -> None:
    for picture in face.pictures:
        x, y = place((picture.x, picture.y))
        canvas.saveState()
        canvas.translate(x, y)
        canvas.rotate(-picture.turn)
        canvas.scale(-1 if picture.mirrored else 1, 1)
        w, h = 1000.0 * picture.w * mm, 1000.0 * picture.h * mm
        canvas.drawImage(ImageReader(Image.fromarray(picture.pixels)), -w / 2, -h / 2, width=w, height=h)
        canvas.restoreState()
    canvas.setLineWidth(0.2 * mm)
    canvas.setStrokeGray(0)
    for ring in face.rings:
        _line(canvas, [place(point) for point in ring], closed=True)
    canvas.setStrokeGray(0.45)
    canvas.setDash(2 * mm, 1.5 * mm)
    for box in face.sheets:
        _line(canvas, [place(point) for point in _corners(*box)], closed=True)
    canvas.setDash(0.6 * mm, 1 * mm)
    for box in face.spares:
        _line(canvas, [place(point) for point in _corners(*box)], closed=True)
    canvas.setDash()
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.4 * mm)
    _line(canvas, [place(point) for point in _corners(0.0, 0.0, face.width, face.height)], closed=True)


def _corners(x: float, y: float, w: float, h: float) -> list[tuple[float, float]]:
    return [(x, y), (x + w, y), (x + w, y + h), (x, y + h)]


def _line(canvas: Canvas, points: Sequence[tuple[float, float]], *, closed: bool) -> None:
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    if closed:
        path.close()
    canvas.drawPath(path)


def _crosses(
    canvas: Canvas, face: TrueFace, tile: _Tile, area: tuple[float, float], page: tuple[float, float]
) -> None:  # fmt: skip
    """Draw a cross in the middle of every overlap with another page."""
    column, row, *_ = tile
    columns, rows = (
        max(1, ceil((1000.0 * size - OVERLAP) / (length - OVERLAP) - 1e-9))
        for size, length in zip((face.width, face.height), area, strict=True)
    )
    xs = [OVERLAP / 2 if column else None, area[0] - OVERLAP / 2 if column < columns - 1 else None]
    ys = [OVERLAP / 2 if row else None, area[1] - OVERLAP / 2 if row < rows - 1 else None]
    across = [one for one in xs if one is not None] or [area[0] / 2]
    down = [one for one in ys if one is not None] or [area[1] / 2]
    if not any(one is not None for one in (*xs, *ys)):
        return
    canvas.setLineWidth(0.25 * mm)
    for a in across:
        for d in down:
            px, py = (MARGIN + a) * mm, (page[1] - MARGIN - d) * mm
            canvas.line(px - 4 * mm, py, px + 4 * mm, py)
            canvas.line(px, py - 4 * mm, px, py + 4 * mm)
            canvas.circle(px, py, 1.5 * mm)


def _lists(
    canvas: Canvas, title: str, tables: Sequence[Table], notes: Sequence[str], page: tuple[float, float]
) -> None:
    wide, high = page
    text(
        canvas,
        MARGIN,
        high - 20,
        fitted(title, width=wide - 2 * MARGIN, size=16, bold=True),
        size=16,
        bold=True,
    )
    y = high - 30
    for note in notes:
        y = paragraph(canvas, MARGIN, y, note, width=wide - 2 * MARGIN, size=10) - 1.5
    for table in tables:
        y = _table(canvas, table, y - 5, page)
    room_for_notes(canvas, MARGIN, top=y - 2, foot=MARGIN + FOOT, width=wide - 2 * MARGIN)
    rule(canvas, MARGIN, MARGIN + 5)


def _table(canvas: Canvas, table: Table, y: float, page: tuple[float, float]) -> float:
    wide, high = page
    columns = len(table.heads)
    widths: NDArray[np.float64] = np.array([1.6] + [1.0] * (columns - 1))
    edges = MARGIN + np.concatenate([[0.0], np.cumsum(widths / widths.sum() * (wide - 2 * MARGIN))])
    spans = list(pairwise(edges.tolist()))

    def heads(at: float) -> float:
        text(canvas, MARGIN, at, table.title, size=12, bold=True)
        for (left, right), head in zip(spans, table.heads, strict=True):
            text(
                canvas,
                left,
                at - 6,
                fitted(head, width=right - left - 1, size=9, bold=True),
                size=9,
                bold=True,
            )
        return at - 11

    if y < MARGIN + FOOT + 25:
        canvas.showPage()
        y = high - 20
    y = heads(y)
    for row in table.rows:
        if y < MARGIN + FOOT:
            rule(canvas, MARGIN, MARGIN + 5)
            canvas.showPage()
            y = heads(high - 20)
        for (left, right), cell in zip(spans, row, strict=True):
            text(canvas, left, y, fitted(cell, width=right - left - 1, size=9), size=9)
        y -= 5
    return y
