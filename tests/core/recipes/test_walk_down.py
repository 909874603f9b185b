"""An ombre by rows from one jug."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.optics.blend_path import Paint, even_parts
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.recipes.walk_down import Rung, rungs, walk_down
from tests.core.paints import TRUE


def paint(key: str) -> Paint:
    return Paint(optics=Optics(K=TRUE[key][0], S=TRUE[key][1]), veil=1.0)


class RungsTest(unittest.TestCase):
    def test_steps_are_even_to_the_eye(self) -> None:
        """Neighbours differ equally within 5 %; in equal parts the first step of white into black is far too
        long."""
        for first, second in (("black", "white"), ("blue", "white"), ("red", "yellow"), ("white", "green")):
            found = rungs(
                paint(first), paint(second), areas=[0.2, 0.3, 0.25, 0.2, 0.1], coats=2, spread_rate=11.0
            )
            with self.subTest(first, second=second):
                apart = _apart(np.array([rung.R for rung in found]))
                self.assertLess(float(np.ptp(apart)), 0.05 * float(apart.mean()))
        equal = _apart(even_parts(paint("white"), paint("black"), 5))
        self.assertGreater(float(np.ptp(equal)), float(equal.mean()))

    def test_each_takes_what_its_area_needs(self) -> None:
        """0.22 m² in two coats at 11 m²/L are 40 ml."""
        found = rungs(paint("blue"), paint("white"), areas=[0.22, 0.11], coats=2, spread_rate=11.0)
        assert_allclose([rung.ml for rung in found], [40.0, 20.0])

    def test_refused(self) -> None:
        for areas, rate in (([0.2], 11.0), ([0.2, 0.0], 11.0), ([0.2, 0.2], 0.0)):
            with self.assertRaisesRegex(ValueError, "at least two steps"):
                rungs(paint("blue"), paint("white"), areas=areas, coats=2, spread_rate=rate)


class WalkDownTest(unittest.TestCase):
    def test_the_jug_has_the_right_colour_at_every_step(self) -> None:
        """Followed with a measuring jug: what is in it has each step's share, is enough, and is used up at
        the end."""
        steps = rungs(
            paint("blue"), paint("white"), areas=[0.3, 0.2, 0.4, 0.3, 0.2], coats=2, spread_rate=10.0
        )[:-1]
        solids = (0.35, 0.5)
        walk = walk_down(steps, solids=solids, margin=0.1)
        first, second = walk[0].add, 0.0
        for number, (rung, step) in enumerate(zip(steps, walk, strict=True)):
            second += step.add if number else 0.0
            self.assertAlmostEqual(first + second, step.there, places=6)
            dry = second * solids[1] / (second * solids[1] + first * solids[0])
            self.assertAlmostEqual(dry, rung.share, places=6)
            self.assertAlmostEqual(step.used, 1.1 * rung.ml, places=6)
            self.assertGreaterEqual(step.there, step.used - 1e-9)
            left = 1.0 - step.used / step.there
            first, second = first * left, second * left
        self.assertAlmostEqual(first + second, 0.0, places=6)

    def test_refused(self) -> None:
        R = np.full(36, 0.5)
        for shares, words in (((0.1, 0.5), "begins with the first paint"), ((0.0, 1.0), "from its own jug")):
            with self.assertRaisesRegex(ValueError, words):
                walk_down(
                    [Rung(share=share, R=R, ml=10.0) for share in shares], solids=(0.4, 0.4), margin=0.1
                )


def _apart(R: np.ndarray) -> np.ndarray:
    Lab = R_to_Lab(R)
    return np.asarray(delta_E_CIE2000(Lab[1:], Lab[:-1]))
