"""The work walked through: from an empty folder, in every place, for a second client, and by each kind of
job."""

import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Error, sync_playwright

from bench.tables import table
from jug_mingle.cli import prepare_demo
from tests.browser.support import Server, launch
from tests.browser.walker import Walker
from tests.browser.walks import SIZES, WALKS, Walk, from_nothing, sequence
from tests.core.plan.test_all_sequences import SEQUENCES
from tests.core.plan.test_sequences import in_this_order

STEP = 30_000
"""How long one step may take before it is said to be missing. [ms]"""


def main() -> None:
    """Print a table a walk, and one of all kinds of job."""
    with sync_playwright() as playwright:
        browser = launch(playwright)
        for title, walked in WALKS.items():
            rows = [row for hand, size in SIZES for row in _walked(browser, walked, hand, size)]
            table(f"Walked: {title}", ["size", "step", "there", "presses", "letters", "back", "twice"], rows)
        _kinds_of_job(browser)
        browser.close()


def _walk(browser: Browser, server: Server, hand: str, size: object) -> Walk:
    context = browser.new_context(
        base_url=server.address, viewport=size, has_touch=hand == "touch",
        reduced_motion="reduce"  # type: ignore[arg-type]
    )  # fmt: skip
    page = context.new_page()
    page.set_default_timeout(STEP)
    return Walk(Walker(page, hand))


def _walked(
    browser: Browser, walked: Callable[[Walk], None], hand: str, size: dict[str, int]
) -> list[list[object]]:
    with tempfile.TemporaryDirectory() as folder:
        own = walked is from_nothing
        if not own:
            prepare_demo(Path(folder))
        with Server(Path(folder), own=own) as server:
            walk = _walk(browser, server, hand, size)
            try:
                walked(walk)
            except (AssertionError, Error) as problem:
                print(problem, file=sys.stderr)
            walk.walker.page.context.close()
    name = f"{size['width']} {hand}"
    rows: list[list[object]] = [
        [name, one.name, one.missing or "yes", one.presses, one.keys, one.back, "; ".join(one.twice)[:60]]
        for one in walk.stretches
    ]
    total = [sum(getattr(one, key) for one in walk.stretches) for key in ("presses", "keys", "back")]
    twice = sum(len(one.twice) for one in walk.stretches)
    return [
        *rows,
        [name, "all", "" if all(not one.missing for one in walk.stretches) else "no", *total, twice],
    ]


def _kinds_of_job(browser: Browser) -> None:
    """Each kind of job, at one of the sizes in turn: its plan read on the screen and ticked off to the
    end."""
    rows: list[list[object]] = []
    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        with Server(Path(folder)) as server:
            for number, (key, (form, ground, survey, layers, wanted)) in enumerate(SEQUENCES.items()):
                hand, size = SIZES[number % len(SIZES)]
                walk = _walk(browser, server, hand, size)
                there, steps = "", 0
                try:
                    plan = sequence(walk, form, ground, survey, layers)
                    steps = len(plan["steps"])
                    acts = [step["act"] for step in plan["steps"]]
                    rest = [word for word in wanted.split() if word not in acts]
                    there = (
                        "yes" if in_this_order(acts, *wanted.split()) else f"not in its order; lacks {rest}"
                    )
                except (AssertionError, Error) as problem:
                    there = f"no: {str(problem).strip().splitlines()[0][:90]}"
                presses = sum(one.presses for one in walk.stretches)
                twice = sum(len(one.twice) for one in walk.stretches)
                back = sum(one.back for one in walk.stretches)
                print(key, there, file=sys.stderr)
                rows.append(
                    [key, f"{size['width']} {hand}", form, steps, there, presses - steps, steps, back, twice]
                )
                walk.walker.page.context.close()
    table(
        "Kinds of job, from survey to use",
        [
            "sequence",
            "size",
            "form",
            "steps",
            "there",
            "presses to its plan",
            "presses after",
            "back",
            "twice",
        ],
        rows,
    )
