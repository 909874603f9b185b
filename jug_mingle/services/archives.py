"""Archives: everything, or one job, in one open file; read back into a database of its own."""

import shutil
import sqlite3
import tempfile
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import lru_cache
from pathlib import Path
from typing import Any, Final

from sqlalchemy import Connection, select
from sqlalchemy.exc import DBAPIError

from jug_mingle import __version__
from jug_mingle.errors import DataRefusedError, NotFoundError
from jug_mingle.formats.archive_file import Archive, ArchiveList, damaged, read_archive, write_archive
from jug_mingle.services.proofread import proofread
from jug_mingle.services.rows_of_job import rows_of_job
from jug_mingle.store.database import NAME, copy_database, engine_on, into_one_file, make_at, revisions
from jug_mingle.store.files import written_whole
from jug_mingle.store.tables import put_rows, said_rows, tables_of

SUFFIX: Final = ".zip"


def archive_name(title: str, day: datetime) -> str:
    """Return what an archive's file is called: "jug-mingle-2026-11-27.zip", with the name of a job before its
    date."""
    letters = "".join(letter if letter.isalnum() else "-" for letter in title.lower()).strip("-")[:60]
    return "-".join(filter(None, ("jug-mingle", letters, f"{day:%Y-%m-%d}"))) + SUFFIX


def archive(data: Path, into: Path, *, job_id: int | None = None) -> ArchiveList:
    """Write everything that a data folder holds, or one job of it, into one file; also while the program
    works on it.

    It is of one moment. The file takes its name when it is whole.

    Raises
    ------
    DataRefusedError
        If a photo is gone or damaged, or the disk fails.
    NotFoundError
        If there is no such job.
    """
    try:
        with tempfile.TemporaryDirectory(dir=data, prefix="archive-") as folder:
            copy = Path(folder) / NAME
            copy_database(data / NAME, copy)
            with _reading(copy) as connection, written_whole(into) as opened:
                return _write(connection, data, opened, job_id)
    except FileNotFoundError as error:
        missing = Path(str(error.filename or ""))
        what = f"the photo {missing.stem[:12]}… is gone" if missing.suffix == ".original" else str(error)
        raise DataRefusedError(f"the archive was not made: {what}") from error
    except OSError as error:
        raise DataRefusedError(
            f"the archive was not made: {error.strerror or error} ({into.name})"
        ) from error
    except sqlite3.Error as error:
        raise DataRefusedError(f"the archive was not made: the database says {error}") from error


@contextmanager
def _reading(file: Path) -> Iterator[Connection]:
    engine = engine_on(file)
    try:
        with engine.connect() as connection:
            yield connection
    finally:
        engine.dispose()


def _write(connection: Connection, data: Path, into: Any, job_id: int | None) -> ArchiveList:
    tables = tables_of(connection)
    wanted: dict[str, set[int]] = {}
    title = ""
    if job_id is not None:
        job = tables["job"]
        title = connection.scalar(select(job.c.name).where(job.c.id == job_id)) or ""
        if not title:
            raise NotFoundError(f"there is no job {job_id}")
        wanted = rows_of_job(connection, tables, job_id)
    photo = tables["photo"]
    hashes = select(photo.c.sha256).distinct().order_by(photo.c.sha256)
    if job_id is not None:
        hashes = hashes.where(photo.c.job_id == job_id)
    folder = data / "photos"
    some = wanted or dict.fromkeys(tables)
    return write_archive(
        into,
        {name: said_rows(connection, table, some[name]) for name, table in tables.items()},
        {sha256: folder / f"{sha256}.original" for sha256 in connection.scalars(hashes)},
        of="everything" if job_id is None else "job",
        title=title, program=__version__, made=datetime.now(UTC).isoformat(timespec="seconds"),
        revision=connection.exec_driver_sql("SELECT version_num FROM alembic_version").scalar_one(),
    )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadBack:
    """An archive whose rows stand in a database of today's revision, in a folder of its own, sound and
    whole."""

    archive: Archive
    folder: Path

    @property
    def said(self) -> ArchiveList:
        """What the archive says of itself."""
        return self.archive.said

    @contextmanager
    def connected(self) -> Iterator[Connection]:
        """Give a connection to its database."""
        with _reading(self.folder / NAME) as connection:
            yield connection

    def jobs(self) -> list[tuple[int, str]]:
        """Return its jobs: numbers and names."""
        with self.connected() as connection:
            job = tables_of(connection)["job"]
            return [(number, name) for number, name in connection.execute(select(job.c.id, job.c.name))]

    def keep_photos(self, photos: Path) -> None:
        """Put its photos into a photo folder, each checked; what is there already, and sound, stays."""
        photos.mkdir(parents=True, exist_ok=True)
        for sha256, write in self.archive.photos():
            file = photos / f"{sha256}.original"
            if not file.exists() or file.stat().st_size != self.said.photos[sha256]:
                with written_whole(file) as opened:
                    write(opened)


@contextmanager
def read_back(file: Path, beside: Path) -> Iterator[ReadBack]:
    """Read an archive into a database of its own, in a folder beside the data that is gone afterwards.

    Raises
    ------
    DataRefusedError
        If it is no archive, damaged, newer, or holds what no program wrote. Nothing was changed then.
    """
    found = read_archive(file)
    if found.said.revision not in revisions():
        raise DataRefusedError(
            f"{file.name} was written by a newer Jug Mingle than this one (revision {found.said.revision}, "
            f"this one knows up to {revisions()[-1]}): take the newer program. Nothing was changed."
        )
    rows = found.rows()
    beside.mkdir(parents=True, exist_ok=True)
    folder = Path(tempfile.mkdtemp(dir=beside, prefix="archive-"))
    try:
        _made(found, rows, folder / NAME)
        yield ReadBack(archive=found, folder=folder)
    finally:
        shutil.rmtree(folder, ignore_errors=True)


@lru_cache(maxsize=4)
def _empty_at(revision: str) -> bytes:
    """Return an empty database as a release made it; to make it takes a second."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / NAME
        make_at(file, revision)
        into_one_file(file)
        return file.read_bytes()


def _made(read_back: Archive, rows: Mapping[str, list[dict[str, Any]]], file: Path) -> None:
    """Make the database that an archive's rows stood in, and bring it up to today."""
    file.write_bytes(_empty_at(read_back.said.revision))
    try:
        with _reading(file) as connection:
            put_rows(connection, tables_of(connection), rows)
            connection.commit()
        if read_back.said.revision != revisions()[-1]:
            make_at(file, "head")
        with _reading(file) as connection:
            photo = tables_of(connection)["photo"]
            if missing := set(connection.scalars(select(photo.c.sha256))) - set(read_back.said.photos):
                raise DataRefusedError(f"the photo {min(missing)[:12]}… is not in it")
        proofread(file)
    except DataRefusedError as error:
        raise damaged(read_back.file, str(error)) from error
    except UnicodeEncodeError as error:
        raise damaged(
            read_back.file, "a text in it has half letters, which no page could have said"
        ) from error
    except (DBAPIError, RuntimeError, OverflowError) as error:
        reason = str(error.orig if isinstance(error, DBAPIError) else error)
        orphan = "FOREIGN KEY" in reason
        raise damaged(read_back.file, "a row belongs to what is not there" if orphan else reason) from error
