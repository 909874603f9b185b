"""How much may be sent: counted while it comes, before anything is made of it, for every route there is and
will be."""

import re
from asyncio import timeout
from typing import Final

import numpy as np
from starlette.datastructures import Headers
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle.api.failures import answer

LARGEST: Final = 2 * 1024 * 1024
"""A body that is no file is not larger: a look with all its layouts takes a twentieth of it. [bytes]"""

DEEPEST: Final = 40
"""Lists and objects of a body lie no deeper in one another."""

MOST: Final = 200_000
"""A body has not more parts."""

_PATIENCE: Final = 30.0
"""So long it may take to send a body that is no file. [s]"""

_TEXTS: Final = re.compile(rb'"(?:[^"\\]|\\.)*"?', re.DOTALL)
_STEPS: Final = np.zeros(256, dtype=np.int8)
_STEPS[np.frombuffer(b"[{", dtype=np.uint8)] = 1
_STEPS[np.frombuffer(b"]}", dtype=np.uint8)] = -1


class Bounds:
    """Refuses a body that is too large, too deep or of too many parts; files have bounds of their own
    (`bodies`).

    Parameters
    ----------
    files : tuple of re.Pattern
        The addresses that take files.
    """

    def __init__(self, app: ASGIApp, files: tuple[re.Pattern[str], ...]) -> None:
        self.app, self.files = app, files

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        bodiless = scope["type"] != "http" or scope["method"] in ("GET", "HEAD", "OPTIONS")
        if bodiless or any(file.match(scope["path"]) for file in self.files):
            await self.app(scope, receive, send)
            return
        try:
            async with timeout(_PATIENCE):
                body = await _whole(Headers(scope=scope), receive)
        except TimeoutError:
            await answer("what was sent did not come within half a minute: try again", 408)(
                scope, receive, send
            )
            return
        reason = too_large() if body is None else too_much(body)
        if body is None or reason:
            await answer(reason, 413)(scope, receive, send)
            return
        await self.app(scope, _again(body, receive), send)


def too_large() -> str:
    """Return in words that a body is too large."""
    return f"what was sent is larger than {LARGEST // 2**20} MB: send less at once"


def too_much(body: bytes) -> str:
    """Return why a body is too deep or has too many parts; nothing when it may be read. Nothing is parsed for
    that."""
    if body.count(b",") > MOST:
        return f"what was sent has more than {MOST} parts: send less at once"
    if body.count(b"[") + body.count(b"{") <= DEEPEST:
        return ""
    bare = np.frombuffer(_TEXTS.sub(b"", body), dtype=np.uint8)
    if bare.size and np.cumsum(_STEPS[bare], dtype=np.int64).max() > DEEPEST:
        return f"what was sent is nested deeper than {DEEPEST} levels"
    return ""


async def _whole(headers: Headers, receive: Receive) -> bytes | None:
    """Return the whole body; None as soon as it is, or says that it is, too large."""
    said = headers.get("content-length", "0")
    if said.isdigit() and (len(said) > 15 or int(said) > LARGEST):
        return None
    body = bytearray()
    while True:
        message = await receive()
        if message["type"] != "http.request":  # whoever sent it is gone
            return bytes(body)
        body += message.get("body", b"")
        if len(body) > LARGEST:
            return None
        if not message.get("more_body", False):
            return bytes(body)


def _again(body: bytes, receive: Receive) -> Receive:
    """Return what gives a body that was read once more, and then what comes after it."""
    given = False

    async def again() -> Message:
        nonlocal given
        if given:
            return await receive()
        given = True
        return {"type": "http.request", "body": body, "more_body": False}

    return again
