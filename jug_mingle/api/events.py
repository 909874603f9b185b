"""What changes, told as it happens: one stream of server-sent events (HTML standard, section 9.2) for a
browser."""

import asyncio
import json
from collections.abc import AsyncIterator
from typing import Annotated, Final

from fastapi import APIRouter, Header
from fastapi.responses import StreamingResponse

from jug_mingle.api.context import ContextNow
from jug_mingle.store.changed import Changes

router = APIRouter(prefix="/api/events", tags=["events"])

_BEAT: Final = 15.0
"""So often something is said though nothing changed, so that a dead connection is noticed. [s]"""

_AGAIN: Final = 1000
"""After so long a browser tries again. [ms]"""


@router.get("", response_class=StreamingResponse)
async def listen(
    context: ContextNow, last_event_id: Annotated[str, Header(max_length=60)] = ""
) -> StreamingResponse:
    """Tell what changes from now on, or from the last event that a browser heard; each event names what was
    touched."""
    changes = context.database.changes
    return StreamingResponse(
        _told(changes, last_event_id or changes.name), media_type="text/event-stream",
        headers={"Cache-Control": "no-store", "X-Accel-Buffering": "no"},
    )  # fmt: skip


async def _told(changes: Changes, name: str) -> AsyncIterator[str]:
    woken, loop = asyncio.Event(), asyncio.get_running_loop()
    stop = changes.listen(lambda: loop.call_soon_threadsafe(woken.set))
    try:
        yield f"retry: {_AGAIN}\nevent: begun\nid: {changes.name}\ndata: {{}}\n\n"
        while not changes.closed:
            woken.clear()
            found, name = changes.since(name)
            for change in found:
                said = json.dumps({"topics": sorted(change.topics), "page": change.page})
                yield f"id: {changes.started}-{change.number}\nevent: change\ndata: {said}\n\n"
            if found:
                continue
            try:
                await asyncio.wait_for(woken.wait(), _BEAT)
            except TimeoutError:
                yield ": still here\n\n"
    finally:
        stop()
