"""The solids of a piece, in metres: boxes with fronts and openings on them, and the areas that a brush has to cover.

x runs to the right and y down from the piece's upper left corner, z backwards from its front.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

Made = Literal["carcass", "slab", "rail", "leg", "panel"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Front:
    """A drawer front, a door or a board; `row` of `rows` counts from above, for what changes from row to row."""

    x: float
    y: float
    w: float
    h: float
    row: int = 0
    rows: int = 1
    relief: Literal["flat", "moulded", "panelled"] = "flat"
    handle: Literal["knob", "pull", "label_knob", "none"] = "none"
    zone: str = "front"


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """A place to look into: its back and walls, and shelves across it."""

    x: float
    y: float
    w: float
    h: float
    d: float
    shelves: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Box:
    """One solid.

    Attributes
    ----------
    made : str
        "carcass": front, two sides and a top are painted. "slab" and "rail": all that faces outwards. "leg": all round.
        "panel": what faces the eye.
    zone : str
        Of its front; a carcass has its sides in "side" and its top in "top".
    upright : bool
        Whether the grain of its front runs up and down.
    """

    made: Made
    zone: str
    x: float
    y: float
    z: float
    w: float
    h: float
    d: float
    upright: bool = False
    fronts: tuple[Front, ...] = ()
    openings: tuple[Opening, ...] = ()

    @property
    def side_zone(self) -> str:
        """The zone of its sides."""
        return "side" if self.made == "carcass" else self.zone

    @property
    def top_zone(self) -> str:
        """The zone of its top."""
        return "top" if self.made in ("carcass", "slab") else self.zone


def areas_of(boxes: Iterable[Box]) -> dict[str, float]:
    """Return the painted area of each zone. [m²]"""
    found: dict[str, float] = {}

    def add(zone: str, area: float) -> None:
        if area > 0.0 and zone != "glass":
            found[zone] = found.get(zone, 0.0) + area

    for box in boxes:
        covered = 0.0
        for front in box.fronts:
            add(front.zone, front.w * front.h)
            covered += front.w * front.h
        for opening in box.openings:
            walls = 2.0 * opening.d * (opening.w + opening.h) + 2.0 * opening.shelves * opening.w * opening.d
            add("inside", opening.w * opening.h + walls)
            covered += opening.w * opening.h
        if box.made == "carcass":
            add(box.zone, box.w * box.h - covered)
            add(box.side_zone, 2.0 * box.d * box.h)
            add(box.top_zone, box.w * box.d)
        elif box.made == "slab":
            add(box.zone, box.w * box.d + 2.0 * (box.w + box.d) * box.h)
        elif box.made == "panel":
            add(box.zone, box.w * box.h - covered)
        else:
            add(box.zone, 2.0 * (box.w + box.d) * box.h)
    return found
