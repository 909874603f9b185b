"""The grid and lights of one's own."""

import unittest

import numpy as np
from numpy.testing import assert_allclose
from scipy.interpolate import CubicSpline

from jug_mingle.core.colour import spectra


class MakeLightTest(unittest.TestCase):
    def test_equal_power(self) -> None:
        """Equal power gives chromaticity 1/3, 1/3 (CIE illuminant E)."""
        made = spectra.make_light("e", "E", [380, 780], [1, 1], illuminance=500)
        assert_allclose(made.white / made.white.sum(), 1 / 3, atol=2e-4)

    def test_flat_reflectance(self) -> None:
        """A grey of 40 % has 40 % of the white's XYZ in every light."""
        for light in spectra.lights().values():
            assert_allclose(np.full(36, 0.4) @ light.weights, 0.4 * light.white, rtol=1e-12)

    def test_bad(self) -> None:
        for nm, power, message in (
            ([400, 390], [1, 1], "must rise"),
            ([400, 500], [1, -1], "power of a light must be at least 0"),
            ([400, 500], [0, 0], "must have power"),
            ([400, 500], [np.nan, 1], "finite"),
            ([400, 500, 600], [1, 1], "3 values"),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                spectra.make_light("x", "X", nm, power, illuminance=100)

    def test_interpolation_table(self) -> None:
        """The frozen table is scipy's not-a-knot cubic spline."""
        fine = np.arange(380.0, 781.0, 5.0)
        expected = CubicSpline(spectra.WAVELENGTHS, np.eye(36))(np.minimum(fine, 730.0))
        assert_allclose(spectra.table("interpolation.csv")[1][:, 1:], expected, atol=1e-9)

    def test_unknown(self) -> None:
        with self.assertRaisesRegex(ValueError, "known are window, bulb"):
            spectra.light("candle")


class AsSpectrumTest(unittest.TestCase):
    def test_gate(self) -> None:
        with self.assertRaisesRegex(ValueError, "36 values, got shape"):
            spectra.as_spectrum([0.1, 0.2])
        with self.assertRaisesRegex(ValueError, "reflectance must be from 0 to 1, got 38"):
            spectra.as_spectrum(np.full(36, 38.0))
        with self.assertRaisesRegex(ValueError, "must be numbers"):
            spectra.as_spectrum(["a"] * 36)
