"""Steps laid into hours: parts, noise, cold, what was done; and why there is no plan, with what would
help."""

import unittest
from dataclasses import replace

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.plan.explain import why_none
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import Session
from jug_mingle.core.plan.scheduling import Hours, Past, problem_of
from jug_mingle.core.plan.step import Step, Wait
from jug_mingle.core.plan.steps import Steps
from jug_mingle.core.plan.survey import PartSurvey, Survey
from tests.core.plan.checker import faults
from tests.core.plan.generated import evenings, layer
from tests.core.plan.measures import in_order
from tests.core.plan.test_sequences import steps, work


def said(minute: int) -> str:
    return f"day {minute // 1440}"


def two(first: float, then: float, *, least: int = 0, most: int | None = None, **values: object) -> Steps:
    """Return two steps with a wait between."""
    a = Step(key="a", piece=1, act="paint", title="Lay it", minutes=first, **values)  # type: ignore[arg-type]
    b = Step(key="b", piece=1, act="distress", title="Rub it back", minutes=then)
    wait = Wait(before="a", after="b", least=least, most=most, closes="rub it back with paper next day")
    return Steps(steps=(a, b), waits=(wait,))


def hours(*spans: tuple[int, int], **values: object) -> Hours:
    return Hours(sessions=tuple(Session(start=a, end=b) for a, b in spans), **values)  # type: ignore[arg-type]


class LaidTest(unittest.TestCase):
    def test_long_steps_are_divided_where_they_may_be(self) -> None:
        survey = Survey(parts={"": PartSurvey(treatment="sand")})
        found = steps(
            work("table", layer("paint", "chalk_paint"), ground="sound_varnish", survey=survey, count=2)
        )
        short = Hours(sessions=tuple(Session(start=n * 1440, end=n * 1440 + 40) for n in range(60)))
        laid = problem_of(found, short)
        parts = {step: keys for step, keys in laid.parts.items() if len(keys) > 1}
        self.assertIn("p1.top.sand.bare", parts)
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(faults(laid.problem, plan), [])
        slots = [slot for slot in laid.slots(plan) if slot.step == "p1.top.sand.bare"]
        self.assertEqual([(s.part, s.of) for s in slots], [(n + 1, len(slots)) for n in range(len(slots))])

    def test_noise_waits_for_the_day_and_wet_work_for_warmth(self) -> None:
        noisy = Steps(steps=(Step(key="a", piece=1, act="sand", title="Sand", minutes=10.0),), waits=())
        laid = problem_of(noisy, hours((1200, 1260), (1900, 1960), noisy=((1800, 2000),)))
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(plan.starts, {"a": 1900})
        cold = problem_of(two(10, 10), hours((0, 60), (1440, 1500), warm=((1400, 1600),)))
        plan = first_plan(cold.problem)
        assert plan is not None
        self.assertGreaterEqual(plan.starts["a"], 1440)

    def test_outdoors_only_when_dry_and_light(self) -> None:
        found = two(10, 10, place="outdoors")
        laid = problem_of(found, hours((0, 100), (200, 300), outdoors=((210, 290),)))
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(plan.starts["a"], 210)

    def test_waits_count_from_when_it_was_really_done(self) -> None:
        laid = problem_of(two(10, 10, least=60), hours((0, 400)), Past(ends={"a": 100}, now=110))
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(plan.starts, {"b": 160})
        tacky = problem_of(
            two(10, 10, least=60), hours((0, 400)), Past(ends={"a": 100}, now=110, waits_until={"b": 222})
        )
        plan = first_plan(tacky.problem)
        assert plan is not None
        self.assertEqual(plan.starts, {"b": 222})

    def test_what_is_still_to_be_done_behind_what_is_done_comes_first(self) -> None:
        """A dent that is seen after priming is filled before the first coat."""
        steps_ = tuple(
            Step(key=key, piece=1, act="clean", title=key, minutes=10.0) for key in ("fill", "prime", "coat")
        )
        found = Steps(
            steps=steps_, waits=(Wait(before="fill", after="prime"), Wait(before="prime", after="coat"))
        )
        self.assertEqual(found.still_before({"prime"}), {"fill": set(), "coat": {"fill"}})
        plan = first_plan(problem_of(found, hours((0, 400)), Past(ends={"prime": 0})).problem)
        assert plan is not None
        self.assertGreaterEqual(plan.starts["coat"], plan.starts["fill"] + 10)

    def test_a_window_that_has_closed_is_told_and_not_waited_for(self) -> None:
        laid = problem_of(two(10, 10, most=60), hours((0, 400)), Past(ends={"a": 100}, now=300))
        self.assertEqual([wait.after for wait in laid.closed], ["b"])
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(plan.starts, {"b": 300})

    def test_pinned_steps_start_when_somebody_wants_them(self) -> None:
        laid = problem_of(two(10, 10), hours((0, 400)), pinned={"a": 120})
        plan = first_plan(laid.problem)
        assert plan is not None
        self.assertEqual(plan.starts["a"], 120)

    def test_in_order_is_later(self) -> None:
        found = steps(
            work("chest", layer("paint", "chalk_paint", coats=2)),
            work("stool", layer("paint", "chalk_paint"), number=2),
        )
        laid = problem_of(found, evenings(hands=1))
        plan, ordered = first_plan(laid.problem), in_order(found, evenings(hands=1))
        assert plan is not None
        assert ordered is not None
        self.assertLess(plan.usable, ordered)
        self.assertIsNone(in_order(found, hours((0, 10))))


class ExplainedTest(unittest.TestCase):
    def why(self, found: Steps, when: Hours) -> str:
        laid = problem_of(found, when)
        self.assertIsNone(first_plan(laid.problem))
        clashes = why_none(laid, found, said=said)
        self.assertTrue(clashes)
        return " ".join(f"{one.words} {one.helps}" for one in clashes)

    def test_no_hours(self) -> None:
        self.assertIn("no hours", self.why(two(10, 10), hours()))

    def test_hours_that_are_past(self) -> None:
        laid = problem_of(two(10, 10), hours((0, 100)), Past(now=200))
        self.assertIn("no hours", why_none(laid, two(10, 10), said=said)[0].words)

    def test_longer_than_any_session(self) -> None:
        self.assertIn("40 min more", self.why(two(100, 10), hours((0, 60), (100, 160))))

    def test_window_against_hours(self) -> None:
        """A wait of an hour and a window of three, in evenings of one: more minutes that day, or another
        way."""
        words = self.why(two(20, 20, least=60, most=180), hours((0, 60), (1440, 1500), (2880, 2940)))
        self.assertIn("40 min more at day 0", words)
        self.assertIn("with paper", words)
        self.assertIn("Rub it back", words)

    def test_wait_beyond_the_hours(self) -> None:
        self.assertIn("waits until after", self.why(two(10, 10, least=5000), hours((0, 60), (1440, 1500))))

    def test_too_much_work(self) -> None:
        found = Steps(
            steps=tuple(Step(key=f"s{n}", piece=1, act="clean", title="x", minutes=30.0) for n in range(5)),
            waits=(),
        )
        self.assertIn("there are 1 h", self.why(found, hours((0, 60))))

    def test_two_hands(self) -> None:
        """What takes two is planned all the same; when a second pair is there is asked
        (`services.plan_view`)."""
        found = two(10, 10)
        found = replace(found, steps=(replace(found.steps[0], hands=2), found.steps[1]))
        laid = problem_of(found, hours((0, 100)))
        self.assertEqual({task.hands for task in laid.problem.tasks}, {1})
        self.assertIsNotNone(first_plan(laid.problem))

    def test_never_outdoors(self) -> None:
        self.assertIn(
            "never dry and light",
            self.why(two(10, 10, place="outdoors"), hours((0, 60), outdoors=((600, 700),))),
        )

    def test_windows_that_crowd_each_other(self) -> None:
        """Each would fit alone, both do not: the one whose window could go is named."""
        steps_ = tuple(Step(key=key, piece=1, act="paint", title=key, minutes=25.0) for key in "abcd")
        waits = (
            Wait(before="a", after="b", most=10), Wait(before="c", after="d", most=10),
            Wait(before="a", after="c", most=60, closes="later by paper"),
        )  # fmt: skip
        self.assertIn(
            "later by paper", self.why(Steps(steps=steps_, waits=waits), hours((0, 60), (1440, 1500)))
        )

    def test_distress_in_short_evenings_is_explained(self) -> None:
        found = steps(work("chest", layer("paint", "chalk_paint"), Layer(kind="distress")))
        short = Hours(sessions=tuple(Session(start=n * 1440, end=n * 1440 + 30) for n in range(60)))
        self.assertIn("paper", self.why(found, short))
