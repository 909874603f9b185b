"""Past mixes over the wire."""

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex
from jug_mingle.api.mixes.schemas import ShownOverOut
from jug_mingle.api.recipes.schemas import RecipeOut
from jug_mingle.documents.laid import LaidIn


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
    """A past mix at a new size: from the same tins, and with substitutes where one is gone or holds too little."""

    name: str
    hex: Hex
    seen: bool
    pots: list[TinOfMixOut]
    same: RecipeOut | None
    substitutes: list[RecipeOut]
    laid: LaidIn | None = Field(default=None, description="How it is laid, where it is seen through.")
    words: str
