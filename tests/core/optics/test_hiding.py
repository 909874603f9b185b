"""Contrast ratio, hiding power and coats to hide."""

import unittest

import numpy as np

from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.optics.film import K_over_S, R_seen
from jug_mingle.core.optics.hiding import coats_as_fraction, coats_to_hide, contrast_ratio, hiding_power
from tests.core.paints import TRUE

WHITE = Optics(K=TRUE["white"][0], S=TRUE["white"][1])
BLACK = Optics(K=TRUE["black"][0], S=TRUE["black"][1])


class HidingTest(unittest.TestCase):
    def test_contrast_ratio(self) -> None:
        """From 0 at no film to 1 at infinity, rising."""
        found = contrast_ratio(WHITE, np.array([0.0, 10.0, 50.0, 200.0, np.inf]), veil=0.0)
        self.assertAlmostEqual(float(found[0]), 0.0, places=12)
        self.assertAlmostEqual(float(found[-1]), 1.0, places=9)
        self.assertTrue(np.all(np.diff(found) > 0))

    def test_hiding_power(self) -> None:
        """A litre hides the area at which its film has a contrast ratio of 0.98; thinner solids hide less."""
        area = hiding_power(WHITE, solids=0.4)
        self.assertAlmostEqual(float(contrast_ratio(WHITE, 400.0 / area)), 0.98, places=6)
        self.assertAlmostEqual(hiding_power(WHITE, solids=0.2), area / 2, places=6)
        self.assertEqual(hiding_power(Optics(K=np.zeros(36), S=np.full(36, 1e-9)), solids=0.4), 0.0)
        with self.assertRaisesRegex(ValueError, "above 0"):
            hiding_power(WHITE, solids=0.0)

    def test_coats(self) -> None:
        """White over a dark ground needs three to five brushed coats, near its own hue two or fewer; black one or two.

        Common practice (V063, V187): chalk-type paint at 11 m²/L and 40 % solids.
        """
        X, dark, pale = 36.4, np.full(36, 0.05), np.full(36, 0.93)
        self.assertIn(coats_to_hide(WHITE, X_coat=X, R_g=dark), (3, 4, 5))
        self.assertLessEqual(coats_to_hide(WHITE, X_coat=X, R_g=pale) or 9, 2)
        self.assertLessEqual(coats_to_hide(BLACK, X_coat=X, R_g=pale) or 9, 2)
        self.assertIsNone(coats_to_hide(Optics(K=np.zeros(36), S=np.full(36, 1e-4)), X_coat=X, R_g=dark))

    def test_fraction_scales(self) -> None:
        """Coats of half the thickness: twice as many."""
        one = coats_as_fraction(WHITE, X_coat=30.0, R_g=np.full(36, 0.1))
        self.assertAlmostEqual(coats_as_fraction(WHITE, X_coat=15.0, R_g=np.full(36, 0.1)) / one, 2.0, delta=0.02)


class FacesTest(unittest.TestCase):
    def test_powder_dry_and_wet(self) -> None:
        """Milk-paint powder shows the dried colour; the wet mix is darker; so does a sealer (common practice, V224)."""
        body = 1.0 / (1.0 + K_over_S(0.3) + np.sqrt(K_over_S(0.3) * (K_over_S(0.3) + 2.0)))
        dry, wet = (float(R_seen([body], veil)[0]) for veil in (1.0, 0.0))
        self.assertGreater(dry, wet + 0.03)
