"""Figures of years of work: five hundred jobs, five thousand photos, and a backup of 2 GB while people
work."""

import hashlib
import json
import os
import re
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
from collections.abc import Callable
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import numpy as np
import psutil
from playwright.sync_api import Page, sync_playwright

from bench.tables import ms, seconds, table
from jug_mingle.cli import prepare_demo
from jug_mingle.services.bring_back import duplicate_job
from jug_mingle.store.database import NAME, open_database
from tests.browser.support import Server, launch

JOBS, PHOTOS = 500, 5000
BIG = {"target": 60, "mix": 40, "piece": 12}
PLURAL = {"target": "colour", "mix": "jug"}
FILES, FILE = 40, 50_000_000
"""How many photos of how many bytes are backed up."""


def main() -> None:
    """Print all tables."""
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder) / "data"
        prepare_demo(data)
        years(data)
        answers(data)
        places(data)
        backup(data)


def years(data: Path) -> None:
    """Fill a folder with jobs like the demo's, each with ten photos, and one large job."""
    database = open_database(data)
    with database.write.begin() as session:
        numbers = [duplicate_job(session, 1) for _ in range(20)]
    database.close()
    with closing(sqlite3.connect(data / NAME)) as connection, connection:
        for _ in range((JOBS - 1) // 20 - 1):
            for table_name in ("job", "photo", "target", "mix", "pour", "look", "piece"):
                _again(connection, table_name, numbers)
            _shift(connection)
        _more_photos(connection, data / "photos")
        for name, many in BIG.items():
            for n in range(many):
                _copied(connection, name, n)
        connection.execute("ANALYZE")


def _columns(connection: sqlite3.Connection, name: str) -> list[str]:
    return [row[1] for row in connection.execute(f"PRAGMA table_info({name})")]


_OFFSETS: dict[str, int] = {}


def _again(connection: sqlite3.Connection, name: str, numbers: list[int]) -> None:
    """Put the rows of some jobs in once more, under numbers that come after all."""
    offset = _OFFSETS.setdefault(name, 0) or 10_000 * (1 + len(_OFFSETS))
    highest = connection.execute(f"SELECT max(id) FROM {name}").fetchone()[0]
    offset = max(offset, highest)
    _OFFSETS[name] = offset
    refs = {
        "job_id": "job",
        "mix_id": "mix",
        "target_id": "target",
        "photo_id": "photo",
        "look_id": "look",
        "id": name,
    }
    said = ", ".join(
        f"{column} + {_OFFSETS.get(refs[column], 0)}" if column in refs else f"'Job ' || (id + {offset})"
        if (name, column) == ("job", "name") else column
        for column in _columns(connection, name)
    )  # fmt: skip
    marks = ",".join(map(str, numbers))
    where = {
        "job": f"id IN ({marks})", "pour": f"mix_id IN (SELECT id FROM mix WHERE job_id IN ({marks}))",
    }.get(name, f"job_id IN ({marks})")  # fmt: skip
    connection.execute(f"INSERT INTO {name} SELECT {said} FROM {name} WHERE {where}")


def _shift(connection: sqlite3.Connection) -> None:
    """Let the next copies come after these."""
    for name in _OFFSETS:
        _OFFSETS[name] = connection.execute(f"SELECT max(id) FROM {name}").fetchone()[0]


def _more_photos(connection: sqlite3.Connection, folder: Path) -> None:
    """Add photos until there are enough: their working copies are those of the demo's photos under other
    hashes."""
    copies = sorted(folder.glob("*.jpg"))
    jobs = [number for (number,) in connection.execute("SELECT id FROM job ORDER BY id")]
    there = connection.execute("SELECT count(*) FROM photo").fetchone()[0]
    made = datetime.now(UTC).replace(tzinfo=None).isoformat(sep=" ")
    for n in range(PHOTOS - there):
        (folder / f"{n:064x}.jpg").hardlink_to(copies[n % len(copies)])
    connection.executemany(
        "INSERT INTO photo (job_id, name, sha256, media_type, width, height, marks, created) "
        "VALUES (?, ?, ?, 'image/jpeg', 1600, 1200, '{}', ?)",
        [(jobs[n % len(jobs)], f"Photo {n}", f"{n:064x}", made) for n in range(PHOTOS - there)],
    )


def _copied(connection: sqlite3.Connection, name: str, n: int) -> None:
    """Put another row like the first of job 1 into it; a mix with its pours."""
    columns = [column for column in _columns(connection, name) if column != "id"]
    said = ", ".join(f"name || ' {n}'" if column == "name" else column for column in columns)
    first = connection.execute(f"SELECT min(id) FROM {name} WHERE job_id = 1").fetchone()[0]
    made = connection.execute(
        f"INSERT INTO {name} ({', '.join(columns)}) SELECT {said} FROM {name} WHERE id = ?", (first,)
    ).lastrowid
    if name == "mix":
        of_pour = [column for column in _columns(connection, "pour") if column not in ("id", "mix_id")]
        listed = ", ".join(of_pour)
        connection.execute(
            f"INSERT INTO pour (mix_id, {listed}) SELECT ?, {listed} FROM pour WHERE mix_id = ?",
            (made, first),
        )


def answers(data: Path) -> None:
    """How long the program takes to answer, on a folder of years; wall and processor time of its answers."""
    with Server(data) as server:

        def ask(path: str) -> Callable[[], object]:
            return lambda: json.load(urllib.request.urlopen(f"{server.address}/api/{path}", timeout=60))

        first = time.perf_counter()
        ask("find?words=tide")()
        first = time.perf_counter() - first
        rows = []
        for title, aim, path in (
            (f"list of {JOBS} jobs", 200, "jobs"), ("search by words", 150, "find?words=tide%20green"),
            ("search by colour", 150, "find?colour=%233f7f78"),
            ("search by date", 150, "find?since=2026-01-01"),
            (f"a job of {', '.join(f'{many} {PLURAL.get(name, name)}s' for name, many in BIG.items())}", 150,
            "jobs/1"), ("the bin", 150, "bin"), ("the daybook of a job", 150, "jobs/1/daybook"),
        ):  # fmt: skip
            times = seconds(ask(path), 15)
            rows.append([title, aim, ms(times), ms(times, 0.95)])
        table("answers [ms]", ["what", "aim", "median", "95 %"], rows)
        print(f"  the first search after a start: {1000 * first:.0f} ms")


def places(data: Path) -> None:
    """From place to place in a browser on that folder, and what is fetched when nothing changed."""
    with Server(data) as server, sync_playwright() as playwright:
        browser = launch(playwright)
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=server.address)
        asked: list[str] = []
        network = page.context.new_cdp_session(page)
        network.send("Network.enable")
        network.on("Network.responseReceived", lambda told: _note(asked, told["response"]))
        page.goto("/2/piece")
        page.wait_for_timeout(4000)
        names = ["Catch", "Mingle", "Daybook", "Shelf", "Settings", "Piece"]
        for name in names:
            _go(page, name)
            page.wait_for_timeout(900)
        asked.clear()
        times: dict[str, list[float]] = {name: [] for name in names}
        for _ in range(5):
            for name in names:
                times[name].append(_go(page, name))
                page.wait_for_timeout(300)
        table(
            "place to place [ms], aim 300", ["to", "median", "worst"],
            [[name, ms(found), ms(found, 1.0)] for name, found in times.items()],
        )  # fmt: skip
        print(f"  asked of the program again though nothing changed: {sorted(set(asked)) or 'nothing'}")
        began = time.perf_counter()
        page.goto("/jobs")
        page.locator("[data-job]").nth(50).wait_for()
        print(
            f"  the list of all jobs on the screen: {1000 * (time.perf_counter() - began):.0f} ms after it "
            f"was "
            "asked for"
        )
        browser.close()


def _note(asked: list[str], answer: dict[str, Any]) -> None:
    """Note what the program was asked for; what the browser had kept was not."""
    path = answer["url"].split("/api/")[-1]
    if "/api/" in answer["url"] and not answer.get("fromDiskCache") and not re.match("events|timers", path):
        asked.append(path.split("?")[0])


def _go(page: Page, name: str) -> float:
    began = time.perf_counter()
    page.get_by_role("navigation", name="Places").get_by_role("link", name=name).click()
    page.locator(f"main[aria-label='{name}']").wait_for()
    page.locator("main h1, main .stage, main canvas").first.wait_for()
    return time.perf_counter() - began


def backup(data: Path) -> None:
    """Memory of the program while two gigabytes of photos go out as one file, and how long others wait
    meanwhile."""
    with closing(sqlite3.connect(data / NAME)) as connection, connection:
        connection.execute("DELETE FROM photo WHERE name LIKE 'Photo %'")
        made = datetime.now(UTC).replace(tzinfo=None).isoformat(sep=" ")
        for n in range(FILES):
            sha256 = _large(data, n)
            connection.execute(
                "INSERT INTO photo (job_id, name, sha256, media_type, width, height, marks, created) "
                "VALUES (1, ?, ?, 'image/jpeg', 1600, 1200, '{}', ?)",
                (f"Large {n}", sha256, made),
            )
    environment = {**os.environ, "JUG_MINGLE_DATA": str(data)}
    line = [sys.executable, "-m", "jug_mingle.cli", "serve", "--data", str(data), "--port", "8599"]
    process = subprocess.Popen(line, env=environment, stdout=subprocess.PIPE, text=True)
    try:
        assert process.stdout is not None
        address = next(word for word in process.stdout.readline().split() if word.startswith("http"))
        while not _up(address):
            time.sleep(0.2)
        time.sleep(4)
        idle = psutil.Process(process.pid).memory_info().rss
        peak, waits, done = [idle], [], threading.Event()
        watcher = threading.Thread(target=_watch, args=(process.pid, peak, done))
        worker = threading.Thread(target=_work, args=(address, waits, done))
        watcher.start()
        worker.start()
        began = time.perf_counter()
        size = 0
        with urllib.request.urlopen(f"{address}/api/archive", timeout=600) as sent:
            while block := sent.read(1 << 20):
                size += len(block)
        took = time.perf_counter() - began
        done.set()
        watcher.join()
        worker.join()
        table(
            "backup while people work", ["what", "aim", "found"],
            [
                ["size of the archive [MB]", "", size / 1e6], ["time [s]", "", took],
                ["memory over idle [MB]", 300, (max(peak) - idle) / 1e6],
                ["a write meanwhile, worst [ms]", "", ms(waits, 1.0)], ["writes meanwhile", "", len(waits)],
            ],
        )  # fmt: skip
    finally:
        process.terminate()
        process.wait()


def _large(data: Path, n: int) -> str:
    content = np.random.default_rng(n).bytes(FILE)
    sha256 = hashlib.sha256(content).hexdigest()
    (data / "photos" / f"{sha256}.original").write_bytes(content)
    return sha256


def _up(address: str) -> bool:
    try:
        return bool(urllib.request.urlopen(f"{address}/api/lights", timeout=5).status == 200)
    except OSError:
        return False


def _watch(pid: int, peak: list[int], done: threading.Event) -> None:
    while not done.wait(0.05):
        peak.append(psutil.Process(pid).memory_info().rss)


def _work(address: str, waits: list[float], done: threading.Event) -> None:
    while not done.wait(0.2):
        body: Any = json.dumps({"kind": "note", "words": "while it is backed up"}).encode()
        headers = {"Content-Type": "application/json"}
        request = urllib.request.Request(f"{address}/api/jobs/1/entries", data=body, headers=headers)
        began = time.perf_counter()
        urllib.request.urlopen(request, timeout=60).read()
        waits.append(time.perf_counter() - began)
