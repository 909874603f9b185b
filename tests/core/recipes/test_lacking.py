"""What the shelf lacks."""

import unittest
from dataclasses import replace

import numpy as np

from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.marked import plain
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.lacking import nearest_words, too_little_words, what_is_lacking
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import Target, Wishes
from tests.core.paints import material, readings, seen

WISHES = Wishes(batch=500.0, tool=tool("parts"), most_tins=3)


class WhatIsLackingTest(unittest.TestCase):
    def test_names_the_missing_family(self) -> None:
        """A vivid blue from red, yellow and white misses it, and blue (or violet beside it) is what would
        help."""
        keys = ["white", "red", "yellow", "black"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        target = Target(R=seen({"blue": 1, "white": 1}))
        best = min(find_recipes(shelf, target, WISHES), key=lambda recipe: recipe.worst)
        lack = what_is_lacking(shelf, target, WISHES, best.pours)
        self.assertGreater(lack.nearest, 8.0)
        self.assertEqual(lack.family, "blue")
        self.assertLess(lack.with_it, 0.6 * lack.nearest)
        self.assertIn("not blue enough" if "not" in lack.misses else "too", lack.misses)

    def test_nothing_is_lacking(self) -> None:
        keys = ["white", "red", "yellow", "black", "blue"]
        shelf = characterise([material(key) for key in keys], readings(keys))
        target = Target(R=np.full(36, 0.9) * 0 + seen({"white": 3, "red": 1}))
        best = min(find_recipes(shelf, target, WISHES), key=lambda recipe: recipe.worst)
        self.assertLess(what_is_lacking(shelf, target, WISHES, best.pours).nearest, 2.5)

    def test_what_stands_there_is_not_lacking(self) -> None:
        """A white that holds too little for the batch is named as short; no other white is asked for, in a
        pale colour as in a deep one."""
        keys = ["white", "red", "blue", "black"]
        tins = [material("white", left=20.0), *(material(key) for key in keys[1:])]
        shelf = characterise(tins, readings(keys))
        target = Target(R=seen({"blue": 1, "white": 6}))
        best = min(find_recipes(shelf, target, WISHES), key=lambda recipe: recipe.worst)
        lack = what_is_lacking(shelf, target, WISHES, best.pours)
        self.assertEqual((lack.family, lack.short), (None, (shelf.materials[0].name,)))
        self.assertRegex(
            plain(nearest_words(lack)), "too little left of .* for so much: with enough of it, [01][.]"
        )
        deep = Target(R=np.full(36, 0.045))
        best = min(find_recipes(shelf, deep, WISHES), key=lambda recipe: recipe.worst)
        self.assertNotEqual(what_is_lacking(shelf, deep, WISHES, best.pours).family, "white")


class TooLittleWordsTest(unittest.TestCase):
    def test_one_tin_that_would_do(self) -> None:
        """A tin that is the colour itself but holds too little is named; not one with enough, or not
        allowed."""
        keys = ["white", "red", "blue", "black"]
        target = Target(R=seen({"red": 1}))
        for left, avoid, named in ((20.0, (), True), (900.0, (), False), (20.0, ("red",), False)):
            shelf = characterise(
                [material(key, left=left if key == "red" else np.inf) for key in keys], readings(keys)
            )
            wishes = replace(WISHES, avoid=avoid)
            said = too_little_words(shelf, target, wishes, find_recipes(shelf, target, wishes))
            self.assertEqual("Red alone would be about" in said, named, said)
