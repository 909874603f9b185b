"""Accents over the wire."""

from typing import Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex
from jug_mingle.api.finishes.schemas import RoomName
from jug_mingle.api.looks.schemas import Layers
from jug_mingle.api.recipes.schemas import RecipeOut
from jug_mingle.documents.strict import StrictModel


class AccentsIn(StrictModel):
    """Layers whose scheme is to be answered: what is answered, and where the accent would lie."""

    layers: Layers = Field(default=[])
    to: Literal["piece", "print", "handles", "floor", "wall"] = "piece"
    place: Literal["edges", "high", "handles", "inside"] = "edges"
    wall: RoomName | None = None
    floor: RoomName | None = None


class AccentOut(BaseModel):
    """A colour that would answer a scheme, as this shelf can mix it."""

    key: str
    title: str
    why: str
    name: str = Field(description="A plain name of what is wanted.")
    hex: Hex
    recipe: RecipeOut
    share: float = Field(description="Of the painted area that it takes there. [0..1]")
    loud: float = Field(description="Its difference from what is around it times the square root of its share.")
    words: str = Field(description="How loud that is.")
    metal: str = Field(description="The gilding of its colour, of a metal's own; else nothing.")
