"""A handheld colour reader: identify, calibrate on its white, read 36 reflectances."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.marked import marked
from jug_mingle.devices.lines import DeviceGarbledError, DeviceRefusedError, LineClient

_AGREE: Final = 1.5
"""Two readings of one spot lie within this. [CIEDE2000]"""

_WHITE: Final = (0.70, 1.02)
"""Mean reflectance of a reader's white tile."""

_LONGEST: Final = 60
"""No more of the name of a reader is taken. [letters]"""

_WHAT_TO_DO: Final = {
    "UNCALIBRATED": "The reader is not calibrated: put it on its white tile and calibrate.",
    "NOT-WHITE": "That is not the white tile: put the reader on its white tile and calibrate again.",
    "NO-SAMPLE": "Nothing lies under the reader: put it flat on the dried paint.",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Identity:
    """Who a reader says it is."""

    model: str
    serial: str


class ColourReader:
    """A reader at a local address; each call opens its own connection, so it recovers by itself."""

    def __init__(self, address: tuple[str, int], *, key: str = "", timeout: float = 1.5) -> None:
        self.address, self._key, self._timeout = address, key, timeout

    def identify(self) -> Identity:
        """Return its model and serial number."""
        with self._client() as client:
            words = client.ask("ID")
            if len(words) < 3 or words[0] != "ID":
                raise DeviceGarbledError("Something answers there, but it is no colour reader.")
            return Identity(model=words[1][:_LONGEST], serial=words[2][:_LONGEST])

    def calibrate(self) -> None:
        """Calibrate it on its white tile, and check that the tile then reads white."""
        with self._client() as client:
            self._ask(client, "CAL")
            tile = _reflectances(client.ask("TILE"))
            if not _WHITE[0] <= float(tile.mean()) <= _WHITE[1]:
                raise DeviceRefusedError(
                    f"Its white tile reads {100 * tile.mean():.0f} %: clean the tile, and calibrate again.",
                    "TILE",
                )

    def read(self) -> FloatArray:
        """Return the reflectance (36,) of what lies under it: the mean of two readings that agree.

        Raises
        ------
        DeviceError
            If it does not answer, refuses, sends what no surface can be, or contradicts itself.
        """
        with self._client() as client:
            first, second = (_reflectances(self._ask(client, "READ")) for _ in range(2))
        apart = float(delta_E_CIE2000(R_to_Lab(first), R_to_Lab(second)))
        if apart > _AGREE:
            raise DeviceGarbledError(
                f"Two readings of one spot differ by {marked(apart, '.1f')}: hold it still and flat. If "
                "it goes on, "
                "do not trust it."
            )
        return (first + second) / 2.0

    def tray(self) -> list[str]:
        """Return what lies on the tray of the stand-in; a line holds only so many names."""
        names: list[str] = []
        while True:
            total, *words = self.simulate(f"TRAY {len(names)}")[1:]
            names += [word.replace("_", " ") for word in " ".join(words).split("|") if word]
            if len(names) >= int(total) or not words:
                return names

    def simulate(self, command: str) -> list[str]:
        """Send a command of the stand-in (`SIM …`); a real reader refuses it."""
        with self._client() as client:
            return client.ask(f"SIM {command}")

    def _client(self) -> LineClient:
        return LineClient(self.address, key=self._key, timeout=self._timeout)

    @staticmethod
    def _ask(client: LineClient, command: str) -> list[str]:
        try:
            return client.ask(command)
        except DeviceRefusedError as error:
            raise DeviceRefusedError(_WHAT_TO_DO.get(error.code, str(error)), error.code) from None


def _reflectances(words: list[str]) -> FloatArray:
    if len(words) != BANDS + 1 or words[0] != "R":
        raise DeviceGarbledError(f"The reader sent {len(words) - 1} values instead of {BANDS}. Read again.")
    try:
        R = np.array([float(word) for word in words[1:]])
    except ValueError:
        raise DeviceGarbledError("The reader sent something that is no number. Read again.") from None
    if not np.all(np.isfinite(R)) or R.min() < -0.03 or R.max() > 1.2:
        worst = R[np.argmax(np.abs(np.nan_to_num(R, nan=99.0) - 0.5))]
        raise DeviceGarbledError(
            f"The reader says {100 * worst:.0f} %, which no painted surface is: calibrate it and read again."
        )
    return np.asarray(np.clip(R, 0.0, 1.0))
