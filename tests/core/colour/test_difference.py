"""Colour differences against published pairs, the metric nearby, and their words."""

import unittest
from pathlib import Path

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000, difference_words, direction, even_metric
from tests.reference import reference

PAIRS = np.loadtxt(
    Path(__file__).parents[1] / "data" / "ciede2000_pairs.csv", delimiter=",", comments="#", skiprows=3
)
RNG = np.random.default_rng(5)
LAB = np.column_stack([RNG.uniform(2, 98, 200), RNG.uniform(-70, 70, 200), RNG.uniform(-70, 70, 200)])


class DeltaECIE2000Test(unittest.TestCase):
    """delta_E_CIE2000 against Sharma, Wu & Dalal (2005), table 1, printed to 4 decimals."""

    def test_published_pairs(self) -> None:
        """Every one of the 34 printed differences is met to half its last digit."""
        self.assertEqual(len(PAIRS), 34)
        assert_allclose(delta_E_CIE2000(PAIRS[:, :3], PAIRS[:, 3:6]), PAIRS[:, 6], rtol=0, atol=5e-5)

    def test_symmetric(self) -> None:
        """The difference does not depend on which colour comes first."""
        there = delta_E_CIE2000(LAB[:100], LAB[100:])
        assert_allclose(delta_E_CIE2000(LAB[100:], LAB[:100]), there, rtol=0, atol=1e-10)

    def test_against_colour_science(self) -> None:
        """Random pairs agree with colour-science 0.4.7."""
        expected = reference.difference.delta_E_CIE2000(LAB[:100], LAB[100:])
        assert_allclose(delta_E_CIE2000(LAB[:100], LAB[100:]), expected, rtol=0, atol=1e-9)

    def test_limits(self) -> None:
        """Equal colours differ by 0, nan gives nan, leading axes broadcast."""
        assert_allclose(delta_E_CIE2000(LAB, LAB), 0.0, atol=1e-12)
        self.assertTrue(np.isnan(delta_E_CIE2000([np.nan, 0, 0], [50, 0, 0])))
        self.assertEqual(delta_E_CIE2000(LAB[:, np.newaxis], LAB[np.newaxis, :7]).shape, (200, 7))

    def test_wrong_shape(self) -> None:
        """Anything but three numbers a colour is refused with its shape."""
        with self.assertRaisesRegex(ValueError, r"Lab_1 must have 3 values, got shape \(2,\)"):
            delta_E_CIE2000([1, 2], [1, 2, 3])


class EvenMetricTest(unittest.TestCase):
    def test_small_steps(self) -> None:
        """For small steps its length is CIEDE2000 within 15 % at the median; blues are rotated there, not
        here."""
        steps = RNG.normal(size=LAB.shape) * 0.05
        exact = delta_E_CIE2000(LAB, LAB + steps)
        found = np.linalg.norm(np.einsum("nij,nj->ni", even_metric(LAB), steps), axis=1)
        self.assertLess(float(np.median(np.abs(found / exact - 1.0))), 0.15)


class WordsTest(unittest.TestCase):
    def test_limits(self) -> None:
        said = [difference_words(x) for x in (0.99, 1.0, 2.0, 4.0, 8.0)]
        self.assertEqual(said, ["can't tell", "only side by side", "close", "a shade off", "another colour"])


class DirectionTest(unittest.TestCase):
    def test_strongest_first(self) -> None:
        self.assertEqual(direction((60, 0, 0), (50, 0, 0)), "too light")
        self.assertEqual(direction((48, -10, 1), (50, 0, 0)), "too green")
        self.assertTrue(direction((40, 8, 0), (50, 0, 0)).startswith("too dark, too red"))
