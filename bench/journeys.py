"""How many presses and seconds the main jobs take, by mouse, by touch and by keys."""

import tempfile
from pathlib import Path

from playwright.sync_api import ViewportSize, sync_playwright

from bench.tables import table
from jug_mingle.cli import prepare_demo
from tests.browser.journeys import JOURNEYS, SOON, Walker, first_piece_to_first_jug
from tests.browser.support import Server, launch

DESK, PHONE = ViewportSize(width=1280, height=800), ViewportSize(width=390, height=844)
AIMS = {("photo to printed card", "mouse"): "<= 8 clicks", ("photo to printed card", "touch"): "<= 10 taps"}


def main() -> None:
    """Print one line a job, a hand and a size; each from data of its own."""
    rows = []
    with sync_playwright() as playwright:
        browser = launch(playwright)
        for title, journey in JOURNEYS.items():
            for hand, size in (("mouse", DESK), ("touch", PHONE), ("keys", DESK)):
                with tempfile.TemporaryDirectory() as folder:
                    own = journey is first_piece_to_first_jug
                    if not own:
                        prepare_demo(Path(folder))
                    with Server(Path(folder), own=own) as server:
                        context = browser.new_context(
                            base_url=server.address,
                            viewport=size,
                            has_touch=hand == "touch",
                            reduced_motion="reduce",
                        )
                        page = context.new_page()
                        page.set_default_timeout(SOON)
                        walker = Walker(page, hand)
                        found = journey(walker)
                        took = walker.seconds()
                        many = f" ({found} steps)" if isinstance(found, int) else ""
                        rows.append(
                            [title + many, hand, size["width"], walker.presses, walker.keys, took,
                             AIMS.get((title, hand), "")]
                        )  # fmt: skip
                        context.close()
        browser.close()
    table("Main jobs", ["job", "hand", "width [px]", "presses", "letters typed", "seconds", "aim"], rows)
