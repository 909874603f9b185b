"""A past mix, made again."""

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.marked import plain
from jug_mingle.errors import ConflictError
from jug_mingle.services import batches, materials, remix, strip_readings
from jug_mingle.services.colours import Colour
from tests.services.support import BLUE, ServiceCase


class RemixTest(ServiceCase):
    def again(self, mix_id: int, batch: float = 400.0) -> remix.Remix:
        return remix.remix(self.session, mix_id, batch=batch, tool_key="parts", lights=[light("window")])

    def test_same_at_another_size(self) -> None:
        found = self.again(self.mix().id)
        self.assertEqual(
            [(batch.key, batch.ml, batch.state) for batch in found.tins],
            [("white", 300.0, "there"), ("blue", 100.0, "there")],
        )
        assert found.same is not None
        self.assertAlmostEqual(found.same.worst, 0.0, places=6)
        self.assertEqual((found.substitutes, remix.missing_words(found)), ([], ""))

    def test_gone_and_short(self) -> None:
        """What is left of another shelf is taken; a remix that nothing is left for says so."""
        mix = self.mix()
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(ConflictError, "too little is left in the tins"):
            self.again(mix.id, batch=2000.0)
        materials.change_material(self.session, "ochre", {"left_ml": 2000.0})
        found = self.again(mix.id, batch=800.0)
        self.assertEqual([batch.state for batch in found.tins], ["short", "gone"])
        self.assertIsNone(found.same)
        words = plain(remix.missing_words(found))
        self.assertIn("Blue is no longer on the shelf.", words)
        self.assertIn("There is too little of White (500 ml of 600 ml).", words)

    def test_colour_it_had(self) -> None:
        """A dried strip of it is what it looked like; without one it is what is predicted."""
        mix = self.mix()
        self.assertFalse(remix.colour_of(self.session, mix)[1])
        batch = batches.begin_batch(self.session, mix.id)
        batches.make_pour(self.session, batch.id, place=0, material="white", ml=150.0, how="eye")
        colour = Colour(R=BLUE, noise=0.5, how="reader", spectral=True)
        strip_readings.read_strip(self.session, batch.id, colour, anyway=True)
        R, seen = remix.colour_of(self.session, mix)
        self.assertTrue(seen)
        np.testing.assert_allclose(R, BLUE)
