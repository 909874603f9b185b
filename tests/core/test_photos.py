"""Catching a colour: robust averages, the white tap, and what cannot serve."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core import photos
from jug_mingle.core.colour import RGB_TO_XYZ, SRGB_WHITE, XYZ_to_Lab, adapt, delta_E_CIE2000

RNG = np.random.default_rng(3)


def flat(colour: tuple[float, float, float], noise: float = 0.0) -> np.ndarray:
    return np.clip(np.broadcast_to(colour, (20, 20, 3)) + noise * RNG.standard_normal((20, 20, 3)), 0, 1)


class AverageTest(unittest.TestCase):
    def test_flat(self) -> None:
        patch = photos.average(flat((0.2, 0.3, 0.4)))
        assert_allclose(patch.RGB, [0.2, 0.3, 0.4])
        self.assertEqual(patch.clipped, 0.0)

    def test_glare_and_shadow_do_not_count(self) -> None:
        """A fifth of the spot in glare and a tenth in deep shadow leave the colour as it is."""
        pixels = flat((0.2, 0.3, 0.4), 0.005).copy()
        pixels[:4] = 0.99
        pixels[4:6] = 0.01
        patch = photos.average(pixels)
        assert_allclose(patch.RGB, [0.2, 0.3, 0.4], atol=0.01)
        self.assertAlmostEqual(patch.clipped, 0.2)

    def test_all_clipped_is_said(self) -> None:
        self.assertEqual(photos.average(flat((1.0, 1.0, 1.0))).clipped, 1.0)


class CatchTest(unittest.TestCase):
    def test_undoes_the_light(self) -> None:
        """A surface seen through a coloured light comes back exactly, when the light acts as CAT16 says."""
        warm = np.array([110.0, 100.0, 40.0]) * 0.4
        XYZ = np.array([20.0, 25.0, 30.0])
        inverse = np.linalg.inv(RGB_TO_XYZ)
        seen = adapt(XYZ, white=0.9 * SRGB_WHITE, white_to=warm)
        patch, white = photos.average(flat(tuple(inverse @ seen))), photos.average(flat(tuple(inverse @ warm)))
        assert_allclose(photos.catch(patch, white).XYZ, XYZ, atol=1e-6)

    def test_sureness(self) -> None:
        """Without a white the answer is a guess and says so; with one it is surer."""
        patch, white = photos.average(flat((0.2, 0.3, 0.4))), photos.average(flat((0.7, 0.7, 0.7)))
        guess, sure = photos.catch(patch, None), photos.catch(patch, white)
        self.assertGreater(guess.noise, 2 * sure.noise)
        self.assertIn("a guess", " ".join(guess.warnings))
        self.assertEqual(sure.warnings, ())

    def test_warnings(self) -> None:
        white = photos.average(flat((0.5, 0.5, 0.5)))
        glary = flat((0.2, 0.3, 0.4)).copy()
        glary[:3] = 1.0
        for pixels, words in (
            (glary, "burnt out"),
            (flat((0.005, 0.005, 0.005)), "nearly black"),
            (np.concatenate([flat((0.1, 0.1, 0.1)), flat((0.35, 0.35, 0.35))]), "light and dark"),
            (flat((0.8, 0.8, 0.8)), "lighter than the white"),
        ):
            with self.subTest(words):
                self.assertIn(words, " ".join(photos.catch(photos.average(pixels), white).warnings))

    def test_whites_that_cannot_serve(self) -> None:
        patch = photos.average(flat((0.2, 0.3, 0.4)))
        for colour, words in (((1.0, 1.0, 1.0), "burnt out"), ((0.01, 0.01, 0.01), "too dark")):
            with self.subTest(words), self.assertRaisesRegex(photos.UnusablePatchError, words):
                photos.catch(patch, photos.average(flat(colour)))

    def test_tap_outside(self) -> None:
        with self.assertRaisesRegex(photos.UnusablePatchError, "outside the photo of 100 by 50"):
            photos.spot(x=100, y=10, radius=5, width=100, height=50)
        self.assertEqual(photos.spot(x=0, y=49, radius=5, width=100, height=50).bottom, 50)


class DemoPhotosTest(unittest.TestCase):
    def test_caught_colours_are_near_the_truth(self) -> None:
        """On every demo photo the white tap brings every known colour within 6 CIEDE2000 of its reflectance's own."""
        from jug_mingle.core.colour import R_to_Lab, sRGB_to_RGB
        from jug_mingle.demo.scenes import scenes

        for scene in scenes():
            pixels = sRGB_to_RGB(scene.pixels[::1] / 255.0)
            white = photos.average(
                pixels[scene.white.y - 12 : scene.white.y + 13, scene.white.x - 12 : scene.white.x + 13]
            )
            for spot in scene.spots:
                with self.subTest(scene=scene.name, spot=spot.name):
                    patch = photos.average(pixels[spot.y - 6 : spot.y + 7, spot.x - 6 : spot.x + 7])
                    found = XYZ_to_Lab(photos.catch(patch, white).XYZ)
                    self.assertLess(float(delta_E_CIE2000(found, R_to_Lab(spot.R))), 6.0)
