"""Forms that are cases: a body with drawers, doors or compartments on a base."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, Final, Literal

from jug_mingle.core.pieces.profiles import LegShape
from jug_mingle.core.pieces.solids import Box, Front, Opening

if TYPE_CHECKING:
    from jug_mingle.core.pieces.forms import Piece

BOARD: Final = 0.028
"""Thickness of rails, tops and shelves. [m]"""

_SLATS: Final = 9
"""Of a roll top."""

Filling = Literal["drawers", "doors", "open", "panels"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """One row of a case's front, from above: what fills it, how many beside each other, its share of the
    height.

    Of an open row `count` is how many compartments lie one above the other.

    Attributes
    ----------
    beside : bool
        Whether it stands beside the row before instead of below it, as drawers do between two doors; it is as
        high as that then. Drawers and panels of rows that stand beside each other lie one above the other.
    wide : float
        Its share of the width among those.
    """

    filling: Filling = "drawers"
    count: int = 1
    share: float = 1.0
    beside: bool = False
    wide: float = 1.0


@dataclass(slots=True)
class Numbers:
    """Keys of parts in their order over the whole piece: drawer 1, drawer 2, door 1 ..."""

    given: dict[str, int]

    def next(self, kind: str, count: int = 1) -> int:
        """Return the first of `count` numbers."""
        first = self.given.get(kind, 0) + 1
        self.given[kind] = first + count - 1
        return first


_KINDS: Final = {"drawers": "drawer", "doors": "door", "panels": "panel"}


def rows_of(piece: "Piece", filling: Filling) -> tuple[Row, ...]:
    """Return the rows of a case: its own layout, or as many alike as its measures say."""
    return piece.layout or (Row(filling=filling, count=piece.columns),) * piece.rows


@dataclass(slots=True)
class Filled:
    """What fills a field: fronts, openings, and what is behind doors."""

    fronts: list[Front]
    openings: list[Opening]
    behind: list[Opening]


def fronts_in(
    piece: "Piece", rows: Sequence[Row], x: float, y: float, w: float, h: float, numbers: Numbers
) -> tuple[list[Front], list[Opening], list[Opening]]:
    """Return fronts, openings, and what is behind doors, in a field with rails between and around its
    rows."""
    filled = Filled([], [], [])
    bands = bands_of(rows)
    room = h - BOARD * (len(bands) + 1)
    total = sum(band[0].share for band in bands)
    top = y + BOARD
    for number, band in enumerate(bands):
        high = room * band[0].share / total
        across = w - BOARD * (len(band) + 1)
        left = x
        for row in band:
            wide = across * row.wide / sum(one.wide for one in band)
            stacked = len(band) > 1 and row.filling in ("drawers", "panels")
            _fill(
                piece,
                row,
                (left, top, wide + 2.0 * BOARD, high),
                number,
                len(bands),
                numbers,
                filled,
                stacked,
            )
            left += wide + BOARD
        top += high + BOARD
    return filled.fronts, filled.openings, filled.behind


def bands_of(rows: Sequence[Row]) -> list[list[Row]]:
    """Return rows with those that stand beside each other together."""
    bands: list[list[Row]] = []
    for row in rows:
        if row.beside and bands:
            bands[-1].append(row)
        else:
            bands.append([row])
    return bands


def _fill(
    piece: "Piece", row: Row, field: tuple[float, float, float, float], number: int, rows: int,
    numbers: Numbers, filled: Filled, stacked: bool,
) -> None:  # fmt: skip
    """Fill a field: x, y, width with the rails at its sides, height. [m]"""
    x, y, w, h = field
    if row.filling == "open":
        filled.openings.append(
            Opening(
                x=x + BOARD, y=y, w=w - 2 * BOARD, h=h, d=piece.depth - 0.01, shelves=row.count - 1,
                part=f"compartment {numbers.next('compartment')}",
                first_shelf=numbers.next("shelf", row.count - 1) if row.count > 1 else 1,
            )
        )  # fmt: skip
    elif stacked:
        high = (h - BOARD * (row.count - 1)) / row.count
        for n in range(row.count):
            one = (x, y + n * (high + BOARD), w, high)
            filled.fronts += _row(
                piece, replace(row, count=1), one, number * row.count + n, rows * row.count, numbers
            )
    else:
        filled.fronts += _row(piece, row, field, number, rows, numbers)
    if row.filling == "doors":
        filled.behind.append(
            Opening(
                x=x + BOARD, y=y, w=w - 2 * BOARD, h=h, d=piece.depth - 0.01, zone="within",
                shelves=1 if h > 0.4 else 0, first_shelf=numbers.next("shelf") if h > 0.4 else 1,
            )
        )  # fmt: skip


def _row(
    piece: "Piece",
    row: Row,
    field: tuple[float, float, float, float],
    number: int,
    rows: int,
    numbers: Numbers,
) -> Iterator[Front]:
    x, y, w, h = field
    wide = (w - BOARD * (row.count + 1)) / row.count
    kind = _KINDS[row.filling]
    first = numbers.next(kind, row.count)
    for column in range(row.count):
        yield Front(
            x=x + BOARD + column * (wide + BOARD), y=y, w=wide, h=h, row=number, rows=rows,
            relief=piece.relief,
            handle="none" if kind == "panel" else piece.handle, kind=kind, part=f"{kind} {first + column}",
        )  # fmt: skip


def below(
    piece: "Piece", numbers: Numbers, x: float = 0.0, w: float | None = None, inset: float = 0.0
) -> list[Box]:
    """Return what a body stands on; `inset` is how far it stands back from the front, and from the rear.
    [m]"""
    w, d = piece.width if w is None else w, piece.depth - 2.0 * inset
    y, h = piece.height - piece.base_height, piece.base_height
    if piece.base == "none" or h == 0.0:
        return []
    if piece.base == "plinth":
        number = numbers.next("plinth")
        part = "plinth" if number == 1 else f"plinth {number}"
        return [Box(made="panel", zone="plinth", kind="plinth", part=part, x=x, y=y, z=inset, w=w, h=h, d=d)]
    thick = min(0.045, 0.2 * w, 0.3 * d)
    return [replace(leg, z=leg.z + inset) for leg in legs(x, y, w, d, h, thick, numbers, piece.leg)]


def legs(
    x: float, y: float, w: float, d: float, h: float, thick: float, numbers: Numbers, shape: LegShape
) -> list[Box]:
    """Return four legs, those at the back first."""
    first = numbers.next("leg", 4)
    places = [(at_x, at_z) for at_z in (d - thick, 0.0) for at_x in (x, x + w - thick)]
    return [
        Box(
            made="leg", zone="leg", kind="leg", part=f"leg {first + n}", x=at_x, y=y, z=at_z, w=thick, h=h,
            d=thick, upright=True, shape=shape,
        )
        for n, (at_x, at_z) in enumerate(places)
    ]  # fmt: skip


def body_height(piece: "Piece") -> float:
    """Return the height of a body above its base. [m]"""
    return piece.height - (0.0 if piece.base == "none" else piece.base_height)


def _case(piece: "Piece", filling: Filling) -> list[Box]:
    numbers, h = Numbers({}), body_height(piece)
    fronts, openings, behind = fronts_in(piece, rows_of(piece, filling), 0.0, 0.0, piece.width, h, numbers)
    carcass = Box(
        made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=h, d=piece.depth, upright=True,
        fronts=tuple(fronts), openings=tuple(openings), interiors=tuple(behind),
    )  # fmt: skip
    return [*below(piece, numbers), carcass]


def drawers(piece: "Piece") -> list[Box]:
    """Return a case of drawers."""
    return _case(piece, "drawers")


def doors(piece: "Piece") -> list[Box]:
    """Return a case of doors."""
    return _case(piece, "doors")


def bookcase(piece: "Piece") -> list[Box]:
    """Return a case that is open."""
    h, numbers = body_height(piece), Numbers({})
    if piece.layout:
        return _case(piece, "open")
    inner = Opening(
        x=BOARD,
        y=BOARD,
        w=piece.width - 2 * BOARD,
        h=h - 2 * BOARD,
        d=piece.depth - 0.01,
        shelves=piece.rows - 1,
    )
    carcass = Box(
        made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=h, d=piece.depth, upright=True,
        openings=(inner,),
    )  # fmt: skip
    return [*below(piece, numbers), carcass]


def desk(piece: "Piece") -> list[Box]:
    """Return a slab on one pedestal or two, with a drawer between them where it is asked for."""
    numbers, wide = Numbers({}), 0.3 * piece.width
    slab = Box(
        made="slab",
        zone="top",
        kind="top",
        part="top",
        x=0.0,
        y=0.0,
        z=0.0,
        w=piece.width,
        h=BOARD,
        d=piece.depth,
    )
    h, deep = body_height(piece) - BOARD, piece.depth - 0.04
    places = (0.02, piece.width - wide - 0.02)[: piece.pedestals]
    boxes = [slab]
    for number, x in enumerate(places, start=1):
        part = f"pedestal {number}"
        fronts, openings, behind = fronts_in(piece, rows_of(piece, "drawers"), x, BOARD, wide, h, numbers)
        boxes.append(
            Box(
                made="carcass", zone="body", kind="pedestal", part=part, x=x, y=BOARD, z=0.02, w=wide, h=h,
                d=deep, upright=True, fronts=tuple(fronts), openings=tuple(openings), interiors=tuple(behind),
                top_covered=wide * deep, top_part=f"{part} top",
            )
        )  # fmt: skip
        boxes += below(piece, numbers, x, wide, inset=0.02)
    if piece.pedestals == 1:
        far = legs(piece.width - 0.08, BOARD, 0.06, deep, piece.height - BOARD, 0.05, numbers, piece.leg)
        boxes += [replace(leg, z=leg.z + 0.02) for leg in far[::2]]
    if piece.middle_drawer:
        boxes.append(_middle_drawer(piece, wide, numbers))
    return boxes


def _middle_drawer(piece: "Piece", pedestal: float, numbers: Numbers) -> Box:
    x, high = 0.02 + pedestal, 0.12
    w = piece.width - 2.0 * x if piece.pedestals == 2 else piece.width - x - 0.08
    d = 0.75 * piece.depth
    fronts, _, _ = fronts_in(piece, (Row(),), x, BOARD, w, high, numbers)
    return Box(
        made="carcass", zone="body", kind="rail", part="drawer rail", x=x, y=BOARD, z=0.02, w=w, h=high, d=d,
        fronts=tuple(fronts), top_covered=w * d, top_part="drawer rail top", between=True,
    )  # fmt: skip


def roll_desk(piece: "Piece") -> list[Box]:
    """Return a desk, and on it the closed roll: slats over the whole width."""
    high = 0.34 * piece.height
    w, d = piece.width - 0.04, 0.8 * piece.depth
    lower = desk(replace(piece, form="desk", height=piece.height - high, changes=()))
    moved = [
        replace(
            box, y=box.y + high, fronts=tuple(replace(front, y=front.y + high) for front in box.fronts),
            openings=tuple(replace(opening, y=opening.y + high) for opening in box.openings),
            interiors=tuple(replace(opening, y=opening.y + high) for opening in box.interiors),
            # The roll stands on the slab; what it covers is the writing surface within it.
            top_covered=w * d if box.part == "top" else box.top_covered,
        )
        for box in lower
    ]  # fmt: skip
    slat = high / _SLATS
    slats = tuple(
        Front(
            x=0.05, y=n * slat, w=piece.width - 0.1, h=slat - 0.003, row=n, rows=_SLATS, zone="body",
            kind="roll", part="roll",
        )
        for n in range(_SLATS)
    )  # fmt: skip
    roll = Box(
        made="carcass", zone="body", kind="roll", part="roll case", x=0.02, y=0.0, z=0.0, w=w, h=high, d=d,
        fronts=slats, top_part="roll top",
        interiors=(Opening(x=0.05, y=0.0, w=piece.width - 0.1, h=high, d=d - 0.02, zone="within",
            part="roll case"),),
    )  # fmt: skip
    return [*moved, roll]


def box(piece: "Piece") -> list[Box]:
    """Return a box with a lid; it stands free."""
    lid = 0.28 * piece.height
    low = piece.height - lid
    inner = Opening(
        x=SIDE,
        y=SIDE,
        w=piece.width - 2 * SIDE,
        h=piece.height - 2 * SIDE,
        d=piece.depth - 2 * SIDE,
        zone="within",
    )
    return [
        Box(
            made="carcass", zone="body", x=0.0, y=0.0, z=0.0, w=piece.width, h=piece.height, d=piece.depth,
            free=True, interiors=(inner,), top_part="lid top",
            fronts=(
                Front(x=0.0, y=0.0, w=piece.width, h=lid - 0.002, row=0, rows=2, relief=piece.relief,
                    kind="lid",
                      part="lid"),
                Front(x=0.0, y=lid + 0.002, w=piece.width, h=low - 0.002, row=1, rows=2, relief=piece.relief,
                      kind="panel", part="panel"),
            ),
        )
    ]  # fmt: skip


SIDE: Final = 0.008
"""Thickness of a box's walls. [m]"""
