"""The measured drawing of a piece: its front square to the eye, its top and one side at a slant; metres to
pixels."""

from collections.abc import Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.faces import Face, coverage_of_polygon
from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.pieces.reliefs import BEVEL
from jug_mingle.core.pieces.solids import reaches_out

ASIDE: Final = 0.34
RISE: Final = 0.187
"""How far a metre of depth is seen to the right, and upwards. [m]"""

Rectangle = tuple[float, float, float, float, float]
"""What faces the eye: x, y, width, height, and z of its plane. [m]"""


class Canvas:
    """A drawing in the making: metres to pixels, and the faces collected from back to front."""

    def __init__(self, piece: Piece, width: int, height: int, *, opened: bool) -> None:
        self.piece, self.width, self.height, self.opened = piece, width, height, opened
        left, top = (min(0.0, *(getattr(box, side) for box in piece.boxes), 0.0) for side in ("x", "y"))
        right = max(piece.width, *(box.x + box.w for box in piece.boxes), 0.1)
        self.floor = max((box.y + box.h for box in piece.boxes), default=piece.height)
        out = (
            max((reaches_out(box, front) for box in piece.boxes for front in box.fronts), default=0.0)
            if opened
            else 0.0
        )
        wide = right - left + ASIDE * (piece.depth + out)
        high = self.floor - top + RISE * (piece.depth + out)
        self.scale = min(0.84 * width / wide, 0.86 * height / high)
        self.x0 = (width - wide * self.scale) / 2.0 + (ASIDE * out - left) * self.scale
        self.y0 = (height - high * self.scale) / 2.0 + (RISE * piece.depth - top) * self.scale
        self.faces: list[Face] = []

    def slices(self, corners: list[tuple[float, float]]) -> tuple[slice, slice]:
        """Return the rows and the columns in which corners (in pixels) lie, as far as they are in the
        picture."""
        xs, ys = [x for x, _ in corners], [y for _, y in corners]
        rows = slice(max(0, int(np.floor(min(ys)))), max(0, min(self.height, int(np.ceil(max(ys))))))
        columns = slice(max(0, int(np.floor(min(xs)))), max(0, min(self.width, int(np.ceil(max(xs))))))
        return rows, columns

    def pixels(self, rows: slice, columns: slice) -> tuple[FloatArray, FloatArray]:
        """Return x (1, w) and y (h, 1) of the pixels' middles, in metres from the piece's upper left
        corner."""
        x = (np.arange(columns.start, columns.stop)[np.newaxis] + 0.5 - self.x0) / self.scale
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - self.y0) / self.scale
        # A dozen fields of a million pixels: single precision is a ten-thousandth of a pixel.
        return x.astype(np.float32), y.astype(np.float32)

    def to_pixels(self, x: float, y: float, z: float) -> tuple[float, float]:
        """Return where a place of the piece [m] lies in the picture, to the right and down. [pixels]"""
        return self.x0 + (x + ASIDE * z) * self.scale, self.y0 + (y - RISE * z) * self.scale

    def add(
        self,
        address: str | Sequence[tuple[str, NDArray[np.bool_]]],
        place: tuple[slice, slice],
        cover: FloatArray,
        local: tuple[FloatArray, FloatArray],
        size: tuple[float, float],
        shade: FloatArray | float,
        *,
        upright: bool = False,
        down: FloatArray | None = None,
        across: FloatArray | None = None,
        step: FloatArray | float | None = None,
        recess: FloatArray | float = 0.0,
        high: FloatArray | float | None = None,
        offset: tuple[float, float] = (0.0, 0.0),
    ) -> None:
        """Add a face; `local` is the place on its own plane [m], `size` its width and height there [m].

        Instead of one address a surface may be several faces, each with where it is (h, w).
        """
        rows, columns = place
        shape = (rows.stop - rows.start, columns.stop - columns.start)
        if shape[0] <= 0 or shape[1] <= 0:
            return
        lx, ly = local
        w, h = size
        edge = np.maximum(np.minimum(np.minimum(lx, w - lx), np.minimum(ly, h - ly)), 0.0)
        x, y = self.pixels(rows, columns)
        down = np.clip(y / self.piece.height, 0, 1) if down is None else down
        values: dict[str, FloatArray | float] = {
            "shade": shade,
            "u": np.clip(lx / w, 0, 1),
            "v": np.clip(ly / h, 0, 1),
            "x": lx + offset[0],
            "y": ly + offset[1],
            "across": np.clip(x / self.piece.width, 0, 1) if across is None else across,
            "down": down,
            "step": down if step is None else step,
            "edge": edge,
            "recess": recess,
            "high": np.exp(-((edge / BEVEL) ** 2)) if high is None else high,
            "upright": 1.0 if upright else 0.0,
        }
        fields = {name: _field(value) for name, value in values.items()}
        for face, there in [(address, True)] if isinstance(address, str) else address:
            own = np.ascontiguousarray(np.broadcast_to(cover * there, shape), dtype=np.float32)
            self.faces.append(Face(address=face, rows=rows, columns=columns, cover=own, fields=fields))

    def rectangle(
        self, x: float, y: float, w: float, h: float, z: float
    ) -> tuple[tuple[slice, slice], FloatArray, tuple[FloatArray, FloatArray]]:
        """Return where a rectangle that faces the eye lies, its cover, and the places on it."""
        corners = [self.to_pixels(x, y, z), self.to_pixels(x + w, y + h, z)]
        place = self.slices(corners)
        px, py = self.pixels(*place)
        lx, ly = px - ASIDE * z - x, py + RISE * z - y
        return place, self._cover((lx, ly), w, h), (lx, ly)

    def _cover(self, local: tuple[FloatArray, FloatArray], w: float, h: float) -> FloatArray:
        lx, ly = local
        inside = np.minimum(np.minimum(lx, w - lx), np.minimum(ly, h - ly))
        return np.asarray(np.clip(inside * self.scale + 0.5, 0, 1))

    def _outline(
        self, corners: list[tuple[float, float]], place: tuple[slice, slice], through: Rectangle | None
    ) -> FloatArray:
        """Return the cover of a polygon, as far as it is seen through a rectangle."""
        cover = coverage_of_polygon(corners, *place)
        if through is None:
            return cover
        x, y, w, h, z = through
        px, py = self.pixels(*place)
        return cover * self._cover((px - ASIDE * z - x, py + RISE * z - y), w, h)

    def aside(
        self, face: str, at: tuple[float, float, float], h: float, d: float, dim: float,
        grain: tuple[float, float], *, through: Rectangle | None = None,
    ) -> None:  # fmt: skip
        """Add what faces to the right, from its upper near corner: so high, reaching so far back.

        `through` is a rectangle through which it is seen.
        """
        x, y, z = at
        corners = [
            self.to_pixels(*one) for one in ((x, y, z), (x, y, z + d), (x, y + h, z + d), (x, y + h, z))
        ]
        if ASIDE * d * self.scale < 0.6:
            return
        place = self.slices(corners)
        px, py = self.pixels(*place)
        back = (px - x) / ASIDE - z
        local = (back, py + RISE * (back + z) - y)
        shade = (0.66 - 0.08 * np.clip(back / d, 0, 1) - 0.10 * np.clip(local[1] / h, 0, 1)) * dim
        self.add(
            face, place, self._outline(corners, place, through), local, (d, h), shade, upright=True,
            down=np.clip((local[1] + y) / self.piece.height, 0, 1), offset=grain,
        )  # fmt: skip

    def above(
        self, face: str, at: tuple[float, float, float], w: float, d: float, *, lip: float = 0.0,
        level: float = 1.12, recess: float = 0.0, through: Rectangle | None = None,
    ) -> None:  # fmt: skip
        """Add what faces upwards, from its left near corner: so wide, reaching so far back.

        `through` is a rectangle through which it is seen.
        """
        x, y, z = at
        ends = (x - lip, x + w + lip)
        corners = [
            self.to_pixels(*one)
            for one in ((ends[0], y, z + d), (ends[1], y, z + d), (ends[1], y, z), (ends[0], y, z))
        ]
        if RISE * d * self.scale < 0.6:
            return
        place = self.slices(corners)
        px, py = self.pixels(*place)
        back = (y - py) / RISE - z
        local = (px - ASIDE * (back + z) - x, d - back)
        shade = (
            level - 0.10 * np.clip(back / d, 0, 1) - recess * np.exp(-np.maximum(w - local[0], 0.0) / 0.05)
        )
        down = np.full((1, 1), np.clip(y / self.piece.height, 0, 1))
        self.add(
            face, place, self._outline(corners, place, through), local, (w, d), shade, down=down,
            recess=recess,
            across=np.clip((local[0] + x) / self.piece.width, 0, 1), offset=(23.0 + x, 5.0 + y),
        )  # fmt: skip


def _field(value: FloatArray | float) -> FloatArray:
    """Return a field over a face; one number (0-d) where it is the same everywhere."""
    values = np.ascontiguousarray(value, dtype=np.float32)
    return values.reshape(()) if values.size == 1 else values
