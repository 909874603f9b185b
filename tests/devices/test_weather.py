"""The weather service over a real socket, with every fault that the stand-in can be given."""

import unittest
from datetime import UTC, datetime, timedelta

from jug_mingle.devices.lines import DeviceError, DeviceGarbledError, DeviceGoneError, DeviceSlowError
from jug_mingle.devices.simulated_weather import FAULTS, SEASONS, SimulatedWeather
from jug_mingle.devices.weather import MOST, Weather
from jug_mingle.services.forecasts import Forecasts

START = datetime(2026, 11, 27, 8, 40, tzinfo=UTC)


class WeatherTest(unittest.TestCase):
    def setUp(self) -> None:
        sky = self.enterContext(SimulatedWeather(sleep=0.5))
        self.weather = Weather(sky.address, key=sky.key, timeout=0.2)

    def test_hour_by_hour(self) -> None:
        found = self.weather.forecast(START, 24)
        self.assertEqual(
            [one.at for one in found], [START.replace(minute=0) + timedelta(hours=n) for n in range(24)]
        )
        self.assertEqual(len(self.weather.forecast(START, 500)), MOST)

    def test_seasons_differ(self) -> None:
        means = {}
        for season in SEASONS:
            self.weather.simulate(f"SEASON {season}")
            means[season] = sum(one.temperature for one in self.weather.forecast(START, 24)) / 24
        self.assertLess(means["cold"], 10.0)
        self.assertGreater(means["hot"], 28.0)

    def test_faults(self) -> None:
        for fault, error in (
            ("timeout", DeviceSlowError), ("disconnect", DeviceGoneError), ("half-line", DeviceGarbledError),
            ("another-hour", DeviceGarbledError), ("out-of-range", DeviceGarbledError),
        ):  # fmt: skip
            self.assertIn(fault, FAULTS)
            self.weather.simulate(f"FAULT {fault}")
            with self.subTest(fault=fault), self.assertRaises(error):
                self.weather.forecast(START, 3)
        self.weather.simulate("FAULT none")
        self.assertEqual(len(self.weather.forecast(START, 3)), 3)

    def test_unknown_commands(self) -> None:
        with self.assertRaises(DeviceError):
            self.weather.simulate("FAULT boredom")

    def test_none_is_done_without(self) -> None:
        """Where no weather service is connected nothing is made up."""
        forecasts = Forecasts(None)
        self.assertEqual(forecasts.now(), [])
        self.assertIn("No weather service", forecasts.trouble)

    def test_a_silent_service_is_done_without(self) -> None:
        forecasts = Forecasts(self.weather)
        self.assertEqual(len(forecasts.now()), MOST)
        self.weather.simulate("FAULT disconnect")
        self.assertEqual(len(forecasts.now()), MOST)  # kept for an hour
        forecasts.forget()
        self.assertEqual(forecasts.now(), [])
        self.assertIn("hung up", forecasts.trouble)
