"""Motifs and layouts as they are shown."""

from collections.abc import Sequence

from jug_mingle.api.patterns import schemas
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pattern.art import Motif
from jug_mingle.core.pattern.motifs import OURS, motif
from jug_mingle.core.pattern.sheets import Position
from jug_mingle.core.pieces.addresses import said_of
from jug_mingle.services.layouts import Laid, both, length, says_of
from jug_mingle.services.motifs import outlines_of
from jug_mingle.services.way_up import way_up
from jug_mingle.store.models import MotifRow


def path_of(one: Motif) -> str:
    """Return outlines as an SVG path, in thousandths of their width."""
    by = 1000.0 / one.width
    return " ".join("M" + " L".join(f"{x * by:.1f} {y * by:.1f}" for x, y in ring) + " Z" for ring in one.rings)


def ours_out() -> list[schemas.MotifOut]:
    """Return the motifs of our own."""
    return [
        schemas.MotifOut(
            name=key, id=None, version=None, title=title, kind="outlines", width=0.1, height=motif(key).height,
            path=path_of(motif(key)), islands=0, bridges=[], made_from="of our own drawing",
        )
        for key, title in OURS.items()
    ]  # fmt: skip


def motif_out(row: MotifRow) -> schemas.MotifOut:
    """Return a motif of a job."""
    outlines = outlines_of(row)
    return schemas.MotifOut(
        name=f"own:{row.id}", id=row.id, version=row.version, title=row.name,
        kind="print" if outlines is None else "outlines", width=row.width, height=row.height,
        path="" if outlines is None else path_of(outlines), islands=int(row.made.get("islands", 0)),
        bridges=row.made.get("bridges", []), made_from=str(row.made.get("from", "")),
    )  # fmt: skip


def layout_out(
    one: Laid, saying: Saying, *, numbers: Sequence[tuple[str, str]], order: Sequence[str]
) -> schemas.LayoutOut:
    """Return a layout as it is worked by."""
    net, layout = one.net, one.pattern.layout
    spares = [
        schemas.SpareOut(x=shown.x + s.x, y=shown.y + s.y, w=s.w, h=s.h, why=s.why)
        for shown in net.shown if not shown.bare
        for s in (*shown.surface.spares, *(s for part, s in layout.spares if part == shown.surface.part))
    ]  # fmt: skip
    masked = [
        schemas.SpareOut(x=net.origins[n][0] + s.x, y=net.origins[n][1] + s.y, w=s.w, h=s.h, why=s.why)
        for n, space in enumerate(one.pattern.spaces) for s in space.masked
    ]  # fmt: skip
    return schemas.LayoutOut(
        kind=one.layer.kind, width=net.width, height=net.height, layout=one.said, motif_width=layout.width,
        motif_height=layout.height,
        faces=[
            schemas.FaceOut(part=s.surface.part, said=said_of(s.surface.name), x=s.x, y=s.y, w=s.surface.w,
                            h=s.surface.h, bare=s.bare)
            for s in net.shown
        ],
        spares=spares, masked=masked, positions=[_position(one, at, saying) for at in one.positions],
        numbers=[schemas.NumberOut(title=title, words=words) for title, words in numbers], sheets=_sheets(one),
        order=list(order), says=says_of(one, saying),
    )  # fmt: skip


def _position(one: Laid, at: Position, saying: Saying) -> schemas.PositionOut:
    x, y = one.net.origins[at.space]
    space = one.pattern.spaces[at.space]
    first = next(spot for spot in space.spots if spot.surface.part == at.parts[0])
    sheet = one.said.columns * one.said.rows
    prints = f"{at.columns} × {at.rows} of {one.said.columns} × {one.said.rows}" if sheet > 1 else ""
    return schemas.PositionOut(
        number=at.number, x=x + at.x, y=y + at.y, w=at.w, h=at.h, parts=list(at.parts), left=both(at.left, saying),
        top=both(at.top, saying), way_up=way_up(at.turn, mirrored=at.mirrored), prints=prints,
        past=length(at.past, saying) if at.past > 0.0005 else "", part_x=at.x + 0.5 * at.w - first.x,
        part_y=at.y + 0.5 * at.h - first.y,
    )  # fmt: skip


def _sheets(one: Laid) -> schemas.SheetsOut | None:
    supply = one.supply
    if supply is None:
        return None
    pieces = [
        schemas.PutOut(
            sheet=put.bin + 1, x=put.x, y=put.y, turned=put.turned, parts=list(supply.pieces[put.piece].parts),
            w=supply.pieces[put.piece].h if put.turned else supply.pieces[put.piece].w,
            h=supply.pieces[put.piece].w if put.turned else supply.pieces[put.piece].h,
        )
        for put in supply.puts
    ]  # fmt: skip
    return schemas.SheetsOut(
        width=supply.sheet[0], height=supply.metres or supply.sheet[1], sheets=supply.sheets, metres=supply.metres,
        lacking=supply.lacking, fewer=one.fewer, waste=supply.waste, pieces=pieces,
    )  # fmt: skip
