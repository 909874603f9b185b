"""How much of a coat stays on wood: what goes in while it waits, what the rag leaves, what the next coat
adds.

Capillaries fill with the root of time (E. W. Washburn, Phys. Rev. 17, 273 (1921)) until the wood has what it
can take; of what is still wet on top then, wiping leaves a share. A film keeps `shares_kept` of its dry
thickness, so that uptake is one more factor of the one film model, for paint, stain, wash, glaze, wax and oil
alike.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.marked import marked

WIPED_OFF: Final = 0.88
"""Share of what is still wet on top that goes with the rag when it is wiped off wholly."""

WIPES: Final = {"left alone": 0.0, "wiped lightly": 0.45, "wiped": 0.75, "wiped hard": 1.0}
"""How far a coat is wiped, in words; 1 is all that a rag takes. [0..1]"""

SHORTEST, LONGEST = 10.0 / 60.0, 720.0
"""The waits that may be asked for, from ten seconds to twelve hours. [minutes]"""

PREPARED: Final = {
    "as sanded": 1.0,
    "sanded fine": 0.8,
    "sanded coarse": 1.2,
    "end grain": 1.5,
    "sealed first": 0.15,
}
"""What a wood takes in, of what it takes as sanded at 120 to 180: finer and sealed wood less, coarse and end
grain more (common practice); the figures are assumed, a field on that wood says better. ["as sanded" is 1]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Laying:
    """How a see-through film is laid.

    Attributes
    ----------
    wait : float
        From laying to wiping. [minutes, SHORTEST..LONGEST]
    wipe : float
        How far it is wiped then: 0 left alone, 1 all that a rag takes. [0..1]
    coats : int
        1..6.
    prepared : str
        How the wood was made ready, a key of `PREPARED`.
    """

    wait: float = 5.0
    wipe: float = 1.0
    coats: int = 1
    prepared: str = "as sanded"

    def __post_init__(self) -> None:
        if not SHORTEST - 1e-9 <= self.wait <= LONGEST:
            raise ValueError(
                f"a wait before wiping is from {60 * SHORTEST:.0f} seconds to {LONGEST / 60:.0f} hours, got "
                f"{marked(self.wait)} minutes: what is left alone longer has dried, and is laid without "
                "wiping"
            )
        if not 0.0 <= self.wipe <= 1.0:
            raise ValueError(f"wiping is from 0, left alone, to 1, wiped hard, got {marked(self.wipe)}")
        if not 1 <= self.coats <= 6:
            raise ValueError(f"from 1 to 6 coats can be laid, got {self.coats}")
        if self.prepared not in PREPARED:
            raise ValueError(f"a wood is made ready as {', '.join(PREPARED)}; got {self.prepared!r}")


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Uptake:
    """How a wood takes one material; each value a number, or an array of drawn ones.

    Attributes
    ----------
    amount : (...) array_like
        What lies there in all, over what an ordinary coat says.
    capacity : float
        Share of a coat that goes in if it waits long enough; 0 where nothing goes in. [0..1]
    rate : (...) array_like
        How fast: 1 - exp(-rate √t) of the capacity is in after t minutes. [1/√minutes]
    again : (...) array_like
        What each further coat adds, of the first.
    left : (...) array_like
        What wiping leaves of what is still wet on top, over what is usual.
    """

    amount: ArrayLike = 1.0
    capacity: float = 0.0
    rate: ArrayLike = 0.56
    again: ArrayLike = 1.0
    left: ArrayLike = 1.0


SEALED: Final = Uptake()
"""Of what takes nothing in: paint, clear coat, wax, metal."""


def share_left(wipe: ArrayLike) -> FloatArray:
    """Return the share of what is still wet on top that stays when it is wiped so far. [0..1]"""
    return 1.0 - WIPED_OFF * np.asarray(wipe, dtype=float)


def taken_in(uptake: Uptake, wait: float) -> float:
    """Return the share of a coat that went into a wood as it was sanded after a wait. [0..1]"""
    return float(uptake.capacity * (1.0 - np.exp(-np.asarray(uptake.rate, dtype=float) * np.sqrt(wait))))


def coats_kept(uptake: Uptake, coats: int) -> float:
    """Return what all coats add up to, of one left alone where nothing goes in."""
    return float(
        np.asarray(uptake.amount, dtype=float) * (1.0 + (coats - 1.0) * np.asarray(uptake.again, dtype=float))
    )


def shares_kept(uptake: Uptake, layings: Sequence[Laying]) -> FloatArray:
    """Return what stays (..., layings) of all coats together, over one coat left alone where nothing goes
    in."""
    amount, rate, again, left = (
        np.asarray(value, dtype=float)[..., np.newaxis]
        for value in (uptake.amount, uptake.rate, uptake.again, uptake.left)
    )
    wait, wipe, coats, takes = np.array(
        [(laying.wait, laying.wipe, laying.coats, PREPARED[laying.prepared]) for laying in layings],
        dtype=float,
    ).T
    taken = np.minimum(1.0, uptake.capacity * takes) * (1.0 - np.exp(-rate * np.sqrt(wait)))
    stays = np.where(wipe > 0.0, np.minimum(1.0, left * share_left(wipe)), 1.0)
    return np.asarray(amount * (taken + (1.0 - taken) * stays) * (1.0 + (coats - 1.0) * again))


_NUMBERS: Final = ("one coat", "two coats", "three coats", "four coats", "five coats", "six coats")
_AT_ONCE: Final = 15.0
_SECONDS: Final = 60.0


def laying_words(laying: Laying, *, takes: bool) -> str:
    """Return how a film is laid, in words; where nothing goes in there is no wait to speak of."""
    wipe = min(WIPES, key=lambda words: abs(WIPES[words] - laying.wipe))
    seconds = 60.0 * laying.wait
    minutes = "1 minute" if abs(seconds - _SECONDS) < 0.5 else f"{marked(laying.wait, '.3g')} minutes"
    after = f"after {seconds:.0f} seconds" if seconds < _SECONDS - 0.5 else f"after {minutes}"
    after = "at once" if seconds <= _AT_ONCE else after
    words = f"{wipe} {after}" if laying.wipe > 0.0 and (takes or seconds <= _AT_ONCE) else wipe
    ready = "" if laying.prepared == "as sanded" else f", wood {laying.prepared}"
    return f"{words}, {_NUMBERS[laying.coats - 1]}{ready}"
