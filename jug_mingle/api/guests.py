"""What a guest sees: one job, no money, nothing to take along; all else is as if it were not there."""

import json
import re
from collections.abc import Awaitable, Callable
from typing import Annotated, Any, Final

from fastapi import Depends, Request
from pydantic import TypeAdapter, ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session
from starlette.datastructures import MutableHeaders
from starlette.types import Message, Receive, Send

from jug_mingle.services.pairing import Paired
from jug_mingle.store.models import (
    BatchRow,
    ChoiceRow,
    EntryRow,
    LookRow,
    MixRow,
    MotifRow,
    PhotoRow,
    PieceRow,
    StripRow,
    TargetRow,
)

_SHUT: Final = re.compile(
    r"/openapi\.json|/api/archives?(/.*)?|/api/(bin|past-mixes)(/.*)?|/api/shelf/table\.csv"
    r"|/api/jobs/[^/]+/(archive|daybook|plan/money|shopping\.csv|plan\.pdf)"
)
"""What is read by those who work here only: the record in a file, what other jobs hold, what anything
costs."""

_OF_A_JOB: Final[dict[str, Any]] = {
    "pieces": PieceRow, "looks": LookRow, "photos": PhotoRow, "targets": TargetRow, "mixes": MixRow,
    "motifs": MotifRow, "choices": ChoiceRow, "entries": EntryRow, "strips": StripRow,
}  # fmt: skip
_OF_WHAT: Final = re.compile(r"/api/(\w+)/([^/]+)(?:/.*)?", re.DOTALL)

MONEY: Final[dict[str, float | None]] = {
    "cost": 0.0,
    "price": 0.0,
    "cash": None,
    "money": None,
    "asked": None,
}
"""Members of an answer that say money, and what stands there for who may not know: as where none was ever
said."""


def shut_to_guests(path: str) -> bool:
    """Return whether an address is for those who work here only."""
    return _SHUT.fullmatch(path) is not None


def is_of_another_job(session: Session, guest: Paired, path: str) -> bool:
    """Return whether an address is of something that belongs to a job which the guest was not shown.

    What is not there at all is of no job: its own route says so.
    """
    match = _OF_WHAT.fullmatch(path)
    return match is not None and _is_elsewhere(session, guest, match[1], match[2])


_BY_NUMBER: Final = {
    "job_id": "jobs", "photo_id": "photos", "target_id": "targets", "mix_id": "mixes", "piece_id": "pieces",
    "look_id": "looks", "batch_id": "batches",
}  # fmt: skip
"""Members by which a body, or a query, names something of a job."""


def names_another_job(session: Session, guest: Paired, said: Any) -> bool:
    """Return whether what is asked with, however deep, names something of a job which the guest was not
    shown."""
    left = [said]
    while left:
        one = left.pop()
        if isinstance(one, list):
            left += one
        elif isinstance(one, dict):
            left += one.values()
            for name in one.keys() & _BY_NUMBER.keys():
                if _is_elsewhere(session, guest, _BY_NUMBER[name], one[name]):
                    return True
    return False


def _number_of(said: object) -> int | None:
    """Return a row's number as a route reads it, which takes "+7", " 7" and 7.0, too; a file's ending
    goes."""
    bare = re.sub(r"\.[A-Za-z]\w*\Z", "", said) if isinstance(said, str) else said
    try:
        number = TypeAdapter(int).validate_python(bare)
    except ValidationError:
        return None
    return number if abs(number) < _MOST_NUMBER else None


_MOST_NUMBER: Final = 2**63
"""The database has no larger number."""


def _is_elsewhere(session: Session, guest: Paired, noun: str, said: object) -> bool:
    number = _number_of(said)
    if number is None:
        return False
    if noun == "jobs":
        job: int | None = number
    elif noun == "batches":
        job = session.scalar(
            select(MixRow.job_id).join(BatchRow, BatchRow.mix_id == MixRow.id).where(BatchRow.id == number)
        )
    elif noun in _OF_A_JOB:
        table = _OF_A_JOB[noun]
        job = session.scalar(select(table.job_id).where(table.id == number))
    else:
        return False
    return job is not None and job != guest.job_id


def without_money(send: Send) -> Callable[[Message], Awaitable[None]]:
    """Return what sends an answer on with nothing in it that says what anything costs; streams and files go
    through."""
    start: Message = {}
    held: list[bytes] = []

    async def sending(message: Message) -> None:
        if message["type"] == "http.response.start":
            start.update(message)
            if not _is_json(message):
                await send(message)
            return
        if message["type"] != "http.response.body" or not _is_json(start):
            await send(message)
            return
        held.append(message.get("body", b""))
        if message.get("more_body", False):
            return
        whole = b"".join(held)
        body = json.dumps(_blanked(json.loads(whole))).encode() if whole else whole
        headers = MutableHeaders(scope=start)
        if "content-length" in headers:
            headers["content-length"] = str(len(body))
        await send(start)
        await send({"type": "http.response.body", "body": body})

    return sending


def _is_json(start: Message) -> bool:
    return MutableHeaders(scope=start).get("content-type", "").partition(";")[0] == "application/json"


def _blanked(said: Any) -> Any:
    if isinstance(said, list):
        return [_blanked(one) for one in said]
    if not isinstance(said, dict):
        return said
    return {
        name: MONEY[name] if name in MONEY and isinstance(value, int | float) else _blanked(value)
        for name, value in said.items()
    }


async def read_whole(receive: Receive) -> tuple[Receive, bytes]:
    """Return a guest's whole body, and what gives it once more to who answers; more than `MOST` is left
    unread."""
    heard: list[Message] = []
    while True:
        message = await receive()
        heard.append(message)
        whole = sum(len(one.get("body", b"")) for one in heard)
        if message["type"] != "http.request" or not message.get("more_body", False) or whole > MOST:
            break

    async def again() -> Message:
        return heard.pop(0) if heard else await receive()

    return again, b"".join(one.get("body", b"") for one in heard)


def said_in(body: bytes) -> Any:
    """Return what a body says; nothing where it is no JSON, which is refused where it is read."""
    try:
        return json.loads(body) if body else None
    except (ValueError, RecursionError):
        return None


MOST: Final = 1_000_000
"""A guest sends no larger body than this. [bytes]"""


async def only_job(request: Request) -> int | None:
    """Return the one job that a guest was shown, 0 where that is none; nothing where all may be seen."""
    guest: Paired | None = getattr(request.state, "guest", None)
    return None if guest is None else guest.job_id or 0


OnlyJob = Annotated[int | None, Depends(only_job)]
