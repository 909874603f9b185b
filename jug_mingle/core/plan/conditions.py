"""How the air of the workshop changes waits and open times, each change with its reason.

Damp air doubles the wait of a wax and heat shortens open time by common practice; every other factor is
assumed, and says so.
"""

from dataclasses import dataclass
from typing import Final

from jug_mingle.core.marked import marked, marked_range

HUMID: Final = 65.0
"""Air is damp from here. [%]"""
COOL: Final = 15.0
TOO_COLD: Final = 10.0
HOT: Final = 28.0
"""[°C]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Conditions:
    """The air where work dries.

    Attributes
    ----------
    temperature : float
        [°C]
    humidity : float
        Relative. [%]
    moving_air : bool
        Whether a fan runs or a window is open.
    dryer : bool
        Whether thin coats are helped with a hair dryer.
    """

    temperature: float = 20.0
    humidity: float = 50.0
    moving_air: bool = False
    dryer: bool = False

    def __post_init__(self) -> None:
        if not -40.0 <= self.temperature <= 60.0:
            raise ValueError(
                f"the air is from {marked_range(-40, 60, unit='°C')}, got "
                f"{marked(self.temperature, unit='°C')}"
            )
        if not 0.0 <= self.humidity <= 100.0:
            raise ValueError(f"humidity is from 0 to 100 %, got {marked(self.humidity)}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Changed:
    """A figure under conditions: by which factor, and why."""

    factor: float
    why: tuple[str, ...]

    def of(self, minutes: float) -> int:
        """Return a figure as it is then, rounded up to a minute."""
        return int(-(-minutes * self.factor // 1))


def wait_under(air: Conditions, *, wax: bool, water: bool, thin: bool = False) -> Changed:
    """Return by how much waits change: of a wax, of something water-based, of a thin coat."""
    found: list[tuple[float, str]] = []
    if air.humidity >= HUMID:
        if wax:
            found.append((2.0, f"damp air ({air.humidity:.0f} %) doubles the wait of a wax"))
        else:
            found.append((1.5, f"damp air ({air.humidity:.0f} %): half as long again, assumed"))
    if air.temperature < COOL:
        found.append((1.5, f"cool air ({marked(air.temperature, '.0f', '°C')}): half as long again, assumed"))
    if air.moving_air and not wax:
        found.append((0.75, "moving air: a quarter less, assumed"))
    if air.dryer and water and thin:
        found.append((0.5, "a hair dryer, kept well back: half, assumed"))
    factor = 1.0
    for one, _ in found:
        factor *= one
    return Changed(factor=factor, why=tuple(words for _, words in found))


def open_under(air: Conditions) -> Changed:
    """Return by how much the time changes in which a coat can be worked, and with it the size of a
    section."""
    if air.temperature >= HOT:
        return Changed(
            factor=0.5,
            why=(f"heat ({marked(air.temperature, '.0f', '°C')}): work in sections half as large",),
        )
    return Changed(factor=1.0, why=())
