"""Pours into a jug: what a recipe asks of each tin, and what is still to be poured."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final


@dataclass(frozen=True, slots=True, kw_only=True)
class Pour:
    """One pot's share of a recipe: whole parts of its ratio, and the volume for the batch. [ml]"""

    key: str
    parts: int
    ml: float


SLACK: Final = 0.02
"""A pour within this share of what was asked is as asked."""

SMALLEST: Final = 0.5
"""Less than this is not worth a pour. [ml]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Rest:
    """What is still to be poured.

    Attributes
    ----------
    pours : tuple of Pour
        In pouring order; empty when the pot is full.
    batch : float
        What the pot will hold at the end. [ml]
    words : str
        Said when it differs from what was planned.
    """

    pours: tuple[Pour, ...]
    batch: float
    words: str


def rest_of(asked: Sequence[Pour], poured: Mapping[str, float], *, capacity: float) -> Rest:
    """Return what is still to be poured so that the ratio comes out as asked.

    Nothing can be taken out of a pot: too much of one makes the whole batch larger, in the same ratio, as far as the
    jug holds it; beyond that the rest fills the jug, and the colour is off towards what was too much.

    Parameters
    ----------
    poured : mapping
        Pot → what is in the jug of it. [ml]
    capacity : float
        What the jug holds. [ml]

    Raises
    ------
    ValueError
        If more is in the jug than it holds, or something that was not asked for.
    """
    there = sum(poured.values())
    if there > capacity * (1.0 + 1e-9):
        raise ValueError(f"the jug holds {capacity:.0f} ml, and {there:.0f} ml were poured: did it run over?")
    if strange := set(poured) - {pour.key for pour in asked}:
        raise ValueError(f"{sorted(strange)[0]!r} is not part of this recipe")
    planned = sum(pour.ml for pour in asked)
    over = max((poured.get(pour.key, 0.0) / pour.ml for pour in asked), default=1.0)
    factor = over if over > 1.0 + SLACK else 1.0
    words = ""
    name = max(asked, key=lambda pour: poured.get(pour.key, 0.0) / pour.ml).key
    if factor > 1.0:
        words = f"Too much {name}: the batch grows to {planned * factor:.0f} ml, and the colour stays."
    missing = {pour.key: max(0.0, pour.ml * factor - poured.get(pour.key, 0.0)) for pour in asked}
    room = capacity - there
    if sum(missing.values()) > room + 1e-9:
        share = room / sum(missing.values())
        missing = {key: ml * share for key, ml in missing.items()}
        words = (
            f"Too much {name} for this jug: it will be full at {capacity:.0f} ml, and the colour will lean to {name}. "
            "A larger jug would keep it."
            if factor > 1.0
            else f"The jug holds {capacity:.0f} ml, less than the batch: take a larger one, or mix less."
        )
    rest = tuple(
        Pour(key=pour.key, parts=pour.parts, ml=missing[pour.key])
        for pour in asked
        if missing[pour.key] >= _least(pour)
    )
    return Rest(pours=rest, batch=there + sum(pour.ml for pour in rest), words=words)


def _least(pour: Pour) -> float:
    return max(min(SMALLEST, 0.5 * pour.ml), SLACK * pour.ml)
