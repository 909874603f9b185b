"""Whether the sheets suffice: what is cut from which, where joins come, what is left, and what would take
fewer."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.pattern.blocks import Size
from jug_mingle.core.pattern.layout import Space
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.packing import Packed, Put, pack
from jug_mingle.core.pattern.sheets import Position, positions_of

_ROLL: Final = 3.0
"""What is longer than this is a roll. [m]"""

_CLOSE: Final = 1e-6


@dataclass(frozen=True, slots=True, kw_only=True)
class Piece:
    """A piece to be cut: for which parts, where its upper left corner lies in its space, and its size. [m]

    `join` is whether it meets another on an open face, where the seam is seen.
    """

    parts: tuple[str, ...]
    space: int
    x: float
    y: float
    w: float
    h: float
    join: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Supply:
    """What is needed of sheets, or of a roll.

    Attributes
    ----------
    sheet : (width, height)
        What of one can be used. [m]
    sheets : int
        How many are cut.
    puts : tuple of Put
        Which piece comes out of which sheet, and where.
    metres : float
        Of a roll, how much of it; 0 of sheets. [m]
    waste : float
        Share of what is cut that is left over. [0..1]
    lacking : int
        Sheets that are lacking of those at hand; 0 where nobody said how many there are.
    left : tuple of Size
        The largest rests. [m]
    """

    sheet: Size
    pieces: tuple[Piece, ...]
    sheets: int
    puts: tuple[Put, ...]
    metres: float
    waste: float
    lacking: int
    left: tuple[Size, ...]


def pieces_of(pattern: Pattern, sheet: Size, *, margin: float = 0.0) -> list[Piece]:
    """Return what has to be cut for a pattern: each motif, or each face in strips no wider than a sheet.

    A join is put at the edge of a face where one is near, so that it is not seen.

    Parameters
    ----------
    margin : float
        By which every piece is cut larger all round, to be trimmed. [m]
    """
    found: list[Piece] = []
    for number, space in enumerate(pattern.spaces):
        if space.grid is None:
            for placed in space.placed:
                x, y, w, h = placed.box
                found += _strips(space, number, x - margin, y - margin, w + 2 * margin, h + 2 * margin, sheet)
            continue
        x, y, w, h = _covered(pattern, space)
        more = margin + pattern.layout.overhang
        found += _strips(space, number, x - more, y - more, w + 2 * more, h + 2 * more, sheet)
    return [piece for piece in found if piece.parts]


def _covered(pattern: Pattern, space: Space) -> tuple[float, float, float, float]:
    share, side = pattern.layout.reach, pattern.layout.reach_from
    w = space.w * (share if side in ("left", "right") else 1.0)
    h = space.h * (share if side in ("top", "bottom") else 1.0)
    return (space.w - w if side == "right" else 0.0), (space.h - h if side == "bottom" else 0.0), w, h


def _strips(space: Space, number: int, x: float, y: float, w: float, h: float, sheet: Size) -> list[Piece]:
    """Return a rectangle cut into pieces that a sheet holds."""
    edges_x = sorted({e for s in space.spots for e in (s.x, s.x + s.surface.w)})
    edges_y = sorted({e for s in space.spots for e in (s.y, s.y + s.surface.h)})
    found = []
    for x_0, x_1, seen_x in _cuts(x, x + w, sheet[0], edges_x):
        for y_0, y_1, seen_y in _cuts(y, y + h, sheet[1], edges_y):
            parts = tuple(
                dict.fromkeys(
                    s.surface.part for s in space.spots
                    if s.x < x_1 - _CLOSE and s.x + s.surface.w > x_0 + _CLOSE
                    and s.y < y_1 - _CLOSE and s.y + s.surface.h > y_0 + _CLOSE
                )
            )  # fmt: skip
            found.append(
                Piece(
                    parts=parts, space=number, x=x_0, y=y_0, w=x_1 - x_0, h=y_1 - y_0, join=seen_x or seen_y
                )
            )
    return found


def _cuts(start: float, end: float, most: float, edges: Sequence[float]) -> list[tuple[float, float, bool]]:
    """Return a length in parts no longer than a sheet, each with whether its far join is seen."""
    found, at = [], start
    while end - at > most + _CLOSE:
        least = at + 0.35 * most
        hidden = [edge for edge in edges if least < edge <= at + most + _CLOSE and edge < end - _CLOSE]
        to = max(hidden, default=at + most)
        found.append((at, to, not hidden))
        at = to
    return [*found, (at, end, False)]


def cut_for(pattern: Pattern, kind: str) -> tuple[list[Piece], Size]:
    """Return the pieces that a kind of layer is cut into, and what of a sheet can be used for them. [m]"""
    layout = pattern.layout
    whole, border = layout.sheet, layout.border
    if kind == "lined":
        return pieces_of(pattern, whole, margin=border), whole
    sheet = (whole[0] - 2.0 * border, whole[1] - 2.0 * border)
    return pieces_of(pattern, sheet), sheet


def positions_to_lay(pattern: Pattern, kind: str) -> list[Position]:
    """Return what a kind of layer is laid in, one after the other: pieces of paper and cane as they are cut,
    else the sheets of a stencil and the motifs."""
    if kind not in ("paper", "lined"):
        return positions_of(pattern)
    cut, _ = cut_for(pattern, kind)
    return positions_of(pattern, [(piece.space, piece.x, piece.y, piece.w, piece.h) for piece in cut])


def supplied(
    pieces: Sequence[Piece], sheet: Size, *, at_hand: int = 0, turning: bool = False
) -> Supply:  # fmt: skip
    """Return pieces put onto the fewest sheets, or the shortest length of a roll.

    Parameters
    ----------
    at_hand : int
        Sheets that there are; 0 where nobody said.
    turning : bool
        Whether pieces may be turned: what has no upper side.

    Raises
    ------
    ValueError
        If a piece is larger than a sheet, or a sheet has no size.
    """
    if min(sheet) <= 0.0:
        raise ValueError("a sheet is wider and higher than 0: say its size")
    sizes = [(piece.w, piece.h) for piece in pieces]
    for w, h in sizes:
        fits = w <= sheet[0] + _CLOSE and h <= sheet[1] + _CLOSE
        if not fits and not (turning and h <= sheet[0] + _CLOSE and w <= sheet[1] + _CLOSE):
            raise ValueError(
                f"a piece of {marked(100 * w, '.1f', 'cm')} by {marked(100 * h, '.1f', 'cm')} does not "
                "come out of a sheet of "
                f"{marked(100 * sheet[0], '.1f', 'cm')} by {marked(100 * sheet[1], '.1f', 'cm')}: cut "
                "the picture into parts, or take "
                f"larger sheets"
            )
    if sheet[1] >= _ROLL:
        return _from_roll(pieces, sheet, at_hand)
    alone = all(2.0 * w > sheet[0] + _CLOSE and 2.0 * h > sheet[1] + _CLOSE for w, h in sizes)
    alike = len({(round(w, 6), round(h, 6)) for w, h in sizes}) == 1
    packed = _alike(sizes, sheet) if alone or alike else _fewest(sizes, sheet, turning)
    used = len({put.bin for put in packed.put})
    covered = sum(w * h for w, h in sizes)
    return Supply(
        sheet=sheet, pieces=tuple(pieces), sheets=used, puts=packed.put, metres=0.0,
        waste=max(0.0, 1.0 - covered / (used * sheet[0] * sheet[1])) if used else 0.0,
        lacking=max(0, used - at_hand) if at_hand else 0, left=_rests(sizes, packed.put, sheet, used),
    )  # fmt: skip


def _alike(sizes: Sequence[Size], sheet: Size) -> Packed:
    """Return pieces of one size packed in rows and columns, or each of its own sheet where no two go on
    one."""
    w, h = sizes[0]
    columns, rows = max(1, int(sheet[0] / w + _CLOSE)), max(1, int(sheet[1] / h + _CLOSE))
    put = []
    for number in range(len(sizes)):
        bin_, rest = divmod(number, columns * rows)
        put.append(Put(piece=number, bin=bin_, x=rest % columns * w, y=rest // columns * h))
    return Packed(put=tuple(put), left=(), used=1.0, best=True)


_SEARCHED: Final = 40
"""So many pieces are packed by search; more are put in rows."""

_ROUNDS: Final = 3


def _fewest(sizes: Sequence[Size], sheet: Size, turning: bool) -> Packed:
    """Return pieces packed into as few sheets as were found, never more than rows of them take."""
    rows = _in_rows(sizes, sheet, turning)
    most = len({put.bin for put in rows})
    area = sum(w * h for w, h in sizes)
    count = max(1, ceil(area / (sheet[0] * sheet[1]) - 1e-9))
    tries = _ROUNDS if len(sizes) <= _SEARCHED else 0
    while tries and count < most:
        packed = pack(sizes, [sheet] * count, turning=turning)
        if not packed.left:
            return packed
        lacking = sum(sizes[n][0] * sizes[n][1] for n in packed.left) / (sheet[0] * sheet[1])
        count, tries = count + max(1, ceil(lacking - 0.5)), tries - 1
    return Packed(put=tuple(rows), left=(), used=1.0, best=False)


def _in_rows(sizes: Sequence[Size], sheet: Size, turning: bool) -> list[Put]:
    """Return pieces in rows across sheets, the highest first, each in the first row that has room (next-fit
    for sheets, first-fit for rows)."""
    lying = [_lies(size, sheet, turning) for size in sizes]
    puts: list[Put] = []
    rows: list[list[float]] = []  # of each row: its sheet, its y, its height, how far it is filled
    for number in sorted(range(len(sizes)), key=lambda n: -lying[n][1]):
        w, h, turned = lying[number]
        row = next((one for one in rows if one[2] >= h - _CLOSE and one[3] + w <= sheet[0] + _CLOSE), None)
        if row is None:
            last = rows[-1] if rows else None
            below = last[1] + last[2] if last else 0.0
            fits = last is not None and below + h <= sheet[1] + _CLOSE
            row = [
                last[0] if fits and last else float(len({one[0] for one in rows})),
                below if fits else 0.0,
                h,
                0.0,
            ]
            rows.append(row)
        puts.append(Put(piece=number, bin=int(row[0]), x=row[3], y=row[1], turned=turned))
        row[3] += w
    return puts


def _lies(size: Size, sheet: Size, turning: bool) -> tuple[float, float, bool]:
    """Return a piece as it lies in a row: flat where it may be turned and that fits."""
    w, h = size
    upright = w <= sheet[0] + _CLOSE and h <= sheet[1] + _CLOSE
    flat = turning and h <= sheet[0] + _CLOSE and w <= sheet[1] + _CLOSE
    return (h, w, True) if flat and (h > w or not upright) else (w, h, False)


def _from_roll(pieces: Sequence[Piece], sheet: Size, at_hand: int) -> Supply:
    """Return pieces laid side by side across a roll, the longest first: every row is cut off at its
    longest."""
    puts: list[Put] = []
    x = y = row = 0.0
    for number in sorted(range(len(pieces)), key=lambda n: -pieces[n].h):
        piece = pieces[number]
        if x + piece.w > sheet[0] + _CLOSE:
            x, y, row = 0.0, y + row, 0.0
        puts.append(Put(piece=number, bin=0, x=x, y=y))
        x, row = x + piece.w, max(row, piece.h)
    metres = y + row
    covered = sum(one.w * one.h for one in pieces)
    rolls = ceil(metres / sheet[1] - 1e-9)
    return Supply(
        sheet=sheet, pieces=tuple(pieces), sheets=rolls, puts=tuple(puts), metres=metres,
        waste=1.0 - covered / (metres * sheet[0]) if metres else 0.0,
        lacking=max(0, rolls - at_hand) if at_hand else 0, left=(),
    )  # fmt: skip


def _rests(sizes: Sequence[Size], puts: Sequence[Put], sheet: Size, sheets: int) -> tuple[Size, ...]:
    """Return of each sheet the larger of the strips that stay whole at its right and at its foot, if it is of
    use."""
    found = []
    for number in range(sheets):
        own = [(put.x, put.y, *(sizes[put.piece][::-1] if put.turned else sizes[put.piece])) for put in puts
               if put.bin == number]  # fmt: skip
        right, low = (
            max((x + w for x, _, w, _ in own), default=0.0),
            max((y + h for _, y, _, h in own), default=0.0),
        )
        strips = [(sheet[0] - right, sheet[1]), (sheet[0], sheet[1] - low)]
        best = max(strips, key=lambda size: size[0] * size[1])
        if min(best) > 0.03:
            found.append(best)
    return tuple(sorted(found, key=lambda size: -size[0] * size[1])[:3])
