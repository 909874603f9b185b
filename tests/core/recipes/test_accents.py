"""Accents: by their hue angles, and how loud a colour is on its share."""

import unittest

import numpy as np

from jug_mingle.core.recipes.accents import accents_of, loudness


def hue(Lab: np.ndarray) -> float:
    return float(np.degrees(np.arctan2(Lab[2], Lab[1]))) % 360.0


class AccentsTest(unittest.TestCase):
    def test_angles(self) -> None:
        """Opposite is half a turn away, split a step beside it on either side, near stays close."""
        for start in (10.0, 130.0, 250.0):
            main = np.array([45.0, 30 * np.cos(np.radians(start)), 30 * np.sin(np.radians(start))])
            found = {one.key: one for one in accents_of(main)}
            away = {key: (hue(one.Lab) - start) % 360.0 for key, one in found.items()}
            self.assertAlmostEqual(away["opposite"], 180.0, places=6)
            self.assertAlmostEqual((away["split_warm"] + away["split_cool"]) / 2, 180.0, places=6)
            self.assertLess(min(away["near"], 360.0 - away["near"]), 45.0)
            self.assertTrue(all(one.why for one in found.values()))

    def test_loudness(self) -> None:
        """Four times the share is twice as loud; nothing of it is silent."""
        a, b = np.array([40.0, 30.0, 20.0]), np.array([60.0, -20.0, 0.0])
        small, _ = loudness(a, b, 0.01)
        large, words = loudness(a, b, 0.04)
        self.assertAlmostEqual(large, 2 * small)
        self.assertEqual(words, "speaks")
        self.assertEqual(loudness(a, b, 0.0), (0.0, "a whisper"))
        with self.assertRaisesRegex(ValueError, "0 to 1"):
            loudness(a, b, 1.2)
