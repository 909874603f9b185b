"""A piece drawn as a clean measured elevation: its front square to the eye, its top and one side seen at a
slant."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.canvas import ASIDE, Canvas
from jug_mingle.core.pieces.faces import Drawing
from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.pieces.handles import draw_handle, draw_wheel
from jug_mingle.core.pieces.insides import draw_opening, without_holes
from jug_mingle.core.pieces.profiles import TAPER, turned_radius
from jug_mingle.core.pieces.reliefs import parts_of_relief, relief_of
from jug_mingle.core.pieces.solids import SHELF, Box, Front, lid_up, reaches_out

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


class _Sketch(Canvas):
    """A piece on its canvas."""

    def drawing(self) -> Drawing:
        self._floor_shadow()
        for box in self.piece.boxes:
            self._box(lid_up(box) if self.opened else box)
        behind = self.to_pixels(0.0, self.floor, self.piece.depth + _OFF_THE_WALL)[1]
        return Drawing(
            width=self.width, height=self.height, scale=self.scale,
            floor=int(np.clip(behind, 0, self.height)), faces=tuple(self.faces),
        )  # fmt: skip

    def _box(self, box: Box) -> None:
        dim = (
            1.0 - 0.22 * min(1.0, box.z / max(self.piece.depth, 1e-6)) if box.made in ("leg", "rail") else 1.0
        )
        if box.made == "leg" and box.shape != "square":
            self._shaped_leg(box, dim)
            return
        if box.kind == "wheel":
            draw_wheel(self, box)
            return
        self._side(box, dim)
        self._top(box)
        place, cover, local = self.rectangle(box.x, box.y, box.w, box.h, box.z)
        lx, ly = local
        level = _LEVEL[box.made] * dim
        shade = level - 0.30 * np.exp(-ly / 0.010) * (box.made == "rail") - 0.05 * ly / box.h
        if box.zone == "plinth":
            shade = 0.84 + 0.10 * np.exp(-ly / 0.004) - 0.10 * ly / box.h
        if box.made == "leg":
            shade = shade - 0.10 * (lx / box.w - 0.3)
        x, y = lx + box.x, ly + box.y
        groove, cover = self._grooves(box, x, y), without_holes(self, box, cover, x, y)
        self.add(
            box.front_face, place, cover, local, (box.w, box.h), shade, upright=box.upright,
            recess=np.clip(groove, 0, 1), offset=(box.x * 7.3, box.y * 3.1),
        )  # fmt: skip
        for opening in (*box.openings, *(box.interiors if self.opened else ())):
            draw_opening(self, box, opening)
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
            found[rows, columns] += np.where(
                out > -0.001, np.exp(-((np.maximum(out, 0.0) / 0.006) ** 2)), 0.0
            )
        return found

    def _shaped_leg(self, box: Box, dim: float) -> None:
        """A tapered or a turned leg, by its outline; a turned one is shaded round."""
        place, _, local = self.rectangle(box.x, box.y, box.w, box.h, box.z + 0.5 * box.d)
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
        self.add(
            box.front_face, place, cover, local, (box.w, box.h), shade, upright=True,
            recess=round_ * np.exp(-((half - 0.3 * box.w) / (0.04 * box.w)) ** 2),
            offset=(box.x * 7.3, box.y * 3.1),
        )  # fmt: skip

    def _side(self, box: Box, dim: float) -> None:
        self.aside(box.side_face, (box.x + box.w, box.y, box.z), box.h, box.d, dim, (11.0 + box.x, box.y))

    def _top(self, box: Box) -> None:
        lidded = next(
            (opening for opening in box.interiors if self.opened and box.top_part == "lid top"), None
        )
        if lidded is not None:
            self.above(lidded.face, (box.x, box.y, box.z), box.w, box.d, level=0.62, recess=0.25)
            return
        lip = 0.010 if box.made == "carcass" else 0.0
        self.above(box.top_face, (box.x, box.y, box.z), box.w, box.d, lip=lip)

    def _pulled_out(self, box: Box, front: Front) -> None:
        """A drawer pulled out, seen into from above; or a door, swung open about its side."""
        out, x, y, w, h = reaches_out(box, front), front.x, front.y, front.w, front.h
        place, cover, local = self.rectangle(x, y, w, h, box.z)
        if front.kind == "door":
            right = x + 0.5 * w > box.x + 0.55 * box.w
            at = (x + w if right else x, y, box.z - out)
            self.aside(
                front.of("outside" if right else "inside", "" if right else "within"), at, h, out, 1.2, at[:2]
            )
            return
        self.add("dark", place, 0.75 * cover, local, (w, h), 1.0)
        top = y + 0.18 * h
        self.above(
            front.of("inside", "within"),
            (x + SHELF, top, box.z - out),
            w - 2 * SHELF,
            out,
            level=0.66,
            recess=0.3,
        )
        self.aside(
            front.of("sides", "hidden"),
            (x + w - SHELF, top, box.z - out),
            y + 0.93 * h - top,
            out,
            1.0,
            (x, y),
        )
        self.above(front.of("edge", "hidden"), (x, y, box.z - out), w, SHELF)
        self.aside(front.of("edge", "hidden"), (x + w, y, box.z - out), h, SHELF, 1.0, (x, y))
        self._front(box.z - out, "", front, upright=False, glazed=True)

    def _front(self, z: float, around: str, front: Front, *, upright: bool, glazed: bool) -> None:
        if not glazed:
            place, cover, local = self.rectangle(
                front.x - _GAP, front.y - _GAP, front.w + 2 * _GAP, front.h + 2.6 * _GAP, z
            )
            self.add(
                around, place, cover, local, (front.w, front.h), 0.30, upright=upright, recess=1.0, high=0.0
            )
        place, cover, local = self.rectangle(front.x, front.y, front.w, front.h, z)
        shade, recess, high = relief_of(front, *local)
        parts = [(front.of(face), there) for face, there in parts_of_relief(front, *local).items()]
        self.add(
            parts, place, cover, local, (front.w, front.h), shade, recess=recess, high=high,
            step=front.row / (front.rows - 1) if front.rows > 1 else 0.5, upright=front.h > 1.6 * front.w,
            offset=(3.7 * front.x + 1.9 * front.row, 2.3 * front.y + 0.7 * front.row),
        )  # fmt: skip
        draw_handle(self, z, front)

    def _floor_shadow(self) -> None:
        """The soft shadow on the floor: a face whose paint is the mat itself, in less light."""
        piece, reach = self.piece, 0.16 * min(1.0, max(self.piece.height, 0.3))
        wide = piece.width + ASIDE * piece.depth + 0.22
        place = self.slices(
            [
                self.to_pixels(-0.06, self.floor - 0.5 * reach, 0.0),
                self.to_pixels(wide - 0.06, self.floor + reach, 0.0),
            ]
        )
        px, py = self.pixels(*place)
        y, x = (py - self.floor) / reach, (px + 0.06) / wide
        edge = np.clip(np.minimum(x, 1.0 - x) / 0.10, 0.0, 1.0)
        depth = np.exp(-(((y - 0.02) / 0.28) ** 2)) * edge * edge * (3.0 - 2.0 * edge)
        self.add("shadow", place, np.ones_like(depth), (px, py), (wide, reach), 1.0 - 0.55 * depth)
