"""Curves of letters and of SVG as closed outlines of short straight lines."""

from typing import Any, Final

import numpy as np
from fontTools.pens.basePen import BasePen
from numpy.typing import NDArray

Points = NDArray[np.floating[Any]]
Point = tuple[float, float]

_PARTS: Final = 12
"""Straight lines for each curve."""


class OutlinePen(BasePen):  # type: ignore[misc]
    """Collects outlines; after more than `most` points it raises ValueError."""

    def __init__(self, glyphs: Any = None, *, most: int = 60_000) -> None:
        super().__init__(glyphs)
        self.outlines: list[list[Point]] = []
        self._left = most

    def _add(self, points: list[Point]) -> None:
        self._left -= len(points)
        if self._left < 0:
            raise ValueError("the drawing has too many points: simplify it, or take a picture of it instead")
        self.outlines[-1] += points

    def _moveTo(self, pt: Point) -> None:
        self.outlines.append([])
        self._add([pt])

    def _lineTo(self, pt: Point) -> None:
        self._add([pt])

    def _curveToOne(self, pt1: Point, pt2: Point, pt3: Point) -> None:
        t = np.linspace(0.0, 1.0, _PARTS + 1)[1:, np.newaxis]
        ends = [np.asarray(p, dtype=float) for p in (self._getCurrentPoint(), pt1, pt2, pt3)]
        curve = (
            (1 - t) ** 3 * ends[0]
            + 3 * (1 - t) ** 2 * t * ends[1]
            + 3 * (1 - t) * t**2 * ends[2]
            + t**3 * ends[3]
        )
        self._add([(float(x), float(y)) for x, y in curve])

    def rings(self) -> list[Points]:
        """Return the outlines that enclose something (n, 2)."""
        closed = (points[:-1] if points[-1] == points[0] else points for points in self.outlines if points)
        return [np.asarray(points, dtype=float) for points in closed if len(points) >= 3]
