"""How a tin is handled, by its label or by what is usual for its kind; waits and pot lives that follow from it.

All of it is common practice at ordinary room conditions, to be overridden by the label of the tin in hand. Where
practice has no figure there is none here either, and the person is asked.
"""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Final

from jug_mingle.core.materials.kind import Handling, Kind

TIMES: Final = ("dry", "recoat", "cure", "open_time", "pot_life")
WORDS: Final = ("coats", "under", "over", "into")


def in_force(kind: Kind, own: Mapping[str, object]) -> Handling:
    """Return the handling of a pot: what its own label says, and what is usual for its kind where it says nothing.

    Parameters
    ----------
    own : mapping
        Names of `TIMES` and `WORDS` → what the label says.
    """
    known = {name: value for name, value in own.items() if name in (*TIMES, *WORDS) and value is not None}
    return replace(kind.handling, **known)  # type: ignore[arg-type]


def wait_after_coat(handlings: Iterable[Handling]) -> float | None:
    """Return how long a coat dries before the next one, or the next layer, may follow [minutes].

    Of what is mixed the slowest counts: its next full coat, or, of what is laid once, when it is dry. None where
    practice has no figure for any of it and no label was read.
    """
    known = [wait for one in handlings if (wait := one.dry if one.recoat is None else one.recoat) is not None]
    return max(known, default=None)


def time_words(minutes: float) -> str:
    """Return a time as a person says it: "45 min", "2 h", "3 days"."""
    if minutes < 60.0:
        return f"{minutes:.0f} min"
    if minutes < 48.0 * 60.0:
        return f"{minutes / 60.0:.3g} h"
    return f"{minutes / 1440.0:.3g} days"


def wait_words(minutes: float | None, coats: int) -> str:
    """Return the wait of a layer, each coat counted: "24 h", "2 coats, 1 h after each"."""
    if minutes is None:
        return "by its label: no usual figure"
    return time_words(minutes) if coats == 1 else f"{coats} coats, {time_words(minutes)} after each"


def pot_life(kinds: Iterable[Kind]) -> float | None:
    """Return how long a mix of these kinds keeps [days]: the shortest of them; None where practice has no figure."""
    known = [life for kind in kinds if (life := kind.handling.pot_life) is not None]
    return min(known, default=None)


def keeps_words(days: float | None) -> str:
    """Return how long a mix keeps, as it is said: "keeps about 14 days"."""
    if days is None:
        return "keeps well closed"
    return f"keeps about {days:g} days" if days >= 1.0 else "sets within hours: use it up at once"


_USUAL_DRY: Final = 30.0
"""Until a strip can be read, where practice has no figure. [minutes]"""


def strip_dry_minutes(kinds: Iterable[Kind]) -> float:
    """Return how long a strip of a mix of these kinds usually takes to dry: the slowest counts. [minutes]"""
    return max((kind.handling.dry or _USUAL_DRY for kind in kinds), default=_USUAL_DRY)
