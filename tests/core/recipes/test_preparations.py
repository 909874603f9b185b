"""Standard preparations."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.preparation_table import PREPARATIONS
from jug_mingle.core.recipes.preparations import batch_of, prepare
from tests.core.paints import material, readings


def cast(**tins: str) -> dict[str, tuple[tuple[str, float], ...]]:
    """Return roles, each played by one tin."""
    return {role: ((key, 1.0),) for role, key in tins.items()}


class PreparationsTest(unittest.TestCase):
    """Ratios are common practice: C001 milk paint 1 : 1, C002 gesso 1 : 1, C003 chalk paint 3 : 1 : 1, C007
    wash 1 : 2,
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
            ("milk_paint", (1, 1)), ("crackle_gesso", (1, 1)), ("home_chalk_paint", (1, 1, 3)),
            ("wash", (1, 2)),
            ("tinted_wax", (3, 1)), ("retarder_of_mixture", (88, 12)), ("retarder_on_paint", (100, 12)),
        ):  # fmt: skip
            self.assertEqual(tuple(role.parts for role in PREPARATIONS[key].roles), parts, key)
        self.assertIn("leaves lumps", PREPARATIONS["home_chalk_paint"].order)

    def test_wash_leaves_the_wood_readable(self) -> None:
        """A 1 : 2 wash of white lightens oak, and leaves it nearer to wood than to paint (C007)."""
        shelf, oak = self.shelf(), ground("oak")
        wash = prepare(
            shelf, PREPARATIONS["wash"], cast(paint="white", water="water"), batch=300.0, below=oak
        )
        L_wood, L_wash = R_to_Lab(oak.R_seen)[0], R_to_Lab(np.clip(wash.R, 0, 1))[0]
        self.assertTrue(L_wood + 2 < L_wash < 90)
        self.assertEqual(
            [(p.key, round(p.ml)) for p in wash.pours], [("paint" and "white", 100), ("water", 200)]
        )

    def test_plaster_sets(self) -> None:
        """C004: two cups of paint take two thirds of a cup each of plaster and water."""
        played = cast(paint="red", water="water", plaster="plaster")
        one, cup = PREPARATIONS["home_chalk_paint"], 236.588
        batch = batch_of(one, {}, role="paint", ml=2 * cup)
        self.assertAlmostEqual(batch, 2 * cup * 5 / 3)
        made = prepare(self.shelf(), one, played, batch=batch, below=ground("paper"))
        self.assertEqual([round(pour.ml / cup, 3) for pour in made.pours], [0.667, 0.667, 2.0])

    def test_refused(self) -> None:
        for played, parts, words in (
            (cast(water="water"), {}, "no tin plays the paint"),
            (cast(paint="wax", water="water"), {}, "cannot play"),
            (cast(paint="white", water="water"), {"water": 0.0}, "must be above 0"),
            (cast(paint="white", water="water"), {"sand": 1.0}, "has no 'sand'"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                prepare(
                    self.shelf(), PREPARATIONS["wash"], played, batch=100.0, below=ground("oak"), parts=parts
                )

    def test_water_is_always_there(self) -> None:
        """Without a tin of water it comes from the tap: the same wash, the same parts, poured at its
        place."""
        shelf, oak, wash = self.shelf(), ground("oak"), PREPARATIONS["wash"]
        tin = prepare(shelf, wash, cast(paint="white", water="water"), batch=90.0, below=oak)
        tap = prepare(shelf, wash, cast(paint="white"), batch=90.0, below=oak)
        assert_allclose(tap.R, tin.R)
        self.assertEqual((tap.water, tap.water_after, tap.water_parts), (60.0, 1, 2))
        self.assertEqual([(pour.parts, pour.ml) for pour in tap.pours], [(1, 30.0)])

    def test_altered_says_what_breaks(self) -> None:
        """Retarder glaze holds a blend at 10 to 15 parts (V029); outside, and in a wash below 1 : 1, it says
        so."""
        shelf, oak = self.shelf(), ground("oak")
        for water, said in ((2.0, 0), (1.0, 0), (0.5, 1)):
            played = cast(paint="white", water="water")
            made = prepare(shelf, PREPARATIONS["wash"], played, batch=90.0, below=oak, parts={"water": water})
            self.assertEqual(len(made.breaks), said, water)
        glaze = PREPARATIONS["retarder_on_paint"].roles[1]
        self.assertEqual(
            [bool(glaze.breaks(parts)) for parts in (9.0, 10.0, 15.0, 16.0)], [True, False, False, True]
        )

    def test_a_jug_plays_a_role(self) -> None:
        """What is in a jug is shared out among its tins, and a tin that plays two roles is poured once."""
        jug = {"paint": (("white", 300.0), ("red", 100.0)), "water": (("water", 1.0),)}
        made = prepare(self.shelf(), PREPARATIONS["wash"], jug, batch=120.0, below=ground("oak"))
        self.assertEqual(
            [(p.key, round(p.ml)) for p in made.pours], [("white", 30), ("red", 10), ("water", 80)]
        )

    def test_what_has_no_colour(self) -> None:
        """Bleach, and glue but for its water, come from the cupboard; a wash wet is darker than dry."""
        shelf, oak = self.shelf(), ground("oak")
        bleach = prepare(shelf, PREPARATIONS["wood_bleach"], {}, batch=50.0, below=oak)
        self.assertEqual((bleach.pours, bleach.loose), ((), (("wood bleach, by its label", 50.0),)))
        self.assertIn("Never mix it", PREPARATIONS["wood_bleach"].caution)
        wash = prepare(shelf, PREPARATIONS["wash"], cast(paint="red", water="water"), batch=90.0, below=oak)
        self.assertLess(R_to_Lab(wash.wet)[0], R_to_Lab(wash.R)[0])
