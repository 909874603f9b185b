"""How things are said: amounts, areas, spread rates, money, in a person's own units."""

import unittest

from jug_mingle.core.marked import marked, marked_range, plain
from jug_mingle.core.measuring.saying import Saying

METRIC, US = Saying(), Saying(unit="fl_oz", temperature="F", currency="$")
COMMA = Saying(numbers="comma")


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
        self.assertEqual(METRIC.money(3.0), "3.00")

    def test_values_in_sentences(self) -> None:
        """Each is said in the person's own units, by NIST Handbook 44, appendix C; °F by definition."""
        tall = f"It is {marked(0.9144, 'g', 'm')} high, the moulding {marked(12.7, 'g', 'mm')}."
        warm = f"From {marked_range(10, 21.5, 'g', '°C')}, {marked(59.147, '.0f', 'ml')} of “Tin 1.5”."
        far = f"About {marked(1.44, '.1f')} off, {marked(12.0, '.0f')} steps, {marked(0.5, 'g', 'g')}."
        said = [[one.told(words) for words in (tall, warm, far)] for one in (METRIC, US, COMMA)]
        self.assertEqual(said[0][0], "It is 91.4 cm high, the moulding 12.7 mm.")
        self.assertEqual(said[0][1], "From 10 to 21.5 °C, 59 ml of “Tin 1.5”.")
        self.assertEqual(said[1][0], "It is 36 in high, the moulding 0.5 in.")
        self.assertEqual(said[1][1], "From 50 to 71 °F, 2 fl oz of “Tin 1.5”.")
        self.assertEqual(said[2][1], "From 10 to 21,5 °C, 59 ml of “Tin 1.5”.")
        self.assertEqual(
            [one[2] for one in said],
            ["About 1.4 off, 12 steps, 0.5 g."] * 2 + ["About 1,4 off, 12 steps, 0,5 g."],
        )
        self.assertEqual(plain(warm), "From 10 to 21.5 °C, 59 ml of “Tin 1.5”.")
