"""Colour spaces against reference libraries."""

import unittest

import numpy as np
from coloraide import Color
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import (
    Lab_to_XYZ,
    XYZ_to_Lab,
    XYZ_to_Lab_slope,
    XYZ_to_sRGB,
    hex_to_sRGB,
    sRGB_to_hex,
    sRGB_to_XYZ,
)
from jug_mingle.core.colour.spectra import DAYLIGHT
from tests.reference import reference

RNG = np.random.default_rng(5)
LAB = np.column_stack([RNG.uniform(2, 98, 200), RNG.uniform(-70, 70, 200), RNG.uniform(-70, 70, 200)])


class LabTest(unittest.TestCase):
    """XYZ ↔ CIELAB against colour-science, and back."""

    def test_against_colour_science(self) -> None:
        XYZ = RNG.uniform(0, 100, (100, 3))
        white = np.array([95.047, 100.0, 108.883])
        xy = reference.XYZ_to_xy(white)
        assert_allclose(XYZ_to_Lab(XYZ, white), reference.XYZ_to_Lab(XYZ / 100, xy), atol=2e-4)

    def test_round_trip(self) -> None:
        assert_allclose(XYZ_to_Lab(Lab_to_XYZ(LAB)), LAB, atol=1e-9)
        assert_allclose(XYZ_to_Lab(DAYLIGHT.white), [100, 0, 0], atol=1e-9)

    def test_slope(self) -> None:
        """The derivative is what a small step in XYZ gives, on both sides of the linear toe."""
        for XYZ in (np.array([40.0, 50.0, 30.0]), np.array([0.3, 0.4, 0.2])):
            slope = XYZ_to_Lab_slope(XYZ, DAYLIGHT.white)
            for axis in range(3):
                step = np.zeros(3)
                step[axis] = 1e-5
                change = XYZ_to_Lab(XYZ + step) - XYZ_to_Lab(XYZ - step)
                assert_allclose(slope[:, axis], change / 2e-5, rtol=1e-5, atol=1e-6)


class SRGBTest(unittest.TestCase):
    """sRGB against IEC 61966-2-1 as colour-science and coloraide have it."""

    def test_against_colour_science(self) -> None:
        sRGB = RNG.uniform(0, 1, (50, 3))
        assert_allclose(sRGB_to_XYZ(sRGB), 100 * reference.sRGB_to_XYZ(sRGB), atol=0.02)

    def test_against_coloraide(self) -> None:
        for text in ("#4f7f80", "#f1b715", "#364aa8"):
            with self.subTest(text):
                expected = Color(text).convert("xyz-d65").coords()
                assert_allclose(sRGB_to_XYZ(hex_to_sRGB(text)) / 100, expected, atol=2e-4)

    def test_round_trip(self) -> None:
        """Every byte survives, and hex text does."""
        grey = np.repeat(np.arange(256)[:, np.newaxis] / 255, 3, axis=1)
        assert_allclose(XYZ_to_sRGB(sRGB_to_XYZ(grey)), grey, atol=1e-12)
        self.assertEqual(sRGB_to_hex(hex_to_sRGB("4F7F80")), "#4f7f80")

    def test_bad_hex(self) -> None:
        for text in ("", "#12345", "#gggggg", "rgb(1,2,3)"):
            with self.subTest(text), self.assertRaisesRegex(ValueError, "written like"):
                hex_to_sRGB(text)
