"""Pieces of a job: forms, measures, grounds."""

from fastapi import APIRouter, Response

from jug_mingle.api.common.files import PDF, Anyway, printed
from jug_mingle.api.common.schemas import WordsOut
from jug_mingle.api.context import IMAGE, ContextNow, LightNow
from jug_mingle.api.pieces.schemas import (
    FormName,
    FormOut,
    GroundOut,
    HardwareIn,
    PartKey,
    PartKindOut,
    PieceChangeIn,
    PieceIn,
    PieceOut,
    PieceWordsOut,
    SurroundingOut,
    WearIn,
)
from jug_mingle.api.pieces.serializers import piece_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.optics.grounds import GROUNDS, SURROUNDINGS, ground
from jug_mingle.core.pieces import FORMS
from jug_mingle.core.pieces.addresses import ZONES
from jug_mingle.core.pieces.changes import ADDED
from jug_mingle.core.practice.uses import AGES, USES
from jug_mingle.documents.strict import Id
from jug_mingle.formats.images import encode
from jug_mingle.services import finish_pictures, hardware, looks, repaint
from jug_mingle.services import pieces as service

router = APIRouter(prefix="/api", tags=["pieces"])


@router.get("/grounds")
def list_grounds() -> list[GroundOut]:
    """List the generic grounds, bare woods first."""
    return [GroundOut(key=key, title=ground(key).name, wood=ground(key).figure > 0.0) for key in GROUNDS]


@router.get("/surroundings")
def list_surroundings() -> list[SurroundingOut]:
    """List walls and floors that a piece may stand against."""
    return [SurroundingOut(title=title, Lab=list(Lab)) for title, Lab in SURROUNDINGS.items()]


@router.get("/forms")
def list_forms() -> list[FormOut]:
    """List the forms that a piece may have."""
    return [
        FormOut.model_validate(
            {
                "key": key,
                "title": form.title,
                "rows": form.rows,
                "columns": form.columns,
                "offers": list(form.offers),
                "usual": dict(form.usual),
            }
        )
        for key, form in FORMS.items()
    ]


@router.get("/pieces/words")
def piece_words() -> PieceWordsOut:
    """List what can be said of pieces: parts to put on, zones of faces, uses and ages."""
    zones, uses, ages = (
        [WordsOut(key=key, title=title) for key, title in words.items()] for words in (ZONES, USES, AGES)
    )
    parts = [PartKindOut(key=key, title=one.title, sides=list(one.sides)) for key, one in ADDED.items()]
    return PieceWordsOut(parts=parts, zones=zones, uses=uses, ages=ages)


@router.get("/forms/{key}/picture", responses=IMAGE, response_class=Response)
async def form_picture(key: FormName, context: ContextNow, light: LightNow = "window") -> Response:
    """Return a small picture of a form in its usual measures, in bare oak, to choose by (WebP)."""

    def draw() -> Response:
        data, media_type = encode(finish_pictures.picture_of_form(key, light=light_named(light)), "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "private, max-age=86400"})

    return await context.rendered(draw)


@router.post("/jobs/{job_id}/pieces", status_code=201)
def add_piece(job_id: Id, body: PieceIn, context: ContextNow) -> PieceOut:
    """Add a piece to a job."""
    measures = body.measures.model_dump(exclude_none=True)
    with context.database.write.begin() as session:
        row = service.add_piece(session, job_id, name=body.name, form=body.form, measures=measures, wood=body.ground)
        return piece_out(row)


@router.patch("/pieces/{piece_id}")
def change_piece(piece_id: Id, body: PieceChangeIn, context: ContextNow) -> PieceOut:
    """Change a piece."""
    measures = body.measures.model_dump(exclude_none=True)
    facts = body.model_dump(include={"uses", "age", "count", "belongs", "recounted"}, exclude_none=True)
    with context.database.write.begin() as session:
        row = service.change_piece(
            session, piece_id, name=body.name, measures=measures, grounds=body.grounds, facts=facts
        )
        return piece_out(row)


@router.post("/pieces/{piece_id}/duplicate", status_code=201)
def duplicate_piece(piece_id: Id, context: ContextNow) -> PieceOut:
    """Add the same piece once more, dressed alike."""
    with context.database.write.begin() as session:
        return piece_out(service.duplicate_piece(session, piece_id))


@router.delete("/pieces/{piece_id}", status_code=204)
def remove_piece(piece_id: Id, context: ContextNow) -> None:
    """Take a piece off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_piece(session, piece_id)


@router.post("/pieces/{piece_id}/restore")
def restore_piece(piece_id: Id, context: ContextNow) -> PieceOut:
    """Bring a removed piece back."""
    with context.database.write.begin() as session:
        return piece_out(service.restore_piece(session, piece_id))


@router.post("/pieces/{piece_id}/repaint")
def repaint_piece(piece_id: Id, context: ContextNow) -> PieceOut:
    """Take the look that a piece wears as what is there now, and undress it."""
    with context.database.write.begin() as session:
        return piece_out(repaint.repaint(session, piece_id))


@router.put("/pieces/{piece_id}/hardware")
def keep_hardware(piece_id: Id, body: HardwareIn, context: ContextNow) -> PieceOut:
    """Say what is done with the handles of a piece."""
    with context.database.write.begin() as session:
        return piece_out(hardware.keep_hardware(session, piece_id, body.model_dump(exclude_none=True)))


@router.get("/pieces/{piece_id}/template.pdf", responses=PDF, response_class=Response)
async def drilling_template(
    piece_id: Id, context: ContextNow, part: PartKey | None = None, anyway: Anyway = False
) -> Response:
    """Return the drilling template of a front, or of the first that has a handle, at true size."""

    def draw() -> Response:
        with context.database.read() as session:
            make = hardware.template_of(session, piece_id, part)
        return printed(make, "drilling template", anyway=anyway)

    return await context.rendered(draw)


@router.put("/pieces/{piece_id}/look")
def wear(piece_id: Id, body: WearIn, context: ContextNow) -> PieceOut:
    """Dress a piece in a look."""
    with context.database.write.begin() as session:
        return piece_out(looks.wear(session, piece_id, body.look_id))
