"""The use cases on a real database, without HTTP."""

import tempfile
import unittest
from pathlib import Path
from typing import Any

import numpy as np
from sqlalchemy import event
from sqlalchemy.orm import Session

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.finishes.presets import LOOKS
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.layer_order import check_order
from jug_mingle.documents.colour_source import BoxIn, NoLightIn, SpotIn, WhiteIn
from jug_mingle.documents.look import LayerIn, LookFile
from jug_mingle.errors import ConflictError, NotFoundError, TooLargeError, UnfitError
from jug_mingle.services import (
    finish_pictures,
    finish_report,
    finish_resolver,
    jobs,
    looks,
    materials,
    mixes,
    ombres,
    photos,
    pieces,
    predictions,
    readings,
    recipes,
    shelf_fit,
    targets,
)
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.store.database import open_database
from jug_mingle.store.models import JobRow, MixRow, TargetRow
from tests.api.support import photo

BLUE = np.clip(0.1 + 0.5 * np.exp(-0.5 * ((np.arange(36) - 9) / 6.0) ** 2), 0, 1)


class ServiceCase(unittest.TestCase):
    """An empty database with one job, three pots and a target."""

    def setUp(self) -> None:
        self.path = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.database = open_database(self.path)
        self.addCleanup(self.database.close)
        self.session: Session = self.enterContext(self.database.write.sessions())
        self.folder = PhotoFolder(self.path / "photos")
        self.job: JobRow = jobs.add_job(self.session, name="Stand", room="hall")
        for key, Lab in (("white", (96, 0, 2)), ("blue", (35, 5, -40)), ("ochre", (60, 12, 48))):
            row = materials.add_material(self.session, key=key, name=key.title(), kind="chalk_paint", left_ml=500)
            readings.add_reading(
                self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                swatches=[Swatch(seen=np.array(Lab, dtype=float))],
            )  # fmt: skip
        self.target: TargetRow = targets.add_target(
            self.session, job_id=self.job.id, name="sky", R=BLUE, noise=5.0, photo_id=None, source={}, how="white_photo"
        )

    def mix(self, **changes: object) -> MixRow:
        asked = {"job_id": self.job.id, "target_id": self.target.id, "name": "Sky", "batch": 200.0, "tool_key": "parts"}
        pours = [
            recipes.PourAsked(material="white", parts=3, ml=150.0),
            recipes.PourAsked(material="blue", parts=1, ml=50.0),
        ]
        return mixes.add_mix(self.session, **{**asked, "pours": pours, **changes})  # type: ignore[arg-type]


class ShelfTest(ServiceCase):
    def test_fit_is_kept_until_something_changes(self) -> None:
        """The same shelf is not fitted twice, nor when less is in a pot; a new reading or a fact of its label makes it
        anew."""
        first = shelf_fit.fitted_shelf(self.session)
        self.assertIs(shelf_fit.fitted_shelf(self.session).log_K, first.log_K)
        row = next(row for row in materials.material_rows(self.session) if row.key == "blue")
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
            swatches=[Swatch(seen=np.array([36.0, 5.0, -39.0]))],
        )  # fmt: skip
        second = shelf_fit.fitted_shelf(self.session)
        self.assertIsNot(second.log_K, first.log_K)
        row.left_ml = 10.0
        self.session.flush()
        third = shelf_fit.fitted_shelf(self.session)
        self.assertIs(third.log_K, second.log_K)
        self.assertEqual(third.materials[third.index("blue")].left, 10.0)
        row.volume_solids = 0.2
        self.session.flush()
        self.assertIsNot(shelf_fit.fitted_shelf(self.session).log_K, third.log_K)

    def test_readings_come_back_whole(self) -> None:
        """A film over a ground is stored and read with its thickness and ground."""
        row = materials.add_material(self.session, key="tea", name="Tea", kind="water_stain", left_ml=100)
        paper = R_body(np.full(36, 0.85), 0.9)
        readings.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=0.9, thickness_error=0.1,
            swatches=[Swatch(seen=np.full(36, 0.5), X=12.5, R_g=paper)],
        )  # fmt: skip
        found = shelf_fit.fitted_shelf(self.session)
        self.assertLess(max(found.misses.values()), 3.0)
        self.assertGreater(float(found.optics("tea").K.mean()), float(found.optics("tea").S.mean()))

    def test_unknown_kind(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no kind of material"):
            materials.add_material(self.session, key="x", name="X", kind="glue", left_ml=1)

    def test_statements_do_not_grow_with_the_shelf(self) -> None:
        """Loading the shelf takes a handful of statements, however many pots and readings there are."""
        counts = []
        for extra in (0, 12):
            for number in range(extra):
                row = materials.add_material(
                    self.session, key=f"p{number}", name=f"P {number}", kind="acrylic", left_ml=1
                )
                readings.add_reading(
                    self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                    swatches=[Swatch(seen=np.array([50.0, 0, 0]))],
                )  # fmt: skip
            self.session.commit()
            said: list[str] = []
            with self.database.read() as session:

                def listen(*args: Any, said: list[str] = said) -> None:
                    said.append(args[2])

                event.listen(self.database.engine, "before_cursor_execute", listen)
                shelf_fit.fitted_shelf(session)
                event.remove(self.database.engine, "before_cursor_execute", listen)
            counts.append(len(said))
        self.assertEqual(counts[0], counts[1])
        self.assertLess(counts[0], 8)


class PhotosTest(ServiceCase):
    def add(self, data: bytes, name: str = "p.jpg") -> int:
        pixels, media_type = photos.read_photo(data, max_pixels=10**6)
        sha256, size = photos.keep_files(self.folder, data, pixels), (pixels.shape[1], pixels.shape[0])
        row = photos.add_photo(
            self.session, job_id=self.job.id, name=name, sha256=sha256, size=size, media_type=media_type
        )
        return row.id

    def test_kept_whole(self) -> None:
        """The upload is kept byte for byte beside its working copy; the same photo again adds nothing."""
        data = photo()
        first = self.add(data)
        self.assertEqual(self.add(data, "again.jpg"), first)
        row = photos.get_photo(self.session, first)
        self.assertEqual(self.folder.original(row.sha256).read_bytes(), data)
        self.assertEqual(len(list(self.folder.path.iterdir())), 2)
        self.assertEqual([p.id for p in photos.photo_rows(self.session, self.job.id)], [first])

    def test_caught(self) -> None:
        row = photos.get_photo(self.session, self.add(photo()))
        box = BoxIn(left=70, top=50, right=50, bottom=10)
        white = WhiteIn(area=SpotIn(x=20, y=30, radius=6))
        with_white = photos.caught_from(self.session, row, self.folder, area=box, lighting=white)
        without = photos.caught_from(self.session, row, self.folder, area=box, lighting=NoLightIn())
        self.assertLess(with_white.noise, without.noise)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(UnfitError, "not a picture"):
            photos.read_photo(b"x", max_pixels=100)
        with self.assertRaisesRegex(TooLargeError, "million pixels"):
            photos.read_photo(photo(), max_pixels=100)
        with self.assertRaises(NotFoundError):
            photos.get_photo(self.session, 7)
        row = photos.get_photo(self.session, self.add(photo()))
        for area in (SpotIn(x=-1, y=0), BoxIn(left=100, top=100, right=120, bottom=120)):
            with self.assertRaisesRegex(UnfitError, "outside"):
                photos.caught_from(self.session, row, self.folder, area=area, lighting=NoLightIn())


class MixesTest(ServiceCase):
    def found(self, **changes: object) -> recipes.Found:
        asked = {
            "target_id": self.target.id, "batch": 200.0, "tool_key": "parts", "parts": 12, "use": (), "avoid": (),
            "most_pots": 3, "lights": ("window",),
        }  # fmt: skip
        return recipes.recipes_for(self.session, **{**asked, **changes})  # type: ignore[arg-type]

    def test_recipes(self) -> None:
        found = self.found()
        self.assertEqual({len(r.pours) for r in found.recipes}, {1, 2, 3})
        np.testing.assert_allclose(found.target.R, BLUE)

    def test_refusals_are_named(self) -> None:
        """What cannot be used is told from what contradicts the shelf."""
        with self.assertRaises(UnfitError):
            self.found(batch=0.0)
        with self.assertRaises(UnfitError):
            self.found(tool_key="ladle")
        with self.assertRaises(ConflictError):
            self.found(avoid=("white", "blue", "ochre"))
        with self.assertRaises(NotFoundError):
            self.found(target_id=99)

    def test_keep_remove_restore(self) -> None:
        row = self.mix()
        self.assertEqual([m.id for m in mixes.mix_rows(self.session, self.job.id)], [row.id])
        mixes.remove_mix(self.session, row.id)
        self.assertEqual(list(mixes.mix_rows(self.session, self.job.id)), [])
        mixes.restore_mix(self.session, row.id)
        self.assertEqual([pour.key for pour in predictions.pours_of(row)], ["white", "blue"])

    def test_prediction_of_today(self) -> None:
        """A kept mix is judged against its target with what is known now; without a target, against itself."""
        judged = predictions.assess_mix(self.session, self.mix(), [light("window")])
        self.assertGreater(judged.worst, 0.0)
        alone = predictions.assess_mix(self.session, self.mix(target_id=None), [light("window")])
        self.assertAlmostEqual(alone.worst, 0.0, places=9)

    def test_bad_mixes(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        for changes, error in (
            ({"pours": [recipes.PourAsked(material="gone", parts=1, ml=1.0)]}, NotFoundError),
            ({"tool_key": "ladle"}, UnfitError),
            ({"target_id": 99}, NotFoundError),
            ({"job_id": other.id}, UnfitError),
            ({"job_id": 99}, NotFoundError),
        ):
            with self.subTest(changes), self.assertRaises(error):
                self.mix(**changes)


class LookCase(ServiceCase):
    """Two jugs and a chest of drawers."""

    def setUp(self) -> None:
        super().setUp()
        self.sky = self.mix()
        self.ochre = self.mix(pours=[recipes.PourAsked(material="ochre", parts=1, ml=100.0)], name="Ochre")
        self.chest = pieces.add_piece(self.session, self.job.id, name="Chest", form="chest", measures={"columns": 2})

    def paint(self, **changes: Any) -> LayerIn:
        return LayerIn.model_validate({"kind": "paint", "colours": [f"mix:{self.sky.id}"], "coats": 2, **changes})


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


class LaddersTest(LookCase):
    def test_rows_and_jugs(self) -> None:
        """Four rows, even to the eye, each with its own area; the steps between become jugs that can be poured."""
        found = ombres.ladder(self.session, self.chest.id, self.sky.id, self.ochre.id, coats=2, light=light("window"))
        self.assertEqual(len(found.steps), 4)
        self.assertLess(max(found.between) - min(found.between), 0.05 * float(np.mean(found.between)))
        fronts = pieces.piece_of(self.chest).areas["front"]
        self.assertAlmostEqual(sum(rung.ml for rung in found.steps), 2000 * fronts / SPREAD_RATE, delta=0.1)
        kept = ombres.keep_steps(
            self.session, self.chest.id, self.sky.id, self.ochre.id, coats=2, light=light("window")
        )
        self.assertEqual(len(kept), 2)
        for row, rung in zip(kept, found.steps[1:-1], strict=True):
            R = predictions.assess_mix(self.session, row, [light("window")]).R
            self.assertLess(float(delta_E_CIE2000(R_to_Lab(R), R_to_Lab(rung.R))), 1.0)
            self.assertAlmostEqual(sum(pour.ml for pour in row.pours), 1.15 * rung.ml, delta=0.5)

    def test_one_row(self) -> None:
        stand = pieces.add_piece(self.session, self.job.id, name="Stand", form="stool", measures={})
        with self.assertRaisesRegex(UnfitError, "row"):
            ombres.ladder(self.session, stand.id, self.sky.id, self.ochre.id, coats=2, light=light("window"))


class PiecesTest(ServiceCase):
    def test_changed_duplicated_put_away(self) -> None:
        row = pieces.add_piece(self.session, self.job.id, name="Box", form="box", measures={"width": 0.5})
        pieces.change_piece(self.session, row.id, name="Tool box", measures={"height": 0.3}, grounds={"top": "walnut"})
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
            pieces.ground_named(self.session, self.job.id, f"{kind}:{self.target.id}") for kind in ("wood", "found")
        )
        self.assertGreater(wood.figure, 0.0)
        self.assertEqual(even.figure, 0.0)
        np.testing.assert_allclose(wood.R_seen, BLUE)
        other = jobs.add_job(self.session, name="Other")
        with self.assertRaisesRegex(UnfitError, "another job"):
            pieces.ground_named(self.session, other.id, f"wood:{self.target.id}")

    def test_areas_of_a_set(self) -> None:
        for name in ("a", "b"):
            pieces.add_piece(self.session, self.job.id, name=name, form="box", measures={})
        one = usual_piece("box").areas
        self.assertEqual(pieces.areas_of(self.session, self.job.id), {zone: 2 * area for zone, area in one.items()})

    def test_no_such_job(self) -> None:
        with self.assertRaisesRegex(NotFoundError, "no job 77"):
            jobs.get_job(self.session, 77)
