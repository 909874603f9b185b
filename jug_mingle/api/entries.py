"""The daybook of a job: what happened, what is written down, what it took and brought."""

from dataclasses import asdict
from datetime import datetime
from typing import Annotated, Any

from fastapi import APIRouter
from pydantic import BaseModel, Field, StringConstraints

from jug_mingle.api.context import ContextNow, ReadSession
from jug_mingle.documents.strict import Id, OneOf, StrictModel, When
from jug_mingle.services import entries as service
from jug_mingle.services.entries import KINDS
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import EntryRow

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
    """Something that happened in a job, in words; `entry`, `photo` and `mix` are the numbers of what it
    is."""

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
    """The daybook of a job: what happened, the newest first; what was written down; and what it took and
    brought."""

    happened: list[HappenedOut]
    entries: list[EntryOut]
    sums: SumsOut
    kinds: dict[str, str]


router = APIRouter(prefix="/api", tags=["daybook"])


@router.get("/jobs/{job_id}/daybook")
def read_daybook(job_id: Id, session: ReadSession) -> DaybookOut:
    """Return the daybook of a job."""
    saying = settings_of(session).marking()
    return DaybookOut(
        happened=[HappenedOut(**asdict(one)) for one in service.happened(session, job_id, saying)],
        entries=[_out(row) for row in service.entry_rows(session, job_id)],
        sums=SumsOut(**asdict(service.sums_of(session, job_id))),
        kinds=dict(service.KINDS),
    )


@router.post("/jobs/{job_id}/entries", status_code=201)
def add_entry(job_id: Id, body: EntryIn, context: ContextNow) -> EntryOut:
    """Write something down of a job."""
    with context.database.write.begin() as session:
        return _out(service.add_entry(session, job_id, _said(body)))


@router.patch("/entries/{entry_id}")
def change_entry(entry_id: Id, body: EntryChangeIn, context: ContextNow) -> EntryOut:
    """Say an entry otherwise; only what is sent is changed."""
    with context.database.write.begin() as session:
        return _out(service.change_entry(session, entry_id, _said(body)))


@router.delete("/entries/{entry_id}", status_code=204)
def remove_entry(entry_id: Id, context: ContextNow) -> None:
    """Remove an entry; it can be brought back."""
    with context.database.write.begin() as session:
        service.remove_entry(session, entry_id)


_NEVER_NONE = ("kind", "at", "words", "step", "tool", "product")


def _said(body: EntryChangeIn) -> dict[str, Any]:
    """Return what was sent; a number that was sent as nothing is taken back, a word never is."""
    sent = body.model_dump(exclude_unset=True)
    said = {name: value for name, value in sent.items() if value is not None or name not in _NEVER_NONE}
    return {"kind": body.kind, **said} if isinstance(body, EntryIn) else said


def _out(row: EntryRow) -> EntryOut:
    return EntryOut.model_validate(row, from_attributes=True)
