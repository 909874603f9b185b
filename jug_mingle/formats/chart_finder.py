"""Where the 24-patch chart is in a photo: OpenCV finds squares, a lattice through them proposes, the colours
decide."""

from collections.abc import Iterator
from dataclasses import dataclass
from time import thread_time
from typing import Any, Final

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.photos.chart import COLUMNS, ROWS, Chart, read_chart
from jug_mingle.core.photos.patches import UnusablePatchError
from jug_mingle.formats.images import Pixels

_ENOUGH: Final = 7
"""So many squares in a lattice are worth a look."""

_LONGEST: Final = (1100, 2000)
"""Pictures are searched at these sizes, the second only when the first gives nothing. [pixels]"""

_IS_THE_CHART: Final = 9.0


WITHIN: Final = 2.0
"""So much of a processor's time is spent on looking; most charts are found in a half of it. [s]"""


class LookedLongEnoughError(Exception):
    """The time was up before the whole picture was looked through; nothing is known of the rest."""


@dataclass(frozen=True, slots=True)
class _Clock:
    """How much of a processor's time is left. By the thread's own time a busy machine finds no fewer
    charts."""

    ends: float

    def check(self) -> None:
        if thread_time() > self.ends:
            raise LookedLongEnoughError


def find_chart(pixels: Pixels, linear: FloatArray, *, within: float = WITHIN) -> Chart | None:
    """Return the chart in a photo, or nothing when there is none wholly in the picture.

    Parameters
    ----------
    within : float
        How long to look. [s of a processor]
    pixels : (h, w, 3) uint8
        sRGB.
    linear : (h, w, 3) ndarray
        The same as linear sRGB. [0..1]

    Raises
    ------
    LookedLongEnoughError
        If the time was up before a chart was found.
    """
    clock = _Clock(thread_time() + within)
    return _found(pixels, linear, clock)


def _found(pixels: Pixels, linear: FloatArray, clock: _Clock) -> Chart | None:
    best: Chart | None = None
    for longest in _LONGEST:
        scale = min(2.0, longest / max(pixels.shape[:2]))
        kind = cv2.INTER_AREA if scale < 1 else cv2.INTER_CUBIC
        small = cv2.resize(pixels, None, fx=scale, fy=scale, interpolation=kind).astype(np.uint8)
        for corners in _proposals(small, clock):
            clock.check()
            try:
                chart = read_chart(linear, corners / scale)
            except (UnusablePatchError, ValueError):
                continue
            if best is None or chart.mismatch < best.mismatch:
                best = chart
            if best.mismatch < 5.0:
                return best
        if best is not None and best.mismatch < _IS_THE_CHART:
            return best
    return None


def _proposals(pixels: Pixels, clock: _Clock) -> Iterator[FloatArray]:
    """Yield corners (4, 2) of fields that may be the chart's, the fullest lattices first."""
    squares = _squares(pixels, clock)
    lattices = sorted(_lattices(squares, clock), key=lambda lattice: -len(lattice[0]))
    for places, centres in lattices[:6]:
        H, inside = cv2.findHomography(places.astype(np.float64), centres, cv2.RANSAC, 3.0)
        if int(inside.sum()) < _ENOUGH - 1:
            continue
        kept = places[inside.ravel() > 0]
        for long, high in ((COLUMNS, ROWS), (ROWS, COLUMNS)):
            yield from _fields(H, kept, long, high)


def _fields(H: NDArray[Any], places: NDArray[np.int64], long: int, high: int) -> Iterator[FloatArray]:
    """Yield the fields of long by high places that hold most of the lattice."""
    low, top = places.min(axis=0), places.max(axis=0)
    found = []
    for column in range(top[0] - long + 1 - 2, low[0] + 3):
        for row in range(top[1] - high + 1 - 2, low[1] + 3):
            held = np.all((places >= [column, row]) & (places < [column + long, row + high]), axis=1).sum()
            if held >= _ENOUGH - 1:
                found.append((-int(held), column, row))
    for _, column, row in sorted(found)[:8]:
        left, upper = column - 0.5, row - 0.5
        field = np.array(
            [[left, upper], [left + long, upper], [left + long, upper + high], [left, upper + high]],
            dtype=np.float64,
        )
        yield cv2.perspectiveTransform(field[np.newaxis], H)[0]


def _squares(pixels: Pixels, clock: _Clock) -> FloatArray:
    """Return centres and sides (n, 3) of what looks like a square seen from somewhere."""
    found: list[tuple[float, float, float]] = []
    height, width = pixels.shape[:2]
    grey = cv2.cvtColor(pixels, cv2.COLOR_RGB2GRAY)
    lab = cv2.cvtColor(pixels, cv2.COLOR_RGB2LAB)
    views = [grey, cv2.createCLAHE(4.0, (8, 8)).apply(grey), lab[..., 1], lab[..., 2]]
    for view in views:
        for block in (11, 31):
            edges = cv2.adaptiveThreshold(view, 255, cv2.ADAPTIVE_THRESH_MEAN_C, cv2.THRESH_BINARY, block, 3)
            for picture in (edges, cv2.erode(edges, np.ones((3, 3), np.uint8))):
                clock.check()
                # Specks are most of what an edge picture holds: without them it is looked through in half the
                # time.
                contours, _ = cv2.findContours(
                    cv2.medianBlur(picture, 3), cv2.RETR_LIST, cv2.CHAIN_APPROX_SIMPLE
                )
                large = [c for c in contours if len(c) > 3]  # most contours are specks of a few points
                found += [square for c in large if (square := _as_square(c, height * width)) is not None]
    return _distinct(np.array(sorted(found, key=lambda square: -square[2])).reshape(-1, 3))


def _distinct(squares: FloatArray) -> FloatArray:
    """Keep one square where several of about one size lie on each other."""
    cell = np.maximum(squares[:, 2:], 1.0) * 0.6
    places = np.concatenate([np.floor(squares[:, :2] / cell), np.round(np.log2(cell))], axis=1)
    _, first = np.unique(places, axis=0, return_index=True)
    return squares[np.sort(first)]


def _as_square(contour: NDArray[Any], picture: int) -> tuple[float, float, float] | None:
    area = cv2.contourArea(contour)
    if not 20.0 <= area <= picture / 30.0:
        return None
    (x, y), (wide, high), _ = cv2.minAreaRect(contour)
    if min(wide, high) < 4.0 or max(wide, high) > 1.8 * min(wide, high) or area < 0.72 * wide * high:
        return None
    return float(x), float(y), float(np.sqrt(area))


def _lattices(squares: FloatArray, clock: _Clock) -> Iterator[tuple[NDArray[np.int64], FloatArray]]:
    """Yield groups of squares as whole-numbered places (n, 2) of a lattice with their centres (n, 2)."""
    if len(squares) < _ENOUGH:
        return
    centres, sides = squares[:, :2], squares[:, 2]
    near: list[list[int]] = [[] for _ in squares]
    for a, b in _neighbours(centres, sides).tolist():
        near[a].append(b)
        near[b].append(a)
    left = set(range(len(squares)))
    while left:
        clock.check()
        group, edge = set(), [left.pop()]
        while edge:
            at = edge.pop()
            group.add(at)
            fresh = [n for n in near[at] if n in left]
            left.difference_update(fresh)
            edge += fresh
        if len(group) >= _ENOUGH:
            lattice = _placed(sorted(group), centres, near)
            if len(lattice[0]) >= _ENOUGH:
                yield lattice


def _neighbours(centres: FloatArray, sides: FloatArray) -> NDArray[np.int64]:
    """Return pairs (n, 2) of squares of about one size that lie about a side apart."""
    found = []
    for size in np.geomspace(4.0, 400.0, 14):  # a large square must not make all small ones its neighbours
        here = np.flatnonzero((sides >= size / 1.5) & (sides < size * 1.5 * 1.43))
        if here.size > 1:
            pairs = cKDTree(centres[here]).query_pairs(2.5 * size, output_type="ndarray")
            found.append(here[pairs])
    a, b = np.unique(np.concatenate(found), axis=0).T if found else np.zeros((2, 0), dtype=int)
    apart, mean = np.hypot(*(centres[a] - centres[b]).T), np.sqrt(sides[a] * sides[b])
    alike = np.maximum(sides[a], sides[b]) < 1.5 * np.minimum(sides[a], sides[b])
    kept = (0.8 * mean < apart) & (apart < 1.75 * mean) & alike
    pairs_kept: NDArray[np.int64] = np.stack([a, b], axis=1)[kept].astype(np.int64)
    return pairs_kept


def _placed(
    group: list[int], centres: FloatArray, near: list[list[int]]
) -> tuple[NDArray[np.int64], FloatArray]:
    """Give each square its place: steps along two directions, which are the two most usual ones of the
    group."""
    steps = np.array([centres[b] - centres[a] for a in group for b in near[a]])
    angles = np.arctan2(steps[:, 1], steps[:, 0]) % np.pi
    counts, edges = np.histogram(np.concatenate([angles, angles + np.pi]), bins=72, range=(0, 2 * np.pi))
    main = edges[int(np.argmax((counts + np.roll(counts, 1) + np.roll(counts, -1))[:36]))] + np.pi / 72
    places = {group[0]: (0, 0)}
    queue = [group[0]]
    while queue:
        at = queue.pop(0)
        for other in near[at]:
            if other in places:
                continue
            step = centres[other] - centres[at]
            turn = (np.arctan2(step[1], step[0]) - main) % (2 * np.pi)
            quarter = round(turn / (np.pi / 2)) % 4
            if abs((turn - quarter * np.pi / 2 + np.pi) % (2 * np.pi) - np.pi) > 0.42:
                continue  # a diagonal neighbour
            dx, dy = ((1, 0), (0, 1), (-1, 0), (0, -1))[quarter]
            places[other] = (places[at][0] + dx, places[at][1] + dy)
            queue.append(other)
    keys = list(places)
    return np.array([places[key] for key in keys], dtype=np.int64), np.asarray(centres[keys])
