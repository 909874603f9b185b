"""What really happens to a plan: done, took longer, still tacky, gone wrong, an evening skipped; and all
taken back."""

from collections.abc import Collection, Sequence
from datetime import date, datetime, timedelta
from typing import Any, Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.plan.remedies import remedy_of
from jug_mingle.core.plan.step import Step
from jug_mingle.core.practice.mishaps import MISHAPS
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.hours import hours_kept, keep_hours
from jug_mingle.services.plan_asks import ask, step_in
from jug_mingle.services.plans import PlanNow, begun_plan, plan_now
from jug_mingle.services.timers import remove_timers_of, start_timer
from jug_mingle.store.models import StepDoneRow, now

_AHEAD: Final = 2 * 1440
"""A wait longer than this gets no timer: it stands in the plan. [minutes]"""

_SHORTEST: Final = 5
_LEAST_STEP: Final = 0.5
_LONGEST_STEP: Final = 24 * 60.0
"""How long a step can have taken. [minutes]"""


def finish_step(
    session: Session, job_id: int, key: str, *, minutes: float | None = None, ended: datetime | None = None,
    how: str = "done", before_too: bool = False,
) -> StepDoneRow:  # fmt: skip
    """Say that a step was done, or is left undone; the waits after it begin, each with its timer.

    With `before_too` all that has to come before it was done, too.

    Raises
    ------
    ConflictError
        If it was done already, in another window or by somebody else.
    UnfitError
        If there is no such step, what has to come before it is not done, or the time is none.
    """
    current = plan_now(session, job_id)
    before = current.done.get(key)
    if before is not None:
        at = f"{before.ended.astimezone(current.calendar.zone):%H:%M}"
        raise ConflictError(f"it was ticked off already, at {at}: look again at the plan")
    step_in(current, key)
    behind = current.steps.before(key)
    missing = [
        other.key for other in current.steps.steps if other.key in behind and other.key not in current.done
    ]
    if missing and not before_too:
        raise UnfitError(
            f"“{current.steps.of(missing[-1]).title}” comes before it: tick that off first, or leave it out"
        )
    when = ended or now()
    if when > now() + timedelta(minutes=1):
        raise UnfitError("it cannot have been done in the time to come")
    if minutes is not None and not _LEAST_STEP <= minutes <= _LONGEST_STEP:
        raise UnfitError("a step takes from half a minute to a day of hands")
    return tick_off(
        session,
        job_id,
        current,
        [*((other, when) for other in missing), (key, when)],
        how=how,
        minutes=minutes,
    )[-1]


def tick_off(
    session: Session, job_id: int, current: PlanNow, keys: Sequence[tuple[str, datetime]], *,
    how: str = "done",
    minutes: float | None = None,
) -> list[StepDoneRow]:  # fmt: skip
    """Keep that steps were done, each with when it ended; `minutes` is how long the last of them took."""
    begun_plan(session, job_id)
    rows = []
    for number, (key, when) in enumerate(keys):
        step, last = current.steps.of(key), number == len(keys) - 1
        took = minutes if last else None
        rows.append(
            StepDoneRow(
                job_id=job_id, step=key, how=how if last else "done", ended=when,
                minutes=took or step.minutes,
                usual=step.minutes, about=_about(step, timed=took is not None), taken_back=None,
            )
        )  # fmt: skip
        remove_timers_of(session, job_id, key)
    session.add_all(rows)
    session.flush()
    done = {key for key, _ in keys} | set(current.done)
    for row in rows:
        if row.how == "done":
            _start_timers(session, job_id, current, current.steps.of(row.step), row.ended, done)
    return rows


def _about(step: Step, *, timed: bool) -> dict[str, Any]:
    return {
        "title": step.title, "act": step.act, "piece": step.piece, "part": step.part, "layer": step.layer,
        "faces": list(step.faces), "timed": timed,
    }  # fmt: skip


def _start_timers(
    session: Session, job_id: int, current: PlanNow, step: Step, when: datetime, done: Collection[str]
) -> None:
    for wait in current.steps.waits:
        if wait.before != step.key or wait.after in done:
            continue
        then, ends = current.steps.of(wait.after), when + timedelta(minutes=wait.least)
        if 1 <= wait.least <= _AHEAD and ends > now():
            start_timer(session, job_id, words=f"{step.title}: {wait.words}", ends=ends, step=then.key)
        if wait.most is not None and (closes := when + timedelta(minutes=wait.most)) > now():
            kind = "wipe" if then.act == "wipe" else "window"
            start_timer(
                session, job_id, words=f"{then.title}: at the latest", ends=closes, kind=kind, step=then.key
            )


def take_back(session: Session, job_id: int, key: str) -> None:
    """Take back that a step was done, with the timers that it started; what came after it goes first."""
    row = _done_row(session, job_id, key)
    current = plan_now(session, job_id)
    after = [wait.after for wait in current.steps.waits if wait.before == key and wait.after in current.done]
    if after:
        raise UnfitError(f"“{current.steps.of(after[0]).title}” was done after it: take that back first")
    row.taken_back = now()
    for wait in current.steps.waits:
        if wait.before == key:
            remove_timers_of(session, job_id, wait.after)
    session.flush()


def _done_row(session: Session, job_id: int, key: str) -> StepDoneRow:
    row = session.scalar(
        select(StepDoneRow).where(
            StepDoneRow.job_id == job_id, StepDoneRow.step == key, StepDoneRow.taken_back.is_(None)
        )
    )
    if row is None:
        raise NotFoundError("this step was not ticked off, or was taken back already")
    return row


def still_tacky(session: Session, job_id: int, key: str, minutes: int) -> None:
    """Let a step wait longer, as what lies below it is not dry; its timer rings then."""
    current = plan_now(session, job_id)
    step = step_in(current, key)
    until = now() + timedelta(minutes=minutes)
    held = {**(begun_plan(session, job_id).asks.get("held") or {}), key: until.isoformat()}
    ask(session, job_id, held=held)
    remove_timers_of(session, job_id, key)
    start_timer(session, job_id, words=f"Touch it again: {step.title}", ends=until, step=key)


def went_wrong(session: Session, job_id: int, key: str, mishap: str) -> str:
    """Make steps of what is done about a mishap, and return what that is.

    The step that it befell is planned again after its remedy where it has to be laid again; where nothing
    will hold, all that lies on that part is.
    """
    current = plan_now(session, job_id)
    step = step_in(current, key)
    try:
        remedy = remedy_of(mishap)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    about = MISHAPS[mishap]
    asks = begun_plan(session, job_id).asks
    number = len(asks.get("added", [])) + 1
    before = [wait.before for wait in current.steps.waits if wait.after == key]
    again = _laid_again(current, step, remedy.again)
    for done in again:
        _done_row(session, job_id, done).taken_back = now()
    anchor = key if key in current.done and key not in again else before[0] if before else ""
    if remedy.again == "part" and again:
        first = next(other.key for other in current.steps.steps if other.key in again)
        anchor = next((wait.before for wait in current.steps.waits if wait.after == first), anchor)
    added = {
        "key": f"p{step.piece}.{step.part}.fix.{mishap}.{number}", "piece": step.piece,
        "title": f"Put right: {about.sign.lower()}",
        "minutes": remedy.minutes, "after": anchor, "wait": remedy.wait, "act": remedy.act,
        "words": about.remedy,
    }  # fmt: skip
    ask(session, job_id, added=[*asks.get("added", []), added])
    return f"{about.remedy} {len(again)} {'step is' if len(again) == 1 else 'steps are'} planned again."


def _laid_again(current: PlanNow, step: Step, again: str) -> list[str]:
    """Return the keys of what was done and has to be done again, those that came last first."""
    if again == "nothing":
        return []
    if again == "step":
        meant = (
            {step.key} | {key for key in current.done if step.key in current.steps.before(key)}
            if step.key in current.done
            else set()
        )
        return [key for key in current.done if key in meant]
    return [
        key
        for key, row in current.done.items()
        if row.about.get("piece") == step.piece and row.about.get("part") == step.part
        and (row.about.get("layer", -1) >= 0 or row.about.get("act") in ("primer", "smooth", "buff"))
        and any(other.key == key for other in current.steps.steps)
    ]  # fmt: skip


def skip_day(session: Session, job_id: int, day: date) -> None:
    """Take the hours of a day away, as somebody has none after all."""
    begun_plan(session, job_id)
    hours = hours_kept(session)
    if hours is None:
        raise UnfitError("say first when you have time: in Plan, under “When have I time?”")
    keep_hours(session, hours.model_copy(update={"days": {**hours.days, day: []}}))


def another_way(session: Session, job_id: int, key: str) -> str:
    """Plan a step the way that is left once its window has closed; return which that is."""
    current = plan_now(session, job_id)
    step_in(current, key)
    closes = next(
        (wait.closes for wait in current.steps.waits if wait.after == key and wait.most is not None), ""
    )
    if not closes:
        raise UnfitError("this step has no window that could close")
    asks = begun_plan(session, job_id).asks
    ask(session, job_id, open_windows=[*asks.get("open_windows", []), key])
    return closes


def took_words(planned: float, took: float) -> str:
    """Say how long a step took beside what was planned."""
    return (
        f"{time_words(took)} instead of {time_words(planned)}"
        if abs(took - planned) >= _SHORTEST
        else time_words(took)
    )
