"""Looks: layers tried on a piece, its picture, what lies at a point, what is said of it; files, sheets, ladders."""

from dataclasses import replace
from typing import Annotated, Any, Literal

import numpy as np
from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jug_mingle.api.context import IMAGE, PROBLEMS, ContextNow, LightNow, Reading, UnitNow, writing
from jug_mingle.api.routes.jobs import whole_mix
from jug_mingle.api.schemas import FinishOut, Hex, MixOut, Name, WayOut
from jug_mingle.api.shapes import finish_out, hex_of
from jug_mingle.core.colour.difference import delta_E_CIE2000, difference_words, direction
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import KINDS, METALS, PATTERNS, WAXES
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.formats.images import encode, encode_png
from jug_mingle.services import ladders, photo_faces
from jug_mingle.services import looks as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.look_shapes import LayerIn, LookFile
from jug_mingle.services.photo_shapes import FaceIn
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.said import Id, Said
from jug_mingle.services.sources import LightingIn, NoLightIn
from jug_mingle.services.targets import get_target

router = APIRouter(prefix="/api", tags=["looks"])

Pixels = Annotated[int, Field(ge=64, le=2400)]
Layers = Annotated[list[LayerIn], Field(max_length=24)]


class LayerKindOut(BaseModel):
    """A kind of layer, how it is usually laid, and why."""

    key: str
    title: str
    why: str
    least: int
    most: int
    takes: list[str] = Field(description="Kinds of material that are laid in it.")
    generic: str = Field(description="Generic materials that it takes as well: waxes, metals, or none.")
    usual: LayerIn


class PresetOut(BaseModel):
    """A look of our own to begin from."""

    key: str
    title: str
    words: str


class LookbookOut(BaseModel):
    """What looks are made of."""

    kinds: list[LayerKindOut]
    patterns: dict[str, str]
    presets: list[PresetOut]
    waxes: list[str]
    metals: list[str]


class LookIn(Said):
    """A look to keep."""

    name: Name
    layers: Annotated[list[LayerIn], Field(min_length=1, max_length=24)]


class PictureIn(Said):
    """Layers to draw, saved or not.

    `stage` shows it after so many coats; `field` shows where one layer lies instead; without `shaded` every place has
    the very colour of its finish.
    """

    layers: Layers = Field(default=[])
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    stage: int | None = Field(default=None, ge=0, le=200)
    field: int | None = Field(default=None, ge=0, le=40)
    shaded: bool = True
    sketch: bool = False


class PointIn(Said):
    """A point of the picture, in shares of its width and height."""

    layers: Layers = Field(default=[])
    x: float = Field(ge=0.0, le=1.0)
    y: float = Field(ge=0.0, le=1.0)
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    target_id: Id | None = None


class LaidOut(BaseModel):
    """What one layer made of a point; the ground is "bare"."""

    title: str
    field: float
    hex: Hex


class PointOut(BaseModel):
    """What lies at a point, from the ground up, and how far it is from a target."""

    zone: str
    laid: list[LaidOut]
    Lab: list[float]
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str


class RemarkOut(BaseModel):
    """Something to be said of a finish."""

    layer: int | None
    weight: Literal["wrong", "school", "advice"]
    words: str
    why: str


class WaxedOut(BaseModel):
    """What a wax would make of the topmost colour."""

    name: str
    hex: Hex
    delta_E: float
    words: str


class NeedOut(BaseModel):
    """What a finish takes of one colour, and of which jug; `batch` is what that jug was made for. [m², ml]"""

    name: str
    area: float
    ml: float
    mix_id: int | None
    batch: float | None


class JudgedOut(BaseModel):
    """What is said of a finish."""

    remarks: list[RemarkOut]
    waxes: list[WaxedOut]
    needs: list[NeedOut]
    stages: list[str]


class JudgeIn(Said):
    """Layers to judge."""

    layers: Layers = Field(default=[])


class RungOut(BaseModel):
    """One step of an ombre by rows."""

    hex: Hex
    even_hex: Hex
    ml: float
    share: float


class WalkOut(BaseModel):
    """One step of the walk-down pot. [ml]"""

    add: float
    there: float
    used: float


class LadderOut(BaseModel):
    """An ombre by rows: even to the eye, and in equal parts beside it."""

    rungs: list[RungOut]
    between: list[float]
    between_even: list[float]
    walk: list[WalkOut]


class DressIn(Said):
    """Faces of a photo and the layers to lay into them."""

    faces: list[FaceIn] = Field(min_length=1, max_length=40)
    layers: Layers
    lighting: LightingIn = NoLightIn()
    wood: str = Field(default="oak", max_length=40)


@router.get("/lookbook")
def lookbook() -> LookbookOut:
    """Return the kinds of layers with their usual numbers, the patterns of blends, and our own looks."""
    kinds = [
        LayerKindOut(
            key=kind.key, title=kind.title, why=kind.why, least=kind.films[0], most=kind.films[1],
            takes=list(kind.takes), generic=kind.generic,
            usual=LayerIn.model_validate({"kind": kind.key, **kind.usual}),
        )
        for kind in KINDS.values()
    ]  # fmt: skip
    return LookbookOut(
        kinds=kinds, patterns=dict(PATTERNS), waxes=list(WAXES), metals=list(METALS),
        presets=[PresetOut(key=look.key, title=look.title, words=look.words) for look in LOOKS],
    )  # fmt: skip


@router.get("/look.schema.json")
def look_schema() -> dict[str, Any]:
    """Return the JSON schema of a look's file."""
    return LookFile.model_json_schema()


@router.get("/jobs/{job_id}/presets/{key}", responses=PROBLEMS)
def preset(job_id: Id, key: str, session: Reading) -> list[LayerIn]:
    """Return one of our own looks in the job's jugs."""
    return service.preset(session, job_id, key)


@router.post("/jobs/{job_id}/looks", status_code=201, responses=PROBLEMS)
def add_look(job_id: Id, body: LookIn, context: ContextNow) -> FinishOut:
    """Keep a look."""
    with writing(context) as session:
        return finish_out(service.save_look(session, job_id, name=body.name, layers=body.layers))


@router.put("/looks/{look_id}", responses=PROBLEMS)
def change_look(look_id: Id, body: LookIn, context: ContextNow) -> FinishOut:
    """Keep a look as it is now."""
    with writing(context) as session:
        job_id = service.get_look(session, look_id).job_id
        return finish_out(service.save_look(session, job_id, name=body.name, layers=body.layers, look_id=look_id))


@router.delete("/looks/{look_id}", status_code=204, responses=PROBLEMS)
def remove_look(look_id: Id, context: ContextNow) -> None:
    """Put a look away; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_look(session, look_id)


@router.post("/looks/{look_id}/restore", responses=PROBLEMS)
def restore_look(look_id: Id, context: ContextNow) -> FinishOut:
    """Bring a look back."""
    with context.database.write.begin() as session:
        return finish_out(service.restore_look(session, look_id))


@router.get("/looks/{look_id}/file", responses=PROBLEMS)
def look_file(look_id: Id, session: Reading) -> Response:
    """Return a look as a file, its jugs as roles."""
    file = service.to_file(session, look_id)
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in file.name.lower())
    return Response(
        file.model_dump_json(indent=2), media_type="application/json",
        headers={"Content-Disposition": f'attachment; filename="{name}.look.json"'},
    )  # fmt: skip


@router.post("/jobs/{job_id}/looks/import", status_code=201, responses=PROBLEMS)
def import_look(job_id: Id, body: LookFile, context: ContextNow) -> FinishOut:
    """Keep a look from a file, in the jugs of this job."""
    with writing(context) as session:
        layers = service.cast_roles(session, job_id, body.layers)
        return finish_out(service.save_look(session, job_id, name=body.name, layers=layers))


@router.post("/pieces/{piece_id}/picture", responses=IMAGE, response_class=Response)
async def picture(piece_id: Id, body: PictureIn, context: ContextNow, light: LightNow = "window") -> Response:
    """Return the picture of a piece in layers: exact (WebP, lossless), or a quick sketch (JPEG)."""

    def draw() -> Response:
        with context.database.read() as session:
            row, finish = service.dressed(session, piece_id, body.layers)
        wide, high = body.pixels_wide, body.pixels_high
        if body.field is not None:
            pixels = service.field_of(row, finish, body.field, pixels_wide=wide, pixels_high=high)
        else:
            pixels = service.picture_of(
                row, finish, light=light_named(light), pixels_wide=wide, pixels_high=high, stage=body.stage,
                shaded=body.shaded,
            )  # fmt: skip
        data, media_type = encode(pixels, "sketch" if body.sketch else "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)


@router.post("/pieces/{piece_id}/point", responses=PROBLEMS)
def point(piece_id: Id, body: PointIn, session: Reading, light: LightNow = "window") -> PointOut:
    """Return what lies at a point of the picture, layer by layer."""
    shown = light_named(light)
    found = service.point_of(
        session, piece_id, body.layers, x=body.x, y=body.y, wide=body.pixels_wide, high=body.pixels_high
    )
    seen = service.seen_of(found.laid)
    Lab = R_to_Lab(seen, shown)
    target = None if body.target_id is None else np.array(get_target(session, body.target_id).R)
    delta_E = None if target is None else float(delta_E_CIE2000(Lab, R_to_Lab(target, shown)))
    words = ""
    if target is not None and delta_E is not None:
        words = difference_words(delta_E)
        words += f": {direction(Lab, R_to_Lab(target, shown))}" if delta_E >= 1.0 else ""
    return PointOut(
        zone=found.zone,
        laid=[
            LaidOut(
                title="bare" if one.layer < 0 else KINDS[body.layers[one.layer].kind].title.lower(),
                field=round(one.field, 3), hex=hex_of(np.clip(one.R, 0.0, 1.0), shown),
            )
            for one in found.laid
        ],
        Lab=[round(float(value), 2) for value in Lab], hex=hex_of(seen, shown),
        target_hex=None if target is None else hex_of(target, shown),
        delta_E=None if delta_E is None else round(delta_E, 2), words=words,
    )  # fmt: skip


@router.post("/pieces/{piece_id}/judge", responses=PROBLEMS)
def judge(piece_id: Id, body: JudgeIn, session: Reading, light: LightNow = "window") -> JudgedOut:
    """Return what is to be said of layers on a piece, and what they take of each colour."""
    shown = light_named(light)
    found = service.judged(session, piece_id, body.layers, light=shown)
    return JudgedOut(
        remarks=[
            RemarkOut(layer=one.layer, weight=one.weight, words=one.words, why=one.why) for one in found.remarks
        ],
        waxes=[
            WaxedOut(
                name=one.name, hex=hex_of(np.clip(one.R, 0.0, 1.0), shown), delta_E=round(one.delta_E, 1),
                words=difference_words(one.delta_E),
            )
            for one in found.waxes
        ],
        needs=[
            NeedOut(name=one.name, area=round(one.area, 2), ml=round(one.ml), mix_id=one.mix_id, batch=one.batch)
            for one in found.needs
        ],
        stages=found.stages,
    )  # fmt: skip


Coats = Annotated[int, Query(ge=1, le=6)]


@router.get("/pieces/{piece_id}/ladder", responses=PROBLEMS)
def ladder(
    piece_id: Id, first_id: Id, second_id: Id, session: Reading, light: LightNow = "window", coats: Coats = 2
) -> LadderOut:
    """Return an ombre over the rows of a piece, and how one jug is walked down it."""
    shown = light_named(light)
    found = ladders.ladder(session, piece_id, first_id, second_id, coats=coats, light=shown)
    return LadderOut(
        rungs=[
            RungOut(
                hex=hex_of(np.clip(rung.R, 0.0, 1.0), shown), even_hex=hex_of(np.clip(R, 0.0, 1.0), shown),
                ml=round(rung.ml, 1), share=round(rung.share, 4),
            )
            for rung, R in zip(found.steps, found.even, strict=True)
        ],
        between=[round(value, 2) for value in found.between],
        between_even=[round(value, 2) for value in found.between_even],
        walk=[
            WalkOut(add=round(one.add, 1), there=round(one.there, 1), used=round(one.used, 1)) for one in found.walk
        ],
    )  # fmt: skip


@router.get("/pieces/{piece_id}/ladder.pdf", responses=PROBLEMS)
def walk_strip(
    piece_id: Id,
    first_id: Id,
    second_id: Id,
    session: Reading,
    light: LightNow = "window",
    coats: Coats = 2,
    unit: UnitNow = "ml",
) -> Response:
    """Return a tape for the jug that is walked down the rows of a piece."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    strip = prints.walk_strip_of(
        session, piece_id, first_id, second_id, coats=coats, light=light_named(light), unit=unit
    )
    return Response(strip, media_type="application/pdf")


@router.post("/pieces/{piece_id}/ladder/mixes", status_code=201, responses=PROBLEMS)
def keep_ladder(
    piece_id: Id, first_id: Id, second_id: Id, context: ContextNow, light: LightNow = "window", coats: Coats = 2
) -> list[MixOut]:
    """Keep the steps between the ends as jugs of the job."""
    with writing(context) as session:
        rows = ladders.keep_steps(session, piece_id, first_id, second_id, coats=coats, light=light_named(light))
    with context.database.read() as session:
        return [whole_mix(session, row.id, light) for row in rows]


@router.get("/jobs/{job_id}/way", responses=PROBLEMS)
def way(
    job_id: Id,
    first_id: Id,
    second_id: Id,
    session: Reading,
    light: LightNow = "window",
    steps: Annotated[int, Query(ge=2, le=33)] = 9,
) -> WayOut:
    """Return the mixtures on the way from one mix to another."""
    shown = light_named(light)
    found = service.way_between(
        session, job_id=job_id, first_id=first_id, second_id=second_id, light=shown, steps=steps
    )
    return WayOut(
        steps=[hex_of(R, shown) for R in found.R],
        length=round(found.length, 2),
        words=difference_words(found.length),
        muddy=found.muddy,
    )


@router.get("/pieces/{piece_id}/look.png", responses=IMAGE, response_class=Response)
async def look_png(
    piece_id: Id,
    context: ContextNow,
    light: LightNow = "window",
    before_after: bool = False,
    pixels_wide: Annotated[int, Query(ge=64, le=2400)] = 1600,
    pixels_high: Annotated[int, Query(ge=64, le=2400)] = 1200,
) -> Response:
    """Return a piece in its look as PNG, with profile and light; or its left half before, its right half after."""

    def draw() -> Response:
        shown = light_named(light)
        with context.database.read() as session:
            row = get_piece(session, piece_id)
            layers = [] if row.look_id is None else service.layers_of(service.get_look(session, row.look_id))
            row, finish = service.dressed(session, piece_id, layers)
            job = get_job(session, row.job_id).name
        pixels = service.picture_of(row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high)
        if before_after:
            finish = replace(finish, layers=())
            bare = service.picture_of(row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high)
            pixels = np.where(np.arange(pixels_wide)[np.newaxis, :, np.newaxis] < pixels_wide // 2, bare, pixels)
        notes = {"Title": row.name, "Software": "Jug Mingle", "Comment": f"Light: {shown.title}. Job: {job}."}
        headers = {"Content-Disposition": 'attachment; filename="look.png"', "Cache-Control": "no-store"}
        return Response(encode_png(pixels, notes), media_type="image/png", headers=headers)

    return await context.rendered(draw)


@router.get("/pieces/{piece_id}/sheet.pdf", responses=PROBLEMS)
async def sheet(piece_id: Id, context: ContextNow, light: LightNow = "window", unit: UnitNow = "ml") -> Response:
    """Return the finish sheet of a piece in its look."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    def draw() -> Response:
        with context.database.read() as session:
            make = prints.sheet_of(session, piece_id, light=light_named(light), unit=unit)
        return Response(make(), media_type="application/pdf")

    return await context.rendered(draw)


@router.post("/photos/{photo_id}/dress", responses=IMAGE, response_class=Response)
async def dress_photo(photo_id: Id, body: DressIn, context: ContextNow) -> Response:
    """Return a photo with layers laid into its marked faces, in daylight."""

    def draw() -> Response:
        with context.database.read() as session:
            lay_in = photo_faces.dress_photo(
                session, context.photos, photo_id, body.faces, body.layers, lighting=body.lighting, wood=body.wood
            )
        data, media_type = encode(lay_in(), "working")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)
