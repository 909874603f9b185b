"""Steps: rules with their reasons, cautions at their step, what may be changed and what not. Common
practice."""

import unittest
from dataclasses import replace

from jug_mingle.core.finishes.bare_ground import bare
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.marked import plain
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.plan import dangers, rates, remedies, shopping
from jug_mingle.core.plan.coats import LIGHT_USE, mark_of
from jug_mingle.core.plan.conditions import Conditions, open_under, wait_under
from jug_mingle.core.plan.finishing import milestones
from jug_mingle.core.plan.looking_over import clean
from jug_mingle.core.plan.mixing import FRESH
from jug_mingle.core.plan.preparation import primer_for
from jug_mingle.core.plan.step import Course, Step, Take, short_of
from jug_mingle.core.plan.steps import Added, Changes, Steps, added, changed, dropped, ordered, steps_of
from jug_mingle.core.plan.survey import TESTS, PartSurvey, Survey
from jug_mingle.core.plan.treatments import treatment_of
from jug_mingle.core.plan.work import PieceWork, Workshop, on
from jug_mingle.core.practice.mishaps import MISHAPS
from tests.core.plan.generated import layer, pieces
from tests.core.plan.test_sequences import GOLD, WAX, acts, steps, work

PAINT = layer("paint", "chalk_paint", coats=2)


def cautions(found: Steps, act: str) -> set[str]:
    return {key for step in found.steps if step.act == act for key in step.cautions}


class RulesTest(unittest.TestCase):
    def treated(
        self, ground: str, *layers: Layer, schools: dict[str, str] | None = None, **seen: object
    ) -> str:
        survey = Survey(parts={"": PartSurvey(**seen)})  # type: ignore[arg-type]
        one = work("chest", *(layers or (PAINT,)), ground=ground, survey=survey)
        return treatment_of(one.units[0], one, Workshop(schools=schools or {}))[0]

    def test_what_becomes_of_an_old_finish(self) -> None:
        stain = layer("stain", "oil_stain")
        for ground, layers, seen, wanted in (
            ("oak", (), {}, "smooth"), ("sound_varnish", (), {}, "scuff"), ("laminate", (), {}, "keep"),
            ("sound_varnish", (stain,), {}, "sand"), ("old_white_paint", (stain,), {"layers": 5}, "strip"),
            ("old_white_paint", (), {"damage": ("failing",)}, "sand"),
            ("old_white_paint", (), {"damage": ("failing",), "layers": 6}, "strip"),
            ("old_flaking_paint", (), {}, "sand"), ("old_thick_paint", (), {}, "strip"),
            ("sound_varnish", (), {"treatment": "keep"}, "keep"),
            ("oak", (), {"treatment": "strip"}, "smooth"),
        ):  # fmt: skip
            with self.subTest(ground=ground, seen=seen):
                self.assertEqual(self.treated(ground, *layers, **seen), wanted)

    def test_school_of_removal(self) -> None:
        stain = layer("stain", "oil_stain")
        for school in ("sand", "strip"):
            self.assertEqual(self.treated("sound_varnish", stain, schools={"removal": school}), school)

    def test_pressed_board_is_sanded_gently(self) -> None:
        """J013: its skin is thin; wood is not told of it."""
        for ground, said in (("fibreboard", True), ("oak", False)):
            found = steps_of([work("box", PAINT, ground=ground)], Workshop())
            words = " ".join(step.words for step in found.steps if step.act in ("smooth", "scuff"))
            self.assertEqual("Gently" in words, said, ground)

    def test_primers(self) -> None:
        for ground, paint, schools, kind in (
            ("laminate", "chalk_paint", {}, "bonding_primer"), ("sound_varnish", "milk_paint", {}, "primer"),
            ("oak", "enamel", {}, "primer"), ("pine", "milk_paint", {}, ""),
            ("oak", "chalk_paint", {"prime": "never"}, ""),
            ("pine", "chalk_paint", {"prime": "always"}, "primer"),
            ("sound_varnish", "enamel", {}, "primer"),
        ):  # fmt: skip
            one = work("chest", layer("paint", paint), ground=ground)
            with self.subTest(ground=ground, paint=paint):
                found = primer_for(one.units[0], one, Workshop(schools=schools))
                self.assertEqual(found[0], kind)
                self.assertEqual(bool(found[1]), bool(kind))

    def test_for_sale_it_is_primed(self) -> None:
        one = work("chest", layer("paint", "chalk_paint"), ground="pine", uses=("sale",))
        self.assertEqual(primer_for(one.units[0], one, Workshop())[0], "primer")

    def test_padding_is_not_washed_and_wax_comes_off(self) -> None:
        one = work("chest", PAINT, ground="waxed_wood")
        course = Course()
        clean(course, one, one.units[0], Workshop())
        self.assertEqual([step.act for step in course.steps], ["clean", "solvent"])
        clean(course, one, replace(one.units[0], key="padding"), Workshop())
        self.assertEqual(len(course.steps), 2)

    def test_wax_comes_off_before_paint(self) -> None:
        found = steps(work("chest", PAINT, ground="waxed_wood"))
        self.assertIn("solvent", acts(found, "fronts"))

    def test_every_step_says_why(self) -> None:
        for seed in range(40):
            for step in steps_of(pieces(1, seed), Workshop()).steps:
                self.assertTrue(step.why, step.key)
                self.assertTrue(step.title, step.key)
                self.assertGreater(step.minutes, 0.0)

    def test_what_stays_is_left_alone(self) -> None:
        survey = Survey(parts={"top": PartSurvey(treatment="keep")})
        found = steps(work("chest", layer("paint", "chalk_paint", zones=("front",)), survey=survey))
        self.assertNotIn("paint", acts(found, "top")[1:-1])
        self.assertFalse(
            any(step.part == "top" and step.act in ("scuff", "sand", "smooth") for step in found.steps)
        )


class LeadTest(unittest.TestCase):
    def found(self, lead: str, age: str = "unknown") -> Steps:
        survey = Survey(lead=lead, parts={"": PartSurvey(treatment="sand")})
        return steps(work("chest", PAINT, ground="old_white_paint", survey=survey, age=age))

    def test_asked_before_dry_work_on_paint_of_unknown_age(self) -> None:
        found = self.found("unknown")
        test = next(step.key for step in found.steps if step.key.endswith("test.lead"))
        for step in found.steps:
            if step.act in ("sand", "scuff", "smooth", "shape", "scrape"):
                self.assertIn(test, found.before(step.key))
        with self.assertRaisesRegex(ValueError, "before it is known"):
            dropped(found, test)

    def test_not_asked_of_later_paint_nor_once_it_is_known(self) -> None:
        for found in (self.found("unknown", age="later"), self.found("none")):
            self.assertFalse(any("lead" in step.key for step in found.steps))

    def test_the_answer_changes_the_steps(self) -> None:
        found = self.found("found")
        self.assertTrue(any("licensed" in step.title for step in found.steps))
        self.assertIn("strip", acts(found, "fronts"))
        self.assertNotIn("strip", acts(self.found("none"), "fronts"))


class CautionsTest(unittest.TestCase):
    """Each caution of common practice stands at the step that causes it."""

    def test_at_their_step(self) -> None:
        everything = Survey(
            causes=("staples", "nails", "glass", "lamp", "heavy", "pets"), lead="unknown",
            parts={"": PartSurvey(treatment="strip", damage=("stains",))},
        )  # fmt: skip
        old = steps(
            work(
                "chair",
                layer("stain", "oil_stain", coats=1),
                ground="old_white_paint",
                survey=everything,
                age="unknown",
            )
        )
        sprayed = steps(work("table", layer("paint", "enamel", way="spray"), layer("sealer", coats=2)))
        waxed = steps(
            work("chest", layer("paint", "milk_paint"), Layer(kind="wax", films=(WAX,)),
                survey=Survey(deliver=True,
            causes=("heavy",))),
            air=Conditions(temperature=30.0, dryer=True),
        )  # fmt: skip
        for found, act, key in (
            (old, "sand", "dust"), (old, "scrape", "lead"), (old, "test", "lead"), (old, "strip", "stripper"),
            (old, "strip", "strong_stripper"), (old, "scrape", "stripper"), (old, "solvent", "solvent"),
            (old, "stain", "rags"), (old, "bleach", "bleach"), (old, "bleach", "peroxide"),
            (old, "free", "staples"),
            (old, "free", "nails"), (old, "free", "glass"), (old, "free", "lamp"),
            (old, "dismantle", "lifting"),
            (old, "dismantle", "small_parts"), (old, "mask", "floor"), (old, "mask", "blades"),
            (sprayed, "paint", "spray"), (sprayed, "paint", "filters"), (sprayed, "sealer", "child"),
            (sprayed, "sealer", "cure"), (waxed, "paint", "powder"), (waxed, "paint", "drains"),
            (waxed, "wax", "microwave"), (waxed, "wax", "rags"), (waxed, "paint", "weather"),
            (waxed, "paint", "hair_dryer"), (waxed, "deliver", "lifting"),
        ):  # fmt: skip
            with self.subTest(act=act, key=key):
                self.assertIn(key, cautions(found, act))

    def test_pet_hair_is_cleaned_out(self) -> None:
        padded = PieceWork(
            number=1, name="chair", piece=usual_piece("chair", seat="padded"),
            survey=Survey(causes=("pets",)), finish=Finish(layers=(PAINT,), grounds={"": bare("oak")}),
        )  # fmt: skip
        self.assertIn("pets", cautions(steps_of([padded], Workshop()), "extract"))

    def test_in_generated_plans_that_contain_the_cause(self) -> None:
        """Whatever the job: glass, lamps, staples, weight are said where they are met; dry work says dust."""
        for seed in range(150):
            one = pieces(1, seed)[0]
            found = steps_of([one], Workshop())
            said = {key for step in found.steps for key in step.cautions}
            for cause, key in (
                ("glass", "glass"),
                ("lamp", "lamp"),
                ("staples", "staples"),
                ("heavy", "lifting"),
            ):
                self.assertEqual(cause in one.survey.causes, key in said, (seed, cause))
            for step in found.steps:
                if step.act in ("sand", "scuff", "distress"):
                    self.assertIn("dust", step.cautions)
                if step.place == "booth":
                    self.assertLessEqual({"spray", "filters"}, set(step.cautions))

    def test_every_caution_has_a_cause_and_words(self) -> None:
        self.assertEqual(set(dangers.CAUTIONS), set(dangers._CAUSES))
        self.assertTrue(all(dangers.CAUTIONS.values()))

    def test_nothing_is_said_where_nothing_causes_it(self) -> None:
        plain = steps(work("chest", layer("paint", "chalk_paint")))
        for act, key in (
            ("paint", "spray"),
            ("smooth", "lead"),
            ("dismantle", "lifting"),
            ("paint", "weather"),
        ):
            self.assertNotIn(key, cautions(plain, act))


class UnknownTest(unittest.TestCase):
    def test_every_question_has_a_test_and_a_meanwhile(self) -> None:
        for key, test in TESTS.items():
            with self.subTest(key=key):
                self.assertTrue(test.test and test.meanwhile)

    def test_a_question_asked_twice(self) -> None:
        """Who ticks a question twice finds out once: each step of a plan has a key of its own."""
        found = steps(work("chest", PAINT, ground="old_white_paint", survey=Survey(unknown=("wax", "wax"))))
        keys = [step.key for step in found.steps]
        self.assertEqual(len(keys), len(set(keys)))

    def test_i_do_not_know_becomes_a_step(self) -> None:
        found = steps(
            work("chest", PAINT, ground="old_white_paint", survey=Survey(unknown=("layers", "wax", "bleeds")))
        )
        tests = {step.key.split(".")[-1] for step in found.steps if step.act == "test"}
        self.assertEqual(tests, {"layers", "wax", "bleeds"})
        self.assertIn("solvent", acts(found, "fronts"))
        self.assertIn("primer", acts(found, "fronts"))
        wait = next(one for one in found.waits if one.before.endswith("test.layers"))
        self.assertEqual(wait.least, 30)


class ChangesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.steps = steps(work("chest", PAINT, ground="waxed_wood"))

    def test_dropped_and_bridged(self) -> None:
        key = "p1.fronts.dust"
        without = dropped(self.steps, key)
        self.assertNotIn(key, without.by_key)
        self.assertIn(
            "p1.fronts.smooth.first"
            if "p1.fronts.smooth.first" in without.by_key
            else "p1.fronts.scuff.first",
            without.before("p1.all.mask"),
        )

    def test_what_a_rule_forbids_says_why(self) -> None:
        with self.assertRaisesRegex(ValueError, "holds on wax"):
            dropped(self.steps, "p1.fronts.solvent")
        with self.assertRaisesRegex(ValueError, "comes after"):
            ordered(self.steps, "p1.fronts.paint.0.2", "p1.fronts.paint.0.1")

    def test_added_after_and_first(self) -> None:
        more = added(
            self.steps,
            Added(key="own.1", piece=1, title="Glue a foot", minutes=20.0, after="p1.top.dust", wait=30),
        )
        self.assertIn("own.1", more.before("p1.all.mask"))
        first = added(self.steps, Added(key="own.2", piece=1, title="Carry it in", minutes=5.0))
        self.assertIn("own.2", first.before("p1.all.photograph"))
        with self.assertRaisesRegex(ValueError, "from 1 to 600"):
            added(self.steps, Added(key="own.3", piece=1, title="x", minutes=0.0))

    def test_all_changes_together(self) -> None:
        found, refused = changed(
            self.steps,
            Changes(
                dropped=("p1.all.photograph",), added=(Added(key="own.1", piece=1, title="x", minutes=5.0),),
                order=(("p1.top.clean", "p1.fronts.clean"),),
            ),
        )  # fmt: skip
        self.assertIn("p1.top.clean", found.before("p1.fronts.clean"))
        self.assertIn("own.1", found.by_key)
        self.assertEqual(refused, [])
        _, refused = changed(
            self.steps, Changes(dropped=("p1.fronts.solvent",), order=(("p1.all.mask", "p1.top.clean"),))
        )
        self.assertEqual(len(refused), 2)

    def test_what_is_not_there_changes_nothing(self) -> None:
        self.assertIs(dropped(self.steps, "nothing"), self.steps)
        self.assertIs(ordered(self.steps, "nothing", "p1.all.mask"), self.steps)


class SmallPartsTest(unittest.TestCase):
    def test_course_waits_for_what_was_done_last(self) -> None:
        course = Course()
        a = course.add(Step(key="a", piece=1, act="clean", title="a", minutes=1.0), ["x", "y"])
        course.then(["x"], 30, words="dries", why="w", most=90, closes="later")
        course.add(Step(key="b", piece=1, act="paint", title="b", minutes=1.0), ["x", "y"])
        self.assertEqual([(w.before, w.after, w.least, w.most) for w in course.waits], [(a.key, "b", 30, 90)])

    def test_air(self) -> None:
        self.assertEqual(wait_under(Conditions(humidity=70.0), wax=True, water=False).of(30), 60)
        self.assertEqual(wait_under(Conditions(temperature=12.0), wax=False, water=True).of(60), 90)
        self.assertEqual(wait_under(Conditions(moving_air=True), wax=False, water=True).of(60), 45)
        self.assertEqual(wait_under(Conditions(dryer=True), wax=False, water=True, thin=True).of(60), 30)
        self.assertEqual(open_under(Conditions(temperature=32.0)).factor, 0.5)
        for temperature, humidity in ((99.0, 50.0), (20.0, -1.0)):
            with self.assertRaises(ValueError):
                Conditions(temperature=temperature, humidity=humidity)

    def test_rates(self) -> None:
        """A dresser of three square metres: an hour to sand, ten minutes to spray."""
        self.assertAlmostEqual(rates.RATES["sand"].minutes(3.0, 0), 60.0)
        self.assertAlmostEqual(rates.laid_minutes("paint", "spray", 3.0, 0), 10.0)
        self.assertLess(
            rates.laid_minutes("paint", "roller", 3.0, 4), rates.laid_minutes("paint", "brush", 3.0, 4)
        )
        self.assertEqual(rates.learnt([("sand", 60.0, 120.0)]), {"sand": 1.5})
        self.assertEqual(rates.learnt([]), {})

    def test_remedies_of_all_mishaps(self) -> None:
        self.assertEqual(set(remedies.REMEDIES), set(MISHAPS))
        self.assertEqual(remedies.remedy_of("peels").again, "part")
        with self.assertRaisesRegex(ValueError, "no mishap"):
            remedies.remedy_of("boredom")

    def test_tins(self) -> None:
        self.assertEqual(shopping.tins_of(0.0, (500.0,)), ())
        self.assertEqual(shopping.tins_of(480.0, (250.0, 500.0, 1000.0)), (500.0,))
        self.assertEqual(shopping.tins_of(2700.0, (500.0, 1000.0)), (1000.0, 1000.0, 1000.0))
        self.assertEqual(shopping.tins_of(1003.0, (250.0, 500.0, 1000.0, 2500.0)), (1000.0, 250.0))
        line = shopping.tin_line("pot:x", "X", needed=700.0, left=300.0, price=20.0, sizes=(250.0, 500.0))
        self.assertEqual((plain(line.buy), line.cash, line.share), ("500 ml", 10.0, 14.0))
        self.assertIsNone(
            shopping.tin_line("pot:x", "X", needed=1.0, left=None, price=None, sizes=(250.0,)).cash
        )
        self.assertEqual(shopping.left_of_price(200.0, share=50.0, hours=10.0), (150.0, 15.0))

    def test_consumables_add_up_in_packs(self) -> None:
        found = {
            line.key: line
            for line in shopping.consumables(steps(work("chest", PAINT, ground="sound_varnish")).steps)
        }
        self.assertEqual(found["brush"].needed, 2.0)  # one for primer, one for paint
        self.assertTrue(all(line.cash is not None and line.cash > 0.0 for line in found.values()))

    def test_short_names(self) -> None:
        self.assertEqual(
            short_of(
                Step(key="a", piece=1, act="paint", title="t", minutes=1.0, layer=0, coat=2, part="top")
            ),
            "top 2",
        )
        self.assertEqual(
            short_of(Step(key="a", piece=1, act="clean", title="t", minutes=1.0, part="all")), "clean"
        )

    def test_paint_is_shared_by_area(self) -> None:
        """Each unit takes of a layer as much as its area is of all that is painted; the coats share it."""
        take = Take(colour="mix:1", name="Jug glaze", ml=600.0)
        one = replace(work("chest", PAINT), takes=((take,),))
        found: dict[str, list[float]] = {}
        for step in steps_of([one], Workshop()).steps:
            if step.layer == 0 and step.takes:
                found.setdefault(step.part, []).append(step.takes[0].ml)
        areas = {unit.key: unit.area for unit in one.units}
        whole = sum(areas[part] for part in found)
        self.assertGreater(len(set(map(round, (areas[part] for part in found)))) + len(found), 2)
        for part, coats in found.items():
            self.assertEqual(len(coats), PAINT.coats)
            for ml in coats:
                self.assertAlmostEqual(ml, 600.0 * areas[part] / whole / PAINT.coats, places=6)

    def test_every_step_has_its_cautions(self) -> None:
        """Also the last: rags of a wax that is laid at the end can burn as those of any other."""
        wax = layer("wax", "clear_wax")
        steps = steps_of([work("chest", PAINT, wax)], Workshop()).steps
        waxed = [step for step in steps if step.kinds & {"clear_wax"}]
        self.assertTrue(waxed)
        for step in waxed:
            self.assertIn("rags", step.cautions)
            self.assertIn("solvent", step.cautions)

    def test_jugs_are_mixed_before_they_are_laid_and_laid_before_they_spoil(self) -> None:
        take = Take(colour="mix:1", name="Jug glaze", ml=90.0)
        self.assertGreater(14.0, FRESH)
        for life, most in ((14.0, 14 * 1440), (FRESH, None), (0.5, None), (None, None)):
            one = replace(work("chest", PAINT), takes=((take,),), keeps={"mix:1": life})
            found = steps_of([one], Workshop())
            own = [wait for wait in found.waits if wait.before == "job.mix.mix-1"]
            self.assertEqual({wait.most for wait in own}, {most})
            self.assertEqual(len(own), len([s for s in found.steps if s.takes and s.layer >= 0]))

    def test_another_look_is_laid_on_what_is_there(self) -> None:
        one = replace(work("chest", PAINT, ground="oak"), over={"fronts": "first coat of blend"})
        unit = next(unit for unit in one.units if unit.key == "fronts")
        self.assertTrue(unit.again)
        self.assertEqual(unit.ground.coat, "paint")
        found = steps_of([one], Workshop())
        self.assertIn("p1.fronts.scuff.first.again", found.by_key)
        self.assertNotIn("p1.fronts.clean", found.by_key)

    def test_marks_tell_coats_apart(self) -> None:
        one = replace(work("chest", PAINT), marks=("abc",))
        self.assertEqual(mark_of(one, 0), "0-abc")
        self.assertEqual(on(one, "top"), "p1.top")
        self.assertIn("p1.top.paint.0-abc.1", steps_of([one], Workshop()).by_key)

    def test_usable_a_day_after_the_last(self) -> None:
        found = steps(work("chest", PAINT, Layer(kind="metallic", films=(GOLD,))))
        self.assertEqual(found.steps[-1].cure, LIGHT_USE)
        bare_chest = work("chest")
        self.assertEqual(milestones(bare_chest, {unit.key: unit for unit in bare_chest.units}), [])

    def test_bad_surveys(self) -> None:
        for bad in ({"causes": ("ghosts",)}, {"unknown": ("x",)}, {"lead": "maybe"}, {"interiors": "paint"}):
            with self.assertRaises(ValueError):
                Survey(**bad)
        for worse in ({"damage": ("x",)}, {"layers": 99}, {"treatment": "burn"}):
            with self.assertRaises(ValueError):
                PartSurvey(**worse)
        self.assertEqual(Survey.of(None), Survey())
        self.assertEqual(
            Survey.of({"parts": {"top": {"damage": ["dents"]}}, "causes": ["nails"]}).causes, ("nails",)
        )
