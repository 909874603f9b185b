"""Colours over the wire."""

from pydantic import BaseModel

from jug_mingle.api.common.schemas import ChipOut, Hex
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import StrictModel


class LookIn(StrictModel):
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
