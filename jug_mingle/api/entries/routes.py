"""The daybook of a job: what happened, what is written down, what it took and brought."""

from dataclasses import asdict
from typing import Any

from fastapi import APIRouter

from jug_mingle.api.context import ContextNow, ReadSession
from jug_mingle.api.entries.schemas import DaybookOut, EntryChangeIn, EntryIn, EntryOut, HappenedOut, SumsOut
from jug_mingle.documents.strict import Id
from jug_mingle.services import entries as service
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import EntryRow

router = APIRouter(prefix="/api", tags=["daybook"])


@router.get("/jobs/{job_id}/daybook")
def read_daybook(job_id: Id, session: ReadSession) -> DaybookOut:
    """Return the daybook of a job."""
    saying = settings_of(session).saying()
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
