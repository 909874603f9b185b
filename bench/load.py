"""What one program on one SQLite file bears: requests a second, a crowd at once, years of tins and pieces."""

import json
import tempfile
import threading
import time
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from pathlib import Path

import numpy as np

from bench.tables import table
from bench.weight import LIGHT, Running, picture, running
from jug_mingle.cli import prepare_demo
from jug_mingle.store.database import open_database
from jug_mingle.store.models import EntryRow, JobRow, MaterialRow, PieceRow, now


def grown(data: Path, *, jobs: int, tins: int, entries: int) -> None:
    """Let a demo grow by years of work: jobs with a piece each, tins, and lines of the daybook."""
    database = open_database(data)
    with database.write.begin() as session:
        like = session.get(PieceRow, 1)
        tin = session.get(MaterialRow, 1)
        assert like is not None
        assert tin is not None
        for number in range(jobs):
            job = JobRow(name=f"Shelf of the library, {number}", created=now() - timedelta(days=number))
            session.add(job)
            session.flush()
            copied = {
                c.name: getattr(like, c.name)
                for c in PieceRow.__table__.c
                if c.name not in ("id", "version", "look_id")
            }
            session.add(PieceRow(**{**copied, "job_id": job.id, "name": f"Bookcase {number}"}))
        for number in range(tins):
            copied = {
                c.name: getattr(tin, c.name)
                for c in MaterialRow.__table__.c
                if c.name not in ("id", "version")
            }
            session.add(
                MaterialRow(**{**copied, "key": f"tin-{number}", "name": f"Tin of the year {number}"})
            )
        for number in range(entries):
            session.add(EntryRow(job_id=1, kind="note", at=now(), words=f"Line {number}"))
    database.close()


def asked(one: Running, seconds: float, hands: int) -> tuple[float, float, float]:
    """Return requests a second, their median and their 95th percentile [ms], light ones from so many
    hands."""
    took: list[float] = []
    end = time.monotonic() + seconds

    def work(number: int) -> None:
        while time.monotonic() < end:
            begun = time.perf_counter()
            one.ask(LIGHT[number % len(LIGHT)])
            took.append(1000.0 * (time.perf_counter() - begun))
            number += 1

    threads = [threading.Thread(target=work, args=(number,)) for number in range(hands)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return len(took) / seconds, float(np.median(took)), float(np.percentile(took, 95))


def crowd(one: Running) -> tuple[int, int, float]:
    """Fifty pictures and twenty edits at once: how many failed, and light requests meanwhile, their median
    [ms]."""
    light: list[float] = []
    busy = threading.Event()

    def look() -> None:
        while not busy.is_set():
            begun = time.perf_counter()
            one.ask("/api/lights")
            light.append(1000.0 * (time.perf_counter() - begun))
            time.sleep(0.05)

    looking = threading.Thread(target=look)
    looking.start()
    with ThreadPoolExecutor(70) as hands:
        pictures = [
            hands.submit(one.ask, "/api/pieces/1/picture", picture(300 + number)) for number in range(50)
        ]
        edits = [
            hands.submit(one.ask, "/api/jobs", json.dumps({"name": f"begun in a crowd {number}"}).encode())
            for number in range(20)
        ]
        failed = sum(f.result() != 200 for f in pictures), sum(f.result() != 201 for f in edits)
    busy.set()
    looking.join()
    return failed[0], failed[1], float(np.median(light))


def heard(one: Running, screens: int = 3) -> float:
    """Return how long after a change the last of some screens that listen hears of it. [ms]"""
    ready, came = threading.Barrier(screens + 1), []

    def listen() -> None:
        with urllib.request.urlopen(f"{one.address}/api/events", timeout=30) as stream:
            stream.readline()
            ready.wait()
            while b"event: change" not in stream.readline():
                continue
            came.append(time.perf_counter())

    threads = [threading.Thread(target=listen) for _ in range(screens)]
    for thread in threads:
        thread.start()
    ready.wait()
    begun = time.perf_counter()
    one.ask("/api/jobs", json.dumps({"name": "told of"}).encode())
    for thread in threads:
        thread.join()
    return 1000.0 * (max(came) - begun)


def main() -> None:
    """Print the tables."""
    rows, crowds = [], []
    for said, jobs, tins, entries in (
        ("the demo", 0, 0, 0), ("a year: 40 jobs, 60 tins, 1 000 lines", 40, 30, 1_000),
        ("ten years: 400 jobs, 300 tins, 10 000 lines", 400, 270, 10_000),
    ):  # fmt: skip
        with tempfile.TemporaryDirectory() as folder:
            data = Path(folder) / "demo"
            prepare_demo(data)
            grown(data, jobs=jobs, tins=tins, entries=entries)
            with running(data):
                time.sleep(30.0)
            with running(data) as one:
                time.sleep(10.0)
                for hands in (1, 8):
                    rate, median, late = asked(one, 8.0, hands)
                    rows.append([said, hands, f"{rate:.0f}", f"{median:.0f} ms", f"{late:.0f} ms"])
                told = float(np.median([heard(one) for _ in range(5)]))
                pictures, edits, light = crowd(one)
                memory = f"{one.said('VmRSS'):.0f} MB"
                crowds.append([said, f"{told:.0f} ms", pictures, edits, f"{light:.0f} ms", memory])
    table("Light requests", ["with", "hands", "requests a second", "median", "95 %"], rows)
    heads = [
        "with",
        "three screens told in",
        "pictures failed",
        "edits failed",
        "light ones meanwhile",
        "memory",
    ]
    table("50 pictures and 20 edits at once", heads, crowds)


if __name__ == "__main__":
    main()
