"""Two windows and two devices agree, and what did not change is not asked for again, in a real browser."""

import re

from playwright.sync_api import Page, expect

from tests.browser.support import DESK, BrowserCase


class AgreeTest(BrowserCase):
    def both(self) -> tuple[Page, Page]:
        other = self.page.context.new_page()
        other.set_default_timeout(60_000)
        for page in (self.page, other):
            page.goto("/1/try-on")
            expect(page.locator("[data-preview]")).to_be_visible()
        return self.page, other

    def test_heard_of(self) -> None:
        """What one page renames or removes the other shows without being touched; also on another device."""
        first, second = self.both()
        device = self.open(DESK)
        device.goto("/1/mingle")
        expect(device.get_by_role("complementary").get_by_text("Jug glaze", exact=True)).to_be_visible()
        self.quiet(device)
        first.request.patch("/api/mixes/1", data={"name": "Sea glass"})
        for page in (first, second, device):
            expect(page.get_by_role("complementary").get_by_text("Sea glass", exact=True)).to_be_visible()

    def test_drawn_once(self) -> None:
        """A place that is opened again draws nothing anew, unless something was changed meanwhile."""
        page = self.page
        drawn: list[str] = []
        page.on("request", lambda sent: drawn.append(sent.url) if "/picture" in sent.url else None)

        def once_more() -> int:
            """Leave the place and come back; return how many pictures were asked for."""
            page.get_by_role("navigation").get_by_role("link", name="Catch").click()
            expect(page.get_by_role("application")).to_be_visible()
            self.quiet()
            drawn.clear()
            page.get_by_role("navigation").get_by_role("link", name="Try on").click()
            expect(page.locator("[data-preview]")).to_be_visible()
            self.quiet()
            return len(drawn)

        page.goto("/1/try-on")
        expect(page.locator("[data-preview]")).to_be_visible()
        self.quiet()
        self.assertEqual(once_more(), 0)
        page.request.patch("/api/pieces/1", data={"name": "The cabinet"})
        self.quiet()
        self.assertGreater(once_more(), 0)

    def test_asked_once(self) -> None:
        """From place to place nothing is read anew that did not change: only what goes by the clock is."""
        page = self.page
        asked: list[str] = []
        page.on("request", lambda sent: asked.append(sent.url) if "/api/" in sent.url else None)
        rail = page.get_by_role("navigation")

        def through_all() -> None:
            for place in ("Catch", "Mingle", "Try on", "Plan", "Daybook", "Shelf", "Settings", "Piece"):
                rail.get_by_role("link", name=place).click()
                expect(page.locator("h1").first).to_be_visible()
                self.quiet()
                if place == "Mingle":
                    chosen.append(page.locator("label:has(input[name=recipe]:checked)").inner_text())

        chosen: list[str] = []
        self.go("1/piece")
        self.quiet()
        through_all()
        asked.clear()
        through_all()
        self.assertIn("Chalk white", chosen[0])
        self.assertEqual(chosen[0], chosen[1])
        by_the_clock = re.compile(r"/api/(timers|jobs/1/plan(/money)?)(\?|$)")
        self.assertEqual([one for one in asked if not by_the_clock.search(one)], [])

    def test_two_on_one_look(self) -> None:
        """The second to change a look that was changed meanwhile is told, and keeps one of the two."""
        first, second = self.both()
        # As if the second had not heard of it: what it shows is older than what stands there.
        second.route("**/api/jobs/1?*", lambda route: route.abort())
        self.allowed = (
            "Failed to load resource: net::ERR_FAILED",
            "Failed to load resource: the server responded",
        )
        worn = first.request.get("/api/jobs/1").json()
        look = next(one for one in worn["looks"] if one["id"] == worn["pieces"][0]["look_id"])
        with second.expect_request("**/api/jobs/1?*"):  # it heard of it, and cannot read it
            first.request.put(
                f"/api/looks/{look['id']}", data={"name": look["name"], "layers": look["layers"][:1]}
            )
        second.get_by_role("button", name="Blend", exact=True).click()
        second.get_by_label("pattern").select_option(label="dark outline, light centre")
        expect(second.get_by_text("was changed in another window meanwhile")).to_be_visible()
        # It hears of it while it is asked which of the two is kept: what is here stays until somebody says
        # so.
        second.unroute("**/api/jobs/1?*")
        first.request.patch("/api/mixes/1", data={"name": "Sea glass"})
        expect(second.get_by_role("complementary").get_by_text("Sea glass", exact=True)).to_be_visible()
        expect(second.get_by_label("pattern")).to_have_value("centre")
        second.get_by_role("button", name="Keep mine").click()
        expect(second.get_by_text("was changed in another window")).to_have_count(0)

        def kept() -> object:
            now = first.request.get("/api/jobs/1").json()["looks"]
            layers = next(one for one in now if one["id"] == look["id"])["layers"]
            return layers[0]["pattern"], len(layers)

        self.until(kept, ("centre", len(look["layers"])))

    def test_two_on_the_hours(self) -> None:
        """Hours typed over those that were changed meanwhile are not kept in silence: both are offered."""
        page = self.page
        self.go("plan")
        page.get_by_role("button", name="When have I time?").click()
        page.get_by_label("Tuesday").fill("19:00-21:00")
        hours = page.request.get("/api/hours").json()["hours"]
        week = {"wed": [{"start": "07:00", "end": "08:00"}]}
        with page.expect_response("**/api/hours"):  # the page heard of it
            page.request.put("/api/hours", data={**hours, "week": week})
        self.allowed = ("Failed to load resource: the server responded",)
        page.get_by_label("Tuesday").press("Enter")
        expect(page.get_by_text("When there is time was changed in another window meanwhile")).to_be_visible()
        page.get_by_role("button", name="Take the other").click()
        expect(page.get_by_label("Tuesday")).to_have_value("")
        expect(page.get_by_label("Wednesday")).to_have_value("07:00–08:00")
