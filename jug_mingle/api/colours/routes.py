"""Colours from anywhere: looked at, read from files, written to files."""

from typing import Literal

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool

from jug_mingle.api.bodies import FILE_BODY, body_of
from jug_mingle.api.colours.schemas import ColourFileOut, FileColourOut, LookedOut, LookIn
from jug_mingle.api.common.serializers import colour_out, hex_of
from jug_mingle.api.context import PROBLEMS, ContextNow, LightNow, ReadSession
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.colour_source import FromSpectrum
from jug_mingle.documents.strict import Id
from jug_mingle.errors import UnfitError
from jug_mingle.formats.colour_file import ColourFileError
from jug_mingle.formats.colours import LARGEST, WRITERS, read_colours
from jug_mingle.services.colours import as_samples, colour_of_file, resolve
from jug_mingle.services.jobs import get_job

router = APIRouter(prefix="/api", tags=["colours"])


@router.post("/colours/look", responses=PROBLEMS)
def look(body: LookIn, session: ReadSession, context: ContextNow, light: LightNow = "window") -> LookedOut:
    """Return how a colour looks, wherever it comes from; nothing is saved."""
    shown = light_named(light)
    colour = resolve(session, context.photos, body.colour)
    behind = None if body.background is None else hex_of(resolve(session, context.photos, body.background).R, shown)
    return LookedOut(**colour_out(colour, shown).model_dump(), background_hex=behind)


@router.post("/colours/file", responses=PROBLEMS, openapi_extra=FILE_BODY)
async def read_file(request: Request, light: LightNow = "window") -> ColourFileOut:
    """Return the colours of a file: GIMP palette, CSV, CGATS, CxF3, JSON or columns of a spectrum, sent as the body."""
    data = await body_of(request, LARGEST)
    return await run_in_threadpool(_read, data, light)


def _read(data: bytes, light: str) -> ColourFileOut:
    try:
        found = read_colours(data)
    except ColourFileError as error:
        raise UnfitError(str(error)) from error
    colours = []
    for sample in found.samples[:200]:
        R = sample.reflectance()
        said = FromSpectrum(
            R=R.round(6).clip(0.0, 1.0).tolist(), name=sample.name, measured=sample.R is not None, noise=sample.noise,
            how=sample.how,
        )  # fmt: skip
        made = colour_out(colour_of_file(said), light_named(light)).model_dump(exclude={"name", "how"})
        colours.append(
            FileColourOut(
                **made, name=sample.name, R=said.R, measured=said.measured, how=said.how, extra=dict(sample.extra)
            )
        )
    notes = list(found.notes)
    if len(found.samples) > len(colours):
        notes.append(f"The first {len(colours)} of {len(found.samples)} colours are shown.")
    return ColourFileOut(title=found.title, colours=colours, notes=notes)


@router.get("/jobs/{job_id}/colours.{kind}", responses=PROBLEMS)
def write_file(job_id: Id, kind: Literal["gpl", "csv", "txt", "cxf", "json"], session: ReadSession) -> Response:
    """Return the targets and mixes of a job as a file: GIMP palette, CSV, CGATS (txt), CxF3 or JSON."""
    write, media_type = WRITERS[kind]
    job = get_job(session, job_id)
    head = {"Content-Disposition": f'attachment; filename="colours.{kind}"'}
    return Response(write(as_samples(session, job_id), job.name), media_type=media_type, headers=head)
