"""What a laid pattern prints at a place: how far, and with which of its colours."""

from dataclasses import dataclass, replace
from functools import cached_property
from math import radians
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.compiling import compiled
from jug_mingle.core.pattern.art import Art
from jug_mingle.core.pattern.layout import Grid, Layout, Placed, Space, Spot

Printed = tuple[FloatArray, NDArray[np.uint8]]
"""How far places are printed (n,) [0..1], and with which colour (n,)."""

_SAMPLE: Final = 0.0015
"""How far apart places are by which an area is told. [m]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class Pattern:
    """A pattern laid on a piece.

    Attributes
    ----------
    key : tuple
        What it was made from: patterns of the same key print the same.
    arts : tuple of Art
        Its pictures; all but lettering, collages and corners with wedges have one.
    """

    key: tuple[object, ...]
    layout: Layout
    spaces: tuple[Space, ...]
    arts: tuple[Art, ...]

    @cached_property
    def _spots(self) -> dict[str, tuple[Space, Spot]]:
        return {
            address: (space, spot)
            for space in self.spaces
            for spot in space.spots
            for address in spot.surface.addresses
        }

    @cached_property
    def foot(self) -> "Pattern":
        """The same with what lies close around its outlines instead of within them."""
        return replace(self, key=(*self.key, "foot"), arts=tuple(art.around() for art in self.arts))

    def lies_on(self, address: str) -> bool:
        """Return whether a face is one of those that it lies on."""
        return address in self._spots

    def size_of(self, address: str) -> tuple[float, float]:
        """Return the width and height of the surface of a face. [m]"""
        surface = self._spots[address][1].surface
        return surface.w, surface.h

    def at(self, address: str, u: FloatArray, v: FloatArray) -> Printed:
        """Return what is printed at places of a face, in shares of its width and height (n,)."""
        if address not in self._spots:
            return np.zeros(u.shape, dtype=np.float32), np.zeros(u.shape, dtype=np.uint8)
        space, spot = self._spots[address]
        aside, down = space.offsets.get(spot.surface.part, (0.0, 0.0))
        x, y = spot.x + u * spot.surface.w - aside, spot.y + v * spot.surface.h - down
        alpha, ink = np.zeros(u.shape, dtype=np.float32), np.zeros(u.shape, dtype=np.uint8)
        if space.grid is not None:
            _repeated(x, y, space, space.grid, self.layout, self.arts[0], alpha, ink)
        for placed in space.placed:
            _single(x, y, placed, self.arts[min(placed.art, len(self.arts) - 1)], alpha, ink)
        alpha *= _within(self.layout, space, x, y)
        if self.layout.spared >= 0.0 or self.layout.spares:
            _spare(self.layout, spot, u * spot.surface.w, v * spot.surface.h, alpha)
        return alpha, ink

    @cached_property
    def area(self) -> float:
        """The area that is printed on all faces. [m²]"""
        first = [spot.surface.addresses[0] for space in self.spaces for spot in space.spots]
        return sum(self.area_on(address) for address in first)

    def ink_shares(self, count: int) -> list[float]:
        """Return the share of what is printed that each of so many colours has."""
        if count == 1:
            return [1.0]
        printed = sum(float(art.alpha.sum()) for art in self.arts)
        second = sum(float(art.alpha[art.ink > 0].sum()) for art in self.arts) / printed if printed else 0.0
        return [1.0 - second, second]

    @cached_property
    def dabbed_share(self) -> float:
        """The share of what is printed that is dabbed over at its edges."""
        dabbed = [
            float((art.ink >= (0 if art.palette is None else len(art.palette))).mean()) for art in self.arts
        ]
        return float(np.mean(dabbed)) if dabbed else 0.0

    def area_on(self, address: str) -> float:
        """Return the area of a face that is printed. [m²]"""
        w, h = self.size_of(address)
        rows, columns = max(8, int(h / _SAMPLE)), max(8, int(w / _SAMPLE))
        u, v = np.meshgrid((np.arange(columns) + 0.5) / columns, (np.arange(rows) + 0.5) / rows)
        return float(self.at(address, u.ravel(), v.ravel())[0].mean() * w * h)


def _repeated(
    x: FloatArray,
    y: FloatArray,
    space: Space,
    grid: Grid,
    layout: Layout,
    art: Art,
    alpha: FloatArray,
    ink: NDArray[np.uint8],
) -> None:
    """Write what the repeats of a space print."""
    keep = _kept(layout, grid, space.h)
    flips = (layout.mirrored in ("across", "both"), layout.mirrored in ("down", "both"))
    turn = radians(layout.turn)
    _look_up(
        np.ascontiguousarray(x, dtype=np.float32), np.ascontiguousarray(y, dtype=np.float32),
        np.array([grid.x, grid.y, grid.pitch_x, grid.pitch_y, art.width, art.height, np.cos(turn),
            np.sin(turn)]),
        np.array([grid.half_drop, layout.whole, *flips], dtype=np.bool_), keep,
        art.alpha, art.ink, alpha, ink,
    )  # fmt: skip


def _kept(layout: Layout, grid: Grid, height: float) -> NDArray[np.bool_]:
    """Return which motifs (columns, rows) are laid, where they thin out from the top to the bottom."""
    shape = (grid.columns, grid.rows)
    if layout.fade_from >= 1.0 and layout.fade_to >= 1.0:
        return np.ones(shape, dtype=np.bool_)
    chance = np.random.default_rng(layout.seed).random(shape)
    down = np.clip((grid.y + (np.arange(grid.rows) + 0.5) * grid.pitch_y) / height, 0.0, 1.0)
    return np.asarray(chance < layout.fade_from + (layout.fade_to - layout.fade_from) * down)


@compiled
def _look_up(
    x: FloatArray, y: FloatArray, at: FloatArray, how: NDArray[np.bool_], keep: NDArray[np.bool_],
    picture: FloatArray, inks: NDArray[np.uint8], alpha: FloatArray, ink: NDArray[np.uint8],
) -> None:  # fmt: skip
    """Write how far places are printed by repeats, and with which colour.

    Parameters
    ----------
    at : (8,) ndarray
        The corner of the first repeat, the pitch, the size of the motif, and the cosine and sine of its turn.
    how : (4,) ndarray of bool
        Whether every second column lies half a repeat lower, whether only whole ones are laid, whether every
        second column, and every second row, is mirrored.
    keep : (columns, rows) ndarray of bool
        Which are laid.
    """
    rows, columns = picture.shape
    for i in range(x.shape[0]):
        across = (x[i] - at[0]) / at[2]
        column = int(np.floor(across))
        if column < 0 or column >= keep.shape[0]:
            continue
        odd = how[0] and column % 2 == 1
        down = (y[i] - at[1]) / at[3] - (0.5 if odd else 0.0)
        row = int(np.floor(down))
        if row < 0 or row >= keep.shape[1] - (1 if odd and how[1] else 0) or not keep[column, row]:
            continue
        dx, dy = (across - column - 0.5) * at[2], (down - row - 0.5) * at[3]
        if how[2] and column % 2 == 1:
            dx = -dx
        if how[3] and row % 2 == 1:
            dy = -dy
        px = (dx * at[6] + dy * at[7]) / at[4] + 0.5
        py = (dy * at[6] - dx * at[7]) / at[5] + 0.5
        if 0.0 <= px < 1.0 and 0.0 <= py < 1.0:
            r, c = int(py * rows), int(px * columns)
            alpha[i], ink[i] = picture[r, c], inks[r, c]


def _single(
    x: FloatArray, y: FloatArray, placed: Placed, art: Art, alpha: FloatArray, ink: NDArray[np.uint8]
) -> None:
    """Write what one motif prints, over what was printed before."""
    left, top, wide, high = placed.box
    near = np.flatnonzero((x >= left) & (x < left + wide) & (y >= top) & (y < top + high))
    if not near.size:
        return
    c, s = np.cos(radians(placed.turn)), np.sin(radians(placed.turn))
    dx, dy = x[near] - placed.x, y[near] - placed.y
    px, py = dx * c + dy * s, dy * c - dx * s
    px = 0.5 + (-px if placed.mirrored else px) / placed.w
    py = 0.5 + py / placed.h
    inside = (px >= 0.0) & (px < 1.0) & (py >= 0.0) & (py < 1.0)
    near = near[inside]
    row = (py[inside] * art.alpha.shape[0]).astype(int)
    column = (px[inside] * art.alpha.shape[1]).astype(int)
    printed = art.alpha[row, column]
    over = printed >= alpha[near] * 0.5
    alpha[near] = np.maximum(alpha[near], printed)
    ink[near[over & (printed > 0.0)]] = art.ink[row, column][over & (printed > 0.0)]


def _within(layout: Layout, space: Space, x: FloatArray, y: FloatArray) -> FloatArray | float:
    """Return how far places are within what is covered, whose ends may be feathered or torn. [0..1]"""
    if layout.reach >= 1.0 and layout.ends == "cut":
        return 1.0
    side = {
        "left": layout.reach * space.w - x, "right": x - (1.0 - layout.reach) * space.w,
        "top": layout.reach * space.h - y, "bottom": y - (1.0 - layout.reach) * space.h,
    }[layout.reach_from]  # fmt: skip
    if layout.reach >= 1.0:
        side = np.minimum(np.minimum(x, space.w - x), np.minimum(y, space.h - y))
    if layout.ends == "cut":
        return np.asarray(side >= 0.0, dtype=np.float32)
    ragged = (
        np.sin(190.0 * x + 3.0 * np.sin(71.0 * y)) + np.sin(83.0 * x + 121.0 * y)
        + np.sin(233.0 * y + 2.0 * np.sin(59.0 * x))
    ) / 3.0  # fmt: skip
    way = side / max(layout.ends_width, 1e-4) + 0.5 * (ragged - 1.0)
    if layout.ends == "torn":
        return np.asarray(way >= 0.0, dtype=np.float32)
    return np.asarray(np.clip(way + 0.5, 0.0, 1.0))


def _spare(layout: Layout, spot: Spot, x: FloatArray, y: FloatArray, alpha: FloatArray) -> None:
    """Leave out handles, and what else is to be spared, by a margin."""
    own = [spare for part, spare in layout.spares if part == spot.surface.part]
    more = max(layout.spared, 0.0)
    for one in (*(spot.surface.spares if layout.spared >= 0.0 else ()), *own):
        away_x = np.maximum(one.x - x, x - one.x - one.w)
        away_y = np.maximum(one.y - y, y - one.y - one.h)
        away = np.hypot(np.maximum(away_x, 0.0), np.maximum(away_y, 0.0))
        if one.why == "knob":
            away = np.hypot(x - one.x - 0.5 * one.w, y - one.y - 0.5 * one.h) - 0.5 * one.w
        alpha[away <= more] = 0.0
