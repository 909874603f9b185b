"""A layout laid on surfaces: the spaces that they make, and the repeats, motifs and masked strips on each."""

from collections.abc import Sequence
from math import ceil, floor, radians, sqrt
from typing import Final

import numpy as np

from jug_mingle.core.marked import marked
from jug_mingle.core.pattern.layout import MOST, Grid, Layout, Placed, Space, Spot
from jug_mingle.core.pattern.surfaces import Plane, Spare, Surface

_SLACK: Final = 1e-6

Size = tuple[float, float]


class TooLargeError(ValueError):
    """A motif is larger than every face; `fits` is the share of its size that is not. (0..1)"""

    def __init__(self, words: str, *, fits: float) -> None:
        super().__init__(words)
        self.fits = fits


class TooManyError(ValueError):
    """There would be more than `MOST` repeats on a face; of `fits` times their size there would not be.
    (1..)"""

    def __init__(self, words: str, *, fits: float) -> None:
        super().__init__(words)
        self.fits = fits


def lay(layout: Layout, surfaces: Sequence[Surface], sizes: Sequence[Size] = ()) -> tuple[Space, ...]:
    """Return the spaces of a layout with what lies on them.

    Parameters
    ----------
    sizes : sequence of (width, height)
        Of the pictures of lettering, one a text. [m]

    Raises
    ------
    TooLargeError
        If a motif is larger than every face.
    TooManyError
        If there would be more than `MOST` repeats.
    ValueError
        If there is nothing to lie on.
    """
    if not surfaces:
        raise ValueError("there is no flat face here to lay it on: choose fronts, sides, a top or a panel")
    offsets = {part: (x, y) for part, x, y in layout.offsets}
    spaces = [_filled(layout, space, n, sizes) for n, space in enumerate(_spaces(layout, surfaces))]
    if layout.arrange != "all_over" and not layout.singles and layout.overhang == 0.0:
        wide, high = max(space.w for space in spaces), max(space.h for space in spaces)
        if min(layout.width, layout.height) > max(wide, high) or layout.width > wide or layout.height > high:
            raise TooLargeError(
                f"the motif is {marked(100 * layout.width, '.1f', 'cm')} by "
                f"{marked(100 * layout.height, '.1f', 'cm')}, and the largest "
                f"face {marked(100 * wide, '.1f', 'cm')} by {marked(100 * high, '.1f', 'cm')}: make it "
                "smaller, or let it run over several",
                fits=max(min(s.w / layout.width, s.h / layout.height) for s in spaces),
            )
    return tuple(
        Space(w=s.w, h=s.h, spots=s.spots, grid=s.grid, placed=s.placed, masked=s.masked, offsets=offsets)
        for s in spaces
    )


def _spaces(layout: Layout, surfaces: Sequence[Surface]) -> list[Space]:
    if layout.span == "each":
        return [
            Space(w=surface.w, h=surface.h, spots=(Spot(surface=surface, x=0.0, y=0.0),))
            for surface in surfaces
        ]
    if layout.span == "wrapped":
        return [_bounded(surfaces)]
    planes: dict[Plane, list[Surface]] = {}
    for one in surfaces:
        planes.setdefault(one.plane, []).append(one)
    return [_butted(own) if layout.span == "butted" else _bounded(own) for own in planes.values()]


def _bounded(own: Sequence[Surface]) -> Space:
    left, top = min(surface.x for surface in own), min(surface.y for surface in own)
    spots = tuple(Spot(surface=surface, x=surface.x - left, y=surface.y - top) for surface in own)
    return Space(
        w=max(s.x + s.surface.w for s in spots), h=max(s.y + s.surface.h for s in spots), spots=spots
    )


def _butted(own: Sequence[Surface]) -> Space:
    """Push surfaces together, row by row: those whose upper edges lie level are of one row."""
    rows: list[list[Surface]] = []
    for surface in sorted(own, key=lambda s: (round(s.y, 2), s.x)):
        if rows and abs(rows[-1][0].y - surface.y) < 0.5 * min(rows[-1][0].h, surface.h):
            rows[-1].append(surface)
        else:
            rows.append([surface])
    spots, y = [], 0.0
    for row in rows:
        x = 0.0
        for surface in sorted(row, key=lambda s: s.x):
            spots.append(Spot(surface=surface, x=x, y=y))
            x += surface.w
        y += max(one.h for one in row)
    return Space(w=max(s.x + s.surface.w for s in spots), h=y, spots=tuple(spots))


def _filled(layout: Layout, space: Space, number: int, sizes: Sequence[Size]) -> Space:
    if layout.singles:
        return _with(space, placed=tuple(_singles(layout, space, sizes)))
    if layout.arrange == "all_over":
        grid = _grid(layout, space)
        return _with(space, grid=grid, masked=tuple(_masked(layout, space, grid)))
    if layout.arrange == "row":
        return _with(space, placed=tuple(_row(layout, space)))
    if layout.arrange == "corners":
        return _with(space, placed=tuple(_corners(layout, space)))
    if layout.arrange == "border":
        return _with(space, placed=tuple(_border(layout, space)))
    x = {"left": layout.margin + 0.5 * layout.width, "centre": 0.5 * space.w}.get(
        layout.across, space.w - layout.margin - 0.5 * layout.width
    )
    y = {"top": layout.margin + 0.5 * layout.height, "centre": 0.5 * space.h}.get(
        layout.down, space.h - layout.margin - 0.5 * layout.height
    )
    if layout.texts and number >= len(layout.texts):
        return space  # fewer words than faces: the others stay plain
    art = number if layout.texts else 0
    w, h = sizes[art] if sizes else (layout.width, layout.height)
    placed = Placed(
        x=x + layout.shift_x, y=y + layout.shift_y, w=w, h=h, turn=layout.turn,
        mirrored=layout.mirrored in ("across", "both") and number % 2 == 1, art=art,
    )  # fmt: skip
    return _with(space, placed=(placed,))


def _with(
    space: Space, *, grid: Grid | None = None, placed: tuple[Placed, ...] = (), masked: tuple[Spare, ...] = ()
) -> Space:
    return Space(w=space.w, h=space.h, spots=space.spots, grid=grid, placed=placed, masked=masked)


def _singles(layout: Layout, space: Space, sizes: Sequence[Size]) -> list[Placed]:
    there = {spot.surface.part: spot for spot in space.spots}
    texts = texts_of(layout)
    positions = []
    for single in layout.singles:
        if single.part not in there:
            continue
        art = texts.index(single.text) if single.text in texts else 0
        w, h = sizes[art] if sizes else (layout.width, layout.height)
        positions.append(
            Placed(
                x=there[single.part].x + single.x, y=there[single.part].y + single.y, w=w * single.size,
                h=h * single.size,
                turn=single.turn, mirrored=single.mirrored, art=art, pinned=single.pinned,
            )
        )  # fmt: skip
    return positions


def texts_of(layout: Layout) -> list[str]:
    """Return the words of lettering, one a picture: those put by hand each once, else one a part."""
    return list(dict.fromkeys(single.text for single in layout.singles if single.text)) or list(layout.texts)


def _first(size: float, pitch: float, count: int, overhang: float, start: str, shift: float) -> float:
    """Return where the first of so many repeats begins along a side."""
    if start in ("left", "top"):
        return shift - overhang
    if start in ("right", "bottom"):
        return size + overhang - count * pitch + shift
    return 0.5 * (size - count * pitch) + shift


def _along(
    size: float, pitch: float, layout: Layout, sheet: int, start: str, shift: float
) -> tuple[float, float, int]:
    """Return where repeats begin along a side, their pitch, and how many there are."""
    room = size + 2.0 * layout.overhang
    if layout.whole:
        if sheet == 1:
            count = max(1, round(room / pitch))
            return shift - layout.overhang, room / count, count
        count = max(1, floor(room / pitch + _SLACK))
        return _first(size, pitch, count, layout.overhang, start, shift), pitch, count
    count = max(1, ceil(room / pitch - _SLACK))
    if start == "centre":  # of the middle motif, or of the joint of two, whichever needs fewer
        at = 0.5 * (size - count * pitch)
        return (
            at + (shift % pitch) - (pitch if shift % pitch else 0.0),
            pitch,
            count + (1 if shift % pitch else 0),
        )
    first = _first(size, pitch, count, layout.overhang, start, shift)
    before = max(0, ceil((first + layout.overhang) / pitch - _SLACK))
    after = max(0, ceil((size + layout.overhang - first - count * pitch) / pitch - _SLACK))
    return first - before * pitch, pitch, count + before + after


def _grid(layout: Layout, space: Space) -> Grid:
    pitch_x, pitch_y = layout.pitch
    many = ceil((space.w + 2 * layout.overhang) / pitch_x) * ceil((space.h + 2 * layout.overhang) / pitch_y)
    if many > MOST:
        raise TooManyError(
            f"that is {many} motifs on one face, more than {MOST}: take a larger motif, or a wider repeat",
            fits=sqrt(many / MOST),
        )
    x, pitch_x, columns = _along(space.w, pitch_x, layout, layout.columns, layout.across, layout.shift_x)
    y, pitch_y, rows = _along(space.h, pitch_y, layout, layout.rows, layout.down, layout.shift_y)
    if layout.half_drop and not layout.whole:
        y, rows = y - pitch_y, rows + 1
    return Grid(
        x=x, y=y, pitch_x=pitch_x, pitch_y=pitch_y, columns=columns, rows=rows, half_drop=layout.half_drop
    )


def _masked(layout: Layout, space: Space, grid: Grid) -> list[Spare]:
    """Return the strips that are taped over: the rest of a print of which only whole columns, or rows, are
    laid."""
    if not layout.whole:
        return []
    spares = []
    right, low = grid.x + grid.columns * grid.pitch_x, grid.y + grid.rows * grid.pitch_y
    surplus = -grid.columns % layout.columns
    if surplus:
        why = f"{surplus} of {layout.columns} columns"
        spares.append(Spare(x=right, y=grid.y, w=surplus * grid.pitch_x, h=low - grid.y, why=why))
    surplus = -grid.rows % layout.rows
    if surplus:
        why = f"{surplus} of {layout.rows} rows"
        spares.append(Spare(x=grid.x, y=low, w=right - grid.x, h=surplus * grid.pitch_y, why=why))
    return spares


def _row(layout: Layout, space: Space) -> list[Placed]:
    pitch, y = (
        layout.pitch[0],
        {"top": layout.margin + 0.5 * layout.height, "centre": 0.5 * space.h}.get(
            layout.down, space.h - layout.margin - 0.5 * layout.height
        ),
    )
    x, pitch, count = _along(space.w, pitch, layout, layout.columns, layout.across, layout.shift_x)
    return [
        Placed(x=x + (n + 0.5) * pitch, y=y + layout.shift_y, w=layout.width, h=layout.height,
            turn=layout.turn,
               mirrored=layout.mirrored in ("across", "both") and n % 2 == 1)
        for n in range(count)
    ]  # fmt: skip


def _corners(layout: Layout, space: Space) -> list[Placed]:
    """One in each corner, turned to it by mirroring; wedges half-way between them."""
    m, w, h = layout.margin, layout.width, layout.height
    left, top = m + 0.5 * w + layout.shift_x, m + 0.5 * h + layout.shift_y
    right, low = space.w - left, space.h - top
    positions = [
        Placed(x=left, y=top, w=w, h=h), Placed(x=right, y=top, w=w, h=h, mirrored=True),
        Placed(x=right, y=low, w=w, h=h, turn=180.0),
        Placed(x=left, y=low, w=w, h=h, turn=180.0, mirrored=True),
    ]  # fmt: skip
    across = [(0.5 * space.w, m + 0.25 * w, 0.0), (0.5 * space.w, space.h - m - 0.25 * w, 180.0)]
    aside = [(m + 0.25 * w, 0.5 * space.h, 270.0), (space.w - m - 0.25 * w, 0.5 * space.h, 90.0)]
    for x, y, turn in [*across, *aside][: layout.wedges]:
        positions.append(Placed(x=x, y=y, w=w, h=0.5 * w, turn=turn, art=1))
    return positions


def _border(layout: Layout, space: Space) -> list[Placed]:
    """Whole repeats along the four edges, each turned to stand on its own."""
    pitch, h, m = layout.pitch[0], layout.height, layout.margin
    positions = []
    for length, corner, turn in (
        (space.w, (m, m), 0.0), (space.h, (space.w - m, m), 90.0),
        (space.w, (space.w - m, space.h - m), 180.0), (space.h, (m, space.h - m), 270.0),
    ):  # fmt: skip
        room = length - 2.0 * m - h
        count = max(1, round(room / pitch))
        step, (c, s) = room / count, (round(np.cos(radians(turn))), round(np.sin(radians(turn))))
        for n in range(count):
            along, in_ = (n + 0.5) * step, 0.5 * h
            positions.append(
                Placed(x=corner[0] + c * along - s * in_, y=corner[1] + s * along + c * in_,
                       w=min(layout.width, step), h=h, turn=turn)
            )  # fmt: skip
    return positions
