"""What shapes add to a flat area, against solids whose area is known."""

import math
import unittest
from unittest import mock

import numpy as np

from jug_mingle.core.pieces import profiles
from jug_mingle.core.pieces.profiles import leg_area, relief_areas, turned_area, turned_radius


class TurnedTest(unittest.TestCase):
    def test_solids_of_revolution(self) -> None:
        """With other outlines it gives the mantles of a cylinder, a cone and a sphere (Pappus's first
        theorem)."""
        block = 4.0 * 0.05 * 0.16
        for outline, mantle in (
            (lambda t, thick: 0.02 + 0.0 * t, 2.0 * math.pi * 0.02 * 0.84),
            (lambda t, thick: 0.4 * (1.0 - t) / 0.84, math.pi * 0.4 * math.hypot(0.4, 0.84)),
            (lambda t, thick: np.sqrt(np.maximum(0.42**2 - (t - 0.58) ** 2, 0.0)), 4.0 * math.pi * 0.42**2),
        ):
            with mock.patch.object(profiles, "turned_radius", outline):
                self.assertAlmostEqual(turned_area(1.0, 0.05) - block, mantle, delta=0.005 * mantle)

    def test_fits_its_square(self) -> None:
        """It is turned from a square, so it is nowhere thicker, and has less to paint."""
        r = turned_radius(np.linspace(0.0, 1.0, 500), 0.06)
        self.assertLessEqual(float(r.max()), 0.03 + 1e-12)
        self.assertLess(turned_area(0.7, 0.06), leg_area("square", 0.7, 0.06, 0.06))

    def test_tapered(self) -> None:
        """A square taper is a frustum of a pyramid: perimeters halved times the slant height."""
        slant = math.hypot(0.7, 0.5 * (0.06 - 0.036))
        self.assertAlmostEqual(
            leg_area("tapered", 0.7, 0.06, 0.06), 0.5 * 4 * (0.06 + 0.036) * slant, places=9
        )


class ReliefTest(unittest.TestCase):
    def test_flat(self) -> None:
        self.assertEqual(relief_areas("flat", 0.4, 0.2), (0.4 * 0.2, 0.0, 0.0))
        self.assertEqual(relief_areas("panelled", 0.4, 0.05), (0.4 * 0.05, 0.0, 0.0))

    def test_panel(self) -> None:
        """A panel 4.4 cm within, 6 mm deep with four walls; a half-round bead 8 mm wide, 9 mm outside it."""
        around, panel, bead = relief_areas("panelled", 0.4, 0.2)
        w, h = 0.4 - 0.088, 0.2 - 0.088
        ring = 2 * (w + h + 4 * 0.009)
        self.assertAlmostEqual(panel, w * h + 2 * (w + h) * 0.006, places=9)
        self.assertAlmostEqual(bead, ring * math.pi * 0.004, places=9)
        self.assertAlmostEqual(around, 0.08 - w * h - ring * 0.008, places=9)

    def test_moulding(self) -> None:
        """A hollow and a bead, each a half round; between and around them it is flat."""
        around, hollow, bead = relief_areas("moulded", 0.4, 0.2)
        ring, outer = 2 * (0.4 - 0.048 + 0.2 - 0.048), 2 * (0.4 - 0.03 + 0.2 - 0.03)
        self.assertAlmostEqual(hollow, ring * math.pi * 0.004, places=9)
        self.assertAlmostEqual(bead, outer * math.pi * 0.004, places=9)
        self.assertAlmostEqual(around, 0.08 - (ring + outer) * 0.008, places=9)
