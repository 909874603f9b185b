"""Open insides: what is seen of the back, the walls and the shelves, and through a piece without a back."""

import unittest

import numpy as np

from jug_mingle.core.pieces import Piece, draw, usual_piece
from jug_mingle.core.pieces.canvas import ASIDE, RISE, Canvas
from jug_mingle.core.pieces.changes import Change
from jug_mingle.core.pieces.handles import draw_handle
from jug_mingle.core.pieces.solids import Front

OPEN = Change(act="remove", part="back")


class InsidesTest(unittest.TestCase):
    def seen(self, piece: Piece) -> dict[str, float]:
        """Return how much of the picture each face takes. [m²]"""
        drawing = draw(piece, 600, 800)
        samples = drawing.samples()
        return {
            name: float(samples.weight[own].sum()) / drawing.scale**2 for name, own in samples.faces.items()
        }

    def test_by_projection(self) -> None:
        """Of an empty case, worked by hand: of its left wall ASIDE x depth is seen, of its floor RISE x
        depth."""
        seen = self.seen(usual_piece("bookcase", rows=1))
        w, h, d = 0.8 - 0.056, 1.51 - 0.056, 0.29
        back = (w - ASIDE * d) * (h - RISE * d)
        self.assertAlmostEqual(seen["inside/back/back/inside"], back, delta=0.01 * back)
        walls = w * h - back
        self.assertAlmostEqual(seen["inside/carcass/carcass/inside"], walls, delta=0.03 * walls)

    def test_shelves_show_their_tops(self) -> None:
        seen = self.seen(usual_piece("bookcase"))
        for part in ("shelf 1", "shelf 4"):
            self.assertGreater(seen[f"inside/shelf/{part}/outside"], seen[f"inside/shelf/{part}/edge"])

    def test_one_sees_through(self) -> None:
        """Without its back what was back is the mat behind; nothing else is seen less."""
        whole, through = (self.seen(usual_piece("bookcase", changes=changes)) for changes in ((), (OPEN,)))
        self.assertNotIn("inside/back/back/inside", through)
        for name, area in through.items():
            if name != "dark":
                self.assertAlmostEqual(area, whole[name], delta=0.002 + 0.02 * area, msg=name)
        samples = draw(usual_piece("bookcase", rows=1, changes=(OPEN,)), 600, 800).samples()
        self.assertGreater(float(samples.uncovered.reshape(800, 600)[350, 320]), 0.99)


class CanvasTest(unittest.TestCase):
    def test_places(self) -> None:
        """A metre is as many pixels as the scale says; a metre back lies aside and above."""
        canvas = Canvas(usual_piece("chest"), 400, 300, opened=False)
        x, y = canvas.to_pixels(0.0, 0.0, 0.0)
        np.testing.assert_allclose(canvas.to_pixels(1.0, 1.0, 0.0), (x + canvas.scale, y + canvas.scale))
        np.testing.assert_allclose(
            canvas.to_pixels(0.0, 0.0, 1.0), (x + ASIDE * canvas.scale, y - RISE * canvas.scale)
        )

    def test_handles(self) -> None:
        """A knob is drawn as large as it is, and where its front has its middle."""
        canvas = Canvas(usual_piece("chest"), 800, 600, opened=False)
        draw_handle(canvas, 0.0, Front(x=0.2, y=0.2, w=0.5, h=0.2, handle="knob"))
        knob = canvas.faces[-1]
        self.assertAlmostEqual(float(knob.cover.sum()) / canvas.scale**2, np.pi * 0.018**2, delta=3e-5)
        row, column = (int(np.average(np.arange(n), weights=knob.cover.sum(axis=1 - axis)))
                       for axis, n in enumerate(knob.cover.shape))  # fmt: skip
        x, y = canvas.to_pixels(0.45, 0.3, 0.0)
        self.assertLess(max(abs(knob.columns.start + column - x), abs(knob.rows.start + row - y)), 2.0)
