"""The settle in its corner: its photo has the perspective that it says."""

import unittest

import numpy as np

from jug_mingle.core.photos.lengths import sizes_of
from jug_mingle.demo import corner
from jug_mingle.demo.scenes import HEIGHT, WIDTH, settle_in_its_corner


class CornerTest(unittest.TestCase):
    def test_lengths_follow(self) -> None:
        """From the width of its seat the depth of the seat, and the height of its back, are found within 3
        %."""
        z = 0.46
        seat = np.array([[0, 0.45, z], [1.3, 0.45, z], [1.3, 0.45, 0], [0, 0.45, 0]])
        back = np.array([[0, 1.05, z], [1.3, 1.05, z], [1.3, 0.45, z], [0, 0.45, z]])
        faces = [corner.seen(face, (WIDTH, HEIGHT)) for face in (seat, back)]
        first, second = sizes_of(faces, (WIDTH, HEIGHT), known=0, width=1.3)
        assert first is not None
        assert second is not None
        for found, true in ((first.height, 0.46), (second.width, 1.3), (second.height, 0.6)):
            self.assertAlmostEqual(found / true, 1.0, delta=0.03)

    def test_its_white_is_white(self) -> None:
        """The sheet of paper on the seat is the brightest thing near it, and the varnish is brown."""
        scene = settle_in_its_corner()
        paper, varnish = (scene.pixels[spot.y, spot.x].astype(int) for spot in (scene.white, scene.spots[0]))
        self.assertGreater(paper.min(), 150)
        self.assertGreater(varnish[0] - varnish[2], 40)
