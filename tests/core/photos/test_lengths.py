"""Lengths of faces on a photo, against a camera of OpenCV's that sees a box of known measures."""

import unittest

import cv2
import numpy as np

from jug_mingle.core.photos.homography import CrossedCornersError
from jug_mingle.core.photos.lengths import sizes_of

PHOTO = (1600, 1200)
W, H, D = 0.92, 1.02, 0.42
FACES = (
    ((0, 0, 0), (W, 0, 0), (W, H, 0), (0, H, 0)),
    ((W, 0, 0), (W, 0, D), (W, H, D), (W, H, 0)),
    ((0, 0, D), (W, 0, D), (W, 0, 0), (0, 0, 0)),
)
SIZES = ((W, H), (D, H), (W, D))


def seen(turn: tuple[float, float, float], focal: float) -> list[list[tuple[float, float]]]:
    """Return the corners of a cabinet's front, right side and top, as a camera three metres away has them."""
    K = np.array([[focal, 0.0, 800.0], [0.0, focal, 600.0], [0.0, 0.0, 1.0]])
    found = []
    for face in FACES:
        points = np.array(face, dtype=float) - np.array([W / 2, H / 2, D / 2])
        pixels, _ = cv2.projectPoints(points, np.array(turn), np.array([0.0, 0.0, 3.0]), K, None)
        found.append([(float(x), float(y)) for x, y in pixels[:, 0]])
    return found


class LengthsTest(unittest.TestCase):
    def test_a_cabinet(self) -> None:
        """From its width the other lengths follow within three standard errors, and within four
        hundredths."""
        for turn, focal in (
            ((0.35, 0.55, 0.0), 1300.0),
            ((0.3, 0.7, 0.05), 1700.0),
            ((0.5, 0.4, 0.0), 1150.0),
        ):
            with self.subTest(turn, focal=focal):
                for size, (w, h) in zip(
                    sizes_of(seen(turn, focal), PHOTO, known=0, width=W), SIZES, strict=True
                ):
                    assert size is not None
                    for found, error, true in (
                        (size.width, size.width_error, w), (size.height, size.height_error, h)
                    ):  # fmt: skip
                        self.assertLess(abs(found - true), 3.0 * error + 1e-9)
                        self.assertLess(abs(found - true), 0.04 * true)

    def test_errors_are_honest(self) -> None:
        """Corners pricked with the error that is taken for granted: two in three lengths lie within one
        standard error, nearly all within three."""
        rng, apart = np.random.default_rng(5), []
        for _ in range(25):
            faces = seen((0.35, 0.6, 0.0), 1500.0)
            moved: dict[tuple[int, int], np.ndarray] = {}
            for face in faces:
                for at, (x, y) in enumerate(face):
                    off = moved.setdefault((round(x), round(y)), rng.normal(0.0, 1.2, 2))
                    face[at] = (x + off[0], y + off[1])
            sizes = sizes_of(faces, PHOTO, known=0, width=W)
            for size, (w, h) in list(zip(sizes, SIZES, strict=True))[1:]:
                assert size is not None
                apart += [(size.width - w) / size.width_error, (size.height - h) / size.height_error]
        share = [float(np.mean(np.abs(apart) < k)) for k in (1.0, 3.0)]
        self.assertTrue(0.5 < share[0] < 0.95, share)
        self.assertGreater(share[1], 0.95)

    def test_not_tied(self) -> None:
        """A face that shares no corner with the others is not known; crossed corners are named."""
        faces = seen((0.35, 0.55, 0.0), 1300.0)
        alone = [(x + 30.0, y) for x, y in faces[1]]
        self.assertIsNone(sizes_of([faces[0], alone], PHOTO, known=0, width=W)[1])
        crossed = [faces[0], [faces[1][n] for n in (0, 2, 1, 3)]]
        with self.assertRaisesRegex(CrossedCornersError, "face 2: these corners"):
            sizes_of(crossed, PHOTO, known=0, width=W)
        for known, width in ((3, 1.0), (0, 0.0), (0, float("nan"))):
            with self.assertRaisesRegex(ValueError, "of which face"):
                sizes_of(faces, PHOTO, known=known, width=width)
