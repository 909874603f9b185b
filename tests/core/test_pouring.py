"""A pot in the making (core.pouring), preparations (core.preparations), what lies behind a recipe (core.why)."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.measuring.pouring import SLACK, Pour, rest_of
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.explanation import explain
from jug_mingle.core.recipes.preparations import PREPARATIONS, prepare
from jug_mingle.core.recipes.wishes import Target
from tests.core.paints import material, readings

ASKED = (Pour(key="a", parts=4, ml=200.0), Pour(key="b", parts=2, ml=100.0), Pour(key="c", parts=1, ml=50.0))


class RestTest(unittest.TestCase):
    def test_as_planned(self) -> None:
        rest = rest_of(ASKED, {"a": 200.0}, capacity=500.0)
        self.assertEqual([(p.key, p.ml) for p in rest.pours], [("b", 100.0), ("c", 50.0)])
        self.assertEqual((rest.batch, rest.words), (350.0, ""))

    @given(st.floats(1.03, 1.4), st.sampled_from("abc"))
    def test_too_much_keeps_the_ratio(self, over: float, key: str) -> None:
        """Too much of one pot: the batch grows, and poured to its end the ratio is as asked."""
        poured = {pour.key: pour.ml * (over if pour.key == key else 1.0) for pour in ASKED}
        rest = rest_of(ASKED, poured, capacity=600.0)
        for pour in rest.pours:
            poured[pour.key] += pour.ml
        total = sum(poured.values())
        for pour in ASKED:
            self.assertAlmostEqual(poured[pour.key] / total, pour.ml / 350.0, delta=SLACK)
        self.assertIn("the colour stays", rest.words)

    def test_the_jug_is_the_limit(self) -> None:
        """When the jug cannot hold the larger batch, the rest fills it to the brim and it is said."""
        rest = rest_of(ASKED, {"a": 320.0}, capacity=400.0)
        self.assertAlmostEqual(rest.batch, 400.0)
        self.assertIn("lean to a", rest.words)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "run over"):
            rest_of(ASKED, {"a": 600.0}, capacity=400.0)
        with self.assertRaisesRegex(ValueError, "not part of this recipe"):
            rest_of(ASKED, {"z": 1.0}, capacity=400.0)


class PreparationsTest(unittest.TestCase):
    """Ratios are common practice: C001 milk paint 1 : 1, C002 gesso 1 : 1, C003 chalk paint 3 : 1 : 1, C007 wash 1 : 2,
    C008 wax 3 : 1, M074 retarder glaze 10–15 %."""

    def shelf(self) -> Shelf:
        extra = [
            Material(key="water", name="Water", kind=kind_of("thinner")),
            Material(key="plaster", name="Plaster", kind=kind_of("extender")),
            Material(key="wax", name="Wax base", kind=kind_of("tinting_wax")),
        ]
        return characterise([material("white"), material("red"), *extra], readings(["white", "red"]))

    def test_ratios(self) -> None:
        for key, parts in (
            ("milk_paint", (1, 1)), ("crackle_gesso", (1, 1)), ("home_chalk_paint", (1, 1, 3)), ("wash", (1, 2)),
            ("tinted_wax", (3, 1)), ("retarder_of_mixture", (88, 12)), ("retarder_on_paint", (100, 12)),
        ):  # fmt: skip
            self.assertEqual(tuple(role.parts for role in PREPARATIONS[key].roles), parts, key)
        self.assertIn("leaves lumps", PREPARATIONS["home_chalk_paint"].order)

    def test_wash_leaves_the_wood_readable(self) -> None:
        """A 1 : 2 wash of white lightens oak, and leaves it nearer to wood than to paint (C007)."""
        shelf, oak = self.shelf(), ground("oak")
        wash = prepare(shelf, PREPARATIONS["wash"], {"paint": "white", "water": "water"}, batch=300.0, below=oak)
        L_wood, L_wash = R_to_Lab(oak.R_seen)[0], R_to_Lab(np.clip(wash.R, 0, 1))[0]
        self.assertTrue(L_wood + 2 < L_wash < 90)
        self.assertEqual([(p.key, round(p.ml)) for p in wash.pours], [("paint" and "white", 100), ("water", 200)])
        self.assertIsNone(wash.pot_life)

    def test_plaster_sets(self) -> None:
        """C004: two cups of paint take two thirds of a cup each of plaster and water; it must be used up."""
        cast = {"paint": "red", "water": "water", "plaster": "plaster"}
        cup = 236.588
        made = prepare(
            self.shelf(),
            PREPARATIONS["home_chalk_paint"],
            cast,
            batch=2 * cup * 5 / 3,
            below=ground("paper"),
        )
        self.assertEqual([round(pour.ml / cup, 3) for pour in made.pours], [0.667, 0.667, 2.0])
        self.assertEqual(made.pot_life, 0.25)

    def test_refused(self) -> None:
        for cast, words in (
            ({"paint": "white"}, "no pot plays the water"),
            ({"paint": "wax", "water": "water"}, "cannot play"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                prepare(self.shelf(), PREPARATIONS["wash"], cast, batch=100.0, below=ground("oak"))


class WhyTest(unittest.TestCase):
    def test_faces(self) -> None:
        """Wet and sealed are deeper than dry (C024, C027); one part too much of the strong pot costs most."""
        keys = ["white", "red"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        pours = [Pour(key="white", parts=8, ml=400.0), Pour(key="red", parts=1, ml=50.0)]
        from jug_mingle.core.evidence.mixtures import predict

        found = explain(shelf, pours, Target(R=np.clip(predict(shelf, pours), 0, 1)), below=ground("walnut"))
        L = [R_to_Lab(np.clip(R, 0, 1))[0] for R in (found.R, found.sealed, found.wet)]
        self.assertTrue(L[0] > L[1] > L[2])
        self.assertEqual(found.slips[0].key, "red")
        self.assertGreater(found.slips[0].after, found.slips[0].before + 1.0)
        self.assertLess(max(value for _, value in found.delta_E), 0.01)
        self.assertTrue(found.coats is not None and found.coats >= 1)
