"""The work is walked from one end to the other: nothing missing, gone back to or read twice; one act is
first."""

import tempfile
from pathlib import Path

from playwright.sync_api import ViewportSize, expect

from tests.browser import walks
from tests.browser.support import DESK, PHONE, BrowserCase, Server
from tests.browser.walker import Walker, photo_to_card
from tests.browser.walks import SIZES, Walk
from tests.core.plan.test_all_sequences import SEQUENCES
from tests.core.plan.test_sequences import in_this_order
from tests.soak import SOAK, bounded


class WalkCase(BrowserCase):
    def walk(self, hand: str, size: ViewportSize) -> Walk:
        page = self.open(size)
        if hand == "touch" and size != PHONE:
            context = self.browser.new_context(base_url=self.server.address, viewport=size, has_touch=True)
            self.addCleanup(context.close)
            page = context.new_page()
            page.set_default_timeout(60_000)
        return Walk(Walker(page, hand))

    def walked(self, walk: Walk) -> None:
        """Check that nothing is missing and no phrase stands twice on a screen."""
        self.assertEqual([(one.name, one.missing) for one in walk.stretches if one.missing], [])
        self.assertEqual([(one.name, one.twice) for one in walk.stretches if one.twice], [])


class FromNothingTest(WalkCase):
    def test_an_own_job(self) -> None:
        """A dresser, five tins, a cloth, a recipe poured and dried, a wash over oak, three evenings, a label:
        on a phone in at most fifty-five taps, and nowhere gone back to more than from the bench."""
        for hand, size in SIZES if SOAK else SIZES[3:]:
            folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
            with self.subTest(width=size["width"]), Server(folder, own=True) as self.server:
                walk = self.walk(hand, size)
                walks.from_nothing(walk)
                self.walked(walk)
                self.assertLessEqual(sum(one.presses for one in walk.stretches), 55)
                self.assertLessEqual(sum(one.back for one in walk.stretches), 2)

    def test_each_preparation_is_kept(self) -> None:
        """Home-made chalk paint, crackle gesso and a wash stand with the jugs, at a desk and on a phone."""
        for hand, size in (SIZES[0], SIZES[3]):
            folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
            with self.subTest(width=size["width"]), Server(folder, own=True) as self.server:
                walk = self.walk(hand, size)
                walks.preparations(walk)
                self.walked(walk)
                kept = walk.walker.page.request.get("/api/jobs/1").json()["mixes"]
                called = ["Home-made chalk paint of Pond", "Crackle gesso of Fissure", "Wash of Pond"]
                self.assertEqual([one["name"] for one in kept], called)
                walk.walker.page.close()


class DemoTest(WalkCase):
    def test_photo_to_printed_card(self) -> None:
        """In at most eight clicks, or ten taps."""
        for hand, size in (("mouse", DESK), ("touch", PHONE)):
            with self.subTest(hand=hand, width=size["width"]):
                walker = self.walk(hand, size).walker
                self.assertIn("/card.pdf?unit=", photo_to_card(walker))
                self.assertLessEqual(walker.presses, 10 if hand == "touch" else 8)

    def test_again_for_a_second_client(self) -> None:
        """In cups and inches, from last year's colour to its card and its first pour."""
        hand, size = SIZES[0]
        walk = self.walk(hand, size)
        walks.again_in_us_units(walk)
        self.walked(walk)
        self.assertLessEqual(sum(one.presses for one in walk.stretches), 16)

    def test_each_kind_of_job(self) -> None:
        """From its form on the screen to its use, the steps in their order."""
        for number, (key, (form, ground, survey, layers, wanted)) in enumerate(bounded(SEQUENCES.items(), 2)):
            hand, size = SIZES[(0, 3)[number % 2]]  # a laptop and a phone
            with self.subTest(key, width=size["width"]):
                walk = self.walk(hand, size)
                plan = walks.sequence(walk, form, ground, survey, layers, ticks=0 if SOAK else 6)
                self.walked(walk)
                acts = [step["act"] for step in plan["steps"]]
                self.assertTrue(in_this_order(acts, *wanted.split()), acts)

    def test_signs_are_seen_in_forced_colours(self) -> None:
        """Drawings take the ink that the person's own colours have, and swatches keep theirs."""
        context = self.browser.new_context(
            base_url=self.server.address, viewport=DESK, forced_colors="active"
        )
        self.addCleanup(context.close)
        page = context.new_page()
        page.goto("/1/mingle")
        expect(page.locator("[data-mix]").first).to_be_visible()
        ink = page.locator("nav a svg").first.evaluate("e => getComputedStyle(e).stroke")
        words = page.locator("nav a").first.evaluate("e => getComputedStyle(e).color")
        self.assertEqual(ink, words)
        mix = page.locator("[data-mix]").first.evaluate("e => getComputedStyle(e).forcedColorAdjust")
        self.assertEqual(mix, "none")
