"""Stain boards: between two fields absorbance goes with the logarithm of the wait; what a piece takes in time."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.optics.film import R_film
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.practice.amounts import coats_within, paint_needed
from jug_mingle.core.recipes.stain_boards import nearest_wait, reflectance_after

OAK = ground("oak").R_seen
K = np.linspace(0.03, 0.004, 36)
"""Of an invented brown stain. [1/µm]"""


def stained(depth: float) -> np.ndarray:
    """Beer–Lambert's limit of a film that does not scatter: R = R_g exp(-2 K X)."""
    return np.asarray(OAK * np.exp(-2.0 * K * depth))


class BoardTest(unittest.TestCase):
    def test_fields_are_met(self) -> None:
        R = [stained(depth) for depth in (2.0, 5.0, 9.0)]
        assert_allclose(reflectance_after([1, 5, 20], R, [1, 5, 20]), R, rtol=1e-12)

    def test_between_is_a_thinner_film(self) -> None:
        """Half-way in the logarithm of the wait lies the film of half-way thickness, by the film equations (S → 0)."""
        found = reflectance_after([2.0, 8.0], [stained(4.0), stained(10.0)], 4.0)
        assert_allclose(found, R_film(K=K, S=np.full(36, 1e-12), X=7.0, R_g=OAK), rtol=1e-6)

    def test_nothing_is_known_outside(self) -> None:
        R = [stained(2.0), stained(5.0)]
        assert_allclose(reflectance_after([3, 10], R, [0.1, 400.0]), R, rtol=1e-12)

    @given(st.floats(0.5, 300.0))
    @settings(max_examples=40, deadline=None)
    def test_longer_is_darker(self, wait: float) -> None:
        waits, R = [0.5, 3.0, 40.0, 300.0], [stained(depth) for depth in (1.0, 3.0, 6.0, 8.0)]
        self.assertTrue(np.all(reflectance_after(waits, R, wait * 1.1) <= reflectance_after(waits, R, wait) + 1e-12))

    def test_the_wait_for_a_colour_is_found(self) -> None:
        waits, R = [1.0, 30.0], [stained(2.0), stained(9.0)]
        wanted = reflectance_after(waits, R, 7.0)
        found = nearest_wait(waits, R, wanted)
        self.assertAlmostEqual(found.minutes, 7.0, delta=0.15)
        self.assertLess(found.delta_E, 0.1)
        only = nearest_wait([5.0], [stained(2.0)], wanted)
        self.assertEqual(only.minutes, 5.0)

    def test_refused(self) -> None:
        for waits in ([], [3.0, 1.0], [0.0, 1.0], [2.0, 2.0]):
            with self.assertRaisesRegex(ValueError, "waits of a stain board|one reflectance for each wait"):
                reflectance_after(waits, [stained(1.0)] * len(waits) or np.zeros((0, 36)), 1.0)
        with self.assertRaisesRegex(ValueError, "one reflectance for each wait"):
            reflectance_after([1.0, 2.0], [stained(1.0)], 1.0)
        with self.assertRaises(ValueError):
            reflectance_after([1.0], [np.full(36, np.nan)], 1.0)


class CoatsWithinTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Six hours hold coats at 0, 2, 4 and 6 hours; a quarter of an hour holds one."""
        self.assertEqual(coats_within(0.25, coats=10, recoat=120), 4)
        self.assertEqual(coats_within(0.25, coats=2, recoat=120), 2)
        self.assertEqual(coats_within(0.01, coats=3, recoat=60), 1)
        self.assertEqual(coats_within(14.0, coats=3, recoat=15), 3)
        self.assertEqual(coats_within(0.1, coats=3, recoat=0), 3)

    def test_paint_by_the_gallon(self) -> None:
        """400 ft² a US gallon is 9.817 m² a litre (231 in³, 0.3048 m; exact definitions): one gallon covers 400 ft²."""
        area, gallon = 400 * 0.3048**2, 231 * 2.54**3
        self.assertAlmostEqual(paint_needed(area, coats=1, spread_rate=9.8170, margin=0.0), gallon, delta=0.5)
        self.assertAlmostEqual(paint_needed(2.0, coats=3, spread_rate=12.0, margin=0.1), 550.0)

    def test_paint_refused(self) -> None:
        for area, coats, rate, margin in (
            (0, 1, 10, 0),
            (-1, 1, 10, 0),
            (1, 0, 10, 0),
            (1, 11, 10, 0),
            (1, 1, 0, 0),
            (1, 1, 10, 2),
            (5000, 1, 10, 0),
        ):
            with self.assertRaisesRegex(ValueError, "an area above 0"):
                paint_needed(area, coats=coats, spread_rate=rate, margin=margin)
