"""Looks of a job, and what is said of them."""

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.practice.layer_order import check_order
from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import (
    finish_pictures,
    finish_report,
    finish_resolver,
    jobs,
    looks,
    materials,
    mixes,
    ombres,
    pieces,
)
from tests.services.support import LookCase


class LooksTest(LookCase):
    def test_kept_worn_put_away(self) -> None:
        """A look that is put away leaves its piece as it was; brought back, it is worn again."""
        row = looks.save_look(self.session, self.job.id, name="Blue", layers=[self.paint()])
        looks.wear(self.session, self.chest.id, row.id)
        self.assertEqual(looks.layers_of(row), [self.paint()])
        changed = looks.save_look(self.session, self.job.id, name="Bluer", layers=[self.paint(coats=3)], look_id=row.id)
        self.assertEqual((changed.id, changed.name), (row.id, "Bluer"))
        looks.remove_look(self.session, row.id)
        self.assertEqual(list(looks.look_rows(self.session, self.job.id)), [])
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

    def test_a_jug_put_away_underneath(self) -> None:
        """The picture stays, and the judgement says which jug is gone."""
        mixes.remove_mix(self.session, self.sky.id)
        materials.remove_material(self.session, "ochre")
        layers = [self.paint(), LayerIn(kind="wash", colours=["pot:ochre"])]
        row, finish = finish_resolver.dressed(self.session, self.chest.id, layers)
        picture = finish_pictures.picture_of(row, finish, light=light("window"), pixels_wide=120, pixels_high=90)
        self.assertEqual(picture.shape, (90, 120, 3))
        said = [
            one.words
            for one in finish_report.judged(self.session, self.chest.id, layers, light=light("window")).remarks
        ]
        self.assertIn("Sky was put away.", said)
        self.assertIn("Ochre was put away.", said)

    def test_layers_that_cannot_be(self) -> None:
        """What is wrong, and in which layer."""
        for changes, words in (
            ({"colours": []}, "layer 2: paint needs a colour, got 0"),
            ({"colours": ["gold leaf"]}, "there is no colour 'gold leaf': name a jug"),
            ({"kind": "blend", "colours": ["gold"]}, "layer 2: blend needs 2 to 3 colours"),
            ({"colours": ["mix:x"]}, "there is no colour 'mix:x'"),
        ):
            with self.subTest(words), self.assertRaisesRegex(UnfitError, words):
                finish_resolver.resolved(self.session, self.job.id, [self.paint(), self.paint(**changes)])
        for colour in ("mix:99", "pot:gone"):
            with self.assertRaises(NotFoundError):
                finish_resolver.resolved(self.session, self.job.id, [self.paint(colours=[colour])])

    def test_needs(self) -> None:
        """Two coats over all are twice the area at the spread rate, and 15 % over; an ombre's two share it."""
        area = sum(pieces.piece_of(self.chest).areas.values())
        judged = finish_report.judged(self.session, self.chest.id, [self.paint()], light=light("window"))
        self.assertAlmostEqual(judged.needs[0].ml, 1.15 * 2000 * area / SPREAD_RATE, delta=0.5)
        self.assertEqual((judged.needs[0].mix_id, judged.needs[0].batch), (self.sky.id, 200.0))
        both = [f"mix:{self.sky.id}", f"mix:{self.ochre.id}"]
        blend = LayerIn(kind="blend", colours=both, pattern="ombre", coats=2)
        needs = finish_report.judged(self.session, self.chest.id, [blend], light=light("window")).needs
        self.assertEqual([need.name for need in needs], ["Sky", "Ochre"])
        self.assertAlmostEqual(sum(need.ml for need in needs), 1.15 * 2000 * area / SPREAD_RATE, delta=0.5)

    def test_through_a_file_and_back(self) -> None:
        """Jugs become roles; in a job of other jugs the look takes those."""
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"], place="recess")]
        file = looks.to_file(self.session, looks.save_look(self.session, self.job.id, name="B", layers=layers).id)
        self.assertEqual(file.layers[0].colours, ["first"])
        self.assertEqual(file.roles["first"].name, "Sky")
        back = looks.cast_roles(self.session, self.job.id, LookFile.model_validate_json(file.model_dump_json()).layers)
        self.assertEqual(back, layers)
        empty = jobs.add_job(self.session, name="Empty")
        with self.assertRaisesRegex(UnfitError, "needs a jug"):
            looks.cast_roles(self.session, empty.id, file.layers)

    def test_every_preset(self) -> None:
        for look in LOOKS:
            layers = looks.preset(self.session, self.job.id, look.key)
            with self.subTest(look.key):
                said = check_order(finish_resolver.resolved(self.session, self.job.id, layers))
                self.assertEqual([one for one in said if one.weight == "wrong"], [])

    def test_point_equals_the_layers(self) -> None:
        """A point on the top has the paint's own film equation, coat over coat, over the ground of the top."""
        pieces.change_piece(
            self.session, self.chest.id, name=None, measures={}, grounds={"top": f"found:{self.target.id}"}
        )
        found = finish_pictures.point_of(self.session, self.chest.id, [self.paint()], x=0.5, y=0.1, wide=600, high=400)
        self.assertEqual(found.zone, "top")
        film = finish_resolver.resolved(self.session, self.job.id, [self.paint()])[0].films[0]
        below = R_body(np.array(self.target.R), 0.9)
        expected = R_seen(R_film(K=film.optics.K, S=film.optics.S, X=2 * film.X, R_g=below), film.veil)
        np.testing.assert_allclose(found.laid[-1].R, expected, atol=1e-12)
        with self.assertRaisesRegex(NotFoundError, "nothing painted"):
            finish_pictures.point_of(self.session, self.chest.id, [], x=0.01, y=0.01, wide=600, high=400)

    def test_way(self) -> None:
        way = ombres.way_between(
            self.session,
            job_id=self.job.id,
            first_id=self.sky.id,
            second_id=self.ochre.id,
            light=light("window"),
            steps=5,
        )
        self.assertEqual(way.R.shape, (5, 36))
