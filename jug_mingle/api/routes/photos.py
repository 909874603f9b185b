"""Photos and the colours caught from them."""

from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import FileResponse

from jug_mingle.api.context import PROBLEMS, Context, ContextNow, LightNow, Reading
from jug_mingle.api.schemas import AreaIn, CatchIn, ChipOut, PhotoOut, SpotIn
from jug_mingle.api.shapes import chip, photo_out
from jug_mingle.core.photos import Area, Caught
from jug_mingle.core.spectra import light as light_named
from jug_mingle.errors import TooLargeError, UnfitError
from jug_mingle.services import photos as service
from jug_mingle.services.targets import surface_of
from jug_mingle.store.models import PhotoRow

router = APIRouter(prefix="/api", tags=["photos"])

_UPLOAD = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}


@router.post("/jobs/{job_id}/photos", status_code=201, responses=PROBLEMS, openapi_extra=_UPLOAD)
async def add_photo(
    job_id: int, request: Request, context: ContextNow, name: Annotated[str, Query(min_length=1, max_length=200)]
) -> PhotoOut:
    """Keep a photo: JPEG, PNG, WebP or HEIC, sent as the body."""
    data = await _body(request, context.settings.max_upload)
    return await run_in_threadpool(_keep, context, job_id, name, data)


async def _body(request: Request, limit: int) -> bytes:
    """Read the body, giving up as soon as it is too large."""
    said = request.headers.get("content-length", "0")
    size = int(said) if said.isdigit() else 0
    data = bytearray()
    async for chunk in request.stream():
        data += chunk
        if max(size, len(data)) > limit:
            raise TooLargeError(f"the file is larger than {limit / 2**20:.0f} MB: save the photo smaller")
    if not data:
        raise UnfitError("the file is empty: choose another copy of the photo")
    return bytes(data)


def _keep(context: Context, job_id: int, name: str, data: bytes) -> PhotoOut:
    pixels, media_type = service.read_photo(data, max_pixels=context.settings.max_pixels)
    with context.database.write.begin() as session:
        row = service.add_photo(
            session, context.photos, job_id=job_id, name=name, data=data, pixels=pixels, media_type=media_type
        )
        return photo_out(row)


@router.get("/photos/{photo_id}/picture", responses=PROBLEMS, response_class=FileResponse)
def get_picture(photo_id: int, session: Reading, context: ContextNow) -> FileResponse:
    """Return the upright sRGB working copy of a photo."""
    row = service.get_photo(session, photo_id)
    return FileResponse(
        context.photos.working(row.sha256),
        media_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=31536000"},
    )


@router.post("/photos/{photo_id}/catch", responses=PROBLEMS)
def catch_colour(
    photo_id: int, body: CatchIn, session: Reading, context: ContextNow, light: LightNow = "window"
) -> ChipOut:
    """Return the colour of a part of a photo, as it would be in daylight; nothing is saved."""
    caught = caught_of(service.get_photo(session, photo_id), body, context)
    return chip(surface_of(caught.XYZ), caught.noise, list(caught.warnings), light_named(light))


def caught_of(row: PhotoRow, body: CatchIn, context: Context) -> Caught:
    """Return what a catch on a photo gives."""
    white = None if body.white is None else _area(row, body.white)
    return service.caught_from(row, context.photos, target=_area(row, body.target), white=white)


def _area(row: PhotoRow, area: AreaIn) -> Area:
    if isinstance(area, SpotIn):
        return service.spot_on(row, x=area.x, y=area.y, radius=area.radius)
    return service.box_on(row, left=area.left, top=area.top, right=area.right, bottom=area.bottom)
