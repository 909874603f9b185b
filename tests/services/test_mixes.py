"""Mixes of a job: kept, taken away, brought back, predicted with what is known today."""

from jug_mingle.core.colour.spectra import light
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import jobs, mixes, predictions, recipes
from tests.services.support import ServiceCase


class MixesTest(ServiceCase):
    def test_keep_remove_restore(self) -> None:
        row = self.mix()
        self.assertEqual([m.id for m in mixes.mix_rows(self.session, self.job.id)], [row.id])
        mixes.remove_mix(self.session, row.id)
        self.assertEqual(list(mixes.mix_rows(self.session, self.job.id)), [])
        mixes.restore_mix(self.session, row.id)
        self.assertEqual([pour.key for pour in predictions.pours_of(row)], ["white", "blue"])

    def test_prediction_of_today(self) -> None:
        """A kept mix is judged against its target with what is known now; without a target, against itself."""
        judged = predictions.assess_mix(self.session, self.mix(), [light("window")])
        self.assertGreater(judged.worst, 0.0)
        alone = predictions.assess_mix(self.session, self.mix(target_id=None), [light("window")])
        self.assertAlmostEqual(alone.worst, 0.0, places=9)

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
