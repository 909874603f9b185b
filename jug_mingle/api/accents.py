"""Accents: colours that would answer what a piece is dressed in."""

from typing import Literal

from fastapi import APIRouter
from pydantic import BaseModel, Field

from jug_mingle.api.common import Hex, hex_of
from jug_mingle.api.context import COMPUTES, ContextNow, LightNow, UnitNow
from jug_mingle.api.finishes import RoomName
from jug_mingle.api.looks import Layers
from jug_mingle.api.recipes import RecipeOut, measured_in, recipe_out
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services import accents


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
    loud: float = Field(
        description="Its difference from what is around it times the square root of its share."
    )
    words: str = Field(description="How loud that is.")
    metal: str = Field(description="The gilding of its colour, of a metal's own; else nothing.")


router = APIRouter(prefix="/api", tags=["accents"])


@router.post("/pieces/{piece_id}/accents", openapi_extra=COMPUTES)
def list_accents(
    piece_id: Id, body: AccentsIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> list[AccentOut]:
    """Return colours that would answer layers on a piece, each as what the shelf can mix, and how loud it
    would be."""
    shown = light_named(light)
    with context.database.read() as session:
        answers, shelf = accents.answers(
            session,
            piece_id,
            body.layers,
            to=body.to,
            place=body.place,
            light=shown,
            wall=body.wall,
            floor=body.floor,
        )
    return [
        AccentOut(
            key=answer.accent.key, title=answer.accent.title, why=answer.accent.why,
            name=describe(answer.accent.Lab),
            hex=hex_of(answer.R, shown),
            recipe=recipe_out(answer.recipe, answer.R, [shown], shelf, shown,
                measured=measured_in("parts", unit)),
            share=round(answer.share, 4), loud=round(answer.loud, 1), words=answer.words, metal=answer.metal,
        )
        for answer in answers
    ]  # fmt: skip
