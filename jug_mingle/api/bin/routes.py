"""The bin: what was removed, brought back or removed for good."""

from fastapi import APIRouter

from jug_mingle.api.bin.schemas import BinKind, RemovedOut
from jug_mingle.api.context import ContextNow, ReadSession, writing
from jug_mingle.documents.strict import Id
from jug_mingle.services import bin as service

router = APIRouter(prefix="/api/bin", tags=["bin"])


@router.get("")
def list_removed(session: ReadSession) -> list[RemovedOut]:
    """List all that is in the bin, what was removed last first."""
    return [
        RemovedOut(kind=one.kind, id=one.number, name=one.name, job_name=one.job, removed=one.removed)
        for one in service.removed(session)
    ]


@router.post("/{kind}/{number}/restore", status_code=204)
def bring_back(kind: BinKind, number: Id, context: ContextNow) -> None:
    """Take something out of the bin."""
    with writing(context) as session:
        service.bring_back(session, kind, number)


@router.delete("/{kind}/{number}", status_code=204)
def remove_for_good(kind: BinKind, number: Id, context: ContextNow) -> None:
    """Remove something in the bin for good, with all that belongs to it."""
    with writing(context) as session:
        service.remove_for_good(session, kind, number)
