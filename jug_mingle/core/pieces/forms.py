"""The forms that a piece of furniture may have, each built from its measures as solids."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, Final, Literal

from jug_mingle.core.pieces.solids import Box, Front, Opening, areas_of

Base = Literal["plinth", "legs", "none"]
Relief = Literal["flat", "moulded", "panelled"]
Handle = Literal["knob", "pull", "label_knob", "none"]

_MEASURES: Final = {"width": (0.1, 4.0), "height": (0.02, 3.0), "depth": (0.01, 2.0)}
_MOST: Final = 12
_SLATS: Final = 9
"""Of a roll top."""

_BOARD: Final = 0.028
"""Thickness of rails, tops and shelves. [m]"""


@dataclass(frozen=True, kw_only=True)
class Piece:
    """A piece of furniture in metres.

    Attributes
    ----------
    rows, columns : int
        Of drawers, doors, shelves or boards, as the form has them. 1..12 each.
    base_height : float
        Of the plinth or the legs below the body. [m]
    """

    form: str = "card_cabinet"
    width: float = 0.92
    height: float = 1.02
    depth: float = 0.42
    rows: int = 4
    columns: int = 3
    base: Base = "plinth"
    base_height: float = 0.09
    relief: Relief = "flat"
    handle: Handle = "label_knob"

    def __post_init__(self) -> None:
        if self.form not in FORMS:
            raise ValueError(f"there is no form {self.form!r}; known are {', '.join(FORMS)}")
        for name, (least, most) in _MEASURES.items():
            value = getattr(self, name)
            if not least <= value <= most:
                raise ValueError(f"the {name} of a piece must be from {least:g} to {most:g} m, got {value:g}")
        for name in ("rows", "columns"):
            if not 1 <= getattr(self, name) <= _MOST:
                raise ValueError(f"a piece has from 1 to {_MOST} {name}, got {getattr(self, name)}")
        if not 0.0 <= self.base_height <= 0.8 * self.height:
            raise ValueError(f"the base is from 0 to 0.8 of the height, got {self.base_height:g} m")
        if min((min(f.w, f.h) for box in self.boxes for f in box.fronts), default=1.0) < 0.02:
            raise ValueError("the fronts leave no room: take fewer of them or a larger piece")

    @cached_property
    def boxes(self) -> tuple[Box, ...]:
        """Its solids, those at the back first."""
        return tuple(sorted(FORMS[self.form].build(self), key=lambda box: (-box.z, -box.y)))

    @property
    def areas(self) -> dict[str, float]:
        """Painted area of each zone. [m²]"""
        return areas_of(self.boxes)


def _fronts(piece: Piece, x: float, y: float, w: float, h: float, rows: int, columns: int) -> tuple[Front, ...]:
    """Return rows × columns of fronts in a field, with rails between and around them."""
    wide = (w - _BOARD * (columns + 1)) / columns
    high = (h - _BOARD * (rows + 1)) / rows
    return tuple(
        Front(
            x=x + _BOARD + column * (wide + _BOARD), y=y + _BOARD + row * (high + _BOARD), w=wide, h=high, row=row,
            rows=rows, relief=piece.relief, handle=piece.handle,
        )
        for row in range(rows)
        for column in range(columns)
    )  # fmt: skip


def _below(piece: Piece, x: float = 0.0, w: float | None = None, inset: float = 0.0) -> list[Box]:
    """Return what a body stands on; `inset` is how far it stands back from the front, and from the rear. [m]"""
    w, d = piece.width if w is None else w, piece.depth - 2.0 * inset
    y, h = piece.height - piece.base_height, piece.base_height
    if piece.base == "none" or h == 0.0:
        return []
    if piece.base == "plinth":
        return [Box(made="panel", zone="plinth", x=x, y=y, z=inset, w=w, h=h, d=d)]
    thick = min(0.045, 0.2 * w, 0.3 * d)
    return [replace(leg, z=leg.z + inset) for leg in _legs(x, y, w, d, h, thick)]


def _legs(x: float, y: float, w: float, d: float, h: float, thick: float) -> list[Box]:
    return [
        Box(made="leg", zone="leg", x=at_x, y=y, z=at_z, w=thick, h=h, d=thick, upright=True)
        for at_z in (d - thick, 0.0)
        for at_x in (x, x + w - thick)
    ]


def _body_height(piece: Piece) -> float:
    return piece.height - (0.0 if piece.base == "none" else piece.base_height)


def _case(piece: Piece) -> list[Box]:
    """Drawers or doors in rows and columns."""
    h = _body_height(piece)
    fronts = _fronts(piece, 0.0, 0.0, piece.width, h, piece.rows, piece.columns)
    carcass = Box(
        made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=h, d=piece.depth, upright=True, fronts=fronts
    )
    return [*_below(piece), carcass]


def _bookcase(piece: Piece) -> list[Box]:
    h = _body_height(piece)
    inner = Opening(
        x=_BOARD, y=_BOARD, w=piece.width - 2 * _BOARD, h=h - 2 * _BOARD, d=piece.depth - 0.01, shelves=piece.rows - 1
    )
    carcass = Box(
        made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=h, d=piece.depth, upright=True,
        openings=(inner,),
    )  # fmt: skip
    return [*_below(piece), carcass]


def _table(piece: Piece) -> list[Box]:
    inset, thick = 0.04, min(0.06, 0.12 * piece.width)
    w, d = piece.width - 2 * inset, piece.depth - 2 * inset
    apron = min(0.10, 0.25 * piece.height)
    return [
        Box(made="slab", zone="top", x=0.0, y=0.0, z=0.0, w=piece.width, h=_BOARD, d=piece.depth),
        Box(made="rail", zone="body", x=inset, y=_BOARD, z=inset, w=w, h=apron, d=d),
        *(
            replace(leg, z=leg.z + inset)
            for leg in _legs(inset, _BOARD, w, d, piece.height - _BOARD, thick)
        ),
    ]  # fmt: skip


def _stool(piece: Piece) -> list[Box]:
    thick = min(0.04, 0.15 * piece.width)
    low = 0.62 * piece.height
    return [
        Box(made="slab", zone="top", x=0.0, y=0.0, z=0.0, w=piece.width, h=_BOARD, d=piece.depth),
        *_legs(0.02, _BOARD, piece.width - 0.04, piece.depth, piece.height - _BOARD, thick),
        Box(made="rail", zone="body", x=0.02 + thick, y=low, z=0.0, w=piece.width - 0.04 - 2 * thick, h=0.03, d=0.02),
    ]


def _chair(piece: Piece) -> list[Box]:
    seat, thick = 0.52 * piece.height, min(0.04, 0.1 * piece.width)
    back = piece.depth - thick
    slats = [
        Box(made="rail", zone="body", x=thick, y=y, z=back, w=piece.width - 2 * thick, h=0.07, d=0.02)
        for y in (0.02, 0.24 * piece.height)
    ]
    posts = [
        Box(made="leg", zone="leg", x=x, y=0.0, z=back, w=thick, h=piece.height, d=thick, upright=True)
        for x in (0.0, piece.width - thick)
    ]
    legs = [
        Box(made="leg", zone="leg", x=x, y=seat, z=0.0, w=thick, h=piece.height - seat, d=thick, upright=True)
        for x in (0.0, piece.width - thick)
    ]
    rail = Box(
        made="rail", zone="body", x=thick, y=seat + _BOARD, z=0.005, w=piece.width - 2 * thick, h=0.06,
        d=max(0.02, back - thick),
    )  # fmt: skip
    slab = Box(made="slab", zone="top", x=0.0, y=seat, z=0.0, w=piece.width, h=_BOARD, d=back)
    return [*slats, *posts, rail, *legs, slab]


def _settle(piece: Piece) -> list[Box]:
    seat, thick = min(0.45, 0.55 * piece.height), min(0.06, 0.1 * piece.width)
    y = piece.height - seat
    boards = _fronts(piece, 0.0, 0.0, piece.width, y, 1, piece.columns)
    back = Box(
        made="panel", zone="body", x=0.0, y=0.0, z=piece.depth - _BOARD, w=piece.width, h=y, d=_BOARD, upright=True,
        fronts=tuple(replace(board, handle="none") for board in boards),
    )  # fmt: skip
    slab = Box(made="slab", zone="top", x=0.0, y=y, z=0.0, w=piece.width, h=_BOARD, d=piece.depth)
    rail = Box(
        made="rail", zone="body", x=thick, y=y + _BOARD, z=0.01, w=piece.width - 2 * thick, h=0.10,
        d=max(0.02, piece.depth - 0.04),
    )  # fmt: skip
    return [back, rail, *_legs(0.0, y + _BOARD, piece.width, piece.depth, seat - _BOARD, thick), slab]


def _desk(piece: Piece) -> list[Box]:
    wide = 0.3 * piece.width
    slab = Box(made="slab", zone="top", x=0.0, y=0.0, z=0.0, w=piece.width, h=_BOARD, d=piece.depth)
    h = _body_height(piece) - _BOARD
    boxes = [slab]
    for x in (0.02, piece.width - wide - 0.02):
        boxes.append(
            Box(
                made="carcass", zone="body", x=x, y=_BOARD, z=0.02, w=wide, h=h, d=piece.depth - 0.04, upright=True,
                fronts=_fronts(piece, x, _BOARD, wide, h, piece.rows, 1),
            )
        )  # fmt: skip
        boxes += _below(piece, x, wide, inset=0.02)
    return boxes


def _roll_desk(piece: Piece) -> list[Box]:
    """A desk, and on it the closed roll: slats over the whole width."""
    high = 0.34 * piece.height
    lower = replace(piece, form="desk", height=piece.height - high).boxes
    desk = [
        replace(box, y=box.y + high, fronts=tuple(replace(front, y=front.y + high) for front in box.fronts))
        for box in lower
    ]
    slat = high / _SLATS
    slats = tuple(
        Front(x=0.05, y=n * slat, w=piece.width - 0.1, h=slat - 0.003, row=n, rows=_SLATS, zone="body")
        for n in range(_SLATS)
    )
    roll = Box(
        made="carcass", zone="body", x=0.02, y=0.0, z=0.0, w=piece.width - 0.04, h=high, d=0.8 * piece.depth,
        fronts=slats,
    )  # fmt: skip
    return [*desk, roll]


def _mirror(piece: Piece) -> list[Box]:
    wide = min(0.09, 0.2 * piece.width, 0.2 * piece.height)
    w, h = piece.width, piece.height
    frame = (
        Front(x=0.0, y=0.0, w=w, h=wide, relief=piece.relief, zone="moulding"),
        Front(x=0.0, y=h - wide, w=w, h=wide, relief=piece.relief, zone="moulding"),
        Front(x=0.0, y=wide, w=wide, h=h - 2 * wide, relief=piece.relief, zone="moulding"),
        Front(x=w - wide, y=wide, w=wide, h=h - 2 * wide, relief=piece.relief, zone="moulding"),
    )
    return [Box(made="panel", zone="glass", x=0.0, y=0.0, z=0.0, w=w, h=h, d=piece.depth, fronts=frame)]


def _box(piece: Piece) -> list[Box]:
    lid = 0.28 * piece.height
    return [
        Box(
            made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=piece.height, d=piece.depth,
            fronts=(
                Front(x=0.0, y=0.0, w=piece.width, h=lid - 0.002, row=0, rows=2, relief=piece.relief),
                Front(x=0.0, y=lid + 0.002, w=piece.width, h=piece.height - lid - 0.002, row=1, rows=2,
                      relief=piece.relief),
            ),
        )
    ]  # fmt: skip


def _board(piece: Piece) -> list[Box]:
    wide = piece.width / piece.columns
    boards = tuple(
        Front(
            x=n * wide, y=0.0, w=wide - 0.002, h=piece.height, row=n, rows=piece.columns, relief=piece.relief
        )
        for n in range(piece.columns)
    )  # fmt: skip
    return [
        Box(made="panel", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=piece.height, d=piece.depth, fronts=boards)
    ]


@dataclass(frozen=True, slots=True, kw_only=True)
class FormKind:
    """A form: how it is built, its usual measures, and what its rows and columns are."""

    title: str
    build: Callable[[Piece], list[Box]]
    usual: Mapping[str, Any]
    rows: str = ""
    columns: str = ""


FORMS: Final[Mapping[str, FormKind]] = {
    "card_cabinet": FormKind(
        title="Card cabinet", build=_case, rows="rows of drawers", columns="drawers in a row", usual={}
    ),
    "chest": FormKind(
        title="Chest of drawers", build=_case, rows="rows of drawers", columns="drawers in a row",
        usual={"width": 0.9, "height": 0.95, "depth": 0.48, "rows": 4, "columns": 1, "handle": "pull"},
    ),
    "bedside": FormKind(
        title="Bedside table", build=_case, rows="rows of drawers", columns="drawers in a row",
        usual={"width": 0.45, "height": 0.6, "depth": 0.38, "rows": 2, "columns": 1, "handle": "knob", "base": "legs",
               "base_height": 0.18},
    ),
    "cupboard": FormKind(
        title="Cupboard", build=_case, rows="rows of doors", columns="doors in a row",
        usual={"width": 0.95, "height": 1.5, "depth": 0.45, "rows": 1, "columns": 2, "handle": "knob",
               "relief": "panelled"},
    ),
    "table": FormKind(
        title="Table", build=_table,
        usual={"width": 1.4, "height": 0.75, "depth": 0.8, "rows": 1, "columns": 1, "handle": "none", "base": "none",
               "base_height": 0.0},
    ),
    "chair": FormKind(
        title="Chair", build=_chair,
        usual={"width": 0.44, "height": 0.9, "depth": 0.42, "rows": 1, "columns": 1, "handle": "none", "base": "none",
               "base_height": 0.0},
    ),
    "stool": FormKind(
        title="Stool or stand", build=_stool,
        usual={"width": 0.36, "height": 0.7, "depth": 0.36, "rows": 1, "columns": 1, "handle": "none", "base": "none",
               "base_height": 0.0},
    ),
    "settle": FormKind(
        title="Bench or settle", build=_settle, columns="boards in the back",
        usual={"width": 1.3, "height": 1.05, "depth": 0.46, "rows": 1, "columns": 4, "handle": "none", "base": "none",
               "base_height": 0.0, "relief": "panelled"},
    ),
    "desk": FormKind(
        title="Desk", build=_desk, rows="drawers on each side",
        usual={"width": 1.3, "height": 0.77, "depth": 0.62, "rows": 3, "columns": 1, "handle": "knob"},
    ),
    "roll_desk": FormKind(
        title="Desk with a roll top", build=_roll_desk, rows="drawers on each side",
        usual={"width": 1.3, "height": 1.15, "depth": 0.7, "rows": 3, "columns": 1, "handle": "knob"},
    ),
    "bookcase": FormKind(
        title="Bookcase", build=_bookcase, rows="compartments",
        usual={"width": 0.8, "height": 1.6, "depth": 0.3, "rows": 5, "columns": 1, "handle": "none"},
    ),
    "mirror": FormKind(
        title="Mirror frame", build=_mirror,
        usual={"width": 0.6, "height": 0.8, "depth": 0.03, "rows": 1, "columns": 1, "handle": "none", "base": "none",
               "base_height": 0.0, "relief": "moulded"},
    ),
    "box": FormKind(
        title="Box", build=_box,
        usual={"width": 0.4, "height": 0.22, "depth": 0.28, "rows": 1, "columns": 1, "handle": "none", "base": "none",
               "base_height": 0.0},
    ),
    "board": FormKind(
        title="Board", build=_board, columns="boards side by side",
        usual={"width": 0.6, "height": 0.3, "depth": 0.02, "rows": 1, "columns": 3, "handle": "none", "base": "none",
               "base_height": 0.0},
    ),
}  # fmt: skip


def usual_piece(form: str, **changes: Any) -> Piece:
    """Return a piece of a form with its usual measures; ValueError lists the known forms."""
    if form not in FORMS:
        raise ValueError(f"there is no form {form!r}; known are {', '.join(FORMS)}")
    return Piece(form=form, **{**FORMS[form].usual, **changes})
