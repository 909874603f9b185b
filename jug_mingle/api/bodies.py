"""Files that are sent as the body of a request."""

from fastapi import Request

from jug_mingle.errors import TooLargeError, UnfitError

FILE_BODY = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}


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
