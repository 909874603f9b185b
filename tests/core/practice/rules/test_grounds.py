"""Rules about what a first coat is laid on. What is expected is common practice."""

import unittest

from jug_mingle.core.finishes import Finish, Layer, bare
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.rules import by_rules
from tests.core.practice.support import FACES, layer, of, remarks, said

CHALK = layer("paint", "chalk_paint", coats=2)
PRIMER = layer("primer", "primer")


class OldFinishesTest(unittest.TestCase):
    def test_stain_reaches_bare_wood(self) -> None:
        """Stain fails over old paint, any varnish and primer; bare, planed or stained wood takes it."""
        for ground in "old_white_paint sound_varnish failed_varnish waxed_wood white_primer laminate".split():
            self.assertEqual(
                said(layer("stain", "oil_stain"), ground=ground)["stain_needs_bare_wood"], "wrong", ground
            )
        for ground in ("pine", "stained_wood", "plywood"):
            self.assertNotIn("stain_needs_bare_wood", said(layer("stain", "oil_stain"), ground=ground))
        self.assertIn("stain_needs_bare_wood", said(CHALK, layer("stain", "water_stain")))

    def test_milk_paint(self) -> None:
        """J001, M167: not straight on an old finish; on bare wood, gesso, or an opaque self-priming paint."""
        milk = layer("paint", "milk_paint")
        for ground in ("old_dark_paint", "sound_varnish", "failed_varnish", "baked_coat"):
            self.assertEqual(set(said(milk, ground=ground).values()) & {"wrong"}, {"wrong"}, ground)
        for below in (layer("paint", "self_priming_paint"), layer("primer", "crackle_gesso"), PRIMER):
            self.assertNotIn("milk_paint_on_a_film", said(below, milk, ground="old_white_paint"))
        self.assertNotIn("milk_paint_on_a_film", said(milk))
        self.assertIn("milk_paint_on_a_film", said(CHALK, layer("sealer"), milk))

    def test_wash(self) -> None:
        """A wash over sound scuffed paint is right; over varnish, slick or unsound paint it is not."""
        wash = layer("wash", "chalk_paint", water=2.0, wipe=0.45)
        self.assertNotIn("wrong", said(wash, ground="old_white_paint").values())
        self.assertNotIn("wrong", said(wash).values())
        for ground in ("sound_varnish", "failed_varnish", "laminate", "old_flaking_paint", "waxed_wood"):
            self.assertIn("wrong", said(wash, ground=ground).values(), ground)

    def test_enamel(self) -> None:
        """J005, M166: without a primer it fails on slick and on bare sanded ground; on a sound scuffed finish
        it is done both ways; primed it is right. What is its own primer needs none."""
        for kind in ("enamel", "oil_enamel"):
            paint = layer("paint", kind)
            for ground, weight in (("birch", "wrong"), ("laminate", "wrong"), ("old_white_paint", "school")):
                self.assertIn(weight, said(paint, ground=ground).values(), (kind, ground))
                self.assertFalse(
                    {"enamel_on_bare_wood", "enamel_on_scuffed_finish"} & set(said(PRIMER, paint))
                )
        for kind in ("chalk_paint", "mineral_paint", "self_priming_paint"):
            self.assertNotIn("wrong", said(layer("paint", kind)).values())

    def test_slick(self) -> None:
        """J007: baked coats want bonding; what bonds is silent, an ordinary primer is advised against."""
        self.assertEqual(said(CHALK, ground="baked_coat")["slick_ground"], "wrong")
        self.assertEqual(
            said(PRIMER, CHALK, layer("sealer"), ground="baked_coat"), {"ordinary_primer_on_slick": "advice"}
        )
        self.assertEqual(
            said(layer("primer", "bonding_primer"), CHALK, layer("sealer"), ground="baked_coat"), {}
        )

    def test_not_false_on_slick(self) -> None:
        """Gilding wax holds on brass; hardware that is sealed twice with a tough coat needs no primer (J029);
        a tin that is sold as its own primer is tried first; mineral paint alone still fails."""
        handles = tuple(face for face in usual_piece("chest").faces if face.startswith("hardware/"))
        chalk, seal = layer("paint", "chalk_paint", zones=("hardware",)), {"zones": ("hardware",)}

        def weights(*layers: Layer) -> set[str]:
            return {one.weight for one in remarks(*layers, ground="brass", faces=handles)}

        self.assertNotIn("wrong", weights(Layer(kind="metallic", zones=("hardware",))))
        self.assertIn("wrong", weights(chalk, layer("sealer", "clear_coat", **seal)))
        self.assertNotIn("wrong", weights(chalk, layer("sealer", "clear_coat", coats=2, **seal)))
        self.assertEqual(
            said(layer("paint", "self_priming_paint"), ground="laminate")["slick_self_priming"], "advice"
        )
        self.assertEqual(said(layer("paint", "mineral_paint"), ground="laminate")["slick_ground"], "wrong")

    def test_self_priming_enamel(self) -> None:
        """An enamel whose label says that it primes itself needs no primer on bare wood."""
        self.assertNotIn("enamel_on_bare_wood", said(layer("paint", of("enamel", own_primer=True))))

    def test_said_face_by_face(self) -> None:
        """What a part is made of is said of that part, whatever the rest is."""
        finish = Finish(
            layers=(layer("paint", "enamel"), layer("sealer")),
            grounds={"": bare("white_primer"), "top": bare("laminate"), "drawer 1": bare("waxed_wood")},
        )
        words = {one.rule: one.words for one in by_rules(finish, FACES)}
        self.assertTrue(words["slick_ground"].endswith("(top)."), words)
        self.assertTrue(words["wax_below"].endswith("(drawer 1)."), words)


class BleedingTest(unittest.TestCase):
    def test_blocked(self) -> None:
        """J002, J004, J006: oak bleeds through pale paint unless primer, clear primer or a self-priming base
        is anywhere below on that face, or is the paint itself."""
        seal = layer("sealer")
        open_: tuple[tuple[Layer, ...], ...] = (
            (), (layer("wash", "chalk_paint"),), (layer("primer", "crackle_gesso"),),
        )  # fmt: skip
        for below in open_:
            self.assertIn("bleeding", said(*below, CHALK, seal, ground="oak"))
        for below in (
            (PRIMER,), (layer("primer", "clear_primer"),), (layer("paint", "self_priming_paint"),),
            (PRIMER, layer("wash", "chalk_paint")), (layer("wash", "chalk_paint"), PRIMER),
        ):  # fmt: skip
            self.assertNotIn("bleeding", said(*below, CHALK, seal, ground="oak"))
        self.assertIn("bleeding", said(layer("primer", "primer", zones=("top",)), CHALK, seal, ground="oak"))

    def test_up_to_middle_grey(self) -> None:
        """J008: a pale colour shows it, a dark one does not, and birch does not bleed."""
        self.assertNotIn("bleeding", said(layer("paint", of("chalk_paint", "black")), ground="oak"))
        self.assertNotIn("bleeding", said(CHALK))
        dark = layer("paint", of("chalk_paint", "black"))
        self.assertEqual(
            [one.layer for one in remarks(dark, CHALK, CHALK, ground="oak") if one.rule == "bleeding"], [1]
        )
