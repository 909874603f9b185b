"""Photos: kept whole, caught, refused."""

import unittest

import numpy as np

from jug_mingle.documents.colour_source import BoxIn, NoLightIn, SpotIn, WhiteIn
from jug_mingle.errors import NotFoundError, TooLargeError, UnfitError
from jug_mingle.formats.chart_finder import LookedLongEnoughError, find_chart
from jug_mingle.services import photos
from tests.api.support import photo
from tests.services.support import ServiceCase


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

    def test_working_copy_made_anew(self) -> None:
        """A working copy that is gone is made again from the upload; an upload that is damaged too is said to
        be so."""
        row = photos.get_photo(self.session, self.add(photo()))
        before = self.folder.working(row.sha256).read_bytes()
        self.folder.working(row.sha256).unlink()
        self.assertEqual(photos.working_file(row, self.folder).read_bytes(), before)
        self.folder.working(row.sha256).unlink()
        self.folder.original(row.sha256).write_bytes(before + b"x")
        with self.assertRaisesRegex(NotFoundError, "gone or damaged"):
            photos.working_file(row, self.folder)

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


class LookedLongEnoughTest(unittest.TestCase):
    def test_it_stops_and_says_so(self) -> None:
        """Looking for a card has an end: of a picture of noise nothing is known after it, and that is
        said."""
        noise = np.random.default_rng(5).integers(0, 255, (600, 800, 3), dtype=np.uint8)
        with self.assertRaises(LookedLongEnoughError):
            find_chart(noise, noise / 255.0, within=0.0)
