"""The daybook of a job over the wire."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.documents.strict import Id, OneOf, StrictModel, When
from jug_mingle.services.entries import KINDS

EntryKind = Annotated[str, OneOf(KINDS)]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=4000)]
Short = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Minutes = Annotated[float, Field(gt=0.0, le=100_000.0)]


class EntryChangeIn(StrictModel):
    """What is said of an entry; what is not sent stays."""

    kind: EntryKind | None = None
    at: When | None = None
    words: Words | None = None
    step: Short | None = None
    tool: Short | None = None
    product: Short | None = None
    grit: Annotated[int, Field(ge=16, le=5000)] | None = None
    minutes: Minutes | None = None
    waited: Minutes | None = None
    money: Annotated[float, Field(ge=0.0, le=1e7)] | None = None
    piece_id: Id | None = None
    photo_id: Id | None = None


class EntryIn(EntryChangeIn):
    """Something to write down of a job."""

    kind: EntryKind = "note"


class EntryOut(BaseModel):
    """Something that was written down; `minutes` are of hands, `waited` of drying. [minutes]"""

    id: int
    version: int
    kind: EntryKind
    at: datetime
    words: str
    step: str
    tool: str
    product: str
    grit: int | None
    minutes: float | None
    waited: float | None
    money: float | None
    piece_id: int | None
    photo_id: int | None


class HappenedOut(BaseModel):
    """Something that happened in a job, in words; `entry`, `photo` and `mix` are the numbers of what it is."""

    kind: str
    at: datetime
    title: str
    words: str
    entry: int | None
    photo: int | None
    mix: int | None


class SumsOut(BaseModel):
    """What a job took and brought: hands in hours, and money in the currency that was set."""

    hours: float
    spent: float
    paint: float = Field(description="What was poured of tins whose price is known.")
    got: float
    bought: float | None = Field(description="What a bought equal would cost.")
    per_hour: float | None


class DaybookOut(BaseModel):
    """The daybook of a job: what happened, the newest first; what was written down; and what it took and brought."""

    happened: list[HappenedOut]
    entries: list[EntryOut]
    sums: SumsOut
    kinds: dict[str, str]
