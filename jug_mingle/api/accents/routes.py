"""Accents: colours that would answer what a piece is dressed in."""

from fastapi import APIRouter

from jug_mingle.api.accents.schemas import AccentOut, AccentsIn
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import COMPUTES, ContextNow, LightNow, UnitNow
from jug_mingle.api.recipes.serializers import measured_in, recipe_out
from jug_mingle.core.colour.colour_names import describe
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.documents.strict import Id
from jug_mingle.services import accents

router = APIRouter(prefix="/api", tags=["accents"])


@router.post("/pieces/{piece_id}/accents", openapi_extra=COMPUTES)
def list_accents(
    piece_id: Id, body: AccentsIn, context: ContextNow, unit: UnitNow, light: LightNow = "window"
) -> list[AccentOut]:
    """Return colours that would answer layers on a piece, each as what the shelf can mix, and how loud it would be."""
    shown = light_named(light)
    with context.database.read() as session:
        found, shelf = accents.answers(
            session, piece_id, body.layers, to=body.to, place=body.place, light=shown, wall=body.wall, floor=body.floor
        )
    return [
        AccentOut(
            key=one.accent.key, title=one.accent.title, why=one.accent.why, name=describe(one.accent.Lab),
            hex=hex_of(one.R, shown),
            recipe=recipe_out(one.recipe, one.R, [shown], shelf, shown, measured=measured_in("parts", unit)),
            share=round(one.share, 4), loud=round(one.loud, 1), words=one.words, metal=one.metal,
        )
        for one in found
    ]  # fmt: skip
