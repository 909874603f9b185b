"""Mixes over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, Name, ToolName
from jug_mingle.api.recipes.schemas import PourIn, RecipeOut
from jug_mingle.api.shelf.schemas import Millilitres
from jug_mingle.documents.laid import LaidIn
from jug_mingle.documents.strict import Id, StrictModel


class FromBatchIn(StrictModel):
    """How much of what is left of a batch goes into a mix."""

    batch_id: Id
    ml: float = Field(gt=0.0, le=20_000.0)


class MixIn(StrictModel):
    """A recipe to keep as a mix of the job."""

    name: Name
    target_id: Id | None = None
    batch: float = Field(gt=0.0, le=20_000.0)
    tool: ToolName = "parts"
    pours: list[PourIn] = Field(min_length=1, max_length=8)
    water: float | None = Field(
        default=None, ge=0.0, le=10.0, description="Parts of water to one of all that is poured."
    )
    laid: LaidIn | None = Field(default=None, description="Of one that is seen through: how it is laid, over what.")
    from_batches: list[FromBatchIn] | None = Field(
        default=None, max_length=8, description="What of it is poured already: its first batch begins with that."
    )


class MixChangeIn(StrictModel):
    """What is said of a mix."""

    name: Name


class ThenOut(BaseModel):
    """What was predicted of a mix when it was kept or poured, and how far today's prediction is from it."""

    hex: Hex
    likely: str = Field(description="The difference to its target that was expected; empty where it had none.")
    model: str
    at: str
    apart: float = Field(description="Between the colours predicted then and now. [CIEDE2000]")
    moved: bool = Field(description="Whether that can be seen.")


class ShownOverOut(BaseModel):
    """What a mix that is seen through is shown over, and how it is laid; empty of one that hides what is below."""

    how: str = Field(default="", description="How it is laid, in words.")
    over_hex: Hex | None = Field(default=None, description="What it is shown over, bare.")
    over: str = ""


class MixOut(ShownOverOut):
    """A mix of the job: a jug."""

    id: int
    version: int
    name: str
    target_id: int | None
    batch: float
    recipe: RecipeOut
    kind: str = Field(default="", description="The kind of material that it mostly is.")
    laid: LaidIn | None = None
    same_as: str = Field(default="", description="Name of an earlier jug of the job that is poured just like it.")
    then: ThenOut | None = Field(default=None, description="What was predicted of it when it was kept.")
    poured: int | None = Field(default=None, description="The batch of it poured last: something of it may be left.")


class ToShelfIn(StrictModel):
    """How much of what was mixed is put on the shelf. [ml]"""

    left_ml: Millilitres
