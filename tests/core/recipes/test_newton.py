"""A step along the slopes, against central differences and numpy's least squares."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.newton import newton_step
from jug_mingle.core.recipes.wishes import Goal
from tests.core.paints import TRUE, seen
from tests.core.recipes.test_search import PALETTE

LIGHTS = (light("window"), light("bulb"))
GOAL = Goal(
    Lab=np.array([R_to_Lab(seen({"white": 4, "blue": 2, "green": 1}), at) for at in LIGHTS]), lights=LIGHTS
)


def _off(logs: np.ndarray, tins: np.ndarray) -> np.ndarray:
    """Return what a mix is off by (6,), in about CIEDE2000 in both lights."""
    R = PALETTE.seen_of(np.exp(logs), tins)
    return np.concatenate(
        [even_metric(Lab) @ (R_to_Lab(R, at) - Lab) for at, Lab in zip(LIGHTS, GOAL.Lab, strict=True)]
    )


class NewtonTest(unittest.TestCase):
    def test_one_step(self) -> None:
        """It is the least-squares step of a Jacobian by central differences, as numpy solves it."""
        sets = np.array([(0, 1, 2), (0, 2, 3), (1, 3, 4)])
        logs = np.log([[4.0, 2.0, 1.2], [5.0, 2.0, 1.0], [1.0, 1.0, 2.0]])
        found = newton_step(Misses.of(PALETTE, GOAL), sets, logs) - logs
        for tins, here, step in zip(sets, logs, found, strict=True):
            with self.subTest(tins=tins.tolist()):
                nearby = 1e-4 * np.eye(3)
                J = np.column_stack([(_off(here + h, tins) - _off(here - h, tins)) / 2e-4 for h in nearby])
                theirs = np.linalg.lstsq(J, -_off(here, tins), rcond=1e-6)[0]
                np.testing.assert_allclose(step, np.clip(theirs, -1.0, 1.0), atol=0.03)

    def test_where_it_leads(self) -> None:
        """Three steps from half or twice the parts end at the recipe."""
        names = list(TRUE)
        tins = np.array([[names.index(name) for name in ("white", "blue", "green")]])
        for start in ((2.0, 2.0, 1.0), (8.0, 2.0, 1.0), (4.0, 2.0, 2.0)):
            logs = np.log([start])
            for _ in range(3):
                logs = newton_step(Misses.of(PALETTE, GOAL), tins, logs)
            parts = np.exp(logs[0] - logs[0, 2])
            np.testing.assert_allclose(parts, [4.0, 2.0, 1.0], rtol=0.02)

    def test_half_the_bands(self) -> None:
        """Every second band leads nearly the same way."""
        sets, logs = np.array([[0, 1, 2], [0, 2, 3]]), np.zeros((2, 3))
        every = Misses.of(PALETTE, GOAL)
        apart = newton_step(every, sets, logs) - newton_step(every.every_second_band(), sets, logs)
        self.assertLess(np.abs(apart).max(), 0.05)


if __name__ == "__main__":
    unittest.main()
