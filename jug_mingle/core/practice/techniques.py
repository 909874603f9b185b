"""Technique cards, one a kind of layer: with what, how much, how, when to stop, what right looks like.

All of it is common practice; the texts stand in `core/data/techniques.csv`, a row a kind.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.practice.hazards import rows_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """How a kind of layer is laid, each in a line; what does not arise is empty.

    Attributes
    ----------
    signs : str
        The tools as they are drawn, by their names.
    tool, load, water, section, stroke : str
        With what, how full, how wet, how much at a time, which way.
    stop : str
        When to stop.
    right : str
        What it looks like when it is right.
    practise : str
        On what to try it first.
    """

    signs: str
    tool: str
    load: str
    water: str = ""
    section: str
    stroke: str
    stop: str
    right: str
    practise: str


CARDS: Final[Mapping[str, Card]] = {row.pop("key"): Card(**row) for row in rows_of("techniques.csv")}
"""By the key of the kind of layer."""
