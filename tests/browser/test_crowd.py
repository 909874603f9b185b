"""Two hundred tins, sixty colours, forty jugs and twelve pieces: found, not scrolled for, at every width."""

import tempfile
from pathlib import Path
from typing import ClassVar

from playwright.sync_api import ViewportSize, expect

from tests.api.support import OWN, copy_demo
from tests.browser.crowd import crowd
from tests.browser.every_place import CUT, WIDE
from tests.browser.support import DESK, PHONE, BrowserCase, Server

WIDE_DESK = ViewportSize(width=1920, height=1080)


class CrowdTest(BrowserCase):
    crowded: ClassVar[Path]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        folder = cls.enterClassContext(tempfile.TemporaryDirectory())
        cls.crowded = copy_demo(Path(folder))
        crowd(cls.crowded, OWN)

    def setUp(self) -> None:
        self.folder = self.crowded
        self.server = self.enterContext(Server(self.folder))
        self.page = self.open(DESK)

    def test_everything_has_room(self) -> None:
        """No place scrolls sideways, no name is broken inside a word, and the rail and the jugs stay where
        they are."""
        for size in (DESK, WIDE_DESK, PHONE):
            page = self.open(size)
            for place in ("piece", "catch", "mingle", "try-on", "shelf", "daybook"):
                with self.subTest(place=place, width=size["width"]):
                    self.go(place, page)
                    self.quiet(page)
                    self.assertLessEqual(max(page.evaluate(WIDE)), size["width"])
                    self.assertEqual(page.evaluate(CUT), [])

    def test_found(self) -> None:
        """A colour, a jug, a piece and a tin are found by a word of theirs."""
        page = self.page
        self.go("catch")
        page.get_by_label("Find a kept colour").fill("colour 47")
        expect(page.locator("[data-target]")).to_have_count(1)
        page.get_by_label("Find a jug").fill("mix 33")
        expect(page.locator("[data-jug]")).to_have_count(1)
        page.locator("[data-target]").click()
        expect(page.get_by_label("What do I pour for").locator("option:checked")).to_have_text("colour 47")
        page.get_by_role("button", name="Find a colour").click()
        page.keyboard.type("colour 12")
        page.keyboard.press("Enter")
        expect(page.get_by_label("What do I pour for").locator("option:checked")).to_have_text("colour 12")
        self.go("piece")
        page.get_by_role("combobox", name="Piece").select_option(label="piece 9")
        expect(page.get_by_label("Called")).to_have_value("piece 9")
        self.go("shelf")
        page.get_by_label("Find a tin").fill("pot 133")
        expect(page.locator("[data-tin]")).to_have_count(1)

    def test_kept_colours_use_the_room(self) -> None:
        """Of sixty colours more than five are seen at once, in the room beside the photo."""
        self.go("catch")
        self.quiet()
        seen = self.page.evaluate("""() => {
          const box = document.querySelector('.targets ul').getBoundingClientRect()
          return [...document.querySelectorAll('[data-target]')].filter(e => {
            const r = e.getBoundingClientRect()
            return r.top >= box.top && r.bottom <= Math.min(box.bottom, innerHeight) }).length }""")
        self.assertGreater(seen, 5)
