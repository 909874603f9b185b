"""Every place as it stands under each hand: one round at a desk, one on a phone, one on a tablet, one seen
otherwise."""

import re
from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, ViewportSize

from tests.browser.every_place import CUT, FIRST_ACTS, JUMPS, RING, SMALL, SPACING, WIDE, WORDS, unfold
from tests.browser.support import AXE, DESK, PHONE, PLACES, BrowserCase
from tests.soak import SOAK

GLOSSARY = Path(__file__).parents[2] / "docs" / "glossary.md"
TABLET, ZOOMED = ViewportSize(width=1024, height=768), ViewportSize(width=320, height=640)
TARGET = 44
"""What a finger hits surely. [CSS pixels] (WCAG 2.2, success criterion 2.5.5)"""

METRIC = r"[^\n]{0,30}\d ?(?:ml|cm|m²|°C|millilitres?|litres?)\b[^\n]{0,20}"
"""What who measures in US units never reads."""

POINT = r"[^\n]{0,30}\d\.\d[^\n]{0,20}"
"""What who writes a comma never reads."""

NOTHING = r"(?<![\d.,/½¼¾⅓⅔⅛])0(?:[.,]0+)? (?:ml|l|fl oz|cups?|quarts?|tbsp|tsp|drops?)\b"
"""What is said of nothing that is poured."""

OF_DEVELOPERS = (r"\bmake (?:demo|test)\b", "npm", "Failed to fetch", "undefined", r"\bnull\b")
"""What says something to developers only."""


def retired() -> list[str]:
    """Return patterns of the words that no screen says any more: the last table of the glossary, its first
    column. What stands there `so` is a whole label, and may be part of a sentence."""
    table = GLOSSARY.read_text().split("# Retired words")[1]
    rows = [line for line in table.splitlines() if line.startswith("| ") and "---" not in line]
    words = [row.split("|")[1].strip() for row in rows[1:]]
    whole, part = r"^{}$", r"(?<!\w){}(?!\w)"
    return [(whole if word.startswith("`") else part).format(re.escape(word.strip("`"))) for word in words]


class EveryPlaceTest(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        made = self.page.request.post("/api/mixes/1/batches", data={"jug": None}).json()
        self.places = (*PLACES, f"1/bench/{made['id']}")

    def each(self, page: Page, check: Callable[[int, str], None], every: int = 1, *, first: int = 0) -> None:
        """Check a page at places, each settled; at all of them when soaking."""
        page.add_init_script(f"({JUMPS})()")
        for number, place in enumerate(self.places if SOAK else self.places[first::every]):
            with self.subTest(place=place, size=page.viewport_size):
                self.go(place, page)
                self.quiet(page)
                check(number, place)

    def still(self, page: Page) -> None:
        """Check that what is there stays where it is while a place is filled: no more than what the measure
        calls good (web.dev, Core Web Vitals, cumulative layout shift)."""
        self.assertLess(sum(page.evaluate("window.jumps")), 0.1)

    def test_at_a_desk(self) -> None:
        """One act is first, no word is broken, Tab shows where it is; with all unfolded no retired word is
        said and none that only a developer needs, and axe finds nothing, by day or by night. Each place has a
        title of its own."""
        page, titles = self.page, set()
        pattern = re.compile("|".join([*retired(), *OF_DEVELOPERS]), re.IGNORECASE | re.MULTILINE)
        self.assertGreater(len(retired()), 30)
        self.assertRegex("Take it away", pattern)

        def check(number: int, place: str) -> None:
            self.still(page)
            if "?" not in place:
                title = page.title()
                self.assertRegex(title, r"^[A-Z][a-z ]+ · Card-catalogue cabinet · Jug Mingle$")
                titles.add(title)
            self.assertLessEqual(len(page.evaluate(FIRST_ACTS)), 1)
            self.assertEqual(page.evaluate(CUT), [])
            self.ringed(page)
            unfold(page)
            self.quiet(page)
            said = page.evaluate(WORDS)
            self.assertGreater(len(said), 200)
            self.assertEqual(pattern.findall(said), [])
            for scheme in ("light", "dark") if SOAK else (("light", "dark")[number % 2],):
                page.emulate_media(color_scheme=scheme, reduced_motion="reduce")
                self.accessible(page)
            page.emulate_media(color_scheme="light", reduced_motion="reduce")

        self.each(page, check)
        self.assertEqual(len(titles), 11)

    def ringed(self, page: Page) -> None:
        """Check that wherever Tab leads there is a ring of two pixels or more, around it or around what draws
        it."""
        page.locator("body").focus()
        page.evaluate(RING)
        stops, unseen, round_once = 0, [], False
        while stops < 150 and not round_once:
            for _ in range(10):
                page.keyboard.press("Tab")
            found = page.evaluate("window.stops.splice(0)")
            stops += len(found)
            unseen += [one["name"] for one in found if not one["seen"]]
            round_once = len(found) < 10 or any(one["again"] for one in found)
        self.assertGreater(stops, 3)
        self.assertEqual(unseen, [])

    def test_on_a_phone(self) -> None:
        """With all unfolded a finger hits everything and nothing runs past the side; in US units nothing is
        said in metric ones, with a comma nothing with a point, and 0 of nothing that is poured."""
        page = self.open(PHONE)
        page.request.patch("/api/settings", data={"unit": "fl_oz", "currency": "$", "numbers": "comma"})

        def check(number: int, place: str) -> None:
            self.still(page)
            said = page.locator("body").inner_text()
            if place != self.places[-1]:  # an empty jug on the bench
                self.assertEqual(re.findall(NOTHING, said), [])
            if place not in ("settings", "shelf?do=add"):  # where any unit may be typed
                self.assertEqual(re.findall(METRIC, said), [])
            self.hit(page, PHONE)
            words = page.evaluate(WORDS)
            if place == "settings":  # where either is chosen
                words = words.replace("12.5\n12,5", "")
            self.assertEqual(re.findall(POINT, words), [])
            if SOAK or number % 3 == 0:
                self.accessible(page)

        self.each(page, check)

    def test_on_a_tablet(self) -> None:
        """The same on a tablet, in quarts."""
        page = self.touched(TABLET)
        page.request.patch("/api/settings", data={"unit": "quart"})

        def check(_number: int, _place: str) -> None:
            self.assertEqual(re.findall(NOTHING, page.locator("main").inner_text()), [])
            self.hit(page, TABLET)

        self.each(page, check, 3)

    def hit(self, page: Page, size: ViewportSize) -> None:
        """Check that nothing to be tapped is smaller than 44 pixels, and nothing wider than the screen."""
        unfold(page)
        self.assertEqual(page.evaluate(SMALL, TARGET), [])
        self.assertLessEqual(max(page.evaluate(WIDE)), size["width"])
        if "/bench/" not in page.url:  # a place scrolls within its frame, never its signs with it
            self.assertEqual(page.evaluate("document.documentElement.scrollHeight - innerHeight"), 0)

    def test_seen_otherwise(self) -> None:
        """axe finds nothing at 400 % zoom, in forced colours and with text spaced, and nothing is pushed
        out."""
        for number, way in enumerate(("zoom", "forced", "spaced")):
            size = ZOOMED if way == "zoom" else DESK
            page = self.touched(size)
            page.emulate_media(forced_colors="active" if way == "forced" else "none")
            self.each(page, partial(self.otherwise, page, way), 3, first=number)

    def otherwise(self, page: Page, way: str, _number: int, _place: str) -> None:
        if way == "spaced":
            page.add_style_tag(content=SPACING)
        page.wait_for_load_state("networkidle")
        unfold(page)
        self.checked(page, way)
        if way == "zoom":
            self.hit(page, ZOOMED)

    def checked(self, page: Page, way: str) -> None:
        page.evaluate(AXE.read_text())
        tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
        asked: dict[str, Any] = {"runOnly": tags, "resultTypes": ["violations"]}
        if way == "forced":  # the colours are the person's own then
            asked["rules"] = {"color-contrast": {"enabled": False}}
        found = page.evaluate("asked => axe.run(asked)", asked)["violations"]
        self.assertEqual([(v["id"], [n["html"][:160] for n in v["nodes"]]) for v in found], [])
        wide = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(wide[0], wide[1])
