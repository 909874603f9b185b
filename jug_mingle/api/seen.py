"""What a write says of itself in its headers: which page makes it, and which version of a thing it
changes."""

import re
from typing import Final

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from jug_mingle.api.failures import answer
from jug_mingle.store.changed import Seen, page, seen

PAGE: Final = "x-page"
_PAGE: Final = re.compile(r"[A-Za-z0-9]{1,40}")
_SEEN: Final = re.compile(r'"([a-z_]{1,20})-([0-9]{1,15})-([0-9]{1,9})"')


class SaysWhatItSaw:
    """Takes `If-Match: "look-5-3"` (the third version of look 5) and `X-Page` from a write to where it is
    made."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        if scope["type"] != "http" or scope["method"] in ("GET", "HEAD", "OPTIONS"):
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        said, asked = headers.get(PAGE, ""), headers.get("if-match")
        match = _SEEN.fullmatch(asked) if asked is not None else None
        if asked is not None and match is None:
            refused = answer(
                'a version is said as If-Match: "look-5-3", a thing, its number and its version', 422
            )
            await refused(scope, receive, send)
            return
        told = page.set(said if _PAGE.fullmatch(said) else "")
        saw = seen.set(Seen(match[1], int(match[2]), int(match[3])) if match else None)
        try:
            await self.app(scope, receive, send)
        finally:
            seen.reset(saw)
            page.reset(told)
