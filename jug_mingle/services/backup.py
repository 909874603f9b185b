"""A data folder copied away and brought back, all or nothing: archives, and the folders that earlier releases
made."""

import hashlib
import json
import os
import shutil
import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Final

from jug_mingle.errors import DataRefusedError
from jug_mingle.formats.archive_file import ArchiveList
from jug_mingle.services.archives import archive, archive_name, read_back
from jug_mingle.store.database import NAME, copy_database, into_one_file, open_database, revisions
from jug_mingle.store.files import written_whole
from jug_mingle.store.standing import check_file

FORMAT: Final = "jug-mingle backup 1"
_LIST: Final = "backup.json"
_BLOCK: Final = 1 << 20


@dataclass(frozen=True, slots=True, kw_only=True)
class Copied:
    """What a folder of a backup holds: how many photos, and how many bytes in all."""

    photos: int
    size: int


def back_up(data: Path, into: Path) -> tuple[Path, ArchiveList]:
    """Write everything in a data folder into one archive, also while the program works; return its file and
    its list.

    Parameters
    ----------
    into : Path
        The file, or a folder that gets one with the date in its name.

    Raises
    ------
    DataRefusedError
        If there is nothing to copy, the file is there already, a photo is gone or damaged, or the disk fails.
    """
    return _archived(data, into, None)


def export_job(data: Path, job_id: int, into: Path) -> tuple[Path, ArchiveList]:
    """Write one job, with the tins that it needs, into an archive, as `back_up` does with everything."""
    return _archived(data, into, job_id)


def _archived(data: Path, into: Path, job_id: int | None) -> tuple[Path, ArchiveList]:
    file = data / NAME
    if not file.exists():
        raise DataRefusedError(f"there is no {NAME} in {data}: name the data folder with --data")
    revision = check_file(file, revisions())
    if job_id is not None and revision != revisions()[-1]:
        raise DataRefusedError(
            "the data are of an earlier release: start the program once, which brings them up"
        )
    name = archive_name("" if job_id is None else f"job {job_id}", datetime.now(UTC))
    target = into / name if into.is_dir() else into
    if target.exists():
        raise DataRefusedError(f"{target} is there already: name a new file")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise DataRefusedError(f"the archive was not made: {error.strerror} ({error.filename})") from error
    return target, archive(data, target, job_id=job_id)


def verify(folder: Path) -> Copied:
    """Check every byte of a backup against its list; DataRefusedError says what is wrong with it."""
    try:
        kept = json.loads((folder / _LIST).read_text("utf-8"))
    except OSError as error:
        raise DataRefusedError(f"{folder} is no backup: it has no {_LIST}") from error
    except ValueError as error:
        raise DataRefusedError(f"{folder} is a damaged backup: its {_LIST} cannot be read") from error
    files = _files_of(folder, kept)
    for name, sha256 in files.items():
        file = folder / name
        if not file.is_file() or _hash(file) != sha256:
            raise DataRefusedError(
                f"{folder} is a damaged backup: {name} is gone or changed. Nothing was touched."
            )
    check_file(folder / NAME, revisions())
    missing = [name for name in _photo_files(folder / NAME) if f"photos/{name}" not in files]
    if missing:
        raise DataRefusedError(f"{folder} is a damaged backup: the photo {missing[0]} is not in it")
    size = sum((folder / name).stat().st_size for name in files)
    return Copied(photos=sum(name.endswith(".original") for name in files), size=size)


def _files_of(folder: Path, kept: Any) -> dict[str, str]:
    """Return the files of a backup's list; none of them may lie outside its folder."""
    files = kept.get("files") if isinstance(kept, dict) and kept.get("format") == FORMAT else None
    if not isinstance(files, dict) or NAME not in files:
        raise DataRefusedError(
            f"{folder} is no backup that this program knows: its {_LIST} says something else"
        )
    for name in files:
        parts = str(name).split("/")
        if str(name) != NAME and not (
            len(parts) == 2 and parts[0] == "photos" and parts[1] == Path(parts[1]).name
        ):
            raise DataRefusedError(
                f"{folder} is no backup that can be trusted: it names a file {str(name)[:80]!r}"
            )
    return {str(name): str(sha256) for name, sha256 in files.items()}


def restore(backup: Path, data: Path) -> Path | None:
    """Bring everything back from an archive, or from a folder that an earlier release copied it to.

    Photos are added first, by their hash, which harms nothing; then the database takes its name in one step.
    Whatever cuts this off leaves the old database or the new one. The database that was there is kept beside,
    and its name returned.

    Raises
    ------
    DataRefusedError
        If the backup is damaged, the program works on the data folder at this moment, or the disk fails.
    """
    try:
        if backup.is_dir():
            verify(backup)
            return _restored(backup / NAME, data, lambda: _photos_of(backup, data))
        data.mkdir(parents=True, exist_ok=True)
        with read_back(backup, data) as found:
            if found.said.of != "everything":
                raise DataRefusedError(
                    f"{backup.name} is of the job {found.said.title!r}: `import` brings it in"
                )
            into_one_file(found.folder / NAME)
            return _restored(found.folder / NAME, data, lambda: found.keep_photos(data / "photos"))
    except OSError as error:
        raise DataRefusedError(
            f"nothing was restored: {error.strerror or error} ({error.filename})"
        ) from error


def _restored(database: Path, data: Path, keep_photos: Callable[[], None]) -> Path | None:
    part = data / f"{NAME}.restoring"
    try:
        data.mkdir(parents=True, exist_ok=True)
        keep_photos()
        _copy(database, part)
        aside = _put_aside(data)
        part.replace(data / NAME)
        _settle(data)
    finally:
        part.unlink(missing_ok=True)
    open_database(data).close()
    return aside


def _photos_of(backup: Path, data: Path) -> None:
    for file in sorted((backup / "photos").glob("*")):
        path = data / "photos" / file.name
        if not path.exists() or _hash(path) != _hash(file):
            _copy(file, path)


def _put_aside(data: Path) -> Path | None:
    """Copy away the database that a restored one will replace, and bring it into one file, so that no log of
    it is taken for the new one's; a damaged one is copied as it is."""
    file = data / NAME
    if not file.exists():
        return None
    aside = data / f"jug-mingle.before-restore-{datetime.now(UTC):%Y%m%d-%H%M%S}.db"
    try:
        with closing(sqlite3.connect(file, timeout=1.0)) as connection:
            connection.execute("BEGIN EXCLUSIVE")
            connection.execute("ROLLBACK")
        copy_database(file, aside)
        into_one_file(file)
    except sqlite3.OperationalError as error:
        aside.unlink(missing_ok=True)
        raise DataRefusedError(
            f"{data} is in use ({error}): stop the program first. Nothing was restored."
        ) from error
    except sqlite3.DatabaseError:
        shutil.copyfile(file, aside)
    for log in (data / f"{NAME}-wal", data / f"{NAME}-shm"):
        if log.exists():
            log.rename(log.with_name(f"{aside.name}{log.name[len(NAME) :]}"))
    return aside


def _photo_files(database: Path) -> Iterator[str]:
    """Yield the names of the files that the photos of a database have."""
    with closing(
        sqlite3.connect(f"{database.absolute().as_uri()}?mode=ro&immutable=1", uri=True)
    ) as connection:
        hashes = sorted({str(sha256) for (sha256,) in connection.execute("SELECT sha256 FROM photo")})
    for sha256 in hashes:
        yield from (f"{sha256}.original", f"{sha256}.jpg")


def _hash(file: Path) -> str:
    with file.open("rb") as opened:
        return hashlib.file_digest(opened, "sha256").hexdigest()


def _copy(source: Path, target: Path) -> None:
    target.parent.mkdir(parents=True, exist_ok=True)
    with source.open("rb") as opened, written_whole(target) as copied:
        shutil.copyfileobj(opened, copied, _BLOCK)


def _settle(folder: Path) -> None:
    """Let the names in a folder reach the disk, where the system has a way to say so."""
    if os.name == "posix":
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
