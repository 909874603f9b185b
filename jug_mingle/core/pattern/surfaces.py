"""The plane faces of a piece that a pattern lies on: where each is, and what of it has to be spared."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Literal

from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.pieces.solids import KNOB, PULL, Box, Front

Plane = Literal["front", "side", "top"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Spare:
    """A rectangle of a surface that is spared: its upper left corner and its size there, and why. [m]"""

    x: float
    y: float
    w: float
    h: float
    why: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Surface:
    """A plane face.

    Attributes
    ----------
    name : str
        What it is called by: the address of the first of its faces.
    part : str
        The key of the part that it belongs to.
    addresses : tuple of str
        Of all faces that lie in it: a panelled door is three.
    x, y : float
        Where its upper left corner lies: on the front from the piece's; at the side and on the top from the
        front's own right and upper edge, as if they were folded flat. [m]
    z : float
        How far behind the front it lies, or begins. [m]
    w, h : float
        [m]
    frame : bool
        Whether it is what shows of a case between its fronts: a pattern lies on none of it, or runs on behind
        it.
    """

    name: str
    part: str
    addresses: tuple[str, ...]
    plane: Plane = "front"
    x: float = 0.0
    y: float = 0.0
    z: float = 0.0
    w: float
    h: float
    spares: tuple[Spare, ...] = ()
    frame: bool = False


def surfaces_of(piece: Piece) -> list[Surface]:
    """Return the surfaces of a piece, its fronts row by row first, each once."""
    found: dict[str, Surface] = {}
    for box in piece.boxes:
        for surface in _of_box(box, piece):
            found.setdefault(surface.name, surface)
    planes = ("front", "side", "top")
    return sorted(found.values(), key=lambda one: (planes.index(one.plane), round(one.y, 3), one.x))


def surface_alone(name: str, width: float, height: float) -> Surface:
    """Return a face that stands by itself, as one on a photo does."""
    return Surface(name=name, part=name, addresses=(name,), w=width, h=height)


def _of_box(box: Box, piece: Piece) -> Iterator[Surface]:
    for front in box.fronts:
        faces = tuple(dict.fromkeys(front.of(face) for face in ("outside", "recess", "bead")))
        yield Surface(
            name=faces[0], part=front.part, addresses=faces, x=front.x, y=front.y, z=box.z, w=front.w,
            h=front.h, spares=tuple(_handles(front, piece.width)),
        )  # fmt: skip
    if box.made in ("panel", "slab", "rail") and not box.fronts and not box.openings:
        yield Surface(
            name=box.front_face,
            part=box.part,
            addresses=(box.front_face,),
            x=box.x,
            y=box.y,
            z=box.z,
            w=box.w,
            h=box.h,
        )
    if box.made == "carcass":
        yield Surface(
            name=box.front_face, part=box.part, addresses=(box.front_face,), x=box.x, y=box.y, z=box.z,
            w=box.w, h=box.h, frame=True,
        )  # fmt: skip
        yield Surface(
            name=box.side_face, part=box.part, addresses=(box.side_face,), plane="side", x=box.x + box.w,
            y=box.y, z=box.z, w=box.d, h=box.h,
        )  # fmt: skip
    if box.made in ("carcass", "slab"):
        top = box.top_face
        yield Surface(
            name=top, part=top.split("/")[2], addresses=(top,), plane="top", x=box.x, y=box.y - box.d,
            z=box.z, w=box.w, h=box.d,
        )  # fmt: skip


def _handles(front: Front, width: float) -> Iterator[Spare]:
    """Yield what the handles of a front take of it, as they are drawn."""
    if front.handle == "label_knob":
        w, h = 0.30 * front.w, 0.24 * front.h
        yield Spare(x=0.5 * (front.w - w), y=0.30 * front.h - 0.5 * h, w=w, h=h, why="label")
        yield _round(0.5 * front.w, 0.70 * front.h, min(0.016, 0.10 * front.h))
    elif front.handle == "knob":
        side = (0.38 if front.x < width / 3 else -0.38) * front.w if front.h > 1.6 * front.w else 0.0
        yield _round(0.5 * front.w + side, 0.5 * front.h, min(KNOB, 0.12 * front.h))
    elif front.handle == "pull":
        half = min(PULL, 0.12 * front.w)
        for at in (0.25 * front.w, 0.75 * front.w):
            yield Spare(x=at - half, y=0.5 * front.h - 0.010, w=2.0 * half, h=0.016, why="pull")


def _round(x: float, y: float, r: float) -> Spare:
    return Spare(x=x - r, y=y - r, w=2.0 * r, h=2.0 * r, why="knob")


def reached_surfaces(surfaces: Iterable[Surface], reaches: Iterable[str]) -> list[Surface]:
    """Return the surfaces of which a face is among some addresses."""
    there = frozenset(reaches)
    return [surface for surface in surfaces if there.intersection(surface.addresses)]
