"""Recipes for a target from the shelf, by hand, side by side, and what lies behind them."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.evidence import next_swatch as swatches
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.level import black_of, white_of
from jug_mingle.core.evidence.next_swatch import NextSwatch
from jug_mingle.core.materials.material import may_mix
from jug_mingle.core.measuring.pouring import Pour, shared_out
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.assessment import DRAWS, Recipe, assess
from jug_mingle.core.recipes.explanation import Explanation, explain
from jug_mingle.core.recipes.lacking import OUT_OF_REACH, Lack, too_little_words, what_is_lacking
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.wishes import NothingToMixError, Target, Wishes
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services.materials import keys_on_shelf
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.targets import get_target


@dataclass(frozen=True, slots=True, kw_only=True)
class PourAsked:
    """What is to be poured of one tin."""

    material: str
    parts: int
    ml: float


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Found:
    """Recipes for a target, and what is lacking where none of them comes near."""

    recipes: list[Recipe]
    shelf: Shelf
    target: Target
    lack: Lack | None
    too_little: str
    """What to say where one tin alone would do, had it enough in it."""


def recipes_for(
    session: Session,
    *,
    target_id: int,
    batch: float,
    tool_key: str,
    parts: int,
    use: Sequence[str],
    avoid: Sequence[str],
    most_tins: int,
    lights: Sequence[str],
) -> Found:
    """Return recipes for a target from the shelf; UnfitError or ConflictError says why there can be none."""
    row = get_target(session, target_id)
    shelf = fitted_shelf(session)
    away = {material.key for material in shelf.materials} - keys_on_shelf(session)
    if gone := sorted(away & set(use)):
        raise UnfitError(f"there is no tin {gone[0]!r} on the shelf")
    avoid = (*avoid, *sorted(away - set(avoid)))
    try:
        wishes = Wishes(
            batch=batch,
            tool=tool(tool_key),
            parts=parts,
            use=tuple(use),
            avoid=tuple(avoid),
            most_tins=most_tins,
        )
        target = Target(R=np.array(row.R), lights=tuple(light(name) for name in lights))
        recipes = find_recipes(shelf, target, wishes)
    except NothingToMixError as error:
        raise ConflictError(str(error)) from error
    except ValueError as error:
        raise UnfitError(str(error)) from error
    lack = None
    if min(recipe.worst for recipe in recipes) >= OUT_OF_REACH:
        likeliest = min(recipes, key=lambda recipe: recipe.expected)
        lack = what_is_lacking(shelf, target, wishes, likeliest.pours)
    said = lack is not None and lack.short
    too_little = "" if said else too_little_words(shelf, target, wishes, recipes)
    return Found(recipes=recipes, shelf=shelf, target=target, lack=lack, too_little=too_little)


def telling_swatch(session: Session, pours: Sequence[PourAsked]) -> NextSwatch | None:
    """Return the one swatch that would narrow a recipe most; None where none would narrow it by a fifth, or
    there is no white to make tints with."""
    shelf, there = fitted_shelf(session), keys_on_shelf(session)
    asked = _checked(session, shelf, pours)
    white = white_of(shelf, there)
    if white is None:
        return None
    return swatches.telling_swatch(shelf, asked, white=white, black=black_of(shelf, there))


__all__ = ["Beside", "PourAsked", "explanation_of", "set_beside", "try_by_hand"]


def _checked(session: Session, shelf: Shelf, asked: Sequence[PourAsked]) -> list[Pour]:
    """Return pours whose tins stand on the shelf and may stand in one jug; UnfitError says why they may
    not."""
    there = keys_on_shelf(session)
    if gone := [pour.material for pour in asked if pour.material not in there]:
        raise NotFoundError(f"there is no tin {gone[0]!r} on the shelf")
    if len({pour.material for pour in asked}) != len(asked):
        raise UnfitError("a tin stands twice in this recipe: add its amounts up")
    tins = [shelf.materials[shelf.index(pour.material)] for pour in asked]
    if reason := may_mix(tins):
        raise UnfitError(reason)
    return [Pour(key=pour.material, parts=pour.parts, ml=pour.ml) for pour in asked]


def try_by_hand(
    session: Session,
    target_id: int,
    asked: Sequence[PourAsked],
    *,
    tool_key: str,
    lights: Sequence[Light],
    batch: float | None = None,
) -> tuple[Recipe, Shelf]:
    """Return a recipe by hand with its prediction against a target, and the shelf that it was made from.

    A `batch` is shared out by the parts asked for, as the tool measures it [ml]; without one each pour is as
    asked.
    """
    shelf, target = fitted_shelf(session), get_target(session, target_id)
    pours = tuple(_checked(session, shelf, asked))
    if batch is not None:
        unit = tool(tool_key).unit(max(shelf.materials[shelf.index(pour.key)].mass_density for pour in pours))
        shares = shared_out([pour.parts for pour in pours], batch=batch, unit=unit)
        pours = tuple(replace(pour, ml=ml) for pour, ml in zip(pours, shares, strict=True))
    wanted = Target(R=np.array(target.R), lights=tuple(lights))
    return assess(shelf, wanted, [pours], pour_error=tool(tool_key).error, draws=shelf.draw(DRAWS))[0], shelf


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Beside:
    """Two recipes for one target, side by side.

    Attributes
    ----------
    recipes : tuple of two Recipe
    apart : tuple of float
        CIEDE2000 between the two, in each light.
    coats : tuple of two (int or None)
        Coats that hide a ground; None when twenty do not.
    """

    recipes: tuple[Recipe, Recipe]
    apart: tuple[float, ...]
    coats: tuple[int | None, int | None]
    shelf: Shelf


def set_beside(
    session: Session,
    target_id: int,
    first: Sequence[PourAsked],
    second: Sequence[PourAsked],
    *,
    tool_key: str,
    lights: Sequence[Light],
    ground_key: str,
) -> Beside:
    """Return two recipes against one target and against each other."""
    recipe, shelf = try_by_hand(session, target_id, first, tool_key=tool_key, lights=lights)
    other, _ = try_by_hand(session, target_id, second, tool_key=tool_key, lights=lights)
    apart = [float(delta_E_CIE2000(R_to_Lab(recipe.R, at), R_to_Lab(other.R, at))) for at in lights]
    coats = [
        explanation_of(session, target_id, asked, ground_key=ground_key)[0].coats for asked in (first, second)
    ]
    return Beside(recipes=(recipe, other), apart=tuple(apart), coats=(coats[0], coats[1]), shelf=shelf)


def explanation_of(
    session: Session, target_id: int, asked: Sequence[PourAsked], *, ground_key: str
) -> tuple[Explanation, str]:
    """Return what lies behind a recipe, and the title of the ground that its coats are counted over."""
    shelf = fitted_shelf(session)
    pours = _checked(session, shelf, asked)
    target = Target(R=np.array(get_target(session, target_id).R), lights=(light("window"),))
    try:
        below = ground(ground_key)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    return explain(shelf, pours, target, below=below), below.name
