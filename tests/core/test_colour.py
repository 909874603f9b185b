"""Colour spaces and differences against published tables and reference libraries."""

import unittest
from pathlib import Path

import numpy as np
from coloraide import Color
from numpy.testing import assert_allclose

from jug_mingle.core.colour.adaptation import R_to_screen, adapt
from jug_mingle.core.colour.difference import delta_E_CIE2000, difference_words, even_metric
from jug_mingle.core.colour.spaces import (
    Lab_to_XYZ,
    XYZ_to_Lab,
    XYZ_to_Lab_slope,
    XYZ_to_sRGB,
    hex_to_sRGB,
    sRGB_to_hex,
    sRGB_to_XYZ,
)
from jug_mingle.core.colour.spectra import DAYLIGHT, light, lights
from tests.reference import reference

PAIRS = np.loadtxt(Path(__file__).parent / "data" / "ciede2000_pairs.csv", delimiter=",", comments="#", skiprows=3)
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
        """For small steps its length is CIEDE2000 within 15 % at the median; blues are rotated there, not here."""
        steps = RNG.normal(size=LAB.shape) * 0.05
        exact = delta_E_CIE2000(LAB, LAB + steps)
        found = np.linalg.norm(np.einsum("nij,nj->ni", even_metric(LAB), steps), axis=1)
        self.assertLess(float(np.median(np.abs(found / exact - 1.0))), 0.15)


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
        """A neutral surface is neutral on the screen in daylight and warm under a bulb, where eyes adapt in part."""
        day = np.rint(255 * R_to_screen(np.full(36, 0.5)))
        self.assertLessEqual(float(np.ptp(day)), 1.0)
        bulb = R_to_screen(np.full(36, 0.5), light("bulb"))
        self.assertGreater(bulb[0], bulb[1])
        self.assertGreater(bulb[1], bulb[2])


class WordsTest(unittest.TestCase):
    def test_limits(self) -> None:
        said = [difference_words(x) for x in (0.99, 1.0, 2.0, 4.0, 8.0)]
        self.assertEqual(said, ["can't tell", "only side by side", "close", "a shade off", "another colour"])


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
        """XYZ of the 24 chart patches is within 0.05 CIEDE2000 of a 1 nm sum, 0.2 at worst.

        Reflectances: ColorChecker N Ohta of colour-science; the sum is ASTM E308 by integration.
        """
        cmfs = (
            reference.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
            .copy()
            .align(reference.SpectralShape(360, 780, 1))
        )
        errors = []
        for name, known in lights().items():
            power = reference.SDS_ILLUMINANTS[self.NAMES[name]]
            for sd in reference.SDS_COLOURCHECKERS["ColorChecker N Ohta"].values():
                sd = sd.copy().align(cmfs.shape)
                exact = reference.sd_to_XYZ(sd, cmfs, power.copy().align(cmfs.shape), method="Integration")
                R = sd.values[20:371:10]
                found = R @ known.weights
                errors.append(float(delta_E_CIE2000(XYZ_to_Lab(found, known.white), XYZ_to_Lab(exact, known.white))))
        self.assertLess(float(np.mean(errors)), 0.05)
        self.assertLess(max(errors), 0.2)
