"""Timers: waits, windows and wipes that somebody is called for; kept here, so that they outlive a page."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.jobs import get_job
from jug_mingle.store.models import JobRow, TimerRow, now

KINDS: Final = ("wait", "window", "wipe")
_RINGS_FOR: Final = timedelta(hours=12)
"""So long after it ended a timer still stands there, unless somebody took it away."""


def timers(session: Session) -> Sequence[TimerRow]:
    """Return the timers that run or have rung, of all jobs, the next first."""
    return session.scalars(
        select(TimerRow)
        .join(JobRow, TimerRow.job_id == JobRow.id)
        .where(TimerRow.removed.is_(None), TimerRow.ends > now() - _RINGS_FOR, JobRow.removed.is_(None))
        .order_by(TimerRow.ends)
    ).all()


def start_timer(
    session: Session, job_id: int, *, words: str, ends: datetime, kind: str = "wait", step: str = ""
) -> TimerRow:
    """Start a timer; UnfitError for a kind that is none, or a time that is gone."""
    get_job(session, job_id)
    if kind not in KINDS:
        raise UnfitError(f"a timer is for a {', a '.join(KINDS)}, not {kind!r}")
    if ends <= now():
        raise UnfitError("a timer ends in the time to come: give it some seconds at least")
    row = TimerRow(job_id=job_id, words=words[:160], kind=kind, step=step, ends=ends, removed=None)
    session.add(row)
    session.flush()
    return row


def start_for(session: Session, job_id: int, words: str, seconds: int, *, kind: str = "wait") -> TimerRow:
    """Start a timer that rings after so many seconds."""
    return start_timer(session, job_id, words=words, ends=now() + timedelta(seconds=seconds), kind=kind)


def remove_timer(session: Session, timer_id: int) -> None:
    """Take a timer away; NotFoundError where there is none."""
    row = session.get(TimerRow, timer_id)
    if row is None:
        raise NotFoundError(f"there is no timer {timer_id}")
    row.removed = row.removed or now()
    session.flush()


def remove_timers_of(session: Session, job_id: int, step: str) -> None:
    """Take away the timers that a step started, or that were for it."""
    rows = session.scalars(
        select(TimerRow).where(TimerRow.job_id == job_id, TimerRow.step == step, TimerRow.removed.is_(None))
    )
    for row in rows:
        row.removed = now()
    session.flush()
