"""Standard preparations."""

import unittest

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.preparations import PREPARATIONS, prepare
from tests.core.paints import material, readings


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

    def test_plaster_sets(self) -> None:
        """C004: two cups of paint take two thirds of a cup each of plaster and water."""
        cast = {"paint": "red", "water": "water", "plaster": "plaster"}
        cup = 236.588
        made = prepare(
            self.shelf(), PREPARATIONS["home_chalk_paint"], cast, batch=2 * cup * 5 / 3, below=ground("paper")
        )
        self.assertEqual([round(pour.ml / cup, 3) for pour in made.pours], [0.667, 0.667, 2.0])

    def test_refused(self) -> None:
        for cast, words in (
            ({"paint": "white"}, "no tin plays the water"),
            ({"paint": "wax", "water": "water"}, "cannot play"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                prepare(self.shelf(), PREPARATIONS["wash"], cast, batch=100.0, below=ground("oak"))
