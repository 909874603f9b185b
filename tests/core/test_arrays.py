"""The gate: what is let in, and what is said of the rest."""

import unittest

import numpy as np

from jug_mingle.core.arrays import as_floats, check_finite, check_range, read_only


class GateTest(unittest.TestCase):
    def test_as_floats(self) -> None:
        self.assertEqual(as_floats([1, 2], "x").dtype, np.float64)
        with self.assertRaisesRegex(ValueError, "x must be numbers, got 'a'"):
            as_floats("a", "x")
        with self.assertRaisesRegex(ValueError, r"x must have 3 values, got shape \(\)"):
            as_floats(1.0, "x", last_axis=3)

    def test_check_range(self) -> None:
        """nan passes, rounding of an ulp passes, the first offender is named."""
        check_range(np.array([np.nan, 0.0, 1.0 + 1e-15]), "x", 0.0, 1.0)
        with self.assertRaisesRegex(ValueError, "x must be from 0 to 1, got 1.5"):
            check_range(np.array([0.5, 1.5, 2.0]), "x", 0.0, 1.0)
        with self.assertRaisesRegex(ValueError, "x must be at least 0, got -1"):
            check_range(np.array([-1.0]), "x", 0.0)

    def test_check_finite(self) -> None:
        with self.assertRaisesRegex(ValueError, "x must be finite numbers, got inf"):
            check_finite(np.array([1.0, np.inf]), "x")

    def test_read_only(self) -> None:
        """A frozen array is a copy of its own."""
        mine = np.zeros(3)
        frozen = read_only(mine)
        mine[0] = 1.0
        self.assertEqual(frozen[0], 0.0)
        with self.assertRaises(ValueError):
            frozen[0] = 2.0
