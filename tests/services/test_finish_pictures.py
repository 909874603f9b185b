"""Pictures of a piece in a finish, where its layers lie, what lies at a point."""

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import finish_pictures, finish_resolver, pieces
from tests.services.support import LookCase

WIDE, HIGH = 120, 90


class PicturesTest(LookCase):
    def picture(self, *layers: LayerIn, stage: int | None = None) -> np.ndarray:
        row, finish = finish_resolver.dressed(self.session, self.chest.id, layers)
        return np.asarray(
            finish_pictures.picture_of(
                row, finish, light=light("window"), pixels_wide=WIDE, pixels_high=HIGH, stage=stage
            )
        )

    def test_stages(self) -> None:
        """Stage 0 is the bare piece, the last the finished one, and beyond the last stays there."""
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"])]
        np.testing.assert_array_equal(self.picture(*layers, stage=0), self.picture())
        np.testing.assert_array_equal(self.picture(*layers, stage=3), self.picture(*layers))
        np.testing.assert_array_equal(self.picture(*layers, stage=99), self.picture(*layers))
        np.testing.assert_array_equal(self.picture(*layers, stage=2), self.picture(self.paint()))

    def test_form(self) -> None:
        """The picture that a form is chosen by."""
        shown = finish_pictures.picture_of_form("stool", light=light("window"))
        self.assertEqual(shown.shape, (198, 264, 3))
        self.assertGreater(float(np.ptp(np.asarray(shown, dtype=float))), 10.0)

    def test_field(self) -> None:
        """A layer for the top alone shows on the top and nowhere else; a layer that is not there is
        refused."""
        layers = [self.paint(), self.paint(zones=["top"])]
        row, finish = finish_resolver.dressed(self.session, self.chest.id, layers)
        over_all, top = (
            np.asarray(
                finish_pictures.field_of(row, finish, n, pixels_wide=WIDE, pixels_high=HIGH), dtype=float
            )
            for n in (0, 1)
        )
        self.assertGreater(over_all.mean(), top.mean())
        self.assertLess(top[HIGH // 2 :].mean(), over_all[HIGH // 2 :].mean())
        for number in (2, -1):
            with self.assertRaisesRegex(UnfitError, f"no layer {number + 1} among 2"):
                finish_pictures.field_of(row, finish, number, pixels_wide=WIDE, pixels_high=HIGH)

    def test_point_equals_the_layers(self) -> None:
        """A point on the top has the paint's own film equation, coat over coat, over the ground of the
        top."""
        pieces.change_piece(
            self.session, self.chest.id, name=None, measures={}, grounds={"top": f"found:{self.target.id}"}
        )
        found = finish_pictures.point_of(
            self.session, self.chest.id, [self.paint()], x=0.5, y=0.1, wide=600, high=400
        )
        self.assertEqual(found.face, "top/top/top/outside")
        film = finish_resolver.resolved(self.session, self.job.id, [self.paint()])[0].films[0]
        below = R_body(np.array(self.target.R), 0.9)
        expected = R_seen(R_film(K=film.optics.K, S=film.optics.S, X=2 * film.X, R_g=below), film.veil)
        np.testing.assert_allclose(found.laid[-1].R, expected, atol=1e-12)
        with self.assertRaisesRegex(NotFoundError, "nothing painted"):
            finish_pictures.point_of(self.session, self.chest.id, [], x=0.01, y=0.01, wide=600, high=400)

    def test_point_at_the_edge(self) -> None:
        """The last pixel is one of the picture; seen is what lies on top, between black and white."""
        with self.assertRaisesRegex(NotFoundError, "nothing painted"):
            finish_pictures.point_of(self.session, self.chest.id, [], x=1.0, y=1.0, wide=WIDE, high=HIGH)
        layers = [self.paint(), self.paint(colours=["pot:white"])]
        found = finish_pictures.point_of(
            self.session, self.chest.id, layers, x=0.5, y=0.6, wide=WIDE, high=HIGH
        )
        np.testing.assert_array_equal(
            finish_pictures.seen_of(found.laid), np.clip(found.laid[-1].R, 0.0, 1.0)
        )
        self.assertEqual(found.face, "front/drawer/drawer 6/outside")

    def test_room(self) -> None:
        """A wall and a floor by name, or a colour of the job; the other is usual; none is the mat."""
        room_of = finish_pictures.room_of
        self.assertIsNone(room_of(self.session, self.job.id, None, None))
        own = room_of(self.session, self.job.id, f"found:{self.target.id}", None)
        assert own is not None
        np.testing.assert_allclose(own.wall, self.target.R)
        self.assertLess(own.floor.mean(), 0.6)
        for name in ("sky", "wood:1", "found:x"):
            with self.assertRaises(UnfitError):
                room_of(self.session, self.job.id, name, None)

    def test_opened_and_before(self) -> None:
        """Open it shows insides; as it came it has what is taken off in this job."""
        change = {"act": "remove", "part": "drawer 1"}
        pieces.change_piece(
            self.session, self.chest.id, name=None, measures={"changes": [change]}, grounds={}
        )
        faces = {
            (opened, before): pieces.drawn(self.chest, WIDE, HIGH, opened=opened, before=before).faces
            for opened, before in ((False, False), (True, False), (False, True))
        }
        self.assertIn("within/drawer/drawer 2/inside", faces[True, False])
        self.assertNotIn("within/drawer/drawer 2/inside", faces[False, False])
        self.assertIn("front/drawer/drawer 1/outside", faces[False, True])
        self.assertNotIn("front/drawer/drawer 1/outside", faces[False, False])
