"""Handles of a piece: what is done with them, how many there are, what they cost, which holes are filled or
drilled.

All lengths in millimetres, since that is how handles are sold: the distance between the middles of their
holes.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final, Literal

from jug_mingle.core.marked import marked
from jug_mingle.core.pieces.forms import Piece
from jug_mingle.core.pieces.solids import Front

Act = Literal["keep", "clean", "paint", "change"]

ACTS: Final = {"keep": "keep them", "clean": "clean them", "paint": "paint them", "change": "change them"}
"""What is done with handles."""

SAME_HOLE: Final = 1.0
"""A hole so near to an old one is the old one. [mm]"""

_TOUCHING: Final = 6.0
"""A new hole nearer than this to an old one breaks into it, unless that is filled and dry. [mm]"""

_MOST_APART: Final = 1500.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Hardware:
    """What is done with the handles of a piece.

    Attributes
    ----------
    act : str
        A key of `ACTS`.
    each : int
        New handles on one front. 1..2
    old_apart, new_apart : float
        Between the holes of an old and of a new handle; 0 for one hole. [mm]
    old_each : int
        Old handles on one front. 1..2
    price : float
        Of a new handle, in the person's own currency.
    """

    act: Act = "keep"
    each: int = 1
    old_each: int = 1
    old_apart: float = 0.0
    new_apart: float = 0.0
    price: float = 0.0

    def __post_init__(self) -> None:
        if self.act not in ACTS:
            raise ValueError(f"handles are dealt with by {', '.join(ACTS)}, not {self.act!r}")
        if not (self.each in (1, 2) and self.old_each in (1, 2)):
            raise ValueError(f"a front has one handle or two, got {self.each} and {self.old_each}")
        for apart in (self.old_apart, self.new_apart):
            if not 0.0 <= apart <= _MOST_APART:
                raise ValueError(
                    f"holes are from 0 to {marked(_MOST_APART, unit='mm')} apart, got "
                    f"{marked(apart, unit='mm')}"
                )
        if not 0.0 <= self.price <= 1e6:
            raise ValueError(f"a price is from 0, got {marked(self.price)}")

    @classmethod
    def of(cls, spec: dict[str, Any] | None) -> "Hardware":
        """Return it as plain values say it; handles are kept where nothing is said."""
        return cls(**(spec or {}))


@dataclass(frozen=True, slots=True, kw_only=True)
class Holes:
    """The holes of one front, from its left edge [mm], at half of its height: which old ones stay in use,
    which are filled, which are drilled; `close` are new ones that would break into a filled one."""

    part: str
    kept: tuple[float, ...]
    filled: tuple[float, ...]
    drilled: tuple[float, ...]
    close: tuple[float, ...]


def handled(piece: Piece) -> list[Front]:
    """Return the fronts of a piece that have a handle, in their order."""
    return [front for box in reversed(piece.boxes) for front in box.fronts if front.handle != "none"]


def count_of(piece: Piece, hardware: Hardware, pieces: int = 1) -> int:
    """Return how many new handles some pieces alike take; one that was put on by itself is one."""
    single = sum(box.kind == "handle" for box in piece.boxes)
    return pieces * (hardware.each * len(handled(piece)) + single)


def places(width: float, each: int, apart: float) -> tuple[float, ...]:
    """Return where the holes of a front lie, from its left edge: handles at its middle, or at its quarters.
    [mm]

    Raises
    ------
    ValueError
        If they do not fit.
    """
    middles = (0.5 * width,) if each == 1 else (0.25 * width, 0.75 * width)
    found = [
        middle + side
        for middle in middles
        for side in ((0.0,) if apart == 0.0 else (-0.5 * apart, 0.5 * apart))
    ]
    if min(found) < SAME_HOLE or (each == 2 and apart > 0.5 * width):
        raise ValueError(
            f"holes {marked(apart, unit='mm')} apart do not fit a front {marked(width, '.0f', 'mm')} wide"
        )
    return tuple(found)


def holes_of(front: Front, hardware: Hardware) -> Holes:
    """Return the old and the new holes of a front compared."""
    width = 1000.0 * front.w
    old = places(width, hardware.old_each, hardware.old_apart)
    new = places(width, hardware.each, hardware.new_apart)
    kept = tuple(at for at in new if _near(at, old, SAME_HOLE))
    drilled = tuple(at for at in new if at not in kept)
    filled = tuple(at for at in old if not _near(at, new, SAME_HOLE))
    return Holes(
        part=front.part, kept=kept, filled=filled, drilled=drilled,
        close=tuple(at for at in drilled if _near(at, filled, _TOUCHING)),
    )  # fmt: skip


def _near(at: float, others: Sequence[float], within: float) -> bool:
    return any(abs(at - other) <= within for other in others)
