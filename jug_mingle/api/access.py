"""Who may do what when the program is shared with a workshop: the main screen, devices that were let in,
nobody else.

One door before all routes, and shut by default: a route that comes later is shut to strangers and to those
who only look, until it is marked as one that computes and changes nothing (`context.COMPUTES`).
"""

import re
import time
from collections.abc import Awaitable, Callable
from dataclasses import dataclass
from typing import Any, Final, Literal

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.requests import HTTPConnection
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle.api.failures import answer
from jug_mingle.api.guard import name_of
from jug_mingle.api.guests import (
    MOST,
    is_of_another_job,
    names_another_job,
    read_whole,
    said_in,
    shut_to_guests,
    without_money,
)
from jug_mingle.services.pairing import Doors, May, Paired
from jug_mingle.store.base import may_change

HOME: Final = frozenset({"127.0.0.1", "localhost", "::1"})
"""By these names and addresses a browser of this machine itself, the main screen, reaches the program."""

_READS: Final = frozenset({"GET", "HEAD", "OPTIONS"})
_DOOR: Final = "/api/pairing"

MOST_A_MINUTE: Final = 60
"""So many requests of a stranger a minute are answered with words; more only with 429."""

Role = Literal["home", "device", "stranger"]


@dataclass(frozen=True, slots=True)
class Visitor:
    """Who asks: the main screen, a device that was let in, or a stranger."""

    role: Role
    device: Paired | None = None

    @property
    def may(self) -> May | None:
        """What the visitor may; nothing for a stranger."""
        return "work" if self.role == "home" else self.device.may if self.device else None


MAIN_SCREEN: Final = Visitor("home")


def visitor_of(request: Request) -> Visitor:
    """Return who makes a request; where nothing is shared, everybody who gets here is at this machine."""
    visitor: Visitor = getattr(request.state, "visitor", MAIN_SCREEN)
    return visitor


def cookie_name(scope: Scope) -> str:
    """Return what the cookie with a device's token is called: cookies do not tell ports apart, so its name
    does."""
    server = scope.get("server") or ("", 0)
    return f"jug_mingle_{server[1]}"


class SentAwayError(Exception):
    """A device was sent away while it listened."""


class Access:
    """Lets in the main screen and the devices of the workshop.

    Parameters
    ----------
    computed : tuple of re.Pattern
        The addresses that are asked by POST and change nothing.
    """

    def __init__(self, app: ASGIApp, computed: tuple[re.Pattern[str], ...]) -> None:
        self.app, self.computed = app, computed
        self._strangers = Strangers()

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        doors: Doors = scope["app"].state.context.doors
        connection = HTTPConnection(scope)
        token = connection.cookies.get(cookie_name(scope), "")
        visitor = MAIN_SCREEN if at_home(scope) else _let_in(doors.known(token))
        connection.state.visitor = visitor
        status, reason = refused(visitor, scope["method"], scope["path"], self.computed)
        guest = visitor.device if visitor.may == "look" else None
        if guest is not None:
            connection.state.guest = guest
            send = without_money(send)
            if not reason:
                receive, body = await read_whole(receive)
                status, reason = await _of_a_guest(scope, guest, body)
        knocks = visitor.role == "stranger" and (reason or scope["path"].startswith(_DOOR))
        if knocks and not self._strangers.may_ask((scope.get("client") or ("",))[0]):
            status, reason = 429, "too many requests: wait a minute"
        if reason:
            response = answer(reason, status)
            if status == 429:
                response.headers["Retry-After"] = "60"
            await response(scope, receive, send)
            return
        told = may_change.set(visitor.may == "work" or scope["path"].startswith(_DOOR))
        try:
            await self.app(scope, receive, _while_let_in(doors, token, send) if visitor.device else send)
        except SentAwayError:
            await send({"type": "http.response.body", "body": b"", "more_body": False})
        finally:
            may_change.reset(told)
        if visitor.device:
            await run_in_threadpool(doors.used, token)


async def _of_a_guest(scope: Scope, guest: Paired, body: bytes) -> tuple[int, str]:
    """Return why what a guest sends is refused, as a status and in words; nothing where it is not."""
    if len(body) > MOST:
        return 413, "this device may look: it sends nothing so large"
    if await run_in_threadpool(_elsewhere, scope, guest, said_in(body)):
        return 403, "this device looks at another job"
    return 200, ""


def _elsewhere(scope: Scope, guest: Paired, said: Any) -> bool:
    asked = dict(HTTPConnection(scope).query_params)
    with scope["app"].state.context.database.read() as session:
        return is_of_another_job(session, guest, scope["path"]) or names_another_job(
            session, guest, [asked, said]
        )


def _let_in(device: Paired | None) -> Visitor:
    return Visitor("device", device) if device else Visitor("stranger")


def at_home(scope: Scope) -> bool:
    """Return whether a browser of this machine itself asks: both ends of the line and the name are this
    machine's own, and nobody passed it on."""
    headers = Headers(scope=scope)
    ends = (scope.get("client"), scope.get("server"))
    passed = any(name in headers for name in ("forwarded", "x-forwarded-for", "via"))
    return (
        not passed
        and name_of(headers.get("host", "")) in HOME
        and all(end and end[0] in HOME for end in ends)
    )


def refused(
    visitor: Visitor, method: str, path: str, computed: tuple[re.Pattern[str], ...]
) -> tuple[int, str]:
    """Return the status and the reason why a visitor may not ask this; no reason where they may."""
    if visitor.may == "work":
        return 200, ""
    inside = path.startswith(("/api", "/openapi.json"))
    if visitor.role == "stranger":
        # The pages themselves hold nothing of anybody's, and are where a code is typed.
        open_here = (not inside and method in _READS) or (path == _DOOR and method in ("GET", "POST"))
        return (
            (200, "") if open_here else (401, "this device is not let in: type the code of the main screen")
        )
    if shut_to_guests(path):
        return 403, "this device may look at its job: no record to take along, no money, no other jobs"
    asks = method in _READS or (method == "POST" and any(one.match(path) for one in computed))
    # Whoever is let in may always leave, and be let in anew.
    return (200, "") if asks or path.startswith(_DOOR) else (403, "this device may look, and change nothing")


def _while_let_in(doors: Doors, token: str, send: Send) -> Callable[[Message], Awaitable[None]]:
    """Return what sends on as long as the device is let in."""

    async def watched(message: Message) -> None:
        if doors.known(token) is None and message.get("more_body", False):
            raise SentAwayError
        await send(message)

    return watched


class Strangers:
    """Counts how often strangers ask, by where they ask from."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self._minute = 0
        self._asked: dict[str, int] = {}

    def may_ask(self, address: str) -> bool:
        """Return whether somebody at this address is answered once more in this minute."""
        minute = int(self._clock() // 60)
        if minute != self._minute or len(self._asked) > 10_000:
            self._minute, self._asked = minute, {}
        self._asked[address] = self._asked.get(address, 0) + 1
        return self._asked[address] <= MOST_A_MINUTE
