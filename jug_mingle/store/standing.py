"""What lies in a database file, told without touching it: ours, older, newer, damaged, empty or half made."""

import sqlite3
from collections.abc import Sequence
from contextlib import closing
from pathlib import Path
from typing import Final

from jug_mingle.errors import DataRefusedError

_HEADER: Final = b"SQLite format 3\x00"


def check_file(file: Path, revisions: Sequence[str]) -> str:
    """Return the revision of a database that this program can open; DataRefusedError says in a line why it
    cannot.

    Parameters
    ----------
    revisions : sequence of str
        Those that this program knows, the oldest first.
    """
    try:
        with file.open("rb") as opened:
            head = opened.read(len(_HEADER))
    except OSError as error:
        raise DataRefusedError(f"{file} cannot be read: {error.strerror}. Nothing was changed.") from error
    if not head:
        raise DataRefusedError(
            f"{file} is empty: it was a database once, or was never finished. Restore a backup, or move it "
            f"away to "
            "begin anew. Nothing was changed."
        )
    if head != _HEADER:
        raise DataRefusedError(f"{file} is damaged or is no database of Jug Mingle. {_WAY_OUT}")
    try:
        with closing(sqlite3.connect(_address(file), uri=True)) as connection:
            tables = {
                name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
            }
            found = (
                [name for (name,) in connection.execute("SELECT version_num FROM alembic_version")]
                if "alembic_version" in tables
                else []
            )
            sound = connection.execute("PRAGMA quick_check(1)").fetchone()[0] == "ok"
    except sqlite3.Error as error:
        raise DataRefusedError(f"{file} is damaged ({error}). {_WAY_OUT}") from error
    if not sound:
        raise DataRefusedError(f"{file} is damaged. {_WAY_OUT}")
    if len(found) != 1 or "job" not in tables:
        raise DataRefusedError(f"{file} is only half a database of Jug Mingle, or none at all. {_WAY_OUT}")
    revision = found[0]
    if revision not in revisions:
        newest = revisions[-1]
        how = "a newer Jug Mingle than this one" if revision > newest else "no release of Jug Mingle"
        raise DataRefusedError(
            f"{file} was made by {how} (revision {revision}, this one knows up to {newest}): start the newer "
            f"program. "
            "Nothing was changed."
        )
    return str(revision)


_WAY_OUT: Final = (
    "Restore a backup (`jug-mingle restore`), or move it away to begin anew. Nothing was changed."
)


def _address(file: Path) -> str:
    """Return how to open a file so that nothing is written, not even a log beside it.

    Where a log lies there, the program that wrote it did not end in order, and what the log holds belongs to
    the data.
    """
    left = file.with_name(file.name + "-wal")
    return f"{file.absolute().as_uri()}?mode=ro" + ("" if left.exists() else "&immutable=1")
