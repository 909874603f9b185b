"""The shelf over the wire."""

from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, Name
from jug_mingle.documents.colour_source import AreaIn, ColourIn, LightingIn
from jug_mingle.documents.strict import Day, Id, StrictModel

Millilitres = Annotated[float, Field(ge=0.0, le=50_000.0)]
Minutes = Annotated[float, Field(ge=0.0, le=100_000.0)]
Days = Annotated[float, Field(ge=0.0, le=3650.0)]
Words = Annotated[str, Field(max_length=400)]
Sheen = Literal["flat", "matte", "eggshell", "satin", "gloss"]


class KindOut(BaseModel):
    """A kind of material, with what is usual for it."""

    key: str
    title: str
    base: str
    optical: Literal["hiding", "transparent", "clear", "extender"]
    caution: str
    has_colour: bool


class MaterialOut(BaseModel):
    """A tin on the shelf: its dried colour in the light asked for, or nothing for what has no colour."""

    key: str
    id: int
    version: int
    name: str
    kind: str
    kind_title: str
    base: str
    left_ml: float
    full_ml: float
    price: float
    place: str
    use_up: bool
    opened: date | None
    hex: Hex | None
    family: str = Field(description="Colour family for the filter; empty for what has no colour.")
    hue: float = Field(description="CIELAB hue angle, greys after all hues. [degrees]")
    level: str = Field(description="How well it is known: A to F, or nothing.")
    level_words: str = Field(description="By what it is known.")
    level_filled: int = Field(ge=0, le=6, description="How well it is known, as a scale of six steps: full is best.")
    mixable: bool
    caution: str
    keeps_until: datetime | None
    gone_off: bool


class FactOut(BaseModel):
    """One fact of a tin: the value in force, the usual one, and why that is usual."""

    name: str
    title: str
    unit: str
    value: bool | float | str | None
    usual: bool | float | str | None
    why: str
    own: bool


class TaskOut(BaseModel):
    """A small test that would tell more, and what it makes of the width of a prediction. [CIEDE2000]"""

    task: Literal["coats", "card", "tint", "reader", "spectrum", "film"]
    title: str
    how: str
    before: float
    after: float


class ReadingOut(BaseModel):
    """A reading in which the tin had a part."""

    id: int
    title: str
    how: str
    noise: float
    created: datetime
    hexes: list[Hex]
    doubted: bool = Field(description="Whether it contradicts the rest, and counts for little.")
    set_aside: bool = Field(description="Whether nothing explains it, so that it counts for nothing.")


class MaterialWholeOut(MaterialOut):
    """A tin with all that is known of it."""

    notes: str
    facts: list[FactOut]
    tasks: list[TaskOut]
    readings: list[ReadingOut]
    white: str | None = Field(description="The white to make a tint with.")
    remarks: list[str] = Field(default=[], description="What is to be known of its colour.")
    made: dict[str, Any] | None
    Lab: list[float] | None


class FactsIn(StrictModel):
    """What the label says; null takes a fact back to the usual one."""

    volume_solids: float | None = Field(default=None, ge=0.0, le=1.0)
    density: float | None = Field(default=None, ge=0.3, le=5.0)
    spread_rate: float | None = Field(default=None, ge=0.5, le=60.0)
    sheen: Sheen | None = None


class HandlingIn(StrictModel):
    """Handling by the label; null takes a fact back to the usual one."""

    dry: Minutes | None = None
    recoat: Minutes | None = None
    cure: Days | None = None
    open_time: Minutes | None = None
    pot_life: Days | None = None
    coats: Words | None = None
    under: Words | None = None
    over: Words | None = None
    into: Words | None = None
    own_primer: bool | None = None
    own_seal: bool | None = None
    blocks_stains: bool | None = None
    needs_primer: bool | None = None


class MaterialIn(FactsIn):
    """A tin to put on the shelf: a name, a kind and a colour are enough."""

    name: Name
    kind: str = Field(max_length=40)
    colour: ColourIn | None = None
    left_ml: Millilitres = 500.0
    full_ml: Millilitres | None = None
    price: float = Field(default=0.0, ge=0.0, le=10_000.0)
    opened: Day | None = None
    place: str = Field(default="", max_length=120)
    notes: str = Field(default="", max_length=2000)
    use_up: bool = False


class MaterialChangeIn(FactsIn):
    """What changes of a tin; only what is sent is changed."""

    name: Name = "unchanged"
    kind: str = Field(default="", max_length=40)
    left_ml: Millilitres = 0.0
    full_ml: Annotated[float, Field(ge=1.0, le=50_000.0)] = 500.0
    price: float = Field(default=0.0, ge=0.0, le=10_000.0)
    opened: Day | None = None
    place: str = Field(default="", max_length=120)
    notes: str = Field(default="", max_length=2000)
    use_up: bool = False
    handling: HandlingIn = Field(default_factory=HandlingIn)


class TinInPhotoIn(StrictModel):
    """One tin of a photo of swatches or lids."""

    name: Name
    kind: str = Field(max_length=40)
    area: AreaIn


class FromPhotoIn(StrictModel):
    """Many tins from one photo."""

    photo_id: Id
    lighting: LightingIn
    pots: list[TinInPhotoIn] = Field(min_length=1, max_length=60)


class WeighIn(StrictModel):
    """The weight of the tin, as it stands and empty. [g]"""

    grams: float = Field(ge=0.0, le=50_000.0)
    tin_grams: float = Field(default=0.0, ge=0.0, le=20_000.0)


class BadRowOut(BaseModel):
    """A row of a table that cannot be taken, and why."""

    row: int
    reason: str


class TableOut(BaseModel):
    """What a table of tins holds."""

    good: list[str]
    bad: list[BadRowOut]
    notes: list[str]
