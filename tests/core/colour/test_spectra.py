"""Colour spaces and differences against published tables and reference libraries."""

import unittest

import numpy as np
from numpy.testing import assert_allclose
from scipy.interpolate import CubicSpline

from jug_mingle.core.colour import spectra
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import lights
from tests.reference import reference


class LightsTest(unittest.TestCase):
    """The frozen tables and the weights made of them, against colour-science."""

    NAMES = {
        "window": "D65", "bulb": "A", "cool_led": "LED-B4", "tube": "FL11", "evening_window": "D50",
        "north_window": "D75", "warm_led": "LED-B1", "neutral_led": "LED-B3", "old_tube": "FL2",
    }  # fmt: skip

    def test_white_points(self) -> None:
        """Whites are those of CIE 15 tables, Y = 100."""
        for name, known in lights().items():
            with self.subTest(name):
                xy = reference.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"][self.NAMES[name]]
                assert_allclose(reference.XYZ_to_xy(known.white), xy, atol=4e-4)
                self.assertAlmostEqual(known.white[1], 100.0, places=9)

    def test_against_1_nm_sums(self) -> None:
        """XYZ of the 24 chart patches is within 0.03 CIEDE2000 of a 1 nm sum of their 1 nm curves, 0.1 at
        worst (what 10 nm cannot say of them), and the same as the 1 nm sum of the curves through their 10 nm
        values.

        Reflectances: ColorChecker N Ohta of colour-science; the sum is ASTM E308 by integration.
        """
        cmfs = (
            reference.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
            .copy()
            .align(reference.SpectralShape(360, 780, 1))
        )
        errors, same = [], []
        for name, known in lights().items():
            power = reference.SDS_ILLUMINANTS[self.NAMES[name]]
            for sd in reference.SDS_COLOURCHECKERS["ColorChecker N Ohta"].values():
                sd = sd.copy().align(cmfs.shape)
                exact = reference.sd_to_XYZ(sd, cmfs, power.copy().align(cmfs.shape), method="Integration")
                R = sd.values[20:371:10]
                found = R @ known.weights
                errors.append(
                    float(delta_E_CIE2000(XYZ_to_Lab(found, known.white), XYZ_to_Lab(exact, known.white)))
                )
                at = np.clip(cmfs.wavelengths, 380.0, 730.0)
                smooth = reference.SpectralDistribution(
                    CubicSpline(spectra.WAVELENGTHS, R)(at), cmfs.wavelengths
                )
                fine = reference.sd_to_XYZ(smooth, cmfs, power.copy().align(cmfs.shape), method="Integration")
                same.append(
                    float(delta_E_CIE2000(XYZ_to_Lab(found, known.white), XYZ_to_Lab(fine, known.white)))
                )
        self.assertLess(float(np.mean(errors)), 0.03)
        self.assertLess(max(errors), 0.1)
        self.assertLess(max(same), 0.05)


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
        fine = np.arange(380.0, 781.0)
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
