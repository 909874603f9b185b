"""The application: routes, errors in one shape, and the built pages."""

import os
import re
from collections.abc import AsyncIterator, Callable, Mapping
from contextlib import asynccontextmanager
from functools import cache
from importlib.resources import files
from pathlib import Path
from threading import Event, Thread
from time import monotonic
from typing import Any, Final
from urllib.parse import quote

from anyio import CapacityLimiter
from fastapi import APIRouter, FastAPI
from fastapi.openapi.utils import get_openapi
from fastapi.responses import FileResponse, Response
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.routing import BaseRoute
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle import __version__
from jug_mingle.api.access import Access
from jug_mingle.api.bodies import FILE_BODY
from jug_mingle.api.bounds import Bounds
from jug_mingle.api.common import Problem
from jug_mingle.api.context import COMPUTES, PROBLEMS, Context
from jug_mingle.api.failures import Foresight, answer, speak_of_failures
from jug_mingle.api.guard import Guard
from jug_mingle.api.nouns import NOUNS, marked_paths
from jug_mingle.api.once import DoneOnce
from jug_mingle.api.seen import SaysWhatItSaw
from jug_mingle.api.sending import Sending
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes import picture
from jug_mingle.core.recipes import search
from jug_mingle.devices.reader import ColourReader
from jug_mingle.devices.scale import Scale
from jug_mingle.devices.simulated_reader import SimulatedReader
from jug_mingle.devices.simulated_scale import SimulatedScale
from jug_mingle.devices.simulated_weather import SimulatedWeather
from jug_mingle.devices.weather import Weather
from jug_mingle.services.copies import clear_passing, keep_daily
from jug_mingle.services.find import index_of
from jug_mingle.services.forecasts import Forecasts
from jug_mingle.services.pairing import Doors
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.services.plan_solver import Bettering, PlanSolver
from jug_mingle.services.reader_tray import Sample, Truth, tray
from jug_mingle.services.shelf_fit import renew_fit
from jug_mingle.settings import Settings, address_of, own_hosts
from jug_mingle.store.database import Database, open_database


def pages_folder() -> Path:
    """Return the folder of the built pages."""
    return Path(str(files("jug_mingle"))) / "web_dist"


_SAYS: Final = (
    "Lengths are in metres, amounts in millilitres, temperatures in °C, unless a name says otherwise. In "
    "sentences each value with a fraction, or with such a unit, stands between U+2068 and U+2069: a number "
    "or two (“0.1 to 4 m”), with a point, and the unit behind it, so that it can be said in other units."
)


class OldAddresses:
    """Takes the addresses of before 2026-12: what is mixed in a jug was a pot, and is a batch now."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass one request on under the address that it has now."""
        if scope["type"] == "http" and "/pots" in scope["path"]:
            path = _POTS.sub(r"\1batches", scope["path"])
            scope = {**scope, "path": path, "raw_path": quote(path).encode()}
        await self.app(scope, receive, send)


_POTS: Final = re.compile(r"\A(/api/(?:mixes/[^/]+/)?)pots(?=/|\Z)")


def create_app(
    settings: Settings, *, truth: Truth | None = None, samples: Mapping[str, FloatArray] | None = None,
    make_demo: Callable[[Path], object] | None = None,
) -> FastAPI:  # fmt: skip
    """Return the application on a data folder; the database is opened, and migrated, when it starts.

    Parameters
    ----------
    truth, samples : mapping, optional
        What a demonstration knows of its tins, and lays on the tray of the stand-in reader.
    make_demo : callable, optional
        What writes the archive of a demo job, to be opened beside one's own.
    """

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        database = open_database(settings.data)
        clear_passing(settings.data)
        stop = Event()
        copying = Thread(target=keep_daily, args=(settings.data, stop), name="daily-copy", daemon=True)
        copying.start()
        warming = Thread(target=_get_ready, args=(database,), name="get-ready", daemon=True)
        warming.start()

        def on_tray() -> Mapping[str, Sample]:
            with database.read() as session:
                return tray(session, truth or {}, samples or {})

        with SimulatedReader(on_tray) as reader, SimulatedScale() as scale, SimulatedWeather() as sky:
            weather = Weather(
                address_of(settings.weather) or sky.address, key="" if settings.weather else sky.key
            )
            app.state.context = Context(
                settings=settings,
                database=database,
                photos=PhotoFolder(settings.data / "photos"),
                reader=ColourReader(
                    address_of(settings.reader) or reader.address, key="" if settings.reader else reader.key
                ),
                scale=Scale(
                    address_of(settings.scale) or scale.address, key="" if settings.scale else scale.key
                ),
                stand_ins=not settings.reader,
                weather=weather,
                # Made-up weather would move the days of real work.
                forecasts=Forecasts(weather if settings.weather or make_demo is None else None),
                bettering=Bettering(PlanSolver(), on=settings.better_plans),
                make_demo=make_demo,
                doors=Doors(database),
                pictures=CapacityLimiter(max(2, os.cpu_count() or 2)),
            )
            yield
            app.state.context.bettering.close()
        stop.set()
        keeping = Thread(target=_keep_fit, args=(database,), daemon=True)
        keeping.start()
        # Whoever stops the program does not wait for what the next start can do as well.
        end = monotonic() + _AT_THE_END
        for thread in (warming, copying, keeping):
            thread.join(max(0.0, end - monotonic()))
        database.close()

    app = FastAPI(
        title="Jug Mingle", version=__version__, description=_SAYS, lifespan=lifespan,
        docs_url=None, redoc_url=None, generate_unique_id_function=_called, responses=PROBLEMS,
    )  # fmt: skip
    app.openapi = lambda: _document(app)  # type: ignore[method-assign]
    speak_of_failures(app)
    app.add_middleware(DoneOnce)
    app.add_middleware(SaysWhatItSaw)
    app.add_middleware(Bounds, files=marked_paths(FILE_BODY))
    if settings.share:
        app.add_middleware(Access, computed=marked_paths(COMPUTES))
    app.add_middleware(Foresight)
    app.add_middleware(Sending)
    app.add_middleware(OldAddresses)
    app.add_middleware(Guard, hosts=own_hosts(settings), shared=settings.share)
    app.router.routes.extend(_routes())
    _serve_pages(app)
    return app


@cache
def _routes() -> list[BaseRoute]:
    """Return the routes of all nouns. FastAPI reads their signatures at the first request: once a process,
    however many programs it serves."""
    router = APIRouter(generate_unique_id_function=_called, responses=PROBLEMS)
    before = len(router.routes)
    for noun in NOUNS:
        router.include_router(noun.router)
    return router.routes[before:]


_AT_THE_END: Final = 2.5
"""So long a program that is stopped waits for what it does aside. [s]"""


def _keep_fit(database: Database) -> None:
    """Keep the shelf as it is fitted now, so that the next start need not fit it."""
    with database.read() as session:
        renew_fit(session)


def _document(app: FastAPI) -> dict[str, Any]:
    """Return the OpenAPI document with the one schema that routes name without having it as a model."""
    if app.openapi_schema is None:
        app.openapi_schema = get_openapi(
            title=app.title, version=app.version, description=app.description, routes=app.routes
        )
        app.openapi_schema["components"]["schemas"][Problem.__name__] = Problem.model_json_schema()
    return app.openapi_schema


def _called(route: APIRoute) -> str:
    """Return what a route is called in the OpenAPI document: its noun and its verb, "shelf_add_material"."""
    return "_".join([*(str(tag) for tag in route.tags[:1]), route.name])


def _get_ready(database: Database) -> None:
    """Fit the shelf, which the first page asks for, fetch the compiled loops, and learn what can be found."""
    with database.read() as session:
        renew_fit(session)
    picture.warm_up()
    search.warm_up()
    # The name before what is read: what is written meanwhile has a later one, and is read again.
    newest = database.changes.name
    with database.read() as session:
        index_of(session, newest)


def _serve_pages(app: FastAPI) -> None:
    """Serve the built pages; any other path is a place in them, so it gets the first page."""
    folder = pages_folder()
    if not (folder / "index.html").exists():
        return
    app.mount("/assets", _Kept(StaticFiles(directory=folder / "assets")))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith("api/"):
            return answer(f"there is no {path[:200]}", 404)
        file = folder / path
        if path and len(path) < _LONGEST and file.is_file() and folder in file.resolve().parents:
            return FileResponse(file)
        return FileResponse(folder / "index.html", headers={"Cache-Control": "no-cache"})


_LONGEST: Final = 200
"""No file of the pages has a longer name; a system refuses to look for one of more than 255 letters."""


class _Kept:
    """Lets browsers keep assets for ever: their names carry a hash."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        async def with_header(message: Message) -> None:
            if message["type"] == "http.response.start":
                message["headers"].append((b"cache-control", b"public, max-age=31536000, immutable"))
            await send(message)

        await self.app(scope, receive, with_header)
