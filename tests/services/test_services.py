"""The use cases on a real database, without HTTP."""

import tempfile
import unittest
from pathlib import Path
from typing import Any

import numpy as np
from sqlalchemy import event
from sqlalchemy.orm import Session

from jug_mingle.core.evidence import Swatch
from jug_mingle.core.film import R_body
from jug_mingle.core.pieces import CardCabinet
from jug_mingle.core.spectra import light
from jug_mingle.errors import ConflictError, NotFoundError, TooLargeError, UnfitError
from jug_mingle.services import finishes, jobs, mixes, photos, shelf, targets
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.services.sources import BoxIn, NoLightIn, SpotIn, WhiteIn
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
        self.session: Session = self.enterContext(self.database.write())
        self.folder = PhotoFolder(self.path / "photos")
        self.job: JobRow = jobs.add_job(self.session, name="Stand", room="hall")
        for key, Lab in (("white", (96, 0, 2)), ("blue", (35, 5, -40)), ("ochre", (60, 12, 48))):
            row = shelf.add_material(self.session, key=key, name=key.title(), kind="chalk_paint", left_ml=500)
            shelf.add_reading(
                self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                swatches=[Swatch(seen=np.array(Lab, dtype=float))],
            )  # fmt: skip
        self.target: TargetRow = targets.add_target(
            self.session, job_id=self.job.id, name="sky", R=BLUE, noise=5.0, photo_id=None, source={}
        )

    def mix(self, **changes: object) -> MixRow:
        asked = {"job_id": self.job.id, "target_id": self.target.id, "name": "Sky", "batch": 200.0, "tool_key": "parts"}
        pours = [
            mixes.PourAsked(material="white", parts=3, ml=150.0),
            mixes.PourAsked(material="blue", parts=1, ml=50.0),
        ]
        return mixes.add_mix(self.session, **{**asked, "pours": pours, **changes})  # type: ignore[arg-type]


class ShelfTest(ServiceCase):
    def test_fit_is_kept_until_something_changes(self) -> None:
        """The same shelf is not fitted twice, nor when less is in a pot; a new reading or a fact of its label makes it
        anew."""
        first = shelf.fitted_shelf(self.session)
        self.assertIs(shelf.fitted_shelf(self.session).log_K, first.log_K)
        row = next(row for row in shelf.material_rows(self.session) if row.key == "blue")
        shelf.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
            swatches=[Swatch(seen=np.array([36.0, 5.0, -39.0]))],
        )  # fmt: skip
        second = shelf.fitted_shelf(self.session)
        self.assertIsNot(second.log_K, first.log_K)
        row.left_ml = 10.0
        self.session.flush()
        third = shelf.fitted_shelf(self.session)
        self.assertIs(third.log_K, second.log_K)
        self.assertEqual(third.materials[third.index("blue")].left, 10.0)
        row.volume_solids = 0.2
        self.session.flush()
        self.assertIsNot(shelf.fitted_shelf(self.session).log_K, third.log_K)

    def test_readings_come_back_whole(self) -> None:
        """A film over a ground is stored and read with its thickness and ground."""
        row = shelf.add_material(self.session, key="tea", name="Tea", kind="water_stain", left_ml=100)
        paper = R_body(np.full(36, 0.85), 0.9)
        shelf.add_reading(
            self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=0.9, thickness_error=0.1,
            swatches=[Swatch(seen=np.full(36, 0.5), X=12.5, R_g=paper)],
        )  # fmt: skip
        found = shelf.fitted_shelf(self.session)
        self.assertLess(max(found.misses.values()), 3.0)
        self.assertGreater(float(found.optics("tea").K.mean()), float(found.optics("tea").S.mean()))

    def test_unknown_kind(self) -> None:
        with self.assertRaisesRegex(UnfitError, "no kind of material"):
            shelf.add_material(self.session, key="x", name="X", kind="glue", left_ml=1)

    def test_statements_do_not_grow_with_the_shelf(self) -> None:
        """Loading the shelf takes a handful of statements, however many pots and readings there are."""
        counts = []
        for extra in (0, 12):
            for number in range(extra):
                row = shelf.add_material(self.session, key=f"p{number}", name=f"P {number}", kind="acrylic", left_ml=1)
                shelf.add_reading(
                    self.session, how="reader", noise=0.5, volumes=[(row, 1.0)], veil=1.0,
                    swatches=[Swatch(seen=np.array([50.0, 0, 0]))],
                )  # fmt: skip
            self.session.commit()
            said: list[str] = []
            with self.database.read() as session:

                def listen(*args: Any, said: list[str] = said) -> None:
                    said.append(args[2])

                event.listen(self.database.engine, "before_cursor_execute", listen)
                shelf.fitted_shelf(session)
                event.remove(self.database.engine, "before_cursor_execute", listen)
            counts.append(len(said))
        self.assertEqual(counts[0], counts[1])
        self.assertLess(counts[0], 8)


class PhotosTest(ServiceCase):
    def add(self, data: bytes, name: str = "p.jpg") -> int:
        pixels, media_type = photos.read_photo(data, max_pixels=10**6)
        row = photos.add_photo(
            self.session, self.folder, job_id=self.job.id, name=name, data=data, pixels=pixels, media_type=media_type
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
    def found(self, **changes: object) -> mixes.Found:
        asked = {
            "target_id": self.target.id, "batch": 200.0, "tool_key": "parts", "parts": 12, "use": (), "avoid": (),
            "most_pots": 3, "lights": ("window",),
        }  # fmt: skip
        return mixes.recipes_for(self.session, **{**asked, **changes})  # type: ignore[arg-type]

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
        self.assertEqual([pour.key for pour in mixes.pours_of(row)], ["white", "blue"])

    def test_prediction_of_today(self) -> None:
        """A kept mix is judged against its target with what is known now; without a target, against itself."""
        judged = mixes.assess_mix(self.session, self.mix(), [light("window")])
        self.assertGreater(judged.worst, 0.0)
        alone = mixes.assess_mix(self.session, self.mix(target_id=None), [light("window")])
        self.assertAlmostEqual(alone.worst, 0.0, places=9)

    def test_bad_mixes(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        for changes, error in (
            ({"pours": [mixes.PourAsked(material="gone", parts=1, ml=1.0)]}, NotFoundError),
            ({"tool_key": "ladle"}, UnfitError),
            ({"target_id": 99}, NotFoundError),
            ({"job_id": other.id}, UnfitError),
            ({"job_id": 99}, NotFoundError),
        ):
            with self.subTest(changes), self.assertRaises(error):
                self.mix(**changes)


class FinishesTest(ServiceCase):
    def save(self, **changes: object) -> object:
        asked = {"job_id": self.job.id, "style": "bare", "first_id": None, "second_id": None, "width": 0.5}
        return finishes.save_finish(self.session, **{**asked, **changes})  # type: ignore[arg-type]

    def test_one_a_job(self) -> None:
        """A job has one finish; saving again changes it, and until then it is bare."""
        self.assertEqual(finishes.get_finish(self.session, self.job.id).style, "bare")
        first = self.mix()
        self.save(style="plain", first_id=first.id)
        self.save(style="plain", first_id=first.id, width=0.2)
        self.assertEqual(finishes.get_finish(self.session, self.job.id).width, 0.2)

    def test_mix_of_another_job(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        mine = self.mix()
        with self.assertRaisesRegex(UnfitError, "another job"):
            self.save(job_id=other.id, style="plain", first_id=mine.id)

    def test_picture_size(self) -> None:
        picture = finishes.picture_of(
            self.session, job_id=self.job.id, style="bare", first_id=None, second_id=None, width=0.5, light_name="tube",
            pixels_wide=120, pixels_high=90,
        )  # fmt: skip
        self.assertEqual(picture.shape, (90, 120, 3))

    def test_way(self) -> None:
        a, b = self.mix(), self.mix(pours=[mixes.PourAsked(material="ochre", parts=1, ml=100.0)])
        way = finishes.way_between(
            self.session, job_id=self.job.id, first_id=a.id, second_id=b.id, light_name="window", steps=5
        )
        self.assertEqual(way.R.shape, (5, 36))


class JobsTest(ServiceCase):
    def test_piece_comes_back(self) -> None:
        row = jobs.add_job(self.session, name="Box", piece=CardCabinet(rows=2, columns=5))
        self.assertEqual(jobs.piece_of(jobs.get_job(self.session, row.id)), CardCabinet(rows=2, columns=5))
        with self.assertRaisesRegex(NotFoundError, "no job 77"):
            jobs.get_job(self.session, 77)
