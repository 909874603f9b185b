"""Pieces over the wire."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.common.schemas import Name, WordsOut
from jug_mingle.core.pieces import FORMS
from jug_mingle.core.practice.uses import AGES, USES
from jug_mingle.documents.strict import Id, OneOf, StrictModel

FormName = Annotated[str, OneOf(FORMS)]
# Wide open: the core says in a painter's words what a piece may measure.
Metres = Annotated[float, Field(ge=-1e6, le=1e6)]
Count = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
GroundName = Annotated[str, Field(min_length=1, max_length=40)]
PartKey = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40, pattern=r"^[^/:+]+$")]
ReliefName = Literal["flat", "moulded", "panelled"]
HandleName = Literal["knob", "pull", "label_knob", "none"]
UseName = Annotated[str, OneOf(USES)]
AgeName = Annotated[str, OneOf(AGES)]


class RowOfFronts(StrictModel):
    """A row of a case's front: what fills it, how many beside each other (or compartments), its share of the height;
    whether it stands beside the row before, and its share of the width there."""

    filling: Literal["drawers", "doors", "open", "panels"] = "drawers"
    count: Count = 1
    share: Metres = 1.0
    beside: bool = False
    wide: Metres = 1.0


class PartChange(StrictModel):
    """Something done to a piece; what each number means stands with `core.pieces.changes.Change`. [m]"""

    act: Literal["name", "group", "remove", "cut", "dress", "add"]
    part: PartKey
    ours: bool = True
    name: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    by: Metres = 0.0
    relief: ReliefName | None = None
    handle: HandleName | None = None
    kind: Annotated[str, StringConstraints(max_length=20)] = ""
    x: Metres | None = None
    y: Metres | None = None
    z: Metres | None = None
    w: Metres | None = None
    h: Metres | None = None
    d: Metres | None = None


class MeasuresIn(StrictModel):
    """Measures of a piece [m], how it is made, and all that was done to it; only what is sent differs from before."""

    width: Metres | None = None
    height: Metres | None = None
    depth: Metres | None = None
    rows: Count | None = None
    columns: Count | None = None
    base: Literal["plinth", "legs", "none"] | None = None
    base_height: Metres | None = None
    relief: ReliefName | None = None
    handle: HandleName | None = None
    layout: list[RowOfFronts] | None = Field(default=None, max_length=40)
    pedestals: Count | None = None
    middle_drawer: bool | None = None
    leaves: Count | None = None
    leg: Literal["square", "tapered", "turned"] | None = None
    seat: Literal["wood", "padded"] | None = None
    back: Literal["slats", "panel", "cane", "cloth", "none"] | None = None
    changes: list[PartChange] | None = Field(default=None, max_length=100)


class PartFaceOut(BaseModel):
    """A face of a part: the name that it alone answers to, what it is called, its area [m²], what it is now."""

    name: str
    said: str
    zone: str
    area: float
    ground: str
    when_asked: bool = Field(description="Whether it is painted only where a layer names it.")


class PartOut(BaseModel):
    """A part of a piece, with its faces; where it stands and how large it is, if it is a solid of its own. [m]"""

    key: str
    name: str
    kind: str
    at: list[float] | None = Field(description="From the left, from the top and from the front of the piece. [m]")
    size: list[float] | None = Field(description="Width, height and depth. [m]")
    faces: list[PartFaceOut]


class PieceOut(BaseModel):
    """A piece of furniture of a job."""

    id: int
    version: int
    name: str
    form: str
    measures: dict[str, bool | float | int | str]
    layout: list[RowOfFronts]
    changes: list[PartChange]
    parts: list[PartOut]
    groups: dict[str, list[str]] = Field(description="Parts that go together, by the name of their group.")
    grounds: dict[str, str]
    areas: dict[str, float] = Field(description="Painted area of each zone, of one of it. [m²]")
    padding: float = Field(description="Area of its padding, which is painted where a layer names it. [m²]")
    uses: list[str]
    age: str
    count: int
    belongs: str
    recounted: bool = Field(description="Whether its areas were counted otherwise before, and nobody has read that.")
    hardware: "HardwareOut"
    look_id: int | None


class PieceIn(StrictModel):
    """A new piece."""

    name: Name
    form: FormName
    measures: MeasuresIn = Field(default_factory=MeasuresIn)
    ground: GroundName = "oak"


class PieceChangeIn(StrictModel):
    """Changes of a piece; `grounds` says what faces are before anything is laid, by names that they answer to ("" for
    all others)."""

    name: Name | None = None
    measures: MeasuresIn = Field(default_factory=MeasuresIn)
    grounds: dict[Annotated[str, Field(max_length=60)], GroundName] = Field(default={}, max_length=200)
    uses: list[UseName] | None = Field(default=None, max_length=8)
    age: AgeName | None = None
    count: int | None = Field(default=None, ge=1, le=24)
    belongs: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] | None = None
    recounted: Literal[False] | None = Field(default=None, description="False when it was read.")


class HardwareIn(StrictModel):
    """What is done with the handles of a piece; only what is sent differs from before. [mm]"""

    act: Literal["keep", "clean", "paint", "change"] | None = None
    each: Count | None = None
    old_each: Count | None = None
    old_apart: Metres | None = None
    new_apart: Metres | None = None
    price: Annotated[float, Field(ge=-1e9, le=1e9)] | None = None


class HolesOut(BaseModel):
    """The holes of one front, from its left edge. [mm]"""

    part: str
    kept: list[float]
    filled: list[float]
    drilled: list[float]
    close: list[float]


class HardwareOut(BaseModel):
    """What is done with the handles of a piece, how many new ones that is, and what they cost."""

    act: str
    each: int
    old_each: int
    old_apart: float
    new_apart: float
    price: float
    count: int
    cost: float
    holes: list[HolesOut]
    wrong: str


class WearIn(StrictModel):
    """Which look a piece wears; none for bare."""

    look_id: Id | None


class FormOut(BaseModel):
    """A form of furniture, its usual measures, and what its rows and columns are."""

    key: FormName
    title: str
    rows: str
    columns: str
    offers: list[str] = Field(description="What else can be said of it: fields of its measures.")
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


class PartKindOut(BaseModel):
    """A kind of part that can be put on a piece, with its usual sides. [m]; 0 is as long as the piece's own."""

    key: str
    title: str
    sides: list[float]


class PieceWordsOut(BaseModel):
    """What can be said of pieces: parts to put on, zones of faces, uses and ages."""

    parts: list[PartKindOut]
    zones: list[WordsOut]
    uses: list[WordsOut]
    ages: list[WordsOut]
