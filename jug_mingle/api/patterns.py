"""Motifs and layouts: in, out, laid flat, measured, printed at true size."""

from collections.abc import Sequence
from functools import partial
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common import PDF, Anyway, Name, gives, printed, sent
from jug_mingle.api.context import COMPUTES, IMAGE, Context, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.finishes import JudgeIn
from jug_mingle.api.looks import Layers, Pixels
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pattern.art import Motif
from jug_mingle.core.pattern.layout import ARRANGED, SPANS
from jug_mingle.core.pattern.motifs import OURS, motif
from jug_mingle.core.pattern.printed import TONES
from jug_mingle.core.pattern.sheets import Position
from jug_mingle.core.pieces.addresses import said_of
from jug_mingle.documents.layout import LayoutFile, LayoutIn, MotifFile
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import ConflictError
from jug_mingle.formats.images import encode
from jug_mingle.formats.letters import FONTS
from jug_mingle.formats.svg_shapes import MOST_BYTES
from jug_mingle.services import layouts, looks, motifs
from jug_mingle.services.layouts import Laid, both, length, says_of
from jug_mingle.services.motifs import outlines_of, way_up
from jug_mingle.services.patterns import USUAL
from jug_mingle.services.photos import pixels_of
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import MotifRow


class MotifOut(BaseModel):
    """A motif: one of ours, or one of the job's own."""

    name: str = Field(description='As a layout names it: "sprig", "own:3".')
    id: int | None
    version: int | None
    title: str
    kind: Literal["outlines", "print"]
    width: float
    height: float
    path: str = Field(
        description="Its outlines as an SVG path, in thousandths of its width; empty of a picture."
    )
    islands: int = Field(description="How many islands would have fallen out.")
    bridges: list[list[float]] = Field(description="What holds them: from x, y to x, y, and the width.")
    made_from: str


class CutIn(StrictModel):
    """A photo of the job to be cut as a stencil, or to be printed as it is."""

    photo_id: Id
    use: Literal["stencil", "print"] = "stencil"
    name: Name
    width: float = Field(default=0.2, gt=0.0, le=3.0)
    threshold: float | None = Field(default=None, ge=0.0, le=1.0)
    inverted: bool = False
    bridge: float = Field(default=0.0012, ge=0.0002, le=0.05)
    gap: float = Field(default=0.001, ge=0.0002, le=0.05)
    kerf: float = Field(default=0.0, ge=0.0, le=0.005)


class MotifChangeIn(StrictModel):
    """What a motif is called."""

    name: Name


class LayoutAskIn(StrictModel):
    """Layers, and the number of the one whose layout is asked for."""

    layers: Layers
    number: int = Field(ge=0, le=40)


class LayoutPictureIn(LayoutAskIn):
    """The same, to be drawn laid flat."""

    pixels_wide: Pixels = 1000
    sketch: bool = False
    raking: bool = False


class SpareOut(BaseModel):
    """A rectangle, and why it is spared or masked; on the piece laid flat."""

    x: float
    y: float
    w: float
    h: float
    why: str


class FaceOut(BaseModel):
    """A face on the piece laid flat; `bare` where the pattern does not reach it."""

    part: str
    said: str
    x: float
    y: float
    w: float
    h: float
    bare: bool


class PositionOut(BaseModel):
    """A sheet or a motif where it is laid, on the piece laid flat, and how it is measured in."""

    number: int
    x: float
    y: float
    w: float
    h: float
    parts: list[str]
    left: str = Field(
        description="Its left edge from the left edge of the piece, or of what it lies on; both units."
    )
    top: str
    way_up: str
    prints: str = Field(description="How many repeats of the sheet are printed.")
    past: str = Field(description="How far it reaches past the edge; empty where it does not.")
    part_x: float = Field(description="Its middle, from the upper left corner of its first part.")
    part_y: float


class NumberOut(BaseModel):
    """Something counted or measured of a layout."""

    title: str
    words: str


class PutOut(BaseModel):
    """A piece to be cut: out of which sheet, where on it, its size, and for which parts."""

    sheet: int
    x: float
    y: float
    w: float
    h: float
    turned: bool
    parts: list[str]


class SheetsOut(BaseModel):
    """What is cut from sheets, or from a roll."""

    width: float
    height: float
    sheets: int
    metres: float
    lacking: int
    fewer: str
    waste: float
    pieces: list[PutOut]


class LayoutOut(BaseModel):
    """A layout as it is worked by."""

    kind: str
    width: float = Field(description="Of the piece laid flat.")
    height: float
    layout: LayoutIn = Field(description="As it is laid, the usual one where none was said.")
    motif_width: float
    motif_height: float
    faces: list[FaceOut]
    spares: list[SpareOut]
    masked: list[SpareOut]
    positions: list[PositionOut]
    numbers: list[NumberOut]
    sheets: SheetsOut | None
    order: list[str]
    says: list[str] = Field(
        description="What has to be seen to: what does not fit, what is cut, what joins show."
    )


class PatternBookOut(BaseModel):
    """What layouts are made of, each choice with its words."""

    motifs: dict[str, str]
    tones: dict[str, str]
    arranged: dict[str, str]
    spans: dict[str, str]
    fonts: dict[str, str]
    usual: dict[str, LayoutIn] = Field(description="By kind of layer, how it is laid out at first.")
    rights: str


def path_of(one: Motif) -> str:
    """Return outlines as an SVG path, in thousandths of their width."""
    by = 1000.0 / one.width
    return " ".join(
        "M" + " L".join(f"{x * by:.1f} {y * by:.1f}" for x, y in ring) + " Z" for ring in one.rings
    )


def ours_out() -> list[MotifOut]:
    """Return the motifs of our own."""
    return [
        MotifOut(
            name=key, id=None, version=None, title=title, kind="outlines", width=0.1,
            height=motif(key).height,
            path=path_of(motif(key)), islands=0, bridges=[], made_from="of our own drawing",
        )
        for key, title in OURS.items()
    ]  # fmt: skip


def motif_out(row: MotifRow) -> MotifOut:
    """Return a motif of a job."""
    outlines = outlines_of(row)
    return MotifOut(
        name=f"own:{row.id}", id=row.id, version=row.version, title=row.name,
        kind="print" if outlines is None else "outlines", width=row.width, height=row.height,
        path="" if outlines is None else path_of(outlines), islands=int(row.made.get("islands", 0)),
        bridges=row.made.get("bridges", []), made_from=str(row.made.get("from", "")),
    )  # fmt: skip


def layout_out(
    laid_out: Laid, saying: Saying, *, numbers: Sequence[tuple[str, str]], order: Sequence[str]
) -> LayoutOut:
    """Return a layout as it is worked by."""
    net, layout = laid_out.net, laid_out.pattern.layout
    spares = [
        SpareOut(x=shown.x + s.x, y=shown.y + s.y, w=s.w, h=s.h, why=s.why)
        for shown in net.shown if not shown.bare
        for s in (*shown.surface.spares, *(s for part, s in layout.spares if part == shown.surface.part))
    ]  # fmt: skip
    masked = [
        SpareOut(x=net.origins[n][0] + s.x, y=net.origins[n][1] + s.y, w=s.w, h=s.h, why=s.why)
        for n, space in enumerate(laid_out.pattern.spaces) for s in space.masked
    ]  # fmt: skip
    return LayoutOut(
        kind=laid_out.layer.kind, width=net.width, height=net.height, layout=laid_out.said,
        motif_width=layout.width,
        motif_height=layout.height,
        faces=[
            FaceOut(part=s.surface.part, said=said_of(s.surface.name), x=s.x, y=s.y, w=s.surface.w,
                            h=s.surface.h, bare=s.bare)
            for s in net.shown
        ],
        spares=spares, masked=masked,
        positions=[_position(laid_out, at, saying) for at in laid_out.positions],
        numbers=[NumberOut(title=title, words=words) for title, words in numbers], sheets=_sheets(laid_out),
        order=list(order), says=says_of(laid_out, saying),
    )  # fmt: skip


def _position(laid_out: Laid, at: Position, saying: Saying) -> PositionOut:
    x, y = laid_out.net.origins[at.space]
    space = laid_out.pattern.spaces[at.space]
    first = next(spot for spot in space.spots if spot.surface.part == at.parts[0])
    sheet = laid_out.said.columns * laid_out.said.rows
    prints = (
        f"{at.columns} × {at.rows} of {laid_out.said.columns} × {laid_out.said.rows}" if sheet > 1 else ""
    )
    return PositionOut(
        number=at.number, x=x + at.x, y=y + at.y, w=at.w, h=at.h, parts=list(at.parts),
        left=both(at.left, saying),
        top=both(at.top, saying), way_up=way_up(at.turn, mirrored=at.mirrored), prints=prints,
        past=length(at.past, saying) if at.past > 0.0005 else "", part_x=at.x + 0.5 * at.w - first.x,
        part_y=at.y + 0.5 * at.h - first.y,
    )  # fmt: skip


def _sheets(laid_out: Laid) -> SheetsOut | None:
    supply = laid_out.supply
    if supply is None:
        return None
    pieces = [
        PutOut(
            sheet=put.bin + 1, x=put.x, y=put.y, turned=put.turned,
            parts=list(supply.pieces[put.piece].parts),
            w=supply.pieces[put.piece].h if put.turned else supply.pieces[put.piece].w,
            h=supply.pieces[put.piece].w if put.turned else supply.pieces[put.piece].h,
        )
        for put in supply.puts
    ]  # fmt: skip
    return SheetsOut(
        width=supply.sheet[0], height=supply.metres or supply.sheet[1], sheets=supply.sheets,
        metres=supply.metres, lacking=supply.lacking, fewer=laid_out.fewer, waste=supply.waste, pieces=pieces,
    )  # fmt: skip


router = APIRouter(prefix="/api", tags=["patterns"])

_RIGHTS = "A picture belongs to who made it: cut and print your own, or one that you may use so."


@router.get("/patterns")
def pattern_book() -> PatternBookOut:
    """Return what layouts are made of."""
    return PatternBookOut(
        motifs=dict(OURS), tones=dict(TONES), arranged=dict(ARRANGED), spans=dict(SPANS),
        fonts={key: title for key, (title, _) in FONTS.items()}, usual=dict(USUAL), rights=_RIGHTS,
    )  # fmt: skip


@router.get("/layout.schema.json")
def layout_schema() -> dict[str, Any]:
    """Return the JSON schema of a layout's file."""
    return LayoutFile.model_json_schema()


@router.get("/motif.schema.json")
def motif_schema() -> dict[str, Any]:
    """Return the JSON schema of a motif's file."""
    return MotifFile.model_json_schema()


@router.get("/jobs/{job_id}/motifs")
def list_motifs(job_id: Id, session: ReadSession) -> list[MotifOut]:
    """List the motifs that a job can lay: ours, then its own."""
    return [*ours_out(), *(motif_out(row) for row in motifs.motif_rows(session, job_id))]


@router.post("/jobs/{job_id}/motifs/cut", status_code=201)
def cut_motif(job_id: Id, body: CutIn, context: ContextNow) -> MotifOut:
    """Cut a stencil from a photo of the job, what would fall out held by bridges; or keep it to be
    printed."""
    with context.database.read() as session:
        photo = motifs.photo_of(session, job_id, body.photo_id)
        pixels = pixels_of(photo, context.photos)
    if body.use == "print":
        with context.database.write.begin() as session:
            return motif_out(
                motifs.keep_print(
                    session, job_id, pixels, name=body.name, width=body.width, photo_id=body.photo_id
                )
            )
    how = body.model_dump(include={"threshold", "inverted", "bridge", "gap", "kerf"})
    made = motifs.stencil_of_pixels(pixels, width=body.width, name=body.name, **how)
    with context.database.write.begin() as session:
        about = {**how, "from": "a photo", "photo_id": body.photo_id}
        return motif_out(motifs.keep_cut(session, job_id, made, name=body.name, how=about))


@router.post("/jobs/{job_id}/motifs/svg", status_code=201, openapi_extra=FILE_BODY)
async def add_svg(
    job_id: Id,
    request: Request,
    context: ContextNow,
    name: Annotated[str, Query(min_length=1, max_length=120)],
    width: Annotated[float | None, Query(gt=0.0, le=3.0)] = None,
    bridge: Annotated[float, Query(ge=0.0002, le=0.05)] = 0.0012,
    gap: Annotated[float, Query(ge=0.0002, le=0.05)] = 0.001,
    kerf: Annotated[float, Query(ge=0.0, le=0.005)] = 0.0,
) -> MotifOut:
    """Cut a stencil from the shapes of an SVG, sent as the body."""
    data = await body_of(request, MOST_BYTES)

    def keep() -> MotifOut:
        how = {"bridge": bridge, "gap": gap, "kerf": kerf}
        made = motifs.stencil_of_svg(data, width=width, name=name, **how)
        with context.database.write.begin() as session:
            return motif_out(motifs.keep_cut(session, job_id, made, name=name, how={**how, "from": "an SVG"}))

    return await run_in_threadpool(keep)


@router.post("/jobs/{job_id}/motifs/import", status_code=201)
def import_motif(job_id: Id, body: MotifFile, context: ContextNow) -> MotifOut:
    """Keep a motif from a file."""
    with context.database.write.begin() as session:
        return motif_out(motifs.keep_file(session, job_id, body))


@router.get("/motifs/{motif_id}/file", responses=gives("application/json"), response_class=Response)
def motif_file(motif_id: Id, session: ReadSession) -> Response:
    """Return a motif as a file."""
    file = motifs.to_file(motifs.get_motif(session, motif_id))
    return _attached(file.model_dump_json(indent=1).encode(), "application/json", file.name, "motif.json")


@router.put("/motifs/{motif_id}")
def change_motif(motif_id: Id, body: MotifChangeIn, context: ContextNow) -> MotifOut:
    """Call a motif otherwise."""
    with context.database.write.begin() as session:
        return motif_out(motifs.rename_motif(session, motif_id, body.name))


@router.delete("/motifs/{motif_id}", status_code=204)
def remove_motif(motif_id: Id, context: ContextNow) -> None:
    """Put a motif away; it can be restored."""
    with context.database.write.begin() as session:
        motifs.remove_motif(session, motif_id)


@router.post("/motifs/{motif_id}/restore")
def restore_motif(motif_id: Id, context: ContextNow) -> MotifOut:
    """Bring a motif back."""
    with context.database.write.begin() as session:
        return motif_out(motifs.restore_motif(session, motif_id))


def _saying(session: Session, unit: str) -> Saying:
    return settings_of(session).marking(unit)


@router.post("/pieces/{piece_id}/layout", openapi_extra=COMPUTES)
def get_layout(piece_id: Id, body: LayoutAskIn, session: ReadSession, unit: UnitNow) -> LayoutOut:
    """Return where a layer's pattern lies on a piece laid flat: its sheets in their order, and what they
    take."""
    laid_out = layouts.laid(session, piece_id, body.layers, body.number)
    saying = _saying(session, unit)
    return layout_out(
        laid_out,
        saying,
        numbers=layouts.numbers_of(session, laid_out, saying),
        order=layouts.steps_of(session, laid_out),
    )


@router.post("/pieces/{piece_id}/roughness", openapi_extra=COMPUTES)
def get_roughness(piece_id: Id, body: JudgeIn, session: ReadSession, unit: UnitNow) -> list[str]:
    """Return of each layer how rough it is on a piece, in words; empty of what is smooth."""
    return layouts.roughness_of(session, piece_id, body.layers, _saying(session, unit))


@router.post(
    "/pieces/{piece_id}/layout/picture", responses=IMAGE, response_class=Response, openapi_extra=COMPUTES
)
async def layout_picture(
    piece_id: Id, body: LayoutPictureIn, context: ContextNow, light: LightNow = "window"
) -> Response:
    """Return the piece laid flat in its layers: exact (WebP, lossless), or a quick sketch (JPEG)."""

    def draw() -> Response:
        with context.database.read() as session:
            laid_out = layouts.laid(session, piece_id, body.layers, body.number, counting=False)
        pixels = layouts.flat_picture(
            laid_out, light=light_named(light), pixels_wide=body.pixels_wide, raking=body.raking
        )
        data, media_type = encode(pixels, "sketch" if body.sketch else "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)


def _worn(
    context: Context, piece_id: int, number: int, unit: str
) -> tuple[Session, layouts.Laid, Saying, str]:
    session = context.database.read()
    row = get_piece(session, piece_id)
    look = looks.worn_look(session, row)
    if look is None:
        session.close()
        raise ConflictError("this piece wears no look: lay it out in Try on first")
    laid_out = layouts.laid(session, piece_id, looks.layers_of(look), number)
    return (
        session,
        laid_out,
        _saying(session, unit),
        f"{row.name}: {laid_out.layer.of.title.lower()} of {look.name}",
    )


LayerAsked = Annotated[int, Query(ge=0, le=40, description="Which layer of the look that the piece wears.")]


@router.get("/pieces/{piece_id}/layout.pdf", responses=PDF, response_class=Response)
async def layout_pdf(
    piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow, anyway: Anyway = False
) -> Response:
    """Return a layout to be printed: its lists, and every face at true size."""
    from jug_mingle.services import pattern_prints  # an ordinary start need not import ReportLab

    def draw() -> Response:
        session, laid_out, saying, title = _worn(context, piece_id, layer, unit)
        with session:
            paper = settings_of(session).page
            make = partial(
                pattern_prints.layout_pdf, session, laid_out, title=title, paper=paper, saying=saying
            )
            return printed(make, f"layout {title}", anyway=anyway)

    return await context.rendered(draw)


@router.get("/pieces/{piece_id}/stencil.svg", responses=gives("image/svg+xml"), response_class=Response)
def stencil_svg(piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow) -> Response:
    """Return one sheet of a layer's stencil for a cutter, as SVG in millimetres."""
    from jug_mingle.services import pattern_prints

    session, laid_out, _, title = _worn(context, piece_id, layer, unit)
    with session:
        return _attached(
            pattern_prints.sheet_svg(session, laid_out, title=title), "image/svg+xml", title, "svg"
        )


@router.get("/pieces/{piece_id}/layout.json", responses=gives("application/json"), response_class=Response)
def layout_file(piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow) -> Response:
    """Return a layer's layout as a file."""
    session, laid_out, _, title = _worn(context, piece_id, layer, unit)
    with session:
        file = LayoutFile(name=title[:120], layout=laid_out.said.model_copy(update={"placed": 0}))
        return _attached(file.model_dump_json(indent=1).encode(), "application/json", title, "layout.json")


def _attached(data: bytes, media_type: str, title: str, ending: str) -> Response:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in title.lower()).strip("-") or "pattern"
    return sent(data, media_type, f"{name[:60]}.{ending}")
