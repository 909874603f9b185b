"""Files that go out: their names, their media types, and what the OpenAPI document says of them."""

from collections.abc import Callable
from typing import Annotated, Any
from urllib.parse import quote

from fastapi import Query, Response

from jug_mingle.formats.letters_missing import may_lack

Anyway = Annotated[bool, Query(description="Print it also where letters are missing from every font here.")]


def gives(*media_types: str) -> dict[int | str, dict[str, Any]]:
    """Return the answers of a route that gives a file."""
    file: dict[str, Any] = {"schema": {"type": "string", "format": "binary"}}
    content = {one: {"schema": {}} if one == "application/json" else file for one in media_types}
    return {200: {"description": "The file.", "content": content}}


PDF = gives("application/pdf")


def sent(data: bytes, media_type: str, name: str, *, shown: bool = False) -> Response:
    """Return a file with its name, to be saved, or, `shown`, to be looked at first (RFC 6266)."""
    plain = "".join(letter if letter.isascii() and (letter.isalnum() or letter in " .-_") else "-" for letter in name)
    way = "inline" if shown else "attachment"
    head = {"Content-Disposition": f"{way}; filename=\"{plain}\"; filename*=UTF-8''{quote(name)}"}
    return Response(data, media_type=media_type, headers=head | {"Cache-Control": "no-store"})


def printed(make: Callable[[], bytes], name: str, *, anyway: bool) -> Response:
    """Return a PDF; where letters are missing from every font it is refused by their names, unless `anyway`."""
    token = may_lack.set(anyway)
    try:
        return sent(make(), "application/pdf", f"{name[:100].strip() or 'print'}.pdf", shown=True)
    finally:
        may_lack.reset(token)
