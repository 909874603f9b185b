"""Photos: in, out, the chart in them, their scheme, faces to lay a finish into."""

from datetime import datetime
from importlib.resources import files
from typing import Annotated, Final, Literal

import numpy as np
from fastapi import APIRouter, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import FileResponse, Response
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common import ChipOut, chip
from jug_mingle.api.context import COMPUTES, IMAGE, Context, ContextNow, LightNow, ReadSession
from jug_mingle.api.looks import Layers
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.certainty import PHOTO_NOISE, PHOTO_WORDS
from jug_mingle.core.optics.paintable import surface_of
from jug_mingle.core.photos.scheme import pairs
from jug_mingle.documents.colour_source import LightingIn, NoLightIn
from jug_mingle.documents.look import FaceIn, Marks
from jug_mingle.documents.strict import Id, OneOf, StrictModel
from jug_mingle.formats.images import encode, taken_at
from jug_mingle.services import photo_care, photo_faces
from jug_mingle.services import photos as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.photo_care import STAGES
from jug_mingle.store.models import PhotoRow

Stage = Annotated[str, OneOf(STAGES)]
PhotoName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


class SchemeIn(StrictModel):
    """How the light of the photo is made honest, and how many colours are wanted."""

    lighting: LightingIn = Field(default_factory=NoLightIn)
    most: int = Field(default=6, ge=3, le=7)


class DominantOut(ChipOut):
    """A dominant colour of a photo, with its share of the area and where it is found."""

    share: float
    x: float
    y: float


class PairOut(BaseModel):
    """Two of them as ends of a blend or ombre."""

    first: int
    second: int
    apart: float
    words: str
    muddy: bool


class SchemeOut(BaseModel):
    """The scheme of a photo."""

    colours: list[DominantOut]
    pairs: list[PairOut]
    expect: str


class ChartOut(BaseModel):
    """A 24-patch chart found in a photo."""

    corners: list[tuple[float, float]]
    mismatch: float


class MethodOut(BaseModel):
    """A way to make the light of a photo honest, and what to expect of it."""

    method: Literal["chart", "chips", "white", "two_whites", "none"]
    expect: str
    noise: float


class PhotoOut(BaseModel):
    """A photo; its picture is at `/api/photos/{id}/picture`."""

    id: int
    version: int
    name: str
    width: int
    height: int
    turned: int = Field(description="How far it was turned clockwise from how it came. [degrees]")
    stage: Stage
    taken: datetime | None = Field(description="When it was taken, as its camera says.")
    created: datetime
    marks: Marks


class PhotoChangeIn(StrictModel):
    """What is said of a photo; only what is sent is changed. `turn` is by quarters, clockwise."""

    name: PhotoName | None = None
    stage: Stage | None = None
    turn: int = Field(default=0, ge=0, le=3)


class FacesIn(StrictModel):
    """Faces of a photo, of one of which the width is known."""

    faces: list[FaceIn] = Field(min_length=1, max_length=40)


class SizeOut(BaseModel):
    """How large a face is, each way with its standard error. [m]"""

    width: float
    height: float
    width_error: float
    height_error: float


class DressIn(StrictModel):
    """Faces of a photo and the layers to lay into them."""

    faces: list[FaceIn] = Field(min_length=1, max_length=40)
    layers: Layers
    lighting: LightingIn = Field(default_factory=NoLightIn)
    wood: str = Field(default="oak", max_length=40)


def photo_out(row: PhotoRow) -> PhotoOut:
    """Return a photo."""
    return PhotoOut(
        id=row.id, version=row.version, name=row.name, width=row.width, height=row.height, turned=row.turned,
        stage=row.stage, taken=row.taken, created=row.created, marks=Marks.model_validate(row.marks),
    )  # fmt: skip


SMALL: Final = (160, 320, 640)
"""Widths of small copies. [pixels]"""

router = APIRouter(prefix="/api", tags=["photos"])


@router.post("/jobs/{job_id}/photos", status_code=201, openapi_extra=FILE_BODY)
async def add_photo(
    job_id: Id,
    request: Request,
    context: ContextNow,
    name: Annotated[str, Query(min_length=1, max_length=200)],
) -> PhotoOut:
    """Keep a photo: JPEG, PNG, WebP or HEIC, sent as the body."""
    data = await body_of(request, context.settings.max_upload)
    return await run_in_threadpool(_keep, context, job_id, name, data)


def _keep(context: Context, job_id: int, name: str, data: bytes) -> PhotoOut:
    pixels, media_type = service.read_photo(data, max_pixels=context.settings.max_pixels)
    with context.database.read() as session:
        get_job(session, job_id)
    sha256 = service.keep_files(context.photos, data, pixels)
    size, taken = (pixels.shape[1], pixels.shape[0]), taken_at(data)
    with context.database.write.begin() as session:
        row = service.add_photo(
            session, job_id=job_id, name=name, sha256=sha256, size=size, media_type=media_type, taken=taken
        )
    return photo_out(row)


@router.post("/jobs/{job_id}/photos/sample", status_code=201)
def add_sample(job_id: Id, context: ContextNow) -> PhotoOut:
    """Keep a photo that ships with the program, to try with: a jug by a window, a sheet of paper beside
    it."""
    data = files("jug_mingle.services").joinpath("sample.jpg").read_bytes()
    return _keep(context, job_id, "Sample: a jug by the window", data)


@router.get("/photos/methods")
def list_methods() -> list[MethodOut]:
    """List the ways to make the light of a photo honest, best first, with what to expect of each."""
    return [
        MethodOut.model_validate({"method": m, "expect": words, "noise": PHOTO_NOISE[m]})
        for m, words in PHOTO_WORDS.items()
    ]


@router.get("/photos/{photo_id}/picture", response_class=FileResponse)
def get_picture(
    photo_id: Id,
    session: ReadSession,
    context: ContextNow,
    wide: Annotated[
        int | None, Query(ge=1, le=SMALL[-1], description="A small copy, at least so wide. [pixels]")
    ] = None,
    turned: Annotated[
        int | None, Query(description="As the photo says: a turned one has another address.")
    ] = None,
) -> FileResponse:
    """Return the upright sRGB working copy of a photo."""
    row = service.get_photo(session, photo_id)
    small = None if wide is None else next(size for size in SMALL if size >= wide)
    kept = "private, max-age=31536000" if turned == row.turned else "no-cache"
    return FileResponse(
        service.working_file(row, context.photos, wide=small),
        media_type="image/jpeg",
        headers={"Cache-Control": kept},
    )


@router.patch("/photos/{photo_id}")
def change_photo(photo_id: Id, body: PhotoChangeIn, context: ContextNow) -> PhotoOut:
    """Name a photo, say which part of the work it shows, or turn it with all that is marked on it."""
    with context.database.write.begin() as session:
        if body.turn:
            photo_care.turn_photo(session, photo_id, body.turn)
        return photo_out(photo_care.change_photo(session, photo_id, name=body.name, stage=body.stage))


@router.delete("/photos/{photo_id}", status_code=204)
def remove_photo(photo_id: Id, context: ContextNow) -> None:
    """Put a photo into the bin; colours that were caught from it stay."""
    with context.database.write.begin() as session:
        photo_care.remove_photo(session, photo_id)


@router.put("/photos/{photo_id}/marks", status_code=204)
def keep_marks(photo_id: Id, body: Marks, context: ContextNow) -> None:
    """Keep the faces that are marked on a photo."""
    with context.database.write.begin() as session:
        photo_faces.keep_marks(session, photo_id, body)


@router.get("/photos/{photo_id}/chart")
def get_chart(photo_id: Id, session: ReadSession, context: ContextNow) -> ChartOut:
    """Find the 24-patch chart in a photo."""
    chart = service.chart_on(service.get_photo(session, photo_id), context.photos, None)
    corners = [(round(float(x), 1), round(float(y), 1)) for x, y in chart.corners]
    return ChartOut(corners=corners, mismatch=round(chart.mismatch, 2))


@router.post("/photos/{photo_id}/scheme", openapi_extra=COMPUTES)
def get_scheme(
    photo_id: Id, body: SchemeIn, session: ReadSession, context: ContextNow, light: LightNow = "window"
) -> SchemeOut:
    """Return the dominant colours of a photo with their areas, and which would pair as ends of a blend."""
    photo, shown = service.get_photo(session, photo_id), light_named(light)
    dominants, correction, stride = service.scheme_of(
        session, photo, context.photos, lighting=body.lighting, most=body.most
    )
    colours = [
        DominantOut(
            **chip(surface_of(dominant.XYZ), correction.noise, [], shown).model_dump(),
            share=round(dominant.share, 4),
            x=(dominant.at[1] + 0.5) * stride,
            y=(dominant.at[0] + 0.5) * stride,
        )
        for dominant in dominants
    ]
    ends = pairs([np.asarray(dominant.XYZ) for dominant in dominants])[:6]
    return SchemeOut(
        colours=colours,
        pairs=[
            PairOut(
                first=p.first,
                second=p.second,
                apart=round(p.apart, 1),
                words=difference_words(p.apart),
                muddy=p.muddy,
            )
            for p in ends
        ],
        expect=PHOTO_WORDS[correction.method],
    )


@router.post("/photos/{photo_id}/sizes", openapi_extra=COMPUTES)
def face_sizes(photo_id: Id, body: FacesIn, session: ReadSession) -> list[SizeOut | None]:
    """Return how large each face is, from the one whose width is known; none where no shared corner leads to
    it."""
    return [
        None
        if size is None
        else SizeOut(
            width=round(size.width, 4), height=round(size.height, 4), width_error=round(size.width_error, 4),
            height_error=round(size.height_error, 4),
        )
        for size in photo_faces.sizes_on(session, photo_id, body.faces)
    ]  # fmt: skip


@router.post("/photos/{photo_id}/dress", responses=IMAGE, response_class=Response, openapi_extra=COMPUTES)
async def dress_photo(photo_id: Id, body: DressIn, context: ContextNow) -> Response:
    """Return a photo with layers laid into its marked faces, in daylight."""

    def draw() -> Response:
        with context.database.read() as session:
            lay_in = photo_faces.dress_photo(
                session,
                context.photos,
                photo_id,
                body.faces,
                body.layers,
                lighting=body.lighting,
                wood=body.wood,
            )
        data, media_type = encode(lay_in(), "working")
        return Response(data, media_type=media_type, headers={"Cache-Control": "no-store"})

    return await context.rendered(draw)
