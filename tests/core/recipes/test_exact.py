"""The compiled loop against the plain equations."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.recipes.assessment import assess, model_errors, pour_factors
from jug_mingle.core.recipes.exact import Misses
from jug_mingle.core.recipes.wishes import Goal, Target
from tests.core.paints import TRUE, material, readings, seen
from tests.core.recipes.test_search import LIGHTS, PALETTE


class MissesTest(unittest.TestCase):
    rng = np.random.default_rng(2)
    sets = np.argsort(rng.random((200, len(TRUE))), axis=1)[:, :3]
    volumes = rng.uniform(0.02, 1.0, (200, 3))

    def test_as_the_plain_equations(self) -> None:
        """The same as CIEDE2000 of the films one by one, for goals of all hues; of every second band nearly
        so."""
        for Lab in (
            (50.0, 0.0, 0.0),
            (70.0, 40.0, 60.0),
            (30.0, 10.0, -50.0),
            (20.0, -30.0, -1.0),
            (60.0, 70.0, -2.0),
        ):
            goal = Goal(Lab=np.array([Lab, Lab]), lights=LIGHTS)
            one = Misses.of(PALETTE, goal)
            true = goal.miss(PALETTE.seen_of(self.volumes, self.sets))
            with self.subTest(Lab):
                assert_allclose(one(self.sets, self.volumes)[0], true, atol=1e-4)
                assert_allclose(one.every_second_band()(self.sets, self.volumes)[0], true, rtol=0.02)

    def test_expected_as_a_recipe_says(self) -> None:
        """Over drawn shelves, errors of pouring and of the model it is what `assess` makes of the same
        draws."""
        shelf = characterise([material(key) for key in TRUE], readings(list(TRUE)))
        target = Target(R=seen({"white": 4, "blue": 2}) * 0.97, lights=LIGHTS)
        draws = shelf.draw(16)
        drawn = Misses(
            K=draws[0], S=draws[1], solids=np.array([m.solids for m in shelf.materials]),
            veil=np.array([m.veil for m in shelf.materials]), goal=target.goal,
            poured=pour_factors(16, 2, 0.1), off=model_errors(16, target.goal),
        )  # fmt: skip
        keys = ["white", "blue"]
        pours = tuple(Pour(key=key, parts=1, ml=ml) for key, ml in zip(keys, (100.0, 40.0), strict=True))
        recipe = assess(shelf, target, [pours], pour_error=0.1, draws=draws)[0]
        errors = drawn(np.array([[shelf.index(key) for key in keys]]), np.array([[100.0, 40.0]]))
        self.assertAlmostEqual(float(errors.mean()), recipe.expected, places=4)
