"""The dominant colours of a photo."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import Lab_to_XYZ, XYZ_to_Lab
from jug_mingle.core.photos import scheme

FOUR = np.array([[40.0, 10, -40], [85, 0, 10], [30, 5, 5], [60, -30, 20]])
SHARES = [0.5, 0.3, 0.15, 0.05]


def picture() -> np.ndarray:
    rows = np.repeat(np.arange(4), [int(200 * share) for share in SHARES])
    Lab = FOUR[rows][:, np.newaxis] + np.random.default_rng(2).normal(0, 0.8, (200, 150, 3))
    return Lab_to_XYZ(Lab)


class DominantTest(unittest.TestCase):
    def test_finds_what_was_painted(self) -> None:
        """Four stripes of known colour and area come back, the largest first, each pointed at where it is."""
        found = scheme.dominant_colours(picture())
        self.assertEqual(len(found), 4)
        for one, Lab, share in zip(found, FOUR, SHARES, strict=True):
            self.assertLess(float(delta_E_CIE2000(XYZ_to_Lab(one.XYZ), Lab)), 1.0)
            self.assertAlmostEqual(one.share, share, delta=0.01)
            self.assertLess(float(delta_E_CIE2000(XYZ_to_Lab(picture()[one.at]), Lab)), 4.0)

    def test_few_and_flat(self) -> None:
        self.assertEqual(len(scheme.dominant_colours(picture(), most=3)), 3)
        self.assertEqual(len(scheme.dominant_colours(np.full((20, 30, 3), 18.0))), 1)
        with self.assertRaisesRegex(ValueError, "from 3 to 7"):
            scheme.dominant_colours(picture(), most=9)


class PairsTest(unittest.TestCase):
    def test_muddy_last(self) -> None:
        """Of yellow, its complement and a neighbour, the neighbours come first and the muddy pair last."""
        colours = [Lab_to_XYZ(Lab) for Lab in ([75.0, 5, 60], [40.0, 15, -50], [66.0, -15, 50])]
        found = scheme.pairs(colours)
        self.assertEqual({found[0].first, found[0].second}, {0, 2})
        self.assertFalse(found[0].muddy)
        self.assertEqual(len(found), 3)
