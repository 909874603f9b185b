"""Figures of the path from a photo to a painted piece: speed, memory, size, and how near a caught colour
comes."""

import gzip
import io
import os
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

import numpy as np
import psutil
from PIL import Image
from playwright.sync_api import sync_playwright

from bench.tables import ms, seconds, table
from jug_mingle.api.app import pages_folder
from jug_mingle.cli import prepare_demo
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab, sRGB_to_RGB
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.photos import patches
from jug_mingle.core.photos.honest_light import Correction, as_it_is, catch, from_white
from jug_mingle.core.recipes.recipes import find_recipes
from jug_mingle.core.recipes.search import best_candidates, exhaustive
from jug_mingle.core.recipes.wishes import Target, Wishes, usable
from jug_mingle.demo.pigments import TINS, true_mix
from jug_mingle.demo.scenes import scenes
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.database import open_database
from tests.browser.support import Server, launch


def main() -> None:
    """Print all tables."""
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder)
        prepare_demo(data)
        recipes(data)
        browser(data)
        server(data)
    weight()
    caught()


def recipes(data: Path) -> None:
    """Recipes from the demo shelf against trying every ratio."""
    database = open_database(data)
    with database.read() as session:
        shelf = fitted_shelf(session)
    database.close()
    rng = np.random.default_rng(2)
    paints = TINS[:16]
    times, gaps = [], []
    for _ in range(20):
        chosen = rng.choice(len(paints), 3, replace=False)
        R = np.clip(
            true_mix([(paints[i], float(rng.integers(1, 9))) for i in chosen]) * rng.uniform(0.85, 1.1), 0, 1
        )
        target = Target(R=R)
        wishes = Wishes(batch=500.0, tool=tool("parts"))
        times += seconds(lambda target=target, wishes=wishes: find_recipes(shelf, target, wishes), runs=3)  # type: ignore[misc]
        palette = palette_of(shelf, usable(shelf, wishes)[0])
        best = min(exhaustive(palette, target.goal, batches=batches, parts=12).miss for batches in (1, 2, 3))
        found = min(
            best_candidates(palette, target.goal, batches=n, parts=12, units=None)[0].miss for n in (1, 2, 3)
        )
        gaps.append(found - best)
    table(
        "Recipes: demo shelf (22 materials, 16 of them paints), up to three tins, 20 targets",
        ["figure", "found", "aim"],
        [
            ["median [ms]", ms(times), "<= 150"],
            ["p95 [ms]", ms(times, 0.95), ""],
            ["worse than exhaustive by, at most [CIEDE2000]", float(max(gaps)), "<= 0.1"],
            ["targets within 0.1", f"{sum(gap <= 0.1 for gap in gaps)} of 20", "20 of 20"],
        ],
    )


def browser(data: Path) -> None:
    """From a change of the light to the new picture on the screen."""
    with Server(data) as server, sync_playwright() as playwright:
        chromium = launch(playwright)
        page = chromium.new_page(base_url=server.address, viewport={"width": 1800, "height": 940})
        page.goto("/try-on")
        page.locator("[data-preview]").wait_for()
        page.wait_for_timeout(1000)
        shown = """async title => {
            const image = document.querySelector('[data-preview]')
            const before = image.src, start = performance.now()
            ;[...document.querySelectorAll('header label')].find(l => l.textContent.includes(title)).click()
            while (image.src === before || !image.complete) await new Promise(requestAnimationFrame)
            await image.decode()
            await new Promise(requestAnimationFrame)
            return [performance.now() - start, image.naturalWidth, image.naturalHeight]
        }"""
        found = []
        for _ in range(4):
            for title in ("Bulb", "Tube", "Cool LED", "Window"):
                found.append(page.evaluate(shown, title))
                page.wait_for_timeout(300)
        chromium.close()
    times = [one[0] / 1000 for one in found]
    table(
        f"Browser: light switched → exact picture on screen ({found[0][1]} x {found[0][2]})",
        ["figure", "found", "aim"],
        [["median [ms]", ms(times), "<= 350"], ["p95 [ms]", ms(times, 0.95), ""]],
    )


def server(data: Path) -> None:
    """Start of the server, and a photo of 12 million pixels."""
    code = f"from jug_mingle.cli import app; app(['serve', '--data', {str(data)!r}, '--port', '0'])"
    env = {key: value for key, value in os.environ.items() if key != "PYTHONDONTWRITEBYTECODE"}
    starts = []
    for _ in range(4):
        start = time.perf_counter()
        process = subprocess.Popen(
            [sys.executable, "-u", "-c", code], stdout=subprocess.PIPE, text=True, env=env
        )
        assert process.stdout is not None
        address = process.stdout.readline().split()[4]
        while True:
            try:
                urllib.request.urlopen(address + "/api/lights").read()
                break
            except OSError:
                time.sleep(0.01)
        starts.append(time.perf_counter() - start)
        if len(starts) < 4:
            process.terminate()
            process.wait()
    watched = psutil.Process(process.pid)
    base = watched.memory_info().rss
    data_12 = _photo(4000, 3000)
    times = []
    for number in range(5):
        start = time.perf_counter()
        ask = urllib.request.Request(
            f"{address}/api/jobs/1/photos?name=big", data_12 + bytes(number), method="POST"
        )
        body = urllib.request.urlopen(ask).read().decode()
        photo_id = body.split('"id":')[1].split(",")[0]
        urllib.request.urlopen(f"{address}/api/photos/{photo_id}/picture").read()
        times.append(time.perf_counter() - start)
    peak = int(
        next(
            line for line in Path(f"/proc/{process.pid}/status").read_text().splitlines() if "VmHWM" in line
        ).split()[1]
    )
    process.terminate()
    process.wait()
    table(
        "Server",
        ["figure", "found", "aim"],
        [
            ["warm start to first answer, median [s]", float(np.median(starts[1:])), "<= 2"],
            ["12-megapixel JPEG: sent → picture back, median [s]", float(np.median(times)), "<= 2"],
            ["memory before [MB]", base / 2**20, ""],
            ["peak memory [MB]", peak / 1024, "<= 500"],
        ],
    )


def _photo(width: int, height: int) -> bytes:
    rng = np.random.default_rng(1)
    small = Image.fromarray(rng.integers(0, 256, (height // 20, width // 20, 3)).astype(np.uint8))
    out = io.BytesIO()
    small.resize((width, height), Image.Resampling.BICUBIC).save(out, "JPEG", quality=90)
    return out.getvalue()


def weight() -> None:
    """What a first visit loads."""
    first = (pages_folder() / "index.html").read_text()
    scripts = list((pages_folder() / "assets").glob("*.js"))
    entry = [file for file in scripts if file.name in first or file.name.startswith("preferences")]
    rows = [
        [
            "script of the first page, gzipped [kB]",
            sum(len(gzip.compress(f.read_bytes())) for f in entry) / 1000,
            "<= 150",
        ],
        ["all script, gzipped [kB]", sum(len(gzip.compress(f.read_bytes())) for f in scripts) / 1000, ""],
    ]
    table("Pages", ["figure", "found", "aim"], rows)


def off(here: patches.Patch, by: Correction, Lab: FloatArray) -> float:
    """Return how far (CIEDE2000) a patch corrected one way is from the colour that was photographed."""
    return float(delta_E_CIE2000(XYZ_to_Lab(catch(here, by).XYZ), Lab))


def corrected(here: patches.Patch, white: patches.Patch, Lab: FloatArray) -> float | str:
    """Return the same with the white tapped, or why that white cannot serve."""
    try:
        return off(here, from_white(white), Lab)
    except patches.UnusablePatchError:
        return "refused: burnt out"


def caught() -> None:
    """Colours caught from the demo photos against the reflectances that were photographed."""
    rows = []
    for scene in scenes():
        pixels = sRGB_to_RGB(scene.pixels / 255.0)

        def patch(x: int, y: int, r: int, pixels: np.ndarray = pixels) -> patches.Patch:  # type: ignore[type-arg]
            return patches.average(pixels[y - r : y + r + 1, x - r : x + r + 1])

        white = patch(scene.white.x, scene.white.y, 12)
        for spot in scene.spots:
            here, Lab = patch(spot.x, spot.y, 6), R_to_Lab(spot.R)
            rows.append(
                [scene.name, scene.light, spot.name, corrected(here, white, Lab), off(here, as_it_is(), Lab)]
            )
    table(
        "Caught from the demo photos, CIEDE2000 to the true colour by day (aim with the white tap: <= 6)",
        ["photo", "light", "spot", "white tap", "no white"],
        rows,
    )
