"""The light of a photo made honest, by every method."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import RGB_TO_XYZ, SRGB_WHITE, R_to_Lab, XYZ_to_Lab, sRGB_to_RGB
from jug_mingle.core.evidence.certainty import PHOTO_NOISE, PHOTO_WORDS
from jug_mingle.core.photos import honest_light as hl
from jug_mingle.core.photos.chart import chart_R, chart_XYZ
from jug_mingle.core.photos.patches import Patch, UnusablePatchError, average
from jug_mingle.demo.camera import photograph
from jug_mingle.demo.scenes import scenes

INVERSE = np.linalg.inv(RGB_TO_XYZ)


def patch(RGB: object) -> Patch:
    return average(np.broadcast_to(np.asarray(RGB, dtype=float), (9, 9, 3)))


class WhiteTest(unittest.TestCase):
    def test_undoes_the_light(self) -> None:
        """A surface seen through a coloured light comes back exactly, when the light acts as CAT16 says."""
        warm = np.array([110.0, 100.0, 40.0]) * 0.4
        XYZ = np.array([20.0, 25.0, 30.0])
        seen = adapt(XYZ, white=0.9 * SRGB_WHITE, white_to=warm)
        correction = hl.from_white(patch(INVERSE @ warm))
        assert_allclose(hl.catch(patch(INVERSE @ seen), correction).XYZ, XYZ, atol=1e-6)

    def test_grey_card(self) -> None:
        """A grey card of 18 % sets the same light as a white five times as bright."""
        white, grey = (
            hl.from_white(patch([0.7, 0.6, 0.4])),
            hl.from_white(patch(np.array([0.7, 0.6, 0.4]) / 5), grey=True),
        )
        assert_allclose(white.matrix, grey.matrix, rtol=1e-9)

    def test_sureness(self) -> None:
        """Without anything known the answer is a guess and says so; with a white it is surer."""
        guess, sure = (
            hl.catch(patch([0.2, 0.3, 0.4]), hl.as_it_is()),
            hl.catch(patch([0.2, 0.3, 0.4]), hl.from_white(patch([0.7] * 3))),
        )
        self.assertGreater(guess.noise, 2 * sure.noise)
        self.assertIn("a guess", " ".join(guess.warnings))
        self.assertEqual(sure.warnings, ())
        self.assertEqual(set(PHOTO_NOISE), set(PHOTO_WORDS))

    def test_cannot_serve(self) -> None:
        for RGB, words in (((1.0, 1.0, 1.0), "burnt out"), ((0.01, 0.01, 0.01), "too dark")):
            with self.subTest(words), self.assertRaisesRegex(UnusablePatchError, words):
                hl.from_white(patch(RGB))
        with self.assertRaisesRegex(UnusablePatchError, "grey is burnt out"):
            hl.from_white(patch([1.0] * 3), grey=True)

    def test_lighter_than_white(self) -> None:
        """Nothing comes out lighter than the perfect diffuser; it is said."""
        found = hl.catch(patch([0.8] * 3), hl.from_white(patch([0.5] * 3)))
        self.assertEqual(found.XYZ[1], 100.0)
        self.assertIn("lighter than the white", " ".join(found.warnings))


class TwoWhitesTest(unittest.TestCase):
    def test_light_from_one_side(self) -> None:
        """A surface in the middle of a gradient comes back exactly, at the ends too; one white alone would
        miss it."""
        near, far, R = np.array([0.8, 0.75, 0.6]), np.array([0.4, 0.375, 0.3]), np.array([0.5, 0.4, 0.3])
        both = hl.from_two_whites(patch(near), patch(far), at=((0, 0), (100, 0)))
        for x in (0.0, 50.0, 100.0):
            light = near ** (1 - x / 100) * far ** (x / 100)
            wanted = hl.from_white(patch(light)).XYZ(R * light)
            assert_allclose(both.XYZ(R * light, (x, 7.0)), wanted, rtol=1e-9)

    def test_warnings_and_refusals(self) -> None:
        with self.assertRaisesRegex(UnusablePatchError, "in one place"):
            hl.from_two_whites(patch([0.7] * 3), patch([0.6] * 3), at=((5, 5), (6, 5)))
        mixed = hl.from_two_whites(patch([0.7, 0.7, 0.7]), patch([0.7, 0.5, 0.25]), at=((0, 0), (90, 0)))
        self.assertIn("two kinds of light", " ".join(mixed.warnings))


class KnownTest(unittest.TestCase):
    """24 known patches, photographed by a camera with measured sensitivities (Darrodi et al. 2015)."""

    def errors(self, light: str, places: list[int]) -> np.ndarray:
        RGB = np.clip(photograph(chart_R(), light) * 0.8, 0.0, 1.0)
        found = hl.from_known([patch(RGB[n]) for n in places], chart_XYZ()[places], method="chips")
        rest = [n for n in range(24) if n not in places]
        got = np.array([found.XYZ(RGB[n]) for n in rest])
        return np.asarray(delta_E_CIE2000(XYZ_to_Lab(got), XYZ_to_Lab(chart_XYZ()[rest])))

    def test_more_is_better(self) -> None:
        """Over four lights one chip leaves a few units; three, or most of the chart, leave a third less."""
        lights = ("window", "bulb", "cool_led", "tube")
        one, three, most = (
            np.mean([self.errors(light, places) for light in lights])
            for places in ([20], [20, 8, 12], [*range(0, 24, 2), 1, 9])
        )
        self.assertLess(three, one)
        self.assertLess(most, 0.75 * one)
        self.assertLess(most, 3.0)

    def test_refuses_nonsense(self) -> None:
        rng = np.random.default_rng(1)
        with self.assertRaisesRegex(UnusablePatchError, "contradict"):
            hl.from_known(
                [patch(rng.uniform(0.05, 0.9, 3)) for _ in range(8)], chart_XYZ()[:8], method="chips"
            )
        with self.assertRaisesRegex(UnusablePatchError, "burnt out or black"):
            hl.from_known([patch([1.0] * 3)], chart_XYZ()[18:19], method="chips")

    def test_demo_photos(self) -> None:
        """On every demo photo one white tap brings every known colour within 6 of its reflectance's own."""
        for scene in scenes():
            if scene.name.startswith("Old paint"):
                continue  # that one has no white but the card's
            pixels = sRGB_to_RGB(scene.pixels / 255.0)
            w = scene.white
            correction = hl.from_white(average(pixels[w.y - 12 : w.y + 13, w.x - 12 : w.x + 13]))
            for spot in scene.spots:
                with self.subTest(scene=scene.name, spot=spot.name):
                    here = average(pixels[spot.y - 6 : spot.y + 7, spot.x - 6 : spot.x + 7])
                    found = XYZ_to_Lab(hl.catch(here, correction).XYZ)
                    self.assertLess(float(delta_E_CIE2000(found, R_to_Lab(spot.R))), 6.0)
