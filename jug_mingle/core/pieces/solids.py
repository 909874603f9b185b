"""The solids of a piece, in metres: boxes with fronts and openings on them, and the faces that a brush meets.

x runs to the right and y down from the piece's upper left corner, z backwards from its front.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Final, Literal

from jug_mingle.core.pieces.addresses import WHEN_ASKED, address, zone_of
from jug_mingle.core.pieces.profiles import LegShape, leg_area, relief_areas

Made = Literal["carcass", "slab", "rail", "leg", "panel", "leaf", "cushion"]
Relief = Literal["flat", "moulded", "panelled"]
Handle = Literal["knob", "pull", "label_knob", "none"]

SHELF: Final = 0.02
"""Thickness of shelves, fronts and the boards of a drawer. [m]"""

_DRAWER_HIGH: Final = 0.75
"""How high a drawer's box is, of its front."""

KNOB, PULL = 0.018, 0.05
"""Radius of a knob, and half the length of a pull. [m]"""

PartFaces = Iterator[tuple[str, float]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Front:
    """A drawer front, a door, a panel or a board; `row` of `rows` counts from above, for what changes from
    row to row.

    `kind` is that of the part of which it is the outside, `part` its key.
    """

    x: float
    y: float
    w: float
    h: float
    row: int = 0
    rows: int = 1
    relief: Relief = "flat"
    handle: Handle = "none"
    zone: str = "front"
    kind: str = "drawer"
    part: str = "drawer 1"

    def of(self, face: str, zone: str = "") -> str:
        """Return the address of a face of it."""
        return address(zone or self.zone, self.kind, self.part, face)

    @property
    def handle_part(self) -> str:
        """The key of its handle, which is a part of its own."""
        return f"{self.part} handle"

    def handle_face(self) -> str:
        """Return the address of its handle."""
        return address("hardware", "handle", self.handle_part, "outside")

    def faces(self, deep: float) -> PartFaces:
        """Yield its faces with their areas [m²]; a drawer in a case reaches `deep` [m]."""
        flat, recess, bead = relief_areas(self.relief, self.w, self.h)
        yield self.of("outside"), flat
        if recess:
            yield self.of("recess"), recess
            yield self.of("bead"), bead
        if self.kind in ("drawer", "door"):
            yield self.of("edge", "hidden"), 2.0 * (self.w + self.h) * SHELF
        if self.kind == "door":
            yield self.of("inside", "within"), self.w * self.h
        if self.kind == "drawer":
            w, d, h = self.w - 3.0 * SHELF, deep - 2.0 * SHELF, _DRAWER_HIGH * self.h
            yield self.of("inside", "within"), w * d + 2.0 * (w + d) * h
            yield self.of("sides", "hidden"), (2.0 * d + w) * h
        if self.handle != "none":
            yield self.handle_face(), _handle_area(self)


def _handle_area(front: Front) -> float:
    """Return what can be painted of a handle: a ball, or two bars as thick as a finger is wide by a third.
    [m²]"""
    if front.handle == "pull":
        return 2.0 * 2.0 * min(PULL, 0.12 * front.w) * 4.0 * 0.010
    return 4.0 * 3.1416 * min(KNOB, 0.12 * front.h) ** 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """A place to look into: its walls, and shelves across it; "within" when fronts close it."""

    x: float
    y: float
    w: float
    h: float
    d: float
    shelves: int = 0
    zone: str = "inside"
    part: str = "carcass"
    first_shelf: int = 1
    without: frozenset[str] = frozenset()
    """Shelves that were taken out."""

    @property
    def face(self) -> str:
        """The address of its walls; what is behind it is the back of its case."""
        return address(self.zone, "carcass", self.part, "inside")

    def behind(self, front: "Front | Opening") -> bool:
        """Return whether it lies behind a front, or what that left open."""
        x, y = front.x + 0.5 * front.w, front.y + 0.5 * front.h
        return self.x < x < self.x + self.w and self.y < y < self.y + self.h

    def shelf_parts(self) -> list[str]:
        """Return the keys of its shelves, those taken out too."""
        return [f"shelf {self.first_shelf + n}" for n in range(self.shelves)]

    def shelf_face(self, part: str, face: str = "outside") -> str:
        """Return the address of a shelf's face."""
        return address(self.zone, "shelf", part, face)

    def faces(self) -> PartFaces:
        """Yield its faces with their areas. [m²]"""
        yield self.face, 2.0 * self.d * (self.w + self.h)
        for part in self.shelf_parts():
            if part not in self.without:
                yield self.shelf_face(part), 2.0 * self.w * self.d
                yield self.shelf_face(part, "edge"), self.w * SHELF


@dataclass(frozen=True, slots=True, kw_only=True)
class Box:
    """One solid, a part of the piece.

    Attributes
    ----------
    made : str
        "carcass": front, two sides and a top are painted. "slab" and "rail": all that faces outwards. "leg":
        all round. "panel": what faces the eye, and its edges. "leaf": what hangs at a side. "cushion":
        padding.
    zone : str
        Of its front; a carcass has its sides in "side" and its top in "top".
    kind, part : str
        What it is, and its key.
    upright : bool
        Whether the grain of its front runs up and down.
    top_covered : float
        How much of its top something else stands on. [m²]
    let_in : float
        How much of its height, from above, is hidden within another solid. [m]
    free : bool
        Whether it stands free, so that its back is met too.
    between : bool
        Whether it stands between others, so that its sides are not met.
    interiors : tuple of Opening
        What is behind its fronts.
    without_back : bool
        Whether its back was taken off, so that one sees through its openings.
    """

    made: Made
    zone: str
    x: float
    y: float
    z: float
    w: float
    h: float
    d: float
    kind: str = "carcass"
    part: str = "carcass"
    upright: bool = False
    fronts: tuple[Front, ...] = ()
    openings: tuple[Opening, ...] = ()
    interiors: tuple[Opening, ...] = ()
    top_covered: float = 0.0
    let_in: float = 0.0
    free: bool = False
    between: bool = False
    shape: LegShape = "square"
    top_part: str = "top"
    without_back: bool = False

    def of(self, face: str, zone: str = "") -> str:
        """Return the address of a face of it."""
        return address(zone or self.zone, self.kind, self.part, face)

    @property
    def at(self) -> tuple[float, float, float]:
        """Where it stands: from the left, from the top and from the front of the piece. [m]"""
        return self.x, self.y, self.z

    @property
    def size(self) -> tuple[float, float, float]:
        """Width, height and depth. [m]"""
        return self.w, self.h, self.d

    @property
    def front_face(self) -> str:
        """The address of what faces the eye."""
        return self.of("edge" if self.made in ("carcass", "slab", "leaf") else "outside")

    @property
    def side_face(self) -> str:
        """The address of its sides."""
        if self.made == "carcass":
            return self.of("sides", "hidden") if self.between else self.of("outside", "side")
        if self.made == "panel" and self.zone == "glass":
            return address("moulding", "moulding", "frame", "edge")
        if self.zone == "plinth":
            return self.of("sides")
        if self.made == "leaf":
            return self.of("outside") if self.x > 0.0 else self.of("back", "hidden")
        return self.of("edge" if self.made in ("slab", "panel") else "outside")

    @property
    def top_face(self) -> str:
        """The address of its top."""
        if self.made == "carcass":
            return address("top", "top", self.top_part, "outside")
        if self.made in ("panel", "leaf"):
            return self.side_face if self.made == "panel" else self.of("edge")
        return self.of("outside")

    @property
    def back_part(self) -> str:
        """The key of its back, which is a part of its own; none of what has no such board."""
        if self.made != "carcass" or self.free or self.between or self.without_back:
            return ""
        return "back" if self.part == "carcass" else f"{self.part} back"

    def inner_back(self, opening: Opening) -> str:
        """Return the address of its back as one sees it through an opening."""
        return address(opening.zone, "back", self.back_part, "inside") if self.back_part else opening.face

    def faces(self) -> PartFaces:
        """Yield its faces with their areas; a front's, an opening's and a handle's with them. [m²]"""
        yield from self._own_faces()
        for front in self.fronts:
            yield from front.faces(self.d - SHELF)
        for opening in (*self.openings, *self.interiors):
            yield from opening.faces()
            if not self.without_back:
                yield self.inner_back(opening), opening.w * opening.h

    def _own_faces(self) -> PartFaces:
        w, h, d = self.w, self.h, self.d
        covered = sum(front.w * front.h for front in self.fronts) + sum(
            opening.w * opening.h for opening in self.openings
        )
        top = w * d - self.top_covered
        if self.made == "carcass":
            yield self.of("edge"), w * h - covered
            yield self.side_face, 2.0 * d * h + (w * h if self.free else 0.0)
            yield self.top_face, top
            if self.back_part:
                yield address("hidden", "back", self.back_part, "outside"), w * h
            yield self.of("underside", "hidden"), w * d
        elif self.made == "slab":
            yield self.of("outside"), top
            yield self.of("edge"), 2.0 * (w + d) * h
            yield self.of("underside", "hidden"), w * d
        elif self.made == "cushion":
            yield self.of("outside"), top + 2.0 * (w + d) * h
        elif self.made == "leaf":
            yield self.of("outside"), d * h
            yield self.of("edge"), 2.0 * (d + h) * w
            yield self.of("back", "hidden"), d * h
        elif self.made == "panel":
            yield from self._panel_faces(w * h - covered)
        elif self.kind == "leg":
            yield self.of("outside"), leg_area(self.shape, h - self.let_in, w, d)
        else:
            yield self.of("outside"), 2.0 * (w + d) * (h - self.let_in)

    def _panel_faces(self, outside: float) -> PartFaces:
        w, h, d = self.w, self.h, self.d
        yield self.of("outside"), outside
        if self.zone == "plinth":
            yield self.of("sides"), 2.0 * d * h
            return
        yield self.side_face, 2.0 * (w + h) * d
        yield self.of("back", "hidden"), w * h


def faces_of(boxes: Iterable[Box]) -> dict[str, float]:
    """Return the area of each face, by its address. [m²]"""
    found: dict[str, float] = {}
    for box in boxes:
        for name, area in box.faces():
            if area > 0.0:
                found[name] = found.get(name, 0.0) + area
    return found


def areas_of(boxes: Iterable[Box]) -> dict[str, float]:
    """Return the painted area of each zone: of all faces but those that are painted only when asked. [m²]"""
    found: dict[str, float] = {}
    for name, area in faces_of(boxes).items():
        zone = zone_of(name)
        if zone not in WHEN_ASKED:
            found[zone] = found.get(zone, 0.0) + area
    return found


def reaches_out(box: Box, front: Front) -> float:
    """Return how far forward a drawer or an open door reaches, the lower drawers farther; 0 of what stays.
    [m]"""
    if front.kind == "door":
        return front.w
    if front.kind != "drawer":
        return 0.0
    return min(0.6 * box.d, 0.36) * (0.3 + 0.7 * (front.row + 1) / front.rows)


def lid_up(box: Box) -> Box:
    """Return a box without its lid, if it has one."""
    lid = next((front for front in box.fronts if front.kind == "lid"), None)
    if lid is None:
        return box
    rest = tuple(front for front in box.fronts if front is not lid)
    return replace(box, y=box.y + lid.h, h=box.h - lid.h, fronts=rest, top_part="lid top")
