"""A piece painted anew: its look becomes the ground of the next."""

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes.stack import evenly
from jug_mingle.core.optics.film import R_seen
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import ConflictError, UnfitError
from jug_mingle.services import finish_report, finish_resolver, looks, pieces, repaint
from tests.services.support import LookCase


class RepaintTest(LookCase):
    def worn(self, *layers: LayerIn) -> None:
        look = looks.save_look(self.session, self.job.id, name="Sky all over", layers=layers)
        looks.wear(self.session, self.chest.id, look.id)

    def test_what_was_seen_is_the_ground(self) -> None:
        """All fronts are as they looked, one drawer as it did by itself; what nobody painted is still oak."""
        self.worn(self.paint(), LayerIn(kind="paint", colours=["pot:ochre"], zones=["drawer 2/outside"]))
        _, before = finish_resolver.dressed(self.session, self.chest.id, looks.layers_of(looks.look_rows(
            self.session, self.job.id)[-1]))  # fmt: skip
        row = repaint.repaint(self.session, self.chest.id)
        self.assertIsNone(row.look_id)
        _, after = finish_resolver.dressed(self.session, self.chest.id, [])
        for face in pieces.piece_of(row).faces:
            was, now = (R_seen(*evenly(finish, face)[-1]) for finish in (before, after))
            np.testing.assert_allclose(now, was, atol=2e-4)
        self.assertEqual(row.grounds["top"], "last:top")
        self.assertIn("drawer 2/outside", row.grounds)
        self.assertNotIn("within", row.grounds)

    def test_what_was_said_nearer_goes(self) -> None:
        """A drawer that was of pine is painted with the rest; its inside, which was not, is still of pine."""
        grounds = {"drawer 2/outside": "pine", "drawer 3": "pine"}
        pieces.change_piece(self.session, self.chest.id, name=None, measures={}, grounds=grounds)
        self.worn(self.paint())
        row = repaint.repaint(self.session, self.chest.id)
        self.assertNotIn("drawer 2/outside", [name for name, key in row.grounds.items() if key == "pine"])
        _, finish = finish_resolver.dressed(self.session, self.chest.id, [])
        for face, name in (
            ("front/drawer/drawer 2/outside", "Sky all over"),
            ("front/drawer/drawer 3/outside", "Sky all over"),
            ("within/drawer/drawer 3/inside", "Pine"), ("within/drawer/drawer 2/inside", "Oak"),
        ):  # fmt: skip
            self.assertEqual(finish.ground_of(face).name, name, face)

    def test_it_is_scuffed(self) -> None:
        """The next look is told that a finish is there, and what was last painted can be chosen for no other
        face."""
        with self.assertRaisesRegex(ConflictError, "no look"):
            repaint.repaint(self.session, self.chest.id)
        self.worn(self.paint())
        repaint.repaint(self.session, self.chest.id)
        said = finish_report.judged(
            self.session, self.chest.id, [self.paint()], light=light("window")
        ).remarks
        self.assertTrue(any("Sky all over: scuff-sand" in one.words for one in said))
        with self.assertRaisesRegex(UnfitError, "not painted before on 'within'"):
            pieces.change_piece(
                self.session, self.chest.id, name=None, measures={}, grounds={"within": "last:within"}
            )
