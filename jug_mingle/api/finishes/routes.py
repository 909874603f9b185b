"""A finish on a piece: its picture, what lies at a point, what is said of it, its sheet."""

from dataclasses import replace
from typing import Annotated

import numpy as np
from fastapi import APIRouter, Query
from fastapi.responses import Response

from jug_mingle.api.common.files import PDF, Anyway, gives, printed
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import COMPUTES, IMAGE, ContextNow, LightNow, ReadSession, UnitNow
from jug_mingle.api.finishes.schemas import (
    JudgedOut,
    JudgeIn,
    LaidOut,
    NeedOut,
    PictureIn,
    PointIn,
    PointOut,
    RemarkOut,
    WaxedOut,
)
from jug_mingle.core.colour.difference import compare, difference_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes import KINDS
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.pieces.addresses import closest_first, said_of, zone_of
from jug_mingle.documents.strict import Id
from jug_mingle.formats.images import encode, encode_png
from jug_mingle.services import finish_pictures, finish_report, finish_resolver, looks
from jug_mingle.services.jobs import get_job
from jug_mingle.services.pieces import get_piece
from jug_mingle.services.targets import get_target

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
def judge(piece_id: Id, body: JudgeIn, session: ReadSession, unit: UnitNow, light: LightNow = "window") -> JudgedOut:
    """Return what is to be said of layers on a piece, and what they take of each colour."""
    shown = light_named(light)

    def said(ml: float, density: float) -> str:
        return format_amount(ml, unit, density=density).words

    found = finish_report.judged(session, piece_id, body.layers, light=shown)
    return JudgedOut(
        remarks=[
            RemarkOut(
                layer=one.layer, weight=one.weight, words=one.words, why=one.why, rule=one.rule, school=one.school,
                answer=next(iter(one.answers), ""),
            )
            for one in found.remarks
        ],
        waxes=[
            WaxedOut(
                name=one.name, hex=hex_of(one.R, shown), delta_E=round(one.delta_E, 1),
                words=difference_words(one.delta_E), says=one.says,
            )
            for one in found.waxes
        ],
        needs=[
            NeedOut(
                name=one.name, area=round(one.area, 2), ml=round(one.ml), mix_id=one.mix_id, batch=one.batch,
                set_ml=None if one.set_ml is None else round(one.set_ml), words=said(one.ml, one.density),
                set_words="" if one.set_ml is None else said(one.set_ml, one.density),
                batch_words="" if one.batch is None else said(one.batch, one.density),
            )
            for one in found.needs
        ],
        not_counted=found.not_counted, waits=found.waits, stages=found.stages, cautions=found.cautions,
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
    """Return a piece in its look as PNG, with profile and light; or its left half before, its right half after."""

    def draw() -> Response:
        shown = light_named(light)
        with context.database.read() as session:
            row = get_piece(session, piece_id)
            layers = [] if row.look_id is None else looks.layers_of(looks.get_look(session, row.look_id))
            row, finish = finish_resolver.dressed(session, piece_id, layers)
            job = get_job(session, row.job_id).name
        pixels = finish_pictures.picture_of(row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high)
        if before_after:
            finish = replace(finish, layers=())
            bare = finish_pictures.picture_of(
                row, finish, light=shown, pixels_wide=pixels_wide, pixels_high=pixels_high
            )
            pixels = np.where(np.arange(pixels_wide)[np.newaxis, :, np.newaxis] < pixels_wide // 2, bare, pixels)
        notes = {"Title": row.name, "Software": "Jug Mingle", "Comment": f"Light: {shown.title}. Job: {job}."}
        headers = {"Content-Disposition": 'attachment; filename="look.png"', "Cache-Control": "no-store"}
        return Response(encode_png(pixels, notes), media_type="image/png", headers=headers)

    return await context.rendered(draw)


@router.get("/pieces/{piece_id}/sheet.pdf", responses=PDF, response_class=Response)
async def sheet(
    piece_id: Id, context: ContextNow, unit: UnitNow, light: LightNow = "window", whole_set: bool = False,
    anyway: Anyway = False,
) -> Response:  # fmt: skip
    """Return the finish sheet of a piece in its look, or of all dressed pieces of the set that it belongs to."""
    from jug_mingle.services import prints  # an ordinary start need not import ReportLab

    def draw() -> Response:
        with context.database.read() as session:
            make = prints.sheet_of(session, piece_id, light=light_named(light), unit=unit, whole_set=whole_set)
            name = get_piece(session, piece_id).name
        return printed(make, f"finish sheet {name}", anyway=anyway)

    return await context.rendered(draw)
