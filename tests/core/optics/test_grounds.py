"""Generic grounds and one's own."""

import unittest

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.optics.grounds import (
    ADHESION_WORDS,
    BOARDS,
    FACTORY_COATS,
    GROUNDS,
    METALS,
    OLD_FINISHES,
    PRIMERS,
    SHEETS,
    TEXTILES,
    WOODS,
    ground,
    measured_ground,
)


class GroundTest(unittest.TestCase):
    def test_plausible(self) -> None:
        """Woods are warm, walnut is darker than birch, oak and mahogany may bleed (common practice: tannin
        woods)."""
        for key in "oak pine beech walnut mahogany birch cherry maple ash teak elm".split():
            L, a, b = R_to_Lab(ground(key).R_seen)
            self.assertTrue(30 < L < 90 and a > 0 and b > 5, key)
        self.assertLess(R_to_Lab(ground("walnut").R_seen)[0], R_to_Lab(ground("birch").R_seen)[0] - 20)
        self.assertTrue(ground("oak").bleeds and ground("mahogany").bleeds)
        self.assertFalse(ground("birch").bleeds)

    def test_every_sort(self) -> None:
        """Each file's kinds are known, once; what paint needs on them has words. Common practice: it holds
        on bare wood and primer, and on nothing from a factory."""
        files = (WOODS, BOARDS, OLD_FINISHES, PRIMERS, FACTORY_COATS, METALS, TEXTILES, SHEETS)
        self.assertEqual(sorted(kind.key for kinds in files for kind in kinds), sorted(GROUNDS))
        for key in GROUNDS:
            self.assertIn(ground(key).adhesion, ("holds", *ADHESION_WORDS))
        self.assertEqual({kind.adhesion for kind in (*WOODS, *PRIMERS)}, {"holds"})
        self.assertEqual({kind.adhesion for kind in FACTORY_COATS}, {"bond"})

    def test_measured(self) -> None:
        own = measured_ground("my pine", np.linspace(0.2, 0.6, 36), bleeds=True)
        self.assertTrue(own.bleeds)
        for R, message in (
            (np.full(36, 1.4), "reflectance of my pine must be from 0 to 1"),
            ([0.1] * 5, "36 values"),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                measured_ground("my pine", R)
        with self.assertRaisesRegex(ValueError, "no ground 'ebony'"):
            ground("ebony")
