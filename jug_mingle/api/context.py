"""What every route shares: the database, the photo folder and the settings of one running program."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Annotated, Any, Final

from anyio import CapacityLimiter, to_thread
from fastapi import Depends, Query, Request, Response
from sqlalchemy.orm import Session

from jug_mingle.api.common import LightName, Problem, UnitName
from jug_mingle.devices.reader import ColourReader
from jug_mingle.devices.scale import Scale
from jug_mingle.devices.weather import Weather
from jug_mingle.services.forecasts import Forecasts
from jug_mingle.services.pairing import Doors
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.services.plan_solver import Bettering
from jug_mingle.services.settings import settings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.settings import Settings
from jug_mingle.store.database import Database


@dataclass(frozen=True, slots=True)
class Context:
    """One running program."""

    settings: Settings
    database: Database
    photos: PhotoFolder
    reader: ColourReader
    scale: Scale
    stand_ins: bool
    """Whether reader and scale are the simulated ones that ship."""

    weather: Weather
    forecasts: Forecasts
    bettering: Bettering

    make_demo: Callable[[Path], object] | None
    """What writes the archive of the demo job to a file; None in the demo itself."""

    doors: Doors
    """Who of the workshop is let in."""

    pictures: CapacityLimiter
    """How many pictures are drawn at once: as many as the machine has hands for. The others wait for their
    turn without keeping a connection, or a thread that somebody who writes may need."""

    async def rendered(self, draw: Callable[[], Response]) -> Response:
        """Draw a picture when its turn has come."""
        return await to_thread.run_sync(draw, limiter=self.pictures)


async def get_context(request: Request) -> Context:
    """Return the program's context."""
    context: Context = request.app.state.context
    return context


ContextNow = Annotated[Context, Depends(get_context)]


def read_session(context: ContextNow) -> Iterator[Session]:
    """Give a route a session to read with."""
    with context.database.read() as session:
        yield session


ReadSession = Annotated[Session, Depends(read_session)]
LightNow = Annotated[LightName, Query(description="The light in which colours are shown.")]


def unit_now(
    session: ReadSession,
    unit: Annotated[
        UnitName | None, Query(description="The unit in which amounts are said; without it the set one.")
    ] = None,
) -> str:
    """Return the unit in which a route says amounts."""
    return unit or settings_of(session).unit or "ml"


UnitNow = Annotated[str, Depends(unit_now)]


@contextmanager
def writing(context: Context) -> Iterator[Session]:
    """Give a session to write what the shelf's fit has a part in: it is fitted before anybody else has to
    wait."""
    with context.database.read() as session:
        fitted_shelf(session)
    with context.database.write.begin() as session:
        yield session


_REFUSED: Final = {"schema": {"$ref": f"#/components/schemas/{Problem.__name__}"}}
PROBLEMS: dict[int | str, dict[str, Any]] = {
    status: {"description": words, "content": {"application/json": _REFUSED}}
    for status, words in (("4XX", "Refused."), (503, "Not now."), (507, "No room on the disk."))
}
"""The refusals of every route, given to all by the application. By name: a model would be built anew for each
of six hundred answers, at every start."""

IMAGE: dict[int | str, dict[str, Any]] = {
    200: {"content": {"image/webp": {}, "image/jpeg": {}, "image/png": {}}}
}

COMPUTES: Final = {"x-computes": True}
"""Marks a route that is asked by POST as its question is long, and that changes nothing (`openapi_extra`):
devices that only look may ask it, and a page asks it anew where it got no answer."""
