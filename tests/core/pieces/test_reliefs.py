"""The relief of a front as it is seen, against the area that it is said to have."""

import unittest

import numpy as np

from jug_mingle.core.pieces.profiles import SET_BACK, relief_areas
from jug_mingle.core.pieces.reliefs import parts_of_relief, relief_of
from jug_mingle.core.pieces.solids import Front


class ReliefTest(unittest.TestCase):
    def test_panel_and_its_walls(self) -> None:
        """The panel as it is drawn and its walls are the area of the recess; a bead is seen as wide as it
        is."""
        front = Front(x=0.0, y=0.0, w=0.4, h=0.3, relief="panelled")
        x, y = np.meshgrid(np.linspace(0.0, 0.4, 801), np.linspace(0.0, 0.3, 601))
        seen = {face: 0.12 * float(there.mean()) for face, there in parts_of_relief(front, x, y).items()}
        outside, recess, bead = relief_areas("panelled", 0.4, 0.3)
        self.assertAlmostEqual(outside, seen["outside"], delta=0.001)
        self.assertAlmostEqual(bead, 0.5 * np.pi * seen["bead"], delta=0.03 * bead)
        self.assertAlmostEqual(sum(seen.values()), 0.12)
        walls = recess - seen["recess"]
        self.assertAlmostEqual(walls, 2 * (0.29 + 0.19) * SET_BACK, delta=0.001)

    def test_flat(self) -> None:
        front = Front(x=0.0, y=0.0, w=0.4, h=0.3)
        x, y = np.meshgrid(np.linspace(0.0, 0.4, 41), np.linspace(0.0, 0.3, 31))
        shade, recess, high = relief_of(front, x, y)
        self.assertEqual(list(parts_of_relief(front, x, y)), ["outside"])
        self.assertFalse(recess.any())
        self.assertGreater(high[0, 0], 0.9)
        self.assertLess(np.ptp(shade[10:20, 10:30]), 0.06)
