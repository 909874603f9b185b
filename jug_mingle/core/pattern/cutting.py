"""A stencil of one's own: a picture cut into openings, what would fall out held by bridges, nothing finer
than can be cut or would tear."""

from dataclasses import dataclass
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.on_first_use import OnFirstUse
from jug_mingle.core.pattern.art import Motif, Ring, signed_area

cv2: Any = OnFirstUse("cv2")

Mask = NDArray[np.bool_]

FINEST: Final = 1100
"""Longer side of a picture as it is cut. [pixels]"""

_FRAME: Final = 2
"""Film around a picture, so that all of its edge is one piece. [pixels]"""

_SHARPEST: Final = 0.35
"""Cosine of half the turn of the sharpest corner that keeps its point."""

_MOST_ISLANDS: Final = 3_000
"""More than this nobody cuts, nor holds by bridges."""

_MOST_ROUNDS: Final = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class Bridge:
    """A strip of film that holds an island: from where to where, and how wide. [m]"""

    x: float
    y: float
    to_x: float
    to_y: float
    width: float


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Cut:
    """A stencil ready to be cut.

    Attributes
    ----------
    motif : Motif
        Its openings, drawn in by half of the kerf.
    film : (h, w) ndarray of bool
        Where film stays, in one piece, with a frame of two pixels around the picture.
    islands : int
        How many would have fallen out.
    """

    motif: Motif
    film: Mask
    islands: int
    bridges: tuple[Bridge, ...]


def cut(
    darkness: FloatArray, *, width: float, key: str = "own", title: str = "", threshold: float | None = None,
    inverted: bool = False, bridge: float = 0.0012, gap: float = 0.001, kerf: float = 0.0,
) -> Cut:  # fmt: skip
    """Return a picture as a stencil.

    Parameters
    ----------
    darkness : (h, w) ndarray
        0 where it is light, 1 where it is dark; what is dark is cut out.
    width : float
        Of the stencil. [m]
    threshold : float, optional
        From which darkness on it is cut [0..1]; where the two classes part best (Otsu 1979) when none is
        given.
    inverted : bool
        Whether what is light is cut out instead.
    bridge, gap : float
        The narrowest strip of film, and the narrowest opening. [m]
    kerf : float
        How wide the cutter cuts. [m]

    Raises
    ------
    ValueError
        If a number is out of range, or nothing is left to cut.
    """
    if not 0.005 <= width <= 3.0:
        raise ValueError(
            f"a stencil is from {marked(5, unit='mm')} to {marked(3, unit='m')} wide, got "
            f"{marked(1000 * width, unit='mm')}"
        )
    if not (0.0002 <= bridge <= 0.05 and 0.0002 <= gap <= 0.05 and 0.0 <= kerf <= 0.005):
        raise ValueError(
            f"bridges and gaps are from {marked_range(0.2, 50, unit='mm')}, and a kerf "
            f"from {marked_range(0, 5, unit='mm')}"
        )
    fine = _sized(np.asarray(darkness, dtype=np.float32))
    pixel = width / fine.shape[1]
    blurred = np.asarray(cv2.GaussianBlur(fine, (0, 0), max(0.6, 0.25 * gap / pixel)), dtype=np.float32)
    level = otsu(blurred) if threshold is None else threshold
    openings = (blurred < level) if inverted else (blurred >= level)
    film = _cleaned(np.pad(openings, _FRAME), gap / pixel, bridge / pixel)
    if film.all():
        raise ValueError("nothing is left to cut: choose another threshold, a larger stencil, or a finer gap")
    film, islands, bars = _bridged(film, bridge / pixel)
    rings = _outlines(~film, pixel, kerf)
    height = fine.shape[0] * pixel
    motif = Motif(key=key, title=title, width=width, height=height, rings=tuple(rings))
    return Cut(
        motif=motif, film=film, islands=islands,
        bridges=tuple(
            Bridge(x=(a - _FRAME) * pixel, y=(b - _FRAME) * pixel, to_x=(c - _FRAME) * pixel,
                to_y=(d - _FRAME) * pixel,
                   width=bridge)
            for a, b, c, d in bars
        ),
    )  # fmt: skip


def _sized(picture: FloatArray) -> FloatArray:
    longest = max(picture.shape)
    by = FINEST / longest
    way = cv2.INTER_AREA if by < 1.0 else cv2.INTER_CUBIC
    size = (max(8, round(picture.shape[1] * by)), max(8, round(picture.shape[0] * by)))
    return np.asarray(np.clip(cv2.resize(picture, size, interpolation=way), 0.0, 1.0))


def otsu(values: FloatArray) -> float:
    """Return the threshold at which two classes of values from 0 to 1 differ most between each other.

    By Otsu, A threshold selection method from gray-level histograms, IEEE Trans. SMC 9 (1979).
    """
    counts, edges = np.histogram(values, bins=256, range=(0.0, 1.0))
    middles = (edges[:-1] + edges[1:]) / 2.0
    below = np.cumsum(counts)
    above = below[-1] - below
    sums = np.cumsum(counts * middles)
    with np.errstate(divide="ignore", invalid="ignore"):
        between = below * above * (sums / below - (sums[-1] - sums) / above) ** 2
    best = np.nan_to_num(between)
    # Between two classes far apart all thresholds are as good: the middle one.
    at = np.flatnonzero(best >= best.max() * (1.0 - 1e-9))
    return float(edges[1 + at[len(at) // 2]])


def _disk(across: float) -> NDArray[np.uint8]:
    size = max(1, 2 * round((across - 1.0) / 2.0) + 1)
    return np.asarray(cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (size, size)), dtype=np.uint8)


def _cleaned(openings: Mask, gap: float, bridge: float) -> Mask:
    """Return the film without openings finer than a gap, and without strips of film finer than a bridge.
    [pixels]"""
    openings = cv2.morphologyEx(openings.astype(np.uint8), cv2.MORPH_OPEN, _disk(gap)) > 0
    openings = ~_without_specks(~_without_specks(openings, gap), 2.0 * bridge)
    film = cv2.morphologyEx((~openings).astype(np.uint8), cv2.MORPH_OPEN, _disk(bridge)) > 0
    film[:_FRAME], film[-_FRAME:], film[:, :_FRAME], film[:, -_FRAME:] = True, True, True, True
    return np.asarray(film)


def _without_specks(mask: Mask, across: float) -> Mask:
    """Return a mask without what is smaller than a square so wide. [pixels]"""
    count, labels, stats, _ = cv2.connectedComponentsWithStats(mask.astype(np.uint8), connectivity=4)
    large = stats[:, cv2.CC_STAT_AREA] >= max(4.0, across * across)
    large[0] = False
    return np.asarray(large[labels]) if count > 1 else mask


def _bridged(film: Mask, width: float) -> tuple[Mask, int, list[tuple[float, float, float, float]]]:
    """Return the film in one piece, how many islands it had, and the strips that hold them. [pixels]"""
    drawn, bars, islands = film.astype(np.uint8), [], 0
    for turn in range(_MOST_ROUNDS):
        count, labels, boxes, _ = cv2.connectedComponentsWithStats(drawn, connectivity=4)
        main = labels[0, 0]
        if count <= 2:
            break
        if count > _MOST_ISLANDS:
            raise ValueError(
                f"{count - 2} places would fall out of this stencil, more than {_MOST_ISLANDS} can be held: "
                f"choose "
                "another threshold, or a simpler picture"
            )
        islands = islands or count - 2
        away, nearest = _nearest(labels == main)
        for island in range(1, count):
            if island != main:
                left, top, wide, high = (int(box) for box in boxes[island, :4])
                own = labels[top : top + high, left : left + wide] == island
                rows, columns = np.nonzero(own)
                bars += _bars(drawn, rows + top, columns + left, away, nearest, width, twice=turn == 0)
    return drawn > 0, islands, bars


def _nearest(film: Mask) -> tuple[FloatArray, NDArray[np.intp]]:
    from scipy.ndimage import distance_transform_edt  # a tenth of a second to import

    away, nearest = distance_transform_edt(~film, return_indices=True)
    return np.asarray(away), np.asarray(nearest)


def _bars(
    film: NDArray[np.uint8],
    rows: NDArray[np.intp],
    columns: NDArray[np.intp],
    away: FloatArray,
    nearest: NDArray[np.intp],
    width: float,
    *,
    twice: bool,
) -> list[tuple[float, float, float, float]]:
    """Draw the shortest strip from an island, by its places, to the rest; for a large one another from its
    far side."""
    distance = away[rows, columns]
    first = int(np.argmin(distance))
    ends = [first]
    span = max(np.ptp(rows), np.ptp(columns))
    if twice and span > 6.0 * width:
        far = np.hypot(rows - rows[first], columns - columns[first])
        beyond = far > 0.6 * far.max()
        ends.append(int(np.flatnonzero(beyond)[np.argmin(distance[beyond])]))
    found = []
    for at in ends:
        row, column = int(rows[at]), int(columns[at])
        to_row, to_column = int(nearest[0, row, column]), int(nearest[1, row, column])
        cv2.line(film, (column, row), (to_column, to_row), 1, max(1, int(np.ceil(width))))
        found.append((column + 0.5, row + 0.5, to_column + 0.5, to_row + 0.5))
    return found


def _outlines(openings: Mask, pixel: float, kerf: float) -> list[Ring]:
    """Return the outlines of openings, drawn in by half of the kerf [m]; the frame is taken off."""
    contours, _ = cv2.findContours(openings.astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    found = []
    for contour in contours:
        if len(contour) < 4:
            continue
        simple = cv2.approxPolyDP(contour, 0.45, closed=True)[:, 0].astype(float)
        # A contour runs through the middles of the outermost pixels: half of one within their edge.
        ring = drawn_in((simple + 0.5 - _FRAME) * pixel, 0.5 * kerf - 0.5 * pixel)
        if ring is not None:
            found.append(ring)
    return found


def drawn_in(ring: Ring, by: float) -> Ring | None:
    """Return an outline moved inwards by a little [m], outwards where that is below 0; none where nothing is
    left."""
    if len(ring) < 3:
        return None
    after = np.roll(ring, -1, axis=0) - ring
    length = np.hypot(*after.T)[:, np.newaxis]
    across = np.stack([-after[:, 1], after[:, 0]], axis=1) / np.where(length > 0.0, length, 1.0)
    before = np.roll(across, 1, axis=0)
    half = across + before
    size = np.hypot(*half.T)[:, np.newaxis]
    half = half / np.where(size > 1e-9, size, 1.0)
    # A corner goes further than its sides, a very sharp one not without end.
    reach = 1.0 / np.maximum((half * across).sum(axis=1, keepdims=True), _SHARPEST)
    sign = 1.0 if signed_area(ring) > 0.0 else -1.0
    moved = ring + half * reach * sign * by
    turned = float(((np.roll(moved, -1, axis=0) - moved) * after).sum()) <= 0.0
    return None if turned or signed_area(moved) * signed_area(ring) <= 0.0 else moved
