"""A browser and a server for tests and screenshots: headless Chromium from Debian, the program on a free
port."""

import shutil
import threading
import time
from pathlib import Path

from fastapi import FastAPI
from playwright.sync_api import Browser, Playwright

from jug_mingle.api.app import create_app
from jug_mingle.api.serving import Serving
from jug_mingle.cli import HOST, demo_app, demo_archive, listen, prepare_own
from jug_mingle.settings import Settings

REFUSED = (
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Entity)",
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Content)",
    "Failed to load resource: the server responded with a status of 503 (Service Unavailable)",
)
"""What a browser's console says of an answer that refuses, which a test of bad input expects."""

_FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--force-color-profile=srgb",
    "--font-render-hinting=none",
]  # fmt: skip


def chromium() -> str | None:
    """Return the path of Debian's Chromium, the small one first; nothing when it is not installed."""
    return shutil.which("chromium-headless-shell") or shutil.which("chromium")


def launch(playwright: Playwright, *flags: str) -> Browser:
    """Return a new headless browser."""
    return playwright.chromium.launch(executable_path=chromium(), headless=True, args=[*_FLAGS, *flags])


class Server:
    """The program served on a data folder, in a thread: the demo, or, `own`, one's own data from nothing.

    Given a port it takes that one, so that a page finds it again after it was away.
    """

    def __init__(
        self,
        data: Path,
        *,
        own: bool = False,
        port: int = 0,
        program: FastAPI | None = None,
        host: str = HOST,
    ) -> None:
        listening = listen(port, host)
        self.port = listening.getsockname()[1]
        self.address = f"http://{HOST}:{self.port}"
        if own:
            prepare_own(data)
        if program is None:
            program = create_app(Settings(data=data), make_demo=demo_archive) if own else demo_app(data)
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
