"""What is printed and cut of a layout: faces at true size, the cutting list, the sheet of a stencil as
SVG."""

from collections.abc import Iterator
from dataclasses import replace
from math import radians
from typing import Final

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.pattern.art import Art, Motif, Ring
from jug_mingle.core.pattern.laying import texts_of
from jug_mingle.core.pattern.layout import Grid, Layout, Placed, Space, Spot
from jug_mingle.core.pieces.addresses import said_of
from jug_mingle.errors import UnfitError
from jug_mingle.formats.images import Pixels
from jug_mingle.formats.svg_shapes import write_svg
from jug_mingle.formats.true_scale import Printed, Table, TrueFace, true_scale
from jug_mingle.services.layouts import Laid, both, length, numbers_of, steps_of
from jug_mingle.services.motifs import letters, motif_of, way_up

_MARK: Final = 0.005
"""Half the length of a register mark. [m]"""


def layout_pdf(session: Session, laid_out: Laid, *, title: str, paper: str, saying: Saying) -> bytes:
    """Return a layout as PDF; UnfitError when it would be too many pages."""
    rings = _outlines(session, laid_out)
    faces: dict[tuple[object, ...], list[TrueFace]] = {}
    for space in laid_out.pattern.spaces:
        for spot in space.spots:
            face = _face(laid_out, space, spot, rings)
            faces.setdefault(_alike(face), []).append(face)
    named = [_named(same) for same in faces.values()]
    try:
        return true_scale(
            title, named,
            [_where(laid_out, saying), *_cut(laid_out, saying), _takes(session, laid_out, saying)],
            notes=steps_of(session, laid_out), paper=paper,
        )  # fmt: skip
    except ValueError as error:
        raise UnfitError(str(error)) from error


def _alike(face: TrueFace) -> tuple[object, ...]:
    def rounded(values: object) -> bytes:
        return np.round(np.asarray(values, dtype=float), 5).tobytes()

    return (
        round(face.width, 5), round(face.height, 5), *(rounded(ring) for ring in face.rings),
        rounded(face.sheets),
        *(rounded((p.x, p.y, p.w, p.h, p.turn, p.mirrored)) for p in face.pictures), rounded(face.spares),
    )  # fmt: skip


def _named(same: list[TrueFace]) -> TrueFace:
    """Return one face for all that are printed alike, called by all of them."""

    return same[0] if len(same) == 1 else replace(same[0], title=", ".join(face.title for face in same))


def _outlines(session: Session, laid_out: Laid) -> list[Motif] | None:
    """Return the outlines of a layout's pictures; None of what is printed in colours."""
    if laid_out.layer.of.palette is not None:
        return None
    layout = laid_out.pattern.layout
    job = laid_out.row.job_id
    if laid_out.said.motif == "text" or laid_out.said.texts:
        height = laid_out.said.height or laid_out.said.width
        bridged = laid_out.layer.kind != "lettering"
        return [
            letters(words or "·", font=laid_out.said.font, height=height, bridged=bridged)
            for words in texts_of(layout) or ["1"]
        ]
    found = [motif_of(session, job, laid_out.said.motif, layout.width)]
    if layout.arrange == "corners" and layout.wedges:
        found.append(motif_of(session, job, "wedge", layout.width))
    return found


def _face(laid_out: Laid, space: Space, spot: Spot, outlines: list[Motif] | None) -> TrueFace:
    surface = spot.surface
    aside, down = space.offsets.get(surface.part, (0.0, 0.0))
    origin = (spot.x - aside, spot.y - down)
    near = [p for p in placed_on(space, laid_out.pattern.layout) if _meets(p, spot, origin)]
    rings: list[Ring] = []
    pictures: list[Printed] = []
    for p in near:
        if outlines is None:
            art = laid_out.pattern.arts[min(p.art, len(laid_out.pattern.arts) - 1)]
            pictures.append(
                Printed(pixels=pixels_of_art(art), x=p.x - origin[0], y=p.y - origin[1], w=p.w, h=p.h,
                    turn=p.turn,
                        mirrored=p.mirrored)
            )  # fmt: skip
        else:
            rings += [ring - np.array(origin) for ring in put(outlines[min(p.art, len(outlines) - 1)], p)]
    here = [
        at
        for at in laid_out.positions
        if laid_out.pattern.spaces[at.space] is space and surface.part in at.parts
    ]
    return TrueFace(
        title=said_of(surface.name), width=surface.w, height=surface.h, rings=rings, pictures=pictures,
        sheets=[(at.x - origin[0], at.y - origin[1], at.w, at.h) for at in here] if space.grid else (),
        spares=[(s.x, s.y, s.w, s.h) for s in surface.spares],
    )  # fmt: skip


def _meets(p: Placed, spot: Spot, origin: tuple[float, float]) -> bool:
    x, y, w, h = p.box
    x, y = x - origin[0], y - origin[1]
    return x < spot.surface.w and x + w > 0.0 and y < spot.surface.h and y + h > 0.0


def placed_on(space: Space, layout: Layout) -> Iterator[Placed]:
    """Yield every motif of a space, those of its grid one by one."""
    yield from space.placed
    grid = space.grid
    if grid is None:
        return
    for column in range(grid.columns):
        odd = grid.half_drop and column % 2 == 1
        for row in range(grid.rows - (1 if odd and layout.whole else 0)):
            yield _of_grid(grid, layout, column, row, odd=odd)


def _of_grid(grid: Grid, layout: Layout, column: int, row: int, *, odd: bool) -> Placed:
    flip_x = layout.mirrored in ("across", "both") and column % 2 == 1
    flip_y = layout.mirrored in ("down", "both") and row % 2 == 1
    # A motif turned upside down by mirroring is one mirrored to the side and turned by half.
    return Placed(
        x=grid.x + (column + 0.5) * grid.pitch_x, y=grid.y + (row + (1.0 if odd else 0.5)) * grid.pitch_y,
        w=layout.width, h=layout.height, turn=layout.turn + (180.0 if flip_y else 0.0),
        mirrored=flip_x != flip_y,
    )  # fmt: skip


def put(motif: Motif, p: Placed) -> list[Ring]:
    """Return the outlines of a motif where it lies in its space. [m]"""
    c, s = np.cos(radians(p.turn)), np.sin(radians(p.turn))
    turn = np.array([[c, s], [-s, c]])
    found = []
    for ring in motif.rings:
        local = (ring - (motif.width / 2.0, motif.height / 2.0)) * (p.w / motif.width, p.h / motif.height)
        found.append((local * ((-1.0, 1.0) if p.mirrored else (1.0, 1.0))) @ turn + (p.x, p.y))
    return found


def pixels_of_art(art: Art) -> Pixels:
    """Return a print as pixels (h, w, 3), what is not printed white; ValueError of one that has no colours of
    its own."""
    if art.palette is None:
        raise ValueError("only prints have pixels of their own")
    colours = R_to_screen(np.clip(R_seen(art.palette, 0.3), 0.0, 1.0))
    seen: FloatArray = colours[np.minimum(art.ink, len(colours) - 1)]
    whole = 1.0 - art.alpha[..., np.newaxis] * (1.0 - seen)
    return np.asarray(np.rint(255.0 * np.clip(whole, 0.0, 1.0)), dtype=np.uint8)


def _where(laid_out: Laid, saying: Saying) -> Table:
    rows = [
        (
            f"{at.number}. {', '.join(at.parts[:3])}{' …' if len(at.parts) > 3 else ''}",
            both(at.left, saying), both(at.top, saying), way_up(at.turn, mirrored=at.mirrored),
        )
        for at in laid_out.positions
    ]  # fmt: skip
    return Table(
        title="Positions, in their order",
        heads=("on", "left edge from the left", "top edge from the top", "way up"), rows=rows,
    )  # fmt: skip


def _cut(laid_out: Laid, saying: Saying) -> Iterator[Table]:
    if laid_out.supply is None:
        return
    rows = []
    for number, at in enumerate(laid_out.supply.puts, start=1):
        piece = laid_out.supply.pieces[at.piece]
        size = f"{length(piece.w, saying)} × {length(piece.h, saying)}"
        turned = ", turned" if at.turned else ""
        where = f"sheet {at.bin + 1}: {length(at.x, saying)}, {length(at.y, saying)}{turned}"
        rows.append(
            (f"{number}. {', '.join(piece.parts[:3])}{' …' if len(piece.parts) > 3 else ''}", size, where)
        )
    yield Table(title="Cutting list", heads=("for", "size", "out of, from its upper left corner"), rows=rows)


def _takes(session: Session, laid_out: Laid, saying: Saying) -> Table:
    return Table(title="What it takes", heads=("of", "how much"), rows=numbers_of(session, laid_out, saying))


def sheet_svg(session: Session, laid_out: Laid, *, title: str) -> bytes:
    """Return one sheet of a stencil as SVG for a cutter, its repeats with register marks at its edges.

    UnfitError where the layer is printed and not cut.
    """
    outlines = _outlines(session, laid_out)
    if outlines is None:
        raise UnfitError("this layer is printed and pasted: there is nothing to cut a stencil of")
    layout, motif = laid_out.pattern.layout, outlines[0]
    px, py = layout.pitch
    alone = laid_out.pattern.spaces[0].grid is None if laid_out.pattern.spaces else True
    columns, rows = (1, 1) if alone else (layout.columns, layout.rows)
    edge = max(0.02, laid_out.said.border)
    w, h = (motif.width, motif.height) if alone else (columns * px, rows * py)
    drop = 0.5 * py if layout.half_drop and columns > 1 and rows > 1 else 0.0
    rings = []
    for column in range(columns):
        for row in range(rows):
            x, y = edge + (column + 0.5) * w / columns, edge + (row + 0.5) * h / rows + column % 2 * drop
            rings += put(motif, Placed(x=x, y=y, w=motif.width, h=motif.height, turn=layout.turn))
    marks = [line for x in (edge, edge + w) for y in (edge, edge + h) for line in _cross(x, y)]
    # The marks stay a repeat apart; the sheet reaches past them, to where every second column ends.
    return write_svg(title, w + 2 * edge, h + 2 * edge + drop, rings, marks=marks)


def _cross(x: float, y: float) -> list[Ring]:
    return [np.array([[x - _MARK, y], [x + _MARK, y]]), np.array([[x, y - _MARK], [x, y + _MARK]])]
