"""The best plan, by constraint programming (OR-Tools CP-SAT): every task assigned to a session, and a time in
it.

Plain intervals leave a weak bound; one Boolean for each task and session, sessions' capacities and, along
every wait, the sessions that it allows make it strong. Goals come one after another: the earliest usable
time, the fewest sessions, the least hurry before windows; the later two are reported, not proven.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Final

from jug_mingle.core.plan.first_plan import lower_bound, schedule_of
from jug_mingle.core.plan.problem import Cleaning, Problem, Schedule, Task

SEED: Final = 11


@dataclass(frozen=True, slots=True, kw_only=True)
class Effort:
    """How long is searched: in the solver's own deterministic seconds for the first goal and for each later
    one; and in seconds of the clock, beyond which it is stopped whatever was reached."""

    first: float = 3.0
    later: float = 0.15
    clock: float = 8.0
    later_clock: float = 0.6


@dataclass(slots=True)
class _Model:
    cp: Any
    problem: Problem
    start: dict[str, Any] = field(default_factory=dict)
    assigned: dict[str, dict[int, Any]] = field(default_factory=dict)
    cleaned: dict[tuple[str, int], tuple[Any, Any, int]] = field(default_factory=dict)
    """Kit and session → whether it is cleaned there, when, and how long that takes. [minutes]"""
    usable: Any = None


def solve(
    problem: Problem, known: Schedule | None, *, effort: Effort = Effort(),
    near: Mapping[str, int] | None = None, bettered: Callable[[Schedule], None] = lambda _one: None,
) -> Schedule | None:  # fmt: skip
    """Return the best plan that is found, at least as good as `known`; None where there is none.

    Parameters
    ----------
    known : Schedule, optional
        A plan from which to begin.
    near : mapping, optional
        In which a plan before had its tasks [minutes]: of plans that are done within a session of the
        soonest, one is returned that moves few of them.
    bettered : callable
        Told of each better plan as it is found.
    """
    from ortools.sat.python import cp_model

    if not problem.tasks:
        return schedule_of(problem, {})
    model = _built(cp_model, problem, known)
    if model is None:
        return known
    best, bound = _soonest(cp_model, model, known, effort, bettered)
    if best is None:
        return None
    best = _later_goals(cp_model, model, best, bound, effort, near)
    return Schedule(
        starts=best.starts, cleanings=best.cleanings, usable=best.usable, sessions=best.sessions,
        bound=max(bound, best.bound), hurry=best.hurry,
    )  # fmt: skip


def _built(cp_model: Any, problem: Problem, known: Schedule | None) -> _Model | None:
    """Return the model of plans not later than `known`; None where nothing can be sooner."""
    most = (
        known.usable
        if known
        else max((session.end for session in problem.sessions), default=0)
        + max((task.tail for task in problem.tasks), default=0)
    )
    model = _Model(cp=cp_model.CpModel(), problem=problem)
    for task in problem.tasks:
        if not _assign(model, task, most):
            return None
    _keep_lags(model)
    _keep_hands(cp_model, model)
    model.usable = model.cp.new_int_var(min(lower_bound(problem), most), most, "usable")
    for task in problem.tasks:
        model.cp.add(model.usable >= model.start[task.key] + task.minutes + task.tail)
    return model


def _assign(model: _Model, task: Task, most: int) -> bool:
    """Give a task a Boolean for each session in which it can be done, and a time in it."""
    problem, cp = model.problem, model.cp
    head, latest = problem.heads[task.key], most - problem.tails[task.key]
    ways: dict[int, Any] = {}
    lows, highs = {}, {}
    for opening in task.openings:
        low, high = max(opening.start, head), min(opening.end - task.minutes, latest)
        if task.fixed is not None:
            low, high = max(low, task.fixed), min(high, task.fixed)
        if low <= high and problem.sessions[opening.session].hands >= task.hands:
            ways[opening.session] = cp.new_bool_var("")
            lows[opening.session], highs[opening.session] = low, high
    if not ways:
        return False
    start = cp.new_int_var(min(lows.values()), max(highs.values()), "")
    cp.add_exactly_one(ways.values())
    cp.add(start >= sum(lows[s] * way for s, way in ways.items()))
    cp.add(start <= sum(highs[s] * way for s, way in ways.items()))
    model.start[task.key], model.assigned[task.key] = start, ways
    return True


def _keep_lags(model: _Model) -> None:
    problem, cp = model.problem, model.cp
    sessions = problem.sessions
    for lag in problem.lags:
        before = problem.of[lag.before]
        first, then = model.assigned[lag.before], model.assigned[lag.after]
        start, after = model.start[lag.before], model.start[lag.after]
        cp.add(after >= start + before.minutes + lag.least)
        if lag.most is not None:
            cp.add(after <= start + before.minutes + lag.most)
        numbers = sorted({*first, *then})
        for s in numbers[:-1]:
            by_then = [way for number, way in then.items() if number <= s]
            if not by_then:
                continue
            end = sessions[s].end - problem.of[lag.after].minutes - lag.least - before.minutes
            allowed = [
                way
                for number, way in first.items()
                if max(sessions[number].start, problem.heads[lag.before]) <= end
            ]
            if len(allowed) < len(first):
                cp.add(sum(by_then) <= sum(allowed))


def _keep_hands(cp_model: Any, model: _Model) -> None:
    """Hands and places do one thing at a time; what was used in a session is cleaned in it, after its last
    use."""
    problem, cp = model.problem, model.cp
    most = max(session.hands for session in problem.sessions)
    spans = [
        cp.new_fixed_size_interval_var(model.start[task.key], task.minutes, "") for task in problem.tasks
    ]
    demands = [task.hands for task in problem.tasks]
    load: list[list[Any]] = [[] for _ in problem.sessions]
    for task in problem.tasks:
        for s, way in model.assigned[task.key].items():
            load[s].append(task.minutes * task.hands * way)
    for kit in dict.fromkeys(task.kit for task in problem.tasks if task.kit and task.cleaning):
        tasks = [task for task in problem.tasks if task.kit == kit]
        cleaning = tasks[0].cleaning
        for s in sorted({s for task in tasks for s in model.assigned[task.key]}):
            used, end = cp.new_bool_var(""), problem.sessions[s].end - cleaning
            at = cp.new_int_var(problem.sessions[s].start, max(problem.sessions[s].start, end), "")
            for task in tasks:
                way = model.assigned[task.key].get(s)
                if way is None:
                    continue
                cp.add_implication(way, used)
                cp.add(at >= model.start[task.key] + task.minutes).only_enforce_if(way)
            cp.add_bool_or(
                [used.negated(), *(ways[s] for t in tasks if s in (ways := model.assigned[t.key]))]
            )
            load[s].append(cleaning * used)
            spans.append(cp.new_optional_fixed_size_interval_var(at, cleaning, used, ""))
            demands.append(1)
            model.cleaned[kit, s] = (used, at, cleaning)
    for s, one in enumerate(problem.sessions):
        if load[s]:
            cp.add(sum(load[s]) <= one.length * one.hands)
    if most == 1:
        cp.add_no_overlap(spans)
    else:
        for one in problem.sessions:
            if one.hands < most:
                spans.append(cp.new_fixed_size_interval_var(one.start, one.length, ""))
                demands.append(most - one.hands)
        cp.add_cumulative(spans, demands, most)
    for place in dict.fromkeys(task.place for task in problem.tasks if task.place):
        cp.add_no_overlap(
            [span for span, task in zip(spans, problem.tasks, strict=False) if task.place == place]
        )


def _soonest(
    cp_model: Any, model: _Model, known: Schedule | None, effort: Effort, bettered: Callable[[Schedule], None]
) -> tuple[Schedule | None, int]:
    problem = model.problem
    if known is not None:
        _hint(model, known)
    model.cp.minimize(model.usable)
    schedules: list[Schedule] = []

    class Heard(cp_model.CpSolverSolutionCallback):  # type: ignore[misc]
        def on_solution_callback(self) -> None:
            schedules.append(_read(model, self.value))
            bettered(schedules[-1])

    solver = _solver(cp_model, effort.first, effort.clock)
    status = solver.solve(model.cp, Heard())
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        proven = status == cp_model.INFEASIBLE and known is not None
        return known, known.usable if proven and known else lower_bound(problem)
    return schedules[-1], round(solver.best_objective_bound)


def _later_goals(
    cp_model: Any, model: _Model, best: Schedule, bound: int, effort: Effort, near: Mapping[str, int] | None
) -> Schedule:
    """Better the later goals, the earlier ones held."""
    model.cp.add(model.usable <= best.usable)
    used = []
    for s in range(len(model.problem.sessions)):
        ways = [model.assigned[task.key][s] for task in model.problem.tasks if s in model.assigned[task.key]]
        if ways:
            used.append(model.cp.new_bool_var(""))
            model.cp.add_max_equality(used[-1], ways)
    moved = []
    for key, at in (near or {}).items():
        if key not in model.assigned:
            continue
        there = [
            way
            for s, way in model.assigned[key].items()
            if model.problem.sessions[s].start <= at < model.problem.sessions[s].end
        ]
        moved.append(1 - there[0] if there else 1)
    windows = [
        model.start[lag.after] - model.start[lag.before] for lag in model.problem.lags if lag.most is not None
    ]
    goals = [sum(moved)] if moved else []
    goals += [sum(used), *([sum(windows)] if windows else [])]
    for goal in goals:
        _hint(model, best)
        model.cp.minimize(goal)
        solver = _solver(cp_model, effort.later, effort.later_clock)
        if solver.solve(model.cp) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            break
        best = _read(model, solver.value)
        model.cp.add(goal <= round(solver.objective_value))
    return best


def _read(model: _Model, value: Callable[[Any], Any]) -> Schedule:
    """Return what the solver found as a schedule."""
    cleanings = [
        Cleaning(kit=kit, start=int(value(at)), end=int(value(at)) + minutes)
        for (kit, _), (used, at, minutes) in model.cleaned.items()
        if value(used)
    ]
    starts = {key: int(value(start)) for key, start in model.start.items()}
    return schedule_of(model.problem, starts, cleanings)


def _hint(model: _Model, known: Schedule) -> None:
    model.cp.clear_hints()
    for key, start in model.start.items():
        at = known.starts[key]
        model.cp.add_hint(start, at)
        for s, way in model.assigned[key].items():
            session = model.problem.sessions[s]
            model.cp.add_hint(way, session.start <= at < session.end)


def _solver(cp_model: Any, deterministic: float, clock: float) -> Any:
    solver = cp_model.CpSolver()
    solver.parameters.random_seed = SEED
    solver.parameters.num_workers = 2
    solver.parameters.interleave_search = True
    solver.parameters.max_deterministic_time = deterministic
    solver.parameters.max_time_in_seconds = clock
    return solver
