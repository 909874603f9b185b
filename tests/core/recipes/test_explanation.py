"""Why a recipe is as it is."""

import unittest

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.explanation import explain, pouring_order
from jug_mingle.core.recipes.wishes import Target
from tests.core.paints import material, readings


class WhyTest(unittest.TestCase):
    def test_faces(self) -> None:
        """Wet and sealed are deeper than dry (C024, C027); one part too much of the strong tin costs most."""
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

    def test_the_fastest_is_the_most_sensitive(self) -> None:
        """What turns the colour fastest is told, not what is poured last: blue in red, beside a little
        yellow."""
        keys = ["red", "blue", "yellow", "white"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        pours = [Pour(key=key, parts=n, ml=20.0 * n) for key, n in (("red", 9), ("blue", 3), ("yellow", 2))]
        found = explain(shelf, pours, Target(R=np.full(36, 0.5)), below=ground("oak"))
        moved = {slip.key: slip.moved for slip in found.slips}
        self.assertEqual(max(moved, key=lambda key: moved[key]), "blue")
        self.assertIn(
            "Deep sea turns the colour", pouring_order(found, {"blue": "Deep sea", "yellow": "Straw"})
        )
        alone = explain(shelf, pours[:1], Target(R=np.full(36, 0.5)), below=ground("oak"))
        self.assertEqual(pouring_order(alone, {}), "It is one tin as it is: stir it well.")
