"""Cases with a layout of their own: doors and drawers, open rows, desks."""

import unittest

from jug_mingle.core.pieces import Piece, usual_piece
from jug_mingle.core.pieces.cases import Row

DRESSER = (
    Row(count=3, share=0.25),
    Row(filling="open", count=2, share=0.35),
    Row(filling="doors", count=2, share=0.4),
)
SIDEBOARD = (Row(filling="doors"), Row(count=3, beside=True, wide=2.0), Row(filling="doors", beside=True))


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
        for layout in (DRESSER, SIDEBOARD):
            piece = usual_piece("chest", layout=layout)
            openings = sum(one.w * one.h for box in piece.boxes for one in box.openings)
            self.assertAlmostEqual(
                piece.areas["front"] + piece.areas["body"] + openings,
                0.9 * (0.95 - piece.base_height),
                places=9,
            )

    def test_beside(self) -> None:
        """Three drawers above each other between two doors, twice as wide as each: worked by hand."""
        piece = usual_piece("cupboard", width=1.6, height=0.9, base="none", layout=SIDEBOARD)
        fronts = {front.part: front for box in piece.boxes for front in box.fronts}
        wide = (1.6 - 4 * 0.028) / 4
        left, middle, right = (fronts[part] for part in ("door 1", "drawer 2", "door 2"))
        self.assertAlmostEqual(left.x, 0.028)
        self.assertAlmostEqual(middle.x, 0.028 + wide + 0.028)
        self.assertAlmostEqual(middle.w, 2 * wide)
        self.assertAlmostEqual(middle.h, (0.9 - 2 * 0.028 - 2 * 0.028) / 3)
        self.assertAlmostEqual(right.x + right.w, 1.6 - 0.028)
        self.assertAlmostEqual(right.h, 0.9 - 2 * 0.028)
        self.assertEqual(len(piece.boxes[-1].interiors), 2)

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
            ((Row(share=0.0),), "share of a row's height"),
            ((Row(), Row(beside=True, wide=0.0)), "share of a row's width"),
            ((Row(beside=True),), "first row of a front"),
            ((Row(count=12), Row(count=1, share=0.02)), "leave no room"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                Piece(width=0.6, layout=layout)
