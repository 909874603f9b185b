"""A plan at once: tasks laid one after another into the first time that fits, the longest way to the end
first.

Serial schedule generation with priorities by tails, some rounds of it with the priorities shaken; Kolisch
(1996) has the scheme, from memory. Tasks between which there is a window are placed together, or not at all.
"""

from collections.abc import Collection, Iterable, Mapping
from heapq import heapify, heappop, heappush
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.plan.diary import Diary
from jug_mingle.core.plan.problem import LONGEST, Cleaning, Lag, Problem, Schedule

_ROUNDS: Final = 24
_SHAKEN: Final = 0.1
"""How far priorities are shaken, as a share of themselves."""

_AGAIN: Final = 12
"""As many orders are tried from either side when something has changed."""

_TRIES: Final = 60


def first_plan(
    problem: Problem, *, rounds: int = _ROUNDS, near: Mapping[str, int] | None = None
) -> Schedule | None:
    """Return a plan that keeps every wait and window; None where this way finds none.

    Parameters
    ----------
    rounds : int
        How many orders are tried. 1..
    near : mapping, optional
        When tasks started in the plan before: orders near to that are tried. [minutes]
    """
    groups, rng = _Groups(problem), np.random.default_rng(7)
    tails = np.array([float(problem.tails[key]) for key in problem.of])
    best: tuple[tuple[int, int, int], Diary] | None = None
    held, bound = tails if not near else _ranked(problem, near), lower_bound(problem)
    for number in range(rounds):
        rank = held * (1.0 + (0.0 if number == 0 else _SHAKEN) * rng.standard_normal(len(tails)))
        diary = _laid(problem, groups, dict(zip(problem.of, rank.tolist(), strict=True)))
        if diary is None:
            continue
        reached = sum(start + problem.tails[key] for key, start in diary.starts.items())
        how_good = (problem.usable(diary.starts), problem.used(diary.starts), reached)
        if best is None or how_good <= best[0]:
            best, held = (how_good, diary), held if number == 0 else rank
        if best[0][0] <= bound and number > 0:
            break
    return None if best is None else schedule_of(problem, best[1].starts, best[1].cleanings())


def _ranked(problem: Problem, near: Mapping[str, int]) -> FloatArray:
    """Return a rank for each task by which those that were sooner come first."""
    order = sorted(problem.of, key=lambda key: near.get(key, LONGEST))
    place = {key: float(len(order) - number) for number, key in enumerate(order)}
    return np.array([place[key] for key in problem.of])


def replanned(problem: Problem, near: Mapping[str, int]) -> Schedule | None:
    """Return a plan that moves little of the one before, unless that is done more than a session later than
    another.

    Tried first is to leave all where it was that the delay does not touch, and to lay the rest into the gaps;
    then to push later what stands in the way; then to begin anew.

    Parameters
    ----------
    near : mapping
        When tasks started in the plan before. [minutes]
    """
    groups = _Groups(problem)
    rank = {key: -float(near.get(key, LONGEST)) for key in problem.of}
    tried = [
        schedule
        for schedule in (first_plan(problem, rounds=_AGAIN), first_plan(problem, rounds=_AGAIN, near=near))
        if schedule
    ]
    fresh = min(tried, key=lambda schedule: (schedule.usable, schedule.sessions), default=None)
    latest = LONGEST * 2
    if fresh is not None:
        latest = next(
            (session.end for session in problem.sessions if session.start > fresh.usable), fresh.usable
        )
    for kept in (_untouched(problem, near), frozenset[str]()):
        diary = _laid(
            problem, groups, rank, floor={} if kept else near, kept={key: near[key] for key in kept}
        )
        if diary is not None and problem.usable(diary.starts) <= latest:
            return schedule_of(problem, diary.starts, diary.cleanings())
    return fresh


def _untouched(problem: Problem, near: Mapping[str, int]) -> frozenset[str]:
    """Return the tasks that can stay where they were, as neither they nor any before them have to move."""
    found: set[str] = set()
    for key in problem.order:
        task, at = problem.of[key], near.get(key)
        stays = at is not None and any(
            opening.start <= at and at + task.minutes <= opening.end for opening in task.openings
        )
        if (
            at is not None
            and stays
            and all(_holds(problem, lag, near, found, at) for lag in problem.into[key])
        ):
            found.add(key)
    return frozenset(found)


def _holds(problem: Problem, lag: Lag, near: Mapping[str, int], stay: Collection[str], at: int) -> bool:
    """Return whether a wait and its window hold before a task that starts so, and what it is after stays,
    too."""
    if lag.before not in stay:
        return False
    since = at - near[lag.before] - problem.of[lag.before].minutes
    return since >= lag.least and (lag.most is None or since <= lag.most)


def schedule_of(problem: Problem, starts: Mapping[str, int], cleanings: Iterable[Cleaning] = ()) -> Schedule:
    """Return tasks that start so, and kits that are cleaned then, as a schedule."""
    return Schedule(
        starts=dict(starts), cleanings=tuple(cleanings), usable=problem.usable(starts),
        sessions=problem.used(starts), bound=lower_bound(problem), hurry=hurry_of(problem, starts),
    )  # fmt: skip


def hurry_of(problem: Problem, starts: Mapping[str, int]) -> int:
    """Return how much of all windows is gone when what they are for starts. [minutes]"""
    return sum(
        starts[lag.after] - starts[lag.before] - problem.of[lag.before].minutes - lag.least
        for lag in problem.lags
        if lag.most is not None
    )


def lower_bound(problem: Problem) -> int:
    """Return a time before which no plan is done.

    By every chain; and by hands: whatever cannot start before a time, and has at least so much waiting after
    it, takes the hands that are there from that time on (the interval bound of one machine with heads and
    tails).
    """
    if not problem.tasks:
        return 0
    chains = max(problem.heads[key] + problem.tails[key] for key in problem.of)
    if not problem.sessions:
        return chains
    heads = np.array([problem.heads[task.key] for task in problem.tasks])
    rests = np.array([problem.tails[task.key] - task.minutes for task in problem.tasks])
    work = np.array([task.minutes * task.hands for task in problem.tasks])
    edges = np.array([edge for session in problem.sessions for edge in (session.start, session.end)])
    hands = np.array([session.hands for session in problem.sessions])
    there = np.repeat(np.concatenate([[0.0], np.cumsum(hands * (edges[1::2] - edges[::2]))]), 2)[1:-1]
    best = chains
    for head in np.unique(heads):
        own = np.flatnonzero(heads >= head)
        own = own[np.argsort(-rests[own])]
        needed = float(np.interp(head, edges, there)) + np.cumsum(work[own])
        after = np.searchsorted(there, needed)
        fits = after < len(edges)
        at = np.minimum(after, len(edges) - 1)
        ends = edges[at] - (there[at] - needed) / np.repeat(hands, 2)[at]
        best = max(best, int(np.ceil(np.max(np.where(fits, ends + rests[own], 0.0)) - 1e-6)))
    return best


def _laid(
    problem: Problem, groups: "_Groups", rank: Mapping[str, float], *, floor: Mapping[str, int] | None = None,
    kept: Mapping[str, int] | None = None,
) -> Diary | None:  # fmt: skip
    """Return a diary with all tasks, those of the highest rank first as soon as they may be.

    None starts before `floor`; those of `kept` start just then, whole groups alone.
    """
    diary = Diary(problem, clean_last=floor is not None)
    for group in sorted(groups.after, key=lambda its: min((kept or {}).get(key, LONGEST) for key in its)):
        if kept and all(key in kept for key in group) and _ready(problem, group, diary):
            _keep(problem, group, diary, kept)
    if kept and not diary.clean_up():
        return None
    for task in problem.of.values():
        if task.fixed is not None and diary.place(task, task.fixed, task.fixed) is None:
            return None
    left = dict(groups.before)
    of_group = {group: max(rank[key] for key in group) for group in left}
    ready = [(-of_group[group], group) for group, count in left.items() if count == 0]
    heapify(ready)
    while ready:
        _, group = heappop(ready)
        if group[0] not in diary.starts and not _lay(problem, group, diary, floor or {}):
            return None
        for after in groups.after[group]:
            left[after] -= 1
            if left[after] == 0:
                heappush(ready, (-of_group[after], after))
    return diary if floor is None or kept or diary.clean_up() else None


def _ready(problem: Problem, group: Iterable[str], diary: Diary) -> bool:
    own = set(group)
    return all(lag.before in diary.starts or lag.before in own for key in own for lag in problem.into[key])


def _keep(problem: Problem, group: tuple[str, ...], diary: Diary, kept: Mapping[str, int]) -> None:
    """Lay a group just when it was; leave it out where something stands there now."""
    laid: list[str] = []
    for key in group:
        if diary.place(problem.of[key], kept[key], kept[key]) is None:
            _undo(diary, laid)
            return
        laid.append(key)


def _lay(problem: Problem, group: tuple[str, ...], diary: Diary, floor: Mapping[str, int]) -> bool:
    """Lay the tasks of a group; where one misses its window those before it are moved to a later time."""
    least = {key: floor.get(key, 0) for key in group}
    for _ in range(_TRIES):
        late = _lay_once(problem, group, diary, least)
        if late is None:
            return True
        key, at = late
        if at >= LONGEST:
            return False
        least[key] = max(least[key] + 1, at)
    return False


def _lay_once(
    problem: Problem, group: tuple[str, ...], diary: Diary, least: Mapping[str, int]
) -> tuple[str, int] | None:
    """Lay a group; else leave it out and return which task has to be later, and from when."""
    laid: list[str] = []
    for key in group:
        task = problem.of[key]
        if key in diary.starts:
            continue
        ends = {
            lag.before: diary.starts[lag.before] + problem.of[lag.before].minutes for lag in problem.into[key]
        }
        earliest = max([least[key], *(ends[lag.before] + lag.least for lag in problem.into[key])])
        windows = [(ends[lag.before] + lag.most, lag) for lag in problem.into[key] if lag.most is not None]
        start = diary.place(task, earliest, LONGEST)
        if start is None:
            _undo(diary, laid)
            return key, LONGEST
        laid.append(key)
        missed = [lag for latest, lag in windows if start > latest]
        if missed:
            lag = missed[0]
            wanted = start - (lag.most or 0) - problem.of[lag.before].minutes
            _undo(diary, laid)
            return (lag.before, wanted) if lag.before in group else (key, LONGEST)
    return None


def _undo(diary: Diary, laid: Iterable[str]) -> None:
    for key in laid:
        diary.take_out(key)


class _Groups:
    """Tasks that are laid together: what windows tie, and what lies between these; and which come before
    which."""

    def __init__(self, problem: Problem) -> None:
        of = _tied(problem)
        self.before: dict[tuple[str, ...], int] = {}
        pairs = {(of[lag.before], of[lag.after]) for lag in problem.lags if of[lag.before] != of[lag.after]}
        self.after: dict[tuple[str, ...], list[tuple[str, ...]]] = {group: [] for group in of.values()}
        self.before = dict.fromkeys(self.after, 0)
        for first, then in sorted(pairs):
            self.after[first].append(then)
            self.before[then] += 1


def _tied(problem: Problem) -> dict[str, tuple[str, ...]]:
    """Return for each task those that are laid with it."""
    of = {key: key for key in problem.of}

    def root(key: str) -> str:
        while of[key] != key:
            key = of[key]
        return key

    for lag in problem.lags:
        if lag.most is not None:
            of[root(lag.after)] = root(lag.before)
    below = _below(problem)
    members: dict[str, list[str]] = {}
    changed = True
    while changed:
        changed, members = False, {}
        for key in problem.order:
            members.setdefault(root(key), []).append(key)
        for name, its in members.items():
            if len(its) < 2:
                continue
            own = set(its)
            between = [
                key for key in problem.of
                if key not in own and below[key] & own and any(key in below[one] for one in own)
            ]  # fmt: skip
            for key in between:
                of[root(key)] = root(name)
                changed = True
    found: dict[str, tuple[str, ...]] = {}
    for its in members.values():
        found.update(dict.fromkeys(its, tuple(its)))
    return found


def _below(problem: Problem) -> dict[str, set[str]]:
    """Return all that comes after each task."""
    found: dict[str, set[str]] = {}
    for key in reversed(problem.order):
        found[key] = {lag.after for lag in problem.out_of[key]}.union(
            *(found[lag.after] for lag in problem.out_of[key])
        )
    return found
