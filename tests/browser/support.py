"""A browser and a server for tests and screenshots: headless Chromium from Debian, the program on a free
port."""

import atexit
import io
import os
import shutil
import tempfile
import threading
import time
import unittest
from collections.abc import Callable
from functools import cache
from pathlib import Path
from typing import Any, ClassVar, Final

import numpy as np
from fastapi import FastAPI
from PIL import Image
from playwright.sync_api import (
    Browser,
    BrowserContext,
    Locator,
    Page,
    Playwright,
    ViewportSize,
    expect,
    sync_playwright,
)

from jug_mingle.api.app import create_app
from jug_mingle.api.serving import Serving
from jug_mingle.cli import HOST, demo_app, demo_archive, listen, prepare_own
from jug_mingle.settings import Settings
from tests.api.support import copy_demo

REFUSED = (
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Entity)",
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Content)",
    "Failed to load resource: the server responded with a status of 503 (Service Unavailable)",
)
"""What a browser's console says of an answer that refuses, which a test of bad input expects."""

_FLAGS = (
    "--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking "
    "--disable-component-update --disable-sync --force-color-profile=srgb --font-render-hinting=none"
).split()  # fmt: skip


def chromium() -> str | None:
    """Return the path of Debian's Chromium, the small one first; nothing when it is not installed."""
    return shutil.which("chromium-headless-shell") or shutil.which("chromium")


def launch(playwright: Playwright, *flags: str) -> Browser:
    """Return a new headless browser."""
    return playwright.chromium.launch(executable_path=chromium(), headless=True, args=[*_FLAGS, *flags])


class Server:
    """The program served on a data folder, in a thread: the demo, or, `own`, one's own data from nothing.

    Given a port it takes that one, so that a page finds it again after it was away. No better plan is looked
    for, unless `better_plans`: what a page shows of one costs seconds of a processor, each time.
    """

    def __init__(
        self,
        data: Path,
        *,
        own: bool = False,
        port: int = 0,
        program: FastAPI | None = None,
        host: str = HOST,
        better_plans: bool = False,
    ) -> None:
        listening = listen(port, host)
        self.port = listening.getsockname()[1]
        self.address = f"http://{HOST}:{self.port}"
        if own:
            prepare_own(data)
        if program is None:
            settings = Settings(data=data, better_plans=better_plans)
            program = create_app(settings, make_demo=demo_archive) if own else demo_app(data, settings)
        self._server = Serving(program, log_level="error")
        self._thread = threading.Thread(target=self._server.run, args=([listening],), daemon=True)

    def __enter__(self) -> "Server":
        self._thread.start()
        while not self._server.started:
            if not self._thread.is_alive():
                raise RuntimeError("the program did not start: see what it printed")
            time.sleep(0.01)
        return self

    def stop(self) -> None:
        """Stop it, as if somebody had closed its window."""
        self._server.should_exit = True
        self._thread.join()

    def __exit__(self, *_: object) -> None:
        self._server.should_exit = True
        self._thread.join()


AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
PATIENCE: Final = 1000 * int(os.environ.get("PATIENCE", "60"))
"""How long a step may take on a busy machine; who works on a test sets less. [ms]"""

DESK, PHONE = ViewportSize(width=1280, height=800), ViewportSize(width=390, height=844)
UNANSWERED = """(() => { const ask = window.fetch, asked = window.asked = new Map()
  window.fetch = async (...what) => { const key = Symbol()
    asked.set(key, what[0]?.url ?? String(what[0]))
    const over = () => asked.delete(key)
    try { const answer = await ask(...what)
      answer.clone().arrayBuffer().then(over, over)
      return answer } catch (error) { over(); throw error } }
})()"""
"""Note in a page what it asks the program for until the last byte of the answer is there: the page goes on
then, not when the answer begins."""

QUIET = """async rounds => { const soon = most => new Promise(done => setTimeout(done, most))
  const none = async most => { await soon(most); return window.asked.size === 0 }
  await soon(400)
  while (rounds-- > 0) if (await none(80) && await none(80)) return []
  return [...window.asked.values()]
}"""
"""Wait until what was done is sent, and answered, and nothing more is asked for it; or say what is not."""

PLACES = (
    "piece catch mingle try-on plan daybook again/1 shelf shelf?tin=sloe-skin shelf?do=add "
    "shelf?do=photo shelf?do=names jobs settings"
).split()


@cache
def playwright() -> Playwright:
    """Return what drives browsers in this process: begun once, it stays until the process ends."""
    running = sync_playwright()
    atexit.register(running.__exit__)
    return running.__enter__()


_browsers: list[Browser] = []


def browser() -> Browser:
    """Return the browser of this process; a new one where it came to its end. Every test has contexts of its
    own."""
    if not _browsers or not _browsers[-1].is_connected():
        _browsers.append(launch(playwright()))
    return _browsers[-1]


@unittest.skipUnless(chromium(), "no Chromium here: install Debian's chromium-headless-shell")
class BrowserCase(unittest.TestCase):
    """A copy of the demo and a fresh context for each test."""

    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        expect.set_options(timeout=PATIENCE * 2 / 3)
        cls.browser = browser()

    def setUp(self) -> None:
        # A request that a test leaves unanswered may keep its file when the program has stopped already.
        folder = self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True))
        self.folder = copy_demo(Path(folder))
        self.server = self.enterContext(Server(self.folder))
        self.page = self.open(DESK)

    def open(self, size: ViewportSize) -> Page:
        """Return a page in a new context that fails the test on any error, and so on any request that would
        leave this machine: the program's own rule for pages refuses it, and the browser says so."""
        context: BrowserContext = self.browser.new_context(
            base_url=self.server.address, viewport=size, reduced_motion="reduce", has_touch=size == PHONE
        )
        self.addCleanup(context.close)
        context.add_init_script(UNANSWERED)
        page = context.new_page()
        page.set_default_timeout(PATIENCE)
        wrong: list[str] = []
        page.on("console", lambda said: wrong.append(said.text) if said.type == "error" else None)
        page.on("pageerror", lambda error: wrong.append(str(error)))
        self.addCleanup(lambda: self.assertEqual([w for w in wrong if not w.startswith(self.allowed)], []))
        self.allowed: tuple[str, ...] = ()
        return page

    def touched(self, size: ViewportSize) -> Page:
        """Return a page under a finger, on a screen of a size; scripts may be put into it."""
        context = self.browser.new_context(
            base_url=self.server.address, viewport=size, has_touch=True, reduced_motion="reduce",
            bypass_csp=True,
        )  # fmt: skip
        self.addCleanup(context.close)
        context.add_init_script(UNANSWERED)
        return context.new_page()

    def go(self, place: str, page: Page | None = None) -> None:
        (page or self.page).goto(f"/{place}")
        expect((page or self.page).locator("h1")).to_be_visible()

    def quiet(self, page: Page | None = None) -> None:
        """Wait until what was done is sent, by the page's own clock, and answered, and nothing more is asked
        for it."""
        on_their_way = (page or self.page).evaluate(QUIET, PATIENCE // 40)
        self.assertEqual(on_their_way, [], "no end of these")

    def until(self, shown: Callable[[], object], wanted: object) -> None:
        """Wait until something is as it is wanted: what a write sends only after another one is seen late."""
        for _ in range(200):
            if shown() == wanted:
                return
            self.page.wait_for_timeout(100)
        self.assertEqual(shown(), wanted)

    def tap(self, x: float, y: float) -> None:
        """Tap the photo at shares of its width and height."""
        box = self.page.get_by_role("application").bounding_box()
        assert box is not None
        self.page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])

    def pixel(self, place: Locator) -> np.ndarray[Any, Any]:
        """Return the colour in the middle of an element, as shown."""
        shot = np.asarray(Image.open(io.BytesIO(place.screenshot())).convert("RGB"))
        return np.asarray(shot[shot.shape[0] // 2, shot.shape[1] // 2], dtype=float)

    def accessible(self, page: Page) -> None:
        """Check that axe finds nothing and that nothing scrolls sideways."""
        page.evaluate(AXE.read_text())
        tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
        found = page.evaluate("tags => axe.run({runOnly: tags, resultTypes: ['violations']})", tags)[
            "violations"
        ]
        self.assertEqual([(v["id"], [n["html"][:120] for n in v["nodes"]]) for v in found], [])
        width = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(width[0], width[1])

    def job(self) -> dict[str, Any]:
        found: dict[str, Any] = self.page.request.get("/api/jobs/1").json()
        return found
