"""The command line: `demo`, `serve`, `backup`, `restore`, `export`, `import`, `doctor`, `match`, `plan`."""

import gc
import json
import socket
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager, suppress
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import TYPE_CHECKING, Annotated

import typer

from jug_mingle.core.marked import plain
from jug_mingle.errors import DataRefusedError, JugMingleError
from jug_mingle.settings import Settings, addresses

if TYPE_CHECKING:
    from fastapi import FastAPI

    from jug_mingle.services.bring_back import Foreseen

app = typer.Typer(add_completion=False, no_args_is_help=True, help=__doc__)

HOST = "127.0.0.1"
EVERYWHERE = "0.0.0.0"
PORT = 8417


def _echo(words: str, *, err: bool = False) -> None:
    """Print words, with their values as they are (`core.marked`)."""
    typer.echo(plain(words), err=err)


_Data = Annotated[Path, typer.Option("--data", help="Folder of the database and the photos.")]
_Port = Annotated[int, typer.Option("--port", help="Another is picked when it is taken; 0 picks any.")]


def listen(wanted: int, host: str = HOST) -> socket.socket:
    """Return a socket that listens on `wanted` when that is free on this machine, else on any port that is.

    It is held from here on: a port that is only looked up can be gone when the server wants it.
    """
    for port in (wanted, 0):
        listening = socket.socket()
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind((host, port))
            listening.listen()
        except OSError:
            listening.close()
            continue
        return listening
    raise OSError("no port is free on this machine")


_Share = Annotated[
    bool,
    typer.Option(
        "--share", help="Let devices of the workshop's network in, each by a code of the main screen."
    ),
]
_Certificate = Annotated[Path | None, typer.Option("--certificate", help="A certificate (PEM), for HTTPS.")]
_Key = Annotated[
    Path | None, typer.Option("--key", help="Its private key (PEM), where it is in a file of its own.")
]

_PLAIN = """The network is not encrypted: whoever is in it can read along, and take a device's place. Browsers
keep no screen awake, give no live camera and show no notifications there. With a certificate of your own
(--certificate, --key) they do."""


@contextmanager
def _opened(
    data: Path, *, share: bool, certificate: Path | None, key: Path | None
) -> Iterator[tuple[Settings, Callable[[str], object]]]:
    """Hold a data folder; give the settings of the environment with those of the command line over them, and
    what is told where the program is."""
    from jug_mingle.services.in_use import in_use

    said = {"share": share or None, "certificate": certificate, "certificate_key": key}
    with _refusals(), in_use(data) as at:
        settings = Settings(data=data).model_copy(
            update={name: one for name, one in said.items() if one is not None}
        )
        for file in (settings.certificate, settings.certificate_key):
            if file is not None and not file.is_file():
                raise DataRefusedError(f"there is no certificate or key {file}")
        yield settings, at


def _serve(settings: Settings, port: int, at: Callable[[str], object], *, demo: bool = False) -> None:
    gc.disable()  # what a start imports stays: to look through it for rubbish, again and again, finds none
    from jug_mingle.api.app import create_app, pages_folder
    from jug_mingle.api.serving import Serving, keep_memory_together
    from jug_mingle.core.compiling import are_kept

    if not (pages_folder() / "index.html").exists():
        _echo("The pages are not built yet: run `make web` first.", err=True)
        raise typer.Exit(1)
    keep_memory_together()
    listening = listen(port, EVERYWHERE if settings.share else HOST)
    scheme, port = "https" if settings.certificate else "http", listening.getsockname()[1]
    _echo(f"Jug Mingle is at {scheme}://{HOST}:{port}  (Ctrl+C stops it)")
    if settings.share:
        _echo(
            "The workshop reaches it at "
            + ", ".join(f"{scheme}://{name}:{port}" for name in addresses(settings))
        )
        _echo('They get in by a code: open Settings here, "Devices of the workshop".')
        if scheme == "http":
            _echo(_PLAIN)
    program = demo_app(settings.data, settings) if demo else create_app(settings, make_demo=demo_archive)
    gc.freeze()
    gc.enable()
    if not are_kept():
        _echo(
            "The first start on this machine compiles for half a minute, aside; later ones are ready at once."
        )
    at(f"{scheme}://{HOST}:{port}")
    with suppress(KeyboardInterrupt):
        Serving(program, certificate=settings.certificate, key=settings.certificate_key).run(
            sockets=[listening]
        )


@app.command()
def serve(
    data: _Data = Path("data"), port: _Port = PORT, share: _Share = False, certificate: _Certificate = None,
    key: _Key = None,
) -> None:  # fmt: skip
    """Serve the program on this machine, with your own data; `--share` for the devices of your workshop,
    too."""
    with _opened(data, share=share, certificate=certificate, key=key) as (settings, at):
        prepare_own(data)
        _serve(settings, port, at)


@app.command()
def demo(
    data: _Data = Path("data/demo"), port: _Port = PORT, share: _Share = False,
    certificate: _Certificate = None, key: _Key = None,
) -> None:  # fmt: skip
    """Serve the program with the demo: a library's card cabinet, a shelf of tins, five photos."""
    with _opened(data, share=share, certificate=certificate, key=key) as (settings, at):
        prepare_demo(data, said=_echo)
        _serve(settings, port, at, demo=True)


@contextmanager
def _refusals() -> Iterator[None]:
    """Say in one line why a data folder cannot be opened, and leave with 1."""
    try:
        yield
    except JugMingleError as error:
        _echo(f"jug-mingle: {error}", err=True)
        raise typer.Exit(1) from error


_Yes = Annotated[bool, typer.Option("--yes", help="Do not ask.")]
_File = Annotated[Path, typer.Argument(help="An archive that `backup` or `export` wrote.")]


@app.command()
def backup(
    into: Annotated[Path, typer.Argument(help="A new file (.zip), or a folder for it.")],
    data: _Data = Path("data"),
) -> None:
    """Write everything, database and photos, into one archive; also while the program works."""
    from jug_mingle.services.backup import back_up

    with _refusals():
        file, contents = back_up(data, into)
    _echo(f"{file} holds {sum(contents.rows.values())} rows and {_photos(contents.photos)}.")


@app.command()
def export(
    job: Annotated[int, typer.Argument(help="The number of the job, as the address of its page has it.")],
    into: Annotated[Path, typer.Argument(help="A new file (.zip), or a folder for it.")],
    data: _Data = Path("data"),
) -> None:
    """Write one job, with the tins that it needs, into an archive."""
    from jug_mingle.services.backup import export_job

    with _refusals():
        file, contents = export_job(data, job, into)
    _echo(
        f"{file} holds the job {contents.title}: {sum(contents.rows.values())} rows and "
        f"{_photos(contents.photos)}."
    )


def _photos(photos: Mapping[str, int]) -> str:
    several = "" if len(photos) == 1 else "s"
    return f"{len(photos)} photo{several}, {sum(photos.values()) / 1e6:.1f} MB, all checked"


@app.command()
def doctor(
    data: _Data = Path("data"),
    only_look: Annotated[bool, typer.Option("--only-look", help="Change nothing.")] = False,
) -> None:
    """Look through a data folder, and mend what can be mended; stop the program first."""
    from jug_mingle.services.doctor import look_through

    marks = {"sound": "ok     ", "mended": "mended ", "wrong": "WRONG  "}
    findings = []
    for finding in look_through(data, mend=not only_look):
        findings.append(finding)
        _echo(f"{marks[finding.state]}{finding.words}")
    if any(one.state == "wrong" for one in findings):
        raise typer.Exit(1)


@app.command()
def restore(backup: _File, data: _Data = Path("data"), yes: _Yes = False) -> None:
    """Bring everything back from an archive, all of it or nothing; stop the program first. What is there is
    kept."""
    from jug_mingle.services.backup import restore as bring_back

    with _refusals():
        if backup.is_file():
            _echo(_foreseen(backup, data).words())
            _ask(yes, "Restore it?")
        aside = bring_back(backup, data)
    _echo(
        f"{data} is as it was in {backup}." + (f" What was there is kept as {aside.name}." if aside else "")
    )


@app.command("import")
def import_(
    archive: _File, data: _Data = Path("data"), yes: _Yes = False,
    job: Annotated[
        list[int] | None, typer.Option("--job", help="The number of a job in it; all where none is given.")
    ] = None,
) -> None:  # fmt: skip
    """Bring the jobs of an archive in beside those that are there, all of them or none."""
    from jug_mingle.services.archives import read_back
    from jug_mingle.services.bring_back import import_jobs
    from jug_mingle.store.database import open_database

    with _refusals():
        foreseen = _foreseen(archive, data)
        for one in foreseen.jobs:
            _echo(
                f"{one.number}: {one.name}" + (" (begun here, too: it will stand twice)" if one.here else "")
            )
        _ask(yes, "Bring them in?" if not job else f"Bring in {', '.join(map(str, job))}?")
        database = open_database(data)
        try:
            with read_back(archive, data) as back:
                numbers = import_jobs(back, database, data, job or [one.number for one in foreseen.jobs])
        finally:
            database.close()
    _echo(f"Brought in as job {', '.join(map(str, numbers))}.")


def _foreseen(file: Path, data: Path) -> "Foreseen":
    from jug_mingle.services.archives import read_back
    from jug_mingle.services.bring_back import foresee
    from jug_mingle.store.database import open_database

    with TemporaryDirectory() as empty:
        try:
            database = open_database(data if (data / "jug-mingle.db").exists() else Path(empty))
        except JugMingleError:  # what is there is damaged: it will be kept as it is
            database = open_database(Path(empty))
        try:
            with read_back(file, Path(empty)) as archive, database.read() as session:
                return foresee(archive, session, data / "photos")
        finally:
            database.close()


def _ask(yes: bool, question: str) -> None:
    if not yes and not typer.confirm(question):
        _echo("Nothing was changed.")
        raise typer.Exit(1)


def dev_app() -> "FastAPI":
    """Return the application for `make dev`, which restarts it at every change: the demo, in its own
    folder."""
    data = Settings().data
    prepare_demo(data, said=_echo)
    return demo_app(data)


def demo_app(data: Path, settings: Settings | None = None) -> "FastAPI":
    """Return the application of the demo, whose stand-in reader has the scenario's things on its tray."""
    from jug_mingle.api.app import create_app
    from jug_mingle.demo.pigments import truth
    from jug_mingle.demo.scenes import tray_samples

    return create_app(settings or Settings(data=data), truth=truth(), samples=tray_samples())


def demo_archive(into: Path) -> None:
    """Write the archive of the demo job to a file."""
    from jug_mingle.services.archives import archive

    with TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        archive(Path(folder), into, job_id=1)


def prepare_own(data: Path) -> None:
    """Begin a first job in a folder that has none, so that there is something to work on."""
    from jug_mingle.services.jobs import add_job, job_rows
    from jug_mingle.services.predictions import fill_in
    from jug_mingle.store.database import open_database

    database = open_database(data)
    try:
        with database.write.begin() as session:
            if not job_rows(session):
                add_job(session, name="My first job")
            fill_in(session)
    finally:
        database.close()


def _silent(_words: str) -> None:
    """Say nothing."""


def prepare_demo(data: Path, *, said: Callable[[str], object] = _silent) -> None:
    """Make the demo in a folder, unless it has data already; `said` is told what takes its time."""
    from jug_mingle.services.jobs import job_rows
    from jug_mingle.services.predictions import fill_in
    from jug_mingle.store.database import open_database

    database = open_database(data)
    try:
        with database.write.begin() as session:
            fill_in(session)
            begun = bool(job_rows(session))
        if not begun:
            # The scenario paints photos, and brings what that takes: a second that other starts need not
            # spend.
            from jug_mingle.demo.scenario import load
            from jug_mingle.services.photos import PhotoFolder

            load(database, PhotoFolder(data / "photos"), said=said)
    finally:
        database.close()


@app.command()
def match(
    target: Annotated[
        str, typer.Option("--target", help='"#4f7f80", "L a b", or a file of wavelengths and reflectances.')
    ],
    shelf: Annotated[Path, typer.Option("--shelf", help="A shelf file (see docs/examples/shelf.json).")],
    tins: Annotated[int, typer.Option("--tins", "--pots", help="At most so many tins, 1 to 4.")] = 3,
    batch: Annotated[float, typer.Option("--batch", help="How much is needed, in ml.")] = 500.0,
    tool: Annotated[str, typer.Option("--tool", help="parts, spoons, syringe, scale or drops.")] = "parts",
    light: Annotated[
        list[str] | None, typer.Option("--light", help="A light it must match in; may be given again.")
    ] = None,
    as_json: Annotated[bool, typer.Option("--json", help="Print JSON.")] = False,
) -> None:
    """Print recipes for a colour from a shelf."""
    from jug_mingle.formats.target_text import notes_of
    from jug_mingle.services.shelf_match import match_target, to_json, to_text

    try:
        found = match_target(
            target=target,
            shelf_file=shelf,
            tins=tins,
            batch=batch,
            tool_key=tool,
            light_names=light or ["window"],
        )
    except ValueError as error:
        _echo(f"jug-mingle: {error}", err=True)
        raise typer.Exit(2) from error
    for note in notes_of(target):
        _echo(f"jug-mingle: {note}", err=True)
    _echo(to_json(found) if as_json else to_text(found))


@app.command()
def plan(
    job: Annotated[Path, typer.Argument(help="A job file (see docs/examples/job.json).")],
    hours: Annotated[
        list[Path] | None,
        typer.Option("--hours", help="A calendar (.ics) of what is taken; may be given again."),
    ] = None,
    as_json: Annotated[
        bool, typer.Option("--json", help="Print JSON (its schema: docs/plan.schema.json).")
    ] = False,
    quick: Annotated[
        bool, typer.Option("--quick", help="Print the first plan, and look for no better one.")
    ] = False,
) -> None:
    """Print a plan for a job in the hours there are."""
    from pydantic import ValidationError

    from jug_mingle.documents.plan import JobFile
    from jug_mingle.services.plan_of_file import plan_file, plan_text
    from jug_mingle.services.plan_solver import PlanSolver

    solver = None if quick else PlanSolver()
    try:
        job_file = JobFile.model_validate_json(job.read_bytes())
        found = plan_file(job_file, [path.read_bytes() for path in hours or ()], solver=solver)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(str(one) for one in first["loc"])
        _echo(f"jug-mingle: {job} is no job file: {where}: {first['msg']}", err=True)
        raise typer.Exit(2) from error
    except (OSError, OverflowError, JugMingleError) as error:
        _echo(f"jug-mingle: {error}", err=True)
        raise typer.Exit(2) from error
    finally:
        if solver is not None:
            solver.close()
    _echo(found.model_dump_json(indent=2) if as_json else plan_text(found))


@app.command()
def openapi() -> None:
    """Print the OpenAPI document."""
    from jug_mingle.api.app import create_app

    _echo(json.dumps(create_app(Settings()).openapi(), indent=2, sort_keys=True))


def main() -> None:
    """Run the command line."""
    app()


if __name__ == "__main__":
    main()
