"""A piece drawn as a clean measured elevation: its front square to the eye, its top and one side seen at a slant."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.faces import Drawing, Face, coverage_of_polygon
from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.pieces.opened import lid_up, reaches_out
from jug_mingle.core.pieces.profiles import TAPER, turned_radius
from jug_mingle.core.pieces.reliefs import BEVEL, in_relief, relief_of
from jug_mingle.core.pieces.solids import KNOB, PULL, SHELF, Box, Front, Opening

ASIDE: Final = 0.34
RISE: Final = 0.187
"""How far a metre of depth is seen to the right, and upwards. [m]"""

_LEVEL: Final = {
    "carcass": 0.93, "slab": 0.96, "rail": 0.86, "leg": 0.94, "panel": 0.92, "leaf": 0.94, "cushion": 0.95,
}  # fmt: skip
"""Light on what faces the eye, of what falls on a sheet that does."""

_OFF_THE_WALL: Final = 0.03
"""How far from the wall a piece stands. [m]"""

_GAP: Final = 0.004


def draw(piece: Piece, width: int, height: int, *, opened: bool = False) -> Drawing:
    """Return a piece drawn on a picture of so many pixels, with its doors and drawers open when `opened`.

    ValueError when the picture is not from 16 to 4000 pixels each way.
    """
    if not (16 <= width <= 4000 and 16 <= height <= 4000):
        raise ValueError(f"a picture is from 16 to 4000 pixels wide and high, got {width} by {height}")
    return _Sketch(piece, width, height, opened=opened).drawing()


class _Sketch:
    """One drawing in the making: metres to pixels, and the faces collected."""

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

    def drawing(self) -> Drawing:
        self._floor_shadow()
        for box in self.piece.boxes:
            self._box(lid_up(box) if self.opened else box)
        behind = self._to_pixels(0.0, self.floor, self.piece.depth + _OFF_THE_WALL)[1]
        return Drawing(
            width=self.width, height=self.height, scale=self.scale, floor=int(np.clip(behind, 0, self.height)),
            faces=tuple(self.faces),
        )  # fmt: skip

    def _slices(self, corners: list[tuple[float, float]]) -> tuple[slice, slice]:
        xs, ys = [x for x, _ in corners], [y for _, y in corners]
        rows = slice(max(0, int(np.floor(min(ys)))), max(0, min(self.height, int(np.ceil(max(ys))))))
        columns = slice(max(0, int(np.floor(min(xs)))), max(0, min(self.width, int(np.ceil(max(xs))))))
        return rows, columns

    def _pixels(self, rows: slice, columns: slice) -> tuple[FloatArray, FloatArray]:
        """Return x (1, w) and y (h, 1) of the pixels' middles, in metres from the piece's upper left corner."""
        x = (np.arange(columns.start, columns.stop)[np.newaxis] + 0.5 - self.x0) / self.scale
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - self.y0) / self.scale
        # A dozen fields of a million pixels: single precision is a ten-thousandth of a pixel.
        return x.astype(np.float32), y.astype(np.float32)

    def _to_pixels(self, x: float, y: float, z: float) -> tuple[float, float]:
        return self.x0 + (x + ASIDE * z) * self.scale, self.y0 + (y - RISE * z) * self.scale

    def _add(
        self,
        address: str,
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
        """Add a face; `local` is the place on its own plane [m], `size` its width and height there [m]."""
        rows, columns = place
        shape = (rows.stop - rows.start, columns.stop - columns.start)
        if shape[0] <= 0 or shape[1] <= 0:
            return
        lx, ly = local
        w, h = size
        edge = np.maximum(np.minimum(np.minimum(lx, w - lx), np.minimum(ly, h - ly)), 0.0)
        x, y = self._pixels(rows, columns)
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
        fields = {name: _over(value, shape) for name, value in values.items()}
        self.faces.append(
            Face(
                address=address,
                rows=rows,
                columns=columns,
                cover=np.ascontiguousarray(np.broadcast_to(cover, shape), dtype=np.float32),
                fields=fields,
            )
        )

    def _rectangle(
        self, x: float, y: float, w: float, h: float, z: float
    ) -> tuple[tuple[slice, slice], FloatArray, tuple[FloatArray, FloatArray]]:
        """Return where a rectangle that faces the eye lies, its cover, and the places on it."""
        corners = [self._to_pixels(x, y, z), self._to_pixels(x + w, y + h, z)]
        place = self._slices(corners)
        px, py = self._pixels(*place)
        lx, ly = px - ASIDE * z - x, py + RISE * z - y
        cover = np.clip(np.minimum(np.minimum(lx, w - lx), np.minimum(ly, h - ly)) * self.scale + 0.5, 0, 1)
        return place, cover, (lx, ly)

    def _box(self, box: Box) -> None:
        dim = 1.0 - 0.22 * min(1.0, box.z / max(self.piece.depth, 1e-6)) if box.made in ("leg", "rail") else 1.0
        if box.made == "leg" and box.shape != "square":
            self._shaped_leg(box, dim)
            return
        self._side(box, dim)
        self._top(box)
        place, cover, local = self._rectangle(box.x, box.y, box.w, box.h, box.z)
        lx, ly = local
        level = _LEVEL[box.made] * dim
        shade = level - 0.30 * np.exp(-ly / 0.010) * (box.made == "rail") - 0.05 * ly / box.h
        if box.zone == "plinth":
            shade = 0.84 + 0.10 * np.exp(-ly / 0.004) - 0.10 * ly / box.h
        if box.made == "leg":
            shade = shade - 0.10 * (lx / box.w - 0.3)
        groove = self._grooves(box, lx + box.x, ly + box.y)
        self._add(
            box.front_face, place, cover, local, (box.w, box.h), shade, upright=box.upright,
            recess=np.clip(groove, 0, 1), offset=(box.x * 7.3, box.y * 3.1),
        )  # fmt: skip
        for opening in (*box.openings, *(box.interiors if self.opened else ())):
            self._opening(box.z, opening)
        for front in box.fronts:
            if self.opened and reaches_out(box, front):
                self._pulled_out(box, front)
            elif not (self.opened and front.kind == "roll"):
                self._front(box.z, box.front_face, front, upright=box.upright, glazed=box.zone == "glass")

    @staticmethod
    def _grooves(box: Box, x: FloatArray, y: FloatArray) -> FloatArray:
        """Return 1 close around each front, where dirt and wax gather, falling off within a centimetre."""
        found = np.zeros((y.shape[0], x.shape[1]), dtype=np.float32)
        if not found.size:
            return found
        along, down = x[0], y[:, 0]
        for front in box.fronts:
            # Three centimetres away nothing is left of it.
            columns = slice(*np.searchsorted(along, (front.x - 0.03, front.x + front.w + 0.03)))
            rows = slice(*np.searchsorted(down, (front.y - 0.03, front.y + front.h + 0.03)))
            aside = np.maximum(front.x - along[columns], along[columns] - front.x - front.w)
            above = np.maximum(front.y - down[rows], down[rows] - front.y - front.h)
            out = np.maximum(aside[np.newaxis], above[:, np.newaxis])
            found[rows, columns] += np.where(out > -0.001, np.exp(-((np.maximum(out, 0.0) / 0.006) ** 2)), 0.0)
        return found

    def _shaped_leg(self, box: Box, dim: float) -> None:
        """A tapered or a turned leg, by its outline; a turned one is shaded round."""
        place, _, local = self._rectangle(box.x, box.y, box.w, box.h, box.z + 0.5 * box.d)
        along = np.clip(local[1] / box.h, 0.0, 1.0)
        if box.shape == "turned":
            half = turned_radius(along, min(box.w, box.d)).astype(np.float32)
        else:
            half = 0.5 * box.w * (1.0 - (1.0 - TAPER) * along)
        off = (local[0] - 0.5 * box.w) / half
        inside = np.minimum(np.minimum(local[1], box.h - local[1]), half * (1.0 - np.abs(off)))
        cover = np.clip(inside * self.scale + 0.5, 0, 1)
        round_ = (along >= 0.16) * (box.shape == "turned")
        shade = dim * (_LEVEL["leg"] - 0.10 * off - round_ * 0.30 * np.clip(off + 0.25, -1.0, 1.0) ** 2)
        self._add(
            box.front_face, place, cover, local, (box.w, box.h), shade, upright=True,
            recess=round_ * np.exp(-((half - 0.3 * box.w) / (0.04 * box.w)) ** 2),
            offset=(box.x * 7.3, box.y * 3.1),
        )  # fmt: skip

    def _aside(
        self, face: str, at: tuple[float, float, float], h: float, d: float, dim: float, grain: tuple[float, float]
    ) -> None:
        """Add what faces to the right, from its upper near corner: so high, reaching so far back."""
        x, y, z = at
        corners = [self._to_pixels(*one) for one in ((x, y, z), (x, y, z + d), (x, y + h, z + d), (x, y + h, z))]
        if ASIDE * d * self.scale < 0.6:
            return
        place = self._slices(corners)
        px, py = self._pixels(*place)
        back = (px - x) / ASIDE - z
        local = (back, py + RISE * (back + z) - y)
        shade = (0.66 - 0.08 * np.clip(back / d, 0, 1) - 0.10 * np.clip(local[1] / h, 0, 1)) * dim
        self._add(
            face, place, coverage_of_polygon(corners, *place), local, (d, h), shade, upright=True,
            down=np.clip((local[1] + y) / self.piece.height, 0, 1), offset=grain,
        )  # fmt: skip

    def _above(
        self, face: str, at: tuple[float, float, float], w: float, d: float, *, lip: float = 0.0, level: float = 1.12,
        recess: float = 0.0,
    ) -> None:  # fmt: skip
        """Add what faces upwards, from its left near corner: so wide, reaching so far back."""
        x, y, z = at
        ends = (x - lip, x + w + lip)
        corners = [
            self._to_pixels(*one)
            for one in ((ends[0], y, z + d), (ends[1], y, z + d), (ends[1], y, z), (ends[0], y, z))
        ]
        if RISE * d * self.scale < 0.6:
            return
        place = self._slices(corners)
        px, py = self._pixels(*place)
        back = (y - py) / RISE - z
        local = (px - ASIDE * (back + z) - x, d - back)
        shade = level - 0.10 * np.clip(back / d, 0, 1) - recess * np.exp(-np.maximum(w - local[0], 0.0) / 0.05)
        down = np.full((1, 1), np.clip(y / self.piece.height, 0, 1))
        self._add(
            face, place, coverage_of_polygon(corners, *place), local, (w, d), shade, down=down, recess=recess,
            across=np.clip((local[0] + x) / self.piece.width, 0, 1), offset=(23.0 + x, 5.0 + y),
        )  # fmt: skip

    def _side(self, box: Box, dim: float) -> None:
        self._aside(box.side_face, (box.x + box.w, box.y, box.z), box.h, box.d, dim, (11.0 + box.x, box.y))

    def _top(self, box: Box) -> None:
        lidded = next((one for one in box.interiors if self.opened and box.top_part == "lid top"), None)
        if lidded is not None:
            self._above(lidded.face, (box.x, box.y, box.z), box.w, box.d, level=0.62, recess=0.25)
            return
        lip = 0.010 if box.made == "carcass" else 0.0
        self._above(box.top_face, (box.x, box.y, box.z), box.w, box.d, lip=lip)

    def _pulled_out(self, box: Box, front: Front) -> None:
        """A drawer pulled out, seen into from above; or a door, swung open about its side."""
        out, x, y, w, h = reaches_out(box, front), front.x, front.y, front.w, front.h
        place, cover, local = self._rectangle(x, y, w, h, box.z)
        if front.kind == "door":
            right = x + 0.5 * w > box.x + 0.55 * box.w
            at = (x + w if right else x, y, box.z - out)
            self._aside(front.of("outside" if right else "inside", "" if right else "within"), at, h, out, 1.2, at[:2])
            return
        self._add("dark", place, 0.75 * cover, local, (w, h), 1.0)
        top = y + 0.18 * h
        self._above(
            front.of("inside", "within"), (x + SHELF, top, box.z - out), w - 2 * SHELF, out, level=0.66, recess=0.3
        )
        self._aside(
            front.of("sides", "hidden"), (x + w - SHELF, top, box.z - out), y + 0.93 * h - top, out, 1.0, (x, y)
        )
        self._above(front.of("edge", "hidden"), (x, y, box.z - out), w, SHELF)
        self._aside(front.of("edge", "hidden"), (x + w, y, box.z - out), h, SHELF, 1.0, (x, y))
        self._front(box.z - out, "", front, upright=False, glazed=True)

    def _front(self, z: float, around: str, front: Front, *, upright: bool, glazed: bool) -> None:
        if not glazed:
            place, cover, local = self._rectangle(
                front.x - _GAP, front.y - _GAP, front.w + 2 * _GAP, front.h + 2.6 * _GAP, z
            )
            self._add(around, place, cover, local, (front.w, front.h), 0.30, upright=upright, recess=1.0, high=0.0)
        place, cover, local = self._rectangle(front.x, front.y, front.w, front.h, z)
        shade, recess, high = relief_of(front, *local)
        within = in_relief(front, *local)
        for face, there in (("outside", ~within), ("recess", within)):
            if there.any():
                self._add(
                    front.of(face), place, cover * there, local, (front.w, front.h), shade, recess=recess, high=high,
                    step=front.row / (front.rows - 1) if front.rows > 1 else 0.5, upright=front.h > 1.6 * front.w,
                    offset=(3.7 * front.x + 1.9 * front.row, 2.3 * front.y + 0.7 * front.row),
                )  # fmt: skip
        self._handle(z, front)

    def _handle(self, z: float, front: Front) -> None:
        middle, face = front.x + 0.5 * front.w, front.handle_face()
        if front.handle == "label_knob":
            self._label(middle, front.y + 0.30 * front.h, 0.30 * front.w, 0.24 * front.h, z, face)
            self._knob(middle, front.y + 0.70 * front.h, min(0.016, 0.10 * front.h), z, face)
        elif front.handle == "knob":
            tall = front.h > 1.6 * front.w
            side = middle + (0.38 if front.x < self.piece.width / 3 else -0.38) * front.w if tall else middle
            self._knob(side, front.y + 0.5 * front.h, min(KNOB, 0.12 * front.h), z, face)
        elif front.handle == "pull":
            for x in (front.x + 0.25 * front.w, front.x + 0.75 * front.w):
                self._pull(x, front.y + 0.5 * front.h, min(PULL, 0.12 * front.w), z, face)

    def _opening(self, z: float, opening: Opening) -> None:
        place, cover, local = self._rectangle(opening.x, opening.y, opening.w, opening.h, z)
        lx, ly = local
        deep = np.minimum(np.minimum(lx, opening.w - lx), ly)
        shade = 0.40 + 0.22 * np.clip(deep / 0.12, 0, 1) + 0.06 * ly / opening.h
        recess = np.exp(-((np.minimum(deep, opening.h - ly) / 0.02) ** 2))
        self._add(
            opening.face, place, cover, local, (opening.w, opening.h), shade, upright=True, recess=recess, high=0.0
        )
        for n, part in enumerate(opening.shelf_parts()):
            if part in opening.without:
                continue
            y = opening.y + (n + 1) * opening.h / (opening.shelves + 1) - 0.5 * 0.02
            place, cover, local = self._rectangle(opening.x, y, opening.w, 0.02, z + 0.01)
            self._add(
                opening.shelf_face(part, "edge"), place, cover, local, (opening.w, 0.02), 0.88 - 0.10 * local[1] / 0.02
            )
            place, cover, local = self._rectangle(opening.x, y + 0.02, opening.w, 0.05, z + 0.01)
            cast = 0.5 * np.exp(-np.maximum(local[1], 0.0) / 0.02) * cover
            self._add("dark", place, cast, local, (opening.w, 0.05), 1.0)

    def _floor_shadow(self) -> None:
        """The soft shadow on the floor: a face whose paint is the mat itself, in less light."""
        piece, reach = self.piece, 0.16 * min(1.0, max(self.piece.height, 0.3))
        wide = piece.width + ASIDE * piece.depth + 0.22
        place = self._slices(
            [
                self._to_pixels(-0.06, self.floor - 0.5 * reach, 0.0),
                self._to_pixels(wide - 0.06, self.floor + reach, 0.0),
            ]
        )
        px, py = self._pixels(*place)
        y, x = (py - self.floor) / reach, (px + 0.06) / wide
        edge = np.clip(np.minimum(x, 1.0 - x) / 0.10, 0.0, 1.0)
        depth = np.exp(-(((y - 0.02) / 0.28) ** 2)) * edge * edge * (3.0 - 2.0 * edge)
        self._add("shadow", place, np.ones_like(depth), (px, py), (wide, reach), 1.0 - 0.55 * depth)

    def _label(self, cx: float, cy: float, w: float, h: float, z: float, metal: str) -> None:
        """A metal frame that holds a card."""
        for zone, grow, level in ((metal, 0.0045, 0.9), ("paper", 0.0, 1.0)):
            size = (w + 2 * grow, h + 2 * grow)
            place, cover, local = self._rectangle(cx - size[0] / 2, cy - size[1] / 2, *size, z)
            self._add(zone, place, cover, local, size, level * (1.06 - 0.20 * local[1] / size[1]))

    def _pull(self, cx: float, cy: float, w: float, z: float, metal: str) -> None:
        for y, h, level in ((cy - 0.004, 0.014, 0.35), (cy - 0.009, 0.010, 1.02)):
            place, cover, local = self._rectangle(cx - w, y, 2 * w, h, z)
            zone = "dark" if level < 0.5 else metal
            cover = cover * (0.4 if zone == "dark" else 1.0)
            self._add(zone, place, cover, local, (2 * w, h), 1.0 if zone == "dark" else level - 0.5 * local[1] / h)

    def _knob(self, cx: float, cy: float, r: float, z: float, metal: str) -> None:
        place, _, local = self._rectangle(cx - 2.2 * r, cy - 1.6 * r, 4.4 * r, 4.4 * r, z)
        size = (4.4 * r, 4.4 * r)
        x, y = local[0] / r - 2.2, local[1] / r - 1.6
        cast = 0.45 * np.exp(-(((x - 0.35) / 0.9) ** 2 + ((y - 0.75) / 0.9) ** 2))
        self._add("dark", place, cast, local, size, 1.0)
        d = np.hypot(x, y)
        cover = np.clip((1.0 - d) * r * self.scale + 0.5, 0, 1)
        facing = np.clip(-0.42 * x - 0.58 * y + 0.70 * np.sqrt(np.clip(1.0 - d**2, 0, 1)), 0, None)
        glint = np.exp(-(((x + 0.35) / 0.22) ** 2 + ((y + 0.42) / 0.22) ** 2))
        self._add(metal, place, cover, local, size, 0.22 + 0.95 * facing + 0.9 * glint)


def _over(value: FloatArray | float, shape: tuple[int, int]) -> FloatArray:
    """Return a field over a face: its values there, or one number (0-d) where it is the same everywhere."""
    values = np.asarray(value, dtype=np.float32)
    return values if values.ndim == 0 or values.shape == shape else np.broadcast_to(values, shape)
