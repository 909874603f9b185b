"""The server: one that lets those who listen go at once when it is stopped, so that no open page holds it up."""

from socket import socket
from typing import Final

import uvicorn
from fastapi import FastAPI

_PATIENCE: Final = 5
"""So long what is under way may take at the end. [s]"""


class Serving(uvicorn.Server):
    """Uvicorn for the program."""

    def __init__(self, program: FastAPI, *, log_level: str = "warning") -> None:
        super().__init__(uvicorn.Config(program, log_level=log_level, timeout_graceful_shutdown=_PATIENCE))
        self._program = program

    async def shutdown(self, sockets: list[socket] | None = None) -> None:
        """Let go of those who listen, and end."""
        self._program.state.context.database.changes.close()
        await super().shutdown(sockets)
