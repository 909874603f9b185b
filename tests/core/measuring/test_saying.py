"""How things are said: amounts, areas, spread rates, money, in a person's own units."""

import unittest

from jug_mingle.core.measuring.saying import Saying

METRIC, US = Saying(), Saying(unit="fl_oz", temperature="F", currency="$")


class SayingTest(unittest.TestCase):
    def test_areas(self) -> None:
        """NIST Handbook 44, appendix C: a square foot is 0.092 903 04 m²; so 11 m² a litre are 448 sq ft a
        gallon."""
        said = [Saying(unit=unit).area(5.0) for unit in ("ml", "g", "quart")]
        self.assertEqual(said, ["5.0 m²", "5.0 m²", "54 sq ft"])
        self.assertEqual([one.area(0.012) for one in (METRIC, US)], ["0.012 m²", "0.13 sq ft"])
        self.assertEqual(Saying(unit="g").amount(250.0, density=1.4), "350 g")
        self.assertEqual(Saying(unit="g").amount(250.0), "250 ml")  # nobody weighs what has no known density
        self.assertEqual([one.fine_length(0.457) for one in (METRIC, US)], ["457 mm", "17.99 in"])
        self.assertEqual(
            [one.spread_rate(11.0) for one in (METRIC, US)], ["11 m² a litre", "448 sq ft a gallon"]
        )

    def test_unit_of_lengths(self) -> None:
        """It goes with the unit of amounts, unless another was set."""
        said = [METRIC.length_unit, US.length_unit, Saying(unit="fl_oz", length="cm").length_unit]
        self.assertEqual(said, ["cm", "in", "cm"])

    def test_numbers(self) -> None:
        """With a comma every number is written so, and nothing else is touched."""
        comma = Saying(numbers="comma", currency="€")
        self.assertEqual(comma.money(1234.5), "€ 1234,50")
        self.assertEqual(comma.amount(12.5), "12,5 ml")
        self.assertEqual(
            comma.words("about 1.4, likely 0.8–2.6. Dry it."), "about 1,4, likely 0,8–2,6. Dry it."
        )
        self.assertEqual(METRIC.money(3.0), "3.00")
