"""The finish of a job's piece, its picture, and the way between two mixes."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow, Reading
from jug_mingle.api.schemas import FinishIn, FinishOut, StyleName, WayOut
from jug_mingle.api.shapes import finish_out, hex_of
from jug_mingle.core.colour import difference_words
from jug_mingle.core.spectra import light as light_named
from jug_mingle.formats.images import encode
from jug_mingle.services import finishes as service

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["finishes"])


@router.put("/finish", responses=PROBLEMS)
def save_finish(job_id: int, body: FinishIn, context: ContextNow) -> FinishOut:
    """Save how the piece is dressed."""
    with context.database.write.begin() as session:
        row = service.save_finish(
            session, job_id=job_id, style=body.style, first_id=body.first_id, second_id=body.second_id, width=body.width
        )
        return finish_out(row)


@router.get(
    "/preview", responses={**PROBLEMS, 200: {"content": {"image/webp": {}, "image/jpeg": {}}}}, response_class=Response
)
def preview(
    job_id: int,
    session: Reading,
    style: StyleName = "bare",
    first_id: int | None = None,
    second_id: int | None = None,
    width: Annotated[float, Query(ge=0.0, le=1.0)] = 0.6,
    light: LightNow = "window",
    pixels_wide: Annotated[int, Query(ge=64, le=2400)] = 1200,
    pixels_high: Annotated[int, Query(ge=64, le=2400)] = 800,
    sketch: bool = False,
) -> Response:
    """Return the picture of the piece in a finish, saved or not: exact (WebP, lossless), or a quick sketch (JPEG)."""
    picture = service.picture_of(
        session,
        job_id=job_id,
        style=style,
        first_id=first_id,
        second_id=second_id,
        width=width,
        light_name=light,
        pixels_wide=pixels_wide,
        pixels_high=pixels_high,
    )
    data, media_type = encode(picture, "sketch" if sketch else "exact")
    return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})


@router.get("/way", responses=PROBLEMS)
def way(
    job_id: int,
    first_id: int,
    second_id: int,
    session: Reading,
    light: LightNow = "window",
    steps: Annotated[int, Query(ge=2, le=33)] = 9,
) -> WayOut:
    """Return the mixtures on the way from one mix to another."""
    found = service.way_between(
        session, job_id=job_id, first_id=first_id, second_id=second_id, light_name=light, steps=steps
    )
    shown = light_named(light)
    return WayOut(
        steps=[hex_of(R, shown) for R in found.R],
        length=round(found.length, 2),
        words=difference_words(found.length),
        muddy=found.muddy,
    )
