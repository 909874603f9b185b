"""One program at a time on a data folder: a second one is told, in words, before it touches anything."""

import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from typing import Final

from jug_mingle.errors import DataRefusedError

_LOCK: Final = "in-use.lock"
_WHERE: Final = "in-use.txt"


@contextmanager
def in_use(data: Path) -> Iterator[Callable[[str], object]]:
    """Hold a data folder as long as a program works on it; the system lets go when it is killed.

    Gives what keeps the address at which the program is reached, for whoever starts another.

    Raises
    ------
    DataRefusedError
        If another program holds it, or the folder cannot be written to.
    """
    try:
        data.mkdir(parents=True, exist_ok=True)
        held = sqlite3.connect(data / _LOCK, timeout=0, isolation_level=None)
    except (OSError, sqlite3.OperationalError) as error:
        raise DataRefusedError(_words(data, str(error))) from error
    with closing(held):
        try:
            held.execute("PRAGMA journal_mode=MEMORY")
            held.execute("BEGIN EXCLUSIVE")
        except sqlite3.OperationalError as error:
            raise DataRefusedError(_words(data, str(error))) from error
        try:
            yield lambda address: (data / _WHERE).write_text(address, "utf-8")
        finally:
            with suppress(OSError):
                (data / _WHERE).unlink(missing_ok=True)


def is_held(data: Path) -> bool:
    """Return whether a program works on a data folder; nothing is made there to find out."""
    if not (data / _LOCK).exists():
        return False
    try:
        with closing(sqlite3.connect(data / _LOCK, timeout=0, isolation_level=None)) as held:
            held.execute("BEGIN EXCLUSIVE")
            held.execute("ROLLBACK")
    except sqlite3.OperationalError as error:
        return "locked" in str(error)
    return False


def _words(data: Path, reason: str) -> str:
    if "locked" not in reason:
        return (
            f"the data folder {data} cannot be written to ({reason}): "
            "make room, or take the right to write there"
        )
    where = ""
    with suppress(OSError):
        where = (data / _WHERE).read_text("utf-8")[:200]
    return (
        f"a Jug Mingle works on {data} already{f', at {where}' if where else ''}: go on there, stop it "
        f"first, or give "
        "another folder (--data)"
    )
