"""Rules about the order of layers, and about several remarks at once. What is expected is common practice."""

import unittest

from jug_mingle.core.finishes import Finish, bare
from jug_mingle.core.practice.remark import Remark, ranked
from jug_mingle.core.practice.rules import RULES
from jug_mingle.core.practice.situation import situations
from tests.core.practice.support import FACES, layer, remarks, said

PAINT, SEAL = layer("paint", "chalk_paint"), layer("sealer")


class OrderTest(unittest.TestCase):
    def test_each_rule(self) -> None:
        for layers, rule, weight in (
            ((layer("distress"),), "nothing_to_wear", "wrong"),
            ((PAINT, layer("crackle")), "cracks_want_two", "advice"),
            ((PAINT, layer("primer", "primer")), "primer_goes_under", "advice"),
            ((PAINT, SEAL, layer("distress")), "worn_after_seal", "school"),  # D030
            ((PAINT, layer("wax", "clear_wax"), layer("distress")), "worn_after_seal", "school"),
            ((PAINT, layer("metallic"), SEAL), "gilded_first", "school"),  # D006
            ((PAINT, layer("glaze", "coloured_glaze")), "glaze_on_raw", "advice"),
        ):
            self.assertEqual(said(*layers).get(rule), weight, rule)

    def test_bases_never_meet(self) -> None:
        """M161: what by-hand refuses does not pass as a layer: water in oil, water-based run into
        oil-based."""
        for layers, rule in (
            ((layer("wash", "oil_enamel", water=2.0),), "water_in_oil"),
            ((layer("stain", "oil_stain", water=1.0),), "water_in_oil"),
            ((layer("blend", "chalk_paint", "oil_enamel"),), "bases_meet"),
        ):
            self.assertEqual(said(*layers).get(rule), "wrong", rule)
        blend = layer("blend", "chalk_paint", "enamel")
        for one in (layer("wash", "chalk_paint", water=2.0), layer("stain", "oil_stain"), blend):
            self.assertFalse({"water_in_oil", "bases_meet"} & set(said(one)))

    def test_glaze_on_milk_paint(self) -> None:
        """Antiquing glaze on unsealed milk paint is right; on a seal, or on enamel, it wipes."""
        glaze = layer("glaze", "coloured_glaze")
        for below in (layer("paint", "milk_paint"), layer("paint", "enamel")):
            self.assertNotIn("glaze_on_raw", said(below, glaze))
        self.assertNotIn("glaze_on_raw", said(PAINT, SEAL, glaze))

    def test_sponge(self) -> None:
        """T092: a sponge of glaze only on paint that can be rewetted, and before wax."""
        sponge, milk = layer("sponge", "coloured_glaze"), layer("paint", "milk_paint")
        for below in ((milk,), (PAINT,), (layer("primer", "primer"), PAINT)):
            self.assertEqual(said(*below, sponge, SEAL), {})
        wax = layer("wax", "clear wax", place="everywhere")
        for others in ([layer("paint", "enamel")], [milk, SEAL], [milk, wax], []):
            self.assertEqual(said(*others, sponge).get("sponge_on_set"), "wrong")
        self.assertEqual(said(milk, sponge).get("milk_paint_unsealed"), "wrong")

    def test_sound_orders(self) -> None:
        """The main schools: sealed then waxed, waxed clear then dark, stain under a clear coat, worn then
        waxed."""
        clear, dark = (
            layer("wax", "clear wax", place="everywhere"),
            layer("wax", "brown wax", place="recess", wipe=0.9),
        )
        for layers in (
            (PAINT, SEAL, dark), (PAINT, clear, dark), (layer("stain", "water_stain"), SEAL),
            (layer("primer", "primer"), PAINT, layer("distress"), clear),
            (PAINT, layer("paint", "chalk_paint"), layer("crackle", down_to=1), SEAL),
            (PAINT, SEAL, layer("glaze", "coloured_glaze"), SEAL),
        ):  # fmt: skip
            self.assertEqual(said(*layers), {}, [one.kind for one in layers])

    def test_off_or_elsewhere(self) -> None:
        wax = {"place": "everywhere"}
        self.assertNotIn("film_over_wax", said(layer("wax", "clear wax", on=False, **wax), PAINT))
        top = layer("wax", "clear wax", zones=("top",), **wax)
        self.assertNotIn("film_over_wax", said(top, layer("paint", "chalk_paint", zones=("body",))))
        found = next(one for one in remarks(top, PAINT) if one.rule == "film_over_wax")
        self.assertEqual((found.layer, found.words), (1, "Paint over wax will not hold (top)."))


class SituationTest(unittest.TestCase):
    def test_faces_alike_are_one(self) -> None:
        """Faces are grouped by ground and by what lies on them."""
        finish = Finish(
            layers=(PAINT, layer("sealer", zones=("top",))), grounds={"": bare("oak"), "side": bare("pine")}
        )
        found = situations(finish, FACES)
        self.assertEqual(
            sorted({zone.split("/")[0] for one in found for zone in one.faces if len(one.laid) == 2}), ["top"]
        )
        self.assertEqual(sum(len(one.faces) for one in found), len(FACES))
        self.assertLess(len(found), 7)


class RankedTest(unittest.TestCase):
    def test_what_fails_first_each_once_one_cause_as_one(self) -> None:
        """Nine remarks become four: by weight, without what is said twice, one of each cause on a layer."""

        def remark(words: str, weight: str = "advice", **more: object) -> Remark:
            return Remark(layer=0, weight=weight, words=words, why="because", **more)  # type: ignore[arg-type]

        found = ranked(
            [remark("a"), remark("b", "school"), remark("a"), remark("c", "wrong", cause="x"),
            remark("d", cause="x"),
             remark("d", cause="x"), remark("e", cause="y")]
        )  # fmt: skip
        self.assertEqual([one.words for one in found], ["c", "b", "a", "e"])
        self.assertEqual(found[0].why, "because d")

    def test_every_rule_has_a_reason_and_a_way_out(self) -> None:
        for key, rule in RULES.items():
            self.assertTrue(rule.why.endswith("."), key)
            self.assertEqual(bool(rule.school), rule.weight == "school", key)
