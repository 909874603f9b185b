"""How much paint a piece takes, and how many coats a mix lasts."""

import unittest

from jug_mingle.core.practice import amounts
from jug_mingle.core.practice.amounts import coats_within, paint_needed


class CoatsWithinTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Six hours hold coats at 0, 2, 4 and 6 hours; a quarter of an hour holds one."""
        self.assertEqual(coats_within(0.25, coats=10, recoat=120), 4)
        self.assertEqual(coats_within(0.25, coats=2, recoat=120), 2)
        self.assertEqual(coats_within(0.01, coats=3, recoat=60), 1)
        self.assertEqual(coats_within(14.0, coats=3, recoat=15), 3)
        self.assertEqual(coats_within(0.1, coats=3, recoat=0), 3)

    def test_paint_by_the_gallon(self) -> None:
        """400 ft² a US gallon is 9.817 m² a litre (231 in³, 0.3048 m; exact definitions): one gallon covers 400 ft²."""
        area, gallon = 400 * 0.3048**2, 231 * 2.54**3
        self.assertAlmostEqual(paint_needed(area, coats=1, spread_rate=9.8170, margin=0.0), gallon, delta=0.5)
        self.assertAlmostEqual(paint_needed(2.0, coats=3, spread_rate=12.0, margin=0.1), 550.0)

    def test_paint_refused(self) -> None:
        for area, coats, rate, margin in (
            (0, 1, 10, 0),
            (-1, 1, 10, 0),
            (1, 0, 10, 0),
            (1, 11, 10, 0),
            (1, 1, 0, 0),
            (1, 1, 10, 2),
            (5000, 1, 10, 0),
        ):
            with self.assertRaisesRegex(ValueError, "an area above 0"):
                paint_needed(area, coats=coats, spread_rate=rate, margin=margin)


class AmountsTest(unittest.TestCase):
    def test_litres(self) -> None:
        """2 m² in two coats at 10 m² a litre take 400 ml, and 460 with 15 % over."""
        self.assertAlmostEqual(amounts.paint_needed(2, coats=2, spread_rate=10, margin=0), 400)
        self.assertAlmostEqual(amounts.paint_needed(2, coats=2, spread_rate=10, margin=0.15), 460)
        with self.assertRaisesRegex(ValueError, "1 to 10 coats"):
            amounts.paint_needed(2, coats=0, spread_rate=10, margin=0)
