"""The weather service that ships: a mild, changeable season of its own, and faults that can be switched
on."""

import math
import threading
import time
from datetime import UTC, datetime, timedelta
from typing import Final

from jug_mingle.devices.lines import HangUp, SimulatedDevice

FAULTS: Final = ("none", "timeout", "disconnect", "half-line", "another-hour", "out-of-range")
SEASONS: Final = {
    "mild": (17.0, 55.0, 0.0),
    "damp": (15.0, 82.0, 0.0),
    "cold": (4.0, 70.0, 0.0),
    "hot": (31.0, 40.0, 0.0),
    "wet": (13.0, 85.0, 1.2),
}
"""Mean temperature [°C] and humidity [%], and rain [mm] of every hour."""


class SimulatedWeather(SimulatedDevice):
    """See docs/devices.md for what it says."""

    def __init__(self, *, sleep: float = 4.0) -> None:
        super().__init__()
        self._season, self._fault, self._sleep = "mild", "none", sleep
        self._lock = threading.Lock()

    def answer(self, command: str) -> str:
        """Return the answer to a command."""
        word, _, rest = command.partition(" ")
        if word == "SIM":
            with self._lock:
                return self._simulate(rest)
        if self._fault == "timeout":
            time.sleep(self._sleep)
        if self._fault == "disconnect":
            raise HangUp()
        if word == "ID":
            return "ID jm-weather 0001 hourly"
        if word == "HOUR":
            return self._hour(rest)
        return "ERR UNKNOWN The weather service does not know that command."

    def _hour(self, asked: str) -> str:
        try:
            at = datetime.strptime(asked, "%Y-%m-%dT%H:00Z").replace(tzinfo=UTC)
        except ValueError:
            return "ERR UNKNOWN An hour is asked for as HOUR 2026-01-31T08:00Z."
        if self._fault == "half-line":
            raise HangUp(b"H 2026-01-31T08")
        return self._line(at + timedelta(hours=1) if self._fault == "another-hour" else at)

    def _line(self, at: datetime) -> str:
        temperature, humidity, rain = SEASONS[self._season]
        swing = math.sin((at.hour - 9) / 24.0 * 2.0 * math.pi)
        day = math.sin(at.timetuple().tm_yday * 1.7)
        warm = temperature + 4.0 * swing + 1.5 * day
        damp = min(100.0, max(5.0, humidity - 10.0 * swing + 6.0 * day))
        if self._fault == "out-of-range":
            warm = 900.0
        shower = 0.8 if day > 0.9 and 12 <= at.hour <= 15 else 0.0
        return f"H {at:%Y-%m-%dT%H:00Z} {warm:.1f} {damp:.0f} {max(rain, shower):.1f}"

    def _simulate(self, command: str) -> str:
        word, _, rest = command.partition(" ")
        if word == "SEASON" and rest.strip() in SEASONS:
            self._season = rest.strip()
            return "OK SEASON"
        if word == "FAULT" and rest.strip() in FAULTS:
            self._fault = rest.strip()
            return "OK FAULT"
        return f"ERR UNKNOWN Known are SIM SEASON {', '.join(SEASONS)} and SIM FAULT {', '.join(FAULTS)}."
