"""A finish on a piece: its picture, what lies at a point, what is said of it, its sheet."""

from dataclasses import replace
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from jug_mingle.api.common import PDF, Anyway, Hex, gives, hex_of, printed
from jug_mingle.api.context import COMPUTES, IMAGE, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.looks import Layers, Pixels
from jug_mingle.core.colour.difference import compare, difference_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import KINDS
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.pieces.addresses import closest_first, said_of, zone_of
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.formats.images import encode, encode_png
from jug_mingle.services import finish_pictures, finish_report, finish_resolver, looks
from jug_mingle.services.jobs import get_job
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.targets import get_target

RoomName = Annotated[str, Field(min_length=1, max_length=40)]


class PictureIn(StrictModel):
    """Layers to draw, saved or not.

    `stage` shows it after so many coats; `field` shows where one layer lies instead; without `shaded` every
    place has the very colour of its finish. `opened` has its doors and drawers open, `before` is the piece as
    it came.
    """

    layers: Layers = Field(default=[])
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    stage: int | None = Field(default=None, ge=0, le=200)
    field: int | None = Field(default=None, ge=0, le=40)
    shaded: bool = True
    opened: bool = False
    before: bool = False
    wall: RoomName | None = Field(
        default=None, description="What it stands against, by name or found:7; else a mat."
    )
    floor: RoomName | None = None
    sketch: bool = False
    raking: bool = Field(default=False, description="A low light from the left shows what stands proud.")


class PointIn(StrictModel):
    """A point of the picture, in shares of its width and height."""

    layers: Layers = Field(default=[])
    x: float = Field(ge=0.0, le=1.0)
    y: float = Field(ge=0.0, le=1.0)
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    opened: bool = False
    target_id: Id | None = None


class LaidOut(BaseModel):
    """What one layer made of a point; the ground is "bare"."""

    title: str
    field: float
    hex: Hex


class PointOut(BaseModel):
    """What lies at a point, from the ground up, and how far it is from a target."""

    zone: str
    face: str = Field(description="The name that the face alone answers to.")
    said: str
    laid: list[LaidOut]
    Lab: list[float]
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str


class RemarkOut(BaseModel):
    """Something to be said of a finish; `rule` is the id of the rule that says it.

    Of what is done both ways `school` is the question on which painters differ, `answer` what those answer
    who do it so: see the settings.
    """

    layer: int | None
    weight: Literal["wrong", "school", "advice"]
    words: str
    why: str
    rule: str
    school: str
    answer: str


class WaxedOut(BaseModel):
    """What a wax would make of the topmost colour, and in a word what that does to it."""

    name: str
    hex: Hex
    delta_E: float
    words: str
    says: str


class NeedOut(BaseModel):
    """What a finish takes of one colour, and of which jug; `batch` is what that jug was made for, `set_ml`
    what the set takes that the piece belongs to [m², ml]; the words say all three in the unit asked for."""

    name: str
    area: float
    ml: float
    mix_id: int | None
    batch: float | None
    set_ml: float | None
    words: str
    set_words: str
    batch_words: str


class JudgedOut(BaseModel):
    """What is said of a finish."""

    remarks: list[RemarkOut]
    waxes: list[WaxedOut]
    needs: list[NeedOut]
    not_counted: str = Field(description="What bare grounds drink beyond what is counted.")
    waits: list[str] = Field(description="How long each layer waits, after each of its coats, by its labels.")
    stages: list[str]
    cautions: list[str] = Field(description="What can hurt; last that labels and local rules come first.")


class JudgeIn(StrictModel):
    """Layers to judge."""

    layers: Layers = Field(default=[])


router = APIRouter(prefix="/api", tags=["finishes"])


@router.post("/pieces/{piece_id}/picture", responses=IMAGE, response_class=Response, openapi_extra=COMPUTES)
async def picture(piece_id: Id, body: PictureIn, context: ContextNow, light: LightNow = "window") -> Response:
    """Return the picture of a piece in layers: exact (WebP, lossless), or a quick sketch (JPEG)."""

    def draw() -> Response:
        with context.database.read() as session:
            row, finish = finish_resolver.dressed(session, piece_id, body.layers)
            room = finish_pictures.room_of(session, row.job_id, body.wall, body.floor)
        wide, high = body.pixels_wide, body.pixels_high
        if body.field is not None:
            pixels = finish_pictures.field_of(row, finish, body.field, pixels_wide=wide, pixels_high=high)
        else:
            pixels = finish_pictures.picture_of(
                row, finish, light=light_named(light), pixels_wide=wide, pixels_high=high, stage=body.stage,
                shaded=body.shaded, opened=body.opened, before=body.before, room=room,
                raking=body.raking,
            )  # fmt: skip
        data, media_type = encode(pixels, "sketch" if body.sketch else "exact")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)


@router.post("/pieces/{piece_id}/point", openapi_extra=COMPUTES)
def point(piece_id: Id, body: PointIn, session: ReadSession, light: LightNow = "window") -> PointOut:
    """Return what lies at a point of the picture, layer by layer."""
    shown = light_named(light)
    found = finish_pictures.point_of(
        session,
        piece_id,
        body.layers,
        x=body.x,
        y=body.y,
        wide=body.pixels_wide,
        high=body.pixels_high,
        opened=body.opened,
    )
    seen = finish_pictures.seen_of(found.laid)
    Lab = R_to_Lab(seen, shown)
    target = None if body.target_id is None else np.array(get_target(session, body.target_id).R)
    apart = None if target is None else compare(Lab, R_to_Lab(target, shown))
    return PointOut(
        zone=zone_of(found.face), face=closest_first(found.face)[0], said=said_of(found.face),
        laid=[
            LaidOut(
                title="bare" if one.layer < 0 else KINDS[body.layers[one.layer].kind].title.lower(),
                field=round(one.field, 3), hex=hex_of(one.R, shown),
            )
            for one in found.laid
        ],
        Lab=[round(float(value), 2) for value in Lab], hex=hex_of(seen, shown),
        target_hex=None if target is None else hex_of(target, shown),
        delta_E=None if apart is None else round(apart.delta_E, 2),
        words="" if apart is None else ": ".join(said for said in (apart.words, apart.misses) if said),
    )  # fmt: skip


@router.post("/pieces/{piece_id}/judge", openapi_extra=COMPUTES)
def judge(
    piece_id: Id, body: JudgeIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> JudgedOut:
    """Return what is to be said of layers on a piece, and what they take of each colour."""
    shown = light_named(light)

    def said(ml: float, density: float) -> str:
        return format_amount(ml, unit, density=density).words

    judged = finish_report.judged(session, piece_id, body.layers, light=shown)
    return JudgedOut(
        remarks=[
            RemarkOut(
                layer=remark.layer, weight=remark.weight, words=remark.words, why=remark.why,
                rule=remark.rule,
                school=remark.school, answer=next(iter(remark.answers), ""),
            )
            for remark in judged.remarks
        ],
        waxes=[
            WaxedOut(
                name=waxed.name, hex=hex_of(waxed.R, shown), delta_E=round(waxed.delta_E, 1),
                words=difference_words(waxed.delta_E), says=waxed.says,
            )
            for waxed in judged.waxes
        ],
        needs=[
            NeedOut(
                name=need.name, area=round(need.area, 2), ml=round(need.ml), mix_id=need.mix_id,
                batch=need.batch,
                set_ml=None if need.set_ml is None else round(need.set_ml), words=said(need.ml, need.density),
                set_words="" if need.set_ml is None else said(need.set_ml, need.density),
                batch_words="" if need.batch is None else said(need.batch, need.density),
            )
            for need in judged.needs
        ],
        not_counted=judged.not_counted, waits=judged.waits, stages=judged.stages, cautions=judged.cautions,
    )  # fmt: skip


@router.get("/pieces/{piece_id}/look.png", responses=gives("image/png"), response_class=Response)
async def look_png(
    piece_id: Id,
    context: ContextNow,
    light: LightNow = "window",
    before_after: bool = False,
    pixels_wide: Annotated[int, Query(ge=64, le=2400)] = 1600,
    pixels_high: Annotated[int, Query(ge=64, le=2400)] = 1200,
) -> Response:
    """Return a piece in its look as PNG, with profile and light; or its left half before, its right half
    after."""

    def draw() -> Response:
        shown = light_named(light)
        with context.database.read() as session:
            row = get_piece(session, piece_id)
            row, finish = finish_resolver.dressed(session, piece_id, looks.worn_layers(session, row))
            job = get_job(session, row.job_id).name
        pixels = finish_pictures.picture_of(
            row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high
        )
        if before_after:
            finish = replace(finish, layers=())
            bare = finish_pictures.picture_of(
                row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high
            )
            pixels = np.where(
                np.arange(pixels_wide)[np.newaxis, :, np.newaxis] < pixels_wide // 2, bare, pixels
            )
        notes = {"Title": row.name, "Software": "Jug Mingle", "Comment": f"Light: {shown.title}. Job: {job}."}
        headers = {"Content-Disposition": 'attachment; filename="look.png"', "Cache-Control": "no-store"}
        return Response(encode_png(pixels, notes), media_type="image/png", headers=headers)

    return await context.rendered(draw)


@router.get("/pieces/{piece_id}/sheet.pdf", responses=PDF, response_class=Response)
async def sheet(
    piece_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window", whole_set: bool = False,
    anyway: Anyway = False,
) -> Response:  # fmt: skip
    """Return the finish sheet of a piece in its look, or of all dressed pieces of the set that it belongs
    to."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    def draw() -> Response:
        with context.database.read() as session:
            make = prints.sheet_of(
                session, piece_id, light=light_named(light), unit=unit, whole_set=whole_set
            )
            name = get_piece(session, piece_id).name
        return printed(make, f"finish sheet {name}", anyway=anyway)

    return await context.rendered(draw)
