"""A bench scale: identify, tare, weigh."""

from dataclasses import dataclass
from typing import Final, Literal

from jug_mingle.devices.lines import DeviceGarbledError, DeviceRefusedError, LineClient

State = Literal["stable", "moving", "overload"]
MOST: Final = 200_000.0
"""No bench scale shows more, or less below nothing. [g]"""

_STATES: Final[dict[str, State]] = {"S": "stable", "U": "moving", "O": "overload"}
_GRAMS: Final = {"g": 1.0, "kg": 1000.0, "oz": 28.349523125, "lb": 453.59237}
"""International avoirdupois ounce and pound (1959 agreement), exactly."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Weight:
    """What a scale shows. [g]"""

    grams: float
    state: State


class Scale:
    """A scale at a local address; each call opens its own connection."""

    def __init__(self, address: tuple[str, int], *, key: str = "", timeout: float = 1.5) -> None:
        self.address, self._key, self._timeout = address, key, timeout

    def tare(self) -> None:
        """Set it to zero with what stands on it."""
        with self._client() as client:
            client.ask("TARE")

    def weigh(self) -> Weight:
        """Return what stands on it; DeviceRefusedError when it is overloaded."""
        with self._client() as client:
            weight = parse_weight(client.ask("W"))
        if weight.state == "overload":
            raise DeviceRefusedError("The scale is overloaded: take something off.", "OVERLOAD")
        return weight

    def simulate(self, command: str) -> list[str]:
        """Send a command of the stand-in (`SIM …`); a real scale refuses it."""
        with self._client() as client:
            return client.ask(f"SIM {command}")

    def _client(self) -> LineClient:
        return LineClient(self.address, key=self._key, timeout=self._timeout)


def parse_weight(words: list[str]) -> Weight:
    """Return the weight of a line `W 123.4 g S`, in any unit that scales show."""
    try:
        tag, amount, unit, state = words
        if tag != "W":
            raise ValueError(tag)
        weight = Weight(grams=float(amount) * _GRAMS[unit], state=_STATES[state])
        if not abs(weight.grams) <= MOST:
            raise ValueError(amount)
    except (ValueError, KeyError):
        raise DeviceGarbledError(
            f"The scale sent {' '.join(words)[:60]!r}, which is no weight. Try again."
        ) from None
    return weight
