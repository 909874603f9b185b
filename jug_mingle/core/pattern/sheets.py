"""Sheet by sheet: in which order a pattern is laid, from which edges it is measured, how often a screen is
used."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil
from typing import Final, Literal

from jug_mingle.core.pattern.layout import Layout, Space, Spot
from jug_mingle.core.pattern.masks import Pattern

Edge = Literal["barrier", "lifted_wet", "dry"]

BARRIER: Final = 15
"""Of clear coat through the windows, before the colour. Common practice. [minutes]"""

BEFORE_NEXT: Final = 15
"""Until paint can be touched by the next sheet. Common practice. [minutes]"""

PASTE_SETS: Final = 5
"""Until a sheet is lifted off paste. Common practice. [minutes]"""

SCREEN_USES: Final = 10
"""Of a mesh that sticks by itself, washed each time. Common practice."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Position:
    """A sheet laid once, or a motif put once.

    Attributes
    ----------
    space : int
        Which of the spaces it lies in.
    x, y, w, h : float
        Its upper left corner there, and its size. [m]
    left, top : float
        From the piece's own left and upper edge, or those of the side or the top that it lies on, to its
        window. [m]
    parts : tuple of str
        Which it lies on.
    turn : float
        Which way up. [degrees]
    columns, rows : int
        How many repeats of it are printed.
    past : float
        How far it reaches past the outermost edge. [m]
    """

    number: int
    space: int
    x: float
    y: float
    w: float
    h: float
    left: float
    top: float
    parts: tuple[str, ...]
    turn: float = 0.0
    mirrored: bool = False
    columns: int = 1
    rows: int = 1
    past: float = 0.0


def wait_of(kind: str, edge: Edge = "barrier") -> int:
    """Return how long after each position of a kind of layer the next can be laid. [minutes]"""
    if kind == "raised":
        return PASTE_SETS
    if kind == "stencil":
        return BARRIER + BEFORE_NEXT if edge == "barrier" else BEFORE_NEXT
    return 0


def positions_of(
    pattern: Pattern, cut: Sequence[tuple[int, float, float, float, float]] = ()
) -> list[Position]:
    """Return the sheets of a pattern in the order in which they are laid: row by row, each dry before its
    neighbour.

    Parameters
    ----------
    cut : sequence of (space, x, y, w, h)
        Of what is cut from sheets, the pieces: they are laid then. [m]
    """
    found: list[Position] = []
    for number, space in enumerate(pattern.spaces):
        own = [(x, y, w, h, 0.0, False, 1, 1) for at, x, y, w, h in cut if at == number]
        for x, y, w, h, turn, mirrored, columns, rows in own or _pieces(pattern.layout, space):
            parts = _parts(space, x, y, w, h)
            if not parts:
                continue
            left, top = _from_edges(space, x, y)
            past = max(0.0, -x, -y, x + w - space.w, y + h - space.h)
            found.append(
                Position(
                    number=len(found) + 1, space=number, x=x, y=y, w=w, h=h, left=left, top=top, parts=parts,
                    turn=turn, mirrored=mirrored, columns=columns, rows=rows, past=past,
                )
            )  # fmt: skip
    return found


_Piece = tuple[float, float, float, float, float, bool, int, int]


def _pieces(layout: Layout, space: Space) -> list[_Piece]:
    grid = space.grid
    if grid is None:
        return [(*placed.box, placed.turn, placed.mirrored, 1, 1) for placed in space.placed]
    return [
        (
            grid.x + column * grid.pitch_x, grid.y + row * grid.pitch_y, layout.columns * grid.pitch_x,
            layout.rows * grid.pitch_y, layout.turn, False, min(layout.columns, grid.columns - column),
            min(layout.rows, grid.rows - row),
        )
        for row in range(0, grid.rows, layout.rows) for column in range(0, grid.columns, layout.columns)
    ]  # fmt: skip


def _parts(space: Space, x: float, y: float, w: float, h: float) -> tuple[str, ...]:
    def meets(spot: Spot) -> bool:
        surface = spot.surface
        return (
            x < spot.x + surface.w - 1e-6
            and x + w > spot.x + 1e-6
            and y < spot.y + surface.h - 1e-6
            and y + h > spot.y + 1e-6
        )

    return tuple(dict.fromkeys(spot.surface.part for spot in space.spots if meets(spot)))


def _from_edges(space: Space, x: float, y: float) -> tuple[float, float]:
    """Return how far a corner is from the edges that a person measures from: those of the piece, where the
    faces lie as they do on it; else those of the space."""
    first = space.spots[0]
    side = first.surface.plane != "front"
    as_on_piece = all(
        abs((spot.x - first.x) - (spot.surface.x - first.surface.x)) < 1e-6
        and abs((spot.y - first.y) - (spot.surface.y - first.surface.y)) < 1e-6
        for spot in space.spots
    )
    if side or not as_on_piece:
        return x, y
    return x - first.x + first.surface.x, y - first.y + first.surface.y


@dataclass(frozen=True, slots=True, kw_only=True)
class Count:
    """How much work a pattern is.

    Attributes
    ----------
    positions : int
        Sheets or motifs laid.
    motifs : int
        Repeats that are printed, whole or in part.
    cut : int
        Of them those that an edge cuts.
    area : float
        What is really covered. [m²]
    screens : int
        So many stencils are used up; none of a film that keeps.
    washes : int
        Uses of the last of them.
    minutes : int
        Waits between positions, from the first to the last.
    """

    positions: int
    motifs: int
    cut: int
    area: float
    screens: int
    washes: int
    minutes: int


def counted(
    pattern: Pattern, positions: Sequence[Position], *, pieces: int = 1, wait: int = BARRIER + BEFORE_NEXT
) -> Count:  # fmt: skip
    """Return how much work a pattern is, on so many pieces.

    Parameters
    ----------
    wait : int
        After each position. [minutes]
    """
    mesh, used = pattern.layout.mesh, pattern.layout.used
    motifs, cut = 0, 0
    for space in pattern.spaces:
        for x, y, w, h in _boxes(space):
            if x + w <= 0 or y + h <= 0 or x >= space.w or y >= space.h:
                continue
            motifs += 1
            cut += x < -1e-6 or y < -1e-6 or x + w > space.w + 1e-6 or y + h > space.h + 1e-6
    laid = len(positions) * pieces
    screens = ceil((used + laid) / SCREEN_USES) if mesh else 0
    return Count(
        positions=laid, motifs=motifs * pieces, cut=cut * pieces, area=pattern.area * pieces, screens=screens,
        washes=(used + laid - 1) % SCREEN_USES + 1 if mesh and laid else 0, minutes=laid * wait,
    )  # fmt: skip


def _boxes(space: Space) -> list[tuple[float, float, float, float]]:
    grid = space.grid
    if grid is None:
        return [placed.box for placed in space.placed]
    return [
        (
            grid.x + column * grid.pitch_x,
            grid.y + (row + (0.5 if grid.half_drop and column % 2 else 0.0)) * grid.pitch_y,
            grid.pitch_x, grid.pitch_y,
        )
        for column in range(grid.columns) for row in range(grid.rows)
    ]  # fmt: skip
