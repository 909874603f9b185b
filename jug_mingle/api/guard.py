"""Who may ask: the program's own pages and people at this machine's keyboard, no page of another site.

Without this, any page open in the same browser could write to the program, and one whose name was bound anew
to this machine could read everything.
"""

from collections.abc import Mapping
from typing import Final
from urllib.parse import urlsplit

from fastapi.responses import JSONResponse
from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

HEADERS: Final = {
    "Content-Security-Policy": (
        "default-src 'none'; script-src 'self'; style-src 'self'; style-src-attr 'unsafe-inline'; "
        "img-src 'self' blob: data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri "
        "'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "X-Frame-Options": "DENY",
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
}
"""What every answer carries: what a page of ours may load, and that no other page may frame, read or guess
it."""

_SAFE: Final = frozenset({"GET", "HEAD", "OPTIONS"})


class Guard:
    """Refuses what comes from elsewhere, and gives every answer its headers.

    Parameters
    ----------
    hosts : frozenset of str
        Names by which the program may be reached, in small letters and without a port.
    shared : bool
        Whether it is also reached by the address of this machine on its network.
    """

    def __init__(self, app: ASGIApp, hosts: frozenset[str], *, shared: bool) -> None:
        self.app, self.hosts, self.shared = app, hosts, shared

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        async def with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers[name] = value
            await send(message)

        # Whoever names the very address at which they are answered came by no name that was bound anew.
        hosts = self.hosts | {scope["server"][0]} if self.shared and scope.get("server") else self.hosts
        reason = refusal(scope["method"], scope["path"], Headers(scope=scope), hosts)
        answer: ASGIApp = (
            self.app if not reason else JSONResponse({"detail": reason, "fields": {}}, status_code=403)
        )
        await answer(scope, receive, with_headers)


def refusal(method: str, path: str, headers: Mapping[str, str], hosts: frozenset[str]) -> str:
    """Return why a request is refused; nothing when it may be answered.

    Parameters
    ----------
    headers : mapping
        By name, in any case (as `starlette.datastructures.Headers`).
    """
    host = headers.get("host", "")
    if name_of(host) not in hosts:
        return (
            "the program is not reached by this name: open it as http://127.0.0.1 with its port, or allow "
            "the name (JUG_MINGLE_HOSTS)"
        )
    site = headers.get("sec-fetch-site", "")
    if method not in _SAFE:
        origin = headers.get("origin")
        foreign = origin is not None and not _same(origin, host)
        return (
            "a page of another site may not change anything here" if foreign or _from_elsewhere(site) else ""
        )
    if _opens_the_page(path, headers):
        return ""
    near = headers.get("origin") or ("" if site else headers.get("referer", ""))
    if _from_elsewhere(site) or (near and not _same(near, host)):
        return "a page of another site may only open the program, not read from it"
    return ""


def _opens_the_page(path: str, headers: Mapping[str, str]) -> bool:
    """Return whether a person follows a link to the program: a whole page in a window of its own."""
    whole = headers.get("sec-fetch-mode") == "navigate" and headers.get("sec-fetch-dest") == "document"
    return whole and not path.startswith(("/api", "/assets"))


def _from_elsewhere(site: str) -> bool:
    """Return whether the browser says that another origin asks; a name of the same domain is another one,
    too."""
    return site not in ("", "none", "same-origin")


def name_of(host: str) -> str:
    """Return the name in a Host header, in small letters and without its port; nothing where it has none."""
    try:
        return (urlsplit(f"//{host}").hostname or "").lower()
    except ValueError:
        return ""


def _same(address: str, host: str) -> bool:
    """Return whether an origin, or an address, is of the program itself: its host and port to the letter."""
    try:
        parts = urlsplit(address)
    except ValueError:
        return False
    return parts.scheme in ("http", "https") and parts.netloc.lower() == host.lower()
