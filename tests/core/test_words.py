"""Colours in words."""

import unittest

from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.difference import direction


class DescribeTest(unittest.TestCase):
    def test_words(self) -> None:
        for Lab, words in (
            ((53.5, -24.5, -8.0), "blue-green"),
            ((96, 0, 1), "near-white"),
            ((15, 0, 0), "near-black"),
            ((60, 4, 3), "warm grey"),
            ((35, 18, 22), "brown"),
            ((75, 2, 14), "beige"),
            ((45, 60, 35), "red"),
        ):
            with self.subTest(Lab):
                self.assertIn(words, describe(Lab))


class DirectionTest(unittest.TestCase):
    def test_strongest_first(self) -> None:
        self.assertEqual(direction((60, 0, 0), (50, 0, 0)), "too light")
        self.assertEqual(direction((48, -10, 1), (50, 0, 0)), "too green")
        self.assertTrue(direction((40, 8, 0), (50, 0, 0)).startswith("too dark, too red"))
