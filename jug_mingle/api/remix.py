"""Mixes of the past, at any size, from today's shelf."""

from datetime import datetime
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel, Field, computed_field

from jug_mingle.api.common import Hex, ToolName, hex_of
from jug_mingle.api.context import LightNow, ReadSession, UnitNow
from jug_mingle.api.mixes import ShownOverOut, laid_of, shown_over_out
from jug_mingle.api.recipes import RecipeOut, measured_in, recipe_out
from jug_mingle.core.colour.spectra import light as light_named
from jug_mingle.core.recipes.assessment import Recipe
from jug_mingle.documents.laid import LaidIn
from jug_mingle.documents.strict import Id
from jug_mingle.services import remix as service
from jug_mingle.services.jobs import get_job
from jug_mingle.services.predictions import pours_of, shown_over


class PastMixOut(ShownOverOut):
    """A mix of some job, also one that was put away."""

    id: int
    name: str
    job_name: str
    created: datetime
    batch: float
    hex: Hex
    seen: bool
    put_away: bool


class TinOfMixOut(BaseModel):
    """A tin of a past mix and whether it can give what the new batch takes of it. [ml]"""

    name: str
    ml: float
    left: float
    state: Literal["there", "short", "gone"]


class RemixOut(ShownOverOut):
    """A past mix at a new size: from the same tins, and with substitutes where one is gone or holds too
    little."""

    name: str
    hex: Hex
    seen: bool
    tins: list[TinOfMixOut]
    same: RecipeOut | None
    substitutes: list[RecipeOut]
    laid: LaidIn | None = Field(default=None, description="How it is laid, where it is seen through.")
    words: str

    @computed_field  # type: ignore[prop-decorator]
    @property
    def pots(self) -> list[TinOfMixOut]:
        """An older spelling of `tins`."""
        return self.tins


router = APIRouter(prefix="/api/past-mixes", tags=["again"])


@router.get("")
def list_past(session: ReadSession, light: LightNow = "window") -> list[PastMixOut]:
    """List every mix there was, newest first."""
    shown, past_mixes = light_named(light), []
    for row in service.past_mixes(session):
        R, seen = service.colour_of(session, row)
        over = shown_over_out(row, shown_over(session, row, pours_of(row)), shown)
        past_mixes.append(
            PastMixOut(
                id=row.id, name=row.name, job_name=get_job(session, row.job_id).name, created=row.created,
                batch=row.batch, hex=hex_of(R, shown), seen=seen, put_away=row.removed is not None,
                **over.model_dump(),
            )
        )  # fmt: skip
    return past_mixes


@router.get("/{mix_id}")
def mix_again(
    mix_id: Id,
    session: ReadSession,
    unit: UnitNow,
    batch: Annotated[float, Query(ge=1.0, le=20_000.0)] = 500.0,
    tool: ToolName = "parts",
    light: LightNow = "window",
) -> RemixOut:
    """Return a past mix at a new size, with substitutes where tins are missing."""
    shown = light_named(light)
    found = service.remix(session, mix_id, batch=batch, tool_key=tool, lights=[shown])
    R, measured = np.clip(found.R, 0.0, 1.0), measured_in(tool, unit)

    def out(recipe: Recipe) -> RecipeOut:
        return recipe_out(recipe, R, [shown], found.shelf, shown, measured=measured)

    over = shown_over_out(found.mix, shown_over(session, found.mix, pours_of(found.mix)), shown)
    return RemixOut(
        **over.model_dump(),
        name=found.mix.name,
        hex=hex_of(R, shown),
        seen=found.seen,
        tins=[
            TinOfMixOut(name=tin.name, ml=round(tin.ml, 1), left=round(tin.left, 1), state=tin.state)
            for tin in found.tins
        ],
        same=None if found.same is None else out(found.same),
        substitutes=[out(one) for one in found.substitutes],
        laid=laid_of(found.mix),
        words=service.missing_words(found),
    )
