"""Motifs and layouts: in, out, laid flat, measured, printed at true size."""

from functools import partial
from typing import Annotated, Any

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from sqlalchemy.orm import Session

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common.files import PDF, Anyway, gives, printed, sent
from jug_mingle.api.context import COMPUTES, IMAGE, Context, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.finishes.schemas import JudgeIn
from jug_mingle.api.patterns import schemas
from jug_mingle.api.patterns.serializers import layout_out, motif_out, ours_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pattern.layout import ARRANGED, SPANS
from jug_mingle.core.pattern.motifs import OURS
from jug_mingle.core.pattern.prints import TONES
from jug_mingle.documents.layout import LayoutFile, MotifFile
from jug_mingle.documents.strict import Id
from jug_mingle.errors import ConflictError
from jug_mingle.formats.images import encode
from jug_mingle.formats.letters import FONTS
from jug_mingle.formats.svg_shapes import MOST_BYTES
from jug_mingle.services import layouts, looks, motifs
from jug_mingle.services.patterns import USUAL
from jug_mingle.services.photos import pixels_of
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.settings import settings_of

router = APIRouter(prefix="/api", tags=["patterns"])

_RIGHTS = "A picture belongs to who made it: cut and print your own, or one that you may use so."


@router.get("/patterns")
def pattern_book() -> schemas.PatternBookOut:
    """Return what layouts are made of."""
    return schemas.PatternBookOut(
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
def list_motifs(job_id: Id, session: ReadSession) -> list[schemas.MotifOut]:
    """List the motifs that a job can lay: ours, then its own."""
    return [*ours_out(), *(motif_out(row) for row in motifs.motif_rows(session, job_id))]


@router.post("/jobs/{job_id}/motifs/cut", status_code=201)
def cut_motif(job_id: Id, body: schemas.CutIn, context: ContextNow) -> schemas.MotifOut:
    """Cut a stencil from a photo of the job, what would fall out held by bridges; or keep it to be printed."""
    with context.database.read() as session:
        photo = motifs.photo_of(session, job_id, body.photo_id)
        pixels = pixels_of(photo, context.photos)
    if body.use == "print":
        with context.database.write.begin() as session:
            return motif_out(
                motifs.keep_print(session, job_id, pixels, name=body.name, width=body.width, photo_id=body.photo_id)
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
) -> schemas.MotifOut:
    """Cut a stencil from the shapes of an SVG, sent as the body."""
    data = await body_of(request, MOST_BYTES)

    def keep() -> schemas.MotifOut:
        how = {"bridge": bridge, "gap": gap, "kerf": kerf}
        made = motifs.stencil_of_svg(data, width=width, name=name, **how)
        with context.database.write.begin() as session:
            return motif_out(motifs.keep_cut(session, job_id, made, name=name, how={**how, "from": "an SVG"}))

    return await run_in_threadpool(keep)


@router.post("/jobs/{job_id}/motifs/import", status_code=201)
def import_motif(job_id: Id, body: MotifFile, context: ContextNow) -> schemas.MotifOut:
    """Keep a motif from a file."""
    with context.database.write.begin() as session:
        return motif_out(motifs.keep_file(session, job_id, body))


@router.get("/motifs/{motif_id}/file", responses=gives("application/json"), response_class=Response)
def motif_file(motif_id: Id, session: ReadSession) -> Response:
    """Return a motif as a file."""
    file = motifs.to_file(motifs.get_motif(session, motif_id))
    return _attached(file.model_dump_json(indent=1).encode(), "application/json", file.name, "motif.json")


@router.put("/motifs/{motif_id}")
def change_motif(motif_id: Id, body: schemas.MotifChangeIn, context: ContextNow) -> schemas.MotifOut:
    """Call a motif otherwise."""
    with context.database.write.begin() as session:
        return motif_out(motifs.rename_motif(session, motif_id, body.name))


@router.delete("/motifs/{motif_id}", status_code=204)
def remove_motif(motif_id: Id, context: ContextNow) -> None:
    """Put a motif away; it can be restored."""
    with context.database.write.begin() as session:
        motifs.remove_motif(session, motif_id)


@router.post("/motifs/{motif_id}/restore")
def restore_motif(motif_id: Id, context: ContextNow) -> schemas.MotifOut:
    """Bring a motif back."""
    with context.database.write.begin() as session:
        return motif_out(motifs.restore_motif(session, motif_id))


def _saying(session: Session, unit: str) -> Saying:
    return settings_of(session).saying(unit)


@router.post("/pieces/{piece_id}/layout", openapi_extra=COMPUTES)
def get_layout(piece_id: Id, body: schemas.LayoutAskIn, session: ReadSession, unit: UnitNow) -> schemas.LayoutOut:
    """Return where a layer's pattern lies on a piece laid flat: its sheets in their order, and what they take."""
    one = layouts.laid(session, piece_id, body.layers, body.number)
    saying = _saying(session, unit)
    return layout_out(
        one, saying, numbers=layouts.numbers_of(session, one, saying), order=layouts.steps_of(session, one)
    )


@router.post("/pieces/{piece_id}/roughness", openapi_extra=COMPUTES)
def get_roughness(piece_id: Id, body: JudgeIn, session: ReadSession, unit: UnitNow) -> list[str]:
    """Return of each layer how rough it is on a piece, in words; empty of what is smooth."""
    return layouts.roughness_of(session, piece_id, body.layers, _saying(session, unit))


@router.post("/pieces/{piece_id}/layout/picture", responses=IMAGE, response_class=Response, openapi_extra=COMPUTES)
async def layout_picture(
    piece_id: Id, body: schemas.LayoutPictureIn, context: ContextNow, light: LightNow = "window"
) -> Response:
    """Return the piece laid flat in its layers: exact (WebP, lossless), or a quick sketch (JPEG)."""

    def draw() -> Response:
        with context.database.read() as session:
            one = layouts.laid(session, piece_id, body.layers, body.number, counting=False)
        pixels = layouts.flat_picture(one, light=light_named(light), pixels_wide=body.pixels_wide, raking=body.raking)
        data, media_type = encode(pixels, "sketch" if body.sketch else "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)


def _worn(context: Context, piece_id: int, number: int, unit: str) -> tuple[Session, layouts.Laid, Saying, str]:
    session = context.database.read()
    row = get_piece(session, piece_id)
    if row.look_id is None:
        session.close()
        raise ConflictError("this piece wears no look: lay it out in Try on first")
    look = looks.get_look(session, row.look_id)
    one = layouts.laid(session, piece_id, looks.layers_of(look), number)
    return session, one, _saying(session, unit), f"{row.name}: {one.layer.of.title.lower()} of {look.name}"


LayerAsked = Annotated[int, Query(ge=0, le=40, description="Which layer of the look that the piece wears.")]


@router.get("/pieces/{piece_id}/layout.pdf", responses=PDF, response_class=Response)
async def layout_pdf(
    piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow, anyway: Anyway = False
) -> Response:
    """Return a layout to be printed: its lists, and every face at true size."""
    from jug_mingle.services import pattern_prints  # an ordinary start need not import ReportLab

    def draw() -> Response:
        session, one, saying, title = _worn(context, piece_id, layer, unit)
        with session:
            paper = settings_of(session).page
            make = partial(pattern_prints.layout_pdf, session, one, title=title, paper=paper, saying=saying)
            return printed(make, f"layout {title}", anyway=anyway)

    return await context.rendered(draw)


@router.get("/pieces/{piece_id}/stencil.svg", responses=gives("image/svg+xml"), response_class=Response)
def stencil_svg(piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow) -> Response:
    """Return one sheet of a layer's stencil for a cutter, as SVG in millimetres."""
    from jug_mingle.services import pattern_prints

    session, one, _, title = _worn(context, piece_id, layer, unit)
    with session:
        return _attached(pattern_prints.sheet_svg(session, one, title=title), "image/svg+xml", title, "svg")


@router.get("/pieces/{piece_id}/layout.json", responses=gives("application/json"), response_class=Response)
def layout_file(piece_id: Id, layer: LayerAsked, context: ContextNow, unit: UnitNow) -> Response:
    """Return a layer's layout as a file."""
    session, one, _, title = _worn(context, piece_id, layer, unit)
    with session:
        file = LayoutFile(name=title[:120], layout=one.said.model_copy(update={"placed": 0}))
        return _attached(file.model_dump_json(indent=1).encode(), "application/json", title, "layout.json")


def _attached(data: bytes, media_type: str, title: str, ending: str) -> Response:
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in title.lower()).strip("-") or "pattern"
    return sent(data, media_type, f"{name[:60]}.{ending}")
