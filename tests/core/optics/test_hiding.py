"""Contrast ratio, hiding power and coats to hide."""

import unittest

import numpy as np

from jug_mingle.core.optics.film import K_over_S, Optics, R_body, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.hiding import coats_as_fraction, coats_to_hide, contrast_ratio, hiding_power
from jug_mingle.core.optics.ways import WAYS, Way
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
        """White over a dark ground needs three to five brushed coats, near its own hue two or fewer; black
        one or two.

        Common practice (V063, V187): chalk-type paint at 11 m²/L and 40 % solids.
        """
        X, dark, pale = 36.4, np.full(36, 0.05), np.full(36, 0.93)
        self.assertIn(coats_to_hide(WHITE, X_coat=X, R_g=dark), (3, 4, 5))
        self.assertLessEqual(coats_to_hide(WHITE, X_coat=X, R_g=pale) or 9, 2)
        self.assertLessEqual(coats_to_hide(BLACK, X_coat=X, R_g=pale) or 9, 2)
        self.assertIsNone(coats_to_hide(Optics(K=np.zeros(36), S=np.full(36, 1e-4)), X_coat=X, R_g=dark))

    def test_table_of_common_practice(self) -> None:
        """J033, J036, J037, V042, V062, V063, V187: coats that come close over ordinary grounds, brushed and
        sprayed; thinned paint takes more. Strong darks one or two, middle and strong ones one to four, white
        three to five."""
        grounds = [
            R_body(ground(key).R_seen, 0.9) for key in ("walnut", "oak", "old_dark_paint", "white_primer")
        ]

        def coats(colour: str, way: str, thinned: float = 1.0) -> list[int]:
            K, S = TRUE[colour]
            return [
                coats_to_hide(
                    Optics(K=K, S=S), X_coat=36.4 * thinned, R_g=R_g, veil=0.9, within=2.0, way=WAYS[way]
                )
                or 99
                for R_g in grounds
            ]

        for colour, low, high in (
            ("black", 1, 2), ("green", 1, 2), ("red", 1, 4), ("blue", 1, 4), ("yellow", 2, 4),
        ):  # fmt: skip
            found = coats(colour, "brush")
            self.assertTrue(low <= min(found) and max(found) <= high, (colour, found))
        *dark, near = coats("white", "brush")
        self.assertTrue(all(3 <= one <= 5 for one in dark), dark)
        self.assertLessEqual(near, 2)
        self.assertEqual(set(coats("white", "spray")[:3]), {2})
        self.assertGreater(coats("white", "brush", 0.5)[0], dark[0])

    def test_fraction_scales(self) -> None:
        """Coats of half the thickness: twice as many."""
        one = coats_as_fraction(WHITE, X_coat=30.0, R_g=np.full(36, 0.1))
        self.assertAlmostEqual(
            coats_as_fraction(WHITE, X_coat=15.0, R_g=np.full(36, 0.1)) / one, 2.0, delta=0.02
        )


class WaysTest(unittest.TestCase):
    def test_thinnest_places(self) -> None:
        """Without streaks coats are rounded up; with them the thinnest places count: n - streaks x sqrt(n),
        by hand."""
        even, brush = Way(key="e", title="e"), Way(key="b", title="b", streaks=0.5)
        self.assertEqual([even.coats_for(n) for n in (0.0, 0.3, 1.0, 2.1)], [1, 1, 1, 3])
        self.assertEqual([brush.coats_for(n) for n in (0.5, 0.51, 1.29, 1.3, 3.0, 3.1)], [1, 2, 2, 3, 4, 5])
        self.assertEqual(Way(key="s", title="s", thick=2.0).coats_for(3.9), 2)
        with self.assertRaisesRegex(ValueError, "0 to 400 coats"):
            even.coats_for(-1.0)


class FacesTest(unittest.TestCase):
    def test_powder_dry_and_wet(self) -> None:
        """Milk-paint powder shows the dried colour; the wet mix is darker; so does a sealer (common practice,
        V224)."""
        body = 1.0 / (1.0 + K_over_S(0.3) + np.sqrt(K_over_S(0.3) * (K_over_S(0.3) + 2.0)))
        dry, wet = (float(R_seen([body], veil)[0]) for veil in (1.0, 0.0))
        self.assertGreater(dry, wet + 0.03)
