"""Files that are sent as the body of a request."""

from pathlib import Path

from fastapi import Request
from fastapi.concurrency import run_in_threadpool

from jug_mingle.errors import TooLargeError, UnfitError

FILE_BODY = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}


async def keep_body(request: Request, file: Path, limit: int) -> None:
    """Write the body to a file as it comes, however large it is, giving up as soon as there is no room for
    it."""
    kept = 0
    try:
        with file.open("wb") as opened:
            async for chunk in request.stream():
                kept += len(chunk)
                if kept > limit:
                    raise TooLargeError("there is no room for this file here: make room on the disk first")
                await run_in_threadpool(opened.write, chunk)
        if not kept:
            raise UnfitError("the file is empty: choose another copy of it")
    except BaseException:
        file.unlink(missing_ok=True)
        raise


async def body_of(request: Request, limit: int) -> bytes:
    """Read the body, giving up as soon as it is too large."""
    said = request.headers.get("content-length", "0")
    size = int(said) if said.isdigit() else 0
    data = bytearray()
    async for chunk in request.stream():
        data += chunk
        if max(size, len(data)) > limit:
            raise TooLargeError(f"the file is larger than {limit / 2**20:.0f} MB: save it smaller")
    if not data:
        raise UnfitError("the file is empty: choose another copy of it")
    return bytes(data)
