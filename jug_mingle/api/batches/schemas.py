"""Batches over the wire."""

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, Field

from jug_mingle.api.common.schemas import Hex
from jug_mingle.api.jugs.schemas import JugName
from jug_mingle.api.recipes.schemas import PourIn
from jug_mingle.documents.colour_source import ColourIn
from jug_mingle.documents.strict import StrictModel


class StepOut(BaseModel):
    """One pour, made or still to be made."""

    material: str
    name: str
    hex: Hex
    ml: float
    grams: float
    words: str
    made: bool


class BatchOut(BaseModel):
    """A batch on the bench."""

    id: int
    mix_id: int
    mix_name: str
    jug: JugName
    capacity: float
    steps: list[StepOut]
    poured_ml: float
    batch: float
    words: str
    full: bool
    now_hex: Hex | None
    end_hex: Hex | None
    target_hex: Hex | None
    dry_at: datetime | None
    dry_minutes: float
    dry_words: str
    over: str = Field(description="What a strip of it is painted on, where its ground shows through; else empty.")
    over_key: str = Field(default="", description="The name of that, as `over` takes it; empty where it hides.")
    done: bool
    caution: str = Field(description="What can hurt of what is in it; else empty.")


class BeginIn(StrictModel):
    """Into which jug; the smallest that holds it with room to spare where none is named."""

    jug: JugName | None = None


class OtherJugIn(StrictModel):
    """Which jug is taken instead."""

    jug: JugName


class PourMadeIn(StrictModel):
    """A pour that was made; `place` is the number of pours made before it."""

    place: int = Field(ge=0, le=200)
    material: str = Field(max_length=80)
    ml: float = Field(gt=0.0, le=20_000.0)
    how: Literal["scale", "strip", "eye"] = "eye"


class StripIn(StrictModel):
    """The colour of a dried strip; `anyway` when the timer has not run out but it is dry."""

    colour: ColourIn
    anyway: bool = False
    notes: str = Field(default="", max_length=500)


class LearntOut(BaseModel):
    """How far the prediction of a paint moved by this reading. [CIEDE2000]"""

    name: str
    by: float


class VerdictOut(BaseModel):
    """What a dried strip says; of a mix without a target there is no difference to say, and nothing to reach."""

    strip_id: int
    reading_id: int | None
    hex: Hex
    target_hex: Hex | None
    delta_E: float | None
    words: str
    misses: str
    reached: bool
    learnt: list[LearntOut]
    set_aside: bool = Field(description="Whether nothing known of the paints explains it, so that it teaches nothing.")
    lay: str = Field(default="", description="Of a jug that is seen through: how it is laid to come nearest.")


class RescueOut(BaseModel):
    """One way to go on, with the colour that it would give."""

    additions: list[StepOut]
    hex: Hex
    delta_E: float = Field(description="What is likely. [CIEDE2000]")
    words: str
    likely: str
    low: float
    high: float
    ml: float


class AdviceOut(BaseModel):
    """A rescue: the ways, the best of them, and the words."""

    now_hex: Hex
    target_hex: Hex
    options: list[RescueOut]
    best: int
    reached: bool
    words: str


class AdditionsIn(StrictModel):
    """What is to be added to the batch."""

    pours: list[PourIn] = Field(min_length=1, max_length=3)
