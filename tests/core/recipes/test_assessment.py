"""How sure a recipe is."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import likely_words
from jug_mingle.core.marked import plain
from jug_mingle.core.recipes.assessment import Likely


class LikelyTest(unittest.TestCase):
    def test_never_outside_its_own_range(self) -> None:
        """Also of draws whose mean lies beyond the nine tenths of them."""
        for errors in (
            np.array([0.1] * 19 + [40.0]),
            np.array([5.0]),
            np.linspace(0.0, 3.0, 32),
            np.zeros(4),
        ):
            found = Likely.of(errors)
            self.assertLessEqual(found.low, found.expected)
            self.assertLessEqual(found.expected, found.high)

    def test_one_form(self) -> None:
        self.assertEqual(plain(likely_words(1.04, 0.6, 1.5)), "about 1.0, likely 0.6–1.5")
        self.assertEqual(plain(likely_words(1.0, 1.2, 0.9)), "about 1.0, likely 1.0–1.0")
