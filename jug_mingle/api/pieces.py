"""Pieces of a job: forms, measures, grounds."""

from dataclasses import asdict
from typing import Annotated, Literal

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common import PDF, Anyway, Name, WordsOut, printed
from jug_mingle.api.context import IMAGE, ContextNow, LightNow
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes.stack import usual_ground
from jug_mingle.core.optics.grounds import GROUNDS, SURROUNDINGS, ground
from jug_mingle.core.pieces import FORMS, Piece
from jug_mingle.core.pieces.addresses import WHEN_ASKED, ZONES, closest_first, face_said, zone_of
from jug_mingle.core.pieces.changes import ADDED
from jug_mingle.core.practice.uses import AGES, USES
from jug_mingle.documents.strict import Id, OneOf, StrictModel
from jug_mingle.formats.images import encode
from jug_mingle.services import finish_pictures, hardware, looks, repaint
from jug_mingle.services import pieces as service
from jug_mingle.services.hardware import fitted_on
from jug_mingle.services.pieces import ground_keys, piece_of, uses_of
from jug_mingle.store.models import PieceRow

FormName = Annotated[str, OneOf(FORMS)]
# Wide open: the core says in a painter's words what a piece may measure.
Metres = Annotated[float, Field(ge=-1e6, le=1e6)]
Count = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
GroundName = Annotated[str, Field(min_length=1, max_length=40)]
PartKey = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40, pattern=r"^[^/:+]+$")
]
ReliefName = Literal["flat", "moulded", "panelled"]
HandleName = Literal["knob", "pull", "label_knob", "none"]
UseName = Annotated[str, OneOf(USES)]
AgeName = Annotated[str, OneOf(AGES)]


class RowOfFronts(StrictModel):
    """A row of a case's front: what fills it, how many beside each other (or compartments), its share of the
    height; whether it stands beside the row before, and its share of the width there."""

    filling: Literal["drawers", "doors", "open", "panels"] = "drawers"
    count: Count = 1
    share: Metres = 1.0
    beside: bool = False
    wide: Metres = 1.0


class PartChange(StrictModel):
    """Something done to a piece; what each number means stands with `core.pieces.changes.Change`. [m]"""

    act: Literal["name", "group", "remove", "cut", "dress", "add"]
    part: PartKey
    ours: bool = True
    name: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    by: Metres = 0.0
    relief: ReliefName | None = None
    handle: HandleName | None = None
    kind: Annotated[str, StringConstraints(max_length=20)] = ""
    x: Metres | None = None
    y: Metres | None = None
    z: Metres | None = None
    w: Metres | None = None
    h: Metres | None = None
    d: Metres | None = None


class MeasuresIn(StrictModel):
    """Measures of a piece [m], how it is made, and all that was done to it; only what is sent differs from
    before."""

    width: Metres | None = None
    height: Metres | None = None
    depth: Metres | None = None
    rows: Count | None = None
    columns: Count | None = None
    base: Literal["plinth", "legs", "none"] | None = None
    base_height: Metres | None = None
    relief: ReliefName | None = None
    handle: HandleName | None = None
    layout: list[RowOfFronts] | None = Field(default=None, max_length=40)
    pedestals: Count | None = None
    middle_drawer: bool | None = None
    leaves: Count | None = None
    leg: Literal["square", "tapered", "turned"] | None = None
    seat: Literal["wood", "padded"] | None = None
    back: Literal["slats", "panel", "cane", "cloth", "none"] | None = None
    changes: list[PartChange] | None = Field(default=None, max_length=100)


class PartFaceOut(BaseModel):
    """A face of a part: the name that it alone answers to, what it is called, its area [m²], what it is
    now."""

    name: str
    said: str
    zone: str
    area: float
    ground: str
    when_asked: bool = Field(description="Whether it is painted only where a layer names it.")


class PartOut(BaseModel):
    """A part of a piece, with its faces; where it stands and how large it is, if it is a solid of its own.
    [m]"""

    key: str
    name: str
    kind: str
    at: list[float] | None = Field(
        description="From the left, from the top and from the front of the piece. [m]"
    )
    size: list[float] | None = Field(description="Width, height and depth. [m]")
    faces: list[PartFaceOut]


class PieceOut(BaseModel):
    """A piece of furniture of a job."""

    id: int
    version: int
    name: str
    form: str
    measures: dict[str, bool | float | int | str]
    layout: list[RowOfFronts]
    changes: list[PartChange]
    parts: list[PartOut]
    groups: dict[str, list[str]] = Field(description="Parts that go together, by the name of their group.")
    grounds: dict[str, str]
    areas: dict[str, float] = Field(description="Painted area of each zone, of one of it. [m²]")
    padding: float = Field(description="Area of its padding, which is painted where a layer names it. [m²]")
    uses: list[str]
    age: str
    count: int
    belongs: str
    recounted: bool = Field(
        description="Whether its areas were counted otherwise before, and nobody has read that."
    )
    hardware: "HardwareOut"
    look_id: int | None


class PieceIn(StrictModel):
    """A new piece."""

    name: Name
    form: FormName
    measures: MeasuresIn = Field(default_factory=MeasuresIn)
    ground: GroundName = "oak"


class PieceChangeIn(StrictModel):
    """Changes of a piece; `grounds` says what faces are before anything is laid, by names that they answer to
    ("" for all others)."""

    name: Name | None = None
    measures: MeasuresIn = Field(default_factory=MeasuresIn)
    grounds: dict[Annotated[str, Field(max_length=60)], GroundName] = Field(default={}, max_length=200)
    uses: list[UseName] | None = Field(default=None, max_length=8)
    age: AgeName | None = None
    count: int | None = Field(default=None, ge=1, le=24)
    belongs: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] | None = None
    recounted: Literal[False] | None = Field(default=None, description="False when it was read.")


class HardwareIn(StrictModel):
    """What is done with the handles of a piece; only what is sent differs from before. [mm]"""

    act: Literal["keep", "clean", "paint", "change"] | None = None
    each: Count | None = None
    old_each: Count | None = None
    old_apart: Metres | None = None
    new_apart: Metres | None = None
    price: Annotated[float, Field(ge=-1e9, le=1e9)] | None = None


class HolesOut(BaseModel):
    """The holes of one front, from its left edge. [mm]"""

    part: str
    kept: list[float]
    filled: list[float]
    drilled: list[float]
    close: list[float]


class HardwareOut(BaseModel):
    """What is done with the handles of a piece, how many new ones that is, and what they cost."""

    act: str
    each: int
    old_each: int
    old_apart: float
    new_apart: float
    price: float
    count: int
    cost: float
    holes: list[HolesOut]
    wrong: str


class WearIn(StrictModel):
    """Which look a piece wears; none for bare."""

    look_id: Id | None


class FormOut(BaseModel):
    """A form of furniture, its usual measures, and what its rows and columns are."""

    key: FormName
    title: str
    rows: str
    columns: str
    offers: list[str] = Field(description="What else can be said of it: fields of its measures.")
    usual: dict[str, float | int | str]


class GroundOut(BaseModel):
    """What furniture may be before it is painted; `wood` where it is figured."""

    key: str
    title: str
    wood: bool


class SurroundingOut(BaseModel):
    """A wall or a floor that a piece may stand against."""

    title: str
    Lab: list[float]


class PartKindOut(BaseModel):
    """A kind of part that can be put on a piece, with its usual sides. [m]; 0 is as long as the piece's
    own."""

    key: str
    title: str
    sides: list[float]


class PieceWordsOut(BaseModel):
    """What can be said of pieces: parts to put on, zones of faces, uses and ages."""

    parts: list[PartKindOut]
    zones: list[WordsOut]
    uses: list[WordsOut]
    ages: list[WordsOut]


def piece_out(row: PieceRow) -> PieceOut:
    """Return a piece."""
    piece = piece_of(row)
    measures = {name: value for name, value in row.spec.items() if name not in ("form", "layout", "changes")}
    return PieceOut(
        id=row.id, version=row.version, name=row.name, form=piece.form, measures=measures,
        layout=[RowOfFronts.model_validate(one, from_attributes=True) for one in piece.layout],
        changes=[PartChange.model_validate(change, from_attributes=True) for change in piece.changes],
        parts=_parts(piece, ground_keys(row)), groups=piece.groups, grounds=row.grounds,
        areas={zone: round(area, 4) for zone, area in piece.areas.items()},
        padding=round(sum(area for face, area in piece.faces.items() if zone_of(face) == "padding"), 4),
        uses=list(uses_of(row)), age=row.age,
        count=row.count, belongs=row.belongs, recounted=row.recounted, hardware=_hardware(row),
        look_id=row.look_id,
    )  # fmt: skip


def _hardware(row: PieceRow) -> HardwareOut:
    fitted = fitted_on(row)
    return HardwareOut(
        **asdict(fitted.hardware), count=fitted.count, cost=round(fitted.cost, 2), wrong=fitted.wrong,
        holes=[
            HolesOut.model_validate(
                {key: value if key == "part" else [round(at, 1) for at in value] for key,
                value in asdict(hole).items()}
            )
            for hole in fitted.holes
        ],
    )  # fmt: skip


def _parts(piece: Piece, grounds: dict[str, str]) -> list[PartOut]:
    faces: dict[str, list[PartFaceOut]] = {part: [] for part in piece.parts}
    for address, area in piece.faces.items():
        part, face = address.split("/")[2:]
        said = next((grounds[name] for name in closest_first(address) if name in grounds), "")
        ground = said or usual_ground(address) or grounds.get("", "oak")
        faces.setdefault(part, []).append(
            PartFaceOut(
                name=f"{part}/{face}", said=face_said(address), zone=zone_of(address), area=round(area, 4),
                ground=ground, when_asked=zone_of(address) in WHEN_ASKED,
            )
        )  # fmt: skip
    solids = {box.part: box for box in piece.boxes}
    return [
        PartOut(
            key=part, name=piece.called(part), kind=piece.parts.get(part, ""), faces=own,
            at=_rounded(solids[part].at) if part in solids else None,
            size=_rounded(solids[part].size) if part in solids else None,
        )
        for part, own in faces.items()
    ]  # fmt: skip


def _rounded(lengths: tuple[float, float, float]) -> list[float]:
    return [round(length, 4) for length in lengths]


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
    parts = [PartKindOut(key=key, title=added.title, sides=list(added.sides)) for key, added in ADDED.items()]
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
        row = service.add_piece(
            session, job_id, name=body.name, form=body.form, measures=measures, wood=body.ground
        )
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
