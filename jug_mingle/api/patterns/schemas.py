"""Patterns over the wire: motifs, and a layout as it is worked by. Lengths in metres."""

from typing import Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Name
from jug_mingle.api.looks.schemas import Layers, Pixels
from jug_mingle.documents.layout import LayoutIn
from jug_mingle.documents.strict import Id, StrictModel


class MotifOut(BaseModel):
    """A motif: one of ours, or one of the job's own."""

    name: str = Field(description='As a layout names it: "sprig", "own:3".')
    id: int | None
    version: int | None
    title: str
    kind: Literal["outlines", "print"]
    width: float
    height: float
    path: str = Field(description="Its outlines as an SVG path, in thousandths of its width; empty of a picture.")
    islands: int = Field(description="How many islands would have fallen out.")
    bridges: list[list[float]] = Field(description="What holds them: from x, y to x, y, and the width.")
    made_from: str


class CutIn(StrictModel):
    """A photo of the job to be cut as a stencil, or to be printed as it is."""

    photo_id: Id
    use: Literal["stencil", "print"] = "stencil"
    name: Name
    width: float = Field(default=0.2, gt=0.0, le=3.0)
    threshold: float | None = Field(default=None, ge=0.0, le=1.0)
    inverted: bool = False
    bridge: float = Field(default=0.0012, ge=0.0002, le=0.05)
    gap: float = Field(default=0.001, ge=0.0002, le=0.05)
    kerf: float = Field(default=0.0, ge=0.0, le=0.005)


class MotifChangeIn(StrictModel):
    """What a motif is called."""

    name: Name


class LayoutAskIn(StrictModel):
    """Layers, and the number of the one whose layout is asked for."""

    layers: Layers
    number: int = Field(ge=0, le=40)


class LayoutPictureIn(LayoutAskIn):
    """The same, to be drawn laid flat."""

    pixels_wide: Pixels = 1000
    sketch: bool = False
    raking: bool = False


class SpareOut(BaseModel):
    """A rectangle, and why it is spared or masked; on the piece laid flat."""

    x: float
    y: float
    w: float
    h: float
    why: str


class FaceOut(BaseModel):
    """A face on the piece laid flat; `bare` where the pattern does not reach it."""

    part: str
    said: str
    x: float
    y: float
    w: float
    h: float
    bare: bool


class PositionOut(BaseModel):
    """A sheet or a motif where it is laid, on the piece laid flat, and how it is measured in."""

    number: int
    x: float
    y: float
    w: float
    h: float
    parts: list[str]
    left: str = Field(description="Its left edge from the left edge of the piece, or of what it lies on; both units.")
    top: str
    way_up: str
    prints: str = Field(description="How many repeats of the sheet are printed.")
    past: str = Field(description="How far it reaches past the edge; empty where it does not.")
    part_x: float = Field(description="Its middle, from the upper left corner of its first part.")
    part_y: float


class NumberOut(BaseModel):
    """Something counted or measured of a layout."""

    title: str
    words: str


class PutOut(BaseModel):
    """A piece to be cut: out of which sheet, where on it, its size, and for which parts."""

    sheet: int
    x: float
    y: float
    w: float
    h: float
    turned: bool
    parts: list[str]


class SheetsOut(BaseModel):
    """What is cut from sheets, or from a roll."""

    width: float
    height: float
    sheets: int
    metres: float
    lacking: int
    fewer: str
    waste: float
    pieces: list[PutOut]


class LayoutOut(BaseModel):
    """A layout as it is worked by."""

    kind: str
    width: float = Field(description="Of the piece laid flat.")
    height: float
    layout: LayoutIn = Field(description="As it is laid, the usual one where none was said.")
    motif_width: float
    motif_height: float
    faces: list[FaceOut]
    spares: list[SpareOut]
    masked: list[SpareOut]
    positions: list[PositionOut]
    numbers: list[NumberOut]
    sheets: SheetsOut | None
    order: list[str]
    says: list[str] = Field(description="What has to be seen to: what does not fit, what is cut, what joins show.")


class PatternBookOut(BaseModel):
    """What layouts are made of, each choice with its words."""

    motifs: dict[str, str]
    tones: dict[str, str]
    arranged: dict[str, str]
    spans: dict[str, str]
    fonts: dict[str, str]
    usual: dict[str, LayoutIn] = Field(description="By kind of layer, how it is laid out at first.")
    rights: str
