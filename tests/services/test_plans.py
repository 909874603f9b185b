"""Plans on a real database: made, kept, done, gone wrong, looked at, and what they cost."""

import io
import json
import time
import unittest
from datetime import UTC, datetime, timedelta
from threading import Event
from typing import Any
from unittest.mock import patch

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.scheduling import problem_of
from jug_mingle.core.plan.steps import steps_of
from jug_mingle.core.plan.work import Workshop
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.plan import AddedStepIn, HoursIn, PartSurveyIn, SurveyIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import (
    jobs,
    looks,
    materials,
    pieces,
    plan_asks,
    plan_pictures,
    plan_progress,
    plan_work,
    plan_worker,
    plans,
    timers,
)
from jug_mingle.services.hours import EVENINGS, Busy, hours_kept, keep_hours
from jug_mingle.services.plan_money import money_of
from jug_mingle.services.plan_solver import Bettering, PlanSolver
from jug_mingle.services.plan_view import view_of
from jug_mingle.services.plan_work import Other
from jug_mingle.store.models import TimerRow, now
from tests.core.plan.checker import faults
from tests.core.plan.generated import evenings
from tests.core.plan.generated import pieces as generated
from tests.services.support import LookCase

ALWAYS = HoursIn.model_validate(
    {
        "week": {
            day: [{"start": "00:00", "end": "24:00"}]
            for day in ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
        }
    }
)


class PlanCase(LookCase):
    def setUp(self) -> None:
        super().setUp()
        self.look = looks.save_look(
            self.session, self.job.id, name="Sky", layers=[self.paint(), LayerIn(kind="distress", amount=0.3)]
        )
        looks.wear(self.session, self.chest.id, self.look.id)
        keep_hours(self.session, ALWAYS)
        plans.make(self.session, self.job.id)

    def one(self) -> plans.PlanNow:
        return plans.plan_now(self.session, self.job.id)

    def ready(self) -> str:
        """Return the key of a step that can be done now."""
        one = self.one()
        return next(
            step.key for step in one.steps.steps
            if step.key not in one.done
            and all(w.before in one.done for w in one.steps.waits if w.after == step.key)
        )  # fmt: skip

    def finish_until(self, words: str) -> str:
        """Tick all off until a step whose key holds some words, that too, and return its key."""
        key = next(step.key for step in self.one().steps.steps if words in step.key)
        plan_progress.finish_step(self.session, self.job.id, key, before_too=True)
        return key


class MadeTest(PlanCase):
    def test_is_laid_into_the_hours(self) -> None:
        one = self.one()
        self.assertFalse(one.stale)
        self.assertEqual(
            {slot.step for slot in one.slots if slot.step}, {step.key for step in one.steps.steps}
        )
        view = view_of(one)
        assert view.now is not None
        self.assertIn(view.now.act, ("mix", "photograph"))
        self.assertIsNotNone(view.usable)

    def test_same_job_is_not_laid_anew(self) -> None:
        before = self.one().kept["made"]
        plans.make(self.session, self.job.id)
        self.assertEqual(self.one().kept["made"], before)

    def test_days_before_it_begins_the_first_is_next(self) -> None:
        off: dict[Any, Any] = {(now() + timedelta(days=day)).date(): [] for day in range(3)}
        keep_hours(self.session, ALWAYS.model_copy(update={"days": off}))
        plans.make(self.session, self.job.id)
        one = self.one()
        view, first = view_of(one), min(one.schedule, key=lambda key: one.schedule[key])
        assert view.now is not None
        self.assertEqual((view.now.key, view.next_at), (first, one.calendar.at(one.schedule[first])))

    def test_what_was_planned_stays_where_nothing_moves_it(self) -> None:
        """A colour is mixed ten hours before it is laid, as was asked; asked no more, it stays there, though
        one mixes just before."""
        one = self.one()
        mixed = next(step.key for step in one.steps.steps if step.act == "mix")
        laid = min(one.schedule[wait.after] for wait in one.steps.waits if wait.before == mixed)
        plan_asks.pin(self.session, self.job.id, mixed, one.calendar.at(laid - 600))
        plans.make(self.session, self.job.id)
        asked = self.one().schedule
        self.assertEqual(asked[mixed], laid - 600)
        plan_asks.pin(self.session, self.job.id, mixed, None)
        plans.make(self.session, self.job.id)
        self.assertEqual(self.one().schedule, asked)

    def test_a_change_makes_it_stale(self) -> None:
        plan_work.keep_survey(
            self.session, self.chest.id, SurveyIn(parts={"top": PartSurveyIn(damage=["dents"])})
        )
        self.assertTrue(self.one().stale)

    def test_survey_of_a_part_that_is_not_there(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no face called"):
            plan_work.keep_survey(self.session, self.chest.id, SurveyIn(parts={"wing": PartSurveyIn()}))

    def test_no_hours(self) -> None:
        keep_hours(self.session, HoursIn())
        plans.make(self.session, self.job.id)
        self.assertIn("no hours", view_of(self.one()).clashes[0].words)

    def test_a_date_that_cannot_be_met_is_explained(self) -> None:
        plan_asks.set_due(self.session, self.job.id, now() + timedelta(hours=2))
        plans.make(self.session, self.job.id)
        self.assertIn("cannot be used by", view_of(self.one()).clashes[0].words)
        plan_asks.set_due(self.session, self.job.id, now() + timedelta(days=40))
        plans.make(self.session, self.job.id)
        latest = datetime.fromisoformat(self.one().kept["latest"])
        self.assertGreater(latest, now() + timedelta(days=20))
        self.assertLess(latest, now() + timedelta(days=40))
        with self.assertRaisesRegex(UnfitError, "gone"):
            plan_asks.set_due(self.session, self.job.id, now() - timedelta(hours=2))

    def test_other_jobs_share_the_hands(self) -> None:
        other = plans.plan_now(self.session, self.job.id)
        second = pieces.add_piece(self.session, self.second_job(), name="Stool", form="stool", measures={})
        plans.make(self.session, second.job_id)
        found = plans.plan_now(self.session, second.job_id)
        mine = [(slot.start, slot.end) for slot in other.slots]
        # Both begin on the same day, so that minutes are the same.
        for slot in found.slots:
            self.assertFalse(any(slot.start < b and a < slot.end for a, b in mine), slot)

    def second_job(self) -> int:
        return jobs.add_job(self.session, name="Other").id

    def test_bettered_by_the_helper_and_kept(self) -> None:
        keep_hours(self.session, EVENINGS)
        plans.make(self.session, self.job.id)
        solver = PlanSolver()
        self.addCleanup(solver.close)
        before = self.one().kept["usable"]
        self.session.commit()
        plans.better(self.database, solver, self.job.id)
        self.session.expire_all()
        self.assertLessEqual(self.one().kept["usable"], before)
        self.assertTrue(self.one().kept["proven"])

    def test_asked_for_nonsense(self) -> None:
        with self.assertRaises(UnfitError):
            plan_asks.ask(self.session, self.job.id, wishes=1)


class DoneTest(PlanCase):
    def test_done_once(self) -> None:
        key = self.ready()
        plan_progress.finish_step(self.session, self.job.id, key, minutes=12.0)
        self.assertIn(key, self.one().done)
        with self.assertRaisesRegex(ConflictError, "ticked off already"):
            plan_progress.finish_step(self.session, self.job.id, key)

    def test_what_comes_before_comes_first(self) -> None:
        last = self.one().steps.steps[-1].key
        with self.assertRaisesRegex(UnfitError, "comes before it"):
            plan_progress.finish_step(self.session, self.job.id, last)
        plan_progress.finish_step(self.session, self.job.id, last, before_too=True)
        self.assertGreater(len(self.one().done), 10)

    def test_bad_times(self) -> None:
        key = self.ready()
        for values, words in (
            ({"minutes": 0.0001}, "half a minute"),
            ({"ended": now() + timedelta(days=1)}, "to come"),
        ):
            with self.assertRaisesRegex(UnfitError, words):
                plan_progress.finish_step(self.session, self.job.id, key, **values)
        with self.assertRaisesRegex(UnfitError, "no such step"):
            plan_progress.finish_step(self.session, self.job.id, "p9.nothing")

    def test_a_finished_piece_may_be_used_after_its_last_layer(self) -> None:
        planned = {one.words: one.at for one in view_of(self.one()).allowed}
        last = max(self.one().schedule, key=lambda key: self.one().schedule[key])
        self.finish_until(last)
        plans.make(self.session, self.job.id)
        one = self.one()
        allowed = {mark.words: mark.at for mark in view_of(one).allowed}
        self.assertEqual(list(allowed), list(planned))
        self.assertGreater(min(allowed.values()), one.done[last].ended)

    def test_waits_start_timers_and_undo_takes_them_away(self) -> None:
        key = self.finish_until(".fronts.paint.")
        found = [row for row in timers.timers(self.session) if "Paint" in row.words or "coat" in row.words]
        self.assertTrue(found)
        plan_progress.take_back(self.session, self.job.id, key)
        self.assertNotIn(key, self.one().done)
        after = {wait.after for wait in self.one().steps.waits if wait.before == key}
        self.assertFalse([row for row in timers.timers(self.session) if row.step in after])
        with self.assertRaises(NotFoundError):
            plan_progress.take_back(self.session, self.job.id, key)

    def test_what_came_after_is_taken_back_first(self) -> None:
        key = self.ready()
        self.finish_until(".fronts.paint.")
        with self.assertRaisesRegex(UnfitError, "take that back first"):
            plan_progress.take_back(self.session, self.job.id, self.one().steps.steps[1].key or key)

    def test_learns_how_long_it_really_takes(self) -> None:
        key = next(step.key for step in self.one().steps.steps if step.act == "clean")
        usual = self.one().steps.of(key).minutes
        before = {step.key: step.minutes for step in self.one().steps.steps}
        plan_progress.finish_step(self.session, self.job.id, key, minutes=usual + 60.0, before_too=True)
        others = [step for step in self.one().steps.steps if step.act == "clean" and step.key != key]
        self.assertTrue(all(step.minutes > usual / 4 for step in others))
        self.assertGreater(self.one().steps.of(others[0].key).minutes, before[others[0].key])

    def test_still_tacky(self) -> None:
        self.finish_until(".fronts.dust")
        key = next(step.key for step in self.one().steps.steps if step.act == "mask")
        plan_progress.still_tacky(self.session, self.job.id, key, 45)
        plans.make(self.session, self.job.id)
        one = self.one()
        start = min(slot.start for slot in one.slots if slot.step == key)
        self.assertGreaterEqual(one.calendar.at(start), now() + timedelta(minutes=43))
        self.assertTrue(any(row.step == key for row in timers.timers(self.session)))

    def test_an_evening_is_skipped(self) -> None:
        keep_hours(self.session, EVENINGS)
        plans.make(self.session, self.job.id)
        first = view_of(self.one()).days[0].start.astimezone(self.one().calendar.zone).date()
        plan_progress.skip_day(self.session, self.job.id, first)
        plans.make(self.session, self.job.id)
        kept = hours_kept(self.session)
        assert kept is not None
        self.assertEqual(kept.days[first], [])
        one = self.one()
        self.assertTrue(
            all(
                one.calendar.at(slot.start).astimezone(one.calendar.zone).date() != first
                for slot in one.slots
            )
        )

    def test_mishap_becomes_steps(self) -> None:
        key = self.finish_until(".fronts.paint.")
        said = plan_progress.went_wrong(self.session, self.job.id, key, "join_seen")
        self.assertIn("planned again", said)
        one = self.one()
        self.assertNotIn(key, one.done)
        remedy = next(step for step in one.steps.steps if ".fix." in step.key)
        self.assertIn(remedy.key, one.steps.before(key))

    def test_peeling_lays_all_of_that_part_again(self) -> None:
        key = self.finish_until(".fronts.paint.")
        plan_progress.went_wrong(self.session, self.job.id, key, "peels")
        one = self.one()
        self.assertFalse([done for done in one.done if ".fronts.paint." in done])
        self.assertTrue([done for done in one.done if ".fronts.clean" in done])

    def test_unknown_mishap(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no mishap"):
            plan_progress.went_wrong(self.session, self.job.id, self.ready(), "boredom")

    def test_window_that_has_closed_is_done_another_way(self) -> None:
        key = next(step.key for step in self.one().steps.steps if step.act == "distress")
        self.assertIn("paper", plan_progress.another_way(self.session, self.job.id, key))
        self.assertFalse([w for w in self.one().steps.waits if w.after == key and w.most is not None])
        with self.assertRaisesRegex(UnfitError, "no window"):
            plan_progress.another_way(self.session, self.job.id, self.ready())

    def test_look_changed_midway(self) -> None:
        """What is done stays done; what lies there is the new ground."""
        self.finish_until(".fronts.paint.")
        other = looks.save_look(
            self.session, self.job.id, name="Ochre", layers=[self.paint(colours=[f"mix:{self.ochre.id}"])]
        )
        looks.wear(self.session, self.chest.id, other.id)
        one = self.one()
        self.assertIn(f"p{self.chest.id}.fronts.scuff.first.again", one.steps.by_key)
        self.assertNotIn(f"p{self.chest.id}.fronts.clean", one.steps.by_key)
        self.assertIn(f"p{self.chest.id}.all.photograph", one.done)


class ChangedTest(PlanCase):
    def test_dropped_added_ordered_pinned(self) -> None:
        fronts, top = (f"p{self.chest.id}.{part}.clean" for part in ("fronts", "top"))
        plan_asks.drop(self.session, self.job.id, f"p{self.chest.id}.all.photograph.after")
        own = plan_asks.add(
            self.session, self.job.id, AddedStepIn(title="Glue a foot", minutes=15, after=fronts)
        )
        plan_asks.put_before(self.session, self.job.id, top, fronts)
        one = self.one()
        self.assertNotIn(f"p{self.chest.id}.all.photograph.after", one.steps.by_key)
        self.assertEqual(one.steps.of(own).piece, self.chest.id)
        self.assertIn(top, one.steps.before(fronts))
        plan_asks.bring_back(self.session, self.job.id, f"p{self.chest.id}.all.photograph.after")
        plan_asks.bring_back(self.session, self.job.id, own)
        self.assertNotIn(own, self.one().steps.by_key)
        with self.assertRaisesRegex(UnfitError, "comes after"):
            plan_asks.put_before(self.session, self.job.id, f"p{self.chest.id}.fronts.dust", fronts)
        with self.assertRaisesRegex(UnfitError, "gone"):
            plan_asks.pin(self.session, self.job.id, fronts, now() - timedelta(hours=1))
        with self.assertRaisesRegex(UnfitError, "no piece"):
            plan_asks.add(self.session, self.job.id, AddedStepIn(title="x", minutes=5, piece=999))

    def test_in_damp_air_it_waits_longer(self) -> None:
        """As somebody typed it: cold and damp, paint takes half again as long at least (common practice)."""

        def longest() -> float:
            return max(wait.least for wait in self.one().steps.waits if ".paint." in wait.before)

        usual = longest()
        plan_asks.ask(self.session, self.job.id, air={"temperature": 12.0, "humidity": 80.0})
        self.assertEqual((self.one().air.temperature, self.one().air.humidity), (12.0, 80.0))
        self.assertGreaterEqual(longest(), 1.5 * usual)

    def test_pinned(self) -> None:
        key = f"p{self.chest.id}.top.clean"
        at = (now() + timedelta(days=2)).replace(second=0, microsecond=0)
        plan_asks.pin(self.session, self.job.id, key, at)
        plans.make(self.session, self.job.id)
        one = self.one()
        self.assertEqual({one.calendar.at(slot.start) for slot in one.slots if slot.step == key}, {at})

    def test_broken_sprayer_is_more_brushed_coats(self) -> None:
        look = looks.save_look(
            self.session, self.job.id, name="Sprayed", layers=[self.paint(way="spray", coats=2)]
        )
        looks.wear(self.session, self.chest.id, look.id)
        sprayed = [step for step in self.one().steps.steps if step.act == "paint"]
        self.assertTrue(all(step.place == "booth" for step in sprayed))
        plan_asks.ask(self.session, self.job.id, no_sprayer=True)
        brushed = [step for step in self.one().steps.steps if step.act == "paint"]
        self.assertTrue(all(step.place == "" for step in brushed))
        self.assertGreater(len(brushed), len(sprayed))
        self.assertGreater(sum(s.minutes for s in brushed), sum(s.minutes for s in sprayed))

    def test_sold_out_is_another_tin(self) -> None:
        look = looks.save_look(
            self.session, self.job.id, name="White", layers=[self.paint(colours=["pot:white"])]
        )
        looks.wear(self.session, self.chest.id, look.id)
        plan_asks.swap(self.session, self.job.id, {"pot:white": "pot:ochre"})
        takes = {take.colour for step in self.one().steps.steps for take in step.takes}
        self.assertIn("pot:ochre", takes)
        self.assertNotIn("pot:white", takes)
        with self.assertRaises(NotFoundError):
            plan_asks.swap(self.session, self.job.id, {"pot:white": "pot:nothing"})

    def test_a_layer_laid_otherwise(self) -> None:
        """What is usual is swapped where no tin is named; a look's jugs keep a while, tins as they stand."""
        other = Other(swaps={"usual:clear_coat": "pot:white"})
        for colours, wanted in (([], ["pot:white"]), (["pot:ochre"], ["pot:ochre"])):
            layer = LayerIn(kind="sealer", colours=colours)
            self.assertEqual(plan_work.otherwise(layer, other).colours, wanted)
        self.assertEqual(plan_work.otherwise(LayerIn(kind="sealer"), Other()).colours, [])
        (work,) = plan_work.works_of(self.session, self.job.id, None, Other())
        self.assertEqual(work.keeps, dict.fromkeys(self.paint().colours))
        self.assertTrue(all(colour.startswith("mix:") for colour in work.keeps))
        look = looks.save_look(
            self.session, self.job.id, name="Tin", layers=[LayerIn(kind="paint", colours=["pot:white"])]
        )
        looks.wear(self.session, self.chest.id, look.id)
        (work,) = plan_work.works_of(self.session, self.job.id, None, Other())
        self.assertEqual(work.keeps, {})

    def test_what_another_job_has_done_takes_no_time(self) -> None:
        """Its slots are taken until its step is done; then they are free."""
        other = jobs.add_job(self.session, name="Other").id
        step = self.one().slots[0].step
        taken = len(self.busy(other))
        plan_progress.finish_step(self.session, self.job.id, step)
        self.assertEqual(len(self.busy(other)), taken - 1)

    def busy(self, job_id: int) -> list[Busy]:
        with patch.object(plans, "hours_of", side_effect=lambda *_, busy, **__: busy):
            found: Any = plans.hours_for(self.session, plans.plan_now(self.session, job_id))
        return list(found)

    def test_money_says_what_is_taken_instead(self) -> None:
        self.assertEqual(money_of(self.session, self.job.id, self.one()).swapped, [])
        plan_asks.swap(self.session, self.job.id, {"pot:white": "pot:ochre"})
        self.assertEqual(
            money_of(self.session, self.job.id, self.one()).swapped, [("pot:white", "pot:ochre")]
        )

    def test_money(self) -> None:
        money = money_of(self.session, self.job.id, self.one())
        self.assertEqual({line.title for line in money.tins} >= {"White", "Blue"}, True)
        self.assertGreater(money.hours, 1.0)
        self.assertAlmostEqual(sum(p.hours for p in money.pieces), money.hours, delta=0.5)
        plans.begun_plan(self.session, self.job.id).asked = 100.0
        left = money_of(self.session, self.job.id, self.one())
        assert left.left is not None
        self.assertAlmostEqual(left.left, 100.0 - left.share)

    def test_what_stands_on_the_shelf_is_counted_where_no_tin_is_named(self) -> None:
        look = looks.save_look(
            self.session, self.job.id, name="Clear", layers=[LayerIn(kind="sealer", coats=2)]
        )
        looks.wear(self.session, self.chest.id, look.id)
        before = next(
            line for line in money_of(self.session, self.job.id, self.one()).tins if "usual" in line.key
        )
        materials.add_material(
            self.session, key="clear", name="Clear", kind="clear_coat", left_ml=2000, price=30.0
        )
        after = next(
            line for line in money_of(self.session, self.job.id, self.one()).tins if "usual" in line.key
        )
        self.assertEqual((before.there, after.there, after.buy), (0.0, 2000.0, ""))
        self.assertIsNotNone(after.share)

    def test_picture_fades_what_is_not_worked_on(self) -> None:
        key = next(step.key for step in self.one().steps.steps if ".top.paint." in step.key)
        pixels = plan_pictures.picture_of_step(
            self.session, self.job.id, key, light=light("window"), wide=80, high=80
        )
        self.assertEqual(pixels.shape, (80, 80, 3))
        whole = plan_pictures.picture_of_step(
            self.session,
            self.job.id,
            f"p{self.chest.id}.all.photograph",
            light=light("window"),
            wide=80,
            high=80,
        )
        self.assertFalse((pixels == whole).all())


class TimersTest(PlanCase):
    def test_run_and_are_removed(self) -> None:
        row = timers.start_for(self.session, self.job.id, "Wipe", 30, kind="wipe")
        self.assertIn(row.id, [one.id for one in timers.timers(self.session)])
        timers.remove_timer(self.session, row.id)
        self.assertNotIn(row.id, [one.id for one in timers.timers(self.session)])
        with self.assertRaises(NotFoundError):
            timers.remove_timer(self.session, 999)
        with self.assertRaisesRegex(UnfitError, "to come"):
            timers.start_timer(self.session, self.job.id, words="x", ends=datetime(2020, 1, 1, tzinfo=UTC))
        with self.assertRaisesRegex(UnfitError, "timer is for"):
            timers.start_timer(self.session, self.job.id, words="x", ends=now() + timedelta(1), kind="egg")

    def test_old_ones_are_not_shown(self) -> None:
        self.session.add(
            TimerRow(
                job_id=self.job.id,
                words="x",
                kind="wait",
                step="",
                ends=now() - timedelta(days=2),
                removed=None,
            )
        )
        self.assertEqual([row for row in timers.timers(self.session) if row.words == "x"], [])


QUICK = {"first": 0.05, "later": 0.01, "clock": 5.0}


class SolverTest(unittest.TestCase):
    def test_stopped_half_way_gives_what_was_found(self) -> None:
        laid = problem_of(steps_of(generated(3, 5), Workshop()), evenings())
        first = first_plan(laid.problem)
        solver = PlanSolver()
        self.addCleanup(solver.close)
        best = solver.solve(laid.problem, first, bettered=lambda _one: solver.stop())
        assert best is not None
        self.assertEqual(faults(laid.problem, best), [])
        self.assertFalse(solver.running)
        again = solver.solve(laid.problem, first, effort=QUICK)
        self.assertIsNotNone(again)
        self.assertTrue(solver.running)

    def test_a_line_in_and_lines_out(self) -> None:
        """The best of all is the last line; nobody is told of one that is worse than what is known."""
        laid = problem_of(steps_of(generated(1, 5), Workshop()), evenings())
        asked = {"problem": laid.problem.plain(), "known": None, "near": None, "effort": QUICK}
        found = self.lines(asked)
        self.assertIn("better", found[0])
        best = found[-1]["best"]
        self.assertEqual(faults(laid.problem, plan_worker.schedule_of_plain(best)), [])
        again = self.lines({**asked, "known": best})
        self.assertTrue(all(one["better"]["usable"] <= best["usable"] for one in again[:-1]))
        self.assertLessEqual(again[-1]["best"]["usable"], best["usable"])

    def lines(self, asked: dict[str, Any]) -> list[dict[str, Any]]:
        out = io.StringIO()
        plan_worker.answer(asked, out)
        return [json.loads(line) for line in out.getvalue().splitlines()]

    def test_ends_when_idle(self) -> None:
        laid = problem_of(steps_of(generated(1, 5), Workshop()), evenings())
        solver = PlanSolver(idle=0.05)
        solver.solve(laid.problem, first_plan(laid.problem), effort=QUICK)
        for _ in range(100):
            if not solver.running:
                break
            time.sleep(0.05)
        self.assertFalse(solver.running)

    def test_none_where_none_is_wanted(self) -> None:
        bettering = Bettering(PlanSolver(), on=False)
        self.assertFalse(bettering.begin(1, lambda _solver: self.fail("it searched")))
        self.assertFalse(bettering.is_under_way(1))
        bettering.close()

    def test_one_search_a_job(self) -> None:
        held = Event()
        bettering = Bettering(PlanSolver())
        self.assertTrue(bettering.begin(1, lambda _solver: [held.wait(5)].clear()))
        self.assertFalse(bettering.begin(1, lambda _solver: None))
        self.assertTrue(bettering.is_under_way(1))
        held.set()
        bettering.close()
        self.assertFalse(bettering.is_under_way(1))
