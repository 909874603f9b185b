"""The bin: what was removed, brought back or removed for good."""

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel

from jug_mingle.api.context import ContextNow, ReadSession, writing
from jug_mingle.documents.strict import Id, OneOf
from jug_mingle.services import bin as service
from jug_mingle.services.bin import KINDS

BinKind = Annotated[str, OneOf(KINDS)]


class RemovedOut(BaseModel):
    """Something that was removed, and can be brought back."""

    kind: BinKind
    id: int
    name: str
    job_name: str
    removed: datetime


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
