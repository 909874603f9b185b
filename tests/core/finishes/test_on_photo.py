"""A finish laid into a face of a photo."""

import unittest

import numpy as np

from jug_mingle.core.colour.spectra import light
from jug_mingle.core.finishes import Finish, Layer
from jug_mingle.core.finishes.on_photo import dressed_face
from jug_mingle.core.photos.homography import places_on
from tests.core.paints import film

CORNERS = ((10.0, 8.0), (70.0, 8.0), (70.0, 52.0), (10.0, 52.0))


class DressedFaceTest(unittest.TestCase):
    def dressed(self, kind: str, photo: np.ndarray) -> np.ndarray:
        on = places_on(CORNERS, (60, 80))
        finish = Finish(layers=(Layer(kind=kind, films=(film("blue"),), coats=2),))
        part = photo[on.rows, on.columns]
        return np.asarray(
            dressed_face(part, finish, on, zone="front", corners=CORNERS, width=0.6, light=light("window"))
        )

    def test_paint_covers_and_a_stain_keeps_the_grain(self) -> None:
        """Of the photo's own fine stripes paint keeps little, a stain most; both keep its light and dark."""
        stripes = np.full((60, 80, 3), 0.3, dtype=np.float32)
        stripes[::2] = 0.36
        # The middle column, away from the soft edges of the face.
        kept = {
            kind: float(np.ptp(self.dressed(kind, stripes)[18:26, 30].mean(axis=-1)))
            for kind in ("paint", "stain")
        }
        level = {kind: float(self.dressed(kind, stripes)[18:26, 30].mean()) for kind in kept}
        self.assertLess(kept["paint"] / level["paint"], 0.4 * kept["stain"] / level["stain"])
        shade = np.full((60, 80, 3), 0.3, dtype=np.float32)
        shade[:, 40:] = 0.15
        lit = self.dressed("paint", shade)
        self.assertGreater(float(lit[22, 5].mean()), 1.3 * float(lit[22, -6].mean()))
