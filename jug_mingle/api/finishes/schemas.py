"""Finishes over the wire."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex
from jug_mingle.api.looks.schemas import Layers, Pixels
from jug_mingle.documents.strict import Id, StrictModel

RoomName = Annotated[str, Field(min_length=1, max_length=40)]


class PictureIn(StrictModel):
    """Layers to draw, saved or not.

    `stage` shows it after so many coats; `field` shows where one layer lies instead; without `shaded` every place has
    the very colour of its finish. `opened` has its doors and drawers open, `before` is the piece as it came.
    """

    layers: Layers = Field(default=[])
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    stage: int | None = Field(default=None, ge=0, le=200)
    field: int | None = Field(default=None, ge=0, le=40)
    shaded: bool = True
    opened: bool = False
    before: bool = False
    wall: RoomName | None = Field(default=None, description="What it stands against, by name or found:7; else a mat.")
    floor: RoomName | None = None
    sketch: bool = False
    raking: bool = Field(default=False, description="A low light from the left shows what stands proud.")


class PointIn(StrictModel):
    """A point of the picture, in shares of its width and height."""

    layers: Layers = Field(default=[])
    x: float = Field(ge=0.0, le=1.0)
    y: float = Field(ge=0.0, le=1.0)
    pixels_wide: Pixels = 1200
    pixels_high: Pixels = 800
    opened: bool = False
    target_id: Id | None = None


class LaidOut(BaseModel):
    """What one layer made of a point; the ground is "bare"."""

    title: str
    field: float
    hex: Hex


class PointOut(BaseModel):
    """What lies at a point, from the ground up, and how far it is from a target."""

    zone: str
    face: str = Field(description="The name that the face alone answers to.")
    said: str
    laid: list[LaidOut]
    Lab: list[float]
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str


class RemarkOut(BaseModel):
    """Something to be said of a finish; `rule` is the id of the rule that says it.

    Of what is done both ways `school` is the question on which painters differ, `answer` what those answer who do it
    so: see the settings.
    """

    layer: int | None
    weight: Literal["wrong", "school", "advice"]
    words: str
    why: str
    rule: str
    school: str
    answer: str


class WaxedOut(BaseModel):
    """What a wax would make of the topmost colour, and in a word what that does to it."""

    name: str
    hex: Hex
    delta_E: float
    words: str
    says: str


class NeedOut(BaseModel):
    """What a finish takes of one colour, and of which jug; `batch` is what that jug was made for, `set_ml` what the set
    takes that the piece belongs to [m², ml]; the words say all three in the unit asked for."""

    name: str
    area: float
    ml: float
    mix_id: int | None
    batch: float | None
    set_ml: float | None
    words: str
    set_words: str
    batch_words: str


class JudgedOut(BaseModel):
    """What is said of a finish."""

    remarks: list[RemarkOut]
    waxes: list[WaxedOut]
    needs: list[NeedOut]
    not_counted: str = Field(description="What bare grounds drink beyond what is counted.")
    waits: list[str] = Field(description="How long each layer waits, after each of its coats, by its labels.")
    stages: list[str]
    cautions: list[str] = Field(description="What can hurt; last that labels and local rules come first.")


class JudgeIn(StrictModel):
    """Layers to judge."""

    layers: Layers = Field(default=[])
