"""Where a colour may come from, as it is said and as it is kept: a photo, a reader, a file, words, other
colours."""

from typing import Annotated, Literal

from pydantic import Field

from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.documents.strict import Id, Point, StrictModel

Way = Literal[
    "reader", "card_photo", "white_photo", "photo", "typed", "file", "label", "eye", "coats", "predicted",
    "made", "exact", "before",
]  # fmt: skip
"""A key of `core.evidence.WAYS`."""

Lightness = Annotated[float, Field(ge=0.0, le=100.0)]
Opponent = Annotated[float, Field(ge=-200.0, le=200.0)]
Share = Annotated[float, Field(ge=0.0, le=1.0)]
Steps = Annotated[float, Field(ge=0.0, le=20.0)]
Key = Annotated[str, Field(min_length=1, max_length=80)]


class SpotIn(StrictModel):
    """A tap on a photo, in pixels of its working copy."""

    shape: Literal["spot"] = "spot"
    x: float
    y: float
    radius: float = Field(default=8.0, ge=1.0, le=200.0)


class BoxIn(StrictModel):
    """A dragged box on a photo, in pixels of its working copy."""

    shape: Literal["box"] = "box"
    left: float
    top: float
    right: float
    bottom: float


class FreehandIn(StrictModel):
    """An outline drawn on a photo, in pixels of its working copy."""

    shape: Literal["freehand"] = "freehand"
    points: list[Point] = Field(min_length=3, max_length=500)


AreaIn = Annotated[SpotIn | BoxIn | FreehandIn, Field(discriminator="shape")]


class NoLightIn(StrictModel):
    """Nothing in the photo is known: a guess."""

    method: Literal["none"] = "none"


class WhiteIn(StrictModel):
    """One white thing, or a grey card of 18 %."""

    method: Literal["white"] = "white"
    area: AreaIn
    grey: bool = False


class TwoWhitesIn(StrictModel):
    """The same white in two places, for light from one side."""

    method: Literal["two_whites"] = "two_whites"
    first: AreaIn
    second: AreaIn


class ChipIn(StrictModel):
    """A dried chip of one of the person's own tins, in the photo."""

    key: Key
    area: AreaIn


class ChipsIn(StrictModel):
    """Several chips of the person's own shelf."""

    method: Literal["chips"] = "chips"
    chips: list[ChipIn] = Field(min_length=1, max_length=24)


class ChartIn(StrictModel):
    """A 24-patch chart, found by itself or by its four corners, in order around it."""

    method: Literal["chart"] = "chart"
    corners: list[Point] | None = Field(default=None, min_length=4, max_length=4)


LightingIn = Annotated[NoLightIn | WhiteIn | TwoWhitesIn | ChipsIn | ChartIn, Field(discriminator="method")]


class FromPhoto(StrictModel):
    """A part of a photo."""

    source: Literal["photo"] = "photo"
    photo_id: Id
    area: AreaIn
    lighting: LightingIn = Field(default_factory=NoLightIn)


class FromScheme(StrictModel):
    """One of the colours of a whole photo, as its scheme gave it; as sure as the photo's light is."""

    source: Literal["scheme"] = "scheme"
    photo_id: Id
    lighting: LightingIn = Field(default_factory=NoLightIn)
    Lab: tuple[Lightness, Opponent, Opponent]


class FromText(StrictModel):
    """Typed: "#4f7f80", "rgb 79 127 128" or "L a b"."""

    source: Literal["text"] = "text"
    text: str = Field(min_length=1, max_length=80)


class FromReader(StrictModel):
    """A reading of the colour reader."""

    source: Literal["reader"] = "reader"
    reading_id: Id


class FromSpectrum(StrictModel):
    """A reflectance over the 36 bands, from a file; `noise` and `how` are what the file says of it, if it
    does."""

    source: Literal["spectrum"] = "spectrum"
    R: list[Share] = Field(min_length=BANDS, max_length=BANDS)
    name: str = Field(default="", max_length=120)
    measured: bool = True
    noise: float | None = Field(default=None, ge=0.0, le=50.0)
    how: Way | Literal[""] = ""


class FromTarget(StrictModel):
    """A colour that was caught before."""

    source: Literal["target"] = "target"
    target_id: Id


class FromMaterial(StrictModel):
    """A tin on the shelf, dried."""

    source: Literal["material"] = "material"
    key: Key


class FromMix(StrictModel):
    """A mix of a job, dried."""

    source: Literal["mix"] = "mix"
    mix_id: Id


class Between(StrictModel):
    """In between two colours."""

    source: Literal["between"] = "between"
    first: "ColourIn"
    second: "ColourIn"
    share: Share = 0.5


class Stepped(StrictModel):
    """Another colour, so many even steps lighter, warmer, greyer …"""

    source: Literal["stepped"] = "stepped"
    of: "ColourIn"
    lighter: Steps = 0.0
    darker: Steps = 0.0
    warmer: Steps = 0.0
    cooler: Steps = 0.0
    greyer: Steps = 0.0
    clearer: Steps = 0.0


ColourIn = Annotated[
    FromPhoto
    | FromScheme
    | FromText
    | FromReader
    | FromSpectrum
    | FromTarget
    | FromMaterial
    | FromMix
    | Between
    | Stepped,
    Field(discriminator="source"),
]
Between.model_rebuild()
Stepped.model_rebuild()
