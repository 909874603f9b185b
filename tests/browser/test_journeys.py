"""The main jobs from end to end by mouse, by keys and by touch, at a desk and on a phone, in as few presses
as said."""

import tempfile
from pathlib import Path
from typing import Any

from playwright.sync_api import ViewportSize

from tests.api.support import copy_demo
from tests.browser import journeys
from tests.browser.journeys import Walker
from tests.browser.support import DESK, PHONE, BrowserCase, Server
from tests.soak import SOAK

HANDS = (
    ("mouse", DESK),
    ("touch", PHONE),
    ("keys", PHONE),
    ("keys", DESK),
    ("mouse", PHONE),
    ("touch", DESK),
)
"""Each hand at each size; without soaking the first three."""

CLICKS, TAPS = 8, 10
"""From a photo to a printed card, at most (issue of every hand)."""


class JourneysCase(BrowserCase):
    def walker(self, hand: str, size: ViewportSize) -> Walker:
        context = self.browser.new_context(
            base_url=self.server.address, viewport=size, has_touch=hand == "touch", reduced_motion="reduce"
        )
        self.addCleanup(context.close)
        page = context.new_page()
        page.set_default_timeout(journeys.SOON)
        return Walker(page, hand)


DAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")


class JourneysTest(JourneysCase):
    def test_photo_to_printed_card(self) -> None:
        for hand, size in HANDS if SOAK else HANDS[:3]:
            with self.subTest(hand=hand, width=size["width"]):
                walker = self.walker(hand, size)
                self.assertIn("/card.pdf?unit=", journeys.photo_to_card(walker))
                self.assertLessEqual(walker.presses, TAPS if hand == "touch" else CLICKS)

    def test_a_done_evening(self) -> None:
        """Each press writes that a step is done, and it stands in the plan. Each hand has a plan of its
        own."""
        for hand, size in HANDS if SOAK else HANDS[1:3]:
            folder = copy_demo(Path(self.enterContext(tempfile.TemporaryDirectory())))
            with self.subTest(hand=hand, width=size["width"]), Server(folder) as self.server:
                walker = self.walker(hand, size)
                # Whatever the hour of the test, there is time to work now.
                hours = walker.page.request.get("/api/hours").json()["hours"]
                hours["week"] = {day: [{"start": "00:00", "end": "23:59"}] for day in DAYS}
                self.assertTrue(walker.page.request.put("/api/hours", data={**hours, "quiet": None}).ok)
                self.assertTrue(walker.page.request.post("/api/jobs/1/plan", data={}).ok)
                # A plan that is still being bettered may ask for another step under the finger.
                self.until(lambda walker=walker: self.plan(walker)["bettering"], False)  # type: ignore[misc]
                before = self.done(walker)
                steps = journeys.evening_in_the_plan(walker)
                self.assertGreater(steps, 0)
                self.assertEqual(walker.presses, steps)
                # The last write may be on its way; of a plan that is bettered one step may be ticked twice.
                self.until(lambda walker=walker, before=before: 0 < self.done(walker) - before <= 4, True)  # type: ignore[misc]

    def done(self, walker: Walker) -> int:
        return sum(bool(step["done"]) for step in self.plan(walker)["steps"])

    def plan(self, walker: Walker) -> dict[str, Any]:
        found: dict[str, Any] = walker.page.request.get("/api/jobs/1/plan").json()
        return found

    def test_last_years_colour(self) -> None:
        for hand, size in HANDS if SOAK else HANDS[1:3]:
            with self.subTest(hand=hand, width=size["width"]):
                walker = self.walker(hand, size)
                journeys.last_years_colour(walker)
                self.assertLessEqual(walker.presses, 4)


class FromNothingTest(JourneysCase):
    def test_first_piece_to_first_jug(self) -> None:
        for hand, size in HANDS if SOAK else HANDS[1:3]:
            with self.subTest(hand=hand, width=size["width"]):
                folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
                self.server = self.enterContext(Server(folder, own=True))
                walker = self.walker(hand, size)
                journeys.first_piece_to_first_jug(walker)
                mixes = walker.page.request.get("/api/jobs/1").json()["mixes"]
                self.assertEqual(len(mixes), 1)
