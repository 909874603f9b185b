"""Ombres over the wire."""

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel

from jug_mingle.api.common.schemas import Hex


class WayOut(BaseModel):
    """The mixtures between two mixes, even to the eye."""

    steps: list[Hex]
    length: float
    words: str
    muddy: bool


class RungOut(BaseModel):
    """One step of an ombre by rows."""

    hex: Hex
    even_hex: Hex
    ml: float
    share: float


class WalkOut(BaseModel):
    """One step of the walk-down jug. [ml]"""

    add: float
    there: float
    used: float


class LadderOut(BaseModel):
    """An ombre by rows: even to the eye, and in equal parts beside it."""

    rungs: list[RungOut]
    between: list[float]
    between_even: list[float]
    walk: list[WalkOut]


Coats = Annotated[int, Query(ge=1, le=6)]
