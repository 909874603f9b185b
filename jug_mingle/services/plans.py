"""Plans of jobs: their steps as they stand now, what was asked of them, and the hours that they were laid
into."""

import hashlib
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any, Final

from sqlalchemy import select
from sqlalchemy.orm import Session

from jug_mingle.core.plan.conditions import Conditions
from jug_mingle.core.plan.explain import Clash, why_none
from jug_mingle.core.plan.first_plan import first_plan, replanned
from jug_mingle.core.plan.problem import Schedule
from jug_mingle.core.plan.scheduling import Hours, Laid, Past, Slot, latest_start, problem_of
from jug_mingle.core.plan.steps import Added, Changes, Steps, changed, steps_of
from jug_mingle.core.plan.work import PieceWork
from jug_mingle.documents.plan import HoursIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.hours import Air, Busy, Calendar, busy_kept, hours_kept, hours_of, zone_of
from jug_mingle.services.jobs import get_job
from jug_mingle.services.plan_solver import PlanSolver
from jug_mingle.services.plan_work import Other, conditions_of, works_of, workshop_of
from jug_mingle.store.database import Database
from jug_mingle.store.models import JobRow, PlanRow, StepDoneRow, now

_NAMED: Final = 3
"""So many steps are named where a plan says what changed."""

_INDOORS: Final = 18.0
"""A workshop in which somebody works is hardly colder, whatever it is outside; assumed, until somebody types.
[°C]"""


@dataclass(frozen=True, kw_only=True)
class PlanNow:
    """A job's plan as it stands: its steps, what was done, and the clock it counts by."""

    row: PlanRow | None
    works: Sequence[PieceWork]
    steps: Steps
    done: Mapping[str, StepDoneRow]
    hours: HoursIn | None
    calendar: Calendar
    air: Conditions
    due: datetime | None = None
    """When the job is needed."""
    refused: tuple[str, ...] = ()
    fingerprint: str = ""
    moment: datetime = field(default_factory=now)
    followed: Mapping[str, Any] | None = None
    """What is laid into hours as it stands now, where what was kept is not that any more."""

    @property
    def laid_before(self) -> Mapping[str, Any]:
        """What was last laid into hours and kept; nothing where nothing was."""
        return (self.row.laid if self.row is not None else None) or {}

    @property
    def kept(self) -> Mapping[str, Any]:
        """What is laid into hours; nothing where nothing is."""
        return self.followed or self.laid_before

    @property
    def stale(self) -> bool:
        """Whether what was kept is not what would be laid now: something changed, or its time has passed."""
        if self.laid_before.get("of") != self.fingerprint:
            return True
        return self.followed is not None or any(
            slot.end < self.calendar.minute(self.moment) and slot.step
            for slot in self.slots
            if slot.step not in self.done
        )

    @property
    def slots(self) -> list[Slot]:
        """The hours that steps are laid into, as minutes of the plan; a step that is gone since has none."""
        kits = {step.kit for step in self.steps.steps}
        found = []
        for one in self.kept.get("slots", ()):
            if one["step"] not in self.steps.by_key if one["step"] else one["kit"] not in kits:
                continue
            start, end = (self.calendar.minute(datetime.fromisoformat(one[key])) for key in ("start", "end"))
            found.append(Slot(**{**one, "start": start, "end": end}))
        return found

    @property
    def schedule(self) -> Mapping[str, int]:
        """When each task was to start. [minutes of the plan]"""
        return {slot.key: slot.start for slot in self.slots if slot.step}


def plan_row(session: Session, job_id: int) -> PlanRow | None:
    """Return the plan of a job; None where none was begun."""
    get_job(session, job_id)
    return session.scalar(select(PlanRow).where(PlanRow.job_id == job_id))


def begun_plan(session: Session, job_id: int) -> PlanRow:
    """Return the plan of a job, begun now where there was none."""
    row = plan_row(session, job_id)
    if row is None:
        row = PlanRow(job_id=job_id, begun=now(), asked=None, asks={}, laid=None)
        session.add(row)
        session.flush()
    return row


def done_of(session: Session, job_id: int) -> dict[str, StepDoneRow]:
    """Return what was done of a job's steps, or left undone on purpose, by key."""
    rows = session.scalars(
        select(StepDoneRow)
        .where(StepDoneRow.job_id == job_id, StepDoneRow.taken_back.is_(None))
        .order_by(StepDoneRow.id)
    )
    return {row.step: row for row in rows}


def plan_now(
    session: Session, job_id: int, *, forecast: Sequence[Air] = (), moment: datetime | None = None
) -> PlanNow:
    """Return a job's plan as it stands now."""
    row, done, hours = plan_row(session, job_id), done_of(session, job_id), hours_kept(session)
    asks = row.asks if row is not None else {}
    when = moment or now()
    air = (
        conditions_of(asks["air"])
        if asks.get("air")
        else _forecast_air(forecast, heated=hours is None or hours.heated)
    )
    sprayer = not asks.get("no_sprayer") and (hours is None or hours.sprayer)
    works = works_of(session, job_id, done, Other(swaps=asks.get("swaps") or {}, brushed=not sprayer))
    workshop = workshop_of(session, air)
    steps, refused = changed(steps_of(works, workshop), _changes(asks))
    steps = _windows_opened(steps, asks.get("open_windows", ()))
    calendar = Calendar.since(
        row.begun if row is not None else when, zone_of(hours) if hours else zone_of(HoursIn())
    )
    current = PlanNow(
        row=row, works=works, steps=steps, done=done, hours=hours, calendar=calendar, air=air,
        refused=tuple(refused), moment=when, due=get_job(session, job_id).due,
    )  # fmt: skip
    return replace(current, fingerprint=_fingerprint(session, current))


def _forecast_air(forecast: Sequence[Air], *, heated: bool) -> Conditions:
    """Return the mean air of the next hours that are forecast; what is usual without a forecast."""
    near = forecast[:12]
    if not near:
        return Conditions()
    temperature = sum(one.temperature for one in near) / len(near)
    humidity = sum(one.humidity for one in near) / len(near)
    return Conditions(temperature=max(_INDOORS, temperature) if heated else temperature, humidity=humidity)


def _changes(asks: Mapping[str, Any]) -> Changes:
    return Changes(
        dropped=asks.get("dropped", ()), added=[Added(**one) for one in asks.get("added", ())],
        order=asks.get("order", ()),
    )  # fmt: skip


def _windows_opened(steps: Steps, opened: Sequence[str]) -> Steps:
    """Return steps of which some no longer have to come before their window closes, as they are done another
    way."""
    if not opened:
        return steps
    waits = tuple(
        replace(wait, most=None, closes="") if wait.after in opened else wait for wait in steps.waits
    )
    return replace(steps, waits=waits)


def _fingerprint(session: Session, current: PlanNow) -> str:
    said = {
        "steps": [
            [step.key, round(step.minutes, 1), step.hands, step.place, step.kit]
            for step in current.steps.steps
        ],
        "waits": [[wait.before, wait.after, wait.least, wait.most] for wait in current.steps.waits],
        "hours": current.hours.model_dump(mode="json") if current.hours else None,
        "busy": [[str(busy.start), str(busy.end)] for busy in busy_kept(session)],
        "done": sorted((key, str(row.ended)) for key, row in current.done.items()),
        "asks": {key: current.row.asks.get(key) for key in ("pinned", "held")} if current.row else {},
        "due": str(current.due or ""),
    }
    return hashlib.sha256(json.dumps(said, sort_keys=True).encode()).hexdigest()[:16]


@dataclass(frozen=True, kw_only=True)
class Ready:
    """A plan's problem, ready to be solved: with what came before, so that little moves."""

    laid: Laid
    near: Mapping[str, int]
    first: Schedule | None
    clashes: list[Clash]
    latest: int | None = None
    """When work may begin at the latest, where there is a date. [minutes]"""


def prepared(session: Session, current: PlanNow, *, forecast: Sequence[Air] = ()) -> Ready:
    """Return a job's problem with a first plan, found at once; or why there is none."""
    if current.hours is None:
        raise UnfitError("say first when you have time: in Plan, under “When have I time?”")
    laid = problem_of(
        current.steps, hours_for(session, current, forecast), past_of(current), pinned=_pinned(current)
    )
    near = {key: at for key, at in current.schedule.items() if key in laid.problem.of}
    first = replanned(laid.problem, near) if near else first_plan(laid.problem)
    clashes = [] if first is not None else why_none(laid, current.steps, said=current.calendar.said)
    due = _due(current)
    if first is not None and due is not None and first.usable > due:
        clashes.append(
            Clash(
                words=f"It cannot be used by {current.calendar.said(due)}: the soonest found is "
                f"{current.calendar.said(first.usable)}.",
                helps="Give more hours before then, drop a piece or a layer, or take a later date.",
            )
        )  # fmt: skip
    latest = latest_start(laid, due) if due is not None and first is not None else None
    return Ready(laid=laid, near=near, first=first, clashes=clashes, latest=latest)


def hours_for(session: Session, current: PlanNow, forecast: Sequence[Air] = ()) -> Hours:
    """Return the hours there are for a job: without what a calendar takes, nor what other jobs have
    planned."""
    others = session.scalars(
        select(PlanRow)
        .join(JobRow, PlanRow.job_id == JobRow.id)
        .where(
            PlanRow.job_id != (current.row.job_id if current.row else 0),
            JobRow.removed.is_(None), JobRow.archived.is_(None), JobRow.finished.is_(None),
        )
    )  # fmt: skip
    taken = [
        Busy(start=datetime.fromisoformat(slot["start"]), end=datetime.fromisoformat(slot["end"]))
        for row in others
        for slot in (row.laid or {}).get("slots", ())
        if datetime.fromisoformat(slot["end"]) > current.moment
        and slot["step"] not in done_of(session, row.job_id)
    ]
    if current.hours is None:
        raise UnfitError("say first when you have time: in Plan, under “When have I time?”")
    return hours_of(current.hours, current.calendar, busy=[*busy_kept(session), *taken], forecast=forecast)


def past_of(current: PlanNow) -> Past:
    """Return what was done, as minutes of the plan."""
    held = (current.row.asks.get("held", {}) if current.row else {}) or {}
    return Past(
        ends={key: current.calendar.minute(row.ended) for key, row in current.done.items()},
        now=current.calendar.minute(current.moment + timedelta(seconds=59)),
        waits_until={key: current.calendar.minute(datetime.fromisoformat(at)) for key, at in held.items()},
    )


def _pinned(current: PlanNow) -> dict[str, int]:
    asks = current.row.asks if current.row else {}
    return {
        key: current.calendar.minute(datetime.fromisoformat(at))
        for key, at in (asks.get("pinned") or {}).items()
    }


def _due(current: PlanNow) -> int | None:
    return current.calendar.minute(current.due) if current.due is not None else None


def make(
    session: Session,
    job_id: int,
    *,
    forecast: Sequence[Air] = (),
    moment: datetime | None = None,
    anew: bool = False,
) -> PlanRow:
    """Lay a job's steps into the hours there are, at once, and keep that; what moves is as little as may be.

    What was laid stays where nothing has changed; `anew` lays all of it as if nothing had been laid before.
    """
    row = begun_plan(session, job_id)
    if anew:
        row.laid = None
    current = plan_now(session, job_id, forecast=forecast, moment=moment)
    if current.stale:
        ready = prepared(session, current, forecast=forecast)
        row.laid = _laid(current, ready, ready.first)
        session.flush()
    return row


def plan_followed(session: Session, job_id: int, *, forecast: Sequence[Air] = ()) -> PlanNow:
    """Return a job's plan as it stands now, laid into the hours there are even where something changed since
    it was kept: whoever only reads sees the same that is kept next."""
    current = plan_now(session, job_id, forecast=forecast)
    if current.row is None or current.row.laid is None or current.hours is None or not current.stale:
        return current
    ready = prepared(session, current, forecast=forecast)
    return replace(current, followed=_laid(current, ready, ready.first))


def _changed_words(current: PlanNow) -> str:
    """Return which steps came and went since a plan was laid; the same is said until something is done after
    it."""
    before: Mapping[str, str] = current.kept.get("steps", {})
    if not before:
        return ""
    asks = current.row.asks if current.row is not None else {}
    asked = {*current.done, *asks.get("dropped", ()), *(added["key"] for added in asks.get("added", ()))}
    came = [step.title for step in current.steps.steps if step.key not in before and step.key not in asked]
    went = [title for key, title in before.items() if key not in current.steps.by_key and key not in asked]
    if not came and not went:
        made = current.kept.get("made")
        done_since = made and any(row.ended > datetime.fromisoformat(made) for row in current.done.values())
        return "" if done_since else str(current.kept.get("changed", ""))
    said = [f"{word}: {_few(titles)}" for word, titles in (("gone", went), ("new", came)) if titles]
    return f"It followed what you changed. {'; '.join(said).capitalize()}."


def _few(titles: Sequence[str]) -> str:
    """Return a few titles, and how many more there are."""
    shown = ", ".join(f"“{title}”" for title in titles[:_NAMED])
    return shown if len(titles) <= _NAMED else f"{shown} and {len(titles) - _NAMED} more"


def _laid(current: PlanNow, ready: Ready, schedule: Schedule | None) -> dict[str, Any]:
    slots = [] if schedule is None else ready.laid.slots(schedule)
    return {
        "slots": [
            {"key": s.key, "step": s.step, "part": s.part, "of": s.of, "kit": s.kit,
             "start": current.calendar.at(s.start).isoformat(), "end": current.calendar.at(s.end).isoformat()}
            for s in slots
        ],
        "usable": current.calendar.at(schedule.usable).isoformat() if schedule else None,
        "bound": current.calendar.at(schedule.bound).isoformat() if schedule else None,
        "proven": bool(schedule and schedule.proven), "sessions": schedule.sessions if schedule else 0,
        "latest": current.calendar.at(ready.latest).isoformat() if ready.latest is not None else None,
        "hurry": schedule.hurry if schedule else 0, "made": now().isoformat(), "of": current.fingerprint,
        "closed": [[wait.before, wait.after, wait.closes] for wait in ready.laid.closed],
        "clashes": [{"words": c.words, "helps": c.helps, "steps": list(c.steps)} for c in ready.clashes],
        "steps": {step.key: step.title for step in current.steps.steps if step.key not in current.done},
        "changed": _changed_words(current),
    }  # fmt: skip


def better(database: Database, solver: PlanSolver, job_id: int, *, forecast: Sequence[Air] = ()) -> None:
    """Better a job's plan by the helper process, and keep what it finds if nothing has changed by then."""
    with database.read() as session:
        current = plan_now(session, job_id, forecast=forecast)
        if current.hours is None or current.row is None:
            return
        ready = prepared(session, current, forecast=forecast)
    if (ready.first is None and ready.clashes) or (current.kept.get("proven") and not current.stale):
        return
    best = solver.solve(ready.laid.problem, ready.first, near=ready.near)
    if best is None:
        return
    with database.write.begin() as session:
        again = plan_now(session, job_id, forecast=forecast)
        if again.row is not None and again.fingerprint == current.fingerprint:
            again.row.laid = _laid(again, replace(ready, clashes=_still(current, ready, best)), best)


def _still(current: PlanNow, ready: Ready, best: Schedule) -> list[Clash]:
    """Return what still stands against a plan once a better one is found."""
    due = _due(current)
    return [] if due is None or best.usable <= due else ready.clashes
