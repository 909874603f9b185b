"""Jobs: the piece of furniture in hand."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.pieces import CardCabinet
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


def add_job(session: Session, *, name: str, room: str = "", piece: CardCabinet | None = None) -> JobRow:
    """Begin a job on a piece."""
    row = JobRow(name=name, room=room, piece={"form": "card_cabinet", **asdict(piece or CardCabinet())})
    session.add(row)
    session.flush()
    return row


def set_rooms(session: Session, job_id: int, *, workshop_light: str, room_light: str) -> JobRow:
    """Say which light the workshop has, and which the room where the piece will stand."""
    row = get_job(session, job_id)
    row.workshop_light, row.room_light = workshop_light, room_light
    session.flush()
    return row


def piece_of(row: JobRow) -> CardCabinet:
    """Return the piece of a job as the core draws it."""
    measures: dict[str, Any] = {name: value for name, value in row.piece.items() if name != "form"}
    return CardCabinet(**measures)
