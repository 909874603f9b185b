"""Looks of a job, and what is said of them."""

from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.errors import UnfitError
from jug_mingle.services import amounts, jobs, looks, pieces, plan_work
from tests.services.support import LookCase


class LooksTest(LookCase):
    def test_kept_worn_put_away(self) -> None:
        """A look that is put away leaves its piece as it was; brought back, it is worn again."""
        row = looks.save_look(self.session, self.job.id, name="Blue", layers=[self.paint()])
        looks.wear(self.session, self.chest.id, row.id)
        self.assertEqual(looks.layers_of(row), [self.paint()])
        changed = looks.save_look(
            self.session, self.job.id, name="Bluer", layers=[self.paint(coats=3)], look_id=row.id
        )
        self.assertEqual((changed.id, changed.name), (row.id, "Bluer"))
        looks.remove_look(self.session, row.id)
        self.assertEqual(list(looks.look_rows(self.session, self.job.id)), [])
        self.assertIsNone(looks.worn_look(self.session, self.chest))
        self.assertIsNone(amounts.amount_in_looks(self.session, self.job.id, self.target.id))
        self.assertEqual(plan_work.work_of(self.session, self.chest).finish.layers, ())
        looks.restore_look(self.session, row.id)
        self.assertEqual(pieces.get_piece(self.session, self.chest.id).look_id, row.id)

    def test_another_jobs_colours(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        for layers in ([self.paint()], [LayerIn(kind="blend", colours=["mix:1", "mix:2"])]):
            with self.assertRaisesRegex(UnfitError, "another job"):
                looks.save_look(self.session, other.id, name="x", layers=layers)
        row = looks.save_look(self.session, self.job.id, name="Blue", layers=[self.paint()])
        stand = pieces.add_piece(self.session, other.id, name="Stand", form="stool", measures={})
        with self.assertRaisesRegex(UnfitError, "another job"):
            looks.wear(self.session, stand.id, row.id)

    def test_through_a_file_and_back(self) -> None:
        """Jugs become roles; in a job of other jugs the look takes those."""
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"], place="recess")]
        file = looks.to_file(
            self.session, looks.save_look(self.session, self.job.id, name="B", layers=layers).id
        )
        self.assertEqual(file.layers[0].colours, ["first"])
        self.assertEqual(file.roles["first"].name, "Sky")
        back = looks.cast_roles(
            self.session, self.job.id, LookFile.model_validate_json(file.model_dump_json()).layers
        )
        self.assertEqual(back, layers)
        empty = jobs.add_job(self.session, name="Empty")
        with self.assertRaisesRegex(UnfitError, "needs a jug"):
            looks.cast_roles(self.session, empty.id, file.layers)
