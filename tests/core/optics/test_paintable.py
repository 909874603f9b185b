"""Which colours a painted surface can have."""

import unittest

import numpy as np

from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_XYZ, hex_to_sRGB, sRGB_to_XYZ
from jug_mingle.core.optics.film import veil_of
from jug_mingle.core.optics.paintable import surface_of, too_dark_words, too_vivid_words


class PaintableTest(unittest.TestCase):
    def test_surface_has_its_colour(self) -> None:
        """Of a colour that a surface can have the reflectance has the very XYZ; nothing is said of it."""
        XYZ = sRGB_to_XYZ(hex_to_sRGB("#4f7f80"))
        R = surface_of(XYZ)
        np.testing.assert_allclose(R_to_XYZ(R), XYZ, atol=0.05)
        self.assertEqual(too_vivid_words(R, XYZ), "")

    def test_too_vivid(self) -> None:
        """What is nearly as light as white has hardly any chroma (MacAdam, J. Opt. Soc. Am. 25, 361 (1935))."""
        XYZ = Lab_to_XYZ(np.array([95.0, 60.0, 0.0]))
        self.assertIn("vivid", too_vivid_words(surface_of(XYZ), XYZ))

    def test_too_dark(self) -> None:
        """A flat surface reflects a few parts in a hundred by itself; a black of one in a thousand it cannot show."""
        self.assertRegex(too_dark_words(np.full(36, 0.001), veil_of("flat")), "about #[0-9a-f]{6} at the darkest")
        self.assertEqual(too_dark_words(np.full(36, 0.3), veil_of("flat")), "")
