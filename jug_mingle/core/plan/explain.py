"""Why there is no plan: which wait, window or hour stands against which, and the least change that helps."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import LONGEST, Problem, Task
from jug_mingle.core.plan.scheduling import Laid
from jug_mingle.core.plan.step import Wait
from jug_mingle.core.plan.steps import Steps


@dataclass(frozen=True, slots=True, kw_only=True)
class Clash:
    """Something that stands against something: in words, with what would help."""

    words: str
    helps: str
    steps: tuple[str, ...] = ()


def why_none(laid: Laid, steps: Steps, *, said: Callable[[int], str]) -> list[Clash]:
    """Return why a problem has no plan.

    Parameters
    ----------
    said : callable
        A time as it is said: "Thursday 19:30". [minutes]
    """
    problem = laid.problem
    if not problem.tasks:
        return []
    if not problem.sessions:
        return [
            Clash(
                words="There are no hours to work in.",
                helps="Say when you have time: two evenings are enough to begin.",
            )
        ]
    of = {part: step for step, parts in laid.parts.items() for part in parts}
    short = [clash for task in problem.tasks if (clash := _too_long(problem, task, steps, of[task.key]))]
    if short:
        return short
    windows = [
        clash for wait in steps.waits if wait.most is not None and (clash := _window(laid, steps, wait, said))
    ]
    if windows:
        return windows
    last = problem.sessions[-1]
    late = [task for task in problem.tasks if problem.heads[task.key] >= LONGEST]
    if late:
        step = steps.of(of[late[0].key])
        return [
            Clash(
                words=f"“{step.title}” waits until after the last hours there are, {said(last.end)}.",
                helps="Give hours on later days, too.", steps=(step.key,),
            )
        ]  # fmt: skip
    work = sum(task.minutes * task.hands for task in problem.tasks)
    there = sum(session.length * session.hands for session in problem.sessions)
    if work > there:
        return [
            Clash(
                words=f"The work takes {time_words(work)} of hands; until {said(last.end)} there are "
                f"{time_words(there)}.",
                helps=f"Give {time_words(work - there)} more, or drop a piece.",
            )
        ]  # fmt: skip
    return _one_window_less(laid, steps) or [
        Clash(
            words="No order of these steps keeps all waits and windows in these hours.",
            helps="Give one longer session.",
        )
    ]


def _too_long(problem: Problem, task: Task, steps: Steps, key: str) -> Clash | None:
    step = steps.of(key)
    need = task.minutes + task.cleaning
    if not task.openings:
        where = {"outdoors": "outdoors: it is never dry and light in your hours"}.get(
            step.place, "at no time in your hours: too cold, too late for noise, or past its window"
        )
        return Clash(
            words=f"“{step.title}” can be done {where}.",
            helps="Give other hours, or warm the room.",
            steps=(key,),
        )
    longest = max(task.openings, key=lambda opening: opening.end - opening.start)
    lacks = need - (longest.end - longest.start)
    if lacks <= 0:
        return None
    return Clash(
        words=f"“{step.title}” takes {time_words(need)} in one go, with cleaning; the longest session has "
        f"{time_words(longest.end - longest.start)}.",
        helps=f"{time_words(lacks)} more on one day.", steps=(key,),
    )  # fmt: skip


def _window(laid: Laid, steps: Steps, wait: Wait, said: Callable[[int], str]) -> Clash | None:
    """Say where a window alone, with the two steps that it is between, finds no room."""
    if wait.before not in laid.parts or wait.after not in laid.parts:
        return None
    own = {*laid.parts[wait.before], *laid.parts[wait.after]}
    problem = laid.problem
    alone = Problem(
        sessions=problem.sessions, tasks=tuple(problem.of[key] for key in sorted(own)),
        lags=tuple(lag for lag in problem.lags if lag.before in own and lag.after in own),
    )  # fmt: skip
    if first_plan(alone, rounds=1) is not None:
        return None
    first, then = steps.of(wait.before), steps.of(wait.after)
    task, after = problem.of[laid.parts[wait.before][-1]], problem.of[laid.parts[wait.after][0]]
    lacks = [
        (start + task.minutes + wait.least + after.minutes - session.end, session)
        for opening in task.openings
        for session in problem.sessions
        if (start := opening.start) + task.minutes <= opening.end
        and start <= session.end and session.start <= start + task.minutes + (wait.most or 0)
    ]  # fmt: skip
    helps = wait.closes
    if lacks:
        minutes, one = min(lacks, key=lambda pair: (pair[0], pair[1].start))
        if minutes > 0:
            helps = f"{time_words(minutes)} more at {said(one.end)}" + (
                f"; or else: {wait.closes}" if wait.closes else "."
            )
    return Clash(
        words=f"“{then.title}” has to come within {time_words(wait.most or 0)} of “{first.title}”, and not "
            f"before "
        f"{time_words(wait.least)}: no two of your hours allow both.",
        helps=helps or "Give a longer session.", steps=(first.key, then.key),
    )  # fmt: skip


def _one_window_less(laid: Laid, steps: Steps) -> list[Clash]:
    """Return the windows without any one of which there would be a plan."""
    problem, clashes = laid.problem, []
    for wait in steps.waits:
        if wait.most is None or wait.before not in laid.parts or wait.after not in laid.parts:
            continue
        pair = (laid.parts[wait.before][-1], laid.parts[wait.after][0])
        lags = tuple(
            replace(lag, most=None) if (lag.before, lag.after) == pair else lag for lag in problem.lags
        )
        if first_plan(replace(problem, lags=lags), rounds=2) is not None:
            then = steps.of(wait.after)
            clashes.append(
                Clash(
                    words=f"“{then.title}” does not fit before its window closes, beside all else that is "
                    f"due then.",
                    helps=wait.closes or "Give a longer session.",
                    steps=(wait.before, wait.after),
                )
            )
    return clashes[:3]
