"""Trying on: how fast a picture follows the hand, how true it is, how even an ombre, how much memory."""

import subprocess
import sys
import tempfile
import time
from dataclasses import replace
from functools import partial
from pathlib import Path
from typing import Any

import numpy as np
import psutil
from playwright.sync_api import sync_playwright

from bench.tables import ms, seconds, table
from jug_mingle.cli import prepare_demo
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, R_to_Lab, XYZ_to_Lab
from jug_mingle.core.colour.spectra import light, lights
from jug_mingle.core.finishes import Film, Finish, Layer
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.picture import linear_screen, render
from jug_mingle.core.finishes.stack import evenly
from jug_mingle.core.finishes.stack_tables import colours
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.blend_path import Paint, even_parts
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.pieces import UNPAINTED, draw, usual_piece
from jug_mingle.core.pieces.cases import Row
from jug_mingle.core.recipes.walk_down import rungs
from jug_mingle.demo.pigments import TINS
from jug_mingle.services.finish_resolver import film_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.database import open_database
from tests.browser.support import Server, launch


def main() -> None:
    """Print all tables."""
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder)
        prepare_demo(data)
        films = shelf_films(data)
        speed(films)
        truth(films)
        ombres(films)
        parts(films)
        memory()
        hand(data)


def shelf_films(data: Path) -> list[Film]:
    """Return the demo's paints as films."""
    database = open_database(data)
    with database.read() as session:
        shelf = fitted_shelf(session)
        keys = [tin.key for tin in TINS if shelf.materials[shelf.index(tin.key)].kind.optical == "hiding"]
        films = [film_of(shelf, key, (Pour(key=key, parts=1, ml=1.0),)) for key in keys]
    database.close()
    return films


def eight_layers(films: list[Film]) -> tuple[Layer, ...]:
    """Return a full stack."""
    a, b, c, d = films[1:5]
    asked: tuple[tuple[str, tuple[Film, ...], dict[str, Any]], ...] = (
        ("primer", (films[0],), {}),
        ("blend", (a, b, c), {"pattern": "smoky"}),
        ("stencil", (d,), {}),
        ("distress", (), {"down_to": 1}),
        ("wash", (b,), {}),
        ("dry_brush", (films[0],), {}),
        ("wax", (a,), {"place": "recess"}),
        ("sealer", (), {}),
    )
    return tuple(
        Layer(**{"kind": kind, "films": own, **KINDS[kind].usual, **more}) for kind, own, more in asked
    )


def speed(films: list[Film]) -> None:
    """The core alone: the first picture of a look, and those that follow while one of its numbers is
    moved."""
    rows = []
    for form in ("card_cabinet", "chest", "desk", "settle"):
        cells: list[Any] = [form]
        for wide, high in ((1200, 800), (600, 400)):
            samples = draw(usual_piece(form), wide, high).samples()
            widths = iter(np.linspace(0.2, 0.9, 100))

            def once(
                *, first: bool, samples: Any = samples, size: Any = (high, wide), widths: Any = widths
            ) -> None:
                # New films are new to all that is kept of them; a drawing forgets what it knows of an older
                # look.
                layers = eight_layers([replace(film) for film in films] if first else films)
                if first:
                    samples.cache.clear()
                moved = replace(layers[1], width=float(next(widths)))
                render(samples, size, Finish(layers=(layers[0], moved, *layers[2:])), light("window"))

            cells += [ms(seconds(partial(once, first=first), 9)) for first in (True, False)]
        start = time.perf_counter()
        draw(usual_piece(form), 1200, 800).samples()
        rows.append([*cells, 1000 * (time.perf_counter() - start)])
    table(
        "A stack of eight layers in the core, median [ms] (aim 250 at 1200 x 800, 60 at 600 x 400)",
        [
            "piece",
            "1200 x 800: first",
            "following",
            "600 x 400: first",
            "following",
            "drawing the piece, once",
        ],
        rows,
    )


def parts(films: list[Film]) -> None:
    """Pieces of about 60 parts at 1200 x 800, processor time: drawn for the first time, in another look, and
    with one face's layer changed."""
    rows = []
    wide = {"width": 1.6, "height": 1.6}
    for title, piece in (
        (
            "card cabinet, 30 panelled drawers with handles",
            usual_piece("card_cabinet", rows=5, columns=6, **_PANELLED),
        ),
        (
            "chest, 58 drawers",
            usual_piece("chest", layout=(Row(count=6),) * 9 + (Row(count=4),), handle="none", **wide),
        ),
        ("doors, drawers and open rows, with handles", usual_piece("cupboard", layout=_MIXED, **wide)),
    ):
        looks = [_look(films, n) for n in range(3)]
        one = Layer(
            kind="paint", films=(films[1],), zones=(f"{next(iter(piece.faces)).split('/')[2]}/outside",)
        )
        first, following, changed = [], [], []
        for _ in range(3):
            start = time.process_time()
            samples = draw(piece, 1200, 800).samples()
            render(samples, (800, 1200), looks[0], light("window"))
            first.append(time.process_time() - start)
            for finish, times in (
                (looks[1], following),
                (looks[2], following),
                (_with(looks[2], one), changed),
            ):
                start = time.process_time()
                render(samples, (800, 1200), finish, light("window"))
                times.append(time.process_time() - start)
        rows.append(
            [f"{title}: {len(piece.parts)} parts", min(first) * 1e3, ms(following), min(changed) * 1e3]
        )
    table(
        "Pieces of many parts, 1200 x 800, four layers, processor time [ms]",
        ["piece", "first (aim 200)", "following (aim 90)", "one face's layer (aim 90)"],
        rows,
    )


_PANELLED: dict[str, Any] = {"relief": "panelled", "width": 1.6, "height": 1.6}
_MIXED = (
    Row(count=10),
    Row(count=10),
    Row(filling="open", count=3),
    Row(filling="doors", count=6),
    Row(count=4),
)


def _look(films: list[Film], number: int) -> Finish:
    first, second = films[number], films[number + 1]
    return Finish(
        layers=(
            Layer(kind="paint", films=(first,), coats=2),
            Layer(kind="blend", films=(first, second), zones=("front",)),
            Layer(kind="wash", films=(second,), wipe=0.5), Layer(kind="sealer", veil=0.2),
        )
    )  # fmt: skip


def _with(finish: Finish, layer: Layer) -> Finish:
    return replace(finish, layers=(*finish.layers, layer))


def truth(films: list[Film]) -> None:
    """Plain zones of the picture, without shading, against the film equations at all bands."""
    samples = draw(usual_piece("card_cabinet"), 300, 200).samples()
    to_XYZ = np.linalg.inv(XYZ_TO_RGB.T)
    apart = []
    for film in films:
        finish = Finish(layers=(Layer(kind="paint", films=(film,), coats=3), Layer(kind="sealer", veil=0.3)))
        for shown in lights().values():
            for zone in (zone for zone in samples.zones if zone not in UNPAINTED):
                RGB = colours(finish, samples, zone, screen_weights(shown)).mean(axis=0)
                wanted = linear_screen(R_seen(*evenly(finish, zone)[-1]), shown)
                Lab = [XYZ_to_Lab(np.maximum(one @ to_XYZ, 0.0)) for one in (RGB, wanted)]
                apart.append(float(delta_E_CIE2000(*Lab)))
    table(
        f"Mean colour of plain zones against the recipe: {len(films)} paints in three coats, {len(lights())} "
        f"lights",
        ["figure", "found", "aim"],
        [["median [CIEDE2000]", float(np.median(apart)), ""], ["worst", float(np.max(apart)), "<= 0.5"]],
    )


def ombres(films: list[Film]) -> None:
    """How evenly steps follow each other, over all pairs of the demo's paints."""
    paints = [Paint(optics=film.optics, veil=film.veil) for film in films]
    spreads: dict[str, list[float]] = {"even to the eye": [], "in equal parts": []}
    for first in paints:
        for second in (other for other in paints if other is not first):
            steps = rungs(first, second, areas=[0.2] * 5, coats=2, spread_rate=11.0)
            ways = (np.array([step.R for step in steps]), even_parts(first, second, 5))
            for R, kept in zip(ways, spreads.values(), strict=True):
                Lab = R_to_Lab(R)
                apart = delta_E_CIE2000(Lab[1:], Lab[:-1])
                if apart.mean() > 1.0:
                    kept.append(float(np.ptp(apart) / apart.mean()))
    rows = [
        [name, f"{100 * np.median(found):.1f} %", f"{100 * max(found):.1f} %", len(found)]
        for name, found in spreads.items()
    ]
    table(
        "Ombres of five steps: largest less smallest difference of neighbours, of their mean (aim <= 5 %)",
        ["steps", "median", "worst", "pairs of paints"],
        rows,
    )


_ALONE = """
import sys
from pathlib import Path
from jug_mingle.core.finishes import WAXES, Finish, Layer
from jug_mingle.core.pieces import FORMS, draw, usual_piece
from jug_mingle.core.finishes.picture import render
from jug_mingle.core.colour.spectra import light
for _ in range(3):
    for form in list(FORMS)[:10]:
        piece = usual_piece(form)
        if sys.argv[1] == "many":
            piece = usual_piece("card_cabinet", rows=5, columns=6, width=1.6, height=1.5 + 0.01 * len(form))
        samples = draw(piece, 1200, 800).samples()
        films = (WAXES["white wax"],)
        layers = tuple(Layer(kind="wash", films=films, seed=n, hand=0.5, wipe=0.4) for n in range(8))
        render(samples, (800, 1200), Finish(layers=layers), light("window"))
    print(next(float(line.split()[1]) / 1024 for line in Path("/proc/self/status").open() if "VmHWM" in line))
"""


def memory() -> None:
    """Ten pieces at full size, three rounds, in a process of their own: one of each form, and of 63 parts
    each."""
    for title, which, aim in (("ten pieces", "forms", 400), ("ten pieces of 63 parts", "many", 450)):
        found = subprocess.run(
            [sys.executable, "-c", _ALONE, which], capture_output=True, text=True, check=True
        )
        first, second, third = map(float, found.stdout.split())
        table(
            f"Memory of the core: {title}, eight layers each, 1200 x 800 [MB]",
            ["figure", "found", "aim"],
            [
                ["peak, first round", first, f"<= {aim}"],
                ["more in the second", second - first, "none"],
                ["more in the third", third - second, "none"],
            ],
        )


_DRAG = """async (slider, ms) => {
    const image = document.querySelector('[data-preview]')
    let frames = 0
    const watch = new MutationObserver(() => frames++)
    watch.observe(image, { attributes: true, attributeFilter: ['src'] })
    const start = performance.now()
    const low = Number(slider.min), span = Number(slider.max) - low
    while (performance.now() - start < ms) {
        slider.value = String(low + span * (0.5 + 0.45 * Math.sin((performance.now() - start) / 400)))
        slider.dispatchEvent(new Event('input', { bubbles: true }))
        await new Promise(done => requestAnimationFrame(done))
    }
    const dragged = frames, took = performance.now() - start
    const released = performance.now()
    slider.dispatchEvent(new Event('change', { bubbles: true }))
    let sharp = 0
    while (!sharp && performance.now() - released < 3000) {
        await new Promise(done => setTimeout(done, 4))
        if (image.complete && image.naturalWidth >= image.clientWidth) sharp = performance.now() - released
    }
    watch.disconnect()
    return [dragged / took * 1000, sharp]
}"""


def hand(data: Path) -> None:
    """A slider dragged in the browser, then ten pieces drawn again and again by the server."""
    with Server(data) as server, sync_playwright() as playwright:
        chromium = launch(playwright)
        page = chromium.new_page(base_url=server.address, viewport={"width": 1280, "height": 800})
        page.goto("/try-on")
        page.locator("[data-preview]").wait_for()
        page.get_by_role("button", name="Blend", exact=True).click()
        slider = page.get_by_label("how wide")
        slider.wait_for()
        rows = []
        for _ in range(4):
            page.wait_for_timeout(1200)
            rows.append(slider.evaluate(_DRAG, 3000))
        frames, sharp = np.median(np.array(rows[1:]), axis=0)
        for _ in range(7):
            page.request.post("/api/pieces/1/duplicate")
        grown = []
        for _ in range(4):
            for piece in page.request.get("/api/jobs/1").json()["pieces"]:
                layers = {"layers": [{"kind": "paint", "colours": ["mix:1"], "coats": 2}]}
                page.request.post(f"/api/pieces/{piece['id']}/picture", data=layers)
            grown.append(psutil.Process().memory_info().rss / 2**20)
        chromium.close()
    table(
        "A slider of the demo's cabinet dragged in the browser at 1280 x 800; ten pieces in one job",
        ["figure", "found", "aim"],
        [
            ["pictures a second", float(frames), ">= 12"],
            ["sharp after release [ms]", float(sharp), "<= 400"],
            ["server and bench, ten pieces drawn once [MB]", grown[0], ""],
            ["more after three further rounds [MB]", grown[3] - grown[0], "none"],
        ],
    )
