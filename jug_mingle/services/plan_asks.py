"""What somebody asks of a plan: steps left out, added, put in order, pinned; a date; other tins."""

from collections.abc import Mapping
from datetime import UTC, datetime
from typing import Any, Final

from sqlalchemy.orm import Session

from jug_mingle.core.plan.step import Step
from jug_mingle.core.plan.steps import dropped, ordered
from jug_mingle.documents.plan import AddedStepIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.hours import keep_hours, with_time
from jug_mingle.services.jobs import get_job
from jug_mingle.services.plan_work import Other, works_of
from jug_mingle.services.plans import PlanNow, begun_plan, plan_now
from jug_mingle.store.models import PlanRow, now

_ACTED: Final = ("dropped", "added", "order", "pinned", "held", "air", "no_sprayer", "open_windows", "swaps")
"""What can be asked of a plan."""


def ask(session: Session, job_id: int, **asked: Any) -> PlanRow:
    """Ask something of a plan: values of `_ACTED`, each in place of what was asked before; the rest stays."""
    row = begun_plan(session, job_id)
    unknown = set(asked) - set(_ACTED)
    if unknown:
        raise UnfitError(f"a plan is asked for {', '.join(_ACTED)}, not {', '.join(sorted(unknown))}")
    row.asks = {**row.asks, **asked}
    session.flush()
    return row


def step_in(current: PlanNow, key: str) -> Step:
    """Return a step of a plan; UnfitError where it has none of that key (any more)."""
    found = next((step for step in current.steps.steps if step.key == key), None)
    if found is None:
        raise UnfitError("the plan has no such step any more: look again at what stands there")
    return found


def drop(session: Session, job_id: int, key: str) -> None:
    """Leave a step out; UnfitError says which rule forbids it."""
    current = plan_now(session, job_id)
    step_in(current, key)
    try:
        dropped(current.steps, key)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    asks = begun_plan(session, job_id).asks
    ask(session, job_id, dropped=[*asks.get("dropped", []), key])


def bring_back(session: Session, job_id: int, key: str) -> None:
    """Bring a step back that was left out, or take one's own away again."""
    asks = begun_plan(session, job_id).asks
    ask(
        session,
        job_id,
        dropped=[one for one in asks.get("dropped", []) if one != key],
        added=[one for one in asks.get("added", []) if one["key"] != key],
    )


def put_before(session: Session, job_id: int, first: str, then: str) -> None:
    """Let a step come before another; UnfitError says why it cannot."""
    current = plan_now(session, job_id)
    step_in(current, first)
    step_in(current, then)
    try:
        ordered(current.steps, first, then)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    asks = begun_plan(session, job_id).asks
    ask(session, job_id, order=[*asks.get("order", []), [first, then]])


def set_due(session: Session, job_id: int, due: datetime | None) -> None:
    """Say by when it must be usable; UnfitError for a time that is gone."""
    if due is not None and due <= datetime.now(UTC):
        raise UnfitError("that date is gone: name one to come")
    get_job(session, job_id).due = due
    session.flush()


def add(session: Session, job_id: int, added_step: AddedStepIn) -> str:
    """Add a step of somebody's own, and return its key; UnfitError where it is for a piece that the job has
    not."""
    current = plan_now(session, job_id)
    pieces = [work.number for work in current.works]
    if not pieces:
        raise UnfitError("the job has no piece yet that a step could be for: add one in Piece")
    piece = (
        current.steps.of(added_step.after).piece
        if added_step.after and any(s.key == added_step.after for s in current.steps.steps)
        else added_step.piece
    )
    piece = piece or pieces[0]
    if piece not in pieces:
        raise UnfitError(f"the job has no piece {piece}")
    asks = begun_plan(session, job_id).asks
    key = f"own.{len(asks.get('added', [])) + 1}.{now():%Y%m%d%H%M%S}"
    made = {"key": key, "piece": piece, "title": added_step.title, "minutes": added_step.minutes,
        "after": added_step.after,
            "wait": added_step.wait, "words": added_step.words}  # fmt: skip
    ask(session, job_id, added=[*asks.get("added", []), made])
    return key


def pin(session: Session, job_id: int, key: str, at: datetime | None) -> None:
    """Let a step start at a time, or whenever it fits; UnfitError for a time that is gone.

    When somebody else is there to help, there are hours.
    """
    current = plan_now(session, job_id)
    step = step_in(current, key)
    if at is not None and at < now():
        raise UnfitError("that time is gone: name one to come")
    if at is not None and step.hands > 1 and current.hours is not None:
        keep_hours(session, with_time(current.hours, at, minutes=step.minutes))
    pinned = {k: v for k, v in (begun_plan(session, job_id).asks.get("pinned") or {}).items() if k != key}
    ask(session, job_id, pinned={**pinned, key: at.isoformat()} if at is not None else pinned)


def swap(session: Session, job_id: int, swaps: Mapping[str, str]) -> None:
    """Lay other colours instead of those of looks, as the shop has none; UnfitError where one cannot be laid
    so."""
    ask(session, job_id, swaps={one: other for one, other in swaps.items() if one != other})
    works_of(session, job_id, None, Other(swaps=swaps))
