"""Cases with a layout of their own: doors and drawers, open rows, desks."""

import unittest

from jug_mingle.core.pieces import Piece, usual_piece
from jug_mingle.core.pieces.cases import Row

DRESSER = (Row(count=3, share=0.25), Row(filling="open", count=2, share=0.35), Row(filling="doors", count=2, share=0.4))


class LayoutTest(unittest.TestCase):
    def test_doors_and_drawers(self) -> None:
        piece = usual_piece("chest", layout=DRESSER)
        kinds = {kind: sum(1 for one in piece.parts.values() if one == kind) for kind in piece.parts.values()}
        self.assertEqual((kinds["drawer"], kinds["door"], kinds["shelf"]), (3, 2, 1))
        self.assertIn("compartment 1", piece.parts)
        heights = {front.part: front.h for box in piece.boxes for front in box.fronts}
        self.assertAlmostEqual(heights["drawer 1"] / heights["door 1"], 0.25 / 0.4)

    def test_faces_add_up(self) -> None:
        """Fronts, openings and the frame are the whole face, however it is filled."""
        piece = usual_piece("chest", layout=DRESSER)
        openings = sum(one.w * one.h for box in piece.boxes for one in box.openings)
        self.assertAlmostEqual(
            piece.areas["front"] + piece.areas["body"] + openings, 0.9 * (0.95 - piece.base_height), places=9
        )

    def test_desks(self) -> None:
        one = usual_piece("desk", pedestals=1, middle_drawer=True)
        self.assertEqual(sum(kind == "pedestal" for kind in one.parts.values()), 1)
        self.assertEqual(sum(kind == "leg" for kind in one.parts.values()), 2)
        self.assertEqual(sum(kind == "drawer" for kind in one.parts.values()), 4)
        self.assertAlmostEqual(one.areas["top"], usual_piece("desk").areas["top"])

    def test_refused(self) -> None:
        for layout, words in (
            ((Row(),) * 13, "up to 12 rows, got 13"),
            ((Row(count=500),), "from 1 to 12 drawers, got 500"),
            ((Row(share=0.0),), "share of a row"),
            ((Row(count=12), Row(count=1, share=0.02)), "leave no room"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                Piece(width=0.6, layout=layout)
