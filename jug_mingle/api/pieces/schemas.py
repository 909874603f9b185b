"""Pieces over the wire."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Name
from jug_mingle.core.pieces import FORMS
from jug_mingle.documents.look import Zone
from jug_mingle.documents.strict import Id, OneOf, StrictModel


class PieceOut(BaseModel):
    """A piece of furniture of a job."""

    id: int
    name: str
    form: str
    measures: dict[str, float | int | str]
    grounds: dict[str, str]
    areas: dict[str, float] = Field(description="Painted area of each zone. [m²]")
    look_id: int | None


FormName = Annotated[str, OneOf(FORMS)]
# Wide open: the core says in a painter's words what a piece may measure.
Metres = Annotated[float, Field(ge=-1e6, le=1e6)]
Count = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
GroundName = Annotated[str, Field(min_length=1, max_length=40)]


class MeasuresIn(StrictModel):
    """Measures of a piece [m], and how it is made; only what is sent differs from the usual."""

    width: Metres | None = None
    height: Metres | None = None
    depth: Metres | None = None
    rows: Count | None = None
    columns: Count | None = None
    base: Literal["plinth", "legs", "none"] | None = None
    base_height: Metres | None = None
    relief: Literal["flat", "moulded", "panelled"] | None = None
    handle: Literal["knob", "pull", "label_knob", "none"] | None = None


class PieceIn(StrictModel):
    """A new piece."""

    name: Name
    form: FormName
    measures: MeasuresIn = MeasuresIn()
    ground: GroundName = "oak"


class PieceChangeIn(StrictModel):
    """Changes of a piece; `grounds` says what zones are before anything is laid ("" for all others)."""

    name: Name | None = None
    measures: MeasuresIn = MeasuresIn()
    grounds: dict[Zone | Literal[""], GroundName] = Field(default={})


class WearIn(StrictModel):
    """Which look a piece wears; none for bare."""

    look_id: Id | None


class FormOut(BaseModel):
    """A form of furniture, its usual measures, and what its rows and columns are."""

    key: FormName
    title: str
    rows: str
    columns: str
    usual: dict[str, float | int | str]


class GroundOut(BaseModel):
    """What furniture may be before it is painted; `wood` where it is figured."""

    key: str
    title: str
    wood: bool


class SurroundingOut(BaseModel):
    """A wall or a floor that a piece may stand against."""

    title: str
    Lab: list[float]
