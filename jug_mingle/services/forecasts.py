"""The forecast that a plan counts with: asked of the weather service, kept for an hour, left out where it is
silent."""

from datetime import datetime, timedelta
from threading import Lock
from typing import Final

from jug_mingle.devices.lines import DeviceError
from jug_mingle.devices.weather import MOST, Weather
from jug_mingle.services.hours import Air
from jug_mingle.store.models import now

_KEPT: Final = timedelta(hours=1)
_WET: Final = 0.2
"""Rain from here on keeps work indoors. [mm/h]"""


class Forecasts:
    """What the weather service last said; nothing where there is none."""

    def __init__(self, weather: Weather | None) -> None:
        self._weather, self._lock = weather, Lock()
        self._said: list[Air] = []
        self._at: datetime | None = None
        self.trouble = ""

    def now(self) -> list[Air]:
        """Return the forecast from this hour on; nothing where no service answers, and `trouble` says why."""
        if self._weather is None:
            self.trouble = "No weather service is connected: say yourself what the air is."
            return []
        with self._lock:
            if self._at is None or now() - self._at > _KEPT:
                self._at = now()
                try:
                    hours = self._weather.forecast(now(), MOST)
                    self._said, self.trouble = (
                        [
                            Air(
                                at=hour.at,
                                temperature=hour.temperature,
                                humidity=hour.humidity,
                                rain=hour.rain >= _WET,
                            )
                            for hour in hours
                        ],
                        "",
                    )
                except DeviceError as error:
                    self._said, self.trouble = [], str(error)
            return self._said

    def forget(self) -> None:
        """Ask anew next time."""
        with self._lock:
            self._at = None
