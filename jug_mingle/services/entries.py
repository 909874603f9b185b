"""What is written down of a job: notes, work that was done, money, and how a piece endures."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Final

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.jobs import get_job
from jug_mingle.store.models import (
    BatchRow,
    EntryRow,
    MaterialRow,
    MixRow,
    PhotoRow,
    PieceRow,
    PourMadeRow,
    StepDoneRow,
    now,
)

KINDS: Final = {
    "note": "Note", "work": "Work done", "spent": "Money spent", "got": "Money got",
    "bought": "What a bought equal costs", "endured": "How it endures",
}  # fmt: skip
"""What can be written down."""

_OF_MONEY: Final = frozenset({"spent", "got", "bought"})
_LITRE: Final = 1000.0


def entry_rows(session: Session, job_id: int) -> Sequence[EntryRow]:
    """Return what was written down of a job and not removed, by the time that it tells of, the newest
    first."""
    query = select(EntryRow).where(EntryRow.job_id == job_id, EntryRow.removed.is_(None))
    return session.scalars(query.order_by(EntryRow.at.desc(), EntryRow.id.desc())).all()


def get_entry(session: Session, entry_id: int) -> EntryRow:
    """Return an entry, also one that was removed; NotFoundError when there is none."""
    row = session.get(EntryRow, entry_id)
    if row is None:
        raise NotFoundError(f"there is no entry {entry_id}")
    return row


def add_entry(session: Session, job_id: int, said: Mapping[str, Any]) -> EntryRow:
    """Write something down of a job: `said` are columns of `EntryRow`; without `at` it is of now."""
    get_job(session, job_id)
    row = EntryRow(job_id=job_id, kind="note", at=now(), words="", step="", tool="", product="", removed=None)
    session.add(row)
    return _said(session, row, said)


def change_entry(session: Session, entry_id: int, said: Mapping[str, Any]) -> EntryRow:
    """Say an entry otherwise; what is not in `said` stays."""
    return _said(session, get_entry(session, entry_id), said)


def _said(session: Session, row: EntryRow, said: Mapping[str, Any]) -> EntryRow:
    others: list[tuple[Any, int | None, str]]
    with session.no_autoflush:
        for name, value in said.items():
            setattr(row, name, value)
        if row.kind not in KINDS:
            raise UnfitError(f"what is written down is {', '.join(KINDS)}, not {row.kind!r}")
        if row.kind in _OF_MONEY and row.money is None:
            raise UnfitError("say how much: a number in the currency that you set")
        if row.at > now() + timedelta(days=1):
            raise UnfitError("that day is to come: write down what was")
        others = [(PieceRow, row.piece_id, "piece"), (PhotoRow, row.photo_id, "photo")]
        for table, number, what in others:
            other = session.get(table, number) if number is not None else None
            if number is not None and (other is None or other.job_id != row.job_id):
                raise UnfitError(f"the job has no {what} {number}")
        if not any(
            (row.words, row.step, row.tool, row.product, row.grit, row.minutes, row.waited, row.money)
        ):
            raise UnfitError("there is nothing to keep yet: write a word, or a number")
    session.flush()
    return row


def remove_entry(session: Session, entry_id: int) -> None:
    """Put an entry into the bin."""
    get_entry(session, entry_id).removed = now()
    session.flush()


@dataclass(frozen=True, slots=True, kw_only=True)
class Sums:
    """What a job took and brought: hands [hours], and money in the currency that was set.

    `paint` is what was poured of tins whose price is known; `bought` what was last said that a bought equal
    costs; `per_hour` what is left of what was got, for each hour of hands, where both are known.
    """

    hours: float
    spent: float
    paint: float
    got: float
    bought: float | None
    per_hour: float | None


def sums_of(session: Session, job_id: int) -> Sums:
    """Return what a job took and brought, from the plan's steps, the bench's pours and what was written
    down."""
    steps = select(func.sum(StepDoneRow.minutes)).where(
        StepDoneRow.job_id == job_id, StepDoneRow.taken_back.is_(None), StepDoneRow.how == "done"
    )
    rows = entry_rows(session, job_id)
    minutes = (session.scalar(steps) or 0.0) + sum(row.minutes or 0.0 for row in rows)
    poured = (
        select(func.sum(PourMadeRow.ml * MaterialRow.price))
        .join(BatchRow, PourMadeRow.batch_id == BatchRow.id)
        .join(MixRow, BatchRow.mix_id == MixRow.id)
        .join(MaterialRow, PourMadeRow.material_id == MaterialRow.id)
        .where(MixRow.job_id == job_id)
    )
    paint = (session.scalar(poured) or 0.0) / _LITRE
    spent, got = (sum(row.money or 0.0 for row in rows if row.kind == kind) for kind in ("spent", "got"))
    hours = minutes / 60.0
    return Sums(
        hours=hours, spent=spent, paint=paint, got=got,
        bought=next((row.money for row in rows if row.kind == "bought"), None),
        per_hour=(got - spent - paint) / hours if got and hours > 0.0 else None,
    )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Happened:
    """Something that happened in a job: what, when, in words; `entry` and `photo` are the numbers of what it
    is."""

    kind: str
    at: datetime
    title: str
    words: str = ""
    entry: int | None = None
    photo: int | None = None
    mix: int | None = None


def happened(session: Session, job_id: int, saying: Saying) -> list[Happened]:
    """Return all that happened in a job, the newest first: photos, entries, steps that were done, jugs
    poured."""
    get_job(session, job_id)
    record = [_entry(row, saying) for row in entry_rows(session, job_id)]
    photos = select(PhotoRow).where(PhotoRow.job_id == job_id, PhotoRow.removed.is_(None))
    record += [
        Happened(kind="photo", at=row.taken or row.created, title=row.name, words=row.stage, photo=row.id)
        for row in session.scalars(photos)
    ]
    steps = select(StepDoneRow).where(StepDoneRow.job_id == job_id, StepDoneRow.taken_back.is_(None))
    record += [
        Happened(
            kind="step", at=row.ended, title=str(row.about.get("title", row.step)),
            words=time_words(row.minutes) if row.how == "done" else "left out",
        )
        for row in session.scalars(steps)
    ]  # fmt: skip
    batches = (
        select(BatchRow, MixRow.name)
        .join(MixRow, BatchRow.mix_id == MixRow.id)
        .where(MixRow.job_id == job_id)
    )
    record += [
        Happened(
            kind="jug", at=row.done or row.made[-1].created, title=name, mix=row.mix_id,
            words=", ".join(f"{saying.amount(pour.ml)} {pour.material.name}" for pour in row.made),
        )
        for row, name in session.execute(batches)
        if row.made
    ]  # fmt: skip
    return sorted(record, key=lambda one: one.at, reverse=True)


def _entry(row: EntryRow, saying: Saying) -> Happened:
    said = [
        row.words, row.product, row.tool, f"{row.grit} paper" if row.grit else "",
        f"waited {time_words(row.waited)}" if row.waited else "",
        time_words(row.minutes) if row.minutes else "",
        saying.money(row.money) if row.money is not None else "",
    ]  # fmt: skip
    return Happened(
        kind=row.kind, at=row.at, title=row.step or KINDS[row.kind], words=" · ".join(filter(None, said)),
        entry=row.id, photo=row.photo_id,
    )  # fmt: skip
