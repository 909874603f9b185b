"""How heavy the server is: memory idle, after many requests and at a large photo; starts; bytes of the first
page."""

import gzip
import io
import json
import os
import re
import signal
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import numpy as np
from PIL import Image

from bench.tables import table
from jug_mingle.api.app import pages_folder
from jug_mingle.cli import prepare_demo

LIGHT = [
    "/api/jobs", "/api/jobs/1", "/api/shelf", "/api/lights", "/api/jobs/1/photos", "/api/mixes/1/label.pdf",
    "/api/photos/1/picture", "/api/jobs/1/plan", "/api/jobs/1/daybook", "/api/settings",
]  # fmt: skip


class Running:
    """The program in a process of its own."""

    def __init__(self, data: Path) -> None:
        begun = time.perf_counter()
        self.process = subprocess.Popen(
            [sys.executable, "-m", "jug_mingle.cli", "demo", "--data", str(data), "--port", "0"],
            stdout=subprocess.PIPE, text=True,
            env={**os.environ, "PYTHONUNBUFFERED": "1", "PYTHONDONTWRITEBYTECODE": ""},
        )  # fmt: skip
        assert self.process.stdout is not None
        for line in self.process.stdout:
            if found := re.search(r"Jug Mingle is at (http://\S+)", line):
                self.address = found[1]
                break
        self.ask("/api/jobs")
        self.first_answer = time.perf_counter() - begun

    def ask(self, path: str, body: bytes | None = None, kind: str = "application/json") -> int:
        """Return the status of an answer that was read to its end."""
        asked = urllib.request.Request(
            self.address + path, data=body, headers={"Content-Type": kind} if body else {}
        )
        try:
            with urllib.request.urlopen(asked, timeout=120) as answer:
                answer.read()
                return int(answer.status)
        except urllib.error.HTTPError as error:
            return error.code

    def said(self, name: str) -> float:
        """Return a figure of the process. [MB]"""
        text = Path(f"/proc/{self.process.pid}/status").read_text()
        return int(re.search(rf"^{name}:\s+(\d+)", text, re.MULTILINE)[1]) / 1024  # type: ignore[index]

    def forget_peak(self) -> None:
        """Let the largest memory be counted anew."""
        Path(f"/proc/{self.process.pid}/clear_refs").write_text("5")

    def stop(self) -> float:
        """Return how long it takes to end."""
        begun = time.perf_counter()
        self.process.send_signal(signal.SIGTERM)
        self.process.wait()
        return time.perf_counter() - begun


@contextmanager
def running(data: Path) -> Iterator[Running]:
    """Run the program until the end of the block."""
    one = Running(data)
    try:
        yield one
    finally:
        if one.process.poll() is None:
            one.stop()


def picture(wide: int) -> bytes:
    return json.dumps({"layers": [], "pixels_wide": wide, "pixels_high": int(wide * 0.75)}).encode()


def starts_and_memory(data: Path) -> None:
    """Print both: a second start, idle, two thousand mixed requests, and the end."""
    with running(data) as one:
        begun = time.perf_counter()
        one.ask("/api/pieces/1/picture", picture(900))
        first_picture = time.perf_counter() - begun
    rows = [["first answer of a second start", f"{one.first_answer:.2f} s", "1.5 s"],
            ["first picture after it", f"{first_picture:.2f} s", "0.8 s"]]  # fmt: skip
    with running(data) as one:
        time.sleep(12.0)
        rows.append(["idle", f"{one.said('VmRSS'):.0f} MB", "280 MB"])
        for number in range(2000):
            if number % 10 == 0:
                one.ask("/api/pieces/1/picture", picture(600 + number % 7 * 40))
            else:
                one.ask(LIGHT[number % len(LIGHT)])
            if number in (499, 999, 1999):
                rows.append(
                    [f"after {number + 1} mixed requests", f"{one.said('VmRSS'):.0f} MB", "450 MB, flat"]
                )
        rows.append(["stopped by a signal", f"{one.stop():.2f} s", "3 s"])
    table("Starts and memory of the server", ["what", "measured", "aim"], rows)


def large_photos(data: Path) -> None:
    """Print how much more memory a photo of 50 million pixels takes while it is kept, by its kind."""
    rng = np.random.default_rng(2)
    small = rng.integers(0, 255, (102, 136, 3), dtype=np.uint8)
    large = Image.fromarray(small).resize((8160, 6120), Image.Resampling.BICUBIC)
    rows = []
    for kind, most in (("JPEG", 250), ("PNG", 450), ("WEBP", 450)):
        out = io.BytesIO()
        large.save(out, kind, **({"compress_level": 1} if kind == "PNG" else {"quality": 70}))
        with running(data) as one:
            time.sleep(10.0)
            idle = one.said("VmRSS")
            one.forget_peak()
            status = one.ask("/api/jobs/1/photos?name=large", out.getvalue(), "application/octet-stream")
            rows.append(
                [
                    kind,
                    f"{len(out.getvalue()) / 1e6:.0f} MB",
                    status,
                    f"+{one.said('VmHWM') - idle:.0f} MB",
                    f"+{most} MB",
                ]
            )
    table("A photo of 50 million pixels", ["as", "file", "status", "at most over idle", "aim"], rows)


def first_page() -> None:
    """Print what a browser loads for the first place, packed as it goes over the line."""
    folder = pages_folder()
    html = (folder / "index.html").read_text("utf-8")
    named = set(re.findall(r'(?:src|href)="(/[^"]+)"', html))
    rows = [["index.html", packed(html.encode())]]
    for name in sorted(named):
        file = folder / name.lstrip("/")
        data = file.read_bytes()
        rows.append([name, len(data) if file.suffix == ".woff2" else packed(data)])
    fonts = list((folder / "assets").glob("*latin-wght*.woff2"))
    rows += [[f"/assets/{one.name}", one.stat().st_size] for one in fonts]
    total = sum(int(size) for _, size in rows)
    table("The first page, packed", ["what", "bytes"], [*rows, ["in all (aim 300 000)", total]])


def packed(data: bytes) -> int:
    return len(gzip.compress(data, 5))


def main() -> None:
    """Print all tables."""
    first_page()
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder) / "demo"
        prepare_demo(data)
        with running(data):
            time.sleep(20.0)  # the first start compiles, and is counted apart (bench/first_hour)
        starts_and_memory(data)
        large_photos(data)


if __name__ == "__main__":
    main()
