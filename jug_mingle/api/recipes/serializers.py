"""Recipes as they are shown."""

from collections.abc import Mapping

import numpy as np

from jug_mingle.api.common.serializers import hex_of
from jug_mingle.api.recipes import schemas
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import JUST_SEEN, compare, difference_words, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstones
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.measuring.units import format_amount, unit_of_tool
from jug_mingle.core.practice.amounts import SCARCE, cost_of, shortage
from jug_mingle.core.recipes.assessment import Recipe, metameric_words


def screens_of(shelf: Shelf, shown: Light) -> dict[str, str]:
    """Return how each material looks by itself, dried (hex): opaque, or a coat over white paper for one that never
    hides."""
    screens = R_to_screen(np.clip(masstones(shelf), 0.0, 1.0), shown)
    return {material.key: sRGB_to_hex(screen) for material, screen in zip(shelf.materials, screens, strict=True)}


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
) -> schemas.RecipeOut:
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
    return schemas.RecipeOut(
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
        metameric="" if target_R is None else metameric_words([one.expected for one in recipe.likely], lights),
        spoils=spoils, short=shortage(shelf, recipe.pours, unit=measured),
        differences=[
            schemas.DifferenceOut(
                light=at.name, delta_E=round(value, 2), words=difference_words(value),
                likely=likely_words(one.expected, one.low, one.high),
            )
            for at, value, one in zip(lights, recipe.delta_E, recipe.likely, strict=True)
        ],
    )  # fmt: skip


def pour_out(pour: Pour, shelf: Shelf, screens: Mapping[str, str], measured: str) -> schemas.PourOut:
    """Return one tin's share of a recipe, said in a unit."""
    material = shelf.materials[shelf.index(pour.key)]
    return schemas.PourOut(
        material=pour.key, name=material.name, hex=screens[pour.key], parts=pour.parts, ml=round(pour.ml, 1),
        words=format_amount(pour.ml, measured, density=material.mass_density).words,
        left_after=round(max(0.0, material.left - pour.ml), 1), scarce=material.left - pour.ml < SCARCE,
    )  # fmt: skip


def measured_in(tool_key: str, unit: str) -> str:
    """Return in which unit the amounts of a recipe are said: the tool's own, or the one that the person chose."""
    return unit_of_tool(tool(tool_key).unit_said, unit)
