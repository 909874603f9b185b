"""A batch that came out wrong, brought to its target from its newest strip."""

import numpy as np

from jug_mingle.errors import ConflictError
from jug_mingle.services import batch_rescue, batches, materials, strip_readings
from tests.services.support import BLUE, BatchCase


class RescueTest(BatchCase):
    def pale(self) -> None:
        """It came out too light."""
        self.pour("white", 150.0)
        self.pour("blue", 5.0)
        self.read_strip(np.clip(BLUE + 0.25, 0.0, 0.95))

    def test_rescued(self) -> None:
        """What came out too light needs more of the blue, and comes nearer with it than it is."""
        self.pale()
        advice, wanted = batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        np.testing.assert_allclose(wanted, BLUE)
        self.assertIn("blue", {pour.key for option in advice.options for pour in option.additions})
        as_it_is = next(option for option in advice.options if not option.additions)
        self.assertLess(advice.best.expected, 0.5 * as_it_is.expected)
        verdict = strip_readings.verdict_now(self.session, self.batch.id)
        assert verdict is not None
        assert verdict.delta_E is not None
        self.assertAlmostEqual(as_it_is.expected, verdict.delta_E, places=6)
        self.assertTrue(as_it_is.low <= as_it_is.expected <= as_it_is.high)

    def test_true_though_nothing_explains_it(self) -> None:
        """Nobody knows what is in it: it is rescued from what it looks like."""
        self.pour("white", 150.0)
        self.pour("blue", 50.0)
        self.batch.capacity = 900.0
        self.read_strip(0.4 * BLUE)
        advice, _ = batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        self.assertGreater(advice.options[0].expected, 15.0)
        self.assertIn("white", {pour.key for pour in advice.best.additions})
        self.assertLess(advice.best.expected, 0.7 * advice.options[0].expected)

    def test_opens_its_batch_again(self) -> None:
        """What is added to a jug that was good as it was, or that dries, is to be poured: it is done no more,
        and no strip of it dries."""
        self.pale()
        batches.finish_batch(self.session, self.batch.id)
        self.batch.dry_at = self.batch.created
        advice, _ = batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        row = batches.add_to_batch(self.session, self.batch.id, list(advice.best.additions))
        self.assertEqual((row.done, row.dry_at), (None, None))

    def test_only_from_the_shelf(self) -> None:
        """A tin that was put away is no help."""
        self.pale()
        materials.remove_material(self.session, "blue")
        advice, _ = batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        self.assertNotIn("blue", {pour.key for option in advice.options for pour in option.additions})

    def test_never_more_than_the_jug_holds(self) -> None:
        self.pale()
        self.batch.capacity = 160.0
        advice, _ = batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        for option in advice.options:
            self.assertLessEqual(option.ml, 160.0 + 1e-6)
        self.assertGreater(max(option.ml for option in advice.options), 155.0)

    def test_nothing_to_go_by(self) -> None:
        """Without a strip, or a target, there is no rescue, and it is said why."""
        self.pour("white", 150.0)
        with self.assertRaisesRegex(ConflictError, "read a dried strip"):
            batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
        self.batch = batches.begin_batch(self.session, self.mix(target_id=None, name="Own").id)
        self.pour("white", 150.0)
        self.read_strip(BLUE)
        with self.assertRaisesRegex(ConflictError, "nothing to bring it to"):
            batch_rescue.rescue(self.session, self.batch.id, tool_key="scale")
