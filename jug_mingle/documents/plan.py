"""What a plan stands on and what it says, as it is stored, sent and kept in files: survey, hours, a job, a
plan."""

from datetime import date, datetime
from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator

from jug_mingle.core.optics.grounds import GROUNDS
from jug_mingle.core.pieces import FORMS
from jug_mingle.core.plan.survey import CAUSES, DAMAGE, LEAD, TESTS, TREATMENTS
from jug_mingle.core.practice.schools import QUESTIONS
from jug_mingle.core.practice.uses import AGES, USES
from jug_mingle.documents.look import LayerIn
from jug_mingle.documents.strict import Moment, OneOf, StrictModel

Text = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Clock = Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$|^24:00$")]
StepKey = Annotated[str, StringConstraints(min_length=1, max_length=160)]


class PartSurveyIn(StrictModel):
    """What was seen of a part; as `core.plan.survey.PartSurvey`."""

    damage: list[Annotated[str, OneOf(DAMAGE)]] = Field(default=[], max_length=10)
    layers: int | None = Field(default=None, ge=0, le=20)
    treatment: Annotated[str, OneOf(TREATMENTS)] = ""


class SurveyIn(StrictModel):
    """What a piece is before anything is done; as `core.plan.survey.Survey`."""

    parts: dict[Annotated[str, StringConstraints(max_length=60)], PartSurveyIn] = Field(
        default={}, max_length=60
    )
    causes: list[Annotated[str, OneOf(CAUSES)]] = Field(default=[], max_length=10)
    unknown: list[Annotated[str, OneOf(TESTS)]] = Field(default=[], max_length=10)
    lead: Annotated[str, OneOf(LEAD)] = "unknown"
    interiors: Literal["", "line", "feed"] = ""
    deliver: bool = False


class SpanIn(StrictModel):
    """From when to when on a day, by the clock of the place."""

    start: Clock
    end: Clock

    @model_validator(mode="after")
    def _runs(self) -> Self:
        if self.start >= self.end:
            raise ValueError(
                f"a time from {self.start} to {self.end} has no length: it ends on the day on which it begins"
            )
        return self


Weekday = Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"]


class HoursIn(StrictModel):
    """When somebody has time, week after week, and what is otherwise on single days."""

    zone: Annotated[str, StringConstraints(max_length=60)] = "UTC"
    week: dict[Weekday, list[SpanIn]] = Field(
        default={}, description="Day of the week → when hands are there."
    )
    days: dict[date, list[SpanIn]] = Field(
        default={}, max_length=400, description="Single days that differ; none is off."
    )
    hands: int = Field(default=1, ge=1, le=2)
    quiet: SpanIn | None = Field(
        default_factory=lambda: SpanIn(start="08:00", end="20:00"), description="When noise may be made."
    )
    outdoors: SpanIn | None = Field(
        default_factory=lambda: SpanIn(start="09:00", end="17:00"), description="When it is light outdoors."
    )
    sprayer: bool = Field(default=True, description="Whether there is a gun that works.")
    heated: bool = Field(
        default=True, description="Whether the workshop is heated; else its air is that of the forecast."
    )


class AirIn(StrictModel):
    """The air of the workshop; as `core.plan.conditions.Conditions`."""

    temperature: float = Field(default=20.0, ge=-40.0, le=60.0, description="[°C]")
    humidity: float = Field(default=50.0, ge=0.0, le=100.0, description="Relative. [%]")
    moving_air: bool = False
    dryer: bool = False


class AddedStepIn(StrictModel):
    """A step of one's own."""

    title: Text
    minutes: float = Field(ge=1.0, le=600.0)
    piece: int = Field(default=0, ge=0, le=2**53)
    after: Annotated[str, StringConstraints(max_length=160)] = ""
    wait: int = Field(default=0, ge=0, le=60 * 1440, description="That follows it. [minutes]")
    words: Annotated[str, StringConstraints(max_length=500)] = ""


class JobPieceIn(StrictModel):
    """A piece in a file of a job."""

    name: Text
    form: Annotated[str, OneOf(FORMS)]
    measures: dict[Annotated[str, StringConstraints(max_length=40)], float | int | str] = Field(
        default={}, max_length=30
    )
    grounds: dict[Annotated[str, StringConstraints(max_length=60)], Annotated[str, OneOf(GROUNDS)]] = Field(
        default={"": "oak"},
        max_length=60,
        description='Name of faces → what they are; "" is every other face.',
    )
    survey: SurveyIn = Field(default_factory=SurveyIn)
    uses: list[Annotated[str, OneOf(USES)]] | None = None
    age: Annotated[str, OneOf(AGES)] = "unknown"
    count: int = Field(default=1, ge=1, le=50)
    layers: list[LayerIn] = Field(default=[], max_length=24)


class JobFile(StrictModel):
    """A job in a file, to be planned by the command line; colours are "usual:" and a kind of material, or a
    wax."""

    format: Literal["jug-mingle job"] = "jug-mingle job"
    version: Literal[1] = 1
    name: Text
    pieces: list[JobPieceIn] = Field(min_length=1, max_length=40)
    hours: HoursIn = Field(default_factory=HoursIn)
    air: AirIn = Field(default_factory=AirIn)
    schools: dict[Annotated[str, OneOf(QUESTIONS)], str] = Field(default={}, max_length=40)
    start: Moment | None = None
    due: Moment | None = None


class PlanStepDoc(StrictModel):
    """A step in a file of a plan."""

    key: str
    piece: str
    title: str
    act: str
    minutes: float = Field(description="Of hands.")
    words: str
    why: str
    school: str
    cautions: list[str]
    start: datetime | None = None
    end: datetime | None = None
    part: int = 1
    parts: int = 1
    done: bool = False


class PlanWaitDoc(StrictModel):
    """A wait in a file of a plan. [minutes]"""

    before: str
    after: str
    least: int
    most: int | None
    words: str
    why: str


class PlanFile(StrictModel):
    """A plan as a file."""

    format: Literal["jug-mingle plan"] = "jug-mingle plan"
    version: Literal[1] = 1
    job: str
    made: datetime
    usable: datetime | None
    proven: bool
    sessions: int
    steps: list[PlanStepDoc]
    waits: list[PlanWaitDoc]
