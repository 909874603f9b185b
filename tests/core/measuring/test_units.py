"""Amounts in units that can be measured."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.core.marked import plain
from jug_mingle.core.measuring import units
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import format_amount, unit_of_tool

METRIC = {"cup": 250.0, "tablespoon": 15.0, "teaspoon": 5.0}


def read_again(words: str, unit: str) -> float:
    """Return what an amount in words comes to, as a person with the measures of that unit pours it. [ml]"""
    sizes = {
        **units.TYPED,
        "g": 1.0,
        **(METRIC | {f"{one}s": ml for one, ml in METRIC.items()} if unit == "metric_spoons" else {}),
    }
    signs = {"¼": 0.25, "½": 0.5, "¾": 0.75}
    total = 0.0
    for one in words.split(" + "):
        number, _, name = one.partition(" ")
        whole, sign = (number[:-1], signs[number[-1]]) if number[-1] in signs else (number, 0.0)
        total += (float(whole or 0.0) + sign) * sizes[name if name in sizes else name.removesuffix("s")]
    return total


class UnitsTest(unittest.TestCase):
    def test_us_customary(self) -> None:
        """NIST Handbook 44, appendix C: a gallon is 231 cubic inches; a fluid ounce 29.5735, a cup 236.588, a
        pint 473.176, a quart 946.353, a tablespoon 14.7868, a teaspoon 4.92892 ml."""
        for unit, ml, words in (
            ("fl_oz", 29.57353, "1 fl oz"), ("pint", 473.1765, "1 pint"), ("quart", 946.3529, "1 quart"),
            ("quart", 2 * 946.3529, "2 quarts"), ("l", 1000.0, "1 l"),
        ):  # fmt: skip
            said = units.format_amount(ml, unit)
            self.assertEqual(said.words, words)
            self.assertAlmostEqual(said.ml, ml, delta=5e-5 * max(1, ml / 10))
        for system, ml, words in (
            ("us", 236.5882 / 4, "¼ cup"), ("us", 14.78676, "1 tablespoon"), ("us", 4.928922, "1 teaspoon"),
            ("metric", 15.0, "1 tablespoon"), ("metric", 5.0, "1 teaspoon"),
        ):  # fmt: skip
            spoons = units.in_spoons(ml, system)
            self.assertEqual(spoons.words, words)
            self.assertAlmostEqual(spoons.ml, ml, delta=5e-5 * max(1, ml / 10))
        with self.assertRaisesRegex(ValueError, "no unit 'firkin'; known are ml, l, spoons"):
            units.format_amount(1, "firkin")

    def test_every_unit_says_an_amount(self) -> None:
        """Whatever a menu offers can be said, and is near what it says."""
        for unit in units.UNITS:
            said = units.format_amount(470.0, unit, density=1.3)
            self.assertRegex(said.words, r"\d|[¼½¾]")
            self.assertAlmostEqual(said.ml, 470.0, delta=60.0)

    @given(st.floats(0.1, 20_000))
    def test_never_nothing(self, ml: float) -> None:
        """Said in any unit and read again, from two drops to a bucket, an amount is within a twentieth, and
        never 0."""
        for unit in units.UNITS:
            said = format_amount(ml, unit)
            again = read_again(plain(said.words), unit)
            self.assertLessEqual(abs(again - ml), 0.05 * ml + 1e-9, (unit, said.words))
            self.assertAlmostEqual(again, said.ml, delta=0.004 * ml)

    def test_smaller_measures(self) -> None:
        """What a unit is too coarse for is said in cups, spoons or millilitres; the ratio of a recipe
        holds."""
        for unit, ml, words in (
            ("quart", 167.0, "½ cup + 3 tablespoons"), ("quart", 118.3, "½ cup"),
            ("fl_oz", 3.7, "¾ teaspoon"),
            ("l", 167.0, "167 ml"), ("pint", 20.0, "1 tablespoon + 1 teaspoon"), ("spoons", 0.6, "12 drops"),
            ("quart", 0.0, "0 quarts"), ("spoons", 0.0, "0 teaspoons"), ("ml", 0.003, "0.01 ml"),
        ):  # fmt: skip
            self.assertEqual(plain(format_amount(ml, unit).words), words)
        for unit in units.UNITS:
            one, two = (format_amount(ml, unit).ml for ml in (500.0 * 97 / 6720, 500.0))
            self.assertAlmostEqual(one / two, 97 / 6720, delta=0.08 * 97 / 6720)

    @given(st.floats(0.3, 3000))
    def test_spoons_are_near(self, ml: float) -> None:
        """Said in spoons an amount is never off by more than an eighth of a teaspoon, US or metric."""
        for system, tsp in (("us", units.US_GALLON / 768.0), ("metric", 5.0)):
            self.assertLessEqual(abs(units.in_spoons(ml, system).ml - ml), tsp / 8 + 1e-9)

    def test_words(self) -> None:
        self.assertEqual(units.in_spoons(15.0, "metric").words, "1 tablespoon")
        self.assertEqual(units.in_spoons(67.5, "metric").words, "¼ cup + 1 teaspoon")
        self.assertEqual(units.format_amount(100, "g", density=1.45).words, "145 g")
        self.assertEqual(units.format_amount(0.2, "drop").words, "4 drops")
        self.assertEqual(units.format_amount(188.2, "ml").words, "188 ml")


class ToolsTest(unittest.TestCase):
    def test_each_tool_has_its_unit(self) -> None:
        """A scale says grams, spoons say spoons, drops are counted; parts are said in the unit that is
        chosen."""
        for tool, chosen, words in (
            ("scale", "ml", "130 g"), ("spoons", "ml", "¼ cup + 2 tablespoons + 2¼ teaspoons"),
            ("spoons", "metric_spoons", "¼ cup + 2 tablespoons + 1½ teaspoons"), ("syringe", "g", "100 ml"),
            ("drops", "ml", "100 ml"), ("parts", "fl_oz", "3.5 fl oz"), ("parts", "ml", "100 ml"),
        ):  # fmt: skip
            with self.subTest(tool):
                said = format_amount(100.0, unit_of_tool(TOOLS[tool].unit_said, chosen), density=1.3)
                self.assertEqual(plain(said.words), words)

    def test_drops(self) -> None:
        for ml, words in ((0.05, "1 drop"), (0.6, "12 drops"), (3.0, "60 drops"), (5.35, "5 ml + 7 drops")):
            self.assertEqual(format_amount(ml, "drop").words, words)

    def test_large_weights(self) -> None:
        self.assertEqual(plain(format_amount(2579.0, "g", density=1.3).words), "3352.7 g")
