"""Films over a ground, over the wire."""

from typing import Annotated

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex, LightName, ToolName
from jug_mingle.api.recipes.schemas import DifferenceOut, PourOut
from jug_mingle.core.recipes.undertones import UNDERTONES
from jug_mingle.documents.laid import FilmKind, GroundName, LaidIn, LayingIn
from jug_mingle.documents.strict import Id, OneOf, StrictModel

TinKey = Annotated[str, Field(max_length=80)]
Wish = Annotated[str, OneOf(UNDERTONES)]


class AllowedIn(StrictModel):
    """Which tins may be used, how many in a film, how much is made [ml] and with what it is measured."""

    use: list[TinKey] = Field(default=[], max_length=3)
    avoid: list[TinKey] = Field(default=[], max_length=500)
    most: int = Field(default=3, ge=1, le=3)
    batch: float = Field(default=250.0, gt=0.0, le=20_000.0)
    tool: ToolName = "parts"


class WaysIn(AllowedIn):
    """What the colour is wanted over."""

    over: GroundName = "oak"
    lights: list[LightName] = Field(default=[], max_length=4, description="Beside those of the two rooms.")


class StreaksOut(BaseModel):
    """Streaks of the grain, from dark to pale."""

    dry: list[Hex]
    wet: list[Hex]
    sealed: list[Hex]


class OverStepOut(BaseModel):
    """A film of a way: what is poured, and how it is laid."""

    title: str
    pours: list[PourOut]
    water: float = Field(description="Parts of water to one of what is poured.")
    water_words: str = Field(description="How much water that is; empty where there is none.")
    mix: str = Field(description="In words: 3 Brewed tea · 1 Barley sugar, with 2 parts of water to one.")
    how: str = Field(description="In words: wiped hard after 4 minutes, two coats.")
    wait: str = Field(description="In words, how long it dries until the next step.")
    notes: list[str] = Field(description="What practice says of it: evenness, wear, whether it can be wiped.")
    spread_rate: float = Field(description="Area that a litre of what is poured covers, thinned as it is. [m²/l]")
    laid: LaidIn


class OverWayOut(BaseModel):
    """Films over a ground, and the look that comes of them."""

    title: str
    steps: list[OverStepOut]
    hex: Hex
    streaks: StreaksOut
    delta_E: float = Field(description="On paper, in the light asked for. [CIEDE2000]")
    expected: float
    low: float
    high: float
    words: str = Field(description="What is likely, in words; empty where there is no colour to reach.")
    likely: str
    misses: str
    change: str = Field(description="What it does to what lies below, in words.")
    metameric: str
    differences: list[DifferenceOut]
    cost: float
    short: str
    cautions: list[str]
    unread: str = Field(description="Said where no field of it was read on this wood: what would make it surer.")


class OverOut(BaseModel):
    """A ground that films lie on."""

    over: GroundName
    name: str
    hex: Hex
    streaks: StreaksOut
    takes: bool = Field(description="Whether what is laid on it goes in.")


class WaysOut(BaseModel):
    """Ways to a colour over a ground, likeliest first."""

    target_hex: Hex
    ground: OverOut
    ways: list[OverWayOut]
    reach: str = Field(description="Said when no way comes near: why, and what would help; empty otherwise.")


class OverFilmIn(LayingIn):
    """A film by hand."""

    kind: FilmKind
    parts: list[tuple[TinKey, Annotated[int, Field(ge=1, le=1000)]]] = Field(min_length=1, max_length=5)
    water: float = Field(default=0.0, ge=0.0, le=10.0)


class OverByHandIn(StrictModel):
    """Films by hand over a ground, against a colour or none."""

    over: GroundName = "oak"
    films: list[OverFilmIn] = Field(min_length=1, max_length=3)
    target_id: Id | None = None
    batch: float = Field(default=250.0, gt=0.0, le=20_000.0)
    tool: ToolName = "parts"


class WoodsIn(AllowedIn):
    """The woods to bring together, and the colour that they shall come to, or none."""

    woods: list[GroundName] = Field(min_length=2, max_length=3)
    target_id: Id | None = None


class OnWoodOut(BaseModel):
    """What is laid on one of the woods."""

    steps: list[OverStepOut]
    hex: Hex
    streaks: StreaksOut


class TogetherOut(BaseModel):
    """What brings woods together."""

    how: str
    woods: list[OnWoodOut]
    apart: list[DifferenceOut]
    from_target: float | None
    words: str


class WoodsOut(BaseModel):
    """Ways to bring woods together, the nearest first, and what to try first."""

    grounds: list[OverOut]
    before: str
    ways: list[TogetherOut]
    strips: list[str] = Field(description="Strips to try first, in order of what they tell.")


class UndertonesIn(AllowedIn):
    """What is wished of a wood."""

    over: GroundName = "oak"
    wish: Wish


class UndertoneOut(BaseModel):
    """A film, and what it does to a wood."""

    step: OverStepOut
    hex: Hex
    streaks: StreaksOut
    words: str
    lighter: float = Field(description="How much lighter, or darker where negative. [L*]")


class UndertonesOut(BaseModel):
    """What moves a wood's undertone as wished, those that change its lightness least first."""

    ground: OverOut
    ways: list[UndertoneOut]
