"""Strips of a batch: when they are dry, what they say, and what they teach."""

from datetime import timedelta

import numpy as np

from jug_mingle.documents.colour_source import FromTarget, Stepped
from jug_mingle.errors import ConflictError
from jug_mingle.services import batches, readings, shelf_fit, strip_readings
from jug_mingle.services.colours import Colour
from jug_mingle.store.models import now
from tests.services.support import BLUE, BatchCase

TOO_GREEN = np.clip(1.6 * BLUE * np.where(np.abs(np.arange(36) - 16) < 6, 1.15, 1.0), 0.0, 1.0)


class StripTest(BatchCase):
    def test_not_while_it_is_wet(self) -> None:
        with self.assertRaisesRegex(ConflictError, "nothing was poured yet"):
            strip_readings.paint_strip(self.session, self.batch.id)
        self.pour("white", 150.0)
        with self.assertRaisesRegex(ConflictError, "paint a strip and let it dry first"):
            self.read_strip(BLUE, anyway=False)
        strip_readings.paint_strip(self.session, self.batch.id)
        with self.assertRaisesRegex(ConflictError, "it needs about"):
            self.read_strip(BLUE, anyway=False)

    def test_verdict(self) -> None:
        """On its target it is reached and the batch done; after a further pour the strip says nothing any
        more."""
        self.pour("white", 150.0)
        self.read_strip(BLUE)
        verdict = strip_readings.verdict_now(self.session, self.batch.id)
        assert verdict is not None
        assert verdict.delta_E is not None
        self.assertTrue(verdict.reached)
        self.assertAlmostEqual(verdict.delta_E, 0.0, places=6)
        self.assertIsNotNone(self.batch.done)
        self.pour("blue", 10.0)
        self.assertIsNone(strip_readings.verdict_now(self.session, self.batch.id))

    def test_by_eye_against_the_target(self) -> None:
        """Side by side with its target it is as sure as an eye, however badly the target itself is known."""
        said = FromTarget(source="target", target_id=self.target.id)
        colour = Colour(R=BLUE, noise=5.0, how="white_photo")
        self.assertEqual(strip_readings.as_compared(self.session, self.batch.id, colour, said).how, "eye")
        other = FromTarget(source="target", target_id=self.target.id + 1)
        self.assertEqual(strip_readings.as_compared(self.session, self.batch.id, colour, other), colour)
        darker = Stepped(source="stepped", of=said, darker=1.0)
        self.assertEqual(strip_readings.as_compared(self.session, self.batch.id, colour, darker).how, "eye")

    def test_dries_as_its_paints_do(self) -> None:
        """A strip is dry after what is usual for its slowest paint, and not a minute before."""
        self.pour("white", 150.0)
        strip_readings.paint_strip(self.session, self.batch.id)
        minutes = strip_readings.dry_minutes(self.batch)
        assert self.batch.dry_at is not None
        self.assertAlmostEqual((self.batch.dry_at - now()).total_seconds() / 60.0, minutes, delta=0.1)
        self.batch.dry_at = now() - timedelta(seconds=1)
        self.read_strip(BLUE, anyway=False)
        self.assertIsNotNone(strip_readings.newest_strip(self.session, self.batch.id))

    def test_far_off(self) -> None:
        """A strip beyond the tolerance leaves the batch open, and says what the paints were learnt to be."""
        self.pour("white", 150.0)
        self.pour("blue", 50.0)
        before = shelf_fit.fitted_shelf(self.session)
        self.read_strip(TOO_GREEN)
        verdict = strip_readings.verdict_now(self.session, self.batch.id, before=before)
        assert verdict is not None
        self.assertFalse(verdict.reached)
        self.assertIsNone(self.batch.done)
        self.assertIn("Blue", {one.name for one in verdict.learnt})

    def test_nothing_explains_it(self) -> None:
        """A strip that cannot be of its batch teaches nothing, until someone says that it is true."""
        self.pour("white", 150.0)
        self.pour("blue", 50.0)
        before = shelf_fit.fitted_shelf(self.session)
        self.read_strip(np.full(36, 0.05))
        verdict = strip_readings.verdict_now(self.session, self.batch.id, before=before)
        assert verdict is not None
        assert verdict.strip.reading_id is not None
        self.assertTrue(verdict.set_aside)
        self.assertEqual(verdict.learnt, [])
        self.assertEqual(
            [one.id for one in readings.set_aside_of(self.session, "blue")], [verdict.strip.reading_id]
        )
        readings.restore_reading(self.session, verdict.strip.reading_id)
        believed = strip_readings.verdict_now(self.session, self.batch.id, before=before)
        assert believed is not None
        self.assertFalse(believed.set_aside)
        self.assertIn("Blue", {one.name for one in believed.learnt})
        self.assertEqual(readings.set_aside_of(self.session, "blue"), [])

    def test_set_aside_and_forgotten(self) -> None:
        """One that was set aside and then withdrawn is gone from the bench, too."""
        self.pour("white", 150.0)
        self.read_strip(np.full(36, 0.05))
        strip = strip_readings.newest_strip(self.session, self.batch.id)
        assert strip is not None
        assert strip.reading_id is not None
        readings.withdraw_reading(self.session, strip.reading_id)
        self.assertIsNone(strip_readings.newest_strip(self.session, self.batch.id))

    def test_without_a_target(self) -> None:
        """Of a mix made for its own sake nothing is reached and nothing missed."""
        self.batch = batches.begin_batch(self.session, self.mix(target_id=None, name="Own").id)
        self.pour("white", 10.0)
        self.read_strip(BLUE)
        verdict = strip_readings.verdict_now(self.session, self.batch.id)
        assert verdict is not None
        self.assertEqual((verdict.delta_E, verdict.reached), (None, False))
