"""A piece with its doors and drawers open."""

import unittest

import numpy as np

from jug_mingle.core.pieces import FORMS, UNPAINTED, draw, usual_piece
from jug_mingle.core.pieces.solids import lid_up, reaches_out


class OpenedTest(unittest.TestCase):
    def test_insides_are_seen(self) -> None:
        """Open, every piece with fronts shows an inside, and stands free in its picture."""
        for form in FORMS:
            piece = usual_piece(form)
            samples = draw(piece, 200, 150, opened=True).samples()
            kinds = set(piece.parts.values()) & {"drawer", "door", "lid", "roll"}
            with self.subTest(form):
                self.assertEqual("within" in samples.zones, bool(kinds))
                own = [samples.pixel[place] for zone, place in samples.zones.items() if zone not in UNPAINTED]
                y, x = np.divmod(np.concatenate(own), 200)
                self.assertTrue(x.min() > 1 and x.max() < 198 and y.max() < 149)

    def test_lower_drawers_reach_farther(self) -> None:
        """Else those above would hide what is in them; none is pulled out of its case."""
        (carcass,) = (box for box in usual_piece("chest").boxes if box.made == "carcass")
        out = [reaches_out(carcass, front) for front in carcass.fronts]
        self.assertEqual(out, sorted(out))
        self.assertLess(out[-1], carcass.d)

    def test_lid(self) -> None:
        """A box without its lid is lower by it; what has none stays as it is."""
        (box,) = usual_piece("box").boxes
        self.assertAlmostEqual(lid_up(box).h, box.h - box.fronts[0].h)
        (case,) = (one for one in usual_piece("chest").boxes if one.made == "carcass")
        self.assertIs(lid_up(case), case)
