"""Stain boards: between two fields absorbance goes with the logarithm of the wait; what a piece takes in
time."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.optics.film import R_film
from jug_mingle.core.optics.grounds import ground
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
        """Half-way in the logarithm of the wait lies the film of half-way thickness, by the film equations (S
        → 0)."""
        found = reflectance_after([2.0, 8.0], [stained(4.0), stained(10.0)], 4.0)
        assert_allclose(found, R_film(K=K, S=np.full(36, 1e-12), X=7.0, R_g=OAK), rtol=1e-6)

    def test_nothing_is_known_outside(self) -> None:
        R = [stained(2.0), stained(5.0)]
        assert_allclose(reflectance_after([3, 10], R, [0.1, 400.0]), R, rtol=1e-12)

    @given(st.floats(0.5, 300.0))
    @settings(max_examples=40, deadline=None)
    def test_longer_is_darker(self, wait: float) -> None:
        waits, R = [0.5, 3.0, 40.0, 300.0], [stained(depth) for depth in (1.0, 3.0, 6.0, 8.0)]
        self.assertTrue(
            np.all(reflectance_after(waits, R, wait * 1.1) <= reflectance_after(waits, R, wait) + 1e-12)
        )

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
