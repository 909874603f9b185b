"""Photos: in, out, the chart in them, their scheme, faces to lay a finish into."""

from typing import Annotated

import numpy as np
from fastapi import APIRouter, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import FileResponse, Response

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common.serializers import chip
from jug_mingle.api.context import IMAGE, PROBLEMS, Context, ContextNow, LightNow, ReadSession
from jug_mingle.api.photos.schemas import (
    ChartOut,
    DominantOut,
    DressIn,
    FacesIn,
    MethodOut,
    PairOut,
    PhotoOut,
    SchemeIn,
    SchemeOut,
    SizeOut,
)
from jug_mingle.api.photos.serializers import photo_out
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.certainty import PHOTO_NOISE, PHOTO_WORDS
from jug_mingle.core.optics.paintable import surface_of
from jug_mingle.core.photos.scheme import pairs
from jug_mingle.documents.face_marks import Marks
from jug_mingle.documents.strict import Id
from jug_mingle.formats.images import encode
from jug_mingle.services import photo_faces
from jug_mingle.services import photos as service
from jug_mingle.services.jobs import get_job

router = APIRouter(prefix="/api", tags=["photos"])


@router.post("/jobs/{job_id}/photos", status_code=201, responses=PROBLEMS, openapi_extra=FILE_BODY)
async def add_photo(
    job_id: Id, request: Request, context: ContextNow, name: Annotated[str, Query(min_length=1, max_length=200)]
) -> PhotoOut:
    """Keep a photo: JPEG, PNG, WebP or HEIC, sent as the body."""
    data = await body_of(request, context.settings.max_upload)
    return await run_in_threadpool(_keep, context, job_id, name, data)


def _keep(context: Context, job_id: int, name: str, data: bytes) -> PhotoOut:
    pixels, media_type = service.read_photo(data, max_pixels=context.settings.max_pixels)
    with context.database.read() as session:
        get_job(session, job_id)
    sha256 = service.keep_files(context.photos, data, pixels)
    size = (pixels.shape[1], pixels.shape[0])
    with context.database.write.begin() as session:
        row = service.add_photo(session, job_id=job_id, name=name, sha256=sha256, size=size, media_type=media_type)
    return photo_out(row)


@router.get("/photos/methods")
def list_methods() -> list[MethodOut]:
    """List the ways to make the light of a photo honest, best first, with what to expect of each."""
    return [
        MethodOut.model_validate({"method": m, "expect": words, "noise": PHOTO_NOISE[m]})
        for m, words in PHOTO_WORDS.items()
    ]


@router.get("/photos/{photo_id}/picture", responses=PROBLEMS, response_class=FileResponse)
def get_picture(photo_id: Id, session: ReadSession, context: ContextNow) -> FileResponse:
    """Return the upright sRGB working copy of a photo."""
    row = service.get_photo(session, photo_id)
    return FileResponse(
        service.working_file(row, context.photos),
        media_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=31536000"},
    )


@router.put("/photos/{photo_id}/marks", status_code=204, responses=PROBLEMS)
def keep_marks(photo_id: Id, body: Marks, context: ContextNow) -> None:
    """Keep the faces that are marked on a photo."""
    with context.database.write.begin() as session:
        photo_faces.keep_marks(session, photo_id, body)


@router.get("/photos/{photo_id}/chart", responses=PROBLEMS)
def get_chart(photo_id: Id, session: ReadSession, context: ContextNow) -> ChartOut:
    """Find the 24-patch chart in a photo."""
    chart = service.chart_on(service.get_photo(session, photo_id), context.photos, None)
    corners = [(round(float(x), 1), round(float(y), 1)) for x, y in chart.corners]
    return ChartOut(corners=corners, mismatch=round(chart.mismatch, 2))


@router.post("/photos/{photo_id}/scheme", responses=PROBLEMS)
def get_scheme(
    photo_id: Id, body: SchemeIn, session: ReadSession, context: ContextNow, light: LightNow = "window"
) -> SchemeOut:
    """Return the dominant colours of a photo with their areas, and which would pair as ends of a blend."""
    photo, shown = service.get_photo(session, photo_id), light_named(light)
    found, correction, stride = service.scheme_of(
        session, photo, context.photos, lighting=body.lighting, most=body.most
    )
    colours = [
        DominantOut(
            **chip(surface_of(one.XYZ), correction.noise, [], shown).model_dump(),
            share=round(one.share, 4),
            x=(one.at[1] + 0.5) * stride,
            y=(one.at[0] + 0.5) * stride,
        )
        for one in found
    ]
    ends = pairs([np.asarray(one.XYZ) for one in found])[:6]
    return SchemeOut(
        colours=colours,
        pairs=[
            PairOut(
                first=p.first, second=p.second, apart=round(p.apart, 1), words=difference_words(p.apart), muddy=p.muddy
            )
            for p in ends
        ],
        expect=PHOTO_WORDS[correction.method],
    )


@router.post("/photos/{photo_id}/sizes", responses=PROBLEMS)
def face_sizes(photo_id: Id, body: FacesIn, session: ReadSession) -> list[SizeOut | None]:
    """Return how large each face is, from the one whose width is known; none where no shared corner leads to it."""
    return [
        None
        if one is None
        else SizeOut(
            width=round(one.width, 4), height=round(one.height, 4), width_error=round(one.width_error, 4),
            height_error=round(one.height_error, 4),
        )
        for one in photo_faces.sizes_on(session, photo_id, body.faces)
    ]  # fmt: skip


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
