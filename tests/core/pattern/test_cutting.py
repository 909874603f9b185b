"""Stencils of one's own: nothing falls out (by SciPy's labels), nothing too fine stays, the kerf keeps the
size."""

import unittest

import cv2
import numpy as np
from scipy import ndimage
from shapely.geometry import Polygon

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pattern.cutting import cut, drawn_in, otsu
from jug_mingle.core.pattern.motifs import motif


def ring_picture(size: int = 400) -> FloatArray:
    """A ring: what is within it would fall out."""
    y, x = np.mgrid[:size, :size] - size / 2
    r = np.hypot(x, y)
    return np.asarray((r > 0.25 * size) & (r < 0.38 * size), dtype=float)


class CuttingTest(unittest.TestCase):
    def test_no_island_is_left(self) -> None:
        """Rings within rings, and a noisy damask: the film is one piece, as scipy.ndimage.label counts it."""
        nested = np.maximum(ring_picture(), np.pad(ring_picture(160), 120))
        rng = np.random.default_rng(1)
        damask = np.pad(motif("damask", 0.2).art().alpha, 12)
        noisy = np.clip(0.15 + 0.7 * damask + rng.normal(0.0, 0.12, damask.shape), 0.0, 1.0)
        blobs = ndimage.gaussian_filter(rng.normal(size=(300, 300)), 6)
        for name, picture, islands in (("ring", ring_picture(), 1), ("nested", nested, 2),
            ("damask", noisy, 0),
                                       ("blobs", (blobs - blobs.min()) / np.ptp(blobs), None)):  # fmt: skip
            with self.subTest(name):
                made = cut(picture, width=0.2)
                self.assertEqual(ndimage.label(made.film)[1], 1)
                if islands is not None:
                    self.assertEqual(made.islands, islands)
                self.assertGreaterEqual(len(made.bridges), made.islands)

    def test_bridges_hold(self) -> None:
        """No bridge is narrower than asked for: the film stays in one piece when its edge is worn by less
        than half."""
        made = cut(ring_picture(), width=0.2, bridge=0.003)
        pixel = 0.2 / made.film.shape[1]
        worn = ndimage.binary_erosion(made.film, iterations=int(0.4 * 0.003 / pixel), border_value=1)
        self.assertEqual(ndimage.label(worn)[1], 1)

    def test_specks_go_and_gaps_stay(self) -> None:
        """A speck finer than the narrowest opening is left away, a larger one is cut."""
        picture = np.zeros((400, 400))
        picture[100:102, 100:102] = 1.0
        picture[200:260, 200:260] = 1.0
        self.assertEqual(len(cut(picture, width=0.2, gap=0.003).motif.rings), 1)

    def test_true_size(self) -> None:
        """A square of 60 mm is 60 mm; with a kerf its path lies half of it within."""
        picture = np.zeros((500, 500))
        picture[100:400, 100:400] = 1.0
        for kerf in (0.0, 0.001):
            (ring,) = cut(picture, width=0.1, kerf=kerf).motif.rings
            left, top, right, low = Polygon(ring).bounds
            self.assertAlmostEqual(right - left, 0.06 - kerf, delta=0.0003)
            self.assertAlmostEqual(low - top, 0.06 - kerf, delta=0.0003)

    def test_light_cut_out(self) -> None:
        """Inverted, what is light is cut."""
        picture = np.ones((300, 300))
        picture[100:200, 100:200] = 0.0
        (ring,) = cut(picture, width=0.1, inverted=True).motif.rings
        self.assertAlmostEqual(Polygon(ring).area, 0.1**2 / 9, delta=2e-5)

    def test_otsu(self) -> None:
        """Of two classes the threshold lies between them, whatever their shares (Otsu 1979, equation 18)."""
        rng = np.random.default_rng(0)
        for share in (0.1, 0.5, 0.9):
            values = np.where(
                rng.random(20_000) < share, rng.normal(0.25, 0.04, 20_000), rng.normal(0.75, 0.04, 20_000)
            )
            self.assertTrue(0.35 < otsu(np.clip(values, 0, 1)) < 0.65)

    def test_otsu_like_another(self) -> None:
        """The last level of the lower class is OpenCV's, on levels of which none is empty."""
        rng = np.random.default_rng(2)
        for apart in (60.0, 90.0, 120.0):
            mixed = np.concatenate([rng.normal(60.0, 22.0, 30_000), rng.normal(60.0 + apart, 22.0, 20_000)])
            levels = np.clip(mixed, 0.0, 255.0).astype(np.uint8)
            last, _ = cv2.threshold(levels.reshape(-1, 1), 0, 255, cv2.THRESH_OTSU)
            self.assertAlmostEqual(otsu((levels + 0.5) / 256.0), (last + 1.0) / 256.0)

    def test_drawn_in(self) -> None:
        """Against Shapely's buffer, for a round outline."""
        at = np.linspace(0, 2 * np.pi, 120, endpoint=False)
        circle = np.stack([np.cos(at), np.sin(at)], axis=1) * 0.05
        for by in (0.001, -0.001):
            found = drawn_in(circle, by)
            assert found is not None
            self.assertAlmostEqual(Polygon(found).area, Polygon(circle).buffer(-by).area, delta=2e-6)
        self.assertIsNone(drawn_in(circle, 0.06))

    def test_refused(self) -> None:
        for words, make in (
            ("nothing is left", lambda: cut(np.zeros((50, 50)), width=0.1, threshold=0.5)),
            ("5 mm. to .3 m", lambda: cut(ring_picture(50), width=0.0)),
            ("0.2 to 50 mm", lambda: cut(ring_picture(50), width=0.1, bridge=0.0)),
        ):
            with self.assertRaisesRegex(ValueError, words):
                make()  # type: ignore[no-untyped-call]
