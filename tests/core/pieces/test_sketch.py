"""Pieces as they are drawn."""

import unittest

import numpy as np

from jug_mingle.core.pieces import FORMS, UNPAINTED, Piece, draw, usual_piece
from jug_mingle.core.pieces.addresses import WHEN_ASKED
from jug_mingle.core.pieces.faces import FIELDS


class DrawTest(unittest.TestCase):
    def test_every_form(self) -> None:
        """Every form shows a part of each of its zones, has whole fields there, and stands free in the
        picture."""
        for form in FORMS:
            for relief in ("flat", "moulded", "panelled"):
                piece = usual_piece(form, relief=relief)
                samples = draw(piece, 160, 120).samples()
                with self.subTest(form, relief=relief):
                    painted = {zone for zone in samples.zones if zone not in (*UNPAINTED, *WHEN_ASKED)}
                    self.assertEqual(painted, set(piece.areas))
                    for name in FIELDS:
                        self.assertTrue(np.isfinite(samples.fields[name]).all(), name)
                    for name in ("u", "v", "across", "down", "step", "recess", "high"):
                        self.assertGreaterEqual(float(samples.fields[name].min()), -0.02, name)
                        self.assertLessEqual(float(samples.fields[name].max()), 1.02, name)
                    y, x = np.divmod(
                        np.concatenate([samples.pixel[samples.zones[zone]] for zone in painted]), 160
                    )
                    self.assertTrue(y.min() > 2 and y.max() < 117 and x.min() > 2 and x.max() < 157)

    def test_measures_show(self) -> None:
        """A piece of twice the width is drawn twice as wide; the front of a chest is as high as its measures
        say."""
        areas = []
        for width in (0.5, 1.0):
            piece = Piece(width=width, height=1.0, depth=0.1, rows=1, columns=1, handle="none")
            drawing = draw(piece, 400, 400)
            samples = drawing.samples()
            areas.append(float(samples.weight[samples.zones["front"]].sum()) / drawing.scale**2)
            self.assertAlmostEqual(areas[-1], piece.areas["front"], delta=0.02 * piece.areas["front"])
        self.assertAlmostEqual(areas[1] / areas[0], (1.0 - 0.056) / (0.5 - 0.056), delta=0.04)

    def test_steps_follow_the_rows(self) -> None:
        samples = draw(Piece(rows=4, handle="none"), 200, 200).samples()
        np.testing.assert_allclose(
            np.unique(np.round(samples.of("step", "front"), 4)), [0, 0.3333, 0.6667, 1], atol=1e-3
        )

    def test_handles_and_cards(self) -> None:
        """Metal and paper are drawn where a handle asks for them, and not without."""
        for handle, zones in (("none", set()), ("knob", {"hardware"}), ("label_knob", {"hardware", "paper"})):
            found = draw(Piece(handle=handle), 240, 180).samples().zones  # type: ignore[arg-type]
            self.assertEqual({zone for zone in found if zone in ("hardware", "paper")}, zones)
