"""Sets and ratios that are tried."""

import unittest

import numpy as np

from jug_mingle.core.recipes.enumeration import _with_must, compositions, extended


class SetsTest(unittest.TestCase):
    def testextended(self) -> None:
        """Every pair grows to every triple that holds it, each once and in order."""
        grown = extended(np.array([[0, 1], [1, 2]]), 4)
        self.assertEqual({tuple(row) for row in grown.tolist()}, {(0, 1, 2), (0, 1, 3), (1, 2, 3)})
        self.assertEqual(len(grown), 3)

    def test_must(self) -> None:
        self.assertEqual(
            _with_must(np.zeros((0, 2), dtype=int), (3,), 4, 2).tolist(), [[0, 3], [1, 3], [2, 3]]
        )
        self.assertEqual(len(_with_must(np.zeros((0, 1), dtype=int), (0, 1), 4, 1)), 0)

    def test_compositions_have_no_common_factor(self) -> None:
        for tins in (2, 3, 4):
            table = compositions(tins, 9)
            self.assertTrue(np.all(np.gcd.reduce(table, axis=1) == 1))
            self.assertTrue(np.all(table >= 1) and np.all(table.sum(axis=1) <= 9))
            self.assertEqual(len({tuple(row) for row in table.tolist()}), len(table))
