"""Pieces of a job."""

import numpy as np

from jug_mingle.core.pieces import usual_piece
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import jobs, pieces
from tests.services.support import BLUE, ServiceCase


class PiecesTest(ServiceCase):
    def test_changed_duplicated_put_away(self) -> None:
        row = pieces.add_piece(self.session, self.job.id, name="Box", form="box", measures={"width": 0.5})
        pieces.change_piece(
            self.session, row.id, name="Tool box", measures={"height": 0.3}, grounds={"top": "walnut"}
        )
        self.assertEqual(pieces.piece_of(row), usual_piece("box", width=0.5, height=0.3))
        self.assertEqual(row.grounds, {"": "oak", "top": "walnut"})
        names = [pieces.duplicate_piece(self.session, row.id).name for _ in range(2)]
        self.assertEqual(names, ["Tool box 2", "Tool box 3"])
        pieces.remove_piece(self.session, row.id)
        self.assertEqual([one.name for one in pieces.piece_rows(self.session, self.job.id)], names)
        pieces.restore_piece(self.session, row.id)
        self.assertEqual(len(pieces.piece_rows(self.session, self.job.id)), 3)

    def test_refused_and_nothing_half_done(self) -> None:
        row = pieces.add_piece(self.session, self.job.id, name="Chest", form="chest", measures={})
        before = (row.name, dict(row.spec), dict(row.grounds))
        for measures, grounds, words in (
            ({"rows": 500}, {}, "1 to 12 rows, got 500"),
            ({"width": 0.0}, {}, "width of a piece must be from"),
            ({"height": 90.0}, {}, "height of a piece must be from"),
            ({"width": 0.5}, {"top": "linoleum"}, "there is no ground 'linoleum'"),
            ({}, {"top": "wood:99"}, "there is no target"),
        ):
            with self.subTest(words), self.assertRaisesRegex((UnfitError, NotFoundError), words):
                pieces.change_piece(self.session, row.id, name="New", measures=measures, grounds=grounds)
            self.assertEqual((row.name, row.spec, row.grounds), before)

    def test_measured_grounds(self) -> None:
        """A caught colour is a wood with figure, or an even old paint; one of another job is refused."""
        wood, even = (
            pieces.ground_named(self.session, self.job.id, f"{kind}:{self.target.id}")
            for kind in ("wood", "found")
        )
        self.assertGreater(wood.figure, 0.0)
        self.assertEqual((even.figure, even.thirst), (0.0, 0.0))
        self.assertGreater(wood.thirst, 0.0)
        np.testing.assert_allclose(wood.R_seen, BLUE)
        other = jobs.add_job(self.session, name="Other")
        with self.assertRaisesRegex(UnfitError, "another job"):
            pieces.ground_named(self.session, other.id, f"wood:{self.target.id}")

    def test_areas_of_a_set(self) -> None:
        for name in ("a", "b"):
            pieces.add_piece(self.session, self.job.id, name=name, form="box", measures={})
        one = usual_piece("box").areas
        self.assertEqual(
            pieces.areas_of(self.session, self.job.id), {zone: 2 * area for zone, area in one.items()}
        )

    def test_names(self) -> None:
        """A face that is not there is refused with those that are; one that was taken off stays known."""
        row = pieces.add_piece(self.session, self.job.id, name="Chest", form="chest", measures={})
        with self.assertRaisesRegex(UnfitError, "no face called 'drawer 9'; it has .*drawer 1"):
            pieces.change_piece(self.session, row.id, name=None, measures={}, grounds={"drawer 9": "pine"})
        changes = [{"act": "remove", "part": "drawer 4"}]
        pieces.change_piece(self.session, row.id, name=None, measures={"changes": changes}, grounds={})
        pieces.check_names(
            pieces.piece_of(row), ["drawer 4", "drawer 4/outside", "front", "inside", "handle"]
        )
        grounds = {"": "oak", "drawer 1": "pine", "drawer 1/outside": "walnut"}
        pieces.change_piece(self.session, row.id, name=None, measures={}, grounds=grounds)
        below = pieces.grounds_of(self.session, row)
        self.assertEqual(set(below), set(grounds))
