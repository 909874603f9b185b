"""A schedule to be found: tasks of hands, sessions in which hands are there, waits and windows between
tasks."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final

LONGEST: Final = 400 * 1440
"""A plan reaches no farther. [minutes]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Session:
    """A time in which hands are there. [minutes from the beginning of the plan]"""

    start: int
    end: int
    hands: int = 1

    @property
    def length(self) -> int:
        """[minutes]"""
        return self.end - self.start


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """When within a session a task may be worked on. [minutes from the beginning of the plan]"""

    session: int
    start: int
    end: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """Work that is done in one go.

    Attributes
    ----------
    minutes : int
        Of hands. 1..
    openings : tuple of Opening
        When it may be worked on, at most one in a session; in order.
    hands : int
        How many pairs of hands it takes. 1..2
    place : str
        What holds only one at a time, such as a booth; nothing where it needs none.
    kit : str
        What is taken up and cleaned after: one colour on one brush, one gun. Tasks that share it in a session
        share `cleaning`, which comes after the last of them.
    cleaning : int
        [minutes]
    tail : int
        Wait after it until the work may be used. [minutes]
    fixed : int or None
        When it starts, where that is settled.
    """

    key: str
    minutes: int
    openings: tuple[Opening, ...]
    hands: int = 1
    place: str = ""
    kit: str = ""
    cleaning: int = 0
    tail: int = 0
    fixed: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Lag:
    """How long after the end of one task another may start: not before `least`, not after `most`.
    [minutes]"""

    before: str
    after: str
    least: int = 0
    most: int | None = None


@dataclass(frozen=True, kw_only=True)
class Problem:
    """What is to be scheduled.

    Raises
    ------
    ValueError
        If a task is named twice, a lag names none, a wait is longer than a plan, or lags go in a circle.
    """

    sessions: tuple[Session, ...]
    tasks: tuple[Task, ...]
    lags: tuple[Lag, ...]

    def __post_init__(self) -> None:
        if len(self.of) < len(self.tasks):
            keys = [task.key for task in self.tasks]
            twice = next(key for key in keys if keys.count(key) > 1)
            raise ValueError(f"two steps of the plan have the same key, {twice}")
        for lag in self.lags:
            for key in (lag.before, lag.after):
                if key not in self.of:
                    raise ValueError(f"a wait is for a step {key!r} that the plan has not")
            if not 0 <= lag.least <= LONGEST:
                raise ValueError(f"a wait is from 0 to {LONGEST // 1440} days, got {lag.least / 1440:.0f}")
        _ = self.order

    @cached_property
    def of(self) -> dict[str, Task]:
        """Tasks by key."""
        return {task.key: task for task in self.tasks}

    @cached_property
    def into(self) -> dict[str, list[Lag]]:
        """Lags before each task."""
        found: dict[str, list[Lag]] = {task.key: [] for task in self.tasks}
        for lag in self.lags:
            found[lag.after].append(lag)
        return found

    @cached_property
    def out_of(self) -> dict[str, list[Lag]]:
        """Lags after each task."""
        found: dict[str, list[Lag]] = {task.key: [] for task in self.tasks}
        for lag in self.lags:
            found[lag.before].append(lag)
        return found

    @cached_property
    def order(self) -> tuple[str, ...]:
        """Keys so that whatever comes before another stands before it."""
        left = {key: len(lags) for key, lags in self.into.items()}
        ready, found = [key for key, count in left.items() if count == 0], []
        while ready:
            key = ready.pop()
            found.append(key)
            for lag in self.out_of[key]:
                left[lag.after] -= 1
                if left[lag.after] == 0:
                    ready.append(lag.after)
        if len(found) < len(self.tasks):
            circle = [key for key, count in left.items() if count > 0]
            raise ValueError(f"these steps wait for one another in a circle: {', '.join(sorted(circle)[:4])}")
        return tuple(found)

    @cached_property
    def tails(self) -> dict[str, int]:
        """How long after the start of each task the work may be used at the earliest, by its chain.
        [minutes]"""
        found: dict[str, int] = {}
        for key in reversed(self.order):
            task = self.of[key]
            after = max((lag.least + found[lag.after] for lag in self.out_of[key]), default=0)
            found[key] = task.minutes + max(task.tail, after)
        return found

    @cached_property
    def heads(self) -> dict[str, int]:
        """When each task can start at the earliest, by its chain and its openings; `LONGEST` where it never
        can."""
        found: dict[str, int] = {}
        for key in self.order:
            task = self.of[key]
            at = max(
                (found[lag.before] + self.of[lag.before].minutes + lag.least for lag in self.into[key]),
                default=0,
            )
            found[key] = next(
                (
                    max(at, opening.start)
                    for opening in task.openings
                    if max(at, opening.start) + task.minutes <= opening.end
                ),
                LONGEST,
            )
        return found

    def usable(self, starts: Mapping[str, int]) -> int:
        """Return when the work may be used, of tasks that start so. [minutes]"""
        return max((starts[task.key] + task.minutes + task.tail for task in self.tasks), default=0)

    def used(self, starts: Mapping[str, int]) -> int:
        """Return in how many sessions hands are used."""
        return len({session_of(self.sessions, starts[task.key]) for task in self.tasks})

    def working_minutes(self, until: int) -> int:
        """Return how long hands are there until a time. [minutes]"""
        return sum(max(0, min(one.end, until) - one.start) for one in self.sessions)

    def plain(self) -> dict[str, Any]:
        """Return it as plain values, as they go to another process."""
        return {
            "sessions": [[one.start, one.end, one.hands] for one in self.sessions],
            "tasks": [
                [
                    task.key, task.minutes, [[o.session, o.start, o.end] for o in task.openings], task.hands,
                    task.place, task.kit, task.cleaning, task.tail, task.fixed,
                ]
                for task in self.tasks
            ],
            "lags": [[lag.before, lag.after, lag.least, lag.most] for lag in self.lags],
        }  # fmt: skip

    @classmethod
    def of_plain(cls, values: Mapping[str, Any]) -> "Problem":
        """Return what `plain` gave."""
        return cls(
            sessions=tuple(Session(start=a, end=b, hands=hands) for a, b, hands in values["sessions"]),
            tasks=tuple(
                Task(
                    key=key, minutes=minutes, hands=hands, place=place, kit=kit, cleaning=cleaning, tail=tail,
                    fixed=fixed, openings=tuple(Opening(session=s, start=a, end=b) for s, a, b in openings),
                )
                for key, minutes, openings, hands, place, kit, cleaning, tail, fixed in values["tasks"]
            ),
            lags=tuple(Lag(before=a, after=b, least=least, most=most) for a, b, least,
                most in values["lags"]),
        )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Cleaning:
    """When a kit is cleaned. [minutes]"""

    kit: str
    start: int
    end: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Schedule:
    """When each task starts, and when what was used is cleaned.

    Attributes
    ----------
    usable : int
        When the work may be used. [minutes]
    bound : int
        No plan can be sooner. [minutes]
    hurry : int
        How near all windows are to their end, added up; 0 where nothing has a window. [minutes]
    """

    starts: Mapping[str, int]
    cleanings: tuple[Cleaning, ...]
    usable: int
    sessions: int
    bound: int
    hurry: int = 0

    @property
    def proven(self) -> bool:
        """Whether no plan can be sooner."""
        return self.usable <= self.bound


def session_of(sessions: Sequence[Session], at: int) -> int:
    """Return the number of the session in which a time lies; ValueError where it lies in none."""
    for number, one in enumerate(sessions):
        if one.start <= at < one.end:
            return number
    raise ValueError(f"no session is at minute {at}")


def openings(
    sessions: Sequence[Session], allowed: Iterable[tuple[int, int]] | None = None
) -> tuple[Opening, ...]:
    """Return when something may be worked on: in sessions, where `allowed` [minutes] says so; the longest
    such time in each."""
    spans = None if allowed is None else sorted(allowed)
    found = []
    for number, one in enumerate(sessions):
        if spans is None:
            found.append(Opening(session=number, start=one.start, end=one.end))
            continue
        cut = [(max(a, one.start), min(b, one.end)) for a, b in spans if a < one.end and b > one.start]
        if cut:
            a, b = max(cut, key=lambda span: span[1] - span[0])
            found.append(Opening(session=number, start=a, end=b))
    return tuple(found)
