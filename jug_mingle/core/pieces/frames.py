"""Forms that are frames: legs and rails with slabs and backs, and single boards."""

from dataclasses import replace
from typing import TYPE_CHECKING

from jug_mingle.core.pieces.cases import BOARD, Numbers, Row, fronts_in, legs
from jug_mingle.core.pieces.solids import Box, Front

if TYPE_CHECKING:
    from jug_mingle.core.pieces.forms import Piece

_CUSHION = 0.05
"""Thickness of a padded seat. [m]"""


def _slab(piece: "Piece", y: float, depth: float, *, kind: str = "top", covered: float = 0.0) -> Box:
    return Box(
        made="slab", zone="top", kind=kind, part=kind, x=0.0, y=y, z=0.0, w=piece.width, h=BOARD, d=depth,
        top_covered=covered,
    )  # fmt: skip


def _seat(piece: "Piece", y: float, depth: float) -> list[Box]:
    """Return a seat, with its padding where it has some."""
    if piece.seat == "wood":
        return [_slab(piece, y, depth, kind="seat")]
    w, d = piece.width - 0.02, depth - 0.02
    cushion = Box(
        made="cushion", zone="padding", kind="upholstery", part="seat padding", x=0.01, y=y - _CUSHION, z=0.0,
        w=w, h=_CUSHION, d=d,
    )  # fmt: skip
    return [_slab(piece, y, depth, kind="seat", covered=w * d), cushion]


def table(piece: "Piece") -> list[Box]:
    """Return a top on an apron and four legs, with leaves that hang at its ends."""
    inset, thick, numbers = 0.04, min(0.06, 0.12 * piece.width), Numbers({})
    w, d = piece.width - 2 * inset, piece.depth - 2 * inset
    apron = min(0.10, 0.25 * piece.height)
    below = legs(inset, BOARD, w, d, piece.height - BOARD, thick, numbers, piece.leg)
    hang = min(0.35, 0.6 * (piece.height - BOARD))
    leaves = [
        Box(
            made="leaf", zone="top", kind="leaf", part=f"leaf {n + 1}", x=(piece.width, -0.022)[n], y=0.0,
            z=0.0, w=0.022, h=hang, d=piece.depth, upright=True,
        )
        for n in range(piece.leaves)
    ]  # fmt: skip
    return [
        _slab(piece, 0.0, piece.depth),
        Box(
            made="rail", zone="body", kind="rail", part="apron", x=inset, y=BOARD, z=inset, w=w, h=apron, d=d
        ),
        *(replace(leg, z=leg.z + inset, let_in=apron) for leg in below),
        *leaves,
    ]


def stool(piece: "Piece") -> list[Box]:
    """Return a top on four legs with a rail low down."""
    thick, low = min(0.04, 0.15 * piece.width), 0.62 * piece.height
    return [
        _slab(piece, 0.0, piece.depth),
        *legs(0.02, BOARD, piece.width - 0.04, piece.depth, piece.height - BOARD, thick, Numbers({}),
            piece.leg),
        Box(
            made="rail", zone="body", kind="rail", part="rail", x=0.02 + thick, y=low, z=0.0,
            w=piece.width - 0.04 - 2 * thick, h=0.03, d=0.02,
        ),
    ]  # fmt: skip


def chair(piece: "Piece") -> list[Box]:
    """Return a seat between two legs and two posts, with a back between those."""
    seat, thick = 0.52 * piece.height, min(0.04, 0.1 * piece.width)
    back = piece.depth - thick
    posts = [
        Box(
            made="leg", zone="leg", kind="leg", part=f"leg {n}", x=x, y=0.0, z=back, w=thick, h=piece.height,
            d=thick, upright=True,
        )
        for n, x in ((1, 0.0), (2, piece.width - thick))
    ]  # fmt: skip
    front = [
        Box(
            made="leg", zone="leg", kind="leg", part=f"leg {n}", x=x, y=seat, z=0.0, w=thick,
            h=piece.height - seat, d=thick, upright=True, let_in=BOARD, shape=piece.leg,
        )
        for n, x in ((3, 0.0), (4, piece.width - thick))
    ]  # fmt: skip
    rail = Box(
        made="rail", zone="body", kind="rail", part="apron", x=thick, y=seat + BOARD, z=0.005,
        w=piece.width - 2 * thick, h=0.06, d=max(0.02, back - thick),
    )  # fmt: skip
    behind = _back(piece, x=thick, w=piece.width - 2 * thick, z=back, top=0.02, low=seat - 0.06)
    return [*behind, *posts, rail, *front, *_seat(piece, seat, back)]


def _back(piece: "Piece", *, x: float, w: float, z: float, top: float, low: float) -> list[Box]:
    """Return a chair's back: rails, or one field of board, cane or cloth."""
    if piece.back == "none":
        return []
    if piece.back == "slats":
        return [
            Box(made="rail", zone="body", kind="slat", part=f"slat {n}", x=x, y=y, z=z, w=w, h=0.07, d=0.02)
            for n, y in ((1, top), (2, 0.24 * piece.height))
        ]
    kind, zone = ("panel", "body") if piece.back == "panel" else (piece.back, "padding")
    return [
        Box(
            made="panel",
            zone=zone,
            kind=kind,
            part="back",
            x=x,
            y=top,
            z=z,
            w=w,
            h=low - top,
            d=0.02,
            upright=True,
        )
    ]


def settle(piece: "Piece") -> list[Box]:
    """Return a bench with a high back of boards."""
    seat, thick, numbers = min(0.45, 0.55 * piece.height), min(0.06, 0.1 * piece.width), Numbers({})
    y = piece.height - seat
    boards, _, _ = fronts_in(
        piece, (Row(filling="panels", count=piece.columns),), 0.0, 0.0, piece.width, y, numbers
    )  # fmt: skip
    back = Box(
        made="panel", zone="body", kind="back", part="back", x=0.0, y=0.0, z=piece.depth - BOARD,
        w=piece.width, h=y, d=BOARD, upright=True, fronts=tuple(boards),
    )  # fmt: skip
    rail = Box(
        made="rail", zone="body", kind="rail", part="apron", x=thick, y=y + BOARD, z=0.01,
        w=piece.width - 2 * thick, h=0.10, d=max(0.02, piece.depth - 0.04),
    )  # fmt: skip
    stand = legs(0.0, y + BOARD, piece.width, piece.depth, seat - BOARD, thick, numbers, piece.leg)
    behind = [] if piece.back == "none" else [back]
    return [*behind, rail, *stand, *_seat(piece, y, piece.depth)]


def mirror(piece: "Piece") -> list[Box]:
    """Return a frame around a glass."""
    wide = min(0.09, 0.2 * piece.width, 0.2 * piece.height)
    w, h = piece.width, piece.height
    places = ((0.0, 0.0, w, wide), (0.0, h - wide, w, wide), (0.0, wide, wide, h - 2 * wide),
              (w - wide, wide, wide, h - 2 * wide))  # fmt: skip
    frame = tuple(
        Front(
            x=x,
            y=y,
            w=wide_,
            h=high,
            relief=piece.relief,
            zone="moulding",
            kind="moulding",
            part=f"{side} moulding",
        )
        for side, (x, y, wide_, high) in zip(("upper", "lower", "left", "right"), places, strict=True)
    )
    return [
        Box(
            made="panel", zone="glass", kind="glass", part="glass", x=0.0, y=0.0, z=0.0, w=w, h=h,
            d=piece.depth, fronts=frame,
        )
    ]  # fmt: skip


def board(piece: "Piece") -> list[Box]:
    """Return boards side by side."""
    wide = piece.width / piece.columns
    boards = tuple(
        Front(
            x=n * wide, y=0.0, w=wide - 0.002, h=piece.height, row=n, rows=piece.columns, relief=piece.relief,
            kind="board", part=f"board {n + 1}",
        )
        for n in range(piece.columns)
    )  # fmt: skip
    return [
        Box(
            made="panel", zone="body", kind="board", part="edges", x=0.0, y=0.0, z=0.0, w=piece.width,
            h=piece.height, d=piece.depth, fronts=boards,
        )
    ]  # fmt: skip
