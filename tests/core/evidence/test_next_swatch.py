"""The next swatch narrows what it says it narrows."""

import unittest
from dataclasses import replace

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.level import black_of
from jug_mingle.core.evidence.next_swatch import next_swatch
from jug_mingle.core.measuring.pouring import Pour
from tests.core.paints import material, readings


class NextSwatchTest(unittest.TestCase):
    def test_most_telling_first(self) -> None:
        """Where the red is known from its masstone alone, a test with red in it comes first and narrows the
        recipe."""
        keys = ["white", "red", "yellow"]
        evidence = [r for r in readings(keys, noise=0.5) if r.key != "red 1"]
        shelf = characterise([material(key) for key in keys], evidence)
        pours = [Pour(key="white", parts=8, ml=400.0), Pour(key="red", parts=1, ml=50.0)]
        found = next_swatch(shelf, pours, white="white")
        self.assertIn("red", dict(found[0].volumes))
        self.assertGreater(len(found[0].volumes), 1)
        self.assertLess(found[0].after, 0.5 * found[0].before)
        afters = [one.after for one in found]
        self.assertEqual(afters, sorted(afters))
        self.assertTrue(all(one.after <= one.before + 1e-9 for one in found))

    def test_a_second_white_is_told_apart_by_black(self) -> None:
        """Two whites look alike with each other: of a pale paint known by its masstone ten parts with one of
        black tell more than a tint with the other white does."""
        keys = ["white", "black", "blue"]
        second = replace(readings(["white"], tints=False)[0], key="second", volumes=(("second", 1.0),))
        shelf = characterise(
            [*(material(key) for key in keys), material("second")], [*readings(keys), second]
        )
        pours = [Pour(key="second", parts=6, ml=300.0), Pour(key="blue", parts=1, ml=50.0)]
        found = {
            one.volumes: one for one in next_swatch(shelf, pours, white="white", black=black_of(shelf, keys))
        }
        with_black = found[("second", 10.0), ("black", 1.0)]
        self.assertLess(with_black.after, 0.7 * with_black.before)
        self.assertLess(with_black.after, found[("second", 1.0), ("white", 4.0)].after)
