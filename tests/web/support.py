"""The pages' own logic, asked in a browser without any page: thousands of cases in one go."""

import unittest
from collections.abc import Sequence
from pathlib import Path
from typing import Any, ClassVar

from playwright.sync_api import Page, Route

from jug_mingle.api.measuring import list_measures
from jug_mingle.core.measuring.saying import Saying
from tests.browser.support import browser, chromium

SCRIPT = Path(__file__).parents[2] / "build" / "logic" / "logic.js"
"""Built of web/tests/logic.ts by `make test`."""

ADDRESS = "http://127.0.0.1:9"
"""Where the page seems to come from: a safe address, so that it may keep things. Nothing listens there."""

PAGE = '<!doctype html><meta charset="utf-8"><title>logic</title><script src="/logic.js"></script>'


@unittest.skipUnless(chromium(), "no Chromium here: install Debian's chromium-headless-shell")
class LogicCase(unittest.TestCase):
    """One page for the class; what a test sets, the next one sets anew."""

    page: ClassVar[Page]

    @classmethod
    def setUpClass(cls) -> None:
        context = browser().new_context()
        cls.addClassCleanup(context.close)
        context.route(f"{ADDRESS}/**", serve)
        cls.page = context.new_page()
        cls.page.goto(f"{ADDRESS}/")
        cls.ask("measuring", "learnMeasures", [[list_measures().model_dump()]])

    @classmethod
    def ask(cls, module: str, name: str, cases: Sequence[Sequence[Any]]) -> list[Any]:
        """Return what a function of a module gives for each list of arguments; what it throws stands under
        "threw"."""
        found: list[Any] = cls.page.evaluate(
            "([module, name, cases]) => logic.ask(module, name, cases)", [module, name, list(cases)]
        )
        return found

    def prefer(self, saying: Saying) -> None:
        """Set how things are said, as the settings of a person are."""
        said = {
            "numbers": saying.numbers, "length": saying.length_unit, "temperature": saying.temperature,
            "currency": saying.currency,
        }  # fmt: skip
        self.ask("preferences", "prefer", [[{"unit": saying.unit, "saying": said}]])


def serve(route: Route) -> None:
    """Answer what the page itself is made of; anything else finds nobody."""
    path = route.request.url.removeprefix(ADDRESS)
    if path in ("/", "/pair"):
        route.fulfill(content_type="text/html", body=PAGE)
    elif path == "/logic.js":
        route.fulfill(content_type="text/javascript", path=SCRIPT)
    else:
        route.abort()
