"""The card-catalogue cabinet: rows and columns of small drawers, each with a knob and a label frame."""

from dataclasses import dataclass

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.faces import Drawing, Face, coverage_of_polygon, wood_figure


@dataclass(frozen=True, slots=True, kw_only=True)
class CardCabinet:
    """A card cabinet in metres, 0.2..3 each, with 1..12 rows and 1..12 columns of drawers."""

    width: float = 0.92
    height: float = 1.02
    depth: float = 0.42
    rows: int = 4
    columns: int = 3
    plinth: float = 0.09
    rail: float = 0.028

    def __post_init__(self) -> None:
        for name in ("width", "height", "depth"):
            value = getattr(self, name)
            if not 0.2 <= value <= 3.0:
                raise ValueError(f"the {name} of a cabinet must be from 0.2 to 3 m, got {value:g}")
        for name in ("rows", "columns"):
            if not 1 <= getattr(self, name) <= 12:
                raise ValueError(f"a cabinet has from 1 to 12 {name} of drawers, got {getattr(self, name)}")
        if (
            self.rail * (self.rows + 1) + self.plinth > 0.7 * self.height
            or self.rail * (self.columns + 1) > 0.5 * self.width
        ):
            raise ValueError("the drawers leave no room: take fewer of them or a larger cabinet")

    @property
    def areas(self) -> dict[str, float]:
        """Painted area of each zone. [m²]"""
        drawer = self._drawer_width * self._drawer_height
        fronts = drawer * self.rows * self.columns
        return {
            "front": fronts,
            "body": self.width * (self.height - self.plinth) - fronts,
            "side": 2.0 * self.depth * self.height,
            "top": self.width * self.depth,
            "plinth": self.width * self.plinth,
        }

    @property
    def _drawer_width(self) -> float:
        return (self.width - self.rail * (self.columns + 1)) / self.columns

    @property
    def _drawer_height(self) -> float:
        return (self.height - self.plinth - self.rail * (self.rows + 1)) / self.rows

    def draw(self, width: int, height: int) -> Drawing:
        """Return the cabinet drawn on a picture of so many pixels, its front square to the eye, top and side seen."""
        if not (16 <= width <= 4000 and 16 <= height <= 4000):
            raise ValueError(f"a picture is from 16 to 4000 pixels wide and high, got {width} by {height}")
        return _Sketch(self, width, height).drawing()


class _Sketch:
    """One drawing in the making: metres to pixels, and the faces collected."""

    def __init__(self, piece: CardCabinet, width: int, height: int) -> None:
        self.piece, self.width, self.height = piece, width, height
        self.slant = 0.34 * piece.depth  # how far the depth is seen, to the right and upwards, in metres
        total_w, total_h = piece.width + self.slant, piece.height + 0.55 * self.slant
        self.scale = min(0.80 * width / total_w, 0.84 * height / total_h)
        self.x0 = (width - total_w * self.scale) / 2.0
        self.y0 = (height - total_h * self.scale) / 2.0 + 0.55 * self.slant * self.scale
        self.faces: list[Face] = []
        self.seed = 11

    def px(self, x: float) -> float:
        return self.x0 + x * self.scale

    def py(self, y: float) -> float:
        return self.y0 + y * self.scale

    def drawing(self) -> Drawing:
        self._shadow()
        self._side()
        self._top()
        self._front()
        for row in range(self.piece.rows):
            for column in range(self.piece.columns):
                self._drawer(row, column)
        return Drawing(width=self.width, height=self.height, faces=tuple(self.faces))

    def _add(
        self,
        zone: str,
        rows: slice,
        columns: slice,
        cover: FloatArray,
        shade: FloatArray,
        *,
        upright: bool,
        box: tuple[float, float, float, float] | None = None,
    ) -> None:
        """Add a face; `box` (left, top, right, bottom in pixels) gives its own coordinates, else its slices do."""
        y = np.arange(rows.start, rows.stop, dtype=np.float32)[:, np.newaxis] + 0.5
        x = np.arange(columns.start, columns.stop, dtype=np.float32)[np.newaxis] + 0.5
        left, top, right, bottom = box or (columns.start, rows.start, columns.stop, rows.stop)
        shape = cover.shape
        self.seed += 1
        front_w, front_h = self.piece.width * self.scale, self.piece.height * self.scale
        self.faces.append(
            Face(
                zone=zone,
                rows=rows,
                columns=columns,
                cover=cover.astype(np.float32),
                shade=np.broadcast_to(shade, shape).astype(np.float32),
                u=np.broadcast_to(np.clip((x - left) / (right - left), 0, 1), shape),
                v=np.broadcast_to(np.clip((y - top) / (bottom - top), 0, 1), shape),
                across=np.broadcast_to(np.clip((x - self.x0) / front_w, 0, 1), shape),
                down=np.broadcast_to(np.clip((y - self.y0) / front_h, 0, 1), shape),
                grain=wood_figure((shape[0], shape[1]), upright=upright, scale=self.scale, seed=self.seed),
            )
        )

    def _slices(self, left: float, top: float, right: float, bottom: float) -> tuple[slice, slice]:
        rows = slice(max(0, int(np.floor(top))), min(self.height, int(np.ceil(bottom))))
        columns = slice(max(0, int(np.floor(left))), min(self.width, int(np.ceil(right))))
        return rows, columns

    def _shadow(self) -> None:
        """The soft shadow on the floor: a face whose paint is the mat itself, in less light."""
        piece = self.piece
        low, reach = self.py(piece.height), 0.16 * self.scale
        left, right = self.px(-0.06), self.px(piece.width + self.slant + 0.16)
        rows, columns = self._slices(left, low - 0.5 * reach, right, low + reach)
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] - low) / reach
        x = (np.arange(columns.start, columns.stop)[np.newaxis] - left) / (right - left)
        edge = np.clip(np.minimum(x, 1.0 - x) / 0.10, 0.0, 1.0)
        depth = np.exp(-(((y - 0.02) / 0.28) ** 2)) * edge * edge * (3.0 - 2.0 * edge)
        self._add("shadow", rows, columns, np.ones_like(depth), 1.0 - 0.55 * depth, upright=False)

    def _side(self) -> None:
        piece, rise = self.piece, 0.55 * self.slant
        x0, x1 = self.px(piece.width), self.px(piece.width + self.slant)
        corners = [
            (x0, self.py(0.0)),
            (x1, self.py(-rise)),
            (x1, self.py(piece.height - 1.15 * rise)),
            (x0, self.py(piece.height)),
        ]
        rows, columns = self._slices(x0, self.py(-rise), x1, self.py(piece.height))
        u = (np.arange(columns.start, columns.stop)[np.newaxis] + 0.5 - x0) / (x1 - x0)
        v = (np.arange(rows.start, rows.stop)[:, np.newaxis] - rows.start) / (rows.stop - rows.start)
        shade = 0.66 - 0.08 * u - 0.10 * v
        self._add("side", rows, columns, coverage_of_polygon(corners, rows, columns), shade, upright=True)

    def _top(self) -> None:
        piece, rise, lip = self.piece, 0.55 * self.slant, 0.012
        y0, y1 = self.py(-rise), self.py(0.0)
        corners = [
            (self.px(self.slant - lip), y0),
            (self.px(piece.width + self.slant + lip), y0),
            (self.px(piece.width + lip), y1),
            (self.px(-lip), y1),
        ]
        rows, columns = self._slices(self.px(-lip), y0, self.px(piece.width + self.slant + lip), y1)
        v = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - y0) / (y1 - y0)
        shade = 1.02 + 0.10 * v + np.zeros((1, columns.stop - columns.start))
        self._add("top", rows, columns, coverage_of_polygon(corners, rows, columns), shade, upright=False)
        edge_rows, edge_columns = self._slices(self.px(-lip), y1, self.px(piece.width + lip), self.py(0.024))
        v = (np.arange(edge_rows.start, edge_rows.stop)[:, np.newaxis] + 0.5 - y1) / (0.024 * self.scale)
        shade = 0.98 - 0.16 * np.clip(v, 0, 1) + np.zeros((1, edge_columns.stop - edge_columns.start))
        self._add("top", edge_rows, edge_columns, np.ones_like(shade), shade, upright=False)

    def _front(self) -> None:
        piece = self.piece
        foot = piece.height - piece.plinth
        rows, columns = self._slices(self.px(0.0), self.py(0.024), self.px(piece.width), self.py(foot))
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - self.py(0.024)) / self.scale
        under_lip = 1.0 - 0.30 * np.exp(-y / 0.008)
        shade = 0.93 * under_lip + np.zeros((1, columns.stop - columns.start))
        self._add("body", rows, columns, np.ones_like(shade), shade, upright=True)
        rows, columns = self._slices(self.px(0.0), self.py(foot), self.px(piece.width), self.py(piece.height))
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - self.py(foot)) / self.scale
        shade = (0.84 + 0.10 * np.exp(-y / 0.004) - 0.10 * y / piece.plinth) + np.zeros(
            (1, columns.stop - columns.start)
        )
        self._add("plinth", rows, columns, np.ones_like(shade), shade, upright=False)

    def _drawer(self, row: int, column: int) -> None:
        piece = self.piece
        w, h = piece._drawer_width, piece._drawer_height
        left = piece.rail + column * (w + piece.rail)
        top = piece.rail + row * (h + piece.rail) + 0.010
        h -= 0.010 / piece.rows
        self._gap(left, top, w, h)
        x0, y0, x1, y1 = self.px(left), self.py(top), self.px(left + w), self.py(top + h)
        rows, columns = self._slices(x0, y0, x1, y1)
        x = np.arange(columns.start, columns.stop)[np.newaxis] + 0.5
        y = np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5
        to_edge = np.minimum(np.minimum(x - x0, x1 - x), np.minimum(y - y0, y1 - y)) / self.scale
        cover = np.clip(np.minimum(np.minimum(x - x0, x1 - x), np.minimum(y - y0, y1 - y)) + 0.5, 0, 1)
        bevel = np.exp(-((to_edge / 0.006) ** 2))
        lit = np.where(np.minimum(y - y0, x - x0) < np.minimum(y1 - y, x1 - x), 0.10, -0.16)
        shade = 1.0 + bevel * lit - 0.05 * (y - y0) / (y1 - y0)
        self._add("front", rows, columns, cover, shade, upright=False, box=(x0, y0, x1, y1))
        self._label(left + 0.5 * w, top + 0.30 * h, 0.30 * w, 0.24 * h)
        self._knob(left + 0.5 * w, top + 0.70 * h, min(0.016, 0.10 * h))

    def _gap(self, left: float, top: float, w: float, h: float) -> None:
        """The dark line around a drawer: the body's own paint in little light."""
        rim = 0.004
        rows, columns = self._slices(
            self.px(left - rim), self.py(top - rim), self.px(left + w + rim), self.py(top + h + 1.6 * rim)
        )
        shape = (rows.stop - rows.start, columns.stop - columns.start)
        self._add("body", rows, columns, np.ones(shape), np.full(shape, 0.30), upright=True)

    def _label(self, cx: float, cy: float, w: float, h: float) -> None:
        """A metal frame that holds a card: the frame is hardware, the card is paper."""
        for zone, grow, level in (("hardware", 0.0045, 0.9), ("paper", 0.0, 1.0)):
            x0, y0 = self.px(cx - w / 2 - grow), self.py(cy - h / 2 - grow)
            x1, y1 = self.px(cx + w / 2 + grow), self.py(cy + h / 2 + grow)
            rows, columns = self._slices(x0, y0, x1, y1)
            x = np.arange(columns.start, columns.stop)[np.newaxis] + 0.5
            y = np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5
            cover = np.clip(np.minimum(np.minimum(x - x0, x1 - x), np.minimum(y - y0, y1 - y)) + 0.5, 0, 1)
            shade = level * (1.06 - 0.20 * (y - y0) / (y1 - y0)) + 0.0 * x
            self._add(zone, rows, columns, cover, shade, upright=False)

    def _knob(self, cx: float, cy: float, r: float) -> None:
        x0, y0 = self.px(cx), self.py(cy)
        R = r * self.scale
        rows, columns = self._slices(x0 - 2.2 * R, y0 - 1.6 * R, x0 + 2.2 * R, y0 + 2.8 * R)
        x = (np.arange(columns.start, columns.stop)[np.newaxis] + 0.5 - x0) / R
        y = (np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5 - y0) / R
        cast = 0.45 * np.exp(-(((x - 0.35) / 0.9) ** 2 + ((y - 0.75) / 0.9) ** 2))
        self._add("dark", rows, columns, cast, np.ones_like(cast), upright=False)
        d = np.hypot(x, y)
        cover = np.clip((1.0 - d) * R + 0.5, 0, 1)
        z = np.sqrt(np.clip(1.0 - d**2, 0, 1))
        facing = np.clip(-0.42 * x - 0.58 * y + 0.70 * z, 0, None)
        glint = np.exp(-(((x + 0.35) / 0.22) ** 2 + ((y + 0.42) / 0.22) ** 2))
        self._add("hardware", rows, columns, cover, 0.22 + 0.95 * facing + 0.9 * glint, upright=False)
