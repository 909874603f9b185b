"""A small guided test of a tin, as a person did it."""

from typing import Annotated, Literal

from pydantic import Field

from jug_mingle.core.evidence.level import TINT_WHITE
from jug_mingle.documents.colour_source import ColourIn, Key
from jug_mingle.documents.strict import StrictModel


class MasstoneIn(StrictModel):
    """The paint by itself, brushed until it hides, dried."""

    task: Literal["masstone"] = "masstone"
    colour: ColourIn


class TintIn(StrictModel):
    """One part of it with some of white, dried."""

    task: Literal["tint"] = "tint"
    colour: ColourIn
    white: Key
    parts_white: float = Field(default=TINT_WHITE, ge=0.25, le=100.0)


class CardIn(StrictModel):
    """One coat of it over black and over white, dried."""

    task: Literal["card"] = "card"
    over_black: ColourIn
    over_white: ColourIn


class CoatsIn(StrictModel):
    """How many coats hid a ground, or did not yet."""

    task: Literal["coats"] = "coats"
    coats: int = Field(ge=1, le=20)
    ground: Key = "walnut"
    hid: bool = True


class FilmIn(StrictModel):
    """One coat of a stain, glaze or coloured wax over white paper, dried."""

    task: Literal["film"] = "film"
    colour: ColourIn


TestIn = Annotated[MasstoneIn | TintIn | CardIn | CoatsIn | FilmIn, Field(discriminator="task")]
