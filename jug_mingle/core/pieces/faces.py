"""What a drawn piece is made of: faces from back to front, and the samples that a picture of it needs. No
colour."""

from collections.abc import Callable, Hashable
from dataclasses import dataclass, field, replace
from itertools import groupby
from operator import attrgetter
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.compiling import compiled
from jug_mingle.core.pieces.addresses import zone_of

UNPAINTED: Final = ("shadow", "dark", "paper")
"""Zones that no finish reaches: shadows, and the card in a frame."""

FIELDS: Final = ("shade", "u", "v", "x", "y", "across", "down", "step", "edge", "recess", "high", "upright")

_FAINT: Final = np.float32(0.01)
_REMEMBERED: Final = 36 * 2**20
"""Bytes that a drawing keeps of what was found out about it."""
_nbytes: Final = attrgetter("nbytes")


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Face:
    """One surface as seen in the picture, painted over the faces before it.

    Attributes
    ----------
    address : str
        Of the face, as in `addresses`, or one of `UNPAINTED`.
    rows, columns : slice
        Where in the picture it lies.
    cover : (h, w) ndarray
        Share of each pixel that it covers. [0..1]
    fields : dict of (h, w) ndarray
        Each whole, one row or column where it is the same along the other, or 0-d where it is the same
        everywhere. "shade": light that falls there, relative to a sheet facing the eye. "u", "v": 0..1 within
        the face. "x", "y": place on its own plane [m]. "across", "down": 0..1 within the whole piece. "step":
        0..1, even within each row of fronts. "edge": distance to the nearest edge [m]. "recess", "high": how
        deep in a groove, how proud. [0..1] "upright": 1 where the grain runs up and down.
    """

    address: str
    rows: slice
    columns: slice
    cover: FloatArray
    fields: dict[str, FloatArray]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Samples:
    """Everything that is seen of a drawing, as flat arrays over n samples, sorted by zone.

    Most pixels have one sample; those at the edge of a face have two or more, whose weights add up to what is
    not the mat behind.

    Attributes
    ----------
    pixel : (n,) ndarray of int
        Row times width plus column.
    weight : (n,) ndarray
        Share of the pixel. [0..1]
    foremost : (pixels,) ndarray of int
        Of each pixel the sample that nothing stands in front of; n where there is none.
    uncovered : (pixels,) ndarray
        How much of each pixel lets the mat through. [0..1]
    faces : dict of str to slice
        Where each face's samples stand, by address; those of a zone are neighbours.
    zones : dict of str to slice
        Where the samples stand of each zone, or, for a finish that tells its faces apart, of faces that it
        treats alike, by the address of the first.
    fields : dict of (n,) ndarray
        As of a `Face`.
    floor : int
        The row of the picture where a wall behind the piece meets the floor.
    scale : float
        Pixels a metre.
    cache : dict
        What was found out before, by name: it depends on the drawing alone. See `remember`.
    """

    pixel: NDArray[np.int32]
    weight: FloatArray
    foremost: NDArray[np.int32]
    uncovered: FloatArray
    faces: dict[str, slice]
    zones: dict[str, slice]
    fields: dict[str, FloatArray]
    floor: int = 0
    scale: float = 1000.0
    cache: dict[tuple[object, ...], NDArray[Any]] = field(default_factory=dict)
    over: dict[str, FloatArray] = field(default_factory=dict)
    state: tuple[object, ...] = ()

    def of(self, name: str, zone: str) -> FloatArray:
        """Return a field over the samples of one zone."""
        return self.over[name] if name in self.over else self.fields[name][self.zones[zone]]

    def with_over(self, over: dict[str, FloatArray], state: tuple[object, ...]) -> "Samples":
        """Return the same with fields of the one zone that is looked at now put in place of its own; `state`
        tells what is found out from them apart."""
        return replace(self, over={**self.over, **over}, state=(*self.state, state))

    def told_apart(self, alike: Callable[[str], Hashable]) -> "Samples":
        """Return the same with zones split where `alike` is not one and the same for all of their faces."""
        zones: dict[str, slice] = {}
        for zone, whole in self.zones.items():
            own = [name for name, place in self.faces.items() if whole.start <= place.start < whole.stop]
            runs = [list(run) for _, run in groupby(own, key=alike)]
            if len(runs) == 1 and alike(own[0]) == alike(zone):
                zones[zone] = whole
                continue
            for run in runs:
                zones[run[0]] = slice(self.faces[run[0]].start, self.faces[run[-1]].stop)
        return replace(self, zones=zones)

    @property
    def by_face(self) -> "Samples":
        """The same with every face told apart."""
        return replace(self, zones=self.faces)

    def remember(self, zone: str, what: tuple[object, ...], make: Callable[[], NDArray[Any]]) -> NDArray[Any]:
        """Return what `make` returned for this of a zone the first time; all is forgotten when it grows too
        large."""
        # By its place: what a zone's name stands for depends on what is told apart.
        place = self.zones[zone]
        key = (place.start, place.stop, *what, *self.state)
        found = self.cache.get(key)
        if found is None:
            found = make()
            if sum(map(_nbytes, list(self.cache.values()))) > _REMEMBERED:
                self.cache.clear()
            self.cache[key] = found
        return found


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Drawing:
    """A piece drawn at a size, faces from back to front; pixels without a face are the mat around it.

    `scale` is pixels a metre; `floor` the row where a wall behind the piece meets the floor.
    """

    width: int
    height: int
    scale: float
    floor: int = 0
    faces: tuple[Face, ...]

    def samples(self) -> Samples:
        """Return what is seen of it: the faces from front to back, as far as light comes through to each."""
        through = np.ones((self.height, self.width), dtype=np.float32)
        taken = np.zeros((self.height, self.width), dtype=bool)
        parts: dict[str, dict[str, list[_Part]]] = {}
        for face in reversed(self.faces):
            part = _seen_of(face, through, taken)
            if part.pixel.size:
                parts.setdefault(zone_of(face.address), {}).setdefault(face.address, []).append(part)
        zones: dict[str, slice] = {}
        faces: dict[str, slice] = {}
        end = 0
        for zone, own in parts.items():
            start = end
            for name, seen_of_it in own.items():
                faces[name] = slice(end, end + sum(part.pixel.size for part in seen_of_it))
                end = faces[name].stop
            zones[zone] = slice(start, end)
        every = [part for own in parts.values() for seen_of_it in own.values() for part in seen_of_it]
        pixel = np.concatenate([part.pixel for part in every])
        first = np.flatnonzero(~np.concatenate([part.behind for part in every]))
        foremost = np.full(self.height * self.width, pixel.size, dtype=np.int32)
        foremost[pixel[first]] = first
        return Samples(
            pixel=pixel,
            weight=np.concatenate([part.weight for part in every]),
            foremost=foremost,
            uncovered=through.ravel(),
            floor=self.floor,
            scale=self.scale,
            faces=faces,
            zones=zones,
            # One field after the other: all of them twice would be the most memory that a picture takes.
            fields={name: _gathered(name, every, pixel.size) for name in FIELDS},
        )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Part:
    """What is seen of a face (h, w): where, in which pixels (n,), how much of each, whether behind
    another."""

    face: Face
    seen: NDArray[np.bool_]
    pixel: NDArray[np.int32]
    weight: FloatArray
    behind: NDArray[np.bool_]


def _seen_of(face: Face, through: FloatArray, taken: NDArray[np.bool_]) -> _Part:
    """Return what is seen of a face where so much light comes through what stands before it (height, width);
    what it hides itself is taken from that."""
    shape, most = face.cover.shape, face.cover.size
    part = _Part(
        face=face, seen=np.empty(shape, dtype=bool), pixel=np.empty(most, dtype=np.int32),
        weight=np.empty(most, dtype=np.float32), behind=np.empty(most, dtype=bool),
    )  # fmt: skip
    size = _see(
        through,
        taken,
        face.rows.start,
        face.columns.start,
        face.cover,
        part.seen,
        part.pixel,
        part.weight,
        part.behind,
    )
    return replace(
        part,
        pixel=part.pixel[:size].copy(),
        weight=part.weight[:size].copy(),
        behind=part.behind[:size].copy(),
    )


@compiled
def _see(
    through: FloatArray, taken: NDArray[np.bool_], top: int, left: int, cover: FloatArray,
    seen: NDArray[np.bool_], pixel: NDArray[np.int32], weight: FloatArray, behind: NDArray[np.bool_],
) -> int:  # fmt: skip
    """Write where a face is seen, and return in how many pixels. One too faint to keep hides nothing, so that
    the weights of a pixel still add up."""
    n = 0
    for i in range(cover.shape[0]):
        for j in range(cover.shape[1]):
            row, column = top + i, left + j
            part = through[row, column] * cover[i, j]
            seen[i, j] = part > _FAINT
            if seen[i, j]:
                pixel[n] = row * through.shape[1] + column
                weight[n] = part
                behind[n] = taken[row, column]
                through[row, column] -= part
                taken[row, column] = True
                n += 1
    return n


def _gathered(name: str, parts: list["_Part"], size: int) -> FloatArray:
    """Return a field of faces where they are seen, one face after the other (size,)."""
    found, end = np.empty(size, dtype=np.float32), 0
    for part in parts:
        start, end = end, end + part.pixel.size
        values = part.face.fields[name]
        if values.ndim == 0:
            found[start:end] = values
        else:
            _gather(values, part.seen, found[start:end])
    return found


@compiled
def _gather(values: FloatArray, seen: NDArray[np.bool_], out: FloatArray) -> None:
    """Write values (h, w) into `out` (n,) where they are seen; one row, or one column, stands for all of
    them."""
    down, across = np.int64(values.shape[0] > 1), np.int64(values.shape[1] > 1)
    n = 0
    for i in range(seen.shape[0]):
        for j in range(seen.shape[1]):
            if seen[i, j]:
                out[n] = values[i * down, j * across]
                n += 1


def coverage_of_polygon(corners: list[tuple[float, float]], rows: slice, columns: slice) -> FloatArray:
    """Return the share of each pixel (h, w) inside a convex polygon of corners (x, y) in clockwise order on
    screen."""
    y = np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5
    x = np.arange(columns.start, columns.stop)[np.newaxis] + 0.5
    cover = np.ones((rows.stop - rows.start, columns.stop - columns.start))
    for (x_0, y_0), (x_1, y_1) in zip(corners, [*corners[1:], corners[0]], strict=True):
        length = np.hypot(x_1 - x_0, y_1 - y_0)
        inside = ((x_1 - x_0) * (y - y_0) - (y_1 - y_0) * (x - x_0)) / length
        cover = np.minimum(cover, np.clip(inside + 0.5, 0.0, 1.0))
    return cover.astype(np.float32)
