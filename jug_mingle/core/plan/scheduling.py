"""Steps laid into hours: a problem for the solver made of them, and its schedule read back as slots."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import pairwise
from math import ceil
from typing import Final

from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import LONGEST, Lag, Problem, Schedule, Session, Task, openings
from jug_mingle.core.plan.step import ACTS_THAT_DRY, NOISY, Step, Wait
from jug_mingle.core.plan.steps import Steps

_SMALLEST: Final = 15
"""A part of a divided step is not shorter. [minutes]"""

Span = tuple[int, int]


@dataclass(frozen=True, kw_only=True)
class Hours:
    """When hands are there, and when what is noisy, outdoors or has to dry may be done. [minutes]

    None where it may be done whenever hands are there.
    """

    sessions: tuple[Session, ...]
    noisy: tuple[Span, ...] | None = None
    outdoors: tuple[Span, ...] | None = None
    warm: tuple[Span, ...] | None = None

    @property
    def longest(self) -> int:
        """[minutes]"""
        return max((session.length for session in self.sessions), default=0)

    @property
    def hands(self) -> int:
        """How many pairs of hands there are at most; who else is asked for is there when it was said. 1..2"""
        return max((session.hands for session in self.sessions), default=1)

    def allowed(self, step: Step) -> tuple[Span, ...] | None:
        """Return when a step may be done, by its noise, its place and what it lays."""
        rules = [
            spans
            for spans, applies in (
                (self.noisy, step.act in NOISY), (self.outdoors, step.place == "outdoors"),
                (self.warm, step.act in ACTS_THAT_DRY),
            )
            if applies and spans is not None
        ]  # fmt: skip
        if not rules:
            return None
        found = rules[0]
        for other in rules[1:]:
            found = tuple((max(a, c), min(b, d)) for a, b in found for c, d in other if max(a, c) < min(b, d))
        return found


@dataclass(frozen=True, slots=True, kw_only=True)
class Past:
    """What was done: when each step ended [minutes, negative before the plan begins], and the time that it is
    now."""

    ends: Mapping[str, int] = field(default_factory=dict)
    now: int = 0
    waits_until: Mapping[str, int] = field(default_factory=dict)
    """Step → before when it cannot start, as what lies below is still tacky."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """A step, or a part of one, or the cleaning of a kit, in its time. [minutes]"""

    key: str
    step: str
    start: int
    end: int
    part: int = 1
    of: int = 1
    kit: str = ""


@dataclass(frozen=True, kw_only=True)
class Laid:
    """A problem made of steps, and which windows had closed before anything could be done about it."""

    problem: Problem
    parts: Mapping[str, tuple[str, ...]]
    closed: tuple[Wait, ...] = ()

    def slots(self, schedule: Schedule) -> list[Slot]:
        """Return what a schedule says, in order of time."""
        found = []
        for step, keys in self.parts.items():
            for number, key in enumerate(keys, start=1):
                start = schedule.starts[key]
                end = start + self.problem.of[key].minutes
                found.append(Slot(key=key, step=step, start=start, end=end, part=number, of=len(keys)))
        found += [
            Slot(
                key=f"clean.{cleaning.kit}.{cleaning.start}",
                step="",
                start=cleaning.start,
                end=cleaning.end,
                kit=cleaning.kit,
            )
            for cleaning in schedule.cleanings
        ]
        return sorted(found, key=lambda slot: (slot.start, slot.key))


def problem_of(
    steps: Steps, hours: Hours, past: Past | None = None, *,
    pinned: Mapping[str, int] | None = None,
) -> Laid:  # fmt: skip
    """Return what is still to be done as a problem.

    Parameters
    ----------
    past : Past, optional
        What was done already; waits count from when it really was.
    pinned : mapping, optional
        Step → when it starts, as somebody wants it. [minutes]
    """
    past, wanted = past or Past(), pinned or {}
    sessions = _from(hours.sessions, past.now)
    open_hours = replace(hours, sessions=sessions)
    todo = [step for step in steps.steps if step.key not in past.ends]
    parts: dict[str, tuple[str, ...]] = {}
    tasks: list[Task] = []
    lags: list[Lag] = []
    earliest: dict[str, int] = dict(past.waits_until)
    latest: dict[str, int] = {}
    closed = []
    for wait in steps.waits:
        if wait.before in past.ends and wait.after not in past.ends:
            end = past.ends[wait.before]
            earliest[wait.after] = max(earliest.get(wait.after, -LONGEST), end + wait.least)
            if wait.most is not None and end + wait.most < past.now:
                closed.append(wait)
            elif wait.most is not None:
                latest[wait.after] = min(latest.get(wait.after, LONGEST), end + wait.most)
    for step in todo:
        own = _tasks(step, open_hours, earliest.get(step.key, 0), latest.get(step.key), wanted.get(step.key))
        tasks += own
        parts[step.key] = tuple(task.key for task in own)
        lags += [Lag(before=a.key, after=b.key) for a, b in pairwise(own)]
    for wait in steps.waits:
        if wait.before in parts and wait.after in parts:
            lags.append(
                Lag(
                    before=parts[wait.before][-1],
                    after=parts[wait.after][0],
                    least=wait.least,
                    most=wait.most,
                )
            )
    # What is still to be done behind something that is done comes first all the same.
    known = {(lag.before, lag.after) for lag in lags}
    for key, before in steps.still_before(past.ends).items():
        pairs = ((parts[one][-1], parts[key][0]) for one in sorted(before))
        lags += [Lag(before=a, after=b) for a, b in pairs if (a, b) not in known]
    problem = Problem(sessions=sessions, tasks=tuple(tasks), lags=tuple(lags))
    return Laid(problem=problem, parts=parts, closed=tuple(closed))


def _from(sessions: Sequence[Session], now: int) -> tuple[Session, ...]:
    """Return what is left of sessions, whole minutes from now on."""
    return tuple(replace(session, start=max(session.start, now)) for session in sessions if session.end > now)


def _tasks(step: Step, hours: Hours, earliest: int, latest: int | None, wanted: int | None) -> list[Task]:
    minutes = max(1, ceil(step.minutes - 1e-9))
    allowed = hours.allowed(step)
    there = [
        opening if opening.start >= earliest else replace(opening, start=earliest)
        for opening in openings(hours.sessions, allowed)
        if opening.end > max(opening.start, earliest)
    ]
    if latest is not None:
        there = [
            replace(opening, end=min(opening.end, latest + minutes))
            for opening in there
            if opening.start <= latest
        ]
    longest = max((opening.end - opening.start for opening in there), default=0) - step.cleaning
    count = 1
    if minutes > longest > 0:
        count = min(ceil(minutes / max(longest, 1)), max(1, minutes // _SMALLEST)) if step.parts > 1 else 1
    size, rest = divmod(minutes, count)
    return [
        Task(
            key=step.key if count == 1 else f"{step.key}#{n + 1}", minutes=size + (1 if n < rest else 0),
            openings=tuple(there), hands=min(step.hands, hours.hands),
            place=step.place if step.place == "booth" else "", kit=step.kit,
            cleaning=step.cleaning, tail=step.cure if n == count - 1 else 0,
            fixed=wanted if count == 1 else None,
        )
        for n in range(count)
    ]  # fmt: skip


def latest_start(laid: Laid, due: int) -> int | None:
    """Return the latest time at which work may begin and be usable when it is due; None where none is.
    [minutes]

    Found by halving the sessions, each with a quick plan: it is safe, and perhaps not the very latest.
    """
    low, high, found = 0, len(laid.problem.sessions) - 1, None
    while low <= high:
        middle = (low + high) // 2
        begin = laid.problem.sessions[middle].start
        tasks = tuple(
            replace(task, openings=tuple(opening for opening in task.openings if opening.start >= begin))
            for task in laid.problem.tasks
        )
        plan = first_plan(replace(laid.problem, tasks=tasks), rounds=3)
        if plan is not None and plan.usable <= due:
            found, low = min(plan.starts.values(), default=begin), middle + 1
        else:
            high = middle - 1
    return found
