"""What is said of patterns and textures: what lets go, what has to be sealed, what a texture asks. Common
practice."""

import unittest

from jug_mingle.core.practice.schools import by_school
from tests.core.practice.support import layer, said

PAINT = layer("paint", "chalk_paint", coats=2)
TRANSFER = layer("transfer")


class PatternRulesTest(unittest.TestCase):
    def test_two_coats_over_a_transfer(self) -> None:
        """V019, T137: two coats of clear hold it; one is too few."""
        self.assertIn("transfer_two_coats", said(PAINT, TRANSFER, layer("sealer", coats=1)))
        self.assertNotIn("transfer_two_coats", said(PAINT, TRANSFER, layer("sealer", coats=2)))

    def test_nothing_sticks_on_wax(self) -> None:
        for kind in ("transfer", "paper", "collage"):
            self.assertEqual(said(PAINT, layer("wax", "clear wax"), layer(kind)).get("stuck_on_wax"), "wrong")
            self.assertNotIn("stuck_on_wax", said(PAINT, layer(kind)))

    def test_over_a_texture(self) -> None:
        """M058: over a texture every part is rubbed down with a soft cloth."""
        rough = layer("salt", "chalk_paint")
        self.assertIn("transfer_on_texture", said(PAINT, rough, TRANSFER))
        self.assertNotIn("transfer_on_texture", said(PAINT, TRANSFER))

    def test_what_needs_closing(self) -> None:
        self.assertIn("paper_sealed", said(PAINT, layer("paper")))
        self.assertNotIn("paper_sealed", said(PAINT, layer("paper"), layer("sealer", coats=2)))
        self.assertIn("paste_finished", said(PAINT, layer("raised")))
        self.assertIn("rust_sealed", said(PAINT, layer("rust")))
        self.assertNotIn("rust_sealed", said(PAINT, layer("rust"), layer("sealer", veil=0.9)))

    def test_both_schools(self) -> None:
        """D031, V084: on the bare paint, or between clear coats; who does the one is told of the other,
        nobody else."""
        from jug_mingle.core.finishes import Finish, bare
        from jug_mingle.core.practice.rules import by_rules
        from tests.core.practice.support import FACES

        found = by_rules(Finish(layers=(PAINT, TRANSFER), grounds={"": bare("birch")}), FACES)
        self.assertFalse([one for one in by_school(found, {}) if one.rule == "transfer_bare"])
        told = [one for one in by_school(found, {"transfer": "between"}) if one.rule == "transfer_bare"]
        self.assertIn("otherwise", told[0].why)
