"""Which colours a painted surface can have."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_XYZ, XYZ_to_Lab, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.optics.film import veil_of
from jug_mingle.core.optics.paintable import nearest_film, surface_of, too_dark_words, too_vivid_words


class PaintableTest(unittest.TestCase):
    def test_surface_has_its_colour(self) -> None:
        """Of a colour that a surface can have the reflectance has the very XYZ; nothing is said of it."""
        XYZ = sRGB_to_XYZ(hex_to_sRGB("#4f7f80"))
        R = surface_of(XYZ)
        np.testing.assert_allclose(R_to_XYZ(R), XYZ, atol=0.05)
        self.assertEqual(too_vivid_words(R, XYZ), "")

    def test_too_vivid(self) -> None:
        """What is nearly as light as white has hardly any chroma (MacAdam, J. Opt. Soc. Am. 25, 361
        (1935))."""
        XYZ = Lab_to_XYZ(np.array([95.0, 60.0, 0.0]))
        self.assertIn("vivid", too_vivid_words(surface_of(XYZ), XYZ))

    def test_too_dark(self) -> None:
        """A flat surface reflects a few parts in a hundred by itself; a black of one in a thousand it cannot
        show."""
        self.assertRegex(
            too_dark_words(np.full(36, 0.001), veil_of("flat")), "about #[0-9a-f]{6} at the darkest"
        )
        self.assertEqual(too_dark_words(np.full(36, 0.3), veil_of("flat")), "")

    def test_darks_keep_their_hue(self) -> None:
        """A flat film adds 4 % of the light at its surface (Saunderson 1942, n = 1.5): L* 23.6 at the least.
        Darker browns, greens, reds and blues come out as the nearest of their hue; pale colours and glossy
        films as they are.
        """
        black = nearest_film(np.array([10.0, 0.0, 0.0]), 1.0)
        np.testing.assert_allclose(black, [24.2, 0.0, 0.0], atol=0.6)
        for dark in ("#3c2b20", "#1f3324", "#5a1a1a", "#1d2b4f"):
            wished = XYZ_to_Lab(sRGB_to_XYZ(hex_to_sRGB(dark)))
            shown = nearest_film(wished, 1.0)
            with self.subTest(dark):
                self.assertAlmostEqual(float(shown[1] / shown[2]), float(wished[1] / wished[2]), delta=0.01)
                self.assertTrue(5.0 < delta_E_CIE2000(shown, wished) < 11.0)
                self.assertGreater(np.hypot(*shown[1:]), 0.5 * np.hypot(*wished[1:]))
                self.assertLess(float(delta_E_CIE2000(nearest_film(wished, 0.05), wished)), 1.0)
        pale = np.array([70.0, 5.0, 10.0])
        np.testing.assert_allclose(nearest_film(pale, 1.0), pale)
