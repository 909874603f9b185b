"""The application: routes, errors in one shape, and the built pages."""

from collections.abc import AsyncIterator, Mapping
from contextlib import asynccontextmanager
from importlib.resources import files
from pathlib import Path
from threading import Thread

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import FileResponse, JSONResponse, Response
from fastapi.staticfiles import StaticFiles
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jug_mingle import __version__
from jug_mingle.api.context import Context
from jug_mingle.api.refusals import place_of, words_of
from jug_mingle.api.routes import (
    again,
    colours,
    devices,
    jobs,
    lights,
    looks,
    mixes,
    photos,
    pieces,
    pots,
    preparations,
    recipes,
    shelf,
    strips,
    targets,
)
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.render import warm_up
from jug_mingle.devices.reader import ColourReader
from jug_mingle.devices.scale import Scale
from jug_mingle.devices.simulated_reader import SimulatedReader
from jug_mingle.devices.simulated_scale import SimulatedScale
from jug_mingle.errors import (
    ConflictError,
    DeviceTroubleError,
    JugMingleError,
    NotFoundError,
    TooLargeError,
    UnfitError,
)
from jug_mingle.services.measured import Sample, Truth, tray
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.settings import Settings, address_of
from jug_mingle.store.database import open_database

_STATUS: dict[type[JugMingleError], int] = {
    NotFoundError: 404,
    ConflictError: 409,
    TooLargeError: 413,
    UnfitError: 422,
    DeviceTroubleError: 503,
}


def pages_folder() -> Path:
    """Return the folder of the built pages."""
    return Path(str(files("jug_mingle"))) / "web_dist"


def create_app(
    settings: Settings, *, truth: Truth | None = None, samples: Mapping[str, FloatArray] | None = None
) -> FastAPI:
    """Return the application on a data folder; the database is opened, and migrated, when it starts.

    Parameters
    ----------
    truth, samples : mapping, optional
        What a demonstration knows of its pots, and lays on the tray of the stand-in reader.
    """

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        database = open_database(settings.data)
        Thread(target=warm_up, name="warm-up", daemon=True).start()

        def on_tray() -> Mapping[str, Sample]:
            with database.read() as session:
                return tray(session, truth or {}, samples or {})

        with SimulatedReader(on_tray) as reader, SimulatedScale() as scale:
            app.state.context = Context(
                settings=settings,
                database=database,
                photos=PhotoFolder(settings.data / "photos"),
                reader=ColourReader(address_of(settings.reader) or reader.address),
                scale=Scale(address_of(settings.scale) or scale.address),
                stand_ins=not settings.reader,
            )
            yield
        database.close()

    app = FastAPI(title="Jug Mingle", version=__version__, lifespan=lifespan, docs_url=None, redoc_url=None)
    app.add_exception_handler(JugMingleError, _said)
    app.add_exception_handler(RequestValidationError, _refused)
    for module in (
        lights,
        shelf,
        jobs,
        photos,
        colours,
        targets,
        mixes,
        pieces,
        looks,
        devices,
        pots,
        recipes,
        preparations,
        strips,
        again,
    ):
        app.include_router(module.router)
    _serve_pages(app)
    return app


def _said(_request: Request, error: Exception) -> JSONResponse:
    status = next((code for kind, code in _STATUS.items() if isinstance(error, kind)), 400)
    return JSONResponse({"detail": str(error), "fields": {}}, status_code=status)


def _refused(_request: Request, error: Exception) -> JSONResponse:
    """Say per field what is wrong with it."""
    assert isinstance(error, RequestValidationError)
    found = error.errors()
    fields = {".".join(str(part) for part in one["loc"][1:]) or "body": words_of(one) for one in found}
    detail = "; ".join(f"{place_of(one['loc'])} {words_of(one)}" for one in found[:3])
    return JSONResponse({"detail": detail, "fields": fields}, status_code=422)


def _serve_pages(app: FastAPI) -> None:
    """Serve the built pages; any other path is a place in them, so it gets the first page."""
    folder = pages_folder()
    if not (folder / "index.html").exists():
        return
    app.mount("/assets", _Kept(GZipMiddleware(StaticFiles(directory=folder / "assets"), minimum_size=1000)))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith("api/"):
            return JSONResponse({"detail": f"there is no {path}", "fields": {}}, status_code=404)
        file = folder / path
        if path and file.is_file() and folder in file.resolve().parents:
            return FileResponse(file)
        return FileResponse(folder / "index.html", headers={"Cache-Control": "no-cache"})


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
