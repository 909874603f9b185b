"""Where a pattern lies: what a person says of it, and the spaces, grids and motifs that follow (`laying`)."""

from dataclasses import dataclass, field
from math import radians
from typing import Final, Literal

import numpy as np

from jug_mingle.core.marked import marked
from jug_mingle.core.pattern.surfaces import Spare, Surface

Arrange = Literal["all_over", "row", "border", "corners", "one"]
Span = Literal["each", "over_gaps", "butted", "wrapped"]
Mirrored = Literal["no", "across", "down", "both"]
Ends = Literal["cut", "feathered", "torn"]
Across = Literal["left", "centre", "right"]
Down = Literal["top", "centre", "bottom"]

ARRANGED: Final = {
    "all_over": "all over, in repeats", "row": "in one row", "border": "along the edges",
    "corners": "in the corners", "one": "one on each",
}  # fmt: skip
SPANS: Final = {
    "each": "each face by itself", "over_gaps": "over all of them, gaps and all",
    "butted": "over all, pushed together", "wrapped": "over the edges, onto top and side",
}  # fmt: skip
MOST: Final = 4000
"""Repeats on one space: more are dots too small to cut."""

SMALLEST: Final = 0.003
LARGEST: Final = 3.0
"""A motif, and what it repeats by, is so small and so large. [m]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Single:
    """A motif put by hand.

    Attributes
    ----------
    x, y : float
        Its middle, from the upper left corner of its part. [m]
    turn : float
        Clockwise. [degrees]
    size : float
        Of the layout's own. 0.1..10
    text : str
        What it says, of lettering.
    pinned : bool
        Whether it stays where it is when others are placed anew.
    """

    part: str
    x: float
    y: float
    turn: float = 0.0
    size: float = 1.0
    mirrored: bool = False
    text: str = ""
    pinned: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class Layout:
    """What is said of where a pattern lies; all lengths in metres.

    Attributes
    ----------
    width, height : float
        Of one motif, or of one picture.
    repeat_x, repeat_y : float
        From one motif to the next; its own size when 0.
    half_drop : bool
        Whether every second column lies half a repeat lower.
    columns, rows : int
        Repeats in one sheet of a stencil or a paper; or sheets that one continuous picture is made of.
    whole : bool
        Whether only whole repeats are laid: a single motif is set a little closer or wider, a sheet begins
        elsewhere.
    overhang : float
        How far past the edges it is laid, so that none shows.
    margin : float
        How far motifs in corners and borders keep from the edge.
    wedges : int
        Motifs of the second kind between corners: none, 2 (above and below) or 4.
    spared : float
        How far it keeps from handles and from what is to be spared; none is spared below 0.
    reach : float
        The share of a space that is covered, from `reach_from`. 0.05..1
    fade_from, fade_to : float
        The share of motifs that are laid at the top and at the bottom. 0..1
    offsets : mapping
        Part → how far it does not line up, to the right and down.
    texts : tuple of str
        What stands on each part, in their order.
    mesh, used : bool, int
        Whether a stencil is a mesh that lasts so many washes, and how many it has had.
    edge : str
        How a stencil's edge is kept clean, as `sheets.Edge`; as the person usually does it where it is empty.
    sheet_width, sheet_height : float
        Of a sheet or a roll as it is bought; a motif's own where 0.
    border : float
        Of a sheet, to be trimmed off; of cane and liners how much larger they are cut.
    """

    motif: str = "sprig"
    width: float = 0.1
    height: float = 0.1
    repeat_x: float = 0.0
    repeat_y: float = 0.0
    half_drop: bool = False
    columns: int = 1
    rows: int = 1
    arrange: Arrange = "all_over"
    span: Span = "each"
    across: Across = "centre"
    down: Down = "centre"
    shift_x: float = 0.0
    shift_y: float = 0.0
    whole: bool = False
    overhang: float = 0.0
    margin: float = 0.01
    wedges: int = 0
    mirrored: Mirrored = "no"
    turn: float = 0.0
    spared: float = -1.0
    reach: float = 1.0
    reach_from: Literal["left", "right", "top", "bottom"] = "left"
    ends: Ends = "cut"
    ends_width: float = 0.03
    fade_from: float = 1.0
    fade_to: float = 1.0
    seed: int = 1
    offsets: tuple[tuple[str, float, float], ...] = ()
    spares: tuple[tuple[str, Spare], ...] = ()
    singles: tuple[Single, ...] = ()
    texts: tuple[str, ...] = ()
    mesh: bool = False
    used: int = 0
    edge: str = ""
    sheet_width: float = 0.0
    sheet_height: float = 0.0
    border: float = 0.0

    def __post_init__(self) -> None:
        for name, value in (("width", self.width), ("height", self.height)):
            if not SMALLEST <= value <= LARGEST:
                raise ValueError(
                    f"the {name} of a motif is from {marked(3, unit='mm')} to {marked(3, unit='m')}, "
                    f"got {marked(1000 * value, unit='mm')}"
                )
        for name, value in (("across", self.repeat_x), ("down", self.repeat_y)):
            if value and not SMALLEST <= value <= LARGEST:
                raise ValueError(
                    f"a repeat {name} is from {marked(3, unit='mm')} to {marked(3, unit='m')}, or 0 for "
                    f"the motif's own, got {marked(1000 * value, unit='mm')}"
                )
        if not (1 <= self.columns <= 60 and 1 <= self.rows <= 60):
            raise ValueError(f"a sheet has from 1 to 60 columns and rows, got {self.columns} by {self.rows}")
        if len(self.singles) > 400:
            raise ValueError(f"up to 400 motifs can be put by hand, got {len(self.singles)}")

    @property
    def sheet(self) -> tuple[float, float]:
        """Width and height of a sheet as it is bought. [m]"""
        return self.sheet_width or self.width, self.sheet_height or self.height

    @property
    def pitch(self) -> tuple[float, float]:
        """From one motif to the next, across and down. [m]"""
        return self.repeat_x or self.width, self.repeat_y or self.height


@dataclass(frozen=True, slots=True, kw_only=True)
class Spot:
    """A surface within a space: where its upper left corner lies there. [m]"""

    surface: Surface
    x: float
    y: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Grid:
    """Repeats of a space: the upper left corner of the first, the pitch, how many, and how they alternate.
    [m]"""

    x: float
    y: float
    pitch_x: float
    pitch_y: float
    columns: int
    rows: int
    half_drop: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Placed:
    """A motif by itself: its middle and its size, turned clockwise [degrees]; `art` is its picture among
    several."""

    x: float
    y: float
    w: float
    h: float
    turn: float = 0.0
    mirrored: bool = False
    art: int = 0
    pinned: bool = False

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, top, width and height of what it takes up, turned. [m]"""
        c, s = abs(np.cos(radians(self.turn))), abs(np.sin(radians(self.turn)))
        w, h = float(self.w * c + self.h * s), float(self.w * s + self.h * c)
        return self.x - w / 2.0, self.y - h / 2.0, w, h


@dataclass(frozen=True, slots=True, kw_only=True)
class Space:
    """What is laid in one go: surfaces as they lie beside each other, and what lies on them.

    Attributes
    ----------
    w, h : float
        [m]
    masked : tuple of Spare
        Strips of a sheet that are taped over, since no whole repeat fits there.
    """

    w: float
    h: float
    spots: tuple[Spot, ...]
    grid: Grid | None = None
    placed: tuple[Placed, ...] = ()
    masked: tuple[Spare, ...] = ()
    offsets: dict[str, tuple[float, float]] = field(default_factory=dict)
