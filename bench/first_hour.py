"""What a person waits for in the first hour: the first start, every other start, and a job that has grown."""

import os
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient

from bench.tables import ms, seconds, table
from jug_mingle.api.app import create_app
from jug_mingle.cli import prepare_demo
from jug_mingle.settings import Settings
from tests.browser.crowd import COLOURS, JUGS, PIECES, grow


def main() -> None:
    """Print both tables."""
    with tempfile.TemporaryDirectory() as folder:
        starts(Path(folder))
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder)
        prepare_demo(data)
        grown_job(data)


def started(command: str, data: Path) -> float:
    """Return the seconds from a start of the program to its first answer, and stop it again."""
    env = {key: value for key, value in os.environ.items() if key != "PYTHONDONTWRITEBYTECODE"}
    words = [sys.executable, "-u", "-m", "jug_mingle.cli", command, "--data", str(data), "--port", "0"]
    start = time.perf_counter()
    with subprocess.Popen(words, stdout=subprocess.PIPE, text=True, env=env) as process:
        assert process.stdout is not None
        address = next(word for line in process.stdout for word in line.split() if word.startswith("http"))
        while True:
            try:
                urllib.request.urlopen(address + "/api/jobs/1").read()
                break
            except OSError:
                time.sleep(0.01)
        took = time.perf_counter() - start
        process.terminate()
    return took


def starts(folder: Path) -> None:
    """The first start of the demo in an empty folder, and starts after it; until the job in hand is
    answered."""
    first = started("demo", folder / "demo")
    warm = [started("demo", folder / "demo") for _ in range(3)]
    own = started("serve", folder / "own")
    table(
        "From the command to the first answer (the job in hand)",
        ["figure", "found", "aim"],
        [
            ["first start of the demo [s]", first, "<= 10"],
            ["warm start of the demo, median [s]", float(np.median(warm)), "<= 2"],
            ["first start with one's own, empty folder [s]", own, "<= 2"],
        ],
    )


def grown_job(data: Path) -> None:
    """A job of many colours, jugs and pieces, asked for in one light after the other."""
    with TestClient(create_app(Settings(data=data)), base_url="http://127.0.0.1") as client:
        grow(client)
        lights = iter(["window", "bulb", "tube", "cool_led"] * 10)

        def ask(light: str) -> None:
            client.get("/api/jobs/1", params={"light": light}).raise_for_status()

        cpu = time.process_time()
        same = seconds(lambda: ask("window"), runs=9)
        cpu = (time.process_time() - cpu) / 10
        other = seconds(lambda: ask(next(lights)), runs=9)
        start = time.perf_counter()
        client.patch("/api/shelf/mill-pond", json={"notes": "moved"}).raise_for_status()
        ask("window")
        after = time.perf_counter() - start
    table(
        f"A job of {COLOURS} colours, {JUGS} jugs and {PIECES} pieces",
        ["figure", "found", "aim"],
        [
            ["asked again, median [ms]", ms(same), "<= 200"],
            ["its CPU time [ms]", 1000 * cpu, ""],
            ["in another light, median [ms]", ms(other), "<= 200"],
            ["a note on a pot, and the job again [ms]", 1000 * after, ""],
        ],
    )
