"""A copy of the database a day, the last fourteen kept; photos that nothing names any more, cleaned after a
month."""

import json
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from datetime import date, timedelta
from pathlib import Path
from threading import Event
from typing import Final

from jug_mingle.store.database import NAME, copy_database
from jug_mingle.store.files import written_whole


def passing_folder(data: Path) -> Path:
    """Return the folder of files that are on their way, made where it is not there."""
    folder = data / "passing"
    folder.mkdir(parents=True, exist_ok=True)
    return folder


def clear_passing(data: Path) -> None:
    """Remove what a program that was cut off left on its way."""
    shutil.rmtree(data / "passing", ignore_errors=True)
    for folder in data.glob("archive-*"):
        shutil.rmtree(folder, ignore_errors=True)


FOLDER: Final = "copies"
KEPT: Final = 14
"""So many daily copies are kept."""

UNNAMED_FOR: Final = timedelta(days=30)
"""A photo is removed when for so long no database, bin or kept copy has named it."""

_UNNAMED: Final = "unnamed.json"
_LOOK: Final = 600.0
"""How often it is looked whether a new day has begun. [s]"""


def keep_daily(data: Path, stop: Event) -> None:
    """Make the copy of each day as it begins, until `stop`; what fails is tried again, and never ends the
    work."""
    while True:
        try:
            keep_copy(data, date.today())
            clean_photos(data, date.today())
        except (OSError, sqlite3.Error):
            pass  # a full disk, or one that was taken out: the work goes on, and the next look tries again
        if stop.wait(_LOOK):
            return


def keep_copy(data: Path, day: date) -> Path | None:
    """Copy the database for a day, unless that was done, and drop the oldest copies; return the new one.

    It takes its name when it is whole: whatever cuts this off leaves the copies that were there.
    """
    folder = data / FOLDER
    folder.mkdir(exist_ok=True)
    for stale in folder.glob("*.part*"):
        stale.unlink()
    file = folder / f"jug-mingle-{day.isoformat()}.db"
    if file.exists():
        return None
    part = file.with_suffix(".part")
    copy_database(data / NAME, part)
    part.replace(file)
    for old in copies(data)[:-KEPT]:
        old.unlink()
    return file


def copies(data: Path) -> list[Path]:
    """Return the daily copies, the oldest first."""
    return sorted((data / FOLDER).glob("jug-mingle-????-??-??.db"))


def clean_photos(data: Path, day: date) -> list[str]:
    """Remove the files of photos that no database, bin or copy has named for a month, and return their
    hashes.

    Since when each is named no more is kept beside the photos; one that is named again is forgotten there.
    """
    folder = data / "photos"
    there = {file.name[:64] for file in folder.glob("*.original")}
    if not there:
        return []
    unnamed = there - set(_named(data))
    since = {sha256: when for sha256, when in _since(folder).items() if sha256 in unnamed}
    since |= {sha256: day for sha256 in unnamed if sha256 not in since}
    gone = [sha256 for sha256, when in since.items() if day - when >= UNNAMED_FOR]
    for sha256 in gone:
        for file in folder.glob(f"{sha256}.*"):
            file.unlink()
        del since[sha256]
    if since or (folder / _UNNAMED).exists():
        with written_whole(folder / _UNNAMED) as opened:
            opened.write(
                json.dumps({sha256: when.isoformat() for sha256, when in sorted(since.items())}).encode()
            )
    return gone


def _since(folder: Path) -> dict[str, date]:
    try:
        said = json.loads((folder / _UNNAMED).read_text("utf-8"))
        return {str(sha256): date.fromisoformat(when) for sha256, when in said.items()}
    except (OSError, ValueError, AttributeError, TypeError):
        return {}  # kept anew from today: a photo stays longer then, never shorter


def _named(data: Path) -> Iterator[str]:
    """Yield the hashes that any database in the data folder names, also of what is in the bin."""
    for file in (*data.glob("*.db"), *(data / FOLDER).glob("*.db")):
        with closing(sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as connection:
            try:
                yield from (sha256 for (sha256,) in connection.execute("SELECT sha256 FROM photo"))
            except sqlite3.DatabaseError as error:
                raise OSError(f"{file.name} cannot be read: no photo is removed") from error
