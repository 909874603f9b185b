"""Sessions being filled: what hands and places are taken when, and what has to be cleaned after."""

from bisect import insort
from collections.abc import Iterator
from dataclasses import dataclass, field

from jug_mingle.core.plan.problem import Cleaning, Problem, Task

Span = tuple[int, int]


@dataclass(slots=True)
class _Day:
    """One session: what each pair of hands does, what is done in each place, and each kit's cleaning."""

    start: int
    end: int
    hands: list[list[Span]]
    places: dict[str, list[Span]] = field(default_factory=dict)
    cleanings: dict[str, tuple[int, Span, int]] = field(default_factory=dict)
    """Kit → which hands clean it, when, and how late it was last used."""


class Diary:
    """The sessions of a problem, filled task by task."""

    def __init__(self, problem: Problem, *, clean_last: bool = False) -> None:
        """Begin empty; with `clean_last` room for cleaning is looked for by `clean_up`, when all tasks are
        in."""
        self._problem, self._clean_last = problem, clean_last
        self._days = [
            _Day(start=session.start, end=session.end, hands=[[] for _ in range(session.hands)])
            for session in problem.sessions
        ]
        self.starts: dict[str, int] = {}
        self._of: dict[str, tuple[int, tuple[int, ...]]] = {}

    def place(self, task: Task, earliest: int, latest: int) -> int | None:
        """Put a task at the first time from `earliest` on at which it fits, with its cleaning, and return
        when it starts; None where it fits nowhere until `latest`."""
        for opening in task.openings:
            low, high = max(opening.start, earliest), min(opening.end - task.minutes, latest)
            if low > high:
                if opening.start > latest:
                    return None
                continue
            day = self._days[opening.session]
            start = self._fit(day, opening.session, task, low, high)
            if start is not None:
                return start
        return None

    def _fit(self, day: _Day, number: int, task: Task, low: int, high: int) -> int | None:
        if len(day.hands) < task.hands:
            return None
        before = None if self._clean_last else self._open_again(day, task)
        for start in self._candidates(day, task, low, high):
            span = (start, start + task.minutes)
            free = [n for n, taken in enumerate(day.hands) if _is_free(taken, span)][: task.hands]
            if len(free) < task.hands or not _is_free(day.places.get(task.place, []), span):
                continue
            for n in free:
                insort(day.hands[n], span)
            if (
                task.kit
                and not self._clean_last
                and not self._clean(day, task, max(span[1], before[2] if before else 0))
            ):
                for n in free:
                    day.hands[n].remove(span)
                continue
            if task.place:
                insort(day.places.setdefault(task.place, []), span)
            self.starts[task.key], self._of[task.key] = start, (number, tuple(free))
            return start
        if before is not None:
            day.cleanings[task.kit] = before
            insort(day.hands[before[0]], before[1])
        return None

    @staticmethod
    def _open_again(day: _Day, task: Task) -> tuple[int, Span, int] | None:
        """Take the cleaning of a kit out, which comes after its last use."""
        before = day.cleanings.pop(task.kit, None) if task.kit else None
        if before is not None:
            day.hands[before[0]].remove(before[1])
        return before

    @staticmethod
    def _clean(day: _Day, task: Task, after: int) -> bool:
        """Put the cleaning of a task's kit in as soon as hands are free for it."""
        if task.cleaning == 0:
            day.cleanings.pop(task.kit, None)
            return True
        best = min(
            (
                (start, n)
                for n, taken in enumerate(day.hands)
                for start in _gaps(taken, after, day.end - task.cleaning, task.cleaning)
            ),
            default=None,
        )
        if best is None:
            return False
        span = (best[0], best[0] + task.cleaning)
        insort(day.hands[best[1]], span)
        day.cleanings[task.kit] = (best[1], span, after)
        return True

    @staticmethod
    def _candidates(day: _Day, task: Task, low: int, high: int) -> Iterator[int]:
        """Give every time at which something ends, and the lowest."""
        ends = {low}
        for taken in (*day.hands, day.places.get(task.place, [])):
            ends.update(end for _, end in taken if low < end <= high)
        yield from sorted(ends)

    def clean_up(self) -> bool:
        """Put in the cleaning of every kit in every session, after its last use; say whether there was room
        for all.

        From then on room for cleaning is looked for with each task.
        """
        self._clean_last = False
        last: dict[tuple[int, str], tuple[int, Task]] = {}
        for key, start in self.starts.items():
            task, number = self._problem.of[key], self._of[key][0]
            if task.kit and task.cleaning:
                found = last.get((number, task.kit))
                if found is None or found[0] < start + task.minutes:
                    last[number, task.kit] = (start + task.minutes, task)
        order = sorted(last.items(), key=lambda one: (one[1][0], one[0]))
        return all(self._clean(self._days[number], task, end) for (number, _), (end, task) in order)

    def take_out(self, key: str) -> None:
        """Take a task out again, with its cleaning where nothing else uses the kit in that session."""
        task, start = self._problem.of[key], self.starts.pop(key)
        number, hands = self._of.pop(key)
        day, span = self._days[number], (start, start + task.minutes)
        for n in hands:
            day.hands[n].remove(span)
        if task.place:
            day.places[task.place].remove(span)
        before = None if self._clean_last else self._open_again(day, task)
        if before is None:
            return
        others = [
            self.starts[other] + self._problem.of[other].minutes
            for other, (session, _) in self._of.items()
            if session == number and self._problem.of[other].kit == task.kit
        ]
        if others:
            self._clean(day, task, max(others))

    def cleanings(self) -> tuple[Cleaning, ...]:
        """Return what is cleaned when."""
        return tuple(
            Cleaning(kit=kit, start=span[0], end=span[1])
            for day in self._days
            for kit, (_, span, _) in sorted(day.cleanings.items())
        )


def _is_free(taken: list[Span], span: Span) -> bool:
    return all(end <= span[0] or start >= span[1] for start, end in taken)


def _gaps(taken: list[Span], low: int, high: int, minutes: int) -> Iterator[int]:
    """Give the first time from `low` to `high` at which so many minutes are free."""
    at = low
    for start, end in taken:
        if start - at >= minutes:
            break
        at = max(at, end)
    if at <= high:
        yield at
