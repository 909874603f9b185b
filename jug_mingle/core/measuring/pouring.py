"""Pours into a jug: what a recipe asks of each tin, and what is still to be poured."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.marked import marked


@dataclass(frozen=True, slots=True, kw_only=True)
class Pour:
    """One tin's share of a recipe: whole parts of its ratio, and the volume for the batch. [ml]"""

    key: str
    parts: int
    ml: float


SLACK: Final = 0.02
"""A pour within this share of what was asked is as asked."""

SMALLEST_POUR: Final = 0.01
"""Less than this cannot be poured. [ml]"""

SMALLEST: Final = 0.5
"""Less than this is not worth a pour. [ml]"""


def shared_out(parts: Sequence[int], *, batch: float, unit: float | None) -> list[float]:
    """Return a batch shared out by parts, each share a whole multiple of what the tool measures. [ml]

    Parameters
    ----------
    unit : float, optional
        The smallest amount of the tool; shares of any size without one. [ml]
    """
    whole = sum(parts)
    part = batch / whole if unit is None else unit * max(1, round(batch / unit / whole))
    return [count * part for count in parts]


@dataclass(frozen=True, slots=True, kw_only=True)
class Rest:
    """What is still to be poured.

    Attributes
    ----------
    pours : tuple of Pour
        In pouring order; empty when all is poured.
    batch : float
        What the jug will hold at the end. [ml]
    too_much : str
        Key of what was poured too much of; empty where nothing was.
    grown : float
        What the batch grows to for it, where the jug holds that. [ml]
    full_at : float or None
        What the jug holds, where that is less than the batch. [ml]
    """

    pours: tuple[Pour, ...]
    batch: float
    too_much: str = ""
    grown: float = 0.0
    full_at: float | None = None


def rest_words(rest: Rest, names: Mapping[str, str]) -> str:
    """Return what is said where the rest differs from what was planned; nothing where it does not.

    `names` are those of the tins by their keys.
    """
    name = names.get(rest.too_much, rest.too_much)
    if rest.full_at is not None and not name:
        return (
            f"The jug holds {marked(rest.full_at, '.0f', 'ml')}, less than is mixed: take a larger "
            "one, or mix less."
        )
    if rest.full_at is not None:
        return (
            f"Too much {name} for this jug: it will be full at {marked(rest.full_at, '.0f', 'ml')}, and "
            "the colour will "
            f"lean to {name}. A larger jug would keep it."
        )
    return (
        f"Too much {name}: the whole grows to {marked(rest.grown, '.0f', 'ml')}, and the colour stays."
        if name
        else ""
    )


def room_for(ml: float, *, there: float, capacity: float) -> float:
    """Return what of a pour the jug takes: all of it, or what is missing to the brim where it is within
    `SLACK`. [ml]

    Parameters
    ----------
    there : float
        What is in the jug. [ml]

    Raises
    ------
    ValueError
        If the jug is full, or the pour cannot be in it.
    """
    if capacity - there < SMALLEST_POUR:
        raise ValueError(
            f"the jug is full at {marked(capacity, '.0f', 'ml')}: take a larger one before you pour more"
        )
    if there + ml > capacity * (1.0 + SLACK):
        raise ValueError(
            f"the jug holds {marked(capacity, '.0f', 'ml')}, and {marked(there + ml, '.0f', 'ml')} "
            "cannot be in it: weigh again"
        )
    return min(ml, capacity - there)


def rest_of(asked: Sequence[Pour], poured: Mapping[str, float], *, capacity: float) -> Rest:
    """Return what is still to be poured so that the ratio comes out as asked.

    Nothing can be taken out of a pot: too much of one makes the whole batch larger, in the same ratio, as far
    as the jug holds it; beyond that the rest fills the jug, and the colour is off towards what was too much.

    Parameters
    ----------
    poured : mapping
        Tin → what is in the jug of it. [ml]
    capacity : float
        What the jug holds. [ml]

    Raises
    ------
    ValueError
        If more is in the jug than it holds, or something that was not asked for.
    """
    there = sum(poured.values())
    if there > capacity * (1.0 + 1e-9):
        raise ValueError(
            f"the jug holds {marked(capacity, '.0f', 'ml')}, and {marked(there, '.0f', 'ml')} were "
            "poured: did it run over?"
        )
    if strange := set(poured) - {pour.key for pour in asked}:
        raise ValueError(f"{sorted(strange)[0]!r} is not part of this recipe")
    planned = sum(pour.ml for pour in asked)
    over = max((poured.get(pour.key, 0.0) / pour.ml for pour in asked), default=1.0)
    factor = over if over > 1.0 + SLACK else 1.0
    too_much = max(asked, key=lambda pour: poured.get(pour.key, 0.0) / pour.ml).key if factor > 1.0 else ""
    full_at = None
    missing = {pour.key: max(0.0, pour.ml * factor - poured.get(pour.key, 0.0)) for pour in asked}
    room = capacity - there
    if sum(missing.values()) > room + 1e-9:
        share = room / sum(missing.values())
        missing = {key: ml * share for key, ml in missing.items()}
        full_at = capacity
    rest = tuple(
        Pour(key=pour.key, parts=pour.parts, ml=missing[pour.key])
        for pour in asked
        if missing[pour.key] >= _least(pour)
    )
    return Rest(
        pours=rest, batch=there + sum(pour.ml for pour in rest), too_much=too_much, grown=planned * factor,
        full_at=full_at,
    )  # fmt: skip


def _least(pour: Pour) -> float:
    return max(min(SMALLEST, 0.5 * pour.ml), SLACK * pour.ml)
