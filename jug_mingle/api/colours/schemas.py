"""Colours over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import ChipOut, Hex
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import StrictModel
from jug_mingle.formats.whites import How, WhiteName


class ToLookAtIn(StrictModel):
    """A colour to look at; nothing is saved."""

    colour: ColourIn
    background: ColourIn | None = None


class LookedOut(ChipOut):
    """A colour, and the background that it was to be seen on."""

    background_hex: Hex | None = None


class FileColourOut(ChipOut):
    """One colour of a file; `R`, `measured`, `how` and `noise` are what to send back to keep it."""

    R: list[float]
    measured: bool
    how: str = ""
    extra: dict[str, str]


class ColourFileOut(BaseModel):
    """What a file of colours holds."""

    title: str
    colours: list[FileColourOut]
    notes: list[str]
    total: int = Field(description="How many colours the file holds.")
    found: int = Field(description="How many of them have the letters that were asked for in their name.")
    first: int = Field(description="How many of these come before the ones that are shown.")
    white: WhiteName | None = Field(description="Under which white its colours were taken; null where that is fixed.")
    white_known: How | None = Field(description="How that is known.")
