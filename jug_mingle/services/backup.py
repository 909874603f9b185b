"""A data folder copied away and brought back: the database by SQLite itself, photos by hash, all or nothing."""

import hashlib
import json
import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Final

from jug_mingle import __version__
from jug_mingle.errors import DataRefusedError
from jug_mingle.store.database import NAME, copy_database, into_one_file, open_database, revisions
from jug_mingle.store.files import written_whole
from jug_mingle.store.standing import check_file

FORMAT: Final = "jug-mingle backup 1"
_LIST: Final = "backup.json"
_BLOCK: Final = 1 << 20


@dataclass(frozen=True, slots=True, kw_only=True)
class Copied:
    """What a backup holds: how many photos, and how many bytes in all."""

    photos: int
    size: int


def back_up(data: Path, into: Path) -> Copied:
    """Copy a data folder to a new folder, also while the program works on it; verified before it takes its name.

    Raises
    ------
    DataRefusedError
        If there is nothing to copy, the new folder is there already, a photo is gone or damaged, or the disk fails.
    """
    file = data / NAME
    if not file.exists():
        raise DataRefusedError(f"there is no {NAME} in {data}: name the data folder with --data")
    check_file(file, revisions())
    if into.exists() and (not into.is_dir() or any(into.iterdir())):
        raise DataRefusedError(f"{into} is there already and is not empty: name a new folder")
    part = _beside(into)
    try:
        part.mkdir(parents=True)
        copy_database(file, part / NAME)
        for name in _photo_files(part / NAME):
            _copy(data / "photos" / name, part / "photos" / name)
        _write_list(part)
        found = verify(part)
        if into.exists():
            into.rmdir()
        part.rename(into)
    except OSError as error:
        raise DataRefusedError(f"the backup was not made: {error.strerror or error} ({error.filename})") from error
    except sqlite3.Error as error:
        raise DataRefusedError(f"the backup was not made: the database says {error}") from error
    finally:
        shutil.rmtree(part, ignore_errors=True)
    return found


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
            raise DataRefusedError(f"{folder} is a damaged backup: {name} is gone or changed. Nothing was touched.")
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
        raise DataRefusedError(f"{folder} is no backup that this program knows: its {_LIST} says something else")
    for name in files:
        parts = str(name).split("/")
        if str(name) != NAME and not (len(parts) == 2 and parts[0] == "photos" and parts[1] == Path(parts[1]).name):
            raise DataRefusedError(f"{folder} is no backup that can be trusted: it names a file {str(name)[:80]!r}")
    return {str(name): str(sha256) for name, sha256 in files.items()}


def restore(backup: Path, data: Path) -> Path | None:
    """Bring a backup back to a data folder; the database that was there is kept beside, and its name returned.

    Photos are added first, by their hash, which harms nothing; then the database takes its name in one step. Whatever
    cuts this off leaves the old database or the new one.

    Raises
    ------
    DataRefusedError
        If the backup is damaged, the program works on the data folder at this moment, or the disk fails.
    """
    verify(backup)
    part = data / f"{NAME}.restoring"
    try:
        data.mkdir(parents=True, exist_ok=True)
        for file in sorted((backup / "photos").glob("*")):
            there = data / "photos" / file.name
            if not there.exists() or _hash(there) != _hash(file):
                _copy(file, there)
        _copy(backup / NAME, part)
        aside = _put_aside(data)
        part.replace(data / NAME)
        _settle(data)
    except OSError as error:
        raise DataRefusedError(f"nothing was restored: {error.strerror or error} ({error.filename})") from error
    finally:
        part.unlink(missing_ok=True)
    open_database(data).close()
    return aside


def _put_aside(data: Path) -> Path | None:
    """Copy away the database that a restored one will replace, and bring it into one file, so that no log of it is
    taken for the new one's; a damaged one is copied as it is."""
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
        raise DataRefusedError(f"{data} is in use ({error}): stop the program first. Nothing was restored.") from error
    except sqlite3.DatabaseError:
        shutil.copyfile(file, aside)
    for log in (data / f"{NAME}-wal", data / f"{NAME}-shm"):
        if log.exists():
            log.rename(log.with_name(f"{aside.name}{log.name[len(NAME) :]}"))
    return aside


def _photo_files(database: Path) -> Iterator[str]:
    """Yield the names of the files that the photos of a database have."""
    with closing(sqlite3.connect(f"{database.absolute().as_uri()}?mode=ro&immutable=1", uri=True)) as connection:
        hashes = sorted({str(sha256) for (sha256,) in connection.execute("SELECT sha256 FROM photo")})
    for sha256 in hashes:
        yield from (f"{sha256}.original", f"{sha256}.jpg")


def _write_list(folder: Path) -> None:
    files = {file.relative_to(folder).as_posix(): _hash(file) for file in sorted(folder.rglob("*")) if file.is_file()}
    for name, sha256 in files.items():
        if name.endswith(".original") and Path(name).stem != sha256:
            raise DataRefusedError(f"the photo {name} is damaged: its bytes are not those that were sent")
    body = {"format": FORMAT, "program": __version__, "made": datetime.now(UTC).isoformat(), "files": files}
    with written_whole(folder / _LIST) as opened:
        opened.write(json.dumps(body, indent=1).encode())


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


def _beside(into: Path) -> Path:
    return into.with_name(f".{into.name}.{os.getpid()}.part")
