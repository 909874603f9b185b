"""How a tin is handled, by its label or by what is usual for its kind; waits and pot lives that follow from
it.

All of it is common practice at ordinary room conditions, to be overridden by the label of the tin in hand.
Where practice has no figure there is none here either, and the person is asked.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

from jug_mingle.core.marked import marked
from jug_mingle.core.materials.kind import Base, Handling, Kind

TIMES: Final = ("dry", "recoat", "cure", "open_time", "pot_life")
WORDS: Final = ("coats", "under", "over", "into")
FLAGS: Final = ("own_primer", "own_seal", "must_be_sealed", "needs_primer", "bare_wood_only", "blocks_stains")

SHOWN_FLAGS: Final = ("own_primer", "own_seal", "blocks_stains", "needs_primer")
"""Those that a label says, of its own accord."""

CARRIES_NOTHING: Final = frozenset({"thinner", "spirits"})
"""Kinds that are gone when a mix has dried: they say nothing of how it is handled."""


def in_force(kind: Kind, own: Mapping[str, object]) -> Handling:
    """Return the handling of a pot: what its own label says, and what is usual for its kind where it says
    nothing.

    Parameters
    ----------
    own : mapping
        Names of `TIMES`, `WORDS` and `FLAGS` → what the label says.
    """
    known = {
        name: value for name, value in own.items() if name in (*TIMES, *WORDS, *FLAGS) and value is not None
    }
    return replace(kind.handling, **known)  # type: ignore[arg-type]


USUAL_DRY: Final = 30.0
"""Until a strip can be read, where practice has no figure. [minutes]"""


@dataclass(frozen=True, eq=False)
class Facts:
    """How a tin, or what was mixed of several, is handled: each kind in it with its handling in force.

    What is gone when it has dried says nothing, unless there is nothing else. Of a mix the slowest wait and
    the shortest life count; what is good must hold of all that colours in it, what is bad of one.
    """

    contents: tuple[tuple[Kind, Handling], ...]

    @classmethod
    def of(cls, tins: Iterable[tuple[Kind, Mapping[str, object]]]) -> "Facts":
        """Return the facts of tins, each by its kind and what its own label says; ValueError of nothing."""
        every = tuple((kind, in_force(kind, own)) for kind, own in tins)
        if not every:
            raise ValueError("a mix of nothing has no facts")
        return cls(tuple(one for one in every if one[0].key not in CARRIES_NOTHING) or every)

    def with_(self, others: Iterable["Facts"]) -> "Facts":
        """Return the facts of what several colours make that lie in one layer."""
        return Facts((*self.contents, *(content for other in others for content in other.contents)))

    @cached_property
    def kinds(self) -> frozenset[str]:
        """Keys of what is in it."""
        return frozenset(kind.key for kind, _ in self.contents)

    @cached_property
    def base(self) -> Base:
        """What carries it."""
        bases = [kind.base for kind, _ in self.contents if kind.base != "any"]
        return bases[0] if bases else "any"

    @cached_property
    def dry(self) -> float:
        """How long it takes until a strip of it can be read: of a mix the slowest counts. [minutes]"""
        return max(
            (handling.dry for _, handling in self.contents if handling.dry is not None), default=USUAL_DRY
        )

    @cached_property
    def recoat(self) -> float | None:
        """How long a coat dries before the next one, or the next layer, may follow. [minutes]

        Of what is mixed the slowest counts: its next full coat, or, of what is laid once, when it is dry.
        None where practice has no figure for any of it and no label was read.
        """
        waits = (
            handling.dry if handling.recoat is None else handling.recoat for _, handling in self.contents
        )
        return max((wait for wait in waits if wait is not None), default=None)

    @cached_property
    def pot_life(self) -> float | None:
        """How long it keeps: the shortest of what is in it; None where practice has no figure. [days]"""
        return min(
            (handling.pot_life for _, handling in self.contents if handling.pot_life is not None),
            default=None,
        )

    @cached_property
    def own_primer(self) -> bool:
        """Whether it holds without a primer."""
        return all(handling.own_primer for handling in self._colours)

    @cached_property
    def own_seal(self) -> bool:
        """Whether it needs nothing over it."""
        return all(handling.own_seal for handling in self._colours)

    @cached_property
    def must_be_sealed(self) -> bool:
        """Whether leaving it without a seal is not an option."""
        return any(handling.must_be_sealed for handling in self._colours)

    @cached_property
    def needs_primer(self) -> bool:
        """Whether it does not hold on bare sanded wood, nor on what is slick, without a primer."""
        return any(handling.needs_primer for handling in self._colours)

    @cached_property
    def bare_wood_only(self) -> bool:
        """Whether it does not hold on an old finish at all."""
        return any(handling.bare_wood_only for handling in self._colours)

    @cached_property
    def blocks_stains(self) -> bool:
        """Whether what bleeds from wood does not pass it."""
        return all(handling.blocks_stains for handling in self._colours)

    @cached_property
    def _colours(self) -> list[Handling]:
        """Handling of what colours; a medium and a powder that dulls leave a paint what it is."""
        coloured = [handling for kind, handling in self.contents if kind.optical in ("hiding", "transparent")]
        return coloured or [handling for _, handling in self.contents]


def time_words(minutes: float) -> str:
    """Return a time as a person says it, to the minute up to two days: "45 min", "1 h 35 min", "3 days"."""
    if minutes < 60.0:
        return f"{minutes:.0f} min"
    if minutes < 48.0 * 60.0:
        hours, rest = divmod(round(minutes), 60)
        return f"{hours} h {rest} min" if rest else f"{hours} h"
    return days_words(minutes / 1440.0)


def days_words(days: float) -> str:
    """Return a number of days as a person says it: "1 day", "2.5 days"."""
    many = marked(days, ".3g")
    return f"{many} day" if many == "1" else f"{many} days"


def wait_words(minutes: float | None, coats: int) -> str:
    """Return the wait of a layer, each coat counted: "24 h", "2 coats, 1 h after each"."""
    if minutes is None:
        return "by its label: no usual figure"
    return time_words(minutes) if coats == 1 else f"{coats} coats, {time_words(minutes)} after each"


def keeps_words(days: float | None) -> str:
    """Return how long a mix keeps, as it is said: "keeps about 14 days"."""
    if days is None:
        return "keeps well closed"
    return f"keeps about {days_words(days)}" if days >= 1.0 else "sets within hours: use it up at once"
