"""The command line: `jug-mingle demo`, `jug-mingle serve`."""

import json
import socket
from contextlib import suppress
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer
import uvicorn

from jug_mingle.settings import Settings

if TYPE_CHECKING:
    from fastapi import FastAPI

app = typer.Typer(add_completion=False, no_args_is_help=True, help=__doc__)

HOST = "127.0.0.1"
PORT = 8417

_Data = Annotated[Path, typer.Option("--data", help="Folder of the database and the photos.")]
_Port = Annotated[int, typer.Option("--port", help="Another is picked when it is taken; 0 picks any.")]


def listen(wanted: int) -> socket.socket:
    """Return a socket that listens on `wanted` when that is free on this machine, else on any port that is.

    It is held from here on: a port that is only looked up can be gone when the server wants it.
    """
    for port in (wanted, 0):
        listening = socket.socket()
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind((HOST, port))
            listening.listen()
        except OSError:
            listening.close()
            continue
        return listening
    raise OSError("no port is free on this machine")


def _serve(data: Path, port: int, *, demo: bool = False) -> None:
    from jug_mingle.api.app import create_app, pages_folder

    if not (pages_folder() / "index.html").exists():
        typer.echo("The pages are not built yet: run `make web` first.", err=True)
        raise typer.Exit(1)
    listening = listen(port)
    typer.echo(f"Jug Mingle is at http://{HOST}:{listening.getsockname()[1]}  (Ctrl+C stops it)")
    program = demo_app(data) if demo else create_app(Settings(data=data))
    with suppress(KeyboardInterrupt):
        uvicorn.Server(uvicorn.Config(program, log_level="warning")).run(sockets=[listening])


@app.command()
def serve(data: _Data = Path("data"), port: _Port = PORT) -> None:
    """Serve the program on this machine, with your own data."""
    prepare_own(data)
    _serve(data, port)


@app.command()
def demo(data: _Data = Path("data/demo"), port: _Port = PORT) -> None:
    """Serve the program with the demo: a library's card cabinet, a shelf of pots, three photos."""
    prepare_demo(data)
    _serve(data, port, demo=True)


def demo_app(data: Path) -> "FastAPI":
    """Return the application of the demo, whose stand-in reader has the scenario's things on its tray."""
    from jug_mingle.api.app import create_app
    from jug_mingle.demo.pigments import truth
    from jug_mingle.demo.scenes import tray_samples

    return create_app(Settings(data=data), truth=truth(), samples=tray_samples())


def prepare_own(data: Path) -> None:
    """Begin a first job in a folder that has none, so that there is something to work on."""
    from jug_mingle.services.jobs import add_job, job_rows
    from jug_mingle.store.database import open_database

    database = open_database(data)
    try:
        with database.write.begin() as session:
            if not job_rows(session):
                add_job(session, name="My first piece")
    finally:
        database.close()


def prepare_demo(data: Path) -> None:
    """Make the demo in a folder, unless it has data already."""
    from jug_mingle.demo.scenario import load
    from jug_mingle.services.photos import PhotoFolder
    from jug_mingle.store.database import open_database

    database = open_database(data)
    try:
        load(database, PhotoFolder(data / "photos"))
    finally:
        database.close()


@app.command()
def match(
    target: Annotated[
        str, typer.Option("--target", help='"#4f7f80", "L a b", or a file of wavelengths and reflectances.')
    ],
    shelf: Annotated[Path, typer.Option("--shelf", help="A shelf file (see docs/examples/shelf.json).")],
    pots: Annotated[int, typer.Option("--pots", help="At most so many pots, 1 to 4.")] = 3,
    batch: Annotated[float, typer.Option("--batch", help="How much is needed, in ml.")] = 500.0,
    tool: Annotated[str, typer.Option("--tool", help="parts, spoons, syringe, scale or drops.")] = "parts",
    light: Annotated[
        list[str] | None, typer.Option("--light", help="A light it must match in; may be given again.")
    ] = None,
    as_json: Annotated[bool, typer.Option("--json", help="Print JSON.")] = False,
) -> None:
    """Print recipes for a colour from a shelf."""
    from jug_mingle.services.match import match_target, to_json, to_text

    try:
        found = match_target(
            target=target, shelf_file=shelf, pots=pots, batch=batch, tool_key=tool, light_names=light or ["window"]
        )
    except ValueError as error:
        typer.echo(f"jug-mingle: {error}", err=True)
        raise typer.Exit(2) from error
    typer.echo(to_json(found) if as_json else to_text(found))


@app.command()
def openapi() -> None:
    """Print the OpenAPI document."""
    from jug_mingle.api.app import create_app

    typer.echo(json.dumps(create_app(Settings()).openapi(), indent=2, sort_keys=True))


def main() -> None:
    """Run the command line."""
    app()


if __name__ == "__main__":
    main()
