"""The server: one that lets those who listen go at once when it is stopped, and waits for nobody who
dawdles."""

import asyncio
import ctypes
from collections import Counter
from pathlib import Path
from socket import socket
from typing import Any, ClassVar, Final

import uvicorn
from fastapi import FastAPI
from uvicorn.protocols.http.h11_impl import H11Protocol, RequestResponseCycle

from jug_mingle.api.access import HOME

_PATIENCE: Final = 2
"""So long what is under way may take at the end. [s]"""

_ASKING: Final = 10.0
"""So long a connection may take to say what it wants: who sends a letter now and then is not waited for.
[s]"""

_ASKING_AGAIN: Final = 15
"""So long a connection is held for the next request. [s]"""

_MOST: Final = 64
"""So many connections one address may hold at once: a browser opens six, an open page listens with two."""


_ARENAS: Final = -8  # M_ARENA_MAX of <malloc.h>


def keep_memory_together() -> None:
    """Let threads share two heaps, where the C library is GNU's: else each keeps what it once needed to
    itself."""
    try:
        ctypes.CDLL(None).mallopt(_ARENAS, 2)
    except (AttributeError, OSError):
        return


class PatientProtocol(H11Protocol):
    """HTTP/1.1 of Uvicorn, with an end to waiting and a bound on connections."""

    _held: ClassVar[Counter[str]] = Counter()
    _last: asyncio.TimerHandle | None = None
    _address = ""

    def connection_made(self, transport: Any) -> None:
        """Count a new connection, or hang up."""
        super().connection_made(transport)
        self._address = self.client[0] if self.client else ""
        self._held[self._address] += 1
        if self._held[self._address] > _MOST and self._address not in HOME:
            transport.abort()
            return
        self._wait()

    def data_received(self, data: bytes) -> None:
        """Take what comes, and wait no more for a request that is whole."""
        super().data_received(data)
        if self._asks_nothing():
            self._wait()
        elif self._last is not None:
            self._last.cancel()
            self._last = None

    def _wait(self) -> None:
        if self._last is None:
            self._last = self.loop.call_later(_ASKING, self._hang_up)

    def connection_lost(self, exc: Exception | None) -> None:
        """Count it no more."""
        self._held[self._address] -= 1
        if self._held[self._address] <= 0:
            del self._held[self._address]
        if self._last is not None:
            self._last.cancel()
        super().connection_lost(exc)

    def _hang_up(self) -> None:
        self._last = None
        if self._asks_nothing():
            self.transport.close()

    def _asks_nothing(self) -> bool:
        cycle: RequestResponseCycle | None = self.cycle  # before the first request there is none
        return cycle is None or cycle.response_complete


class Serving(uvicorn.Server):
    """Uvicorn for the program."""

    def __init__(
        self, program: FastAPI, *, log_level: str = "warning", certificate: Path | None = None,
        key: Path | None = None,
    ) -> None:  # fmt: skip
        super().__init__(
            uvicorn.Config(
                program, log_level=log_level, timeout_graceful_shutdown=_PATIENCE, http=PatientProtocol,
                server_header=False, ssl_certfile=certificate, ssl_keyfile=key,
                timeout_keep_alive=_ASKING_AGAIN,
            )
        )  # fmt: skip
        self._program = program

    async def shutdown(self, sockets: list[socket] | None = None) -> None:
        """Let go of those who listen, and end."""
        self._program.state.context.database.changes.close()
        await super().shutdown(sockets)
