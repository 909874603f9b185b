"""What a drawn piece is made of: faces from back to front, and the samples that a picture of it needs. No colour."""

from collections.abc import Callable, Hashable
from dataclasses import dataclass, field, replace
from itertools import groupby
from operator import attrgetter
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.addresses import zone_of

UNPAINTED: Final = ("shadow", "dark", "paper")
"""Zones that no finish reaches: shadows, and the card in a frame."""

FIELDS: Final = ("shade", "u", "v", "x", "y", "across", "down", "step", "edge", "recess", "high", "upright")

_FAINT: Final = 0.01
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
        Each whole, or 0-d where it is the same everywhere. "shade": light that falls there, relative to a sheet facing
        the eye. "u", "v": 0..1 within the face. "x", "y": place on its own plane [m]. "across", "down": 0..1 within the
        whole piece. "step": 0..1, even within each row of fronts. "edge": distance to the nearest edge [m]. "recess",
        "high": how deep in a groove, how proud. [0..1] "upright": 1 where the grain runs up and down.
    """

    address: str
    rows: slice
    columns: slice
    cover: FloatArray
    fields: dict[str, FloatArray]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Samples:
    """Everything that is seen of a drawing, as flat arrays over n samples, sorted by zone.

    Most pixels have one sample; those at the edge of a face have two or more, whose weights add up to what is not the
    mat behind.

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
        Where the samples stand of each zone, or, for a finish that tells its faces apart, of faces that it treats
        alike, by the address of the first.
    fields : dict of (n,) ndarray
        As of a `Face`.
    floor : int
        The row of the picture where a wall behind the piece meets the floor.
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
    cache: dict[tuple[object, ...], NDArray[Any]] = field(default_factory=dict)

    def of(self, name: str, zone: str) -> FloatArray:
        """Return a field over the samples of one zone."""
        return self.fields[name][self.zones[zone]]

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
        """Return what `make` returned for this of a zone the first time; all is forgotten when it grows too large."""
        # By its place: what a zone's name stands for depends on what is told apart.
        place = self.zones[zone]
        key = (place.start, place.stop, *what)
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
        index = np.arange(self.height * self.width, dtype=np.int32).reshape(self.height, self.width)
        for face in reversed(self.faces):
            here, known = through[face.rows, face.columns], taken[face.rows, face.columns]
            weight = here * face.cover
            seen = weight > _FAINT
            if seen.any():
                pixel = index[face.rows, face.columns][seen]
                part = _Part(face=face, seen=seen, pixel=pixel, weight=weight[seen], behind=known[seen])
                parts.setdefault(zone_of(face.address), {}).setdefault(face.address, []).append(part)
            # A face too faint to keep hides nothing, so that the weights of a pixel still add up.
            here -= np.where(seen, weight, 0.0)
            known |= seen
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
            weight=np.concatenate([part.weight for part in every]).astype(np.float32),
            foremost=foremost,
            uncovered=through.ravel(),
            floor=self.floor,
            faces=faces,
            zones=zones,
            # One field after the other: all of them twice would be the most memory that a picture takes.
            fields={name: np.concatenate([part.of(name) for part in every]) for name in FIELDS},
        )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Part:
    """What is seen of a face (h, w): where, in which pixels (n,), how much of each, whether behind another."""

    face: Face
    seen: NDArray[np.bool_]
    pixel: NDArray[np.int32]
    weight: FloatArray
    behind: NDArray[np.bool_]

    def of(self, name: str) -> FloatArray:
        """Return a field of the face where it is seen (n,)."""
        values = self.face.fields[name]
        if values.ndim == 0:
            return np.full(self.pixel.size, values, dtype=np.float32)
        return values[self.seen].astype(np.float32)


def coverage_of_polygon(corners: list[tuple[float, float]], rows: slice, columns: slice) -> FloatArray:
    """Return the share of each pixel (h, w) inside a convex polygon of corners (x, y) in clockwise order on screen."""
    y = np.arange(rows.start, rows.stop)[:, np.newaxis] + 0.5
    x = np.arange(columns.start, columns.stop)[np.newaxis] + 0.5
    cover = np.ones((rows.stop - rows.start, columns.stop - columns.start))
    for (x_0, y_0), (x_1, y_1) in zip(corners, [*corners[1:], corners[0]], strict=True):
        length = np.hypot(x_1 - x_0, y_1 - y_0)
        inside = ((x_1 - x_0) * (y - y_0) - (y_1 - y_0) * (x - x_0)) / length
        cover = np.minimum(cover, np.clip(inside + 0.5, 0.0, 1.0))
    return cover.astype(np.float32)
