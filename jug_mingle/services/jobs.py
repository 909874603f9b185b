"""Jobs: the work in hand."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.errors import NotFoundError
from jug_mingle.store.models import JobRow


def job_rows(session: Session) -> Sequence[JobRow]:
    """Return all jobs, oldest first."""
    return session.scalars(select(JobRow).order_by(JobRow.id)).all()


def get_job(session: Session, job_id: int) -> JobRow:
    """Return a job; NotFoundError when there is none."""
    row = session.get(JobRow, job_id)
    if row is None:
        raise NotFoundError(f"there is no job {job_id}")
    return row


def add_job(session: Session, *, name: str, room: str = "") -> JobRow:
    """Begin a job."""
    row = JobRow(name=name, room=room)
    session.add(row)
    session.flush()
    return row


def change_job(session: Session, job_id: int, *, name: str | None = None, room: str | None = None) -> JobRow:
    """Call a job, or its room, something else; what is None stays."""
    row = get_job(session, job_id)
    if name is not None:
        row.name = name
    if room is not None:
        row.room = room
    session.flush()
    return row


def set_rooms(session: Session, job_id: int, *, workshop_light: str, room_light: str) -> JobRow:
    """Say which light the workshop has, and which the room where the piece will stand."""
    row = get_job(session, job_id)
    row.workshop_light, row.room_light = workshop_light, room_light
    session.flush()
    return row
