"""Faces on a photo: the homography against a general imaging library, and what a face keeps of the photo."""

import unittest

import cv2
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.ndimage import gaussian_filter

from jug_mingle.core.photos.homography import CrossedCornersError, _smooth, homography, lay_in, places_on

SQUARE = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
shift = st.floats(-25.0, 25.0)


class HomographyTest(unittest.TestCase):
    @given(st.lists(shift, min_size=8, max_size=8))
    @settings(max_examples=60, deadline=None)
    def test_as_opencv(self, moved: list[float]) -> None:
        """cv2.getPerspectiveTransform (OpenCV, Apache-2.0) gives the same matrix."""
        corners = np.array([(20, 30), (160, 25), (170, 140), (15, 150)], dtype=float) + np.reshape(
            moved, (4, 2)
        )
        H = homography(corners.tolist())
        expected = cv2.getPerspectiveTransform(np.array(SQUARE, dtype=np.float32), corners.astype(np.float32))
        exact, inner = np.array([SQUARE]), np.random.default_rng(1).uniform(0, 1, (1, 20, 2))
        np.testing.assert_allclose(cv2.perspectiveTransform(exact, H)[0], corners, atol=1e-9)
        np.testing.assert_allclose(
            cv2.perspectiveTransform(inner, H), cv2.perspectiveTransform(inner, expected), atol=2e-3
        )

    def test_a_rectangle_is_plain_scaling(self) -> None:
        H = homography(((10, 20), (110, 20), (110, 70), (10, 70)))
        np.testing.assert_allclose(H, [[100, 0, 10], [0, 50, 20], [0, 0, 1]], atol=1e-12)

    def test_refused(self) -> None:
        """Crossed, hollow, flat and tiny faces, in either sense, and corners that are no numbers."""
        for corners in (
            ((0, 0), (100, 100), (100, 0), (0, 100)),
            ((0, 0), (100, 0), (20, 20), (0, 100)),
            ((0, 0), (50, 0), (100, 0), (150, 0)),
            ((0, 0), (3, 0), (3, 3), (0, 3)),
            ((0, 0), (6, 0), (1e4, 1e-7), (0, 1e4)),
        ):
            with (
                self.subTest(corners),
                self.assertRaisesRegex(CrossedCornersError, "do not go around a face"),
            ):
                homography(corners)
        with self.assertRaisesRegex(CrossedCornersError, "four corners, got 3"):
            homography(((0, 0), (100, 0), (100, 100)))
        with self.assertRaises(ValueError):
            homography(((0, 0), (100, 0), (100, float("nan")), (0, 100)))
        homography(((0, 100), (100, 100), (100, 0), (0, 0)))  # the other way round goes around it as well


class PlacesTest(unittest.TestCase):
    def test_cover(self) -> None:
        """A face covers its own area, and u and v run from corner to corner."""
        corners = ((10.0, 10.0), (70.0, 14.0), (66.0, 50.0), (12.0, 46.0))
        on = places_on(corners, (60, 80))
        u, v, cover = (np.zeros((60, 80)) for _ in range(3))
        for whole, part in ((u, on.u), (v, on.v), (cover, on.cover)):
            whole[on.rows, on.columns] = part
        x, y = np.array(corners).T
        area = 0.5 * abs(float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum()))  # the shoelace formula
        self.assertAlmostEqual(float(cover.sum()), area, delta=0.02 * area)
        self.assertLess(float(np.hypot(u[10, 10], v[10, 10])), 0.05)
        self.assertLess(float(np.hypot(u[49, 65] - 1, v[49, 65] - 1)), 0.05)


class LayInTest(unittest.TestCase):
    def setUp(self) -> None:
        self.cover = np.zeros((60, 80))
        self.cover[10:50, 10:70] = 1.0
        self.finish = np.broadcast_to(np.array([0.10, 0.20, 0.30]), (60, 80, 3))

    def test_even_light(self) -> None:
        """Evenly lit, the face has the finish's own colour, and beside it nothing changes."""
        photo = np.full((60, 80, 3), 0.4)
        laid = lay_in(photo, self.finish, self.cover, reach=6.0)
        np.testing.assert_allclose(laid[30, 40], [0.10, 0.20, 0.30], atol=1e-3)
        np.testing.assert_allclose(laid[2, 2], 0.4)

    def test_shadow_stays(self) -> None:
        """Where the photo lies in half the light, so does the finish."""
        photo = np.full((60, 80, 3), 0.4)
        photo[:, :40] *= 0.5
        laid = lay_in(photo, self.finish, self.cover, reach=3.0)
        self.assertAlmostEqual(float(laid[30, 15, 1] / laid[30, 65, 1]), 0.5, delta=0.03)

    def test_grain_and_glint(self) -> None:
        """Fine grain stays as far as it is kept; a strong glint stays over any paint."""
        rng = np.random.default_rng(2)
        photo = np.repeat(0.4 * rng.uniform(0.8, 1.2, (60, 80, 1)), 3, axis=2)
        spread = [
            lay_in(photo, self.finish, self.cover, reach=6.0, keep_grain=k)[20:40, 20:60, 1].std()
            for k in (0.0, 1.0)
        ]
        self.assertGreater(spread[1], 4.0 * spread[0])
        photo[30, 40] = 3.0
        self.assertGreater(float(lay_in(photo, self.finish, self.cover, reach=6.0)[30, 40, 0]), 0.5)

    def test_wide_smoothing(self) -> None:
        """Smoothing over small squares is the Gaussian that it stands for (scipy's), at any size of
        picture."""
        rng = np.random.default_rng(5)
        for shape in ((150, 203), (97, 64)):
            rough = gaussian_filter(rng.uniform(0.0, 1.0, shape), 2.0)
            for reach in (5.0, 9.0, 16.0):
                with self.subTest(shape, reach=reach):
                    apart = _smooth(rough, reach) - gaussian_filter(rough, reach)
                    self.assertLess(float(np.abs(apart).max()), 0.02 * float(np.ptp(rough)))

    def test_face_partly_beside_the_photo(self) -> None:
        """Only what is on the photo is worked on, in its place; a face wholly beside it has no part."""
        whole = places_on(((10.0, 10.0), (50.0, 10.0), (50.0, 50.0), (10.0, 50.0)), (60, 80))
        half = places_on(((-20.0, 10.0), (20.0, 10.0), (20.0, 50.0), (-20.0, 50.0)), (60, 80))
        self.assertEqual((half.columns.start, half.rows), (0, whole.rows))
        self.assertAlmostEqual(float(half.u[20, 0]), 0.5125, places=4)  # the middle of the first pixel
        self.assertAlmostEqual(float(half.cover.sum()), 0.5 * float(whole.cover.sum()), delta=1.0)
        beside = places_on(((-40.0, 10.0), (-20.0, 10.0), (-20.0, 50.0), (-40.0, 50.0)), (60, 80))
        self.assertEqual(beside.cover.size, 0)
