"""Files that were made to freeze or to end the program: what each costs until it is refused, or done."""

import multiprocessing
import resource
import time
from collections.abc import Callable
from multiprocessing.queues import Queue

from bench.tables import table
from jug_mingle.errors import JugMingleError
from tests.hostile import FILES, many_circles

EXTRA = {"SVG, 1900 circles": ("/api/jobs/1/motifs/svg?name=x", lambda: many_circles(1900))}


def main() -> None:
    """Print a table: bytes, seconds of a processor, and the megabytes that it took more."""
    rows = []
    for name, (path, make) in {**FILES, **EXTRA}.items():
        data = make()
        queue: Queue[tuple[float, float, str]] = multiprocessing.Queue()
        process = multiprocessing.Process(target=_read, args=(path, data, queue))
        process.start()
        seconds, megabytes, words = queue.get(timeout=300)
        process.join()
        rows.append(
            [name, f"{len(data) / 1000:.1f} kB", f"{seconds:.2f} s", f"{megabytes:.0f} MB", words[:70]]
        )
    table(
        "Hostile files, in a process of their own",
        ["file", "size", "processor", "memory more", "answer"],
        rows,
    )


def _read(path: str, data: bytes, queue: "Queue[tuple[float, float, str]]") -> None:
    read = _reader(path)
    before, began = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, time.process_time()
    try:
        read(data)
        words = "done"
    except (JugMingleError, ValueError) as error:
        words = str(error)
    after = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    queue.put((time.process_time() - began, (after - before) / 1024, words))


def _reader(path: str) -> Callable[[bytes], object]:
    """Return what reads a file that is sent to an address."""
    if "colours" in path:
        from jug_mingle.formats.table_rows import rows_of

        return rows_of
    if "svg" in path:
        from jug_mingle.services.motifs import stencil_of_svg

        return lambda data: stencil_of_svg(data, name="x", width=0.1)
    if "hours" in path:
        from datetime import datetime, timedelta
        from zoneinfo import ZoneInfo

        from jug_mingle.formats.calendar_file import read_busy

        zone = ZoneInfo("UTC")
        now = datetime(2026, 12, 1, tzinfo=zone)
        return lambda data: read_busy(data, start=now, end=now + timedelta(days=120), zone=zone)
    from jug_mingle.services.photos import read_photo

    return lambda data: read_photo(data, max_pixels=50_000_000)
