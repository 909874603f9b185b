"""What a drawn piece is made of: faces from back to front, and the samples that a picture of it needs. No colour."""

from collections.abc import Callable
from dataclasses import dataclass, field
from operator import attrgetter
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray

UNPAINTED: Final = ("shadow", "dark", "paper", "glass", "hardware")
"""Zones that no finish reaches: shadows, the card in a frame, a mirror's glass, metal fittings."""

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
    zone : str
        "front" (drawers, doors), "body", "top", "side", "leg", "plinth", "moulding", "inside", or one of `UNPAINTED`.
    rows, columns : slice
        Where in the picture it lies.
    cover : (h, w) ndarray
        Share of each pixel that it covers. [0..1]
    fields : dict of (h, w) ndarray
        "shade": light that falls there, relative to a sheet facing the eye. "u", "v": 0..1 within the face. "x", "y":
        place on its own plane [m]. "across", "down": 0..1 within the whole piece. "step": 0..1, even within each row
        of fronts. "edge": distance to the nearest edge [m]. "recess", "high": how deep in a groove, how proud. [0..1]
        "upright": 1 where the grain runs up and down.
    """

    zone: str
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
    zones : dict of str to slice
        Where each zone's samples stand.
    fields : dict of (n,) ndarray
        As of a `Face`.
    cache : dict
        What was found out before, by name: it depends on the drawing alone. See `remember`.
    """

    pixel: NDArray[np.int32]
    weight: FloatArray
    foremost: NDArray[np.int32]
    uncovered: FloatArray
    zones: dict[str, slice]
    fields: dict[str, FloatArray]
    cache: dict[tuple[object, ...], NDArray[Any]] = field(default_factory=dict)

    def of(self, name: str, zone: str) -> FloatArray:
        """Return a field over the samples of one zone."""
        return self.fields[name][self.zones[zone]]

    def remember(self, key: tuple[object, ...], make: Callable[[], NDArray[Any]]) -> NDArray[Any]:
        """Return what `make` returned for this key the first time; all is forgotten when it grows too large."""
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

    `scale` is pixels a metre.
    """

    width: int
    height: int
    scale: float
    faces: tuple[Face, ...]

    def samples(self) -> Samples:
        """Return what is seen of it: the faces from front to back, as far as light comes through to each."""
        through = np.ones((self.height, self.width), dtype=np.float32)
        taken = np.zeros((self.height, self.width), dtype=bool)
        parts: dict[str, list[_Part]] = {}
        index = np.arange(self.height * self.width, dtype=np.int32).reshape(self.height, self.width)
        for face in reversed(self.faces):
            here, known = through[face.rows, face.columns], taken[face.rows, face.columns]
            weight = here * face.cover
            seen = weight > _FAINT
            if seen.any():
                pixel = index[face.rows, face.columns][seen]
                part = _Part(face=face, seen=seen, pixel=pixel, weight=weight[seen], behind=known[seen])
                parts.setdefault(face.zone, []).append(part)
            # A face too faint to keep hides nothing, so that the weights of a pixel still add up.
            here -= np.where(seen, weight, 0.0)
            known |= seen
        zones, start = {}, 0
        for zone, own in parts.items():
            count = sum(part.pixel.size for part in own)
            zones[zone] = slice(start, start + count)
            start += count
        every = [part for own in parts.values() for part in own]
        pixel = np.concatenate([part.pixel for part in every])
        first = np.flatnonzero(~np.concatenate([part.behind for part in every]))
        foremost = np.full(self.height * self.width, pixel.size, dtype=np.int32)
        foremost[pixel[first]] = first
        return Samples(
            pixel=pixel,
            weight=np.concatenate([part.weight for part in every]).astype(np.float32),
            foremost=foremost,
            uncovered=through.ravel(),
            zones=zones,
            # One field after the other: all of them twice would be the most memory that a picture takes.
            fields={
                name: np.concatenate([part.face.fields[name][part.seen].astype(np.float32) for part in every])
                for name in FIELDS
            },
        )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Part:
    """What is seen of a face (h, w): where, in which pixels (n,), how much of each, whether behind another."""

    face: Face
    seen: NDArray[np.bool_]
    pixel: NDArray[np.int32]
    weight: FloatArray
    behind: NDArray[np.bool_]


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
