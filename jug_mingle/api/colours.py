"""Colours from anywhere: looked at, read from files, written to files; and the lights they are judged in."""

from typing import Annotated, Final, Literal

import numpy as np
from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, Field

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.common import ChipOut, Hex, LightName, colour_out, gives, hex_of, sent
from jug_mingle.api.context import COMPUTES, ContextNow, LightNow, ReadSession
from jug_mingle.core.colour.spectra import BANDS, SWITCH, lights
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.finishes.picture import MAT
from jug_mingle.documents.colour_source import ColourIn, FromSpectrum
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import UnfitError
from jug_mingle.formats.colour_file import MOST, ColourFileError
from jug_mingle.formats.colours import LARGEST, WRITERS, read_colours
from jug_mingle.formats.whites import How, WhiteName
from jug_mingle.services.colours import as_samples, colour_of_file, resolve
from jug_mingle.services.jobs import get_job


class ToLookAtIn(StrictModel):
    """A colour to look at; nothing is saved."""

    colour: ColourIn
    background: ColourIn | None = None


class LookedOut(ChipOut):
    """A colour, and the background that it was to be seen on."""

    background_hex: Hex | None = None


class FileColourOut(ChipOut):
    """One colour of a file; `R`, `measured`, `how` and `noise` are what to send back to keep it."""

    R: list[float]
    measured: bool
    how: str = ""
    extra: dict[str, str]


class ColourFileOut(BaseModel):
    """What a file of colours holds."""

    title: str
    colours: list[FileColourOut]
    notes: list[str]
    total: int = Field(description="How many colours the file holds.")
    found: int = Field(description="How many of them have the letters that were asked for in their name.")
    first: int = Field(description="How many of these come before the ones that are shown.")
    white: WhiteName | None = Field(
        description="Under which white its colours were taken; null where that is fixed."
    )
    white_known: How | None = Field(description="How that is known.")


class LightOut(BaseModel):
    """A light that things are judged in, and how the neutral mat looks in it."""

    name: LightName
    title: str
    mat: Hex
    switch: bool = Field(
        description="Whether it is always on the light switch; the others name the light of a room."
    )


router = APIRouter(prefix="/api")

_AT_ONCE: Final = 200
"""So many colours of a file are shown at once; each is given a smooth reflectance, which takes its time."""


@router.post("/colours/look", tags=["colours"], openapi_extra=COMPUTES)
def look(
    body: ToLookAtIn, session: ReadSession, context: ContextNow, light: LightNow = "window"
) -> LookedOut:
    """Return how a colour looks, wherever it comes from; nothing is saved."""
    shown = light_named(light)
    colour = resolve(session, context.photos, body.colour)
    behind = (
        None
        if body.background is None
        else hex_of(resolve(session, context.photos, body.background).R, shown)
    )
    return LookedOut(**colour_out(colour, shown).model_dump(), background_hex=behind)


@router.post("/colours/file", tags=["colours"], openapi_extra=FILE_BODY | COMPUTES)
async def read_file(
    request: Request, light: LightNow = "window",
    white: Annotated[WhiteName | None,
        Query(description="Under which white its CIELAB and XYZ stand.")] = None,
    name: Annotated[str, Query(max_length=200, description="What the file is called.")] = "",
    find: Annotated[str, Query(max_length=120,
        description="Only colours with these letters in their name.")] = "",
    first: Annotated[int, Query(ge=0, le=MOST, description="How many of them to pass over.")] = 0,
) -> ColourFileOut:  # fmt: skip
    """Return colours of a file, 200 at once: palette, table, workbook, CGATS, CxF3 or JSON, sent as the
    body."""
    data = await body_of(request, LARGEST)
    return await run_in_threadpool(_read, data, light, white, name, find, first)


def _read(
    data: bytes, light: str, white: WhiteName | None, file: str, find: str, first: int
) -> ColourFileOut:
    try:
        found = read_colours(data, white, file)
    except ColourFileError as error:
        raise UnfitError(str(error)) from error
    wanted = [one for one in found.samples if find.lower() in one.name.lower()]
    colours = []
    for sample in wanted[first : first + _AT_ONCE]:
        R = sample.reflectance()
        spectrum = FromSpectrum(
            R=R.round(6).clip(0.0, 1.0).tolist(), name=sample.name, measured=sample.R is not None,
            noise=sample.noise, how=sample.how,
        )  # fmt: skip
        made = colour_out(colour_of_file(spectrum), light_named(light)).model_dump(exclude={"name", "how"})
        colours.append(
            FileColourOut(
                **made,
                name=sample.name,
                R=spectrum.R,
                measured=spectrum.measured,
                how=spectrum.how,
                extra=dict(sample.extra),
            )
        )
    under = found.white
    return ColourFileOut(
        title=found.title, colours=colours, notes=list(found.notes), total=len(found.samples),
        found=len(wanted),
        first=first, white=under.name if under else None, white_known=under.how if under else None,
    )  # fmt: skip


_FILES = gives("text/plain", "text/csv", "application/xml", "application/json")


@router.get("/jobs/{job_id}/colours.{kind}", tags=["colours"], responses=_FILES, response_class=Response)
def write_file(
    job_id: Id, kind: Literal["gpl", "csv", "txt", "cxf", "json"], session: ReadSession
) -> Response:
    """Return the targets and mixes of a job as a file: GIMP palette, CSV, CGATS (txt), CxF3 or JSON."""
    write, media_type = WRITERS[kind]
    job = get_job(session, job_id)
    return sent(write(as_samples(session, job_id), job.name), media_type, f"colours.{kind}")


@router.get("/lights", tags=["lights"])
def list_lights() -> list[LightOut]:
    """List the lights, daylight first."""
    mat = np.full(BANDS, MAT)
    return [
        LightOut.model_validate(
            {"name": name, "title": light.title, "mat": hex_of(mat, light), "switch": name in SWITCH}
        )
        for name, light in lights().items()
    ]
