"""Looks over the wire."""

from typing import Annotated

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Name
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.strict import StrictModel


class FinishOut(BaseModel):
    """A look of a job: its finish by name."""

    id: int
    name: str
    layers: list[LayerIn]


Pixels = Annotated[int, Field(ge=64, le=2400)]
Layers = Annotated[list[LayerIn], Field(max_length=24)]


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


class LookIn(StrictModel):
    """A look to keep."""

    name: Name
    layers: Annotated[list[LayerIn], Field(min_length=1, max_length=24)]
