"""Rectangles joined to larger ones along sides of one length: what was cut by straight cuts goes together
again."""

from bisect import bisect_left, insort
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

Size = tuple[float, float]
At = tuple[int, float, float, bool]
"""A piece, its upper left corner, and whether it is turned by a quarter."""

_MOST: Final = 6_000
"""Blocks that are kept: of many pieces of one size the first of each make are enough."""

_CLOSE: Final = 1e-5


@dataclass(frozen=True, slots=True)
class Block:
    """Pieces joined: which (bits), its size, the area of the pieces, and where each lies."""

    pieces: int
    w: float
    h: float
    area: float
    at: tuple[At, ...]


def blocks_of(sizes: Sequence[Size], *, turning: bool, within: Size, slack: float) -> list[Block]:
    """Return blocks of pieces that fit within a size, single pieces first.

    Parameters
    ----------
    slack : float
        The share of a block that may be open where two sides are not quite as long. [0..1]
    """
    made: dict[tuple[int, int, int], Block] = {}
    by_side: tuple[list[tuple[float, int]], list[tuple[float, int]]] = ([], [])
    order: list[Block] = []

    def keep(block: Block) -> None:
        key = (block.pieces, round(1e5 * block.w), round(1e5 * block.h))
        if block.w > within[0] + _CLOSE or block.h > within[1] + _CLOSE or key in made or len(order) >= _MOST:
            return
        made[key] = block
        order.append(block)

    for n, (w, h) in enumerate(sizes):
        keep(Block(1 << n, w, h, w * h, ((n, 0.0, 0.0, False),)))
        if turning and abs(w - h) > _CLOSE:
            keep(Block(1 << n, h, w, w * h, ((n, 0.0, 0.0, True),)))
    done = 0
    while done < len(order) and len(order) < _MOST:
        block = order[done]
        for side, length in enumerate((block.w, block.h)):
            own = by_side[side]
            insort(own, (length, done))
            reach = slack * length + _CLOSE
            for other_length, n in own[bisect_left(own, (length - reach, -1)) :]:
                if other_length > length + reach or len(order) >= _MOST:
                    break
                joined = _joined(block, order[n], below=side == 0)
                if joined is not None and joined.area >= (1.0 - slack) * joined.w * joined.h - _CLOSE:
                    keep(joined)
        done += 1
    return order


def _joined(a: Block, b: Block, *, below: bool) -> Block | None:
    """Return two blocks side by side, or one below the other; nothing where they share a piece."""
    if a.pieces & b.pieces:
        return None
    dx, dy = (0.0, a.h) if below else (a.w, 0.0)
    w, h = (max(a.w, b.w), a.h + b.h) if below else (a.w + b.w, max(a.h, b.h))
    return Block(
        a.pieces | b.pieces, w, h, a.area + b.area, (*a.at, *((n, x + dx, y + dy, t) for n, x, y, t in b.at))
    )
