"""Recipes: the search against trying everything, and what a person may wish for."""

import unittest
from typing import Any

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.mixtures import mixed_paint, predict
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes
from tests.core.paints import TRUE, known_shelf, material, readings, seen

SHELF = known_shelf()
LIGHTS = (light("window"), light("bulb"))
TARGETS = (
    seen({"white": 4, "blue": 2, "green": 1}),
    seen({"yellow": 3, "red": 1, "white": 5}) * 0.97,
    np.clip(seen({"white": 8, "black": 1}) * np.linspace(0.9, 1.1, 36), 0, 1),
    np.full(36, 0.02),
)


def wishes(**changes: Any) -> Wishes:
    asked: dict[str, Any] = {"batch": 480.0, "tool": tool("parts")} | changes
    return Wishes(**asked)


class FindRecipesTest(unittest.TestCase):
    def test_finds_what_was_mixed(self) -> None:
        """A target that was mixed 4 : 2 : 1 is matched by three tins to less than can be told."""
        recipes = find_recipes(SHELF, Target(R=TARGETS[0]), wishes())
        best = min((r for r in recipes if len(r.pours) == 3), key=lambda r: r.worst)
        self.assertLess(best.worst, 1.0)
        self.assertEqual(
            [pour.parts for pour in best.pours], sorted((p.parts for p in best.pours), reverse=True)
        )
        self.assertAlmostEqual(sum(pour.ml for pour in best.pours), 480.0, places=6)

    def test_reported_difference_is_of_the_reported_colour(self) -> None:
        """The number beside a recipe is the CIEDE2000 of just that prediction, in each light."""
        target = Target(R=TARGETS[1], lights=LIGHTS)
        for recipe in find_recipes(SHELF, target, wishes()):
            for at, said in zip(LIGHTS, recipe.delta_E, strict=True):
                self.assertAlmostEqual(
                    said, float(delta_E_CIE2000(R_to_Lab(recipe.R, at), R_to_Lab(target.R, at)))
                )
            self.assertLessEqual(recipe.low, recipe.high)
            assert_allclose(predict(SHELF, recipe.pours), recipe.R)

    def test_tool_multiples(self) -> None:
        """With spoons every amount is a whole multiple of half a teaspoon, and the batch is about what was
        asked."""
        for recipe in find_recipes(SHELF, Target(R=TARGETS[0]), wishes(tool=tool("spoons"))):
            for pour in recipe.pours:
                self.assertAlmostEqual(pour.ml % 2.5, 0.0, places=6)
            self.assertAlmostEqual(sum(p.ml for p in recipe.pours), 480.0, delta=25.0)

    def test_wishes(self) -> None:
        """A tin that must be used is, one to avoid is not, and there are never more tins than allowed."""
        for recipe in find_recipes(
            SHELF, Target(R=TARGETS[0]), wishes(use=("black",), avoid=("green",), most_tins=2)
        ):
            keys = {pour.key for pour in recipe.pours}
            self.assertIn("black", keys)
            self.assertNotIn("green", keys)
            self.assertLessEqual(len(keys), 2)

    def test_stock_is_respected(self) -> None:
        """A tin with a spoonful left is not asked for a cup."""
        short = characterise(
            [material(key, left=10.0 if key == "blue" else np.inf) for key in TRUE], readings(list(TRUE))
        )
        for recipe in find_recipes(short, Target(R=TARGETS[0]), wishes()):
            for pour in recipe.pours:
                self.assertTrue(pour.key != "blue" or pour.ml <= 10.0)

    def test_mixability(self) -> None:
        """Oil does not go with water, primer is no white, stain is no paint (common practice)."""
        shelf = characterise(
            [material("white"), material("red"), material("blue", "oil_enamel"), material("green", "primer")],
            readings(["white", "red"]),
        )
        for recipe in find_recipes(shelf, Target(R=TARGETS[0]), wishes()):
            keys = {pour.key for pour in recipe.pours}
            self.assertNotIn("green", keys)
            self.assertFalse("blue" in keys and len(keys) > 1)
        with self.assertRaisesRegex(NothingToMixError, "oil and water do not mix"):
            find_recipes(shelf, Target(R=TARGETS[0]), wishes(use=("white", "blue")))
        with self.assertRaisesRegex(NothingToMixError, "no colour to mix with"):
            find_recipes(shelf, Target(R=TARGETS[0]), wishes(use=("green",)))

    def test_bad(self) -> None:
        empty = characterise([], [])
        with self.assertRaisesRegex(NothingToMixError, "add a tin"):
            find_recipes(empty, Target(R=TARGETS[0]), wishes())
        with self.assertRaisesRegex(ValueError, "too coarse for .3 ml"):
            find_recipes(SHELF, Target(R=TARGETS[0]), wishes(batch=3.0, tool=tool("spoons")))
        with self.assertRaisesRegex(ValueError, "no tin 'puce'"):
            find_recipes(SHELF, Target(R=TARGETS[0]), wishes(use=("puce",)))
        for changes, message in (
            ({"batch": 0.0}, "from .1 to 20000 ml., got .0"),
            ({"batch": 1e6}, "got .1e"),
            ({"batch": float("nan")}, "got .nan"),
            ({"parts": 1}, "2 to 24"),
            ({"most_tins": 5}, "1 to 4"),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                wishes(**changes)
        with self.assertRaisesRegex(ValueError, "one reflectance of 36 finite"):
            Target(R=np.full(36, np.nan))


class PourInvarianceTest(unittest.TestCase):
    def test_order_and_splitting(self) -> None:
        """A mix does not depend on the order of pouring, nor on the size of the batch."""
        pours = [Pour(key="red", parts=1, ml=50.0), Pour(key="white", parts=4, ml=200.0)]
        there = predict(SHELF, pours)
        assert_allclose(predict(SHELF, pours[::-1]), there)
        assert_allclose(predict(SHELF, [Pour(key=p.key, parts=p.parts, ml=3 * p.ml) for p in pours]), there)
        self.assertAlmostEqual(mixed_paint(SHELF, pours).veil, 1.0)
