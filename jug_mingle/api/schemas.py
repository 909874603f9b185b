"""What goes over the wire. Colours that are shown come as sRGB hex under the light asked for."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.services.look_shapes import LayerIn
from jug_mingle.services.photo_shapes import Marks
from jug_mingle.services.said import Id, Said
from jug_mingle.services.sources import ColourIn, LightingIn, NoLightIn

LightName = Literal[
    "window", "bulb", "cool_led", "tube", "evening_window", "north_window", "warm_led", "neutral_led", "old_tube"
]
ToolName = Literal["parts", "spoons", "syringe", "scale", "drops"]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Room = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Hex = Annotated[str, Field(pattern="^#[0-9a-f]{6}$")]


class Problem(BaseModel):
    """What is wrong with a request and what to do; `fields` says it per field where it belongs to one."""

    detail: str
    fields: dict[str, str] = {}


class LightOut(BaseModel):
    """A light that things are judged in, and how the neutral mat looks in it."""

    name: LightName
    title: str
    mat: Hex
    switch: bool = Field(description="Whether it is always on the light switch; the others name the light of a room.")


class LookOut(BaseModel):
    """How a colour looks in one light."""

    light: LightName
    hex: Hex


class ChipOut(BaseModel):
    """A colour: how it looks in the light asked for, its daylight sRGB and CIELAB, a name, and how sure it is."""

    hex: Hex
    daylight_hex: Hex
    Lab: list[float] = Field(min_length=3, max_length=3)
    name: str
    noise: float = Field(description="Error to expect. [CIEDE2000]")
    how: str = Field(default="", description="How it was caught, as `core.evidence.WAYS` names it.")
    sureness: str
    warnings: list[str]
    faults: list[str] = Field(default=[], description="What is wrong with the patch, in a word for the picture.")
    rooms: list[LookOut] = Field(default=[], description="How it looks in the workshop and where it will stand.")


class LookIn(Said):
    """A colour to look at; nothing is saved."""

    colour: ColourIn
    background: ColourIn | None = None


class LookedOut(ChipOut):
    """A colour, and the background that it was to be seen on."""

    background_hex: Hex | None = None


class TargetIn(Said):
    """A colour to save to the job."""

    name: Name
    colour: ColourIn
    tolerance: float = Field(default=2.0, ge=0.5, le=20.0, description="What counts as reached. [CIEDE2000]")
    light: LightName = "window"
    background: ColourIn | None = None


class TargetChangeIn(Said):
    """What changes of a target."""

    name: Name | None = None
    tolerance: float | None = Field(default=None, ge=0.5, le=20.0)
    light: LightName | None = None
    background: ColourIn | None = None


class TargetOut(ChipOut):
    """A colour that the job wants."""

    id: int
    title: str
    photo_id: int | None
    tolerance: float
    light: LightName
    background_hex: Hex | None


class RoomsIn(Said):
    """The light of the workshop, and that of the room where the piece will stand."""

    workshop_light: LightName
    room_light: LightName


class SchemeIn(Said):
    """How the light of the photo is made honest, and how many colours are wanted."""

    lighting: LightingIn = NoLightIn()
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


class FileColourOut(ChipOut):
    """One colour of a file; `R`, `measured`, `how` and `noise` are what to send back to keep it."""

    R: list[float]
    measured: bool
    how: str = ""
    extra: dict[str, str]


class ColourFileOut(BaseModel):
    """What a file of colours holds."""

    title: str
    colours: list[FileColourOut]
    notes: list[str]


class PhotoOut(BaseModel):
    """A photo; its picture is at `/api/photos/{id}/picture`."""

    id: int
    name: str
    width: int
    height: int
    marks: Marks


class PourOut(BaseModel):
    """One pot's share of a recipe."""

    material: str
    name: str
    hex: Hex
    parts: int
    ml: float
    words: str = Field(default="", description="The amount as the tool measures it, with its unit.")
    left_after: float = Field(default=0.0, description="What stays in that pot. [ml]")


class DifferenceOut(BaseModel):
    """How far a prediction is from its target in one light; `likely` where errors of it were reckoned."""

    light: LightName
    delta_E: float = Field(description="On paper, from the most likely paints. [CIEDE2000]")
    words: str
    likely: str = ""


class RecipeOut(BaseModel):
    """A way to mix a target, in pouring order, with how it will look and how sure that is."""

    pours: list[PourOut]
    hex: Hex
    delta_E: float = Field(description="On paper, from the most likely paints, in the light asked for. [CIEDE2000]")
    expected: float = Field(description="What is likely, in the light asked for; within low and high. [CIEDE2000]")
    low: float
    high: float
    words: str = Field(description="What is likely, in words; empty where there is no colour to reach.")
    likely: str = Field(description="The same in numbers: about 1.0, likely 0.6–1.5.")
    differences: list[DifferenceOut]
    misses: str = Field(description="Which way it misses, in words; empty when it can hardly be told.")
    cost: float = Field(default=0.0, description="Of its paints, in the currency of their prices.")
    metameric: str = Field(default="", description="Said where a match in one light is a miss in another.")
    spoils: str = Field(default="", description="Said where more is mixed than the piece takes before it spoils.")


class RecipesIn(Said):
    """What the person wants and allows."""

    batch: float = Field(default=500.0, description="How much is needed. [ml]")
    tool: ToolName = "parts"
    parts: int = Field(default=12, ge=2, le=24)
    most_pots: int = Field(default=3, ge=1, le=4)
    use: list[str] = Field(default=[], max_length=4)
    avoid: list[str] = Field(default=[], max_length=500)
    lights: list[LightName] = Field(default=[], max_length=4, description="Beside those of the two rooms.")


class RecipesOut(BaseModel):
    """Recipes, fewest pots first, and what is in reach."""

    target_hex: Hex
    recipes: list[RecipeOut]
    nearest: str = Field(description="Said when nothing on the shelf comes close; empty otherwise.")


class PourIn(Said):
    """What is to be poured of one pot."""

    material: str = Field(max_length=80)
    parts: int = Field(ge=1, le=1_000_000)
    ml: float = Field(gt=0.0, le=20_000.0)


class AmountOut(BaseModel):
    """How much a piece takes. [ml]"""

    ml: float
    area: float
    words: str


class SwatchForIn(Said):
    """A recipe whose prediction shall be narrowed."""

    pours: list[PourIn] = Field(min_length=1, max_length=8)


class SwatchForOut(BaseModel):
    """The swatch worth painting next, in words; nothing where none would tell much. [CIEDE2000]"""

    words: str
    pot: str | None
    before: float
    after: float


class MixIn(Said):
    """A recipe to keep as a mix of the job."""

    name: Name
    target_id: Id | None = None
    batch: float = Field(gt=0.0, le=20_000.0)
    tool: ToolName = "parts"
    pours: list[PourIn] = Field(min_length=1, max_length=8)


class ThenOut(BaseModel):
    """What was predicted of a mix when it was kept or poured, and how far today's prediction is from it."""

    hex: Hex
    likely: str = Field(description="The difference to its target that was expected; empty where it had none.")
    model: str
    at: str
    apart: float = Field(description="Between the colours predicted then and now. [CIEDE2000]")


class MixOut(BaseModel):
    """A mix of the job: a jug."""

    id: int
    name: str
    target_id: int | None
    batch: float
    recipe: RecipeOut
    kind: str = Field(default="", description="The kind of material that it mostly is.")
    over: str = Field(default="", description="What it is shown over, where its ground shows through; else empty.")
    same_as: str = Field(default="", description="Name of an earlier jug of the job that is poured just like it.")
    then: ThenOut | None = Field(default=None, description="What was predicted of it when it was kept.")


class WayOut(BaseModel):
    """The mixtures between two mixes, even to the eye."""

    steps: list[Hex]
    length: float
    words: str
    muddy: bool


class PieceOut(BaseModel):
    """A piece of furniture of a job."""

    id: int
    name: str
    form: str
    measures: dict[str, float | int | str]
    grounds: dict[str, str]
    areas: dict[str, float] = Field(description="Painted area of each zone. [m²]")
    look_id: int | None


class FinishOut(BaseModel):
    """A look of a job: its finish by name."""

    id: int
    name: str
    layers: list[LayerIn]


class JobOut(BaseModel):
    """A job in a line."""

    id: int
    name: str
    room: str


class JobIn(Said):
    """A job to begin."""

    name: Name
    room: Room = ""


class JobChangeIn(Said):
    """What changes of a job; only what is sent is changed."""

    name: Name | None = None
    room: Room | None = None


class JobWholeOut(JobOut):
    """A job with all that belongs to it, as it looks in the light asked for."""

    workshop_light: LightName
    room_light: LightName
    photos: list[PhotoOut]
    targets: list[TargetOut]
    mixes: list[MixOut]
    pieces: list[PieceOut]
    looks: list[FinishOut]
    areas: dict[str, float] = Field(description="Painted area of each zone of all pieces. [m²]")
