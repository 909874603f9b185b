"""Open insides as they are drawn: the back, the wall and the floor that the eye meets, and shelves across."""

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.canvas import Canvas
from jug_mingle.core.pieces.solids import SHELF, Box, Opening

_SHELF_BACK = 0.01
"""How far a shelf stands back from the front of its opening. [m]"""


def without_holes(canvas: Canvas, box: Box, cover: FloatArray, x: FloatArray, y: FloatArray) -> FloatArray:
    """Return the cover of a case's front without its openings, where its back was taken off and one sees
    through.

    `x` and `y` are places on the front, from the piece's corner. [m]
    """
    if not box.without_back:
        return cover
    for hole in (*box.openings, *(box.interiors if canvas.opened else ())):
        to_edge = np.minimum(
            np.minimum(x - hole.x, hole.x + hole.w - x), np.minimum(y - hole.y, hole.y + hole.h - y)
        )
        cover = cover * (1.0 - np.clip(to_edge * canvas.scale + 0.5, 0.0, 1.0))
    return cover


def draw_opening(canvas: Canvas, box: Box, opening: Opening) -> None:
    """Add what is seen through an opening of a case."""
    x, y, z, w, h, d = opening.x, opening.y, box.z, opening.w, opening.h, opening.d
    through = (x, y, w, h, z)
    place, cover, local = canvas.rectangle(*through)
    deep = np.minimum(np.minimum(local[0], w - local[0]), local[1])
    recess = np.exp(-((np.minimum(deep, h - local[1]) / 0.02) ** 2))
    if not box.without_back:
        shade = 0.40 + 0.22 * np.clip(deep / 0.12, 0, 1) + 0.06 * local[1] / h
        canvas.add(
            box.inner_back(opening), place, cover, local, (w, h), shade, upright=True, recess=recess, high=0.0
        )  # fmt: skip
    canvas.aside(opening.face, (x, y, z), h, d, 0.86, (x, y), through=through)
    canvas.above(opening.face, (x, y + h, z), w, d, level=0.78, recess=0.2, through=through)
    for n, part in enumerate(opening.shelf_parts()):
        if part not in opening.without:
            at = y + (n + 1) * h / (opening.shelves + 1) - 0.5 * SHELF
            _draw_shelf(canvas, opening, part, at, z + _SHELF_BACK, through)


def _draw_shelf(
    canvas: Canvas,
    opening: Opening,
    part: str,
    y: float,
    z: float,
    through: tuple[float, float, float, float, float],
) -> None:
    x, w = opening.x, opening.w
    canvas.above(opening.shelf_face(part), (x, y, z), w, opening.d - _SHELF_BACK, level=0.84, through=through)
    place, cover, local = canvas.rectangle(x, y, w, SHELF, z)
    canvas.add(
        opening.shelf_face(part, "edge"), place, cover, local, (w, SHELF), 0.88 - 0.10 * local[1] / SHELF
    )
    place, cover, local = canvas.rectangle(x, y + SHELF, w, 0.05, z)
    cast = 0.5 * np.exp(-np.maximum(local[1], 0.0) / 0.02) * cover
    canvas.add("dark", place, cast, local, (w, 0.05), 1.0)
