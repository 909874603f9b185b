"""Patterns: how fast a layout is laid and drawn, how full sheets are packed, how fast a photo becomes a
stencil."""

import io
import random
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from PIL import Image
from scipy import ndimage

from bench.tables import table
from jug_mingle.cli import demo_app, prepare_demo
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.packing import Size, pack
from jug_mingle.formats.images import decode
from jug_mingle.services.motifs import stencil_of_pixels

OWN = "http://127.0.0.1:8417"


def timed(work: Callable[[int], Any], times: int) -> tuple[float, float, float]:
    """Return the median and the slowest [ms], and the processors' time of one [ms]."""
    found = []
    began = time.process_time()
    for n in range(times):
        start = time.perf_counter()
        work(n)
        found.append(1000.0 * (time.perf_counter() - start))
    return float(np.median(found)), max(found), 1000.0 * (time.process_time() - began) / times


def cut_up(rng: random.Random, size: Size, count: int) -> list[Size]:
    """Return a face cut into so many pieces by straight cuts."""
    parts = [size]
    while len(parts) < count:
        parts.sort(key=lambda part: -part[0] * part[1])
        w, h = parts.pop(rng.randrange(min(3, len(parts))))
        share = rng.uniform(0.3, 0.7)
        parts += [(w * share, h), (w * (1 - share), h)] if w > h else [(w, h * share), (w, h * (1 - share))]
    return parts


def layouts() -> list[list[str]]:
    """Return the lines of a layout of the demo's cabinet of twelve drawers."""
    rows = []
    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        with TestClient(demo_app(Path(folder)), base_url=OWN) as client:
            usual = client.get("/api/patterns").json()["usual"]["stencil"]
            paint = {"kind": "paint", "colours": ["mix:1"], "coats": 2}

            def asked(n: int) -> dict[str, Any]:
                layout = {**usual, "shift_x": 0.001 * n}
                return {
                    "layers": [paint, {"kind": "stencil", "colours": ["mix:2"], "layout": layout}],
                    "number": 1,
                }

            def draw(n: int, wide: int, *, sketch: bool) -> None:
                body = {**asked(n), "pixels_wide": wide, "sketch": sketch}
                client.post("/api/pieces/1/layout/picture", json=body).raise_for_status()

            client.post("/api/pieces/1/layout", json=asked(99)).raise_for_status()
            draw(99, 600, sketch=False)
            for title, work, aim in (
                (
                    "layout, 12 drawers",
                    lambda n: client.post("/api/pieces/1/layout", json=asked(n)),
                    "<= 200 ms",
                ),
                ("dragged, half size", lambda n: draw(n, 300, sketch=True), "<= 83 ms (12 a second)"),
                ("sharp, on release", lambda n: draw(n + 50, 600, sketch=False), "<= 200 ms"),
            ):
                middle, slowest, cpu = timed(work, 20)
                rows.append([title, f"{middle:.0f} ms", f"{slowest:.0f} ms", f"{cpu:.0f} ms", aim])
    return rows


def packing() -> list[list[str]]:
    """Return the lines of thirty motifs on nine faces, cut from full faces: the best is no waste."""
    shares = []

    def one(seed: int) -> None:
        rng = random.Random(1000 + seed)
        bins = [(rng.uniform(0.2, 0.6), rng.uniform(0.15, 0.4)) for _ in range(9)]
        pieces = [part for n, size in enumerate(bins) for part in cut_up(rng, size, 4 if n < 3 else 3)]
        pieces = [part if rng.random() < 0.5 else part[::-1] for part in pieces]
        rng.shuffle(pieces)
        found = pack(pieces, bins)
        area = sum(w * h for w, h in bins)
        shares.append(sum(pieces[p.piece][0] * pieces[p.piece][1] for p in found.put) / area)

    middle, slowest, cpu = timed(one, 12)
    least = f"{middle:.0f} ms, at least {100 * min(shares):.1f} % covered"
    return [["30 motifs on 9 faces", least, f"{slowest:.0f} ms", f"{cpu:.0f} ms", ">= 95 %, <= 3 s"]]


def stencils() -> list[list[str]]:
    """Return the line of a photo of 12 megapixels with noise and a damask: from its bytes to a stencil."""
    rng = np.random.default_rng(5)
    small = Image.fromarray((255 * (1 - np.pad(motif("damask", 0.2).art().alpha, 20))).astype(np.uint8))
    grey = np.asarray(small.resize((3000, 4000)), dtype=float)
    noisy = np.clip(0.8 * grey + 20 + rng.normal(0, 25, grey.shape), 0, 255).astype(np.uint8)
    out = io.BytesIO()
    Image.fromarray(np.repeat(noisy[..., np.newaxis], 3, axis=2)).save(out, "JPEG", quality=92)
    pieces = []

    def one(_n: int) -> None:
        pixels, _ = decode(out.getvalue(), max_pixels=20_000_000, longest=2400)
        made = stencil_of_pixels(pixels, width=0.2, name="Damask")
        pieces.append(int(ndimage.label(made.film)[1]))

    middle, slowest, cpu = timed(one, 3)
    said = f"{middle:.0f} ms, film in {max(pieces)} piece"
    return [["12 megapixels to a stencil", said, f"{slowest:.0f} ms", f"{cpu:.0f} ms", "<= 3 s, 1 piece"]]


def main() -> None:
    """Print one line a figure."""
    table("Patterns", ["", "median", "slowest", "processor", "aim"], [*layouts(), *packing(), *stencils()])
