"""The colour reader that ships: a tray of virtual samples, noise, drift, and faults that can be switched
on."""

import threading
import time
from collections.abc import Callable, Mapping
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.devices.lines import LONGEST, HangUp, SimulatedDevice, sealed

TILE: Final = "White tile"
FAULTS: Final = ("none", "timeout", "disconnect", "half-line", "out-of-range", "uncalibrated", "lies")

_DRIFT: Final = 0.004
"""Relative gain that it loses with each reading since its calibration."""

_KEEPS: Final = 60
"""After so many readings it asks to be calibrated again."""


class SimulatedReader(SimulatedDevice):
    """See docs/devices.md for what it says.

    Parameters
    ----------
    samples : callable
        Returns the tray anew each time: name → what gives its reflectance (36,).
    sleep : float
        How long the fault "timeout" keeps silent. [s]
    """

    def __init__(
        self,
        samples: Callable[[], Mapping[str, Callable[[], FloatArray]]],
        *,
        seed: int = 11,
        sleep: float = 4.0,
    ) -> None:
        super().__init__()
        self._samples, self._rng, self._sleep = samples, np.random.default_rng(seed), sleep
        self._placed, self._fault, self._since = TILE, "none", -1
        self._lock = threading.Lock()

    def answer(self, command: str) -> str:
        """Return the answer to a command."""
        word, _, rest = command.partition(" ")
        if word == "SIM":
            with self._lock:
                return self._simulate(rest)
        self._misbehave()
        with self._lock:
            if word == "ID":
                return "ID jm-reader 0007 380 730 10"
            if word == "CAL":
                return self._calibrate()
            if word == "TILE":
                return self._spoken(np.full(BANDS, 0.9))
            if word == "READ":
                return self._read()
        return "ERR UNKNOWN The reader does not know that command."

    def _misbehave(self) -> None:
        if self._fault == "timeout":
            time.sleep(self._sleep)
        elif self._fault == "disconnect":
            raise HangUp()
        elif self._fault == "half-line":
            raise HangUp(sealed("R 0.1 0.2 0.3")[:9])

    def _calibrate(self) -> str:
        if self._placed != TILE:
            return "ERR NOT-WHITE"
        self._since = 0
        if self._fault == "uncalibrated":
            self._fault = "none"
        return "OK CAL"

    def _read(self) -> str:
        if self._since < 0 or self._since > _KEEPS or self._fault == "uncalibrated":
            return "ERR UNCALIBRATED"
        sample = None if self._placed == TILE else self._samples().get(self._placed)
        if sample is None and self._placed != TILE:
            return "ERR NO-SAMPLE"
        found = np.full(BANDS, 0.9) if sample is None else sample()
        self._since += 1
        R = found * (1.0 - _DRIFT * np.log1p(self._since / 10.0))
        if self._fault == "out-of-range":
            R = R + 3.0
        elif self._fault == "lies":
            R = R * self._rng.uniform(0.3, 1.0)
        return self._spoken(R)

    def _spoken(self, R: FloatArray) -> str:
        noisy = R * (1.0 + 0.002 * self._rng.standard_normal()) + 0.0008 * self._rng.standard_normal(BANDS)
        return "R " + " ".join(f"{value:.5f}" for value in noisy)

    def _tray(self, first: int) -> str:
        """Return how many samples there are, and as many names from one on as go into a line."""
        names = [name.replace(" ", "_").replace("|", "_") for name in (TILE, *self._samples())]
        said = f"TRAY {len(names)} "
        for number, name in enumerate(names[first:]):
            more = f"{'|' if number else ''}{name}"
            if len((said + more).encode()) > LONGEST - 100:
                break
            said += more
        return said

    def _simulate(self, command: str) -> str:
        word, _, rest = command.partition(" ")
        if word == "TRAY":
            return self._tray(int(rest) if rest.isdigit() and len(rest) < 6 else 0)
        if word == "PLACE":
            name = rest.strip().replace("_", " ")
            if name != TILE and name not in self._samples():
                return "ERR NO-SAMPLE There is no such sample on the tray."
            self._placed = name
            return "OK PLACE"
        if word == "FAULT" and rest.strip() in FAULTS:
            self._fault = rest.strip()
            return "OK FAULT"
        if word == "STATE":
            return (
                f"STATE {self._placed.replace(' ', '_')} {self._fault} {'yes' if self._since >= 0 else 'no'}"
            )
        return f"ERR UNKNOWN Known are SIM TRAY first, PLACE name, STATE and FAULT {', '.join(FAULTS)}."
