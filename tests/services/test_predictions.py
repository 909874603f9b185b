"""What was predicted of a mix stays with it: then and now."""

from unittest.mock import patch

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.mixtures import MODEL
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.optics.grounds import measured_ground
from jug_mingle.core.recipes.assessment import assess
from jug_mingle.services import batches, materials, predictions, readings, recipes
from jug_mingle.services.predictions import FILLED_IN, fill_in, then_of
from jug_mingle.store.models import BatchRow
from tests.services.support import ServiceCase


class ThenAndNowTest(ServiceCase):
    def test_kept_with_the_mix(self) -> None:
        """Reflectance, band and version of the model are stored with a mix, and stay when its paints are
        learnt."""
        mix = self.mix()
        then = then_of(mix.predicted)
        assert then is not None
        now = predictions.assess_mix(self.session, mix, [light("window")])
        assert_allclose(then.R, now.R, atol=1e-6)
        self.assertEqual((then.model, then.at), (MODEL, "kept"))
        self.assertEqual((then.expected, then.low, then.high), (now.expected, now.low, now.high))
        blue = materials.get_material(self.session, "blue")
        white = materials.get_material(self.session, "white")
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(blue, 1.0), (white, 4.0)], veil=1.0,
            swatches=[Swatch(seen=np.array([75.0, -6.0, -18.0]))],
        )  # fmt: skip
        later = predictions.assess_mix(self.session, mix, [light("window")])
        again = then_of(mix.predicted)
        assert again is not None
        assert_allclose(again.R, then.R)
        self.assertGreater(again.apart(later.R), 1.0)

    def test_kept_with_what_was_poured(self) -> None:
        """Of a tin it is what is in it, after each pour and each one taken back."""
        mix = self.mix()
        batch = batches.begin_batch(self.session, mix.id)
        self.assertIsNone(batch.predicted)
        batches.make_pour(self.session, batch.id, place=0, material="white", ml=150.0, how="scale")
        white = then_of(batch.predicted)
        batches.make_pour(self.session, batch.id, place=1, material="blue", ml=90.0, how="eye")
        both = then_of(batch.predicted)
        assert white is not None
        assert both is not None
        self.assertEqual(both.at, "poured")
        self.assertGreater(white.apart(both.R), 5.0)
        batches.undo_pour(self.session, batch.id)
        back = then_of(batch.predicted)
        assert back is not None
        assert_allclose(back.R, white.R)
        batches.undo_pour(self.session, batch.id)
        self.assertIsNone(batch.predicted)

    def test_filled_in_later(self) -> None:
        """What was kept before predictions were gets one of today, marked so; what has one keeps it."""
        first, second = self.mix(), self.mix(name="Other")
        batch = batches.begin_batch(self.session, first.id)
        batches.make_pour(self.session, batch.id, place=0, material="white", ml=150.0, how="scale")
        poured = batch.predicted
        first.predicted = batch.predicted = None
        kept = second.predicted
        self.session.flush()
        self.assertEqual(fill_in(self.session), 2)
        self.assertEqual(second.predicted, kept)
        for row in (first, self.session.get_one(BatchRow, batch.id)):
            assert row.predicted is not None
            self.assertEqual(row.predicted["at"], FILLED_IN)
        self.assertEqual(batch.predicted, {**(poured or {}), "at": FILLED_IN})
        self.assertEqual(fill_in(self.session), 0)

    def test_grounds_of_one_name(self) -> None:
        """A stain is predicted over the ground it lies on, also where another ground has the same name."""
        materials.add_material(self.session, key="tea", name="Tea", kind="water_stain", left_ml=100)
        pours = [recipes.PourAsked(material="tea", parts=1, ml=50.0)]
        row = self.mix(target_id=None, pours=pours)
        seen = [
            predictions.assess_mix(
                self.session, row, [light("window")], over=measured_ground("hall", np.full(36, R), figure=0.0)
            ).R.mean()
            for R in (0.7, 0.2)
        ]
        self.assertGreater(seen[0], 2.0 * seen[1])

    def test_worked_out_once(self) -> None:
        """Asked again, a mix is not predicted again, until the paints are known better."""
        mix = self.mix()
        with patch("jug_mingle.services.predictions.assess", wraps=assess) as asked:
            for _ in range(3):
                predictions.assess_mix(self.session, mix, [light("bulb")])
            self.assertEqual(asked.call_count, 1)
            materials.change_material(self.session, "blue", {"volume_solids": 0.5})
            predictions.assess_mix(self.session, mix, [light("bulb")])
            self.assertEqual(asked.call_count, 2)
