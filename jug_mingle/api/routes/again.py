"""Colours of the past: every mix there was, and how to mix it again today."""

from datetime import datetime
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel

from jug_mingle.api.context import PROBLEMS, LightNow, Reading, UnitNow
from jug_mingle.api.schemas import Hex, RecipeOut, ToolName
from jug_mingle.api.shapes import hex_of, measured_in, recipe_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.services import again as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.said import Id
from jug_mingle.services.shelf import fitted_shelf

router = APIRouter(prefix="/api/past-mixes", tags=["again"])


class PastMixOut(BaseModel):
    """A mix of some job, also one that was put away."""

    id: int
    name: str
    job_name: str
    created: datetime
    batch: float
    hex: Hex
    seen: bool
    put_away: bool


class PotOfMixOut(BaseModel):
    """A pot of a past mix and whether it can give what the new batch takes of it. [ml]"""

    name: str
    ml: float
    left: float
    state: Literal["there", "short", "gone"]


class AgainOut(BaseModel):
    """A past mix at a new size: from the same pots, and with substitutes where one is gone or holds too little."""

    name: str
    hex: Hex
    seen: bool
    pots: list[PotOfMixOut]
    same: RecipeOut | None
    substitutes: list[RecipeOut]
    words: str


@router.get("")
def list_past(session: Reading, light: LightNow = "window") -> list[PastMixOut]:
    """List every mix there was, newest first."""
    shelf, shown = fitted_shelf(session), light_named(light)
    found = []
    for row in service.past_mixes(session):
        R, seen = service.colour_of(session, shelf, row)
        found.append(
            PastMixOut(
                id=row.id, name=row.name, job_name=get_job(session, row.job_id).name, created=row.created,
                batch=row.batch, hex=hex_of(R, shown), seen=seen, put_away=row.removed is not None,
            )
        )  # fmt: skip
    return found


@router.get("/{mix_id}", responses=PROBLEMS)
def mix_again(
    mix_id: Id,
    session: Reading,
    batch: Annotated[float, Query(ge=1.0, le=20_000.0)] = 500.0,
    tool: ToolName = "parts",
    light: LightNow = "window",
    unit: UnitNow = "ml",
) -> AgainOut:
    """Return a past mix at a new size, with substitutes where pots are missing."""
    shown = light_named(light)
    found = service.again(session, mix_id, batch=batch, tool_key=tool, lights=[shown])
    R, measured = np.clip(found.R, 0.0, 1.0), measured_in(tool, unit)

    def out(recipe: Recipe) -> RecipeOut:
        return recipe_out(recipe, R, [shown], found.shelf, shown, measured=measured)

    return AgainOut(
        name=found.mix.name,
        hex=hex_of(R, shown),
        seen=found.seen,
        pots=[
            PotOfMixOut(name=pot.name, ml=round(pot.ml, 1), left=round(pot.left, 1), state=pot.state)
            for pot in found.pots
        ],
        same=None if found.same is None else out(found.same),
        substitutes=[out(one) for one in found.substitutes],
        words=_words(found),
    )


def _words(found: service.Again) -> str:
    gone = [pot.name for pot in found.pots if pot.state == "gone"]
    short = [f"{pot.name} ({pot.left:.0f} of {pot.ml:.0f} ml)" for pot in found.pots if pot.state == "short"]
    said = []
    if gone:
        said.append(f"{' and '.join(gone)} {'is' if len(gone) == 1 else 'are'} no longer on the shelf.")
    if short:
        said.append(f"There is too little of {' and '.join(short)}.")
    return " ".join(said)
