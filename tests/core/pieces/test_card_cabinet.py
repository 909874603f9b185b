"""The card cabinet: areas worked by hand, and a drawing whose faces fit together."""

import unittest

import numpy as np

from jug_mingle.core.pieces import CardCabinet


class AreasTest(unittest.TestCase):
    def test_hand_worked(self) -> None:
        """One drawer of 0.4 m rails 0.1: front 0.2 × 0.2, frame around it, two sides, top and plinth."""
        piece = CardCabinet(width=0.4, height=0.5, depth=0.3, rows=1, columns=1, plinth=0.1, rail=0.1)
        areas = piece.areas
        self.assertAlmostEqual(areas["front"], 0.2 * 0.2)
        self.assertAlmostEqual(areas["body"], 0.4 * 0.4 - 0.04)
        self.assertAlmostEqual(areas["side"], 2 * 0.3 * 0.5)
        self.assertAlmostEqual(areas["top"], 0.12)
        self.assertAlmostEqual(areas["plinth"], 0.04)


class DrawTest(unittest.TestCase):
    def test_faces(self) -> None:
        """Twelve fronts; every face lies in the picture with coordinates and cover from 0 to 1."""
        drawing = CardCabinet().draw(600, 400)
        self.assertEqual(sum(face.zone == "front" for face in drawing.faces), 12)
        for face in drawing.faces:
            h, w = face.rows.stop - face.rows.start, face.columns.stop - face.columns.start
            for field in (face.cover, face.shade, face.u, face.v, face.across, face.down, face.grain):
                self.assertEqual(field.shape, (h, w))
                self.assertTrue(np.all(np.isfinite(field)))
            for field in (face.cover, face.u, face.v, face.across, face.down):
                self.assertTrue(field.min() >= 0.0 and field.max() <= 1.0, face.zone)
            self.assertTrue(face.rows.start >= 0 and face.rows.stop <= 400 and face.columns.stop <= 600)

    def test_bad(self) -> None:
        for changes, message in (
            ({"width": 0.0}, "width of a cabinet must be from 0.2 to 3 m, got 0"),
            ({"rows": 500}, "from 1 to 12 rows of drawers, got 500"),
            ({"columns": 12, "width": 0.3}, "leave no room"),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                CardCabinet(**changes)
        with self.assertRaisesRegex(ValueError, "16 to 4000 pixels"):
            CardCabinet().draw(5, 5)
