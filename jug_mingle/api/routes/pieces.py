"""Pieces of a job: forms, measures, grounds."""

from typing import Annotated, Literal

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field

from jug_mingle.api.context import IMAGE, PROBLEMS, ContextNow, LightNow
from jug_mingle.api.schemas import Name, PieceOut
from jug_mingle.api.shapes import piece_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.optics.grounds import GROUNDS, ground
from jug_mingle.core.pieces import FORMS
from jug_mingle.formats.images import encode
from jug_mingle.services import looks
from jug_mingle.services import pieces as service
from jug_mingle.services.look_shapes import Zone
from jug_mingle.services.said import Id, Said

router = APIRouter(prefix="/api", tags=["pieces"])

FormName = Literal[
    "card_cabinet", "chest", "bedside", "cupboard", "table", "chair", "stool", "settle", "desk", "roll_desk",
    "bookcase", "mirror", "box", "board",
]  # fmt: skip
# Wide open: the core says in a painter's words what a piece may measure.
Metres = Annotated[float, Field(ge=-1e6, le=1e6)]
Count = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
GroundName = Annotated[str, Field(min_length=1, max_length=40)]


class MeasuresIn(Said):
    """Measures of a piece [m], and how it is made; only what is sent differs from the usual."""

    width: Metres | None = None
    height: Metres | None = None
    depth: Metres | None = None
    rows: Count | None = None
    columns: Count | None = None
    base: Literal["plinth", "legs", "none"] | None = None
    base_height: Metres | None = None
    relief: Literal["flat", "moulded", "panelled"] | None = None
    handle: Literal["knob", "pull", "label_knob", "none"] | None = None


class PieceIn(Said):
    """A new piece."""

    name: Name
    form: FormName
    measures: MeasuresIn = MeasuresIn()
    ground: GroundName = "oak"


class PieceChangeIn(Said):
    """Changes of a piece; `grounds` says what zones are before anything is laid ("" for all others)."""

    name: Name | None = None
    measures: MeasuresIn = MeasuresIn()
    grounds: dict[Zone | Literal[""], GroundName] = Field(default={})


class WearIn(Said):
    """Which look a piece wears; none for bare."""

    look_id: Id | None


class FormOut(BaseModel):
    """A form of furniture, its usual measures, and what its rows and columns are."""

    key: FormName
    title: str
    rows: str
    columns: str
    usual: dict[str, float | int | str]


class GroundOut(BaseModel):
    """What furniture may be before it is painted; `wood` where it is figured."""

    key: str
    title: str
    wood: bool


@router.get("/grounds")
def list_grounds() -> list[GroundOut]:
    """List the generic grounds, bare woods first."""
    return [GroundOut(key=key, title=ground(key).name, wood=ground(key).figure > 0.0) for key in GROUNDS]


@router.get("/forms")
def list_forms() -> list[FormOut]:
    """List the forms that a piece may have."""
    return [
        FormOut.model_validate(
            {"key": key, "title": form.title, "rows": form.rows, "columns": form.columns, "usual": dict(form.usual)}
        )
        for key, form in FORMS.items()
    ]


@router.get("/forms/{key}/picture", responses=IMAGE, response_class=Response)
async def form_picture(key: FormName, context: ContextNow, light: LightNow = "window") -> Response:
    """Return a small picture of a form in its usual measures, in bare oak, to choose by (WebP)."""

    def draw() -> Response:
        data, media_type = encode(looks.picture_of_form(key, light=light_named(light)), "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "private, max-age=86400"})

    return await context.rendered(draw)


@router.post("/jobs/{job_id}/pieces", status_code=201, responses=PROBLEMS)
def add_piece(job_id: Id, body: PieceIn, context: ContextNow) -> PieceOut:
    """Add a piece to a job."""
    measures = body.measures.model_dump(exclude_none=True)
    with context.database.write.begin() as session:
        row = service.add_piece(session, job_id, name=body.name, form=body.form, measures=measures, wood=body.ground)
        return piece_out(row)


@router.patch("/pieces/{piece_id}", responses=PROBLEMS)
def change_piece(piece_id: Id, body: PieceChangeIn, context: ContextNow) -> PieceOut:
    """Change a piece."""
    measures = body.measures.model_dump(exclude_none=True)
    grounds = {str(zone): key for zone, key in body.grounds.items()}
    with context.database.write.begin() as session:
        return piece_out(service.change_piece(session, piece_id, name=body.name, measures=measures, grounds=grounds))


@router.post("/pieces/{piece_id}/duplicate", status_code=201, responses=PROBLEMS)
def duplicate_piece(piece_id: Id, context: ContextNow) -> PieceOut:
    """Add the same piece once more, dressed alike."""
    with context.database.write.begin() as session:
        return piece_out(service.duplicate_piece(session, piece_id))


@router.delete("/pieces/{piece_id}", status_code=204, responses=PROBLEMS)
def remove_piece(piece_id: Id, context: ContextNow) -> None:
    """Take a piece off the job; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_piece(session, piece_id)


@router.post("/pieces/{piece_id}/restore", responses=PROBLEMS)
def restore_piece(piece_id: Id, context: ContextNow) -> PieceOut:
    """Bring a removed piece back."""
    with context.database.write.begin() as session:
        return piece_out(service.restore_piece(session, piece_id))


@router.put("/pieces/{piece_id}/look", responses=PROBLEMS)
def wear(piece_id: Id, body: WearIn, context: ContextNow) -> PieceOut:
    """Dress a piece in a look."""
    with context.database.write.begin() as session:
        return piece_out(looks.wear(session, piece_id, body.look_id))
