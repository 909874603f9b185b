"""The work is walked from one end to the other: nothing missing, gone back to or read twice; one act is
first."""

import tempfile
from pathlib import Path

from playwright.sync_api import ViewportSize, expect

from tests.browser import walks
from tests.browser.every_place import CUT
from tests.browser.journeys import Walker
from tests.browser.support import DESK, PHONE, PLACES, BrowserCase, Server
from tests.browser.walks import SIZES, Walk
from tests.core.plan.test_all_sequences import SEQUENCES
from tests.core.plan.test_sequences import in_this_order
from tests.soak import SOAK, bounded

FIRST_ACTS = """() => [...document.querySelectorAll('main .btn-primary, aside .btn-primary')]
  .filter(e => e.getBoundingClientRect().width > 0).map(e => e.textContent.trim())"""
"""The acts of a screen that are offered first."""

JUMPS = """() => { window.jumps = []; new PerformanceObserver(seen => {
  for (const one of seen.getEntries()) if (!one.hadRecentInput) window.jumps.push(one.value)
}).observe({type: 'layout-shift', buffered: true}) }"""
"""How much of a page moves without anybody's doing, as browsers measure it (Layout Instability API, W3C)."""


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

    def test_one_act_is_first_and_nothing_is_cut(self) -> None:
        """Each place offers one act first, at most; at a desk no word is broken and no button runs over two
        lines."""
        for place in PLACES:
            with self.subTest(place):
                self.go(place)
                self.quiet()
                self.assertLessEqual(len(self.page.evaluate(FIRST_ACTS)), 1)
                self.assertEqual(self.page.evaluate(CUT), [])

    def test_nothing_jumps(self) -> None:
        """While a place is filled what is there stays where it is, at a desk and on a phone: under 0.1, which
        is what the measure calls good (web.dev, Core Web Vitals, cumulative layout shift)."""
        for size in (DESK, PHONE):
            page = self.open(size)
            page.add_init_script(f"({JUMPS})()")
            for place in PLACES:
                with self.subTest(place, width=size["width"]):
                    self.go(place, page)
                    self.quiet(page)
                    self.assertLess(sum(page.evaluate("window.jumps")), 0.1)

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
