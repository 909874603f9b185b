"""Schedules: every rule kept by a plain checker, optima by another solver, the same job the same plan."""

import random
import unittest
from dataclasses import replace

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from jug_mingle.core.plan.cp_model import Effort, solve
from jug_mingle.core.plan.diary import Diary
from jug_mingle.core.plan.first_plan import first_plan, lower_bound, replanned
from jug_mingle.core.plan.problem import Lag, Opening, Problem, Session, Task, openings
from jug_mingle.core.plan.scheduling import problem_of
from jug_mingle.core.plan.steps import steps_of
from jug_mingle.core.plan.work import Workshop
from tests.core.plan.checker import faults
from tests.core.plan.generated import evenings, pieces
from tests.soak import bounded

QUICK = Effort(first=0.6, later=0.05, clock=20.0, later_clock=5.0)


def small(seed: int) -> Problem:
    """Return a small random problem: three short sessions, some chains with waits and a window."""
    r = random.Random(seed)
    sessions = tuple(Session(start=100 * n, end=100 * n + r.choice([20, 26, 30])) for n in range(4))
    tasks, lags = [], []
    for n in range(r.randint(3, 5)):
        task = Task(
            key=f"t{n}", minutes=r.choice([4, 6, 9]), openings=openings(sessions), tail=r.choice([0, 0, 12])
        )
        if n and r.random() < 0.7:
            least = r.choice([0, 5, 10, 40])
            most = least + r.choice([8, 30]) if r.random() < 0.3 else None
            lags.append(Lag(before=f"t{r.randrange(n)}", after=task.key, least=least, most=most))
        tasks.append(task)
    return Problem(sessions=sessions, tasks=tuple(tasks), lags=tuple(lags))


def by_milp(problem: Problem) -> int | None:
    """Return the earliest usable time by a time-indexed integer program (HiGHS, in scipy).

    One Boolean for each task and start: another model, by another solver.
    """
    columns = [
        (task, start)
        for task in problem.tasks
        for one in task.openings
        for start in range(one.start, one.end - task.minutes + 1)
    ]
    n = len(columns)
    cost = np.zeros(n + 1)
    cost[n] = 1.0
    rows, low, high = [], [], []

    def add(row: np.ndarray, least: float, most: float) -> None:
        rows.append(row)
        low.append(least)
        high.append(most)

    for task in problem.tasks:
        row = np.zeros(n + 1)
        row[:n] = [other is task for other, _ in columns]
        add(row, 1.0, 1.0)
        ends = np.zeros(n + 1)
        ends[:n] = [-(start + task.minutes + task.tail) if other is task else 0.0 for other, start in columns]
        ends[n] = 1.0
        add(ends, 0.0, np.inf)
    for session in problem.sessions:
        for minute in range(session.start, session.end):
            row = np.zeros(n + 1)
            row[:n] = [start <= minute < start + task.minutes for task, start in columns]
            add(row, -np.inf, session.hands)
    for lag in problem.lags:
        row = np.zeros(n + 1)
        for at, (task, start) in enumerate(columns):
            if task.key == lag.after:
                row[at] += start
            if task.key == lag.before:
                row[at] -= start + task.minutes
        add(row, lag.least, np.inf if lag.most is None else lag.most)
    found = milp(
        cost, constraints=LinearConstraint(np.array(rows), low, high), integrality=np.append(np.ones(n), 0.0),
        bounds=Bounds(np.zeros(n + 1), np.append(np.ones(n), np.inf)),
    )  # fmt: skip
    return round(found.fun) if found.success else None


class AgainstAnotherSolverTest(unittest.TestCase):
    def test_optima_agree(self) -> None:
        """On small problems CP-SAT finds what a time-indexed MILP by HiGHS (scipy 1.17) finds, or also
        nothing."""
        for seed in range(30):
            problem = small(seed)
            best, other = solve(problem, first_plan(problem), effort=QUICK), by_milp(problem)
            with self.subTest(seed=seed):
                self.assertEqual(None if best is None else best.usable, other)
                if best is not None:
                    self.assertEqual(faults(problem, best), [])
                    self.assertTrue(best.proven)

    def test_bound_is_below(self) -> None:
        for seed in range(30):
            problem, other = small(seed), by_milp(small(seed))
            if other is not None:
                self.assertLessEqual(lower_bound(problem), other)


class GeneratedJobsTest(unittest.TestCase):
    def test_every_first_plan_keeps_every_rule(self) -> None:
        """Jobs from random surveys and looks, a thousand when soaking: every wait, window, hand, place and
        cleaning."""
        hours, planned, seeds = evenings(), 0, bounded(range(1000), 250)
        for seed in seeds:
            laid = problem_of(steps_of(pieces(1, seed), Workshop()), hours)
            plan = first_plan(laid.problem, rounds=1)
            if plan is None:
                continue
            planned += 1
            self.assertEqual(faults(laid.problem, plan), [], f"seed {seed}")
        self.assertGreater(planned, 0.98 * len(seeds))

    def test_bettered_plans_keep_every_rule_and_are_no_later(self) -> None:
        hours = evenings()
        for seed in range(6):
            laid = problem_of(steps_of(pieces(2, seed), Workshop()), hours)
            first = first_plan(laid.problem, rounds=6)
            best = solve(laid.problem, first, effort=QUICK)
            with self.subTest(seed=seed):
                assert first is not None
                assert best is not None
                self.assertEqual(faults(laid.problem, best), [])
                self.assertLessEqual(best.usable, first.usable)
                self.assertGreaterEqual(best.usable, best.bound)

    def test_none_where_a_task_finds_no_room(self) -> None:
        laid = problem_of(steps_of(pieces(1, 5), Workshop()), evenings())
        longest = replace(laid.problem.tasks[0], minutes=100_000)
        self.assertIsNone(solve(replace(laid.problem, tasks=(longest, *laid.problem.tasks[1:])), None))

    def test_same_job_same_plan(self) -> None:
        laid = problem_of(steps_of(pieces(1, 3), Workshop()), evenings())
        twice = [solve(laid.problem, first_plan(laid.problem), effort=QUICK) for _ in range(2)]
        self.assertEqual(*({} if one is None else one.starts for one in twice))


class ReplanTest(unittest.TestCase):
    def test_moves_little(self) -> None:
        """What still fits stays where it was when one step takes longer."""
        laid = problem_of(steps_of(pieces(1, 8), Workshop()), evenings())
        before = first_plan(laid.problem)
        assert before is not None
        after = replanned(laid.problem, before.starts)
        assert after is not None
        self.assertEqual(after.starts, before.starts)

    def test_a_window_is_not_missed(self) -> None:
        """What closes is begun before it does, also where a delay pushes what stands before it; where that
        cannot be, there is no plan rather than one that misses it."""
        day = (Session(start=0, end=240), Session(start=1440, end=1680))

        def laid(minutes: int, most: int = 120) -> Problem:
            tasks = tuple(
                Task(key=key, minutes=long, openings=openings(day))
                for key, long in (("other", minutes), ("coat", 30), ("wear", 20))
            )
            return Problem(
                sessions=day, tasks=tasks,
                lags=(
                    Lag(before="other", after="coat"), Lag(before="coat", after="wear", least=30, most=most),
                ),
            )  # fmt: skip

        before = {"other": 0, "coat": 30, "wear": 120}
        # Longer work before it, and a window that has become shorter, as in heat.
        for minutes, most in ((30, 120), (100, 120), (170, 120), (200, 120), (30, 40)):
            problem = laid(minutes, most)
            after = replanned(problem, before)
            assert after is not None
            self.assertEqual(faults(problem, after), [])
            gap = after.starts["wear"] - after.starts["coat"] - 30
            self.assertTrue(30 <= gap <= most, gap)

    def test_keeps_rules(self) -> None:
        for seed in range(20):
            hours = evenings()
            laid = problem_of(steps_of(pieces(1, seed), Workshop()), hours)
            before = first_plan(laid.problem)
            if before is None:
                continue
            later = Problem(
                sessions=laid.problem.sessions, lags=laid.problem.lags,
                tasks=tuple(
                    Task(
                        key=t.key, minutes=t.minutes + (5 if n == 2 else 0), openings=t.openings,
                        hands=t.hands, place=t.place, kit=t.kit, cleaning=t.cleaning, tail=t.tail,
                    )
                    for n, t in enumerate(laid.problem.tasks)
                ),
            )  # fmt: skip
            after = replanned(later, before.starts)
            if after is not None:
                self.assertEqual(faults(later, after), [], f"seed {seed}")


class ProblemTest(unittest.TestCase):
    SESSIONS = (Session(start=0, end=60), Session(start=1440, end=1500))

    def task(self, key: str, **values: object) -> Task:
        given: dict[str, object] = {"minutes": 10, "openings": openings(self.SESSIONS), **values}
        return Task(key=key, **given)  # type: ignore[arg-type]

    def test_refuses_circles_and_strangers(self) -> None:
        a, b = self.task("a"), self.task("b")
        circle = (Lag(before="a", after="b"), Lag(before="b", after="a"))
        for tasks, lags, words in (
            ((a, b), circle, "circle"), ((a,), (Lag(before="a", after="x"),), "has not"),
            ((a, a), (), "same key"), ((a, b), (Lag(before="a", after="b", least=500 * 1440),), "days"),
        ):  # fmt: skip
            with self.assertRaisesRegex(ValueError, words):
                Problem(sessions=self.SESSIONS, tasks=tasks, lags=lags)

    def test_goes_over_a_line_and_back(self) -> None:
        problem = Problem(
            sessions=self.SESSIONS,
            tasks=(self.task("a", kit="x", cleaning=3, place="booth"), self.task("b", tail=5)),
            lags=(Lag(before="a", after="b", least=5, most=90),),
        )  # fmt: skip
        self.assertEqual(Problem.of_plain(problem.plain()), problem)

    def test_openings_are_the_longest_in_each_session(self) -> None:
        self.assertEqual(
            openings(self.SESSIONS, [(0, 5), (10, 40), (1450, 2000)]),
            (Opening(session=0, start=10, end=40), Opening(session=1, start=1450, end=1500)),
        )

    def test_diary_takes_out_what_it_put_in(self) -> None:
        problem = Problem(
            sessions=self.SESSIONS,
            tasks=(self.task("a", kit="x", cleaning=3), self.task("b", kit="x", cleaning=3)), lags=(),
        )  # fmt: skip
        diary = Diary(problem)
        self.assertEqual(diary.place(problem.of["a"], 0, 9999), 0)
        self.assertEqual(diary.place(problem.of["b"], 0, 9999), 10)
        self.assertEqual([(c.start, c.end) for c in diary.cleanings()], [(20, 23)])
        diary.take_out("b")
        self.assertEqual([(c.start, c.end) for c in diary.cleanings()], [(10, 13)])
        diary.take_out("a")
        self.assertEqual(diary.cleanings(), ())
