"""Names of colours."""

import unittest

from jug_mingle.core.colour.colour_names import describe


class DescribeTest(unittest.TestCase):
    def test_words(self) -> None:
        for Lab, words in (
            ((53.5, -24.5, -8.0), "blue-green"), ((96, 0, 1), "near-white"), ((15, 0, 0), "near-black"),
            ((60, 4, 3), "warm grey"), ((35, 18, 22), "brown"), ((75, 2, 14), "beige"),
            ((45, 60, 35), "red"),
        ):  # fmt: skip
            with self.subTest(Lab):
                self.assertIn(words, describe(Lab))
