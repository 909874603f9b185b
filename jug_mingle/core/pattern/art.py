"""A motif as outlines, and the picture of it that a mask is looked up in."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.marked import marked

LONGEST: Final = 320
"""Longer side of the picture of a motif. [samples]"""

_FINE: Final = 4
"""Rows and columns that are counted for a sample of it."""

_FOOT: Final = 0.0015
"""How far from what stands proud dirt and wax are held. [m]"""

Ring = FloatArray
"""A closed outline (n, 2): x to the right and y down. [m]"""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Motif:
    """Outlines at true size; a ring within a ring is a hole (even-odd rule, as in SVG 1.1, 11.3).

    Attributes
    ----------
    width, height : float
        Of the window that it is cut into; rings may not reach past it. [m]
    inks : tuple of int
        Of each ring which of two colours it is dabbed with, 0 or 1.
    """

    key: str
    title: str
    width: float
    height: float
    rings: tuple[Ring, ...]
    inks: tuple[int, ...] = ()

    def __post_init__(self) -> None:
        if not (0.0 < self.width <= 5.0 and 0.0 < self.height <= 5.0):
            raise ValueError(
                f"a motif is up to {marked(5, unit='m')} wide and high, got "
                f"{marked(self.width, unit='m')} by "
                f"{marked(self.height, unit='m')}"
            )

    def scaled(self, width: float) -> "Motif":
        """Return it as wide as asked. [m]"""
        by = width / self.width
        return Motif(
            key=self.key, title=self.title, width=width, height=self.height * by,
            rings=tuple(ring * by for ring in self.rings), inks=self.inks,
        )  # fmt: skip

    def art(self) -> "Art":
        """Return its picture."""
        inks = self.inks or (0,) * len(self.rings)
        whole = coverage(self.rings, self.width, self.height)
        second = coverage(
            [r for r, ink in zip(self.rings, inks, strict=True) if ink], self.width, self.height
        )
        return Art(
            width=self.width, height=self.height, alpha=whole, ink=(second > 0.5 * whole).astype(np.uint8)
        )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Art:
    """What a pattern prints, as a picture.

    Attributes
    ----------
    width, height : float
        [m]
    alpha : (h, w) ndarray
        How far a place is printed. [0..1]
    ink : (h, w) ndarray of int
        With which of two colours, or with which of the palette.
    palette : (n, 36) ndarray, optional
        Body reflectances of a print; what is stencilled has the colours of its layer. [0..1]
    """

    width: float
    height: float
    alpha: FloatArray
    ink: NDArray[np.uint8]
    palette: FloatArray | None = None

    def around(self) -> "Art":
        """Return what lies close around the outlines: 1 at them, falling off within a few millimetres."""
        from scipy.ndimage import gaussian_filter  # a tenth of a second to import

        reach = _FOOT * self.alpha.shape[1] / self.width
        near = gaussian_filter(self.alpha, reach, mode="constant")
        return replace(self, alpha=np.asarray(2.0 * near * (1.0 - self.alpha), dtype=np.float32))


def coverage(rings: Sequence[Ring], width: float, height: float, *, longest: int = LONGEST) -> FloatArray:
    """Return the share of each sample (h, w) within outlines, by the even-odd rule. [0..1]

    Parameters
    ----------
    width, height : float
        Of what is sampled, from the origin. [m]
    longest : int
        Samples along the longer side.
    """
    crossed = _crossings(rings, width, height, longest)
    return _shares(np.bitwise_and(crossed, 1, out=crossed))


def union(rings: Sequence[Ring], width: float, height: float, *, longest: int = LONGEST) -> FloatArray:
    """Return the share of each sample (h, w) within any of outlines, each filled; as `coverage` takes them.
    [0..1]

    All are counted at once, by how often each is wound around a place (the non-zero rule), so that it takes
    as long as their edges are, however they overlap.
    """
    return _shares(_crossings(rings, width, height, longest, wound=True) != 0)


def _crossings(
    rings: Sequence[Ring], width: float, height: float, longest: int, *, wound: bool = False
) -> NDArray[np.int16]:
    """Return how many edges lie to the left of each fine sample (h, w); `wound`, how often outlines run
    around it."""
    fine = longest * _FINE / max(width, height)
    rows, columns = (_FINE * max(1, round(size * fine / _FINE)) for size in (height, width))
    crossed = np.zeros((rows, columns + 1), dtype=np.int16)
    for ring in rings:
        x, y = ring[:, 0] * (columns / width), ring[:, 1] * (rows / height)
        turn = (1 if signed_area(ring) > 0.0 else -1) if wound else 0
        _cross(crossed, x, y, np.roll(x, -1), np.roll(y, -1), turn)
    np.cumsum(crossed, axis=1, dtype=np.int16, out=crossed)
    return crossed[:, :columns]


def _shares(inside: NDArray[Any]) -> FloatArray:
    """Return the share of each sample that lies inside, of fine samples that do or do not."""
    rows, columns = inside.shape
    return np.asarray(
        inside.reshape(rows // _FINE, _FINE, columns // _FINE, _FINE).mean(axis=(1, 3)), dtype=np.float32
    )


def _cross(
    crossed: NDArray[np.int16], x: FloatArray, y: FloatArray, x_1: FloatArray, y_1: FloatArray, turn: int
) -> None:
    """Count where edges cross the middles of rows, at the first column to the right of each: each as one, or,
    of an outline that turns one way or the other, as one up or down."""
    first = np.clip(np.ceil(np.minimum(y, y_1) - 0.5), 0, crossed.shape[0]).astype(int)
    last = np.clip(np.ceil(np.maximum(y, y_1) - 0.5), 0, crossed.shape[0]).astype(int)
    count = last - first
    edge = np.repeat(np.arange(x.size), count)
    row = np.arange(count.sum()) - np.repeat(np.cumsum(count) - count, count) + first[edge]
    at = x[edge] + (row + 0.5 - y[edge]) * (x_1 - x)[edge] / (y_1 - y)[edge]
    column = np.clip(np.ceil(at - 0.5), 0, crossed.shape[1] - 1).astype(int)
    by = np.ones(edge.size) if turn == 0 else np.where((y < y_1)[edge], turn, -turn)
    np.add.at(crossed, (row, column), by.astype(np.int16))


def signed_area(ring: Ring) -> float:
    """Return the area of an outline, negative where it runs the other way round. [m²]"""
    x, y = ring[:, 0], ring[:, 1]
    return float(0.5 * (x @ np.roll(y, -1) - y @ np.roll(x, -1)))
