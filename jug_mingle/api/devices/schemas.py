"""Devices over the wire."""

from typing import Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import ChipOut
from jug_mingle.documents.strict import StrictModel


class DevicesOut(BaseModel):
    """Which devices there are to work with."""

    reader: bool
    scale: bool
    weather: bool


class ReaderOut(BaseModel):
    """The colour reader: who it is, and, for the stand-in, what lies on its tray."""

    model: str
    serial: str
    stand_in: bool
    tray: list[str]
    placed: str
    fault: str
    calibrated: bool


class ReaderReadingOut(ChipOut):
    """A reading that was kept; its id is what a colour is taken from."""

    id: int
    sample: str
    device: str
    R: list[float]


class PlaceIn(StrictModel):
    """What is laid under the stand-in reader."""

    sample: str = Field(min_length=1, max_length=200, pattern=r"^[^\r\n|]+$")


class ReaderFaultIn(StrictModel):
    """A fault that the stand-in reader shall have."""

    fault: Literal["none", "timeout", "disconnect", "half-line", "out-of-range", "uncalibrated", "lies"]


class WeightOut(BaseModel):
    """What the scale shows. [g]"""

    grams: float
    state: Literal["stable", "moving", "overload"]


class LoadIn(StrictModel):
    """What is put on the stand-in scale. [g]"""

    grams: float = Field(ge=0.0, le=20_000.0)
