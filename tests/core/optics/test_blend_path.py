"""Paths from one paint to another are even to the eye."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.optics.blend_path import Paint, ramp
from jug_mingle.core.optics.film import Optics, R_infinity, R_seen
from tests.core.paints import TRUE


def paint(key: str) -> Paint:
    return Paint(optics=Optics(K=TRUE[key][0], S=TRUE[key][1]), veil=1.0)


class RampTest(unittest.TestCase):
    def test_ends_and_even_steps(self) -> None:
        """It starts and ends with the paints themselves, and neighbouring steps differ equally to the eye."""
        found = ramp(paint("black"), paint("white"), steps=12)
        for place, key in ((0, "black"), (-1, "white")):
            assert_allclose(
                found.R[place], R_seen(R_infinity(K=TRUE[key][0], S=TRUE[key][1]), 1.0), atol=1e-9
            )
        Lab = R_to_Lab(found.R)
        steps = delta_E_CIE2000(Lab[1:], Lab[:-1])
        self.assertLess(float(np.ptp(steps)), 0.05 * float(steps.mean()))

    def test_every_step_is_a_mixture(self) -> None:
        """A step is the Kubelka–Munk mixture of its share, not a blend of colours."""
        found = ramp(paint("yellow"), paint("blue"), steps=5)
        share = found.share[2]
        K = (1 - share) * TRUE["yellow"][0] + share * TRUE["blue"][0]
        S = (1 - share) * TRUE["yellow"][1] + share * TRUE["blue"][1]
        assert_allclose(found.R[2], R_seen(R_infinity(K=K, S=S), 1.0), atol=1e-12)

    def test_muddy(self) -> None:
        """Red into green passes through mud; white into blue does not."""
        self.assertTrue(ramp(paint("red"), paint("green")).muddy)
        self.assertFalse(ramp(paint("white"), paint("blue")).muddy)

    def test_same_paint(self) -> None:
        found = ramp(paint("red"), paint("red"))
        self.assertAlmostEqual(found.length, 0.0)
        with self.assertRaisesRegex(ValueError, "at least 2 steps, got 1"):
            ramp(paint("red"), paint("red"), steps=1)
