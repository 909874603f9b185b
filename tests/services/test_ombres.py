"""Ombres row by row."""

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.errors import UnfitError
from jug_mingle.services import ombres, pieces, predictions
from tests.services.support import LookCase


class LaddersTest(LookCase):
    def test_rows_and_jugs(self) -> None:
        """Four rows, even to the eye, each with its own area; the steps between become jugs that can be
        poured."""
        found = ombres.ladder(
            self.session, self.chest.id, self.sky.id, self.ochre.id, coats=2, light=light("window")
        )
        self.assertEqual(len(found.steps), 4)
        self.assertLess(max(found.between) - min(found.between), 0.05 * float(np.mean(found.between)))
        fronts = pieces.piece_of(self.chest).areas["front"]
        self.assertAlmostEqual(sum(rung.ml for rung in found.steps), 2000 * fronts / SPREAD_RATE, delta=0.1)
        kept = ombres.keep_steps(
            self.session, self.chest.id, self.sky.id, self.ochre.id, coats=2, light=light("window")
        )
        self.assertEqual(len(kept), 2)
        for row, rung in zip(kept, found.steps[1:-1], strict=True):
            R = predictions.assess_mix(self.session, row, [light("window")]).R
            self.assertLess(float(delta_E_CIE2000(R_to_Lab(R), R_to_Lab(rung.R))), 1.0)
            self.assertAlmostEqual(sum(pour.ml for pour in row.pours), 1.15 * rung.ml, delta=0.5)

    def test_one_row(self) -> None:
        stand = pieces.add_piece(self.session, self.job.id, name="Stand", form="stool", measures={})
        with self.assertRaisesRegex(UnfitError, "row"):
            ombres.ladder(self.session, stand.id, self.sky.id, self.ochre.id, coats=2, light=light("window"))
