"""What goes over the wire. Colours that are shown come as sRGB hex under the light asked for."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

LightName = Literal["window", "bulb", "cool_led", "tube"]
StyleName = Literal["bare", "plain", "blend", "ombre"]
ToolName = Literal["parts", "spoons", "syringe", "scale", "drops"]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Hex = Annotated[str, Field(pattern="^#[0-9a-f]{6}$")]


class In(BaseModel):
    """Base of what comes in: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(BaseModel):
    """What is wrong with a request and what to do; `fields` says it per field where it belongs to one."""

    detail: str
    fields: dict[str, str] = {}


class LightOut(BaseModel):
    """A light that things are judged in, and how the neutral mat looks in it."""

    name: LightName
    title: str
    mat: Hex


class SpotIn(In):
    """A tap on a photo, in pixels of its working copy."""

    shape: Literal["spot"] = "spot"
    x: float
    y: float
    radius: float = Field(default=8.0, ge=1.0, le=200.0)


class BoxIn(In):
    """A dragged box on a photo, in pixels of its working copy."""

    shape: Literal["box"] = "box"
    left: float
    top: float
    right: float
    bottom: float


AreaIn = Annotated[SpotIn | BoxIn, Field(discriminator="shape")]


class CatchIn(In):
    """Where the colour is in the photo, and where something white is, if anywhere."""

    target: AreaIn
    white: AreaIn | None = None


class ChipOut(BaseModel):
    """A colour: how it looks in the light asked for, its daylight sRGB and CIELAB, a name, and how sure it is."""

    hex: Hex
    daylight_hex: Hex
    Lab: list[float] = Field(min_length=3, max_length=3)
    name: str
    noise: float = Field(description="Error to expect. [CIEDE2000]")
    sureness: str
    warnings: list[str]


class TargetIn(In):
    """A colour to save to the job, caught from a photo."""

    name: Name
    photo_id: int
    catch: CatchIn


class TargetOut(ChipOut):
    """A colour that the job wants."""

    id: int
    title: str
    photo_id: int | None


class PhotoOut(BaseModel):
    """A photo; its picture is at `/api/photos/{id}/picture`."""

    id: int
    name: str
    width: int
    height: int


class MaterialOut(BaseModel):
    """A pot on the shelf: its dried masstone in the light asked for, or nothing for what has no colour."""

    key: str
    name: str
    kind: str
    base: str
    left_ml: float
    hex: Hex | None
    mixable: bool
    caution: str


class PourOut(BaseModel):
    """One pot's share of a recipe."""

    material: str
    name: str
    hex: Hex
    parts: int
    ml: float


class DifferenceOut(BaseModel):
    """How far a prediction is from its target in one light."""

    light: LightName
    delta_E: float
    words: str


class RecipeOut(BaseModel):
    """A way to mix a target, in pouring order, with how it will look and how sure that is."""

    pours: list[PourOut]
    hex: Hex
    delta_E: float = Field(description="CIEDE2000 in the light asked for.")
    words: str
    low: float
    high: float
    differences: list[DifferenceOut]
    misses: str = Field(description="Which way it misses, in words; empty when it can hardly be told.")


class RecipesIn(In):
    """What the person wants and allows."""

    batch: float = Field(default=500.0, description="How much is needed. [ml]")
    tool: ToolName = "parts"
    parts: int = Field(default=12, ge=2, le=24)
    most_pots: int = Field(default=3, ge=1, le=4)
    use: list[str] = Field(default=[], max_length=4)
    avoid: list[str] = Field(default=[], max_length=500)
    lights: list[LightName] = Field(default=["window"], min_length=1, max_length=4)


class RecipesOut(BaseModel):
    """Recipes, fewest pots first, and what is in reach."""

    target_hex: Hex
    recipes: list[RecipeOut]
    nearest: str = Field(description="Said when nothing on the shelf comes close; empty otherwise.")


class PourIn(In):
    """What is to be poured of one pot."""

    material: str = Field(max_length=80)
    parts: int = Field(ge=1, le=1_000_000)
    ml: float = Field(gt=0.0, le=20_000.0)


class MixIn(In):
    """A recipe to keep as a mix of the job."""

    name: Name
    target_id: int | None = None
    batch: float = Field(gt=0.0, le=20_000.0)
    tool: ToolName = "parts"
    pours: list[PourIn] = Field(min_length=1, max_length=8)


class MixOut(BaseModel):
    """A mix of the job: a jug."""

    id: int
    name: str
    target_id: int | None
    batch: float
    recipe: RecipeOut


class FinishIn(In):
    """How the piece is dressed."""

    style: StyleName
    first_id: int | None = None
    second_id: int | None = None
    width: float = Field(default=0.6, ge=0.0, le=1.0)


class FinishOut(FinishIn):
    """How the piece is dressed, as saved."""


class WayOut(BaseModel):
    """The mixtures between two mixes, even to the eye."""

    steps: list[Hex]
    length: float
    words: str
    muddy: bool


class JobOut(BaseModel):
    """A job in a line."""

    id: int
    name: str
    room: str


class JobWholeOut(JobOut):
    """A job with all that belongs to it, as it looks in the light asked for."""

    photos: list[PhotoOut]
    targets: list[TargetOut]
    mixes: list[MixOut]
    finish: FinishOut
    areas: dict[str, float] = Field(description="Painted area of each zone of the piece. [m²]")
