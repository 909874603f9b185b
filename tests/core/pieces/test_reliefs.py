"""The relief of a front as it is seen, against the area that it is said to have."""

import unittest

import numpy as np

from jug_mingle.core.pieces.profiles import SET_BACK, relief_areas
from jug_mingle.core.pieces.reliefs import in_relief, relief_of
from jug_mingle.core.pieces.solids import Front


class ReliefTest(unittest.TestCase):
    def test_panel_and_its_walls(self) -> None:
        """The panel as it is drawn and its walls are the area of the recess; around it lies the rest."""
        front = Front(x=0.0, y=0.0, w=0.4, h=0.3, relief="panelled")
        x, y = np.meshgrid(np.linspace(0.0, 0.4, 801), np.linspace(0.0, 0.3, 601))
        seen = float(in_relief(front, x, y).mean()) * 0.12
        walls = relief_areas("panelled", 0.4, 0.3)[1] - seen
        self.assertAlmostEqual(walls, 2 * (0.29 + 0.19) * SET_BACK, delta=0.001)

    def test_flat(self) -> None:
        front = Front(x=0.0, y=0.0, w=0.4, h=0.3)
        x, y = np.meshgrid(np.linspace(0.0, 0.4, 41), np.linspace(0.0, 0.3, 31))
        shade, recess, high = relief_of(front, x, y)
        self.assertFalse(in_relief(front, x, y).any() or recess.any())
        self.assertGreater(high[0, 0], 0.9)
        self.assertLess(np.ptp(shade[10:20, 10:30]), 0.06)
