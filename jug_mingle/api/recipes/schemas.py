"""Recipes over the wire."""

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, LightName, ToolName
from jug_mingle.documents.strict import StrictModel


class PourOut(BaseModel):
    """One tin's share of a recipe."""

    material: str
    name: str
    hex: Hex
    parts: int
    ml: float
    words: str = Field(default="", description="The amount as the tool measures it, with its unit.")
    left_after: float = Field(default=0.0, description="What stays in that tin. [ml]")
    scarce: bool = Field(default=False, description="Whether the recipe nearly empties that tin.")


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
    short: str = Field(default="", description="Said where the shelf holds too little of it, with the largest batch.")


class RecipesIn(StrictModel):
    """What the person wants and allows."""

    batch: float = Field(default=500.0, description="How much is needed. [ml]")
    tool: ToolName = "parts"
    parts: int = Field(default=12, ge=2, le=24)
    most_pots: int = Field(default=3, ge=1, le=4)
    use: list[str] = Field(default=[], max_length=4)
    avoid: list[str] = Field(default=[], max_length=500)
    lights: list[LightName] = Field(default=[], max_length=4, description="Beside those of the two rooms.")


class RecipesOut(BaseModel):
    """Recipes, fewest tins first, and what is in reach."""

    target_hex: Hex
    recipes: list[RecipeOut]
    nearest: str = Field(description="Said when nothing on the shelf comes close; empty otherwise.")


class PourIn(StrictModel):
    """What is to be poured of one tin."""

    material: str = Field(max_length=80)
    parts: int = Field(ge=1, le=1_000_000)
    ml: float = Field(gt=0.0, le=20_000.0)


class SwatchForIn(StrictModel):
    """A recipe whose prediction shall be narrowed."""

    pours: list[PourIn] = Field(min_length=1, max_length=8)


class SwatchForOut(BaseModel):
    """The swatch worth painting next, in words; nothing where none would tell much. [CIEDE2000]"""

    words: str
    pot: str | None
    before: float
    after: float


class HandIn(StrictModel):
    """What is poured, in parts of any size."""

    pours: list[PourIn] = Field(min_length=1, max_length=6)
    tool: ToolName = "parts"
    batch: float | None = Field(
        default=None, gt=0.0, le=20_000.0,
        description="Shared out by the parts, as the tool measures it; without it each pour is as it is sent. [ml]",
    )  # fmt: skip


class CurveOut(BaseModel):
    """A reflectance over the wavelengths, with the colour that it looks."""

    name: str
    hex: Hex
    R: list[float]


class SlipOut(BaseModel):
    """One part too much of one tin. [CIEDE2000]"""

    name: str
    before: float
    after: float


class WhyOut(BaseModel):
    """What lies behind a recipe."""

    wavelengths: list[float]
    curves: list[CurveOut]
    differences: list[DifferenceOut]
    dry_hex: Hex
    wet_hex: Hex
    sealed_hex: Hex
    coats: int | None
    ground: str
    slips: list[SlipOut]
    order: str


class WhyIn(HandIn):
    """The recipe, and what it is painted over."""

    ground: str = Field(default="oak", max_length=40)


class BesideIn(StrictModel):
    """Two recipes, and what they are painted over."""

    first: list[PourIn] = Field(min_length=1, max_length=6)
    second: list[PourIn] = Field(min_length=1, max_length=6)
    tool: ToolName = "parts"
    ground: str = Field(default="oak", max_length=40)


class BesideOut(BaseModel):
    """Two recipes against one target, and against each other."""

    target_hex: Hex
    recipes: list[RecipeOut]
    coats: list[int | None]
    apart: list[DifferenceOut]
