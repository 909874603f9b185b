"""Jobs: begun, named, and each with all that belongs to it; and the demo job, brought in beside one's own."""

from datetime import datetime
from typing import Annotated, Any

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common import AmountOut, LightName, Name, Room, WordsOut, amount_out
from jug_mingle.api.context import ContextNow, LightNow, ReadSession, UnitNow, writing
from jug_mingle.api.guests import OnlyJob
from jug_mingle.api.looks import FinishOut, finish_out
from jug_mingle.api.mixes import MixOut, whole_mixes
from jug_mingle.api.photos import PhotoOut, photo_out
from jug_mingle.api.pieces import PieceOut, piece_out
from jug_mingle.api.targets import TargetOut, targets_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.core.practice.amounts import COATS
from jug_mingle.documents.strict import Id, OneOf, StrictModel, When
from jug_mingle.errors import NotFoundError
from jug_mingle.services import amounts, bring_back, demo_job, jobs, looks, mixes, photos, pieces, targets
from jug_mingle.services.jobs import STATES, JobLine, days_unsold
from jug_mingle.services.plan_asks import set_due
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import JobRow


class RoomsIn(StrictModel):
    """The light of the workshop, and that of the room where the piece will stand."""

    workshop_light: LightName
    room_light: LightName


State = Annotated[str, OneOf(STATES)]
Notes = Annotated[str, StringConstraints(max_length=4000)]


class JobOut(BaseModel):
    """A job in a line."""

    id: int
    version: int
    name: str
    room: str
    client: str
    notes: str
    due: datetime | None = Field(description="When it is needed.")
    state: State
    finished: datetime | None = Field(description="When the work on it ended.")
    days_unsold: int | None = Field(
        description="How long it has stood finished, or stood until it was sold or given."
    )
    archived: bool
    created: datetime


class PictureOut(BaseModel):
    """A photo that stands for a job: its number, and how far it was turned."""

    id: int
    turned: int


class JobLineOut(JobOut):
    """A job as the list of them shows it, with a photo, and the number of a piece, that may be its
    picture."""

    counts: dict[str, int]
    photo: PictureOut | None
    piece: int | None
    touched: datetime = Field(description="When something was last added to it.")


class StateOut(WordsOut):
    """What a job can be."""

    key: State


class JobIn(StrictModel):
    """A job to begin."""

    name: Name
    room: Room = ""
    client: Room = ""


class JobChangeIn(StrictModel):
    """What changes of a job; only what is sent is changed."""

    name: Name | None = None
    room: Room | None = None
    client: Room | None = None
    notes: Notes | None = None
    state: State | None = None
    archived: bool | None = None
    due: When | None = None
    no_due: bool = Field(default=False, description="Whether it is needed by no date any more.")


class JobWholeOut(JobOut):
    """A job with all that belongs to it, as it looks in the light asked for."""

    workshop_light: LightName
    room_light: LightName
    photos: list[PhotoOut]
    targets: list[TargetOut]
    mixes: list[MixOut]
    pieces: list[PieceOut]
    looks: list[FinishOut]
    areas: dict[str, float] = Field(description="Painted area of each zone of all pieces. [m²]")


def job_facts(row: JobRow) -> dict[str, Any]:
    """Return what is said of a job wherever it is shown."""
    return {
        "id": row.id, "version": row.version, "name": row.name, "room": row.room, "client": row.client,
        "notes": row.notes, "due": row.due, "state": row.state, "finished": row.finished,
        "days_unsold": days_unsold(row), "archived": row.archived is not None, "created": row.created,
    }  # fmt: skip


def job_out(row: JobRow) -> JobOut:
    """Return a job in a line."""
    return JobOut(**job_facts(row))


def job_line_out(line: JobLine) -> JobLineOut:
    """Return a job as the list of them shows it."""
    return JobLineOut(
        **job_facts(line.row), counts=dict(line.counts), piece=line.piece, touched=line.touched,
        photo=None if line.photo is None else PictureOut(id=line.photo[0], turned=line.photo[1]),
    )  # fmt: skip


class DemoOut(BaseModel):
    """Whether there is a demo job to bring in, and its number where it stands here."""

    offered: bool = Field(description="Not in the demo itself.")
    job: int | None


router = APIRouter(prefix="/api", tags=["jobs"])


@router.get("/jobs")
def list_jobs(session: ReadSession, only: OnlyJob) -> list[JobLineOut]:
    """List all jobs, the one last begun first; to a guest the one that is shown."""
    return [job_line_out(line) for line in jobs.job_lines(session) if only in (None, line.row.id)]


@router.get("/jobs/states")
def list_states() -> list[StateOut]:
    """List what a job can be, in the order of its life."""
    return [StateOut(key=key, title=title) for key, title in jobs.STATES.items()]


@router.post("/jobs", status_code=201)
def begin_job(body: JobIn, context: ContextNow) -> JobOut:
    """Begin a job."""
    with context.database.write.begin() as session:
        return job_out(jobs.add_job(session, name=body.name, room=body.room, client=body.client))


@router.patch("/jobs/{job_id}")
def change_job(job_id: Id, body: JobChangeIn, context: ContextNow) -> JobOut:
    """Change what is said of a job; only what is sent is changed."""
    with context.database.write.begin() as session:
        if body.due is not None or body.no_due:
            set_due(session, job_id, None if body.no_due else body.due)
        return job_out(jobs.change_job(session, job_id, **body.model_dump(exclude={"due", "no_due"})))


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(job_id: Id, context: ContextNow) -> None:
    """Put a job into the bin, with all that belongs to it."""
    with context.database.write.begin() as session:
        jobs.remove_job(session, job_id)


@router.post("/jobs/{job_id}/duplicate", status_code=201)
def duplicate_job(job_id: Id, context: ContextNow) -> JobOut:
    """Begin a job like another: its pieces, photos, colours, jugs and looks, and nothing of what was done on
    it."""
    with context.database.write.begin() as session:
        jobs.get_job(session, job_id)
        return job_out(jobs.get_job(session, bring_back.duplicate_job(session, job_id)))


@router.get("/jobs/{job_id}")
def get_job(job_id: Id, session: ReadSession, light: LightNow = "window") -> JobWholeOut:
    """Return a job with its photos, targets, mixes, pieces and looks, as they look in a light."""
    row = jobs.get_job(session, job_id)
    shown = light_named(light)
    return JobWholeOut(
        **job_facts(row),
        workshop_light=row.workshop_light,
        room_light=row.room_light,
        photos=[photo_out(photo) for photo in photos.photo_rows(session, job_id)],
        targets=targets_out(
            targets.target_rows(session, job_id), shown, (row.workshop_light, row.room_light)
        ),
        mixes=whole_mixes(session, row, mixes.mix_rows(session, job_id), light),
        pieces=[piece_out(piece) for piece in pieces.piece_rows(session, job_id)],
        looks=[finish_out(look) for look in looks.look_rows(session, job_id)],
        areas=pieces.areas_of(session, job_id),
    )


@router.get("/jobs/{job_id}/amount")
def get_amount(
    job_id: Id,
    session: ReadSession,
    unit: UnitNow,
    coats: Annotated[int, Query(ge=1, le=10)] = COATS,
    margin: Annotated[float | None, Query(ge=0.0, le=1.0)] = None,
    spread_rate: Annotated[float | None, Query(gt=0.0, le=1000.0)] = None,
    target_id: Id | None = None,
) -> AmountOut:
    """Return how much paint all pieces of the job take; nothing while it has none.

    Of a colour whose jugs are in looks that pieces wear it is what those looks take; else what is laid in so
    many coats at the spread rate that is sent; of a colour that has a jug, what spreads as that jug does;
    else as a furniture paint.
    """
    amount = None
    if target_id is not None and spread_rate is not None:
        amount = amounts.amount_in_looks(session, job_id, target_id)
    elif target_id is not None:
        amount = amounts.amount_for_target(session, job_id, target_id, coats=coats, margin=margin)
    if amount is None:
        rate = SPREAD_RATE if spread_rate is None else spread_rate
        amount = amounts.amount_for(session, job_id, coats=coats, spread_rate=rate, margin=margin)
    return amount_out(amount, settings_of(session).marking(unit))


@router.put("/jobs/{job_id}/rooms", status_code=204)
def set_rooms(job_id: Id, body: RoomsIn, context: ContextNow) -> None:
    """Say which light the workshop has, and which the room where the piece will stand."""
    with context.database.write.begin() as session:
        jobs.set_rooms(session, job_id, workshop_light=body.workshop_light, room_light=body.room_light)


@router.get("/demo")
def get_demo(session: ReadSession, context: ContextNow) -> DemoOut:
    """Return whether the demo job can be brought in, or stands here."""
    found = demo_job.demo_job(session)
    return DemoOut(offered=context.make_demo is not None, job=found.job if found else None)


@router.post("/demo", status_code=201)
def bring_demo(context: ContextNow) -> DemoOut:
    """Bring the demo job in beside one's own, with its tins."""
    if context.make_demo is None:
        raise NotFoundError("this is the demo: it is here already")
    job = demo_job.bring_demo(context.database, context.settings.data, context.make_demo)
    return DemoOut(offered=True, job=job)


@router.delete("/demo", status_code=204)
def put_demo_away(context: ContextNow) -> None:
    """Remove the demo job for good, with its tins."""
    with writing(context) as session:
        demo_job.put_demo_away(session)
