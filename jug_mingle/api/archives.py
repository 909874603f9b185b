"""Archives: everything or one job as a file; read back after it was said what would happen."""

import re
import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path
from typing import Annotated, Final
from uuid import uuid4

from fastapi import APIRouter, Request
from fastapi import Path as InPath
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import FileResponse
from pydantic import BaseModel, Field
from starlette.background import BackgroundTask

from jug_mingle.api.bodies import FILE_BODY, keep_body
from jug_mingle.api.common import gives
from jug_mingle.api.context import Context, ContextNow, ReadSession
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import DataRefusedError, NotFoundError, UnfitError
from jug_mingle.services import bring_back
from jug_mingle.services.archives import ReadBack, archive, archive_name, read_back
from jug_mingle.services.copies import passing_folder
from jug_mingle.services.jobs import get_job


class JobThereOut(BaseModel):
    """A job of an archive; `here` where one begun at the same moment stands here, too."""

    id: int
    name: str
    counts: dict[str, int]
    here: bool


class ArchiveOut(BaseModel):
    """An archive that was sent, and what bringing it back would do. Nothing was changed yet."""

    token: str
    of: str = Field(description='"everything" or "job".')
    title: str
    made: str
    jobs: list[JobThereOut]
    brings: dict[str, int]
    replaces: dict[str, int]
    new_photos: int
    words: str


class ImportIn(StrictModel):
    """Which jobs of an archive are brought in, by their numbers in it."""

    jobs: list[Id] = Field(min_length=1, max_length=10_000)


class ImportedOut(BaseModel):
    """The numbers that jobs got here."""

    jobs: list[int]


class RestoredOut(BaseModel):
    """What was here before, kept as a copy of this name in the data folder."""

    aside: str


router = APIRouter(prefix="/api", tags=["archives"])

Token = Annotated[str, InPath(pattern=r"^[0-9a-f]{32}$")]
FILE: Final = gives("application/zip")


@router.get("/archive", response_class=FileResponse)
def get_archive(context: ContextNow) -> FileResponse:
    """Return everything as one file."""
    return _file(context, None, "")


@router.get("/jobs/{job_id}/archive", response_class=FileResponse)
def get_job_archive(job_id: Id, context: ContextNow, session: ReadSession) -> FileResponse:
    """Return one job as a file, with the tins that it needs."""
    return _file(context, job_id, get_job(session, job_id).name)


def _file(context: Context, job_id: int | None, title: str) -> FileResponse:
    file = passing_folder(context.settings.data) / f"{uuid4().hex}.out"
    with _refusals():
        archive(context.settings.data, file, job_id=job_id)
    name = archive_name(re.sub(r"[^A-Za-z0-9 ]", "", title), datetime.now())
    return FileResponse(
        file, media_type="application/zip", filename=name, background=BackgroundTask(file.unlink)
    )


@router.post("/archives", status_code=201, openapi_extra=FILE_BODY)
async def send_archive(request: Request, context: ContextNow) -> ArchiveOut:
    """Take an archive, sent as the body, and say what bringing it back would do; nothing is changed."""
    token = uuid4().hex
    file = _place(context, token)
    room = shutil.disk_usage(file.parent).free
    await keep_body(request, file, room // 2)
    try:
        return await run_in_threadpool(_foreseen, context, token)
    except BaseException:
        file.unlink(missing_ok=True)
        raise


def _foreseen(context: Context, token: str) -> ArchiveOut:
    with _refusals(), _read(context, token) as found, context.database.read() as session:
        foreseen = bring_back.foresee(found, session, context.photos.path)
    return ArchiveOut(
        token=token, of=foreseen.of, title=foreseen.title, made=foreseen.made, brings=dict(foreseen.brings),
        replaces=dict(foreseen.replaces), new_photos=foreseen.new_photos, words=foreseen.words(),
        jobs=[JobThereOut(id=job.number, name=job.name, counts=dict(job.counts),
            here=job.here) for job in foreseen.jobs],
    )  # fmt: skip


@router.post("/archives/{token}/restore")
def restore_archive(token: Token, context: ContextNow) -> RestoredOut:
    """Put everything that an archive holds in the place of what is here, all of it or nothing; what is here
    is kept."""
    with _refusals(), _read(context, token) as found:
        aside = bring_back.restore_all(found, context.database, context.settings.data)
    _place(context, token).unlink(missing_ok=True)
    return RestoredOut(aside=aside.name)


@router.post("/archives/{token}/import")
def import_archive(token: Token, body: ImportIn, context: ContextNow) -> ImportedOut:
    """Bring jobs of an archive in beside those that are here, all of them or none."""
    with _refusals(), _read(context, token) as found:
        numbers = bring_back.import_jobs(found, context.database, context.settings.data, body.jobs)
    _place(context, token).unlink(missing_ok=True)
    return ImportedOut(jobs=numbers)


@router.delete("/archives/{token}", status_code=204)
def drop_archive(token: Token, context: ContextNow) -> None:
    """Drop an archive that was sent, and change nothing."""
    _place(context, token).unlink(missing_ok=True)


def _place(context: Context, token: str) -> Path:
    return passing_folder(context.settings.data) / f"{token}.zip"


@contextmanager
def _read(context: Context, token: str) -> Iterator[ReadBack]:
    file = _place(context, token)
    if not file.exists():
        raise NotFoundError("that archive is not here any more: send it again")
    with read_back(file, file.parent) as found:
        yield found


@contextmanager
def _refusals() -> Iterator[None]:
    """Say what is wrong with an archive without the name that it has here."""
    try:
        yield
    except DataRefusedError as error:
        raise UnfitError(re.sub(r"[0-9a-f]{32}\.(zip|out)", "this file", str(error))) from error
