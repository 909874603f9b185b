"""What was done to a piece that is not as its form has it: parts taken off, cut, added, named, made
otherwise."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, Literal

from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.pieces.addresses import FACES, ZONES
from jug_mingle.core.pieces.solids import Box, Front, Handle, Made, Opening, Relief

Act = Literal["name", "group", "remove", "cut", "dress", "add"]

_LEAST: Final = 0.01
"""No part is cut shorter. [m]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One change of a piece.

    Attributes
    ----------
    act : str
        "name": call a part `name`. "group": count it to the group `name`, or to none. "remove": take it off.
        "cut": make it shorter by `by`. "dress": give it another relief or handle. "add": put on a part of a
        kind of `ADDED`.
    part : str
        The key of a part, or a kind, such as "leg", for all of it; of what is added, its new key.
    ours : bool
        Whether it is done in this job: before that the piece is as it came.
    """

    act: Act
    part: str
    ours: bool = True
    name: str = ""
    by: float = 0.0
    relief: Relief | None = None
    handle: Handle | None = None
    kind: str = ""
    x: float | None = None
    y: float | None = None
    z: float | None = None
    w: float | None = None
    h: float | None = None
    d: float | None = None

    def __post_init__(self) -> None:
        if self.act == "add" and self.kind not in ADDED:
            raise ValueError(
                f"a {self.kind or 'part of no kind'} cannot be added; what can be is {', '.join(ADDED)}"
            )
        if self.act == "cut" and not 0.0 < self.by <= 3.0:
            raise ValueError(
                f"a part is cut by more than 0 and up to {marked(3, unit='m')}, got "
                f"{marked(self.by, unit='m')}"
            )
        if self.act == "group" and (self.name in _TAKEN or "/" in self.name):
            raise ValueError(f"a group cannot be called {self.name!r}: faces are called so")
        for side in (self.w, self.h, self.d):
            if side is not None and not 0.002 <= side <= 4.0:
                raise ValueError(
                    f"each side of a part is from {marked_range(0.002, 4, unit='m')}, got "
                    f"{marked(side, unit='m')}"
                )
        for place in (self.x, self.y, self.z):
            if place is not None and not -4.0 <= place <= 8.0:
                raise ValueError(
                    f"a part's place is from {marked_range(-4, 8, unit='m')} from the piece's corner, "
                    f"got {marked(place, unit='m')}"
                )


@dataclass(frozen=True, slots=True, kw_only=True)
class Added:
    """A kind of part that can be put on: how it is drawn, and its usual sides. [m]

    A side of 0 is as long as the piece's own.
    """

    title: str
    made: Made
    zone: str
    sides: tuple[float, float, float]
    below: bool = False
    """Whether it goes below the piece, which it lifts."""
    four: bool = False
    """Whether four of it are put on, one at each corner, where nobody says where."""


ADDED: Final = {
    "shelf": Added(title="Shelf", made="slab", zone="top", sides=(0.0, 0.02, 0.0)),
    "top": Added(title="Top", made="slab", zone="top", sides=(0.0, 0.028, 0.0)),
    "panel": Added(title="Panel", made="panel", zone="front", sides=(0.3, 0.4, 0.012)),
    "door": Added(title="Door", made="panel", zone="front", sides=(0.4, 0.6, 0.02)),
    "back": Added(title="Back", made="panel", zone="body", sides=(0.0, 0.0, 0.012)),
    "rail": Added(title="Rail", made="rail", zone="body", sides=(0.0, 0.06, 0.02)),
    "moulding": Added(title="Moulding", made="rail", zone="moulding", sides=(0.0, 0.03, 0.02)),
    "frame": Added(title="Frame", made="panel", zone="moulding", sides=(0.4, 0.5, 0.02)),
    "bracket": Added(title="Bracket", made="rail", zone="body", sides=(0.03, 0.15, 0.15)),
    "leg": Added(title="Leg", made="leg", zone="leg", sides=(0.045, 0.15, 0.045), below=True, four=True),
    "plinth": Added(title="Plinth", made="panel", zone="plinth", sides=(0.0, 0.09, 0.0), below=True),
    "wheel": Added(
        title="Wheel", made="rail", zone="hardware", sides=(0.03, 0.06, 0.05), below=True, four=True
    ),
    "upholstery": Added(title="Padding", made="cushion", zone="padding", sides=(0.0, 0.05, 0.0)),
    "cane": Added(title="Cane", made="panel", zone="padding", sides=(0.3, 0.4, 0.005)),
    "lining": Added(title="Lining", made="panel", zone="within", sides=(0.3, 0.2, 0.002)),
    "handle": Added(title="Handle", made="rail", zone="hardware", sides=(0.12, 0.012, 0.012)),
    "hinge": Added(title="Hinge", made="rail", zone="hardware", sides=(0.03, 0.06, 0.003)),
    "glass": Added(title="Glass", made="panel", zone="glass", sides=(0.3, 0.4, 0.004)),
}


_TAKEN: Final = frozenset(
    {*ZONES, *FACES, *ADDED, "carcass", "drawer", "roll", "lid", "slat", "seat", "leaf", "board"}
)
"""Names that faces of any piece may answer to."""


def changed(boxes: Sequence[Box], changes: Iterable[Change], size: tuple[float, float, float]) -> list[Box]:
    """Return the solids after changes, in their order.

    Raises
    ------
    ValueError
        If a part is not there; the message names those that are.
    """
    found = list(boxes)
    for change in changes:
        if change.act == "add":
            found = _added(found, change, size)
        elif change.act == "remove":
            found = _without(found, change.part)
        elif change.act == "cut":
            found = _each(found, change.part, lambda box, change=change: _cut(box, change.by))
        elif change.act == "dress":
            found = _dressed(found, change)
        else:
            _known(found, change.part)
            if change.act == "group" and change.name in parts_of(found):
                raise ValueError(f"a part is called {change.name!r}: give the group another name")
    return found


def parts_of(boxes: Iterable[Box]) -> dict[str, str]:
    """Return the kind of each part by its key, in the order in which a person would name them."""
    found: dict[str, str] = {}
    for box in boxes:
        found.setdefault(box.part, box.kind)
        for front in box.fronts:
            found[front.part] = front.kind
            if front.handle != "none":
                found[front.handle_part] = "handle"
        for opening in (*box.openings, *box.interiors):
            found.setdefault(opening.part, "carcass")
            found.update({part: "shelf" for part in opening.shelf_parts() if part not in opening.without})
        if box.back_part:
            found[box.back_part] = "back"
        if box.made == "carcass" and box.top_covered < box.w * box.d:
            found[box.top_part] = "top"
    return found


def _known(boxes: Sequence[Box], part: str) -> None:
    known = parts_of(boxes)
    if part not in known and part not in known.values():
        raise ValueError(f"the piece has no {part!r}; it has {', '.join(known)}")


def _each(boxes: Sequence[Box], part: str, do: Any) -> list[Box]:
    if not any(part in (box.part, box.kind) for box in boxes):
        _known(boxes, part)
        raise ValueError(f"{part!r} cannot be cut: it is not a solid of its own")
    return [do(box) if part in (box.part, box.kind) else box for box in boxes]


def _cut(box: Box, by: float) -> Box:
    """Shorten a solid: what stands from below, what lies from its right."""
    upright = box.made in ("leg", "carcass", "leaf") or box.zone == "plinth"
    long = box.h if upright else box.w
    if long - by < _LEAST:
        raise ValueError(
            f"the {box.part} is {marked(100 * long, '.1f', 'cm')} long: it cannot be cut by "
            f"{marked(100 * by, '.1f', 'cm')}"
        )
    if upright:
        return replace(box, h=box.h - by)
    return replace(box, w=box.w - by)


def _without(boxes: Sequence[Box], part: str) -> list[Box]:
    """Return the solids without a part; a drawer or a door leaves an opening, a compartment its back or a
    shelf."""
    _known(boxes, part)
    found = []
    for box in boxes:
        if part in (box.part, box.kind):
            continue
        gone = [front for front in box.fronts if part in (front.part, front.kind)]
        fronts = tuple(_unhandled(front, part) for front in box.fronts if front not in gone)
        open_, closed = _left_open(box, gone, fronts)
        openings = tuple(_emptied(opening, part) for opening in open_)
        interiors = tuple(_emptied(opening, part) for opening in closed)
        backless = box.without_back or (box.back_part != "" and part in (box.back_part, "back"))
        found.append(
            replace(box, fronts=fronts, openings=openings, interiors=interiors, without_back=backless)
        )
    if found == list(boxes):
        raise ValueError(f"{part!r} cannot be taken off: it is a place of another part")
    if not found:
        raise ValueError("nothing would be left of the piece: take the whole piece off the job instead")
    return found


def _left_open(box: Box, gone: Sequence[Front], left: Sequence[Front]) -> tuple[list[Opening], list[Opening]]:
    """Return what is open once fronts were taken off, and the insides that are still closed: one behind which
    no door is left is open as it is, with its shelves; else each front leaves a hole of its own."""
    if box.made != "carcass":
        return list(box.openings), list(box.interiors)
    opened = [
        inside
        for inside in box.interiors
        if any(map(inside.behind, gone)) and not any(map(inside.behind, left))
    ]
    holes = [
        Opening(x=front.x, y=front.y, w=front.w, h=front.h, d=box.d - 0.02, part=f"{front.part} opening")
        for front in gone
        if front.kind in ("drawer", "door")
    ]
    apart = [
        opening for opening in (*box.openings, *holes) if not any(inside.behind(opening) for inside in opened)
    ]
    closed = [inside for inside in box.interiors if inside not in opened]
    return [*apart, *(replace(inside, zone="inside") for inside in opened)], closed


def _unhandled(front: Front, part: str) -> Front:
    return replace(front, handle="none") if part in (front.handle_part, "handle") else front


def _emptied(opening: Opening, part: str) -> Opening:
    gone = {one for one in opening.shelf_parts() if part in (one, "shelf")}
    return replace(opening, without=opening.without | gone) if gone else opening


def _dressed(boxes: Sequence[Box], change: Change) -> list[Box]:
    _known(boxes, change.part)
    if not any(change.part in (front.part, front.kind) for box in boxes for front in box.fronts):
        raise ValueError(f"{change.part!r} has no front that could be made otherwise")
    new: dict[str, Any] = {}
    if change.relief is not None:
        new["relief"] = change.relief
    if change.handle is not None:
        new["handle"] = change.handle
    return [
        replace(
            box,
            fronts=tuple(
                replace(front, **new) if change.part in (front.part, front.kind) else front
                for front in box.fronts
            ),
        )
        for box in boxes
    ]


def _added(boxes: Sequence[Box], change: Change, size: tuple[float, float, float]) -> list[Box]:
    if any(part == change.part or part.startswith(f"{change.part} ") for part in parts_of(boxes)):
        raise ValueError(f"the piece has a {change.part!r} already: give the new part another name")
    kind = ADDED[change.kind]
    w, h, d = (
        given if given is not None else usual or own
        for given, usual, own in zip((change.w, change.h, change.d), kind.sides, size, strict=True)
    )
    low = max((box.y + box.h for box in boxes), default=0.0)
    if kind.below:
        # It stands under what is the lowest now; one that is as wide as another stands beside it.
        beside = [box for box in boxes if box.kind == change.kind]
        low = min((box.y for box in beside), default=low) if beside else low
    usual_z = (
        size[2] - d
        if change.kind in ("back", "cane")
        else -d
        if kind.made == "panel" and not kind.below
        else 0.0
    )
    usual_y = low if kind.below else -h if kind.made == "cushion" else 0.0
    one = Box(
        made=kind.made, zone=kind.zone, kind=change.kind, part=change.part,
        x=0.0 if change.x is None else change.x,
        y=usual_y if change.y is None else change.y, z=usual_z if change.z is None else change.z, w=w, h=h,
        d=d, upright=kind.made in ("leg", "panel"),
    )  # fmt: skip
    return [
        *boxes,
        *(_at_corners(one, size) if kind.four and change.x is None and change.z is None else [one]),
    ]


def _at_corners(box: Box, size: tuple[float, float, float]) -> list[Box]:
    places = {"left": 0.0, "right": size[0] - box.w}
    depths = {"front": 0.0, "back": size[2] - box.d}
    return [
        replace(box, part=f"{box.part} {deep} {side}", x=x, z=z)
        for deep, z in depths.items()
        for side, x in places.items()
    ]
