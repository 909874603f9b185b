"""Solids and the areas that a brush has to cover."""

import unittest

from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.pieces.solids import areas_of


class AreasOfTest(unittest.TestCase):
    def test_adds_up(self) -> None:
        """The areas of a piece are those of its solids, zone by zone; two of them have twice as much."""
        piece = usual_piece("chest")
        once, twice = areas_of(piece.boxes), areas_of([*piece.boxes, *piece.boxes])
        self.assertEqual(once, piece.areas)
        for zone, area in once.items():
            self.assertAlmostEqual(twice[zone], 2.0 * area)
