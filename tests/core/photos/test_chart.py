"""The 24-patch chart: its colours, and reading it wherever and however it lies."""

import unittest
from contextlib import suppress
from typing import ClassVar

import cv2
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab, sRGB_to_RGB
from jug_mingle.core.photos import chart
from jug_mingle.core.photos.honest_light import as_it_is, from_known
from jug_mingle.core.photos.patches import UnusablePatchError, average
from jug_mingle.demo.scenes import Scene, scenes
from jug_mingle.formats.chart_finder import LookedLongEnoughError, find_chart
from tests.reference import reference
from tests.soak import SOAK

CORNERS = np.array([[560, 440], [1360, 500], [1330, 1040], [520, 960]], dtype=float)
"""Where the demo draws the outer corners of the chart's patches."""


class ReferenceTest(unittest.TestCase):
    def test_reflectances(self) -> None:
        """The frozen table is colour-science's average of measured charts."""
        expected = [sd.values for sd in reference.SDS_COLOURCHECKERS["babel_average"].values()]
        assert_allclose(chart.chart_R(), expected, atol=1e-9)


class HomographyTest(unittest.TestCase):
    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.floats(-0.3, 0.3), min_size=8, max_size=8))
    def test_against_opencv(self, jitter: list[float]) -> None:
        """The same as OpenCV's perspective transform, for every four-sided field."""
        source = np.array([[0, 0], [1, 0], [1, 1], [0, 1]], dtype=float)
        target = 100.0 * (source + np.array(jitter).reshape(4, 2)) + 20.0
        expected = cv2.getPerspectiveTransform(source.astype(np.float32), target.astype(np.float32))
        points = np.random.default_rng(1).uniform(0, 1, (20, 2))
        found = chart.carry(chart.homography(source, target), points)
        assert_allclose(
            found, cv2.perspectiveTransform(points[np.newaxis], expected)[0], rtol=1e-3, atol=1e-3
        )

    def test_in_a_line(self) -> None:
        with self.assertRaisesRegex(ValueError, "in a line"):
            chart.homography([[0, 0], [1, 0], [1, 1], [0, 1]], [[0, 0], [1, 1], [2, 2], [0, 1]])


class ReadTest(unittest.TestCase):
    scene: ClassVar[Scene]
    linear: ClassVar[FloatArray]

    @classmethod
    def setUpClass(cls) -> None:
        cls.scene = scenes()[3]
        cls.linear = sRGB_to_RGB(cls.scene.pixels / 255.0)

    def test_from_any_corner(self) -> None:
        """The corners may be given from any of them, either way round; the chart is the same."""
        for order in (CORNERS, np.roll(CORNERS, 2, axis=0), CORNERS[::-1]):
            found = chart.read_chart(self.linear, order)
            assert_allclose(found.corners[0], CORNERS[0])
            self.assertLess(found.mismatch, 5.0)

    def test_refused(self) -> None:
        for corners, words in (
            (CORNERS[[0, 2, 1, 3]], "crossed"),
            (CORNERS + np.array([900.0, 0.0]), "not wholly in the picture"),
            (CORNERS * 0.3, "do not hold the 24-patch card"),
        ):
            with self.subTest(words), self.assertRaisesRegex(UnusablePatchError, words):
                chart.read_chart(self.linear, corners)

    def test_found_by_itself(self) -> None:
        """It is found in the demo's photo, upright, and on its head in half size; half of it is not."""
        fine = 1 if SOAK else 4
        for name, pixels, corner in (
            ("upright", self.scene.pixels, CORNERS[0]),
            ("on its head, small", self.scene.pixels[::-2, ::-2], ([1600, 1200] - CORNERS[0]) / 2),
        ):
            with self.subTest(name):
                found = find_chart(np.ascontiguousarray(pixels), sRGB_to_RGB(pixels / 255.0), within=60.0)
                assert found is not None
                assert_allclose(found.corners[0], corner, atol=14)
        for name, pixels in (
            ("half", self.scene.pixels[::fine, :900:fine]),
            ("black", np.zeros_like(self.scene.pixels[::fine, ::fine])),
            ("none", scenes()[0].pixels[::fine, ::fine]),
        ):
            # Nothing is found, or nothing was until the time was up: a busy machine gets less far.
            with self.subTest(name), suppress(LookedLongEnoughError):
                self.assertIsNone(find_chart(np.ascontiguousarray(pixels), sRGB_to_RGB(pixels / 255.0)))

    def test_better_than_one_grey_of_it(self) -> None:
        """The chart catches the demo's old paint within 3, better than its light grey alone, and far better
        than nothing; the curtain's two-edged spectrum is beyond a camera under a bulb, with any three by
        three matrix."""
        found = chart.read_chart(self.linear, CORNERS)
        grey = from_known([found.patches[19]], chart.chart_XYZ()[[19]], method="chips")
        errors = {}
        for name, correction in (("chart", found.correction), ("grey", grey), ("nothing", as_it_is())):
            for spot in self.scene.spots:
                here = average(self.linear[spot.y - 6 : spot.y + 7, spot.x - 6 : spot.x + 7])
                Lab = XYZ_to_Lab(correction.XYZ(here.RGB))
                errors[name, spot.name] = float(delta_E_CIE2000(Lab, R_to_Lab(spot.R)))
        self.assertLess(errors["chart", "old paint"], 3.0)
        self.assertLess(errors["chart", "old paint"], errors["grey", "old paint"])
        for spot in self.scene.spots:
            self.assertLess(errors["chart", spot.name], 0.5 * errors["nothing", spot.name])
