"""Writes with a key are done once: the same key again gets the same answer, and nothing is done twice.

A page whose answer was lost on the way sends the write again with the key it had; so does a finger that taps
twice.
"""

import re
from asyncio import Lock
from typing import Final

from fastapi.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.responses import Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle.api.failures import answer
from jug_mingle.store import once as store
from jug_mingle.store.database import Database
from jug_mingle.store.models import DoneRow

HEADER: Final = "idempotency-key"
_KEY: Final = re.compile(r"[A-Za-z0-9._-]{8,100}")
_LARGEST: Final = 500_000
"""An answer larger than this is not kept. [bytes]"""


class DoneOnce:
    """Lets a write that carries a key be done once."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app
        self._under_way: dict[str, Lock] = {}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        key = Headers(scope=scope).get(HEADER) if scope["type"] == "http" else None
        if key is None or scope["method"] in ("GET", "HEAD", "OPTIONS"):
            await self.app(scope, receive, send)
            return
        if not _KEY.fullmatch(key):
            refused = answer(
                "the key of a write is 8 to 100 letters, digits, dots, dashes or underlines", 422
            )
            await refused(scope, receive, send)
            return
        lock = self._under_way.setdefault(key, Lock())
        try:
            async with (
                lock
            ):  # the same write, sent twice at once: the second waits for the answer of the first
                await self._once(key, scope, receive, send)
        finally:
            self._under_way.pop(key, None)

    async def _once(self, key: str, scope: Scope, receive: Receive, send: Send) -> None:
        database: Database = scope["app"].state.context.database
        request = f"{scope['method']} {scope['path']}"[:300]
        before = await run_in_threadpool(_before, database, key)
        if before is not None:
            await _again(before, request)(scope, receive, send)
            return
        mine = store.Once(key=key, request=request)
        token = store.once.set(mine)
        heard = _Heard(send)
        try:
            await self.app(scope, receive, heard)
        finally:
            store.once.reset(token)
        if mine.kept and heard.whole:
            await run_in_threadpool(_keep, database, key, heard)


class _Heard:
    """Sends an answer on and keeps what it said."""

    def __init__(self, send: Send) -> None:
        self.send, self.status, self.media_type = send, 0, ""
        self.body = bytearray()
        self.whole = False

    async def __call__(self, message: Message) -> None:
        if message["type"] == "http.response.start":
            self.status = message["status"]
            self.media_type = Headers(raw=message["headers"]).get("content-type", "")
        elif len(self.body) <= _LARGEST:
            self.body += message.get("body", b"")
            self.whole = not message.get("more_body", False) and len(self.body) <= _LARGEST
        await self.send(message)


def _before(database: Database, key: str) -> DoneRow | None:
    with database.read() as session:
        return store.answered(session, key)


def _keep(database: Database, key: str, heard: _Heard) -> None:
    with database.write.begin() as session:
        store.keep_answer(
            session, key, status=heard.status, media_type=heard.media_type,
            answer=bytes(heard.body).decode("utf-8", errors="replace"),
        )  # fmt: skip


def _again(row: DoneRow, request: str) -> Response:
    if row.request != request:
        return answer("this key was used for another write: give each its own", 422)
    if row.status is None:
        return answer("this was done already, and its answer is lost: look again at what stands there", 409)
    return Response(row.answer, status_code=row.status, media_type=row.media_type or None)
