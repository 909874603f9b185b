"""What a plan is over the wire: its shapes, and those of what is asked and told of it."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints, computed_field

from jug_mingle.api.common import Hex, WordsOut
from jug_mingle.api.practice import CardOut
from jug_mingle.core.practice.mishaps import MISHAPS
from jug_mingle.documents.look import ColourName
from jug_mingle.documents.plan import AirIn, HoursIn, StepKey, SurveyIn
from jug_mingle.documents.strict import Day, Id, OneOf, StrictModel, When


class TestOut(BaseModel):
    """A question of a survey: the test that tells, and what is planned meanwhile."""

    key: str
    title: str
    test: str
    meanwhile: str


class SurveyOut(BaseModel):
    """What a piece is before anything is done, and what can be said of it."""

    piece: int
    version: int = Field(description="Of the piece, which its survey is part of.")
    name: str
    surveyed: bool
    survey: SurveyIn
    old_paint: bool = Field(description="Whether there is old paint that may hold lead.")
    parts: list[WordsOut] = Field(
        description="Names that something can be said of; the empty one is all the rest."
    )


class SurveyKeptOut(SurveyIn):
    """What a piece is before anything is done, as it is kept."""

    version: int = Field(description="Of the piece, which its survey is part of.")


class SurveysOut(BaseModel):
    """The surveys of a job's pieces, and the words that they are said in."""

    pieces: list[SurveyOut]
    damage: list[WordsOut]
    causes: list[WordsOut]
    treatments: list[WordsOut]
    lead: list[WordsOut]
    tests: list[TestOut]


class TakeOut(BaseModel):
    """What a step takes of a colour."""

    colour: str
    name: str
    ml: float
    words: str
    left: str = Field(default="", description="What is left of it, as it is said; empty where nobody knows.")


class PlanStepOut(BaseModel):
    """A step of a plan."""

    key: str
    piece: int
    piece_name: str
    act: str
    title: str
    minutes: float
    words: str
    why: str
    school: str = Field(
        description="The question on which painters differ whose answer it follows; or nothing."
    )
    school_words: str
    faces: list[str]
    ready: list[str]
    takes: list[TakeOut]
    cautions: list[str]
    card: str
    hex: Hex | None
    stands: float = Field(description="How long it stands before it is wiped, with the rag in the hand. [s]")
    done: bool
    skipped: bool
    ended: datetime | None
    took: str = Field(default="", description="How long it really took, beside what was planned.")
    start: datetime | None
    hands: int = Field(description="How many pairs of hands it takes. 1..2")
    pinned: datetime | None = Field(description="When it starts, where somebody said so.")
    own: bool
    may_drop: bool
    window_closes: str = Field(
        default="", description="What to do once its window has closed; empty without one."
    )


class DryingOut(BaseModel):
    """Something that dries, or that a window closes on."""

    step: str
    title: str
    words: str
    why: str
    then: str
    then_title: str
    began: datetime
    until: datetime
    closes: datetime | None
    closes_words: str
    felt: bool


class SlotOut(BaseModel):
    """A step, a part of one, or the cleaning of a brush, in its time."""

    key: str
    step: str
    title: str
    short: str = Field(description="The same where there is little room.")
    piece: str
    start: datetime
    end: datetime
    hex: Hex | None
    dries_until: datetime | None
    dries: str = ""


class DayOut(BaseModel):
    """A session and what is done in it."""

    start: datetime
    end: datetime
    minutes: int
    slots: list[SlotOut]


class AllowedOut(BaseModel):
    """From when a piece may be used for what."""

    piece: str
    words: str
    at: datetime
    why: str


class ClashOut(BaseModel):
    """Something that stands against something, and what would help."""

    words: str
    helps: str
    steps: list[str]


class AirOut(AirIn):
    """The air that waits are reckoned with, and where that was known from."""

    source: Literal["typed", "forecast", "usual"]
    trouble: str = Field(default="", description="Why there is no forecast, where that was asked for.")
    says: list[str] = Field(default=[], description="What the air changes.")


class PlanOut(BaseModel):
    """A plan as it is looked at."""

    begun: bool
    hours: bool = Field(description="Whether somebody said when there is time.")
    moment: datetime
    now: PlanStepOut | None
    technique: CardOut | None = Field(description="How that is done, where there is a card for it.")
    next_at: datetime | None
    waits_for: str
    drying: list[DryingOut]
    days: list[DayOut]
    steps: list[PlanStepOut]
    dropped: list[str]
    allowed: list[AllowedOut]
    clashes: list[ClashOut]
    changed: str = Field(
        description="Which steps came and went since; said until something is done after it."
    )
    usable: datetime | None
    due: datetime | None
    begin_by: datetime | None = Field(description="When work may begin at the latest, where there is a date.")
    proven: bool
    stale: bool
    bettering: bool
    sessions: int
    hands_left: float
    hands_left_words: str
    finished: bool
    unsurveyed: list[str] = Field(description="Names of the pieces that nobody looked over yet.")
    without_look: list[str] = Field(description="Names of the pieces that wear no look.")
    air: AirOut
    sprayer: bool
    zone: str


class PlanChangeIn(StrictModel):
    """What changes of a plan; only what is sent does."""

    due: When | None = None
    no_due: bool = False
    asked: float | None = Field(default=None, ge=0.0, le=1e6)
    air: AirIn | None = None
    by_forecast: bool = Field(
        default=False, description="Count with the forecast again, and not with what was typed."
    )
    no_sprayer: bool | None = None
    swaps: dict[ColourName, ColourName] | None = Field(
        default=None,
        max_length=20,
        description="Colour → what is laid instead, as the shop has none; none takes back.",
    )


class StepIn(StrictModel):
    """A step that is meant."""

    step: StepKey


class StepDoneIn(StepIn):
    """A step that was done, or is left undone."""

    minutes: float | None = Field(
        default=None, ge=0.5, le=1440.0, description="Of hands, where it took otherwise."
    )
    ended: When | None = None
    how: Literal["done", "skipped"] = "done"
    before_too: bool = Field(
        default=False, description="Whether all that has to come before it was done, too."
    )


class TackyIn(StepIn):
    """A step that has to wait longer. [minutes]"""

    minutes: int = Field(default=30, ge=1, le=14 * 1440)


class WrongIn(StepIn):
    """A mishap at a step."""

    mishap: Annotated[str, OneOf(MISHAPS)]


class OrderIn(StrictModel):
    """A step that shall come before another."""

    first: StepKey
    then: StepKey


class PinIn(StepIn):
    """A step that shall start at a time; without one, whenever it fits."""

    at: When | None = None


class DayIn(StrictModel):
    """A day on which there is no time after all."""

    day: Day


class HoursOut(BaseModel):
    """When there is time, and what a calendar takes of it."""

    id: int = Field(description='0 before they are set; said with the version as If-Match: "setting-3-2".')
    version: int
    set: bool
    hours: HoursIn
    busy: int
    busy_words: list[str]


class BusyIn(StrictModel):
    """A calendar file as text."""

    calendar: str = Field(max_length=4_000_000)


class TimerIn(StrictModel):
    """A timer to start."""

    job_id: Id
    words: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=160)]
    seconds: int = Field(ge=5, le=60 * 86400)
    kind: Literal["wait", "window", "wipe"] = "wait"


class TimerOut(BaseModel):
    """A timer that runs, or has rung."""

    id: int
    job_id: int
    words: str
    kind: str
    step: str
    began: datetime
    ends: datetime


class TimersOut(BaseModel):
    """All timers, and the server's time, by which they run."""

    moment: datetime
    timers: list[TimerOut]


class LineOut(BaseModel):
    """Something that a plan takes."""

    key: str
    title: str
    unit: str
    needed: float
    needed_words: str
    there_words: str
    buy: str
    cash: float | None
    share: float | None
    instead: list[WordsOut] = Field(default=[], description="Tins on the shelf that could be laid instead.")


class PieceCostOut(BaseModel):
    """What a piece takes of money and hours."""

    piece: int
    name: str
    share: float
    hours: float


class MoneyOut(BaseModel):
    """What a plan takes and costs."""

    currency: str
    tins: list[LineOut]
    goods: list[LineOut]
    hardware: float
    cash: float
    share: float
    hours: float
    unpriced: list[str]
    pieces: list[PieceCostOut]
    swapped: list[WordsOut] = Field(
        description="Colours of looks that others are laid for, with what these are."
    )
    asked: float | None
    left: float | None
    per_hour: float | None

    @computed_field  # type: ignore[prop-decorator]
    @property
    def pots(self) -> list[LineOut]:
        """An older spelling of `tins`."""
        return self.tins


class SaidOut(BaseModel):
    """What is said of something that was done, with the plan as it is then."""

    said: str
    plan: PlanOut


class WeatherIn(StrictModel):
    """What the stand-in weather service shall be like."""

    season: Literal["mild", "damp", "cold", "hot", "wet"] | None = None
    fault: Literal["none", "timeout", "disconnect", "half-line", "another-hour", "out-of-range"] | None = None
