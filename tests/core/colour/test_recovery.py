"""Reflectance from a colour: exact round trips, and what it costs under another light."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import R_to_Lab, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.colour.spectra import DAYLIGHT, light
from tests.reference import reference


class RecoverReflectanceTest(unittest.TestCase):
    """Least hyperbolic tangent slope squared (Burns 2020)."""

    def test_chart_round_trip(self) -> None:
        """The 24 chart patches keep their colour in daylight; under A they move by 1.0 on average, 3.5 at
        worst.

        Reflectances: ColorChecker N Ohta (colour-science).
        """
        errors = []
        for name, sd in reference.SDS_COLOURCHECKERS["ColorChecker N Ohta"].items():
            with self.subTest(name):
                R = sd.copy().align(reference.SpectralShape(380, 730, 10)).values
                XYZ = R @ DAYLIGHT.weights
                found = recover_reflectance(XYZ)
                assert_allclose(found @ DAYLIGHT.weights, XYZ, atol=1e-6)
                self.assertTrue(np.all((found > 0) & (found < 1)))
                errors.append(
                    float(delta_E_CIE2000(R_to_Lab(found, light("bulb")), R_to_Lab(R, light("bulb"))))
                )
        self.assertLess(float(np.mean(errors)), 1.05)
        self.assertLess(max(errors), 3.5)

    def test_edge_of_what_surfaces_can_be(self) -> None:
        """White, black and full primaries give a reflectance inside 0..1 and nearly their colour."""
        for text in ("#ffffff", "#000000", "#ff0000", "#ffff00", "#0000ff"):
            with self.subTest(text):
                XYZ = sRGB_to_XYZ(hex_to_sRGB(text))
                found = recover_reflectance(XYZ)
                self.assertTrue(np.all((found >= 0) & (found <= 1)))
                Lab = R_to_Lab(found)
                self.assertLess(
                    float(delta_E_CIE2000(Lab, R_to_Lab(recover_reflectance(found @ DAYLIGHT.weights)))), 0.1
                )

    def test_colour_that_no_surface_has(self) -> None:
        """Lighter than white is drawn to white, not refused."""
        found = recover_reflectance(1.3 * DAYLIGHT.white)
        self.assertGreater(float(found.min()), 0.99)
        self.assertLessEqual(float(found.max()), 1.0)

    def test_bad(self) -> None:
        for XYZ in ([1.0, 2.0], [np.nan, 1, 1], [[1, 2, 3]]):
            with self.subTest(XYZ), self.assertRaises(ValueError):
                recover_reflectance(XYZ)
