"""Sequences of work, waits and counts that are common practice come out of a survey and a look. Common
practice."""

import unittest

from jug_mingle.core.finishes.bare_ground import bare
from jug_mingle.core.finishes.generic import generic_film
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.stack import Finish
from jug_mingle.core.pieces import FORMS, usual_piece
from jug_mingle.core.plan.conditions import Conditions
from jug_mingle.core.plan.cp_model import solve
from jug_mingle.core.plan.first_plan import first_plan
from jug_mingle.core.plan.problem import Session
from jug_mingle.core.plan.scheduling import Hours, problem_of
from jug_mingle.core.plan.step import Step, Wait
from jug_mingle.core.plan.steps import Steps, steps_of
from jug_mingle.core.plan.survey import PartSurvey, Survey
from jug_mingle.core.plan.work import PieceWork, Workshop
from tests.core.plan.generated import evenings, layer, long_days
from tests.core.plan.measures import in_order, waits_of
from tests.core.plan.test_schedules import QUICK

WAX = generic_film("brown wax")
GOLD = generic_film("gold")


def work(
    form: str, *layers: Layer, ground: str = "oak", number: int = 1, survey: Survey | None = None,
    **values: object
) -> PieceWork:  # fmt: skip
    given: dict[str, object] = {"age": "later", "uses": FORMS[form].uses, **values}
    return PieceWork(
        number=number, name=form, piece=usual_piece(form), survey=survey or Survey(),
        finish=Finish(layers=tuple(layers), grounds={"": bare(ground)}), **given,  # type: ignore[arg-type]
    )  # fmt: skip


def steps(*works: PieceWork, **workshop: object) -> Steps:
    return steps_of(works, Workshop(**workshop))  # type: ignore[arg-type]


def acts(found: Steps, part: str = "") -> list[str]:
    """Return what is done, in order, each act once in a row; on one part and the whole piece where one is
    named."""
    kept: list[str] = []
    for step in found.steps:
        if part and step.part not in (part, "all"):
            continue
        if not kept or kept[-1] != step.act:
            kept.append(step.act)
    return kept


def in_this_order(found: list[str], *wanted: str) -> bool:
    rest = iter(found)
    return all(one in rest for one in wanted)


def waits(found: Steps, part: str, *, of: set[str]) -> list[Wait]:
    """Return the waits after acts on a part."""
    by_key: dict[str, Step] = {step.key: step for step in found.steps}
    return [
        wait for wait in found.waits
        if by_key[wait.before].part == part and by_key[wait.before].act in of and wait.least > 0
    ]  # fmt: skip


class SequencesTest(unittest.TestCase):
    def check(self, found: Steps, part: str, *wanted: str) -> None:
        self.assertTrue(in_this_order(acts(found, part), *wanted), acts(found, part))

    def test_skeleton(self) -> None:
        """Look over, take apart, clean, mend, sand, dust; coats; wear, then the seal; gilding last; refit."""
        found = steps(
            work(
                "chest", layer("paint", "chalk_paint", coats=2), Layer(kind="distress"),
                layer("sealer", coats=2), Layer(kind="metallic", films=(GOLD,)), ground="sound_varnish",
                survey=Survey(parts={"": PartSurvey(damage=("dents",))}),
            )
        )  # fmt: skip
        self.check(
            found, "fronts", "photograph", "dismantle", "clean", "fill", "shape", "scuff", "dust", "mask",
            "primer", "paint", "distress", "sealer", "metallic", "buff", "unmask", "refit", "photograph",
        )  # fmt: skip

    def test_upholstered_chair(self) -> None:
        """Staples out and flush; the padding cleaned, a night; coats; wax; a cure before anybody sits."""
        found = steps(
            work(
                "chair", layer("paint", "chalk_paint", coats=3),
                layer("wax", "coloured_wax", place="everywhere"), survey=Survey(causes=("staples", "pets")),
            )
        )  # fmt: skip
        self.check(found, "frame", "free", "clean", "paint", "wax", "buff")
        guests = [one for one in found.milestones if one.words == "guests on it"]
        self.assertGreaterEqual(guests[0].after, 7 * 1440)

    def test_cloth(self) -> None:
        """J035, J045, V030, V031: three coats, misted; the next while the last is slightly damp, not when it
        is dry."""
        layers = (layer("paint", "chalk_paint", coats=3),)
        cloth, wood = (steps(work("chair", *layers, ground=key)) for key in ("patterned_cloth", "oak"))
        first = next(step for step in cloth.steps if step.act == "paint")
        self.assertIn("three coats are usual", first.words)
        self.assertIn("Mist the cloth", first.words)
        part = first.part

        def least(found: Steps) -> int:
            return sum(wait.least for wait in waits(found, part, of={"paint"}))

        self.assertLess(least(cloth), least(wood))

    def test_stripped_and_stained_top(self) -> None:
        """Stripper an hour, scrape, spirits, a night, 120 to 220 with pencil, dust, stain, a night, one
        coat."""
        found = steps(
            work(
                "table", layer("stain", "oil_stain", dwell=0.5), layer("sealer", "oil_varnish", coats=1),
                ground="sound_varnish", survey=Survey(parts={"": PartSurvey(treatment="strip")}),
            )
        )  # fmt: skip
        self.check(found, "top", "strip", "scrape", "solvent", "sand", "dust", "stain", "sealer")
        self.assertIn("Pencil", found.of("p1.top.sand.bare").words)
        stain = next(step for step in found.steps if step.act == "stain")
        self.assertEqual(stain.stands, 0.5)

    def test_sprayed_frame(self) -> None:
        """Clear primer twice and white enamel twice, one piece in the booth at a time."""
        found = steps(
            work(
                "chest",
                layer("primer", "clear_primer", coats=2, way="spray"),
                layer("paint", "enamel", coats=2, way="spray"),
            )
        )
        sprayed = [step for step in found.steps if step.place == "booth"]
        self.assertEqual({step.act for step in sprayed}, {"primer", "paint"})
        self.assertTrue(all(step.place != "booth" for step in found.steps if step.layer < 0))

    def test_washed_drawers(self) -> None:
        """A first water coat raises the grain: it is knocked back once before the second."""
        found = steps(
            work("chest", layer("wash", "chalk_paint", coats=2, water=2.0), layer("sealer", coats=1))
        )
        own = [step for step in found.steps if step.part == "fronts"]
        order = [step.key.split(".")[2] + str(step.coat or "") for step in own]
        self.assertLess(order.index("wash1"), order.index("smooth", order.index("wash1")))
        self.assertLess(order.index("smooth", order.index("wash1")), order.index("wash2"))

    def test_interiors_fed(self) -> None:
        """Butter is wiped off at twenty minutes."""
        found = steps(work("chest", layer("paint", "chalk_paint", coats=2), survey=Survey(interiors="feed")))
        wait = next(one for one in found.waits if one.after.endswith("wipe.feed"))
        self.assertEqual((wait.least, wait.most), (20, 40))

    def test_lines_and_delivery(self) -> None:
        found = steps(
            work("chest", layer("paint", "chalk_paint"), survey=Survey(interiors="line", deliver=True))
        )
        self.check(found, "fronts", "line", "refit", "photograph", "deliver")


class WaitsTest(unittest.TestCase):
    def test_milk_paint_piece(self) -> None:
        """100 to 150 minutes of waits before buffing: gesso 2 × 15, milk paint 2 × 10–15, waxes 30–60 and
        20–30."""
        layers = (
            layer("primer", "crackle_gesso", coats=2), layer("paint", "milk_paint", coats=2),
            layer("wax", "light_wax", place="everywhere"), Layer(kind="wax", films=(WAX,)),
        )  # fmt: skip
        found = waits(steps(work("chest", *layers)), "fronts", of={"primer", "paint", "wax"})
        self.assertTrue(100 <= sum(one.least for one in found) <= 150, [one.least for one in found])

    def test_end_tables(self) -> None:
        """24 h after the primer, a night after the clear coat, a night before the gilding is buffed."""
        layers = (
            layer("primer", "primer"), layer("paint", "chalk_paint"), layer("sealer", "clear_coat", coats=2),
            Layer(kind="metallic", films=(GOLD,)),
        )  # fmt: skip
        found = waits(steps(work("bedside", *layers)), "top", of={"primer", "sealer", "metallic"})
        self.assertEqual([one.least for one in found if one.least >= 720], [1440, 720, 720])

    def test_dining_top(self) -> None:
        """An hour under film, a night after the spirits, a night after the stain."""
        layers = (layer("stain", "oil_stain", dwell=0.5), layer("sealer", "oil_varnish", coats=1))
        survey = Survey(parts={"": PartSurvey(treatment="strip")})
        found = steps(work("table", *layers, ground="sound_varnish", survey=survey))
        own = waits(found, "top", of={"strip", "solvent", "stain"})
        self.assertEqual([one.least for one in own], [60, 720, 900])

    def test_two_rounds_on_four_sections(self) -> None:
        """Two rounds of 40 minutes: 80 a section, 320 for four in turn; less when they overlap, by a
        schedule."""
        survey = Survey(parts={"": PartSurvey(treatment="strip", layers=3)})
        found = steps(work("chest", layer("paint", "chalk_paint"), ground="old_white_paint", survey=survey))
        stripped = waits(found, "fronts", of={"strip"})
        self.assertEqual([one.least for one in stripped], [40, 40])
        self.assertGreaterEqual(stripped[0].most or 0, 1440)
        units = {step.part for step in found.steps if step.act == "strip"}
        hours = long_days(3)
        plan = first_plan(problem_of(found, hours).problem)
        assert plan is not None
        of_strip = [key for key in plan.starts if ".strip." in key or ".scrape." in key]
        first = min(plan.starts[key] for key in of_strip)
        last = max(plan.starts[key] for key in of_strip)
        hands = sum(found.of(key).minutes for key in of_strip)
        self.assertLess(last - first, 80 * len(units) + hands)

    def test_many_layers_take_a_day(self) -> None:
        survey = Survey(parts={"": PartSurvey(damage=("failing",), layers=6)})
        found = steps(work("desk", layer("paint", "chalk_paint"), ground="old_white_paint", survey=survey))
        self.assertEqual([one.least for one in waits(found, "top", of={"strip"})], [1440, 60])

    def test_four_varnish_coats_take_two_days(self) -> None:
        """Four coats with sanding between, two a day, in days of ten hours and more."""
        found = steps(work("table", layer("sealer", "oil_varnish", coats=4)))
        coats = [step for step in found.steps if step.act == "sealer" and step.part == "top"]
        self.assertEqual(len(coats), 4)
        self.assertEqual(
            len([step for step in found.steps if ".between." in step.key and step.part == "top"]), 3
        )
        days = Hours(sessions=tuple(Session(start=d * 1440 + 360, end=d * 1440 + 1380) for d in range(10)))
        plan = first_plan(problem_of(found, days).problem)
        assert plan is not None
        at = sorted(plan.starts[step.key] for step in coats)
        self.assertLessEqual(at[-1] - at[0], 2 * 1440)

    def test_damp_air_doubles_the_wait_of_wax(self) -> None:
        layers = (
            layer("paint", "chalk_paint"),
            layer("wax", "light_wax", place="everywhere"),
            Layer(kind="wax", films=(WAX,)),
        )
        dry, damp = (
            waits(steps(work("chest", *layers), air=Conditions(humidity=h)), "fronts", of={"wax"})[0]
            for h in (50.0, 80.0)
        )
        self.assertEqual((dry.least, damp.least), (30, 60))
        self.assertIn("doubles", damp.why)

    def test_wear_with_a_damp_rag_closes(self) -> None:
        """The same day; by paper at any time, where that is how somebody does it."""
        layers = (layer("paint", "chalk_paint"), Layer(kind="distress"))
        for school, most in (("", 600), ("rag", 600), ("paper", None)):
            found = steps(work("chest", *layers), schools={"distress_by": school} if school else {})
            wait = next(one for one in found.waits if ".distress." in one.after and ".fronts." in one.after)
            self.assertEqual(wait.most, most, school)


class WholeJobsTest(unittest.TestCase):
    def test_dining_set_in_five_long_days(self) -> None:
        """A table and six chairs, stripped and stained top, black chairs."""
        strip = Survey(parts={"top": PartSurvey(treatment="strip")})
        table = work(
            "table", layer("stain", "oil_stain", zones=("top",), dwell=0.5), layer("sealer", "oil_varnish",
            zones=("top",)),
            layer("paint", "enamel", zones=("leg", "body"), coats=2, way="spray"), ground="sound_varnish",
            survey=strip,
        )  # fmt: skip
        chairs = work(
            "chair", layer("paint", "enamel", coats=2, way="spray"), ground="sound_varnish", number=2, count=6
        )
        found = steps(table, chairs)
        hours = long_days(12)
        plan = first_plan(problem_of(found, hours).problem)
        assert plan is not None
        last = max(plan.starts[step.key] for step in found.steps if step.layer >= 0)
        self.assertLessEqual(last // 1440 + 1, 5)

    def test_table_and_chairs(self) -> None:
        """At least four days of waits; about two weeks when done in order in spare evenings, fewer by a
        plan."""
        table = work(
            "table", layer("stain", "oil_stain", coats=2), layer("sealer", "oil_varnish", coats=4),
            ground="sound_varnish",
            survey=Survey(parts={"": PartSurvey(treatment="strip")}),
        )  # fmt: skip
        chairs = work(
            "chair", layer("paint", "spray_enamel", coats=1), Layer(kind="distress"), number=2, count=2,
            ground="sound_varnish",
        )  # fmt: skip
        found = steps(table, chairs)
        the_last_coat = 720
        self.assertGreaterEqual(waits_of(found) + the_last_coat, 4 * 1440)
        hours = evenings(hands=1)
        laid = problem_of(found, hours)
        plan, ordered = solve(laid.problem, first_plan(laid.problem), effort=QUICK), in_order(found, hours)
        assert plan is not None
        assert ordered is not None
        self.assertGreaterEqual(plan.usable, 4 * 1440)
        self.assertTrue(10 <= ordered / 1440 <= 21, ordered / 1440)
        self.assertLess(plan.usable, 0.8 * ordered)
