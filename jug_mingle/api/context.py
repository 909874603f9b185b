"""What every route shares: the database, the photo folder and the settings of one running program."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from fastapi import Depends, Query, Request
from sqlalchemy.orm import Session

from jug_mingle.api.schemas import LightName, Problem
from jug_mingle.devices.reader import ColourReader
from jug_mingle.devices.scale import Scale
from jug_mingle.services.photos import PhotoFolder
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


def get_context(request: Request) -> Context:
    """Return the program's context."""
    context: Context = request.app.state.context
    return context


ContextNow = Annotated[Context, Depends(get_context)]


def reading(context: ContextNow) -> Iterator[Session]:
    """Give a route a session to read with."""
    with context.database.read() as session:
        yield session


Reading = Annotated[Session, Depends(reading)]
LightNow = Annotated[LightName, Query(description="The light in which colours are shown.")]
UnitName = Literal["ml", "spoons", "metric_spoons", "fl_oz", "g", "drop"]
UnitNow = Annotated[UnitName, Query(description="The unit in which amounts are said.")]

PROBLEMS: dict[int | str, dict[str, Any]] = {status: {"model": Problem} for status in (404, 409, 413, 422, 503)}
