"""A finish laid into the marked faces of a photo."""

import numpy as np

from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.documents.colour_source import NoLightIn, SpotIn, WhiteIn
from jug_mingle.documents.look import FaceIn, Marks
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import photo_faces, photos, shelf_fit
from tests.api.support import photo
from tests.services.support import LookCase

SQUARE = [(10.0, 10.0), (30.0, 10.0), (30.0, 30.0), (10.0, 30.0)]


class FacesTest(LookCase):
    def setUp(self) -> None:
        super().setUp()
        data = photo()
        pixels, media_type = photos.read_photo(data, max_pixels=10**6)
        self.photo_id = photos.add_photo(
            self.session, job_id=self.job.id, name="p.jpg",
            sha256=photos.keep_files(self.folder, data, pixels),
            size=(pixels.shape[1], pixels.shape[0]), media_type=media_type,
        ).id  # fmt: skip

    def dress(self, *corners: list[tuple[float, float]], white: bool = False) -> np.ndarray:
        lighting = WhiteIn(area=SpotIn(x=20, y=30, radius=6)) if white else NoLightIn()
        faces = [FaceIn(corners=list(one)) for one in corners]
        layers = [self.paint(colours=["pot:ochre"], coats=3)]
        make = photo_faces.dress_photo(
            self.session, self.folder, self.photo_id, faces, layers, lighting=lighting
        )
        return np.asarray(make(), dtype=float)

    def test_laid_inside_and_nowhere_else(self) -> None:
        """Inside the corners the paint lies, outside not a pixel is changed."""
        bare, dressed = self.dress(), self.dress(SQUARE)
        changed = np.abs(dressed - bare).max(axis=2) > 2.0
        self.assertTrue(changed[14:27, 14:27].all())
        changed[8:33, 8:33] = False
        self.assertFalse(changed.any())

    def test_in_an_honest_light(self) -> None:
        """With the paper known to be white, paint in the paper's light has about its own colour on the
        screen."""
        own = 255.0 * R_to_screen(masstone(shelf_fit.fitted_shelf(self.session), "ochre"))
        np.testing.assert_allclose(self.dress(SQUARE, white=True)[20, 20], own, atol=10.0)

    def test_sizes(self) -> None:
        """A square seen straight on is as high as wide; its neighbour, half as wide, follows; one apart does
        not."""
        beside = [(30.0, 10.0), (40.0, 10.0), (40.0, 30.0), (30.0, 30.0)]
        apart = [(44.0, 10.0), (52.0, 10.0), (52.0, 30.0), (44.0, 30.0)]
        faces = [
            FaceIn(corners=one, width=0.4, known=n == 0) for n, one in enumerate((SQUARE, beside, apart))
        ]
        first, second, third = photo_faces.sizes_on(self.session, self.photo_id, faces)
        assert first is not None
        assert second is not None
        self.assertAlmostEqual(first.height, 0.4, delta=0.02)
        self.assertAlmostEqual(second.width, 0.2, delta=0.02)
        self.assertGreater(second.width_error, 0.0)
        self.assertIsNone(third)
        with self.assertRaisesRegex(UnfitError, "measure one face"):
            photo_faces.sizes_on(self.session, self.photo_id, [FaceIn(corners=SQUARE)])

    def test_refused(self) -> None:
        """Which face is wrong, counted from one, and why."""
        crossed = [SQUARE[0], SQUARE[2], SQUARE[1], SQUARE[3]]
        far = [(x + 500.0, y + 500.0) for x, y in SQUARE]
        with self.assertRaisesRegex(UnfitError, "face 2: "):
            self.dress(SQUARE, crossed)
        with self.assertRaisesRegex(UnfitError, "face 1 lies outside the photo"):
            self.dress(far)
        with self.assertRaises(NotFoundError):
            photo_faces.keep_marks(self.session, 99, Marks())

    def test_marks_are_kept(self) -> None:
        marks = Marks(faces=[FaceIn(corners=SQUARE, zone="top", width=0.4)], wood="pine", white=(20.0, 30.0))
        photo_faces.keep_marks(self.session, self.photo_id, marks)
        self.assertEqual(Marks.model_validate(photos.get_photo(self.session, self.photo_id).marks), marks)
