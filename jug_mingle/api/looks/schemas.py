"""Looks over the wire."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, Name
from jug_mingle.api.practice.schemas import CardOut
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.strict import StrictModel


class FinishOut(BaseModel):
    """A look of a job: its finish by name."""

    id: int
    version: int
    name: str
    layers: list[LayerIn]


class FinishMadeOut(FinishOut):
    """A look that was made, and the version of the piece that wears it since, where one does."""

    piece_version: int | None


Pixels = Annotated[int, Field(ge=64, le=2400)]
Layers = Annotated[list[LayerIn], Field(max_length=24)]


class WordOut(BaseModel):
    """What values below a limit are called; the last has no limit."""

    below: float | None
    word: str


class SettingOut(BaseModel):
    """What a person can move of a layer: a slider, a choice, or a layer below."""

    key: Literal[
        "coats", "water", "wipe", "amount", "size", "width", "contrast", "hand", "seed", "dwell", "veil", "pattern",
        "place", "way", "down_to",
    ]  # fmt: skip
    title: str
    control: Literal["slider", "choice", "layer_below"]
    low: float
    high: float
    shown_low: float = Field(description="From here a person usually moves it.")
    shown_high: float
    step: float
    log: bool = Field(description="Whether even steps of the slider are even factors.")
    unit: Literal["", "%", "1 : n", "min", "no."]
    words: list[WordOut]
    options: dict[str, str]


class LayerKindOut(BaseModel):
    """A kind of layer, how it is usually laid, and why."""

    key: str
    title: str
    why: str
    least: int
    most: int
    takes: list[str] = Field(description="Kinds of material that are laid in it.")
    generic: str = Field(description="Generic materials that it takes as well: waxes, metals, or none.")
    usual: LayerIn
    laid_out: bool = Field(description="Whether it has a layout.")
    begins_with: str = Field(description="The generic material that it is laid with at first, or none.")
    settings: list[SettingOut]
    card: CardOut


class PresetOut(BaseModel):
    """A look of our own to begin from."""

    key: str
    title: str
    words: str


class LookbookOut(BaseModel):
    """What looks are made of."""

    kinds: list[LayerKindOut]
    patterns: dict[str, str]
    presets: list[PresetOut]
    waxes: list[str]
    metals: list[str]
    swatches: dict[str, Hex] = Field(description="How the generic waxes and gildings look.")


class LookIn(StrictModel):
    """A look to keep."""

    name: Name
    layers: Annotated[list[LayerIn], Field(max_length=24)]
