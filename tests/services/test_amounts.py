"""What a job's pieces take."""

from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.services import amounts, pieces
from tests.services.support import ServiceCase


class AmountsTest(ServiceCase):
    def test_all_pieces(self) -> None:
        """Two boards take twice one: area × coats / spread rate × (1 + margin), in millilitres."""
        self.assertEqual(amounts.area_of(self.session, self.job.id), 0.0)
        pieces.add_piece(self.session, self.job.id, name="Board", form="board", measures={})
        one = amounts.area_of(self.session, self.job.id)
        pieces.add_piece(self.session, self.job.id, name="Board", form="board", measures={})
        found = amounts.amount_for(self.session, self.job.id, coats=2, spread_rate=10.0, margin=0.15)
        self.assertAlmostEqual(found.area, 2 * one)
        self.assertAlmostEqual(found.ml, 2 * one * 2 / 10.0 * 1.15 * 1000.0, places=6)

    def test_what_sets_is_not_mixed_for_later(self) -> None:
        """Home-made chalk paint sets within hours (common practice); a chalk-type paint keeps."""
        pieces.add_piece(self.session, self.job.id, name="Board", form="board", measures={})
        setting, keeping = [kind_of("home_chalk_paint"), kind_of("chalk_paint")], [kind_of("chalk_paint")]
        self.assertIn("sets within hours", amounts.spoils(self.session, self.job.id, setting, 5000.0))
        self.assertEqual(amounts.spoils(self.session, self.job.id, setting, 1.0), "")
        self.assertEqual(amounts.spoils(self.session, self.job.id, keeping, 5000.0), "")
