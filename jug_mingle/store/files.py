"""Files written whole or not at all."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import BinaryIO
from uuid import uuid4


@contextmanager
def written_whole(file: Path) -> Iterator[BinaryIO]:
    """Give a file to write to, under another name first and onto the disk before it takes its own.

    Whatever cuts this off leaves the file that was there, or none. OSError if there is no such folder, or the
    disk does not take it.
    """
    part = file.with_name(f"{file.name}.{uuid4().hex}.part")
    try:
        with part.open("wb") as opened:
            yield opened
            opened.flush()
            os.fsync(opened.fileno())
        part.replace(file)
    finally:
        part.unlink(missing_ok=True)
