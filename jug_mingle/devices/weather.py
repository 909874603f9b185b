"""A weather service: an hourly forecast of temperature, humidity and rain for where the workshop is."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Final

from jug_mingle.devices.lines import DeviceGarbledError, LineClient

MOST: Final = 72
"""It looks ahead so far. [hours]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Hour:
    """What is forecast for an hour: temperature [°C], relative humidity [%], rain [mm]."""

    at: datetime
    temperature: float
    humidity: float
    rain: float


class Weather:
    """A weather service at a local address; each call opens its own connection."""

    def __init__(self, address: tuple[str, int], *, key: str = "", timeout: float = 1.5) -> None:
        self.address, self._key, self._timeout = address, key, timeout

    def forecast(self, start: datetime, hours: int) -> list[Hour]:
        """Return the forecast from an hour on, at most `MOST` hours.

        Raises
        ------
        DeviceError
            If it does not answer, refuses, sends another hour, or says what no air can be.
        """
        first = start.astimezone(UTC).replace(minute=0, second=0, microsecond=0)
        every = [first + timedelta(hours=number) for number in range(min(hours, MOST))]
        with LineClient(self.address, key=self._key, timeout=self._timeout) as client:
            return [_hour(client.ask(f"HOUR {at:%Y-%m-%dT%H:00Z}"), at) for at in every]

    def simulate(self, command: str) -> list[str]:
        """Tell the stand-in something."""
        with LineClient(self.address, key=self._key, timeout=self._timeout) as client:
            return client.ask(f"SIM {command}")


def _hour(words: list[str], at: datetime) -> Hour:
    try:
        name, when, temperature, humidity, rain = words
        hour = Hour(at=at, temperature=float(temperature), humidity=float(humidity), rain=float(rain))
    except ValueError as error:
        raise DeviceGarbledError("The weather service sent a line that is no hour of a forecast.") from error
    if name != "H" or when != f"{at:%Y-%m-%dT%H:00Z}":
        raise DeviceGarbledError("The weather service sent another hour than it was asked for. Try again.")
    # What is no number is between no two numbers, and so refused here, too.
    if not (
        -60.0 <= hour.temperature <= 60.0 and 0.0 <= hour.humidity <= 100.0 and 0.0 <= hour.rain <= 500.0
    ):
        raise DeviceGarbledError("The weather service says what no air can be: type the air yourself.")
    return hour
