"""How near a caught colour comes, by method, on real and on synthetic photographs; large files; a large
shelf."""

import io
import subprocess
import sys
import tempfile
import time
from pathlib import Path

import numpy as np
from colour.characterisation import MSDS_CAMERA_SENSITIVITIES
from PIL import Image

from bench.chart_photos import chart_photos
from bench.tables import ms, table
from jug_mingle.cli import demo_app, prepare_demo
from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, R_to_Lab, R_to_XYZ, XYZ_to_Lab, sRGB_to_RGB
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS
from jug_mingle.core.colour.spectra import table as read_table
from jug_mingle.core.photos import honest_light as hl
from jug_mingle.core.photos.chart import chart_R, chart_XYZ
from jug_mingle.core.photos.patches import Patch, UnusablePatchError, average
from jug_mingle.formats.chart_finder import LookedLongEnoughError, find_chart

METHODS = ("chart", "chips", "two_whites", "white", "none")


def main() -> None:
    """Print all tables."""
    real_photos()
    synthetic()
    large_photo()
    shelf_of_200()


def real_photos() -> None:
    """The chart found by itself, and the patches not used for the correction, by chart and by one white
    patch."""
    rows, found_in = [], 0
    for title, pixels in chart_photos().items():
        linear = sRGB_to_RGB(pixels / 255.0)
        start = time.thread_time()
        try:
            chart, no = find_chart(pixels, linear), "no"
        except LookedLongEnoughError:
            chart, no = None, "its time was up"
        took = time.thread_time() - start
        if chart is None:
            rows.append([title, no, took, "", ""])
            continue
        found_in += 1
        RGB = np.array([patch.RGB for patch in chart.patches])
        by_chart = _left_out(chart.patches, RGB)
        # The lightest of the greys that is not burnt out, known for what it is, as a painter would tap a
        # white.
        white = next(n for n in range(18, 24) if chart.patches[n].clipped < 0.1)
        one = hl.from_known([chart.patches[white]], chart_XYZ()[[white]], method="chips")
        rest = [n for n in range(24) if n != white]
        by_white = delta_E_CIE2000(XYZ_to_Lab(one.XYZ(RGB[rest])), XYZ_to_Lab(chart_XYZ()[rest])).mean()
        rows.append([title, "yes", took, float(by_white), by_chart])
    table(
        f"Real photos with a chart: found in {found_in} of {len(rows)} (aim >= 5 of 6, <= 2 s of a processor "
        f"each)",
        ["photo", "found", "seconds", "white patch (aim <= 8)", "chart, patch left out (aim <= 3.5)"],
        rows,
    )


def _left_out(patches: tuple[Patch, ...], RGB: FloatArray) -> float:
    errors = []
    for n in range(24):
        others = [m for m in range(24) if m != n]
        correction = hl.from_known([patches[m] for m in others], chart_XYZ()[others], method="chart")
        errors.append(float(delta_E_CIE2000(XYZ_to_Lab(correction.XYZ(RGB[n])), XYZ_to_Lab(chart_XYZ()[n]))))
    return float(np.mean(errors))


def _camera(name: str) -> FloatArray:
    from colour import SpectralShape

    wide = SpectralShape(380, 730, 10)
    return np.clip(MSDS_CAMERA_SENSITIVITIES[name].copy().extrapolate(wide).align(wide).values, 0, None)


def _rendered(
    R: FloatArray, camera: FloatArray, power: FloatArray, matrix: FloatArray, balance: float
) -> FloatArray:
    """Return linear sRGB as a camera renders it, its white balance gone part of the way."""
    day = np.interp(WAVELENGTHS, *read_table("lights.csv")[1][:, :2].T) @ camera
    there = power @ camera
    gains = (day / day[1]) ** (1 - balance) * (there / there[1]) ** balance
    raw = R @ (camera * power[:, np.newaxis]) / there[1] / gains
    return np.asarray(raw @ matrix * DAYLIGHT.white / 100.0 @ (100.0 * XYZ_TO_RGB.T))


def synthetic(count: int = 300) -> None:
    """Photographs of measured reflectances under six lights by two measured cameras, caught by each
    method."""
    columns, values = read_table("lights.csv")
    lights = ["window", "bulb", "cool_led", "tube", "warm_led", "old_tube"]
    cameras = [_camera(name) for name in list(MSDS_CAMERA_SENSITIVITIES)[:2]]
    R = chart_R()
    rng = np.random.default_rng(12)
    errors: dict[str, list[float]] = {method: [] for method in METHODS}
    said: dict[str, list[float]] = {method: [] for method in METHODS}
    for photo in range(count):
        camera = cameras[photo % len(cameras)]
        power = np.interp(WAVELENGTHS, values[:, 0], values[:, columns.index(lights[photo % len(lights)])])
        day = np.interp(WAVELENGTHS, *values[:, :2].T)
        training = R @ (camera * day[:, np.newaxis]) / (day @ camera)
        matrix = np.linalg.lstsq(training, R_to_XYZ(R) / DAYLIGHT.white, rcond=None)[0]
        linear = _rendered(R, camera, power, matrix, rng.uniform(0.2, 0.9)) * rng.uniform(0.5, 0.85)
        fall = rng.uniform(0.75, 1.0)  # the light falls off from left to right
        wanted = int(rng.integers(0, 18))
        at = rng.uniform(0.2, 0.8)
        here = _patch(linear[wanted] * fall**at, rng)
        for method in METHODS:
            try:
                correction = _correction(method, linear, fall, at, wanted, rng)
                caught = hl.catch(here, correction, (100.0 * at, 0.0))
            except UnusablePatchError:
                continue
            errors[method].append(float(delta_E_CIE2000(XYZ_to_Lab(caught.XYZ), R_to_Lab(R[wanted]))))
            said[method].append(caught.noise)
    rows = [
        [m, float(np.mean(errors[m])), float(np.median(errors[m])), float(np.quantile(errors[m], 0.95)),
         float(np.mean(said[m])), hl.EXPECT[m]]
        for m in METHODS
    ]  # fmt: skip
    table(
        f"{count} synthetic photographs, six lights, two cameras, light falling off by up to 25 %: CIEDE2000",
        ["method", "mean", "median", "p95", "said (mean)", "on screen"],
        rows,
    )


def _patch(RGB: FloatArray, rng: np.random.Generator) -> Patch:
    noise = rng.standard_normal((12, 12, 3)) * 0.01
    return average(np.clip(RGB * (1.0 + noise), 0.0, 1.0))


def _correction(
    method: str, linear: FloatArray, fall: float, at: float, wanted: int, rng: np.random.Generator
) -> hl.Correction:
    paper = linear[18] * 0.9 / float(chart_XYZ()[18, 1] / 100.0)
    if method == "white":
        return hl.from_white(_patch(paper * fall ** rng.uniform(0, 1), rng))
    if method == "two_whites":
        ends = _patch(paper, rng), _patch(paper * fall, rng)
        return hl.from_two_whites(*ends, at=((0.0, 0.0), (100.0, 0.0)))
    if method in ("chart", "chips"):
        others = [n for n in range(24) if n != wanted]
        places = others if method == "chart" else rng.choice(others, 3, replace=False).tolist()
        XYZ = chart_XYZ()[places]
        if method == "chips":  # one's own chips are known by a tint and a masstone, to about 2
            Lab = XYZ_to_Lab(XYZ) + 1.2 * rng.standard_normal((3, 3))
            from jug_mingle.core.colour.spaces import Lab_to_XYZ

            XYZ = np.clip(Lab_to_XYZ(Lab), 0.05, None)
        patches = [_patch(linear[n] * fall**at, rng) for n in places]
        return hl.from_known(
            patches, XYZ, method=method, known_to=2.0 / np.sqrt(3) if method == "chips" else 0.0
        )
    return hl.as_it_is()


_LARGE = """
import resource, sys, time
from pathlib import Path
from jug_mingle.services.photos import read_photo
from jug_mingle.formats.images import encode
data = Path(sys.argv[1]).read_bytes()
start = time.perf_counter()
pixels, _ = read_photo(data, max_pixels=50_000_000)
encode(pixels, "working")
print(time.perf_counter() - start, resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024)
"""


def large_photo() -> None:
    """A JPEG of 50 million pixels, and a PNG, from bytes to the first view."""
    rows = []
    rng = np.random.default_rng(1)
    small = Image.fromarray(rng.integers(0, 256, (300, 408, 3)).astype(np.uint8))
    large = small.resize((8160, 6120), Image.Resampling.BICUBIC)
    for kind in ("JPEG", "PNG"):
        out = io.BytesIO()
        large.save(out, kind, **({"quality": 88} if kind == "JPEG" else {"compress_level": 1}))
        with tempfile.NamedTemporaryFile(suffix=".img") as file:
            file.write(out.getvalue())
            file.flush()
            done = subprocess.run(
                [sys.executable, "-c", _LARGE, file.name], capture_output=True, text=True, check=True
            )
        seconds, memory = (float(word) for word in done.stdout.split())
        rows.append([f"{kind}, {len(out.getvalue()) / 1e6:.0f} MB", seconds, "<= 3", memory, "<= 800"])
    table(
        "50 million pixels: bytes to first view", ["file", "seconds", "aim", "peak memory [MB]", "aim"], rows
    )


def shelf_of_200() -> None:
    """The shelf with 200 tins: its list from the server, and the page drawn."""
    from fastapi.testclient import TestClient
    from playwright.sync_api import sync_playwright

    from tests.browser.support import Server, launch

    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        rng = np.random.default_rng(3)
        rows = "\n".join(
            f"Pot {n},chalk_paint,#{''.join(f'{v:02x}' for v in rng.integers(30, 230, 3))}"
            for n in range(178)
        )
        with TestClient(demo_app(Path(folder)), base_url="http://127.0.0.1") as client:
            start = time.perf_counter()
            client.post("/api/shelf/table", content=f"name,kind,hex\n{rows}").raise_for_status()
            taken = time.perf_counter() - start
            client.get("/api/shelf")
            times = []
            for _ in range(7):
                start = time.perf_counter()
                client.get("/api/shelf").raise_for_status()
                times.append(time.perf_counter() - start)
        with Server(Path(folder)) as server, sync_playwright() as playwright:
            browser = launch(playwright)
            page = browser.new_page(base_url=server.address, viewport={"width": 1280, "height": 800})
            page.goto("/mingle")
            page.wait_for_timeout(4000)
            opened = []
            for _ in range(5):
                page.goto("/mingle")
                page.locator("h1").wait_for()
                page.wait_for_timeout(1500)
                opened.append(page.evaluate(_OPEN))
            browser.close()
    table(
        "A shelf of 200 tins",
        ["figure", "found", "aim"],
        [
            ["178 tins taken in from CSV, fitted and answered [s]", taken, ""],
            ["its list from the server, median [ms]", ms(times), ""],
            ["key S → 200 tins drawn, median [ms]", float(np.median(opened)), "<= 300"],
        ],
    )


_OPEN = """async () => {
    const start = performance.now()
    document.body.dispatchEvent(new KeyboardEvent('keydown', {key: 's', bubbles: true}))
    while (document.querySelectorAll('[data-tin]').length < 200) await new Promise(requestAnimationFrame)
    await new Promise(requestAnimationFrame)
    return performance.now() - start
}"""

if __name__ == "__main__":
    main()
