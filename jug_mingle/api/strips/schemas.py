"""Strips over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import Hex
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.laid import FieldIn
from jug_mingle.documents.strict import Id, StrictModel

Minutes = Annotated[float, Field(gt=0.0, le=100_000.0)]
Line = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)]
BoardName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]
Notes = Annotated[str, StringConstraints(strip_whitespace=True, max_length=500)]
Coats = Annotated[int, Field(ge=1, le=20)]


class OffcutIn(StrictModel):
    """What is on an offcut, how it was done, and the colour that it dried to."""

    colour: ColourIn
    mix_id: Id | None = None
    material: str | None = Field(default=None, max_length=80)
    ground: Line = ""
    coats: Coats = 1
    wiped_after: Minutes | None = None
    board: Line = ""
    notes: Notes = ""
    laid: FieldIn | None = Field(default=None, description="Of what is seen through: so it teaches tins and wood.")
    bare: ColourIn | None = Field(default=None, description="The bare wood beside it, where that was read, too.")


class BoardFieldIn(StrictModel):
    """One field of a board that is kept whole: as `OffcutIn`, and how it was laid is always said."""

    colour: ColourIn
    mix_id: Id | None = None
    material: str | None = Field(default=None, max_length=80)
    laid: FieldIn
    notes: Notes = ""


class BoardIn(StrictModel):
    """Fields that lie on one board, all read or taken from one picture; kept all or none."""

    name: BoardName
    bare: ColourIn | None = Field(default=None, description="The bare wood beside them, where that was read, too.")
    fields: list[BoardFieldIn] = Field(min_length=1, max_length=24)


class BoardNameIn(StrictModel):
    """What a board is to be called."""

    board: BoardName
    name: BoardName


class StripChangeIn(StrictModel):
    """More of a strip; only what is sent is changed."""

    ground: Line = ""
    coats: Coats = 1
    wiped_after: Minutes | None = None
    notes: Notes = ""


class OnStripOut(BaseModel):
    """One tin's share of what is on a strip."""

    name: str
    parts: int


class StripOut(BaseModel):
    """A kept strip, offcut, or field of a stain board."""

    id: int
    version: int
    mix_id: int | None
    name: str
    on_it: list[OnStripOut]
    hex: Hex
    photo_id: int | None
    created: datetime
    ground: str
    coats: int
    wiped_after: float | None
    board: str
    how: str = Field(default="", description="How it was laid, in words; empty where that was not said.")
    bare_hex: Hex | None = None
    taught: bool
    notes: str


class BoardOut(BaseModel):
    """A stain board, the shortest wait first."""

    name: str
    fields: list[StripOut]


class WaitOut(BaseModel):
    """After which wait a board comes nearest to a colour."""

    minutes: float
    hex: Hex
    target_hex: Hex
    delta_E: float
    words: str
    misses: str
