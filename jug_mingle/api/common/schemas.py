"""What goes over the wire in many places: names, lights, problems, chips of colour."""

from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.core.colour.spectra import LIGHT_NAMES
from jug_mingle.core.measuring.tools import TOOLS
from jug_mingle.core.measuring.units import UNITS
from jug_mingle.documents.strict import OneOf

LightName = Annotated[str, OneOf(LIGHT_NAMES)]
ToolName = Annotated[str, OneOf(TOOLS)]
UnitName = Annotated[str, OneOf(UNITS)]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Room = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Hex = Annotated[str, Field(pattern="^#[0-9a-f]{6}$")]


class Problem(BaseModel):
    """What is wrong with a request and what to do; `fields` says it per field where it belongs to one."""

    detail: str
    fields: dict[str, str] = {}


class WordsOut(BaseModel):
    """A key and what it is called."""

    key: str
    title: str


class LookOut(BaseModel):
    """How a colour looks in one light."""

    light: LightName
    hex: Hex


class ChipOut(BaseModel):
    """A colour: how it looks in the light asked for, its daylight sRGB and CIELAB, a name, and how sure it is."""

    hex: Hex
    daylight_hex: Hex
    Lab: list[float] = Field(min_length=3, max_length=3)
    name: str
    noise: float = Field(description="Error to expect. [CIEDE2000]")
    how: str = Field(default="", description="How it was caught, as `core.evidence.WAYS` names it.")
    sureness: str
    warnings: list[str]
    faults: list[str] = Field(default=[], description="What is wrong with the patch, in a word for the picture.")
    rooms: list[LookOut] = Field(default=[], description="How it looks in the workshop and where it will stand.")


class AmountOut(BaseModel):
    """How much the pieces of a job take [ml], on which area [m²], and how that was reckoned."""

    ml: float
    said: str = Field(description="The amount in the unit that was asked for.")
    area: float
    words: str
