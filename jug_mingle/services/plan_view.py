"""A plan as it is looked at: what to do now, what dries meanwhile, the session in hand, and the days."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.plan.explain import Clash
from jug_mingle.core.plan.scheduling import Slot
from jug_mingle.core.plan.step import Step, Wait
from jug_mingle.services.hours import hours_of
from jug_mingle.services.plans import PlanNow, past_of

_SHOWN: Final = 8
"""So many things that dry are shown. """


@dataclass(frozen=True, slots=True, kw_only=True)
class Drying:
    """Something that dries, or that a window closes on: of which step, for which, until when."""

    step: Step
    then: Step
    wait: Wait
    began: datetime
    until: datetime
    closes: datetime | None


@dataclass(frozen=True, kw_only=True)
class Day:
    """A session: when it is, and what is done in it."""

    start: datetime
    end: datetime
    slots: Sequence[Slot]
    minutes: int


@dataclass(frozen=True, kw_only=True)
class Allowed:
    """From when something is allowed."""

    piece: int
    words: str
    at: datetime
    why: str


@dataclass(frozen=True, kw_only=True)
class View:
    """A plan as it is looked at.

    `now` is the step to do; None where nothing can be done yet, or all is done. `next_at` is when that one is
    due.
    """

    plan: PlanNow
    now: Step | None
    next_at: datetime | None
    waiting_for: Wait | None
    drying: Sequence[Drying]
    days: Sequence[Day]
    allowed: Sequence[Allowed]
    clashes: Sequence[Clash]
    usable: datetime | None
    hands_left: float
    finished: bool


def view_of(current: PlanNow) -> View:
    """Return a plan as it is looked at."""
    slots = [slot for slot in current.slots if not slot.step or slot.step not in current.done]
    todo = [step for step in current.steps.steps if step.key not in current.done]
    now_step, next_at, waits = _now(current, slots, todo)
    clashes = [
        Clash(words=c["words"], helps=c["helps"], steps=tuple(c["steps"]))
        for c in current.kept.get("clashes", ())
    ]
    clashes += [Clash(words=words, helps="Bring it back, or let it be.") for words in current.refused]
    clashes += [*_closed(current), *_for_two(current, todo)]
    usable = current.kept.get("usable")
    return View(
        plan=current, now=now_step, next_at=next_at, waiting_for=waits, drying=_drying(current),
        days=_days(current, slots), allowed=_allowed(current), clashes=clashes,
        usable=datetime.fromisoformat(usable) if usable else None,
        hands_left=sum(step.minutes for step in todo), finished=bool(current.steps.steps) and not todo,
    )  # fmt: skip


def _for_two(current: PlanNow, todo: Sequence[Step]) -> list[Clash]:
    """Return the steps for which a second pair of hands is asked, where nobody said when it is there."""
    pinned = (current.row.asks.get("pinned") or {}) if current.row else {}
    there = current.hours.hands if current.hours else 1
    return [
        Clash(
            words=f"“{step.title}” takes two: when is a second pair of hands there?",
            helps="Until that is said it is planned when you have time.", steps=(step.key,),
        )
        for step in todo
        if step.hands > there and step.key not in pinned
    ]  # fmt: skip


def _closed(current: PlanNow) -> list[Clash]:
    """Return the windows that closed before what they are for was done."""
    return [
        Clash(
            words=f"The window of “{current.steps.of(after).title}” has closed.", helps=closes, steps=(after,)
        )
        for _, after, closes in current.kept.get("closed", ())
        if after not in current.done and any(step.key == after for step in current.steps.steps)
    ]


def _ready_at(current: PlanNow, step: Step) -> tuple[int, Wait | None]:
    """Return from when a step may be done of which all that comes before is done, and what it waits for."""
    past = past_of(current)
    at, longest = past.waits_until.get(step.key, -(10**9)), None
    for wait in current.steps.waits:
        if wait.after != step.key:
            continue
        if past.ends[wait.before] + wait.least > at:
            at, longest = past.ends[wait.before] + wait.least, wait
    return at, longest


def _now(
    current: PlanNow, slots: Sequence[Slot], todo: Sequence[Step]
) -> tuple[Step | None, datetime | None, Wait | None]:
    """Return the step to do now, or else the next with when it is due and what it waits for."""
    moment = current.calendar.minute(current.moment)
    by_key = {step.key: step for step in todo}
    order = list(dict.fromkeys(slot.step for slot in slots if slot.step in by_key)) or list(by_key)
    starts = {slot.step: slot.start for slot in reversed(slots)}
    before = current.steps.still_before(current.done)
    later: list[tuple[int, str, Wait | None]] = []
    for key in order:
        if before[key]:
            continue
        ready = _ready_at(current, by_key[key])
        if ready[0] <= moment and starts.get(key, moment) <= moment + 24 * 60:
            return by_key[key], None, None
        later.append((max(ready[0], starts.get(key, ready[0])), key, ready[1]))
    if not later:
        return None, None, None
    at, key, wait = min(later, key=lambda found: found[0])
    return by_key[key], current.calendar.at(at), wait


def _drying(current: PlanNow) -> list[Drying]:
    dryings = []
    for wait in current.steps.waits:
        row = current.done.get(wait.before)
        if row is None or wait.after in current.done or (wait.least < 1 and wait.most is None):
            continue
        until = row.ended + timedelta(minutes=wait.least)
        held = (current.row.asks.get("held") or {}).get(wait.after) if current.row else None
        until = max(until, datetime.fromisoformat(held)) if held else until
        closes = None if wait.most is None else row.ended + timedelta(minutes=wait.most)
        if until > current.moment or (closes is not None and closes > current.moment):
            dryings.append(
                Drying(
                    step=current.steps.of(wait.before), then=current.steps.of(wait.after), wait=wait,
                    began=row.ended,
                    until=until, closes=closes,
                )
            )  # fmt: skip
    return sorted(dryings, key=lambda dry: dry.until)[:_SHOWN]


def _days(current: PlanNow, slots: Sequence[Slot]) -> list[Day]:
    found: list[Day] = []
    if current.hours is None:
        return found
    sessions = hours_of(current.hours, current.calendar).sessions
    last = max((slot.end for slot in slots), default=0)
    moment = current.calendar.minute(current.moment)
    for session in sessions:
        own = [slot for slot in slots if session.start <= slot.start < session.end]
        if session.end <= moment or (session.start > last and found):
            continue
        found.append(
            Day(
                start=current.calendar.at(session.start),
                end=current.calendar.at(session.end),
                slots=own,
                minutes=sum(slot.end - slot.start for slot in own),
            )
        )
        if len(found) > 60:
            break
    return found


def _allowed(current: PlanNow) -> list[Allowed]:
    """Return from when each piece may be used for what."""
    ends: dict[int, datetime] = {}
    for slot in current.slots:
        step = next((step for step in current.steps.steps if step.key == slot.step), None)
        if step is not None and step.layer >= 0:
            end = current.calendar.at(slot.end)
            ends[step.piece] = max(end, ends.get(step.piece, end))
    for row in current.done.values():
        if row.about.get("layer", -1) >= 0:
            ends[row.about["piece"]] = max(row.ended, ends.get(row.about["piece"], row.ended))
    return [
        Allowed(
            piece=mark.piece,
            words=mark.words,
            at=ends[mark.piece] + timedelta(minutes=mark.after),
            why=mark.why,
        )
        for mark in current.steps.milestones
        if mark.piece in ends
    ]


def titles(current: PlanNow) -> Mapping[int, str]:
    """Return the names of a plan's pieces."""
    return {work.number: work.name for work in current.works}


def laid_R(current: PlanNow) -> Mapping[str, FloatArray]:
    """Return how what each step lays looks dried, by the step's key, where it has a colour of its own. (36,),
    0..1"""
    works, found = {work.number: work for work in current.works}, {}
    for step in current.steps.steps:
        work = works.get(step.piece)
        if work is None or not 0 <= step.layer < len(work.finish.layers):
            continue
        films = work.finish.layers[step.layer].films
        if films and work.finish.layers[step.layer].of.has("colours", "accent", "opaque"):
            film = films[0]
            found[step.key] = R_seen(R_infinity(K=film.optics.K, S=film.optics.S), film.veil)
    return found
