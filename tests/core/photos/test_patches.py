"""Catching a colour: robust averages, the white tap, and what cannot serve."""

import unittest

import numpy as np
from numpy.testing import assert_allclose
from shapely import Polygon, contains_xy

from jug_mingle.core.photos import patches

RNG = np.random.default_rng(3)


def flat(colour: tuple[float, float, float], noise: float = 0.0) -> np.ndarray:
    return np.clip(np.broadcast_to(colour, (20, 20, 3)) + noise * RNG.standard_normal((20, 20, 3)), 0, 1)


class AverageTest(unittest.TestCase):
    def test_flat(self) -> None:
        patch = patches.average(flat((0.2, 0.3, 0.4)))
        assert_allclose(patch.RGB, [0.2, 0.3, 0.4])
        self.assertEqual(patch.clipped, 0.0)

    def test_glare_and_shadow_do_not_count(self) -> None:
        """A fifth of the spot in glare and a tenth in deep shadow leave the colour as it is."""
        pixels = flat((0.2, 0.3, 0.4), 0.005).copy()
        pixels[:4] = 0.99
        pixels[4:6] = 0.01
        patch = patches.average(pixels)
        assert_allclose(patch.RGB, [0.2, 0.3, 0.4], atol=0.01)
        self.assertAlmostEqual(patch.clipped, 0.2)

    def test_all_clipped_is_said(self) -> None:
        self.assertEqual(patches.average(flat((1.0, 1.0, 1.0))).clipped, 1.0)


class AreasTest(unittest.TestCase):
    def test_tap_outside(self) -> None:
        with self.assertRaisesRegex(patches.UnusablePatchError, "outside the photo of 100 by 50"):
            patches.spot(x=100, y=10, radius=5, width=100, height=50)
        self.assertEqual(patches.spot(x=0, y=49, radius=5, width=100, height=50).bottom, 50)

    def test_around_a_tap(self) -> None:
        """As far to every side; a tap is a pixel at least."""
        wide = patches.spot(x=7.5, y=20.5, radius=3, width=100, height=50)
        self.assertEqual(wide, patches.Area(left=4, top=17, right=11, bottom=24))
        narrow = patches.spot(x=7, y=20, radius=0.2, width=100, height=50)
        self.assertEqual(narrow, patches.Area(left=6, top=19, right=9, bottom=22))

    def test_box_any_way_round(self) -> None:
        """A box may be dragged from any corner; it is cut to the photo."""
        area = patches.box(left=70, top=50, right=-5, bottom=10, width=60, height=40)
        self.assertEqual((area.left, area.top, area.right, area.bottom), (0, 10, 60, 40))
        with self.assertRaisesRegex(patches.UnusablePatchError, "outside"):
            patches.box(left=100, top=0, right=120, bottom=9, width=60, height=40)

    def test_freehand_is_the_polygon(self) -> None:
        """Drawn outlines hold the pixels whose middles Shapely finds in them, also one with a side of next to
        no height; a flat line holds none."""
        outlines: tuple[list[tuple[float, float]], ...] = (
            [(0, 0), (100, 0), (0, 100)],
            [(3.2, 7.7), (60.1, 2.3), (41.9, 33.3), (22.2, 50.6)],
            [(1, 0), (0, 2e-313), (0, 0), (9.2, 7.1)],
        )
        for outline in outlines:
            area = patches.freehand(outline, width=200, height=200)
            y, x = np.mgrid[area.top : area.bottom, area.left : area.right] + 0.5
            within = contains_xy(Polygon(outline).buffer(0), x, y)
            np.testing.assert_array_equal(area.mask, within)
        with self.assertRaisesRegex(patches.UnusablePatchError, "no part of the photo"):
            patches.freehand([(5, 5.2), (9, 5.2), (30, 5.2)], width=200, height=200)

    def test_tiny_areas(self) -> None:
        """One pixel, or two, are a patch too."""
        for shape in ((1, 1), (2, 1), (1, 3)):
            patch = patches.average(np.full((*shape, 3), 0.3))
            assert_allclose(patch.RGB, 0.3)
            self.assertEqual(patch.spread, 0.0)


class FaultsTest(unittest.TestCase):
    def test_each(self) -> None:
        """What is wrong with a patch is said in a word."""
        glare = flat((0.2, 0.3, 0.4)).copy()
        glare[:2] = 0.8
        burnt = flat((0.2, 0.3, 0.4)).copy()
        burnt[:3] = 1.0
        noisy = np.exp(0.5 * np.random.default_rng(3).standard_normal((20, 20, 1))) * np.array(
            [0.2, 0.2, 0.2]
        )
        for pixels, word in (
            (burnt, "burnt out"),
            (flat((0.005, 0.005, 0.005)), "too dark"),
            (np.concatenate([flat((0.1, 0.1, 0.1)), flat((0.35, 0.35, 0.35))]), "half in shadow"),
            (noisy, "mixed"),
            (glare, "glare"),
        ):
            with self.subTest(word):
                self.assertIn(word, patches.average(pixels).faults)
        self.assertEqual(patches.average(flat((0.2, 0.3, 0.4), 0.01)).faults, ())
        self.assertTrue(all(patches.FAULTS.values()))
