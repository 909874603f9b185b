"""Recipes by hand: their prediction against a target, and what lies behind a recipe."""

from collections.abc import Sequence

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.characterise import Shelf
from jug_mingle.core.grounds import ground
from jug_mingle.core.materials import may_mix
from jug_mingle.core.measures import tool
from jug_mingle.core.recipes import DRAWS, Pour, Recipe, Target, assess
from jug_mingle.core.spectra import Light, light
from jug_mingle.core.why import Why, why
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services.mixes import PourAsked
from jug_mingle.services.shelf import fitted_shelf, standing
from jug_mingle.services.targets import get_target

__all__ = ["PourAsked", "explain", "try_by_hand"]


def _checked(session: Session, shelf: Shelf, asked: Sequence[PourAsked]) -> list[Pour]:
    """Return pours whose pots stand on the shelf and may stand in one jug; UnfitError says why they may not."""
    there = standing(session)
    if gone := [pour.material for pour in asked if pour.material not in there]:
        raise NotFoundError(f"there is no pot {gone[0]!r} on the shelf")
    if len({pour.material for pour in asked}) != len(asked):
        raise UnfitError("a pot stands twice in this recipe: add its amounts up")
    if reason := may_mix([shelf.materials[shelf.index(pour.material)] for pour in asked]):
        raise UnfitError(reason)
    return [Pour(key=pour.material, parts=pour.parts, ml=pour.ml) for pour in asked]


def try_by_hand(
    session: Session, target_id: int, asked: Sequence[PourAsked], *, tool_key: str, lights: Sequence[Light]
) -> tuple[Recipe, Shelf]:
    """Return a recipe by hand with its prediction against a target, and the shelf that it was made from."""
    shelf, target = fitted_shelf(session), get_target(session, target_id)
    pours = tuple(_checked(session, shelf, asked))
    wanted = Target(R=np.array(target.R), lights=tuple(lights))
    return assess(shelf, wanted, [pours], pour_error=tool(tool_key).error, draws=shelf.draw(DRAWS))[0], shelf


def explain(session: Session, target_id: int, asked: Sequence[PourAsked], *, ground_key: str) -> tuple[Why, str]:
    """Return what lies behind a recipe, and the title of the ground that its coats are counted over."""
    shelf = fitted_shelf(session)
    pours = _checked(session, shelf, asked)
    target = Target(R=np.array(get_target(session, target_id).R), lights=(light("window"),))
    try:
        below = ground(ground_key)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    return why(shelf, pours, target, below=below), below.name
