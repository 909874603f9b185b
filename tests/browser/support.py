"""A browser and a server for tests and screenshots: headless Chromium from Debian, the program on a free port."""

import shutil
import threading
import time
from pathlib import Path

import uvicorn
from playwright.sync_api import Browser, Playwright

from jug_mingle.cli import HOST, demo_app, listen

REFUSED = (
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Entity)",
    "Failed to load resource: the server responded with a status of 422 (Unprocessable Content)",
    "Failed to load resource: the server responded with a status of 503 (Service Unavailable)",
)
"""What a browser's console says of an answer that refuses, which a test of bad input expects."""

_FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--force-color-profile=srgb", "--font-render-hinting=none",
]  # fmt: skip


def chromium() -> str | None:
    """Return the path of Debian's Chromium, the small one first; nothing when it is not installed."""
    return shutil.which("chromium-headless-shell") or shutil.which("chromium")


def launch(playwright: Playwright) -> Browser:
    """Return a new headless browser."""
    return playwright.chromium.launch(executable_path=chromium(), headless=True, args=_FLAGS)


class Server:
    """The program served on a data folder, in a thread."""

    def __init__(self, data: Path) -> None:
        listening = listen(0)
        self.port = listening.getsockname()[1]
        self.address = f"http://{HOST}:{self.port}"
        self._server = uvicorn.Server(uvicorn.Config(demo_app(data), log_level="error"))
        self._thread = threading.Thread(target=self._server.run, args=([listening],), daemon=True)

    def __enter__(self) -> "Server":
        self._thread.start()
        while not self._server.started:
            if not self._thread.is_alive():
                raise RuntimeError("the program did not start: see what it printed")
            time.sleep(0.01)
        return self

    def __exit__(self, *_: object) -> None:
        self._server.should_exit = True
        self._thread.join()
