"""What a person can move of a layer: its name, unit, range and steps, and the words for its values; one
table."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Final, Literal

from jug_mingle.core.optics.film import SHEEN_VEIL
from jug_mingle.core.optics.ways import WAYS

Control = Literal["slider", "choice", "layer_below"]
Unit = Literal["", "%", "1 : n", "min", "no."]

PATTERNS: Final[Mapping[str, str]] = {
    "centre": "dark outline, light centre",
    "raised": "light on raised parts",
    "corners": "dark corners",
    "left_right": "left to right",
    "top_bottom": "top to bottom on each face",
    "ombre": "ombre over the piece",
    "ombre_steps": "ombre by rows",
    "smoky": "smoky",
    "stippled": "stippled",
    "hatched": "cross-hatched",
}
"""How a blend runs from its first colour to its last."""

PLACES: Final[Mapping[str, str]] = {
    "everywhere": "everywhere",
    "recess": "in recesses",
    "high": "on high points",
    "edges": "at edges",
    "grain": "in the grain",
}
"""Where a partial layer lies."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Setting:
    """One number or choice of a layer.

    Attributes
    ----------
    key : str
        The field of `Layer`.
    control : str
        How it is moved: along a slider, by a choice among `options`, or by naming a layer below.
    low, high : float
        What it may be at all.
    shown : (float, float)
        The part of it that a person usually moves in.
    step : float
        Of the slider. A slider of a `log` scale has steps of this share instead.
    unit : str
        "%" of a share, "1 : n" parts of water, "min" minutes, "no." one of many chances, or a plain count.
    words : tuple of (float, str)
        What a value below each limit is called; where there are any they stand for the number.
    """

    key: str
    title: str
    control: Control = "slider"
    low: float = 0.0
    high: float = 1.0
    shown: tuple[float, float] = (0.0, 1.0)
    step: float = 0.02
    log: bool = False
    unit: Unit = "%"
    words: tuple[tuple[float, str], ...] = ()
    options: Mapping[str, str] = field(default_factory=dict)


def _sheen_words() -> tuple[tuple[float, str], ...]:
    """Return each sheen's word up to half-way to the next one; a wet surface is none to choose."""
    veils = sorted((veil, name) for name, veil in SHEEN_VEIL.items() if name != "wet")
    limits = [(a + b) / 2.0 for (a, _), (b, _) in pairwise(veils)]
    return tuple((limit, name) for limit, (_, name) in zip([*limits, float("inf")], veils, strict=True))


COATS: Final = Setting(key="coats", title="coats", low=1, high=12, shown=(1, 6), step=1, unit="")
WATER: Final = Setting(
    key="water", title="water", high=10, shown=(0, 6), step=0.25, unit="1 : n", words=((0.01, "as it is"),)
)
WIPE: Final = Setting(key="wipe", title="wiped back")
AMOUNT: Final = Setting(key="amount", title="how much")
SIZE: Final = Setting(key="size", title="how much light", shown=(0.2, 0.7), words=((0.01, "as it falls"),))
WIDTH: Final = Setting(key="width", title="how wide")
CONTRAST: Final = Setting(key="contrast", title="contrast")
HAND: Final = Setting(
    key="hand", title="hand", words=((0.15, "smooth"), (0.5, "brushed"), (float("inf"), "scratchy"))
)
SEED: Final = Setting(key="seed", title="another chance", high=10_000, shown=(1, 40), step=1, unit="no.")
DWELL: Final = Setting(
    key="dwell", title="wiped after", low=0.5, high=600, shown=(0.5, 600), step=0.05, log=True, unit="min"
)
VEIL: Final = Setting(key="veil", title="sheen", words=_sheen_words())
PATTERN: Final = Setting(key="pattern", title="pattern", control="choice", unit="", options=PATTERNS)
WAY: Final = Setting(
    key="way", title="laid", control="choice", unit="", options={key: way.title for key, way in WAYS.items()}
)
PLACE: Final = Setting(key="place", title="where", control="choice", unit="", options=PLACES)
DOWN_TO: Final = Setting(
    key="down_to", title="down to", control="layer_below", high=40, shown=(0, 40), step=1, unit=""
)

NUMBERS: Final = (COATS, WATER, WIPE, AMOUNT, SIZE, WIDTH, CONTRAST, HAND, SEED, DWELL, DOWN_TO)
"""Settings that every layer has a number for, whether its kind heeds it or not."""
