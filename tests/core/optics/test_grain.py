"""The grain of wood."""

import unittest

import numpy as np

from jug_mingle.core.optics.film import R_body
from jug_mingle.core.optics.grain import STREAKS, streak_bodies, streak_uptake
from jug_mingle.core.optics.grounds import ground


class GrainTest(unittest.TestCase):
    def test_streaks(self) -> None:
        """A board without figure is one colour; on oak they go from pale to dark about its mean, which is its
        own."""
        oak = ground("oak")
        body = R_body(oak.R_seen, oak.veil)
        self.assertEqual(float(np.ptp(streak_bodies(body, 0.0, STREAKS), axis=0).max()), 0.0)
        streaks = streak_bodies(body, oak.figure, STREAKS)
        np.testing.assert_allclose(streaks[2], body)
        self.assertTrue(np.all(np.diff(streaks.mean(axis=1)) < 0))

    def test_soft_wood_takes_more(self) -> None:
        """Early wood takes more in (common practice), and none takes less than a fifth."""
        self.assertTrue(np.all(np.diff(streak_uptake(STREAKS)) > 0))
        self.assertAlmostEqual(float(streak_uptake(0.0)), 1.0)
        self.assertEqual(float(streak_uptake(-9.0)), 0.2)
