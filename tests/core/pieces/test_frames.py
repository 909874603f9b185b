"""Frames: seats, backs, leaves and legs."""

import unittest

from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.pieces.addresses import address


class FramesTest(unittest.TestCase):
    def test_padding_is_no_paint(self) -> None:
        """A padded seat takes its place from the paint, and is a face of its own, painted when asked."""
        wood, padded = usual_piece("chair"), usual_piece("chair", seat="padded")
        face = address("padding", "upholstery", "seat padding", "outside")
        self.assertAlmostEqual(padded.areas["top"], wood.areas["top"] - 0.42 * 0.36)
        self.assertAlmostEqual(padded.faces[face], 0.42 * 0.36 + 2 * (0.42 + 0.36) * 0.05)
        self.assertNotIn("padding", padded.areas)

    def test_backs(self) -> None:
        for back, zone in (("panel", "body"), ("cane", "padding"), ("cloth", "padding")):
            with self.subTest(back):
                piece = usual_piece("chair", back=back)
                self.assertTrue(any(name.startswith(f"{zone}/") and "/back/" in name for name in piece.faces))
        self.assertNotIn("back", usual_piece("settle", back="none").parts)

    def test_leaves(self) -> None:
        """Two leaves hang at the ends of a table, 35 cm of them."""
        plain, leaves = usual_piece("table"), usual_piece("table", leaves=2)
        each = 0.35 * 0.8 + 2 * (0.35 + 0.8) * 0.022
        self.assertAlmostEqual(leaves.areas["top"] - plain.areas["top"], 2 * each)

    def test_turned_legs_take_less(self) -> None:
        areas = [usual_piece("table", leg=shape).areas["leg"] for shape in ("square", "tapered", "turned")]
        self.assertEqual(areas, sorted(areas, reverse=True))
