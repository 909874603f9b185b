"""What the trade knows, in a browser: remarks and schools, cards, mishaps, cautions, beside a look in the
making."""

import re

from playwright.sync_api import expect

from tests.browser.support import PHONE
from tests.browser.test_try_on import TryOnCase


class KnownTest(TryOnCase):
    def test_both_ways_cards_and_mishaps(self) -> None:
        """What is done both ways can be said to be one's own way, and is not remarked on then; a layer tells
        how it is laid, a sign what went wrong; what can hurt defers to labels."""
        page = self.page
        self.go("try-on")
        page.get_by_label("Look", exact=True).select_option(label="bare")
        self.add("Paint")
        self.quiet()
        self.add("Wax")
        self.settled()
        known = page.get_by_role("region", name="What to know of it")
        remark = known.get_by_role("button", name=re.compile("Coloured wax on raw paint"))
        remark.click()
        known.get_by_role("button", name="I always do it so").click()
        expect(remark).to_have_count(0)
        known.get_by_role("button", name="how I work").click()
        expect(known.get_by_label("Coloured wax", exact=True)).to_have_value("raw")
        known.get_by_label("Coloured wax", exact=True).select_option(label="tell me of both ways")
        expect(remark).to_be_visible()
        known.get_by_role("button", name="cautions").click()
        expect(known.get_by_text("Labels, local rules and licensed trades come first.")).to_be_visible()
        known.get_by_role("button", name="something went wrong").click()
        known.get_by_label("what do you see?").fill("yellow comes")
        signs = known.get_by_role("list", name="What went wrong").get_by_role("button")
        expect(signs).to_have_count(1)
        signs.click()
        expect(known.get_by_text("A stain-blocking primer over the spot")).to_be_visible()
        page.get_by_role("button", name="how it is done").click()
        expect(page.get_by_text("unloaded on cardboard")).to_be_visible()
        self.accessible(page)

    def test_what_went_wrong_from_any_place(self) -> None:
        page = self.page
        self.go("daybook")
        page.locator("header .jobs button").first.press("Enter")
        page.get_by_role("menuitem", name="Something went wrong").press("Enter")
        sheet = page.get_by_role("dialog", name="Something went wrong")
        sheet.get_by_label("what do you see?").fill("peels")
        sheet.get_by_role("list", name="What went wrong").get_by_role("button").first.click()
        expect(sheet.get_by_text("When:").first).to_be_visible()
        self.accessible(page)

    def test_my_ways_are_the_programs(self) -> None:
        """Unit and currency are set once, from any place, and hold in every browser; what is on screen
        follows."""
        page = self.page
        self.go("mingle")
        page.locator("header .jobs button").first.press("Enter")
        page.get_by_role("menuitem", name="Settings").press("Enter")
        sheet = page.get_by_role("main", name="Settings")
        sheet.get_by_label("Amounts", exact=True).select_option("fl_oz")
        sheet.get_by_label("Written beside money").fill("£")
        sheet.get_by_label("Written beside money").press("Tab")
        self.quiet()
        self.accessible(page)
        for one in (page, self.open(PHONE)):
            self.go("mingle", one)
            expect(one.locator(".rows .pours").first).to_contain_text("fl oz", timeout=30_000)
            expect(one.locator(".rows").first).to_contain_text("costs £ ")

    def test_the_last_coat_moves_the_first(self) -> None:
        """A blend's last coat becomes a layer of its own, in hand at once; all coats together are as many as
        before."""
        page = self.page
        self.go("try-on")
        page.get_by_label("Look", exact=True).select_option(label="bare")
        self.add("Blend")
        self.quiet()
        page.get_by_role("button", name="Shift the last coat").click()
        self.settled()
        self.assertEqual(self.kinds(), ["blend", "blend"])
        region = page.get_by_role("region", name="Layer 2: Blend")
        region.get_by_role("slider", name="how much light").fill("0.2")
        self.quiet()
        layers = page.request.get(f"/api/jobs/{self.job()['id']}").json()["looks"][-1]["layers"]
        self.assertEqual([(one["coats"], one["size"]) for one in layers], [(1, 0.45), (1, 0.2)])
        expect(page.get_by_role("region", name="What to know of it")).not_to_contain_text("1 coat is planned")
