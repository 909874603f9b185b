"""Mixes of a job: kept, taken away, brought back, predicted with what is known today."""

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import jobs, materials, mixes, predictions, readings, recipes
from tests.services.support import ServiceCase


class MixesTest(ServiceCase):
    def test_prediction_of_today(self) -> None:
        """A kept mix is judged against its target with what is known now; without a target, against
        itself."""
        judged = predictions.assess_mix(self.session, self.mix(), [light("window")])
        self.assertGreater(judged.worst, 0.0)
        alone = predictions.assess_mix(self.session, self.mix(target_id=None), [light("window")])
        self.assertAlmostEqual(alone.worst, 0.0, places=9)

    def test_put_on_the_shelf(self) -> None:
        """It is known by what is predicted of it, alone and with the white; without a white, alone. A second
        of its name is told apart, and a litre costs what its parts do."""
        materials.change_material(self.session, "white", {"price": 10.0})
        materials.change_material(self.session, "blue", {"price": 30.0})
        mix = self.mix()
        tin = mixes.to_shelf(self.session, mix.id, left_ml=120.0)
        self.assertEqual((tin.name, tin.left_ml, tin.full_ml, tin.price), ("Sky", 120.0, 200.0, 15.0))
        volumes = [
            {one.material.key: one.volume for one in row.volumes}
            for row in readings.readings_of(self.session, tin.key)
        ]
        self.assertEqual(volumes, [{"sky": 1.0}, {"sky": 1.0, "white": 4.0}])
        alone, tint = (row.swatches[0]["seen"] for row in readings.readings_of(self.session, tin.key))
        self.assertGreater(np.mean(tint), np.mean(alone) + 0.05)
        self.assertEqual(mixes.to_shelf(self.session, mix.id, left_ml=1.0).name, "Sky 2")
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(ConflictError, "taken off the shelf"):
            mixes.to_shelf(self.session, mix.id, left_ml=1.0)

    def test_bad_mixes(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        for changes, error in (
            ({"pours": [recipes.PourAsked(material="gone", parts=1, ml=1.0)]}, NotFoundError),
            ({"tool_key": "ladle"}, UnfitError),
            ({"target_id": 99}, NotFoundError),
            ({"job_id": other.id}, UnfitError),
            ({"job_id": 99}, NotFoundError),
        ):
            with self.subTest(changes), self.assertRaises(error):
                self.mix(**changes)
