"""How answers go out, whatever the route: asked for by HEAD, unchanged since the last time, packed."""

import gzip
import hashlib
from collections.abc import Callable
from typing import Final

from anyio import create_task_group, to_thread
from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

_PACKED: Final = (
    "application/json",
    "text/",
    "image/svg+xml",
    "application/xml",
    "application/manifest+json",
)
_STREAM: Final = "text/event-stream"
_SMALLEST: Final = 1000
"""Less than this is not worth packing. [bytes]"""

_ASIDE: Final = 200_000
"""More than this is packed in a thread, so that others are answered meanwhile. [bytes]"""

_LARGEST: Final = 32 * 2**20
"""More than this is a file that is read as it goes; it is passed on as it comes. [bytes]"""


class Sending:
    """Answers HEAD like GET without a body, 304 to who has it already, and packs what packs well."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        if scope["type"] != "http" or scope["method"] not in ("GET", "HEAD"):
            await self.app(scope, receive, send)
            return
        if scope["method"] == "GET":
            await _Answer(scope, send).of(self.app, scope, receive)
            return
        async with create_task_group() as tasks:

            async def head_only(message: Message) -> None:
                if message["type"] != "http.response.start":
                    return
                await send(message)
                await send({"type": "http.response.body", "body": b""})
                tasks.cancel_scope.cancel()  # a stream would go on for ever

            await self.app({**scope, "method": "GET"}, receive, head_only)


class _Answer:
    """One answer on its way: held back until it is whole, where it is not too large for that."""

    def __init__(self, scope: Scope, send: Send) -> None:
        self._asked, self._send = Headers(scope=scope), send
        self._start: Message | None = None
        self._body = bytearray()
        self._passes = False

    async def of(self, app: ASGIApp, scope: Scope, receive: Receive) -> None:
        """Send what an application answers."""
        await app(scope, receive, self._take)

    async def _take(self, message: Message) -> None:
        if self._passes:
            await self._send(message)
            return
        if message["type"] == "http.response.start":
            self._start = message
            headers = Headers(raw=message["headers"])
            size = headers.get("content-length", "0")
            # What is not found, refused, streamed, or packed by whoever made it goes on as it is.
            plain = message["status"] == 200 and "content-encoding" not in headers
            streams = headers.get("content-type", "").startswith(_STREAM)
            if not plain or streams or int(size) > _LARGEST:
                self._passes = True
                await self._send(message)
            return
        if message["type"] != "http.response.body":
            await self._send(message)
            return
        self._body += message.get("body", b"")
        if len(self._body) > _LARGEST:
            await self._pass_on(bytes(self._body), more=message.get("more_body", False))
        elif not message.get("more_body", False):
            await self._whole()

    async def _pass_on(self, body: bytes, *, more: bool) -> None:
        self._passes = True
        if self._start is not None:
            await self._send(self._start)
        await self._send({"type": "http.response.body", "body": body, "more_body": more})

    async def _whole(self) -> None:
        """Send an answer that is whole."""
        if self._start is None:
            return
        headers, body = MutableHeaders(scope=self._start), bytes(self._body)
        tag = headers.get("etag") or f'W/"{hashlib.blake2b(body, digest_size=12).hexdigest()}"'
        headers["ETag"] = tag
        headers.setdefault("Cache-Control", "no-cache")  # kept, and asked for whether it is still so
        if tag.removeprefix("W/") in self._asked.get("if-none-match", "").replace("W/", ""):
            self._start["status"] = 304
            for name in ("content-length", "content-type"):
                if name in headers:
                    del headers[name]
            await self._pass_on(b"", more=False)
            return
        if len(body) >= _SMALLEST and headers.get("content-type", "").startswith(_PACKED):
            headers.add_vary_header("Accept-Encoding")
            if "gzip" in self._asked.get("accept-encoding", ""):
                body = await _packed(body)
                headers["Content-Encoding"] = "gzip"
                headers["Content-Length"] = str(len(body))
        await self._pass_on(body, more=False)


async def _packed(body: bytes) -> bytes:
    pack: Callable[[], bytes] = lambda: gzip.compress(body, 5, mtime=0)  # noqa: E731 - the thread takes a call
    return await to_thread.run_sync(pack) if len(body) > _ASIDE else pack()
