"""Jobs: the work in hand, what was, and what stands for sale."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Final

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import EntryRow, JobRow, MixRow, PhotoRow, PieceRow, TargetRow, now

STATES: Final = {
    "planned": "planned", "in_work": "in work", "in_stock": "in stock", "for_sale": "for sale",
    "sold": "sold", "given": "given away",
}  # fmt: skip
"""What a job can be, in the order of its life."""

_DONE: Final = frozenset({"in_stock", "for_sale", "sold", "given"})
_GONE: Final = frozenset({"sold", "given"})


def job_rows(session: Session) -> Sequence[JobRow]:
    """Return all jobs that were not removed, oldest first."""
    return session.scalars(select(JobRow).where(JobRow.removed.is_(None)).order_by(JobRow.id)).all()


def get_job(session: Session, job_id: int) -> JobRow:
    """Return a job, also one that was removed; NotFoundError when there is none."""
    row = session.get(JobRow, job_id)
    if row is None:
        raise NotFoundError(f"there is no job {job_id}")
    return row


def add_job(session: Session, *, name: str, room: str = "", client: str = "") -> JobRow:
    """Begin a job, in the lights that were set for new ones."""
    usual = settings_of(session)
    row = JobRow(
        name=name, room=room, client=client, workshop_light=usual.workshop_light, room_light=usual.room_light
    )
    session.add(row)
    session.flush()
    return row


def change_job(
    session: Session,
    job_id: int,
    *,
    state: str | None = None,
    archived: bool | None = None,
    **words: str | None,
) -> JobRow:
    """Change what is said of a job; what is None stays.

    Parameters
    ----------
    state : str, optional
        A key of `STATES`. With it goes when the work ended, and when the piece left.
    archived : bool, optional
        Whether it is put out of the way.
    **words
        Its `name`, `room`, `client` and `notes`.
    """
    row = get_job(session, job_id)
    for key, value in words.items():
        if value is not None:
            setattr(row, key, value)
    if state is not None and state != row.state:
        if state not in STATES:
            raise UnfitError(f"a job is {', '.join(STATES)}, not {state!r}")
        row.state = state
        row.finished = (row.finished or now()) if state in _DONE else None
        row.gone = (row.gone or now()) if state in _GONE else None
    if archived is not None:
        row.archived = (row.archived or now()) if archived else None
    session.flush()
    return row


def remove_job(session: Session, job_id: int) -> None:
    """Put a job, with all that belongs to it, into the bin."""
    row = get_job(session, job_id)
    row.removed = row.removed or now()
    session.flush()


def days_unsold(row: JobRow) -> int | None:
    """Return for how many days a finished job has stood, or stood until it was sold or given; None of one in
    work."""
    if row.finished is None:
        return None
    return max(0, ((row.gone or now()) - row.finished).days)


def set_rooms(session: Session, job_id: int, *, workshop_light: str, room_light: str) -> JobRow:
    """Say which light the workshop has, and which the room where the piece will stand."""
    row = get_job(session, job_id)
    row.workshop_light, row.room_light = workshop_light, room_light
    session.flush()
    return row


@dataclass(frozen=True, slots=True, kw_only=True)
class JobLine:
    """A job in a list: how many things it has, by kind, what stands for it as a picture, and when it was last
    at work.

    `photo` is what may be its picture, its number and how far it was turned: the last one of "after", else
    the first; `piece` is the number of its first piece.
    """

    row: JobRow
    counts: Mapping[str, int]
    photo: tuple[int, int] | None
    piece: int | None
    touched: datetime


def job_lines(session: Session) -> list[JobLine]:
    """Return all jobs that were not removed, as a list shows them, the one last begun first."""
    counts = {name: _counted(session, table) for name, table in _COUNTED.items()}
    photos, pieces = _first_photos(session), _firsts(session, PieceRow)
    return [
        JobLine(
            row=row,
            counts={name: found[row.id][0] if row.id in found else 0 for name, found in counts.items()},
            photo=photos.get(row.id),
            piece=pieces.get(row.id),
            touched=max([row.created, *(value[row.id][1] for value in counts.values() if row.id in value)]),
        )
        for row in reversed(job_rows(session))
    ]


def newest_job(session: Session) -> int | None:
    """Return the number of the job that something was added to last; None where there is no job."""
    return max(((line.touched, line.row.id) for line in job_lines(session)), default=(None, None))[1]


_COUNTED: Final[Mapping[str, Any]] = {
    "pieces": PieceRow, "colours": TargetRow, "jugs": MixRow, "photos": PhotoRow, "entries": EntryRow,
}  # fmt: skip


def _counted(session: Session, table: Any) -> dict[int, tuple[int, datetime]]:
    """Return how many rows each job has in a table that were not removed, and when the newest was made."""
    query = select(table.job_id, func.count(), func.max(table.created)).where(table.removed.is_(None))
    return {job: (many, newest) for job, many, newest in session.execute(query.group_by(table.job_id)).all()}


def _pairs(session: Session, query: Any) -> dict[int, int]:
    return {first: second for first, second in session.execute(query)}  # noqa: C416 - rows are no pairs to mypy


def _firsts(session: Session, table: Any) -> dict[int, int]:
    query = select(table.job_id, func.min(table.id)).where(table.removed.is_(None)).group_by(table.job_id)
    return _pairs(session, query)


def _first_photos(session: Session) -> dict[int, tuple[int, int]]:
    last = select(PhotoRow.job_id, func.max(PhotoRow.id)).where(
        PhotoRow.removed.is_(None), PhotoRow.stage == "after"
    )
    after = _pairs(session, last.group_by(PhotoRow.job_id))
    found = {**_firsts(session, PhotoRow), **after}
    turned = _pairs(session, select(PhotoRow.id, PhotoRow.turned).where(PhotoRow.turned != 0))
    return {job: (photo, turned.get(photo, 0)) for job, photo in found.items()}
