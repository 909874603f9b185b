"""What a request that fails is answered: one status for each kind of error, and always the one shape."""

import logging
import sqlite3
from typing import Final

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from sqlalchemy.exc import DBAPIError
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle.api.refusals import printable, sentence_of, words_of
from jug_mingle.errors import (
    AlreadyDoneError,
    BusyError,
    ChangedElsewhereError,
    ConflictError,
    DeviceTroubleError,
    ForbiddenError,
    JugMingleError,
    NotFoundError,
    TooLargeError,
    UnfitError,
)

_STATUS: Final[dict[type[JugMingleError], int]] = {
    NotFoundError: 404,
    ChangedElsewhereError: 412,
    ConflictError: 409,
    AlreadyDoneError: 409,
    ForbiddenError: 403,
    TooLargeError: 413,
    UnfitError: 422,
    DeviceTroubleError: 503,
    BusyError: 503,
}
_log = logging.getLogger("jug_mingle")


def answer(detail: str, status: int, fields: dict[str, str] | None = None) -> JSONResponse:
    """Return a refusal in the one shape."""
    return JSONResponse({"detail": printable(detail), "fields": fields or {}}, status_code=status)


def speak_of_failures(app: FastAPI) -> None:
    """Let an application answer its errors in a person's words."""
    app.add_exception_handler(JugMingleError, _said)
    app.add_exception_handler(RequestValidationError, _refused)
    app.add_exception_handler(HTTPException, _general)
    app.add_exception_handler(DBAPIError, _store)
    app.add_exception_handler(OSError, _disk)


def _said(_request: Request, error: Exception) -> JSONResponse:
    return answer(str(error), next((code for kind, code in _STATUS.items() if isinstance(error, kind)), 400))


def _refused(_request: Request, error: Exception) -> JSONResponse:
    """Say per field what is wrong with it."""
    found = error.errors() if isinstance(error, RequestValidationError) else []
    fields = {
        printable(".".join(str(part) for part in one["loc"][1:]) or "body"): printable(words_of(one))
        for one in found
    }
    return answer("; ".join(map(sentence_of, found[:3])), 422, fields)


def _general(_request: Request, error: Exception) -> JSONResponse:
    """Say what the framework itself refuses: an address or a way of asking that is not there, a body of no
    sense."""
    status = error.status_code if isinstance(error, HTTPException) else 400
    words = {
        400: "what was sent cannot be read: it is no JSON, or a number in it is far too long",
        404: "there is nothing at this address",
        405: "this address does not take that way of asking",
    }
    return answer(words.get(status, str(getattr(error, "detail", error))), 422 if status == 400 else status)


def _store(_request: Request, error: Exception) -> JSONResponse:
    """Say why the database did not take it."""
    reason = error.orig if isinstance(error, DBAPIError) else error
    if not isinstance(reason, sqlite3.OperationalError):
        return _unforeseen(error)
    words = str(reason)
    if "full" in words:
        return answer("the disk is full: nothing was changed. Make room and try again.", 507)
    if "readonly" in words or "read-only" in words:
        return answer("the data folder cannot be written to: nothing was changed.", 503)
    if "locked" in words or "busy" in words:
        return answer("the program is busy: nothing was changed. Try again.", 503)
    _log.error("the database failed", exc_info=error)
    return answer(f"the database cannot be used ({words}): nothing was changed.", 503)


def _disk(_request: Request, error: Exception) -> JSONResponse:
    """Say why a file could not be read or written."""
    reason = getattr(error, "strerror", None) or str(error)
    full = getattr(error, "errno", 0) == 28
    _log.error("a file failed", exc_info=error)
    return answer(
        f"a file of the data folder cannot be used ({reason}): nothing was changed.", 507 if full else 503
    )


def _unforeseen(error: BaseException) -> JSONResponse:
    _log.error("an error that nobody foresaw", exc_info=error)
    return answer(
        "the program made a mistake: nothing was changed. What it says in its window tells which.", 500
    )


class Foresight:
    """Answers also what nobody foresaw, in the one shape, and writes down where it came from."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        begun = False

        async def watched(message: Message) -> None:
            nonlocal begun
            begun = begun or message["type"] == "http.response.start"
            await send(message)

        try:
            await self.app(scope, receive, watched)
        except Exception as error:
            if begun or scope["type"] != "http":
                raise
            await _unforeseen(error)(scope, receive, send)
