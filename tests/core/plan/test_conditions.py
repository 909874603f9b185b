"""How the air changes waits and open times. Common practice where no source is named; limits are inclusive as
said."""

import unittest
from itertools import product

from jug_mingle.core.plan.conditions import Conditions, open_under, wait_under


class WaitTest(unittest.TestCase):
    def test_damp_air(self) -> None:
        """From 65 % on a wax waits twice as long, all else half as long again; below nothing changes."""
        for humidity, wax, other in ((64.0, 1.0, 1.0), (65.0, 2.0, 1.5), (90.0, 2.0, 1.5)):
            air = Conditions(humidity=humidity)
            self.assertEqual(wait_under(air, wax=True, water=False).factor, wax)
            self.assertEqual(wait_under(air, wax=False, water=True).factor, other)

    def test_moving_air_dries_films_and_no_wax(self) -> None:
        """Air that moves takes a quarter off what dries; a wax hardens by itself, whatever blows."""
        air = Conditions(moving_air=True)
        self.assertEqual(wait_under(air, wax=False, water=True).factor, 0.75)
        waxed = wait_under(air, wax=True, water=False)
        self.assertEqual((waxed.factor, waxed.why), (1.0, ()))

    def test_a_hair_dryer_helps_thin_coats_of_water(self) -> None:
        for water, thin in product((True, False), repeat=2):
            found = wait_under(Conditions(dryer=True), wax=False, water=water, thin=thin)
            self.assertEqual(found.factor, 0.5 if water and thin else 1.0)

    def test_cold_and_all_together(self) -> None:
        """Each reason is said, and each counts; a figure is rounded up to a minute."""
        self.assertEqual(wait_under(Conditions(temperature=15.0), wax=False, water=True).factor, 1.0)
        air = Conditions(temperature=14.0, humidity=70.0, moving_air=True)
        found = wait_under(air, wax=False, water=True)
        self.assertAlmostEqual(found.factor, 1.5 * 1.5 * 0.75)
        self.assertEqual(len(found.why), 3)
        self.assertEqual((found.of(10.0), found.of(60.0)), (17, 102))

    def test_heat_halves_open_time(self) -> None:
        self.assertEqual(open_under(Conditions(temperature=27.9)).factor, 1.0)
        self.assertEqual(open_under(Conditions(temperature=28.0)).factor, 0.5)

    def test_no_such_air(self) -> None:
        for air in ({"temperature": -41.0}, {"temperature": 61.0}, {"humidity": -1.0}, {"humidity": 101.0}):
            with self.assertRaisesRegex(ValueError, "from"):
                Conditions(**air)  # type: ignore[arg-type]
