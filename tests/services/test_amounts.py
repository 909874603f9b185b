"""What a job's pieces take."""

from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.services import amounts, materials, pieces, recipes
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

        def said(ml: float, *keys: str) -> str:
            return amounts.spoils(self.session, self.job.id, [Pour(key=key, parts=1, ml=ml) for key in keys])

        materials.change_material(self.session, "white", {"kind": "home_chalk_paint"})
        self.assertIn("sets within hours", said(2500.0, "white", "blue"))
        self.assertEqual(said(1.0, "white", "blue"), "")
        self.assertEqual(said(5000.0, "blue"), "")
        materials.change_material(self.session, "blue", {"handling": {"pot_life": 3.0}})
        self.assertIn("keeps about 3 days", said(5000.0, "blue"))

    def test_of_a_mix(self) -> None:
        """V226: a label's spread rate is asked: 5 m² a litre take more than twice what 11 take."""
        pieces.add_piece(self.session, self.job.id, name="Board", form="board", measures={})
        pours, found = [Pour(key="blue", parts=1, ml=100.0)], []
        for rate in (11.0, 5.0):
            materials.change_material(self.session, "blue", {"spread_rate": rate})
            found.append(amounts.amount_of(self.session, self.job.id, pours, coats=2).ml)
        self.assertAlmostEqual(found[1] / found[0], 11.0 / 5.0)

    def test_of_a_colour(self) -> None:
        """Without a jug nothing is known of it; its jug's own spread rate counts once there is one."""
        pieces.add_piece(self.session, self.job.id, name="Board", form="board", measures={})
        asked = (self.session, self.job.id, self.target.id)
        self.assertIsNone(amounts.amount_for_target(*asked, coats=2))
        self.mix(pours=[recipes.PourAsked(material="blue", parts=1, ml=200.0)])
        materials.change_material(self.session, "blue", {"spread_rate": 5.0})
        found = amounts.amount_for_target(*asked, coats=2)
        self.assertAlmostEqual(found.spread_rate or 0.0 if found else 0.0, 5.0)
