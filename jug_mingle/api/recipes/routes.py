"""Recipes: found, by hand, side by side, what lies behind them, what would narrow them."""

import numpy as np
from fastapi import APIRouter
from sqlalchemy.orm import Session

from jug_mingle.api.common.schemas import LightName
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.context import COMPUTES, LightNow, ReadSession, UnitNow
from jug_mingle.api.recipes.schemas import (
    BesideIn,
    BesideOut,
    DifferenceOut,
    HandIn,
    PourIn,
    RecipeOut,
    RecipesIn,
    RecipesOut,
    SwatchForIn,
    SwatchForOut,
    WhyIn,
    WhyOut,
)
from jug_mingle.api.recipes.serializers import measured_in, recipe_out, screens_of
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spectra import WAVELENGTHS, Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.recipes.explanation import pouring_order
from jug_mingle.core.recipes.lacking import nearest_words, unsure_words
from jug_mingle.documents.strict import Id
from jug_mingle.services import recipes as service
from jug_mingle.services.amounts import spoils
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target

router = APIRouter(prefix="/api", tags=["recipes"])


@router.post("/targets/{target_id}/by-hand", openapi_extra=COMPUTES)
def by_hand(target_id: Id, body: HandIn, session: ReadSession, unit: UnitNow, light: LightNow = "window") -> RecipeOut:
    """Return the prediction of a recipe poured by hand, against a target."""
    target = get_target(session, target_id)
    lights, pours = _lights(session, target_id, light), _asked(body.pours)
    recipe, shelf = service.try_by_hand(session, target_id, pours, tool_key=body.tool, lights=lights, batch=body.batch)
    measured = measured_in(body.tool, unit)
    return recipe_out(recipe, np.array(target.R), lights, shelf, light_named(light), measured=measured)


def _lights(session: Session, target_id: int, light: LightName) -> list[Light]:
    """Return the light that is looked in, and those of the two rooms."""
    job = get_job(session, get_target(session, target_id).job_id)
    return [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light])]


def _asked(pours: list[PourIn]) -> list[service.PourAsked]:
    return [service.PourAsked(material=p.material, parts=p.parts, ml=p.ml) for p in pours]


@router.post("/targets/{target_id}/beside", openapi_extra=COMPUTES)
def set_beside(
    target_id: Id, body: BesideIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> BesideOut:
    """Return two recipes side by side: how far each is from the target, and they from one another."""
    shown, lights = light_named(light), _lights(session, target_id, light)
    found = service.set_beside(
        session, target_id, _asked(body.first), _asked(body.second), tool_key=body.tool, lights=lights,
        ground_key=body.ground,
    )  # fmt: skip
    R = np.array(get_target(session, target_id).R)
    return BesideOut(
        target_hex=hex_of(R, shown),
        recipes=[
            recipe_out(recipe, R, lights, found.shelf, shown, measured=measured_in(body.tool, unit))
            for recipe in found.recipes
        ],
        coats=list(found.coats),
        apart=[
            DifferenceOut(light=at.name, delta_E=round(value, 2), words=difference_words(value))
            for at, value in zip(lights, found.apart, strict=True)
        ],
    )


@router.post("/targets/{target_id}/why", openapi_extra=COMPUTES)
def get_why(target_id: Id, body: WhyIn, session: ReadSession, light: LightNow = "window") -> WhyOut:
    """Return what lies behind a recipe: curves, lights, faces, coats, sensitivity, order."""
    shown, shelf = light_named(light), fitted_shelf(session)
    found, ground = service.explanation_of(session, target_id, _asked(body.pours), ground_key=body.ground)
    target = get_target(session, target_id)
    names = {material.key: material.name for material in shelf.materials}
    curves = [("wanted", np.array(target.R)), ("mix", found.R), *((names[key], R) for key, R in found.pots)]
    return WhyOut.model_validate(
        {
            "wavelengths": WAVELENGTHS.tolist(),
            "curves": [{"name": name, "hex": hex_of(R, shown), "R": np.round(R, 4).tolist()} for name, R in curves],
            "differences": [
                {"light": name, "delta_E": round(value, 2), "words": difference_words(value)}
                for name, value in found.delta_E
            ],
            "dry_hex": hex_of(found.R, shown),
            "wet_hex": hex_of(found.wet, shown),
            "sealed_hex": hex_of(found.sealed, shown),
            "coats": found.coats,
            "ground": ground,
            "slips": [
                {"name": names[s.key], "before": round(s.before, 1), "after": round(s.after, 1)} for s in found.slips
            ],
            "order": pouring_order(found, names),
        }
    )


@router.post("/targets/{target_id}/recipes", openapi_extra=COMPUTES)
def find_recipes(
    target_id: Id, body: RecipesIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> RecipesOut:
    """Return recipes for a target from the shelf, judged in the given lights and shown in one."""
    job = get_job(session, get_target(session, target_id).job_id)
    names = list(dict.fromkeys([light, job.workshop_light, job.room_light, *body.lights]))
    found = service.recipes_for(
        session,
        target_id=target_id,
        batch=body.batch,
        tool_key=body.tool,
        parts=body.parts,
        use=body.use,
        avoid=body.avoid,
        most_pots=body.most_pots,
        lights=names,
    )
    shown, R, lights, shelf = light_named(light), found.target.R, list(found.target.lights), found.shelf

    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    return RecipesOut(
        target_hex=hex_of(R, shown),
        recipes=[
            recipe_out(
                one,
                R,
                lights,
                shelf,
                shown,
                screens=screens,
                spoils=spoils(session, job.id, one.pours, unit=unit),
                measured=measured,
            )
            for one in found.recipes
        ],
        nearest=" ".join(filter(None, (nearest_words(found.lack), found.too_little, unsure_words(found.recipes)))),
    )


@router.post("/recipes/next-swatch", openapi_extra=COMPUTES)
def next_swatch(body: SwatchForIn, session: ReadSession) -> SwatchForOut:
    """Return the one swatch that would narrow a recipe's prediction most."""
    pours = [service.PourAsked(material=p.material, parts=p.parts, ml=p.ml) for p in body.pours]
    best = service.telling_swatch(session, pours)
    if best is None:
        return SwatchForOut(words="", pot=None, before=0.0, after=0.0)
    named = [f"{parts:g} {get_material(session, key).name}" for key, parts in best.volumes]
    return SwatchForOut(
        words=" with ".join(named) if len(named) == 2 else " · ".join(named),
        pot=best.volumes[0][0],
        before=round(best.before, 1),
        after=round(best.after, 1),
    )
