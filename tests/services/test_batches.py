"""Batches on the bench: begun, poured, taken back, added to."""

from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import batches, materials
from jug_mingle.services.recipes import PourAsked
from tests.services.support import BatchCase


class PouredTest(BatchCase):
    def test_begun_once(self) -> None:
        self.assertEqual(batches.begin_batch(self.session, self.batch.mix_id).id, self.batch.id)
        batches.finish_batch(self.session, self.batch.id)
        self.assertNotEqual(batches.begin_batch(self.session, self.batch.mix_id).id, self.batch.id)

    def test_pours_are_taken_from_the_shelf_and_given_back(self) -> None:
        self.pour("white", 150.0)
        self.pour("blue", 20.0)
        self.assertEqual((self.left("white"), self.left("blue")), (350.0, 480.0))
        standing = batches.standing_of(self.session, self.batch)
        self.assertEqual(standing.poured, {"white": 150.0, "blue": 20.0})
        self.assertEqual([(one.key, one.ml) for one in standing.rest.pours], [("blue", 30.0)])
        batches.undo_pour(self.session, self.batch.id, place=1)
        self.assertEqual(self.left("blue"), 500.0)
        with self.assertRaisesRegex(ConflictError, "taken back already"):
            batches.undo_pour(self.session, self.batch.id, place=1)

    def test_never_more_than_the_tin_held(self) -> None:
        """A tin that was fuller than written gives what it gave; it is empty then, and full again when taken
        back."""
        materials.change_material(self.session, "blue", {"left_ml": 10.0})
        self.pour("blue", 50.0)
        self.assertEqual(self.left("blue"), 0.0)
        batches.undo_pour(self.session, self.batch.id)
        self.assertEqual(self.left("blue"), 10.0)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ConflictError, "nothing was poured yet"):
            batches.undo_pour(self.session, self.batch.id)
        with self.assertRaisesRegex(UnfitError, "not part of this recipe"):
            self.pour("ochre", 1.0)
        with self.assertRaises(UnfitError):
            self.pour("white", 1e5)
        with self.assertRaisesRegex(ConflictError, "in another window"):
            batches.make_pour(self.session, self.batch.id, place=1, material="white", ml=1.0, how="eye")
        with self.assertRaises(NotFoundError):
            batches.get_batch(self.session, 99)
        much = self.mix(pours=[PourAsked(material="white", parts=1, ml=2000.0)])
        with self.assertRaisesRegex(UnfitError, "take a larger one"):
            batches.begin_batch(self.session, much.id, jug="paper cup")
        materials.remove_material(self.session, "blue")
        with self.assertRaisesRegex(ConflictError, "Blue was taken off the shelf"):
            batches.begin_batch(self.session, self.mix(name="Other").id)

    def test_added_to(self) -> None:
        """A rescue's additions join what is to be poured; more than the jug has room for is refused."""
        self.pour("white", 150.0)
        batches.add_to_batch(self.session, self.batch.id, [Pour(key="ochre", parts=1, ml=5.0)])
        self.assertEqual(
            {one.key: one.ml for one in batches.asked_of(self.batch)}, {"white": 150.0, "ochre": 5.0}
        )
        batches.add_to_batch(self.session, self.batch.id, [Pour(key="white", parts=1, ml=10.0)])
        self.assertEqual({one.key: one.ml for one in batches.asked_of(self.batch)}, {"white": 160.0})
        with self.assertRaisesRegex(UnfitError, "there is room for"):
            batches.add_to_batch(self.session, self.batch.id, [Pour(key="blue", parts=1, ml=5000.0)])

    def left(self, key: str) -> float:
        return materials.get_material(self.session, key).left_ml
