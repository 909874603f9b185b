"""Recipes: found, by hand, side by side, what lies behind them, what would narrow them."""

from collections.abc import Mapping

import numpy as np
from fastapi import APIRouter
from pydantic import AliasChoices, BaseModel, Field, computed_field
from sqlalchemy.orm import Session

from jug_mingle.api.common import Hex, LightName, ToolName, hex_of
from jug_mingle.api.context import COMPUTES, LightNow, ReadSession, UnitNow
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import JUST_SEEN, compare, difference_words, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import WAVELENGTHS, Light
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstones
from jug_mingle.core.marked import marked
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.measuring.units import format_amount, unit_of_tool
from jug_mingle.core.practice.amounts import SCARCE, cost_of, shortage
from jug_mingle.core.recipes.assessment import Recipe, metameric_words
from jug_mingle.core.recipes.explanation import pouring_order
from jug_mingle.core.recipes.lacking import nearest_words, unsure_words
from jug_mingle.documents.strict import Id, StrictModel
from jug_mingle.services import recipes as service
from jug_mingle.services.amounts import spoils
from jug_mingle.services.jobs import get_job
from jug_mingle.services.materials import get_material
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target


class PourOut(BaseModel):
    """One tin's share of a recipe."""

    material: str
    name: str
    hex: Hex
    parts: int
    ml: float
    words: str = Field(default="", description="The amount as the tool measures it, with its unit.")
    left_after: float = Field(default=0.0, description="What stays in that tin. [ml]")
    scarce: bool = Field(default=False, description="Whether the recipe nearly empties that tin.")


class DifferenceOut(BaseModel):
    """How far a prediction is from its target in one light; `likely` where errors of it were reckoned."""

    light: LightName
    delta_E: float = Field(description="On paper, from the most likely paints. [CIEDE2000]")
    words: str
    likely: str = ""


class RecipeOut(BaseModel):
    """A way to mix a target, in pouring order, with how it will look and how sure that is."""

    pours: list[PourOut]
    hex: Hex
    delta_E: float = Field(
        description="On paper, from the most likely paints, in the light asked for. [CIEDE2000]"
    )
    expected: float = Field(
        description="What is likely, in the light asked for; within low and high. [CIEDE2000]"
    )
    low: float
    high: float
    words: str = Field(description="What is likely, in words; empty where there is no colour to reach.")
    likely: str = Field(description="The same in numbers: about 1.0, likely 0.6–1.5.")
    differences: list[DifferenceOut]
    misses: str = Field(description="Which way it misses, in words; empty when it can hardly be told.")
    cost: float = Field(default=0.0, description="Of its paints, in the currency of their prices.")
    metameric: str = Field(default="", description="Said where a match in one light is a miss in another.")
    spoils: str = Field(
        default="", description="Said where more is mixed than the piece takes before it spoils."
    )
    short: str = Field(
        default="", description="Said where the shelf holds too little of it, with the largest batch."
    )


class RecipesIn(StrictModel):
    """What the person wants and allows."""

    batch: float = Field(default=500.0, description="How much is needed. [ml]")
    tool: ToolName = "parts"
    parts: int = Field(default=12, ge=2, le=24)
    most_tins: int = Field(default=3, ge=1, le=4, validation_alias=AliasChoices("most_tins", "most_pots"))
    use: list[str] = Field(default=[], max_length=4)
    avoid: list[str] = Field(default=[], max_length=500)
    lights: list[LightName] = Field(default=[], max_length=4, description="Beside those of the two rooms.")


class RecipesOut(BaseModel):
    """Recipes, fewest tins first, and what is in reach."""

    target_hex: Hex
    recipes: list[RecipeOut]
    nearest: str = Field(description="Said when nothing on the shelf comes close; empty otherwise.")


class PourIn(StrictModel):
    """What is to be poured of one tin."""

    material: str = Field(max_length=80)
    parts: int = Field(ge=1, le=1_000_000)
    ml: float = Field(gt=0.0, le=20_000.0)


class SwatchForIn(StrictModel):
    """A recipe whose prediction shall be narrowed."""

    pours: list[PourIn] = Field(min_length=1, max_length=8)


class SwatchForOut(BaseModel):
    """The swatch worth painting next, in words; nothing where none would tell much. [CIEDE2000]"""

    words: str
    tin: str | None
    before: float
    after: float

    @computed_field  # type: ignore[prop-decorator]
    @property
    def pot(self) -> str | None:
        """An older spelling of `tin`."""
        return self.tin


class HandIn(StrictModel):
    """What is poured, in parts of any size."""

    pours: list[PourIn] = Field(min_length=1, max_length=6)
    tool: ToolName = "parts"
    batch: float | None = Field(
        default=None, gt=0.0, le=20_000.0,
        description="Shared out by the parts, as the tool measures it; without it each pour is as it is "
            "sent. [ml]",
    )  # fmt: skip


class CurveOut(BaseModel):
    """A reflectance over the wavelengths, with the colour that it looks."""

    name: str
    hex: Hex
    R: list[float]


class SlipOut(BaseModel):
    """One part too much of one tin. [CIEDE2000]"""

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


class BesideIn(StrictModel):
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


def screens_of(shelf: Shelf, shown: Light) -> dict[str, str]:
    """Return how each material looks by itself, dried (hex): opaque, or a coat over white paper for one that
    never hides."""
    screens = R_to_screen(np.clip(masstones(shelf), 0.0, 1.0), shown)
    return {
        material.key: sRGB_to_hex(screen) for material, screen in zip(shelf.materials, screens, strict=True)
    }


def recipe_out(
    recipe: Recipe,
    target_R: FloatArray | None,
    lights: list[Light],
    shelf: Shelf,
    shown: Light,
    *,
    screens: Mapping[str, str] | None = None,
    spoils: str = "",
    measured: str = "ml",
) -> RecipeOut:
    """Return a recipe.

    Parameters
    ----------
    lights : list of Light
        Those of its differences, the first of them the one that it is judged in.
    screens : mapping, optional
        `screens_of` the shelf, where it is at hand.
    measured : str
        The unit in which amounts are said, as `units.said` takes it.
    """
    delta_E, likely = recipe.delta_E[0], recipe.likely[0]
    screens = screens or screens_of(shelf, shown)
    misses = ""
    if target_R is not None and delta_E >= JUST_SEEN:
        misses = compare(R_to_Lab(recipe.R, lights[0]), R_to_Lab(target_R, lights[0])).misses
    return RecipeOut(
        pours=[pour_out(pour, shelf, screens, measured) for pour in recipe.pours],
        hex=hex_of(recipe.R, shown),
        delta_E=round(delta_E, 2),
        expected=round(likely.expected, 2),
        low=round(likely.low, 2),
        high=round(likely.high, 2),
        words="" if target_R is None else difference_words(delta_E),
        likely="" if target_R is None else likely_words(likely.expected, likely.low, likely.high),
        misses=misses,
        cost=round(cost_of(shelf, recipe.pours), 2),
        metameric="" if target_R is None else metameric_words([one.expected for one in recipe.likely],
            lights),
        spoils=spoils, short=shortage(shelf, recipe.pours, unit=measured),
        differences=[
            DifferenceOut(
                light=at.name, delta_E=round(value, 2), words=difference_words(value),
                likely=likely_words(one.expected, one.low, one.high),
            )
            for at, value, one in zip(lights, recipe.delta_E, recipe.likely, strict=True)
        ],
    )  # fmt: skip


def pour_out(pour: Pour, shelf: Shelf, screens: Mapping[str, str], measured: str) -> PourOut:
    """Return one tin's share of a recipe, said in a unit."""
    material = shelf.materials[shelf.index(pour.key)]
    return PourOut(
        material=pour.key, name=material.name, hex=screens[pour.key], parts=pour.parts, ml=round(pour.ml, 1),
        words=format_amount(pour.ml, measured, density=material.mass_density).words,
        left_after=round(max(0.0, material.left - pour.ml), 1), scarce=material.left - pour.ml < SCARCE,
    )  # fmt: skip


def measured_in(tool_key: str, unit: str) -> str:
    """Return in which unit the amounts of a recipe are said: the tool's own, or the one that the person
    chose."""
    return unit_of_tool(tool(tool_key).unit_said, unit)


router = APIRouter(prefix="/api", tags=["recipes"])


@router.post("/targets/{target_id}/by-hand", openapi_extra=COMPUTES)
def by_hand(
    target_id: Id, body: HandIn, session: ReadSession, unit: UnitNow, light: LightNow = "window"
) -> RecipeOut:
    """Return the prediction of a recipe poured by hand, against a target."""
    target = get_target(session, target_id)
    lights, pours = _lights(session, target_id, light), _asked(body.pours)
    recipe, shelf = service.try_by_hand(
        session, target_id, pours, tool_key=body.tool, lights=lights, batch=body.batch
    )
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
    beside = service.set_beside(
        session, target_id, _asked(body.first), _asked(body.second), tool_key=body.tool, lights=lights,
        ground_key=body.ground,
    )  # fmt: skip
    R = np.array(get_target(session, target_id).R)
    return BesideOut(
        target_hex=hex_of(R, shown),
        recipes=[
            recipe_out(recipe, R, lights, beside.shelf, shown, measured=measured_in(body.tool, unit))
            for recipe in beside.recipes
        ],
        coats=list(beside.coats),
        apart=[
            DifferenceOut(light=at.name, delta_E=round(value, 2), words=difference_words(value))
            for at, value in zip(lights, beside.apart, strict=True)
        ],
    )


@router.post("/targets/{target_id}/why", openapi_extra=COMPUTES)
def get_why(target_id: Id, body: WhyIn, session: ReadSession, light: LightNow = "window") -> WhyOut:
    """Return what lies behind a recipe: curves, lights, faces, coats, sensitivity, order."""
    shown, shelf = light_named(light), fitted_shelf(session)
    found, ground = service.explanation_of(session, target_id, _asked(body.pours), ground_key=body.ground)
    target = get_target(session, target_id)
    names = {material.key: material.name for material in shelf.materials}
    curves = [("wanted", np.array(target.R)), ("mix", found.R), *((names[key], R) for key, R in found.tins)]
    return WhyOut.model_validate(
        {
            "wavelengths": WAVELENGTHS.tolist(),
            "curves": [
                {"name": name, "hex": hex_of(R, shown), "R": np.round(R, 4).tolist()} for name, R in curves
            ],
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
                {"name": names[s.key], "before": round(s.before, 1), "after": round(s.after, 1)}
                for s in found.slips
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
    answer = service.recipes_for(
        session,
        target_id=target_id,
        batch=body.batch,
        tool_key=body.tool,
        parts=body.parts,
        use=body.use,
        avoid=body.avoid,
        most_tins=body.most_tins,
        lights=names,
    )
    shown, R, lights, shelf = light_named(light), answer.target.R, list(answer.target.lights), answer.shelf

    screens, measured = screens_of(shelf, shown), measured_in(body.tool, unit)
    return RecipesOut(
        target_hex=hex_of(R, shown),
        recipes=[
            recipe_out(
                recipe,
                R,
                lights,
                shelf,
                shown,
                screens=screens,
                spoils=spoils(session, job.id, recipe.pours, unit=unit),
                measured=measured,
            )
            for recipe in answer.recipes
        ],
        nearest=" ".join(
            filter(None, (nearest_words(answer.lack), answer.too_little, unsure_words(answer.recipes)))
        ),
    )


@router.post("/recipes/next-swatch", openapi_extra=COMPUTES)
def next_swatch(body: SwatchForIn, session: ReadSession) -> SwatchForOut:
    """Return the one swatch that would narrow a recipe's prediction most."""
    pours = [service.PourAsked(material=p.material, parts=p.parts, ml=p.ml) for p in body.pours]
    best = service.telling_swatch(session, pours)
    if best is None:
        return SwatchForOut(words="", tin=None, before=0.0, after=0.0)
    named = [f"{marked(parts)} {get_material(session, key).name}" for key, parts in best.volumes]
    return SwatchForOut(
        words=" with ".join(named) if len(named) == 2 else " · ".join(named),
        tin=best.volumes[0][0],
        before=round(best.before, 1),
        after=round(best.after, 1),
    )
