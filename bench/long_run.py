"""What must hold for long: ten minutes of the scale's stream in the browser, and a server killed 200
times."""

import os
import signal
import tempfile
import threading
import time
from pathlib import Path

import numpy as np
from playwright.sync_api import Page, sync_playwright

from bench.tables import table
from jug_mingle.cli import prepare_demo
from tests.api.test_batches import ask, serve
from tests.browser.support import Server, launch


def main() -> None:
    """Print both tables."""
    scale()
    kills()


_WATCH = """() => {
    window.lags = []
    const source = new EventSource('/api/devices/scale/stream?seconds=3600')
    source.onmessage = message => {
        const sent = JSON.parse(message.data).at
        const came = Date.now()
        requestAnimationFrame(() => requestAnimationFrame(() => window.lags.push(Date.now() - sent)))
    }
}"""


def _heap(page: Page) -> float:
    """Return the script memory of a page after a collection. [MB]"""
    session = page.context.new_cdp_session(page)
    session.send("HeapProfiler.collectGarbage")
    session.send("HeapProfiler.collectGarbage")
    used = session.send("Runtime.getHeapUsage")["usedSize"]
    session.detach()
    return float(used) / 1e6


def scale(minutes: float = 10.0) -> None:
    """The jug on the bench follows the scale: from the reading to pixels, and the page's memory all the
    while."""
    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        with Server(Path(folder)) as server, sync_playwright() as playwright:
            browser = launch(playwright)
            page = browser.new_page(base_url=server.address, viewport={"width": 1280, "height": 800})
            page.goto("/mingle")
            page.get_by_role("button", name="Pour it").first.click()
            page.get_by_role("button", name="With the scale").click()
            page.wait_for_timeout(3000)
            page.evaluate(_WATCH)
            used = [_heap(page)]
            rng = np.random.default_rng(4)
            end = time.monotonic() + 60.0 * minutes
            while time.monotonic() < end:
                page.request.post("/api/devices/scale/load", data={"grams": float(rng.uniform(0.0, 190.0))})
                page.wait_for_timeout(15_000)
                used.append(_heap(page))
            lags = np.array(page.evaluate("window.lags"), dtype=float)
            browser.close()
    half = len(used) // 2
    table(
        f"The scale's stream on the bench for {minutes:g} minutes",
        ["figure", "found", "aim"],
        [
            ["readings shown", len(lags), f"~ {600 * minutes:.0f}"],
            ["reading → pixels, median [ms]", float(np.median(lags)), "<= 100"],
            ["reading → pixels, p95 [ms]", float(np.quantile(lags, 0.95)), ""],
            ["script memory at first [MB]", used[0], ""],
            ["first half, mean [MB]", float(np.mean(used[1:half])), ""],
            ["second half, mean [MB]", float(np.mean(used[half:])), "no growth"],
        ],
    )


def kills(times: int = 200) -> None:
    """The server is killed hard while a pour is being written: what was confirmed is there, and once."""
    lost = doubled = unconfirmed = 0
    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        rng = np.random.default_rng(5)
        process, address = serve(Path(folder))
        batch = ask(address, "/api/mixes/1/batches", {"jug": "bucket"})["id"]
        made = 0
        for _ in range(times):
            stand = ask(address, f"/api/batches/{batch}")
            material = stand["steps"][0]["material"]
            body = {"place": made, "material": material, "ml": 1.0, "how": "scale"}
            answered = []

            def send(address: str = address, body: dict = body, answered: list = answered) -> None:  # type: ignore[type-arg]
                try:
                    answered.append(ask(address, f"/api/batches/{batch}/pours", body))
                except Exception:
                    return

            thread = threading.Thread(target=send)
            thread.start()
            time.sleep(float(rng.uniform(0.0, 0.12)))
            os.kill(process.pid, signal.SIGKILL)
            process.wait()
            thread.join()
            process, address = serve(Path(folder))
            now = sum(step["made"] for step in ask(address, f"/api/batches/{batch}")["steps"])
            lost += int(bool(answered) and now < made + 1)
            doubled += int(now > made + 1)
            unconfirmed += int(not answered and now == made + 1)
            made = now
        process.kill()
        process.wait()
    table(
        f"The server killed {times} times while a pour is written",
        ["confirmed pours lost", "doubled", "written but not yet confirmed"],
        [[lost, doubled, unconfirmed]],
    )
