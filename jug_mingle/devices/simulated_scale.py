"""The scale that ships: a load that settles, noise, tare, overload, and faults that can be switched on."""

import threading
import time
from typing import Final

import numpy as np

from jug_mingle.devices.lines import HangUp, SimulatedDevice

MOST: Final = 5000.0
"""It carries so much. [g]"""

FAULTS: Final = ("none", "timeout", "disconnect", "ounces", "drift", "never-settles")
_SETTLES: Final = 0.6
_STEP: Final = 0.1


class SimulatedScale(SimulatedDevice):
    """See docs/devices.md for what it says."""

    def __init__(self, *, seed: int = 3, sleep: float = 4.0) -> None:
        super().__init__()
        self._rng, self._sleep = np.random.default_rng(seed), sleep
        self._load, self._before, self._changed, self._zero = 0.0, 0.0, 0.0, 0.0
        self._fault = "none"
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
        with self._lock:
            if word == "ID":
                return "ID jm-scale 0003 0.1 g"
            if word == "TARE":
                self._zero = self._now()[0]
                return "OK TARE"
            if word == "W":
                return self._weight()
        return "ERR UNKNOWN The scale does not know that command."

    def _now(self) -> tuple[float, bool]:
        """Return what lies on it as it shows, and whether it has settled."""
        since = time.monotonic() - self._changed
        share = 1.0 - np.exp(-9.0 * since / _SETTLES)
        shown = self._before + (self._load - self._before) * share
        if self._fault == "drift":
            shown += 0.5 * since
        return float(shown), since > _SETTLES and self._fault != "never-settles"

    def _weight(self) -> str:
        load, settled = self._now()
        if load > MOST:
            return "W 0.0 g O"
        grams = load - self._zero + (0.02 if settled else 0.6) * self._rng.standard_normal()
        grams = round(grams / _STEP) * _STEP
        state = "S" if settled else "U"
        return (
            f"W {grams / 28.349523125:.3f} oz {state}"
            if self._fault == "ounces"
            else f"W {grams:.1f} g {state}"
        )

    def _simulate(self, command: str) -> str:
        word, _, rest = command.partition(" ")
        if word == "LOAD":
            try:
                grams = float(rest)
            except ValueError:
                return "ERR UNKNOWN A load is a number of grams."
            self._before, self._load, self._changed = self._now()[0], max(0.0, grams), time.monotonic()
            return "OK LOAD"
        if word == "FAULT" and rest.strip() in FAULTS:
            self._fault = rest.strip()
            return "OK FAULT"
        return f"ERR UNKNOWN Known are SIM LOAD grams and SIM FAULT {', '.join(FAULTS)}."
