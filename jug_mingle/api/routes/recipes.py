"""Behind a recipe, and recipes by hand."""

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from jug_mingle.api.context import PROBLEMS, LightNow, Reading, UnitNow
from jug_mingle.api.schemas import DifferenceOut, Hex, LightName, PourIn, RecipeOut, ToolName
from jug_mingle.api.shapes import hex_of, measured_in, recipe_out
from jug_mingle.core.colour.difference import difference_words
from jug_mingle.core.colour.spectra import WAVELENGTHS, Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.services import by_hand as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.said import Id, Said
from jug_mingle.services.shelf import fitted_shelf
from jug_mingle.services.targets import get_target

router = APIRouter(prefix="/api/targets/{target_id}", tags=["recipes"])


class HandIn(Said):
    """What is poured, in parts of any size."""

    pours: list[PourIn] = Field(min_length=1, max_length=6)
    tool: ToolName = "parts"


class CurveOut(BaseModel):
    """A reflectance over the wavelengths, with the colour that it looks."""

    name: str
    hex: Hex
    R: list[float]


class SlipOut(BaseModel):
    """One part too much of one pot. [CIEDE2000]"""

    name: str
    before: float
    after: float


class WhyOut(BaseModel):
    """What lies behind a recipe."""

    wavelengths: list[float]
    curves: list[CurveOut]
    differences: list[DifferenceOut]
    dry_hex: Hex
    wet_hex: Hex
    sealed_hex: Hex
    coats: int | None
    ground: str
    slips: list[SlipOut]
    order: str


class WhyIn(HandIn):
    """The recipe, and what it is painted over."""

    ground: str = Field(default="oak", max_length=40)


class BesideIn(Said):
    """Two recipes, and what they are painted over."""

    first: list[PourIn] = Field(min_length=1, max_length=6)
    second: list[PourIn] = Field(min_length=1, max_length=6)
    tool: ToolName = "parts"
    ground: str = Field(default="oak", max_length=40)


class BesideOut(BaseModel):
    """Two recipes against one target, and against each other."""

    target_hex: Hex
    recipes: list[RecipeOut]
    coats: list[int | None]
    apart: list[DifferenceOut]


@router.post("/by-hand", responses=PROBLEMS)
def by_hand(
    target_id: Id, body: HandIn, session: Reading, light: LightNow = "window", unit: UnitNow = "ml"
) -> RecipeOut:
    """Return the prediction of a recipe poured by hand, against a target."""
    target = get_target(session, target_id)
    lights, pours = _lights(session, target_id, light), _asked(body.pours)
    recipe, shelf = service.try_by_hand(session, target_id, pours, tool_key=body.tool, lights=lights)
    measured = measured_in(body.tool, unit)
    return recipe_out(recipe, np.array(target.R), lights, shelf, light_named(light), measured=measured)


def _lights(session: Session, target_id: int, light: LightName) -> list[Light]:
    """Return the light that is looked in, and those of the two rooms."""
    job = get_job(session, get_target(session, target_id).job_id)
    return [light_named(name) for name in dict.fromkeys([light, job.workshop_light, job.room_light])]


def _order(last: str, pots: int) -> str:
    if pots == 1:
        return "It is one pot as it is: stir it well."
    return (
        "Most first, so that there is something to stir into; the smallest and strongest last, by drops: "
        f"{last} turns the colour fastest and cannot be taken out again."
    )


def _asked(pours: list[PourIn]) -> list[service.PourAsked]:
    return [service.PourAsked(material=p.material, parts=p.parts, ml=p.ml) for p in pours]


@router.post("/beside", responses=PROBLEMS)
def set_beside(
    target_id: Id, body: BesideIn, session: Reading, light: LightNow = "window", unit: UnitNow = "ml"
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


@router.post("/why", responses=PROBLEMS)
def get_why(target_id: Id, body: WhyIn, session: Reading, light: LightNow = "window") -> WhyOut:
    """Return what lies behind a recipe: curves, lights, faces, coats, sensitivity, order."""
    shown, shelf = light_named(light), fitted_shelf(session)
    found, ground = service.explanation_of(session, target_id, _asked(body.pours), ground_key=body.ground)
    target = get_target(session, target_id)
    names = {material.key: material.name for material in shelf.materials}
    curves = [("wanted", np.array(target.R)), ("mix", found.R), *((names[key], R) for key, R in found.pots)]
    return WhyOut.model_validate(
        {
            "wavelengths": WAVELENGTHS.tolist(),
            "curves": [
                {"name": name, "hex": hex_of(np.clip(R, 0, 1), shown), "R": np.round(R, 4).tolist()}
                for name, R in curves
            ],
            "differences": [
                {"light": name, "delta_E": round(value, 2), "words": difference_words(value)}
                for name, value in found.delta_E
            ],
            "dry_hex": hex_of(np.clip(found.R, 0, 1), shown),
            "wet_hex": hex_of(np.clip(found.wet, 0, 1), shown),
            "sealed_hex": hex_of(np.clip(found.sealed, 0, 1), shown),
            "coats": found.coats,
            "ground": ground,
            "slips": [
                {"name": names[s.key], "before": round(s.before, 1), "after": round(s.after, 1)} for s in found.slips
            ],
            "order": _order(names[found.pots[-1][0]], len(found.pots)),
        }
    )
