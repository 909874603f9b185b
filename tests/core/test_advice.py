"""What the shelf lacks, and which swatch to paint next."""

import unittest

import numpy as np

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.next_swatch import next_swatch
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.lacking import what_is_lacking
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import Target, Wishes
from tests.core.paints import material, readings, seen

WISHES = Wishes(batch=500.0, tool=tool("parts"), most_pots=3)


class WhatIsLackingTest(unittest.TestCase):
    def test_names_the_missing_family(self) -> None:
        """A vivid blue from red, yellow and white misses it, and blue (or violet beside it) is what would help."""
        keys = ["white", "red", "yellow", "black"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        target = Target(R=seen({"blue": 1, "white": 1}))
        best = min(find_recipes(shelf, target, WISHES), key=lambda recipe: recipe.worst)
        lack = what_is_lacking(shelf, target, WISHES, best.pours)
        self.assertGreater(lack.nearest, 8.0)
        self.assertEqual(lack.family, "blue")
        self.assertLess(lack.with_it, 0.6 * lack.nearest)
        self.assertIn("not blue enough" if "not" in lack.misses else "too", lack.misses)

    def test_nothing_is_lacking(self) -> None:
        keys = ["white", "red", "yellow", "black", "blue"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        target = Target(R=np.full(36, 0.9) * 0 + seen({"white": 3, "red": 1}))
        best = min(find_recipes(shelf, target, WISHES), key=lambda recipe: recipe.worst)
        self.assertLess(what_is_lacking(shelf, target, WISHES, best.pours).nearest, 1.0)


class NextSwatchTest(unittest.TestCase):
    def test_most_telling_first(self) -> None:
        """Where the red is known from its masstone alone, a test with red in it comes first and narrows the recipe."""
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
