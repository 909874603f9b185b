"""Targets over the wire."""

from pydantic import Field

from jug_mingle.api.common.schemas import ChipOut, Hex, LightName, Name
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import StrictModel


class TargetIn(StrictModel):
    """A colour to save to the job."""

    name: Name
    colour: ColourIn
    tolerance: float = Field(default=2.0, ge=0.5, le=20.0, description="What counts as reached. [CIEDE2000]")
    light: LightName = "window"
    background: ColourIn | None = None


class TargetChangeIn(StrictModel):
    """What changes of a target."""

    name: Name | None = None
    tolerance: float | None = Field(default=None, ge=0.5, le=20.0)
    light: LightName | None = None
    background: ColourIn | None = None


class TargetOut(ChipOut):
    """A colour that the job wants."""

    id: int
    version: int
    title: str
    photo_id: int | None
    tolerance: float
    light: LightName
    background_hex: Hex | None
