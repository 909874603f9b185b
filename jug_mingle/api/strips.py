"""Sample strips, offcuts and stain boards of a job."""

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field, StringConstraints
from sqlalchemy.orm import Session

from jug_mingle.api.common import Hex, hex_of
from jug_mingle.api.context import ContextNow, LightNow, ReadSession
from jug_mingle.core.colour.difference import compare
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.laid import FieldIn
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import photos
from jug_mingle.services import strips as service
from jug_mingle.services.colours import Colour, resolve
from jug_mingle.services.jobs import get_job
from jug_mingle.services.strips import how_of
from jug_mingle.services.targets import get_target
from jug_mingle.store.models import StripRow

Minutes = Annotated[float, Field(gt=0.0, le=100_000.0)]
Line = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)]
BoardName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]
Notes = Annotated[str, StringConstraints(strip_whitespace=True, max_length=500)]
Coats = Annotated[int, Field(ge=1, le=20)]


class OffcutIn(StrictModel):
    """What is on an offcut, how it was done, and the colour that it dried to."""

    colour: ColourIn
    mix_id: Id | None = None
    material: str | None = Field(default=None, max_length=80)
    ground: Line = ""
    coats: Coats = 1
    wiped_after: Minutes | None = None
    board: Line = ""
    notes: Notes = ""
    laid: FieldIn | None = Field(
        default=None, description="Of what is seen through: so it teaches tins and wood."
    )
    bare: ColourIn | None = Field(
        default=None, description="The bare wood beside it, where that was read, too."
    )


class BoardFieldIn(StrictModel):
    """One field of a board that is kept whole: as `OffcutIn`, and how it was laid is always said."""

    colour: ColourIn
    mix_id: Id | None = None
    material: str | None = Field(default=None, max_length=80)
    laid: FieldIn
    notes: Notes = ""


class BoardIn(StrictModel):
    """Fields that lie on one board, all read or taken from one picture; kept all or none."""

    name: BoardName
    bare: ColourIn | None = Field(
        default=None, description="The bare wood beside them, where that was read, too."
    )
    fields: list[BoardFieldIn] = Field(min_length=1, max_length=24)


class BoardNameIn(StrictModel):
    """What a board is to be called."""

    board: BoardName
    name: BoardName


class StripChangeIn(StrictModel):
    """More of a strip; only what is sent is changed."""

    ground: Line = ""
    coats: Coats = 1
    wiped_after: Minutes | None = None
    notes: Notes = ""


class OnStripOut(BaseModel):
    """One tin's share of what is on a strip."""

    name: str
    parts: int


class StripOut(BaseModel):
    """A kept strip, offcut, or field of a stain board."""

    id: int
    version: int
    mix_id: int | None
    name: str
    on_it: list[OnStripOut]
    hex: Hex
    photo_id: int | None
    created: datetime
    ground: str
    coats: int
    wiped_after: float | None
    board: str
    how: str = Field(default="", description="How it was laid, in words; empty where that was not said.")
    bare_hex: Hex | None = None
    taught: bool
    notes: str


class BoardOut(BaseModel):
    """A stain board, the shortest wait first."""

    name: str
    fields: list[StripOut]


class WaitOut(BaseModel):
    """After which wait a board comes nearest to a colour."""

    minutes: float
    hex: Hex
    target_hex: Hex
    delta_E: float
    words: str
    misses: str


def strip_out(row: StripRow, shown: Light) -> StripOut:
    """Return a strip with what is on it."""
    if row.mix is not None:
        name = row.mix.name
        on_it = [OnStripOut(name=pour.material.name, parts=pour.parts) for pour in row.mix.pours]
    else:
        name = "" if row.material is None else row.material.name
        on_it = [OnStripOut(name=name, parts=1)]
    bare = (row.laid or {}).get("bare")
    return StripOut(
        id=row.id, version=row.version, mix_id=row.mix_id, name=name, on_it=on_it,
        hex=hex_of(np.array(row.R), shown),
        photo_id=row.photo_id, created=row.created, ground=row.ground, coats=row.coats,
        wiped_after=row.wiped_after,
        board=row.board, how=how_of(row), bare_hex=None if bare is None else hex_of(np.array(bare), shown),
        taught=row.reading_id is not None, notes=row.notes,
    )  # fmt: skip


router = APIRouter(prefix="/api", tags=["strips"])


@router.get("/jobs/{job_id}/strips")
def list_strips(job_id: Id, session: ReadSession, light: LightNow = "window") -> list[StripOut]:
    """List the kept strips and offcuts of a job, newest first."""
    get_job(session, job_id)
    return [strip_out(row, light_named(light)) for row in service.strips_of(session, job_id)]


@router.post("/jobs/{job_id}/strips", status_code=201)
def add_offcut(job_id: Id, body: OffcutIn, context: ContextNow, light: LightNow = "window") -> StripOut:
    """Keep an offcut, or one field of a stain board."""
    with context.database.read() as session:  # nobody who writes waits while a photo is opened
        colour = resolve(session, context.photos, body.colour)
        bare = None if body.bare is None else resolve(session, context.photos, body.bare)
    with context.database.write.begin() as session:
        _check_photos(session, job_id, [colour, bare])
        row = service.add_offcut(
            session,
            job_id,
            colour,
            bare=bare,
            laid=body.laid,
            **body.model_dump(exclude={"colour", "bare", "laid"}),
        )
        session.refresh(row)
        return strip_out(row, light_named(light))


def _check_photos(session: Session, job_id: int, colours: Sequence[Colour | None]) -> None:
    for photo_id in {one.photo_id for one in colours if one is not None and one.photo_id is not None}:
        if photos.get_photo(session, photo_id).job_id != job_id:
            raise UnfitError(f"photo {photo_id} belongs to another job")


@router.post("/jobs/{job_id}/boards", status_code=201)
def add_board(job_id: Id, body: BoardIn, context: ContextNow, light: LightNow = "window") -> BoardOut:
    """Keep a whole stain board, or more fields of one, at once: all of them or none."""
    with context.database.read() as session:
        bare = None if body.bare is None else resolve(session, context.photos, body.bare)
        fields = [
            service.BoardField(
                colour=resolve(session, context.photos, field.colour), mix_id=field.mix_id,
                material=field.material, laid=field.laid, notes=field.notes,
            )
            for field in body.fields
        ]  # fmt: skip
    with context.database.write.begin() as session:
        _check_photos(session, job_id, [bare, *(field.colour for field in fields)])
        rows = service.add_board(session, job_id, body.name, fields, bare=bare)
        for row in rows:
            session.refresh(row)
        return BoardOut(name=body.name, fields=[strip_out(row, light_named(light)) for row in rows])


@router.patch("/jobs/{job_id}/boards")
def rename_board(job_id: Id, body: BoardNameIn, context: ContextNow, light: LightNow = "window") -> BoardOut:
    """Call a stain board something else."""
    with context.database.write.begin() as session:
        rows = service.rename_board(session, job_id, body.board, body.name)
        return BoardOut(name=body.name, fields=[strip_out(row, light_named(light)) for row in rows])


@router.patch("/strips/{strip_id}")
def change_strip(
    strip_id: Id, body: StripChangeIn, context: ContextNow, light: LightNow = "window"
) -> StripOut:
    """Write down more of a strip."""
    with context.database.write.begin() as session:
        row = service.change_strip(session, strip_id, body.model_dump(exclude_unset=True))
        return strip_out(row, light_named(light))


@router.delete("/strips/{strip_id}", status_code=204)
def remove_strip(strip_id: Id, context: ContextNow) -> None:
    """Put a strip away; it can be restored."""
    with context.database.write.begin() as session:
        service.remove_strip(session, strip_id)


@router.post("/strips/{strip_id}/restore")
def restore_strip(strip_id: Id, context: ContextNow, light: LightNow = "window") -> StripOut:
    """Bring a strip back."""
    with context.database.write.begin() as session:
        return strip_out(service.restore_strip(session, strip_id), light_named(light))


@router.get("/jobs/{job_id}/boards")
def list_boards(job_id: Id, session: ReadSession, light: LightNow = "window") -> list[BoardOut]:
    """List the stain boards of a job."""
    get_job(session, job_id)
    shown = light_named(light)
    return [
        BoardOut(name=name, fields=[strip_out(row, shown) for row in rows])
        for name, rows in service.boards_of(session, job_id).items()
    ]


@router.get("/jobs/{job_id}/boards/wait")
def wait_for(
    job_id: Id, board: str, target_id: Id, session: ReadSession, light: LightNow = "window"
) -> WaitOut:
    """Return after which wait a stain board comes nearest to a target."""
    target = get_target(session, target_id)
    if target.job_id != job_id:
        raise NotFoundError(f"there is no target {target_id} in this job")
    wait, shown, R = (
        service.wait_for(session, job_id, board, target_id),
        light_named(light),
        np.array(target.R),
    )
    apart = compare(R_to_Lab(wait.R), R_to_Lab(R))
    return WaitOut(
        minutes=float(f"{wait.minutes:.2g}"),
        hex=hex_of(wait.R, shown),
        target_hex=hex_of(R, shown),
        delta_E=round(apart.delta_E, 2),
        words=apart.words,
        misses=apart.misses,
    )
