"""Photos over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import ChipOut
from jug_mingle.api.looks.schemas import Layers
from jug_mingle.documents.colour_source import LightingIn, NoLightIn
from jug_mingle.documents.face_marks import FaceIn, Marks
from jug_mingle.documents.strict import OneOf, StrictModel
from jug_mingle.services.photo_care import STAGES

Stage = Annotated[str, OneOf(STAGES)]
PhotoName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


class SchemeIn(StrictModel):
    """How the light of the photo is made honest, and how many colours are wanted."""

    lighting: LightingIn = Field(default_factory=NoLightIn)
    most: int = Field(default=6, ge=3, le=7)


class DominantOut(ChipOut):
    """A dominant colour of a photo, with its share of the area and where it is found."""

    share: float
    x: float
    y: float


class PairOut(BaseModel):
    """Two of them as ends of a blend or ombre."""

    first: int
    second: int
    apart: float
    words: str
    muddy: bool


class SchemeOut(BaseModel):
    """The scheme of a photo."""

    colours: list[DominantOut]
    pairs: list[PairOut]
    expect: str


class ChartOut(BaseModel):
    """A 24-patch chart found in a photo."""

    corners: list[tuple[float, float]]
    mismatch: float


class MethodOut(BaseModel):
    """A way to make the light of a photo honest, and what to expect of it."""

    method: Literal["chart", "chips", "white", "two_whites", "none"]
    expect: str
    noise: float


class PhotoOut(BaseModel):
    """A photo; its picture is at `/api/photos/{id}/picture`."""

    id: int
    version: int
    name: str
    width: int
    height: int
    turned: int = Field(description="How far it was turned clockwise from how it came. [degrees]")
    stage: Stage
    taken: datetime | None = Field(description="When it was taken, as its camera says.")
    created: datetime
    marks: Marks


class PhotoChangeIn(StrictModel):
    """What is said of a photo; only what is sent is changed. `turn` is by quarters, clockwise."""

    name: PhotoName | None = None
    stage: Stage | None = None
    turn: int = Field(default=0, ge=0, le=3)


class FacesIn(StrictModel):
    """Faces of a photo, of one of which the width is known."""

    faces: list[FaceIn] = Field(min_length=1, max_length=40)


class SizeOut(BaseModel):
    """How large a face is, each way with its standard error. [m]"""

    width: float
    height: float
    width_error: float
    height_error: float


class DressIn(StrictModel):
    """Faces of a photo and the layers to lay into them."""

    faces: list[FaceIn] = Field(min_length=1, max_length=40)
    layers: Layers
    lighting: LightingIn = Field(default_factory=NoLightIn)
    wood: str = Field(default="oak", max_length=40)
