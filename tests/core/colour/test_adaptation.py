"""Chromatic adaptation and colours on a screen."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.adaptation import R_to_screen, adapt
from jug_mingle.core.colour.spectra import DAYLIGHT, light
from tests.reference import reference

RNG = np.random.default_rng(5)


class AdaptTest(unittest.TestCase):
    def test_against_colour_science(self) -> None:
        """Complete adaptation is CAT16's von Kries step."""
        A, D65 = light("bulb").white, DAYLIGHT.white
        XYZ = RNG.uniform(5, 80, (20, 3))
        expected = reference.adaptation.chromatic_adaptation_VonKries(XYZ, A, D65, transform="CAT16")
        assert_allclose(adapt(XYZ, white=A, white_to=D65), expected, atol=1e-6)

    def test_degree(self) -> None:
        """With degree 0 nothing changes; with 1 the white becomes the white."""
        A, D65 = light("bulb").white, DAYLIGHT.white
        assert_allclose(adapt(A, white=A, white_to=D65, degree=0.0), A, atol=1e-9)
        assert_allclose(adapt(A, white=A, white_to=D65), D65, atol=1e-9)


class ScreenTest(unittest.TestCase):
    def test_grey_stays_grey_by_the_window(self) -> None:
        """A neutral surface is neutral on the screen in daylight and warm under a bulb, where eyes adapt in
        part."""
        day = np.rint(255 * R_to_screen(np.full(36, 0.5)))
        self.assertLessEqual(float(np.ptp(day)), 1.0)
        bulb = R_to_screen(np.full(36, 0.5), light("bulb"))
        self.assertGreater(bulb[0], bulb[1])
        self.assertGreater(bulb[1], bulb[2])
