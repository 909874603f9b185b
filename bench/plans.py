"""Plans: how near to a proven bound, how fast, how much sooner than pieces in order, how little moves when
one is late.

Jobs are made by the program's own rules from random surveys and looks (`tests.core.plan.generated`); nothing
was tuned on the seeds that are taken here. Gaps are in working minutes: hands that are there until the work
is usable.
"""

import statistics
import time
from collections.abc import Sequence
from dataclasses import replace

from fastapi.testclient import TestClient

from bench.tables import table
from jug_mingle.core.plan.cp_model import Effort, solve
from jug_mingle.core.plan.first_plan import first_plan, replanned
from jug_mingle.core.plan.problem import Problem, Schedule, session_of
from jug_mingle.core.plan.scheduling import problem_of
from jug_mingle.core.plan.steps import Steps, steps_of
from jug_mingle.core.plan.work import Workshop
from jug_mingle.services.plan_solver import PlanSolver
from tests.api.support import OWN, copy_demo
from tests.core.plan.checker import faults
from tests.core.plan.generated import evenings, pieces
from tests.core.plan.measures import in_order

SIZES = (40, 85, 140)
JOBS = 8
LIGHT_USE = 1440
ONLY_PROOF = Effort(later=0.0, later_clock=0.01)


def job(steps: int, seed: int) -> tuple[Steps, Problem]:
    """Return a random job of about so many steps."""
    found = None
    for count in range(1, 9):
        made = steps_of(pieces(count, seed), Workshop())
        problem = problem_of(
            made, evenings(hands=1 if all(step.hands == 1 for step in made.steps) else 2)
        ).problem
        if found is None or abs(len(problem.tasks) - steps) < abs(len(found[1].tasks) - steps):
            found = (made, problem)
        if len(problem.tasks) >= steps:
            break
    assert found is not None
    return found


def gap(problem: Problem, plan: Schedule) -> float:
    """Return how far a plan is above its bound, in working minutes. [%]"""
    done, bound = (problem.working_minutes(at - LIGHT_USE) for at in (plan.usable, plan.bound))
    return 100.0 * (done - bound) / max(1, bound)


def late(problem: Problem, plan: Schedule) -> tuple[float, float, float] | None:
    """Return how long it takes to replan when one step takes an hour longer, what share moves of those that
    are neither downstream nor displaced, and by how many sessions the end is later than that of a plan made
    anew."""
    order = sorted(plan.starts, key=plan.starts.__getitem__)
    key = order[len(order) // 3]
    end = plan.starts[key] + problem.of[key].minutes + 60
    done = set(order[: len(order) // 3 + 1])
    ends = {one: plan.starts[one] + problem.of[one].minutes for one in done} | {key: end}
    tasks = tuple(
        replace(
            task,
            openings=tuple(
                replace(one, start=max(one.start, soonest))
                for one in task.openings
                if one.end > (soonest := _soonest(problem, task.key, ends, end))
            ),
        )
        for task in problem.tasks
        if task.key not in done
    )
    lags = tuple(lag for lag in problem.lags if lag.before not in done and lag.after not in done)
    later = Problem(sessions=problem.sessions, tasks=tasks, lags=lags)
    near = {task.key: plan.starts[task.key] for task in tasks}
    begun = time.process_time()
    again = replanned(later, near)
    took = time.process_time() - begun
    fresh = solve(later, first_plan(later, rounds=100))
    if again is None or fresh is None:
        return None
    assert not faults(later, again)
    where = [session_of(problem.sessions, at) for at in near.values()]
    now = [session_of(problem.sessions, again.starts[at]) for at in near]
    displaced = {at for at, old in near.items() if old < end}
    free = [
        n
        for n, at in enumerate(near)
        if at not in displaced and not _downstream(problem, at, displaced | {key})
    ]
    moved = sum(where[n] != now[n] for n in free) / max(1, len(free))
    last = [session_of(problem.sessions, max(one.starts.values())) for one in (again, fresh)]
    return took, 100.0 * moved, float(last[0] - last[1])


def _soonest(problem: Problem, key: str, ends: dict[str, int], now: int) -> int:
    """Return before when a task cannot start, by what was done before it. [minutes]"""
    return max([now, *(ends[lag.before] + lag.least for lag in problem.into[key] if lag.before in ends)])


def _downstream(problem: Problem, key: str, of: set[str]) -> bool:
    seen, open_ = set(), [key]
    while open_:
        for lag in problem.into[open_.pop()]:
            if lag.before in of:
                return True
            if lag.before not in seen:
                seen.add(lag.before)
                open_.append(lag.before)
    return False


def spread(values: Sequence[float]) -> str:
    return f"{statistics.median(values):.2f} / {max(values):.2f}" if values else "none"


def size_row(steps: int) -> list[str]:
    """Return a row of the table of one size."""
    gaps, times, proofs, sooner, proven, broken = [], [], [], [], 0, 0
    lates, tasks = [], []
    for seed in range(500 + steps, 500 + steps + JOBS):
        made, problem = job(steps, seed)
        first = first_plan(problem)
        if first is None:
            continue
        begun = time.perf_counter()
        proof = solve(problem, first_plan(problem, rounds=100), effort=ONLY_PROOF)
        if proof is not None and proof.proven:
            proofs.append(time.perf_counter() - begun)
        begun = time.perf_counter()
        tried = first_plan(problem, rounds=max(24, min(300, 24_000 // len(problem.tasks)))) or first
        best = solve(problem, min(tried, first, key=lambda one: one.usable)) or first
        times.append(time.perf_counter() - begun)
        tasks.append(len(problem.tasks))
        gaps.append(gap(problem, best))
        proven += best.proven
        broken += len(faults(problem, best))
        ordered = in_order(made, evenings(hands=1))
        if ordered is not None:
            sooner.append(100.0 * (ordered - best.usable) / ordered)
        if (found := late(problem, best)) is not None:
            lates.append(found)
    return [
        f"{statistics.median(tasks):.0f}", f"{proven}/{len(times)}", spread(proofs), spread(times),
        spread(gaps), f"{statistics.median(sooner):.0f} / {min(sooner):.0f}", str(broken),
        spread([one[0] for one in lates]),
        spread([one[1] for one in lates]), f"{max(one[2] for one in lates):.0f}",
    ]  # fmt: skip


def over_the_wire() -> None:
    """Print how long the screen waits, and the first plan of the day."""
    import tempfile
    from pathlib import Path

    from jug_mingle.cli import demo_app

    folder = copy_demo(Path(tempfile.mkdtemp()))
    with TestClient(demo_app(folder), base_url=OWN) as client:
        client.get("/api/jobs/1/plan")
        screens = []
        for _ in range(5):
            begun = time.perf_counter()
            client.get("/api/jobs/1/plan")
            screens.append(1000.0 * (time.perf_counter() - begun))
        key = client.get("/api/jobs/1/plan").json()["now"]["key"]
        begun = time.perf_counter()
        client.post("/api/jobs/1/steps/done", json={"step": key})
        done = time.perf_counter() - begun
    _, problem = job(140, 777)
    solver = PlanSolver()
    heard: list[float] = []
    begun = time.perf_counter()
    first = first_plan(problem)
    at_once = time.perf_counter() - begun
    solver.solve(problem, first, bettered=lambda _one: heard.append(time.perf_counter() - begun))
    solver.close()
    table(
        "over the wire and from a cold start",
        ["what", "aim", "found"],
        [
            ["screen (GET plan), demo, least of five [ms]", "300", f"{min(screens):.0f}"],
            ["done and replanned (POST) [s]", "1", f"{done:.2f}"],
            ["first plan at once, ≈ 140 steps [s]", "1", f"{at_once:.2f}"],
            [
                "first word of the helper, its start in it [s]",
                "4",
                f"{heard[0]:.2f}" if heard else "no better one",
            ],
        ],
    )


def main() -> None:
    """Print the tables."""
    table(
        "random jobs, evenings of 2 h and weekends of 5 h; median / most of each",
        ["steps", "proven", "s to proof", "s in all", "gap %", "sooner than in order % (median / least)",
        "rules broken", "replan s",
         "moved %", "sessions later"],
        [size_row(steps) for steps in SIZES],
    )  # fmt: skip
    over_the_wire()
