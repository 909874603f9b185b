"""Nothing that was laid in Try on is lost, whenever the page is left: in a real browser."""

from typing import Any

from playwright.sync_api import expect

from tests.browser.test_try_on import TryOnCase
from tests.soak import bounded


class NothingLostTest(TryOnCase):
    def layers(self) -> Any:
        return self.page.get_by_role("list", name="Layers, the topmost first").get_by_role("listitem")

    def test_a_reload_at_any_moment(self) -> None:
        """Layers that stand in the list are there after a reload, at whatever moment and however long keeping
        takes."""
        page = self.page
        self.go("try-on")
        self.settled()
        before = self.layers().count()
        slow = {"offline": False, "latency": 400, "downloadThroughput": -1, "uploadThroughput": -1}
        page.context.new_cdp_session(page).send("Network.emulateNetworkConditions", slow)
        for n, wait in enumerate(bounded((0, 600, 20, 200, 1500), 2)):
            with self.subTest(milliseconds=wait):
                self.add("Wash")
                expect(self.layers()).to_have_count(before + n + 1)
                page.wait_for_timeout(wait)
                page.reload()
                expect(self.layers()).to_have_count(before + n + 1)
        self.until(lambda: self.kinds()[before - 1 :], ["wash"] * (n + 1))

    def test_what_is_judged_is_kept_before(self) -> None:
        """Remarks of the look before are marked so, and no layer waits for the new ones."""
        page = self.page
        self.go("try-on")
        self.settled()
        region = page.get_by_label("What to know of it")
        expect(region).to_be_visible()
        page.route("**/judge*", lambda _held: None)
        self.add("Wash")
        expect(region.get_by_text("Of the look before your last change")).to_be_visible()
        self.until(lambda: self.job()["looks"][0]["layers"][-1]["kind"], "wash")
        page.unroute("**/judge*")  # this lets go what is held, and what is asked for meanwhile
        expect(region.get_by_text("Of the look before your last change")).to_have_count(0)

    def test_undo_outlives_the_place(self) -> None:
        """What was changed in Try on is undone there by whoever left it and came back."""
        page = self.page
        self.go("try-on")
        self.settled()
        before = self.layers().count()
        self.add("Wash")
        expect(self.layers()).to_have_count(before + 1)
        places = page.get_by_role("navigation", name="Places")
        places.get_by_role("link", name="Piece").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("What am I painting?")
        places.get_by_role("link", name="Try on").click()
        expect(self.layers()).to_have_count(before + 1)
        page.get_by_role("button", name="Undo", exact=True).first.click()
        expect(self.layers()).to_have_count(before)
        self.until(lambda: "wash" in self.kinds()[-1:], False)

    def test_the_last_face_and_the_last_layer(self) -> None:
        """A layer whose last face is unticked lies nowhere and says so; a look whose last layer goes is
        empty."""
        page = self.page
        self.go("try-on")
        self.settled()
        places = page.get_by_role("group", name="on", exact=True)
        ticked = places.get_by_role("checkbox", checked=True)
        for left in range(ticked.count() - 1, -1, -1):
            ticked.first.click()
            expect(ticked).to_have_count(left)
        expect(page.get_by_text("It lies nowhere.")).to_be_visible()
        self.until(lambda: self.look()["layers"][-1]["zones"], ["nowhere"])
        page.reload()
        self.settled()
        for _ in range(self.layers().count() - 1):
            page.get_by_role("button", name="Remove", exact=True).last.click()
        expect(self.layers()).to_have_count(1)
        page.reload()
        self.settled()
        expect(self.layers()).to_have_count(1)
