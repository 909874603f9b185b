"""A data folder looked through: what is sound, what was mended, and what a person has to do."""

import hashlib
import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path
from typing import Final, Literal

from jug_mingle.errors import DataRefusedError, JugMingleError
from jug_mingle.services.copies import copies
from jug_mingle.services.in_use import is_held
from jug_mingle.services.photos import PhotoFolder, pixels_of
from jug_mingle.store.database import NAME, open_database, revisions
from jug_mingle.store.models import PhotoRow
from jug_mingle.store.standing import check_file

_ROOM: Final = 500_000_000
"""Less room than this on the disk is said. [bytes]"""

State = Literal["sound", "mended", "wrong"]


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing that was looked at: whether it is sound, was mended, or is wrong, in words that say what to
    do."""

    state: State
    words: str


def look_through(data: Path, *, mend: bool = True) -> Iterator[Finding]:
    """Yield what is found in a data folder, and mend what can be mended without losing anything.

    Parameters
    ----------
    mend : bool
        Without it nothing is changed, and what could be mended is said to be wrong.
    """
    if not data.is_dir():
        yield Finding("wrong", f"there is no folder {data}: say which (--data)")
        return
    held = is_held(data)
    mend = mend and not held
    if held:
        yield Finding(
            "sound", "a program works on this folder: it is looked at only. Stop it to let it be mended"
        )
    yield from _folder(data)
    yield from _database(data)
    yield from _left_over(data, mend=mend)
    yield from _photos(data, mend=mend)


def _folder(data: Path) -> Iterator[Finding]:
    if not os.access(data, os.W_OK | os.X_OK):
        yield Finding("wrong", f"{data} cannot be written to: give yourself the right to write there")
    room = shutil.disk_usage(data).free
    state: State = "sound" if room >= _ROOM else "wrong"
    yield Finding(
        state, f"there are {room / 1e9:.1f} GB of room on its disk" + ("" if room >= _ROOM else ": make more")
    )


def _database(data: Path) -> Iterator[Finding]:
    file, kept = data / NAME, copies(data)
    way_out = f"; the newest daily copy is {kept[-1]}" if kept else ""
    if not file.exists():
        yield Finding("wrong", f"there is no database {NAME}{way_out}")
        return
    try:
        revision = check_file(file, revisions())
        with closing(sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as connection:
            whole = connection.execute("PRAGMA integrity_check(1)").fetchone()[0]
            torn = connection.execute("PRAGMA foreign_key_check").fetchall()
    except (DataRefusedError, sqlite3.Error) as error:
        yield Finding("wrong", f"{error}{way_out}")
        return
    if whole != "ok":
        yield Finding("wrong", f"the database is damaged ({whole[:100]}): restore a backup{way_out}")
    elif torn:
        yield Finding(
            "wrong", f"{len(torn)} rows of the database lack what they belong to: restore a backup{way_out}"
        )
    else:
        newest = f", the last of {kept[-1].stem[-10:]}" if kept else ""
        many = f"{len(kept)} daily cop{'y' if len(kept) == 1 else 'ies'}"
        yield Finding("sound", f"the database is whole (revision {revision}); {many}{newest}")


def _left_over(data: Path, *, mend: bool) -> Iterator[Finding]:
    """Files that a program which was cut off left on its way: nothing names them."""
    files = [
        *(data / "photos").glob("*.part*"),
        *data.glob("jug-mingle.new.db*"),
        *(data / "copies").glob("*.part*"),
    ]
    if not files:
        return
    if mend:
        for file in files:
            file.unlink(missing_ok=True)
    yield Finding(
        "mended" if mend else "wrong", f"{len(files)} unfinished files were left there; nothing named them"
    )


def _photos(data: Path, *, mend: bool) -> Iterator[Finding]:
    """Each photo's upload against its hash, and its working copy, which is made anew from it."""
    try:
        database = open_database(data) if mend else None
    except JugMingleError:
        return
    rows = _photo_rows(data)
    folder, sound = PhotoFolder(data / "photos"), 0
    try:
        for row in rows:
            original, working = folder.original(row.sha256), folder.working(row.sha256, row.turned)
            if not original.exists() or hashlib.sha256(original.read_bytes()).hexdigest() != row.sha256:
                yield Finding(
                    "wrong", f"the file of the photo {row.name!r} is gone or damaged: add the photo once more"
                )
                continue
            if _is_picture(working):
                sound += 1
                continue
            if mend:
                working.unlink(missing_ok=True)
                pixels_of(row, folder)
            yield Finding(
                "mended" if mend else "wrong",
                f"the working copy of the photo {row.name!r} was gone or damaged",
            )
    except (JugMingleError, OSError) as error:
        yield Finding("wrong", f"the photos cannot be looked through: {error}")
    finally:
        if database is not None:
            database.close()
    yield Finding("sound", f"{sound} of {len(rows)} photos are whole as they lay there")


def _photo_rows(data: Path) -> list[PhotoRow]:
    try:
        with closing(sqlite3.connect(f"{(data / NAME).absolute().as_uri()}?mode=ro", uri=True)) as connection:
            found = connection.execute("SELECT name, sha256, turned FROM photo").fetchall()
    except sqlite3.Error:
        return []
    return [PhotoRow(name=name, sha256=sha256, turned=turned) for name, sha256, turned in found]


def _is_picture(file: Path) -> bool:
    from PIL import Image

    try:
        with Image.open(file) as image:
            image.load()
    except (OSError, SyntaxError, ValueError):
        return False
    return True
