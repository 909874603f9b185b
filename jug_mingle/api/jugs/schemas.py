"""Jugs over the wire."""

from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.documents.strict import StrictModel

JugName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class JugOut(BaseModel):
    """A vessel that stands about."""

    name: JugName
    capacity: float
    heights: list[float]
    diameters: list[float]


class JugIn(StrictModel):
    """A vessel by its inner measures [mm], or by marks of water: millilitres in all, and height [mm]."""

    name: JugName
    bottom: float | None = Field(default=None, gt=0.0, le=1000.0)
    top: float | None = Field(default=None, gt=0.0, le=1000.0)
    neck: float | None = Field(default=None, gt=0.0, le=1000.0)
    height: float | None = Field(default=None, ge=0.0, le=1000.0)
    marks: list[tuple[float, float]] = Field(default=[], max_length=20)
