"""The first hour: from an empty folder, on a phone, with a second job, by keys, with the program away."""

import re
import tempfile
from pathlib import Path

from playwright.sync_api import Page, ViewportSize, expect

from tests.browser.support import DESK, PHONE, BrowserCase, Server
from tests.soak import SOAK

ZOOMED = ViewportSize(width=640, height=400)
"""What is left of 1280 × 800 at 200 % zoom."""

AWAY = ("Failed to load resource: net::ERR_", "Unable to preload CSS", "Failed to fetch dynamically imported")


class FromNothingTest(BrowserCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.server = self.enterContext(Server(self.folder, own=True))
        self.page = self.open(DESK)

    def caught(self, page: Page, colour: str) -> None:
        asked = {"name": "sky", "colour": {"source": "text", "text": colour}}
        made = page.request.post(f"{self.server.address}/api/jobs/1/targets", data=asked)
        self.assertEqual(made.status, 201)

    def test_no_paint_leads_to_the_shelf(self) -> None:
        """A colour without a single paint says what is missing, and the way to it."""
        self.allowed = ("Failed to load resource: the server responded with a status of 409",)
        self.caught(self.page, "#8fa3b8")
        self.go("mingle")
        expect(self.page.get_by_role("alert")).to_contain_text("no paint on the shelf")
        self.page.get_by_role("link", name="Open the shelf").click()
        expect(self.page.get_by_role("button", name="Add a tin")).to_be_visible()


class NarrowTest(BrowserCase):
    def test_jugs_at_every_width(self) -> None:
        """On a phone, a tablet and at 200 % zoom the jugs stand in a drawer with all that belongs to them."""
        for size in (
            PHONE,
            ViewportSize(width=768, height=1024),
            ViewportSize(width=860, height=800),
            ZOOMED,
        ):
            with self.subTest(size):
                page = self.open(size)
                self.go("mingle", page)
                page.get_by_role("button", name="Jugs 2").click()
                drawer = page.get_by_role("dialog")
                expect(drawer.get_by_role("button", name="Pour it")).to_have_count(2)
                drawer.get_by_text("print, rename, mix again").first.click()
                for name in ("pour strip", "recipe card", "lid label", "mix it again"):
                    expect(drawer.get_by_role("link", name=name).first).to_be_visible()
                expect(drawer.get_by_role("button", name="put it on the shelf").first).to_be_visible()
                if size == PHONE or SOAK:
                    self.accessible(page)
                page.keyboard.press("Escape")
                expect(drawer).to_be_hidden()

    def test_the_message_leads_to_the_jug(self) -> None:
        """Kept on a phone, a jug is a tap away from being poured; kept twice it says of which it is a
        twin."""
        page = self.page = self.open(PHONE)
        self.go("mingle", page)
        for words in ("stands with your jugs.", "stands with your jugs: same as Jug glaze"):
            page.get_by_role("button", name="Keep as a jug").click()
            expect(page.get_by_text(words)).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        self.quiet(page)
        self.assertEqual(len(self.job()["mixes"]), 3)
        page.get_by_role("button", name="Keep as a jug").click()
        page.get_by_role("status").get_by_role("button", name="Pour it").click()
        expect(page.get_by_text("tap anywhere")).to_be_visible()


class JobsTest(BrowserCase):
    def test_a_second_job(self) -> None:
        """A job is begun and renamed in the top strip; jugs, looks and pieces are those of the job in
        hand."""
        page = self.page
        self.go("mingle")
        strip = page.locator("header")
        strip.get_by_role("button", name="Card-catalogue cabinet").press("Enter")
        page.get_by_role("menuitem", name="Begin a new job").press("Enter")
        expect(page.get_by_label("Its name")).to_be_focused()
        page.keyboard.type("Seed chest")
        page.keyboard.press("Enter")
        page.keyboard.press("Enter")  # wet hands
        expect(page).to_have_url(re.compile(r"/\d+/piece$"))
        expect(page.locator(".forms li")).to_have_count(14)
        self.assertEqual(len(page.request.get("/api/jobs").json()), 2)
        expect(page.get_by_role("complementary").get_by_role("button", name="Pour it")).to_have_count(0)
        strip.get_by_role("button", name="Seed chest").click()
        page.get_by_role("menuitem", name="About this job").click()
        page.get_by_label("Its name").fill("Seed cupboard")
        page.get_by_role("button", name="Keep", exact=True).last.click()
        expect(strip.get_by_role("button", name="Seed cupboard")).to_be_visible()
        page.reload()
        expect(strip.get_by_role("button", name="Seed cupboard")).to_be_visible()
        self.assertIn("Seed cupboard", page.title())
        self.accessible(page)
        strip.get_by_role("button", name="Seed cupboard").click()
        page.get_by_role("menuitem", name="Card-catalogue cabinet").click()
        expect(page.get_by_role("complementary").get_by_role("button", name="Pour it")).to_have_count(2)


class AliveTest(BrowserCase):
    def test_the_program_away_and_back(self) -> None:
        """One banner says it; what is typed stays; what is shown stays; when it is back all goes on by
        itself."""
        page = self.page
        self.allowed = AWAY
        self.go("piece")
        expect(page.locator(".stage img")).to_be_visible()
        self.quiet(page)  # nothing is on its way any more
        port = self.server.port
        self.server.stop()
        name = page.get_by_label("Called")
        name.fill("Seed cabinet")
        name.press("Enter")
        banner = page.get_by_role("alert").filter(has_text="does not answer")
        expect(banner).to_be_visible()
        expect(page.get_by_role("alert")).to_have_count(1)
        expect(name).to_have_value("Seed cabinet")
        page.get_by_role("link", name="Daybook").click()
        expect(page.get_by_role("heading", name="could not be loaded")).to_be_visible()
        self.assertNotIn("Failed to fetch", page.locator("body").inner_text())
        self.server = self.enterContext(Server(self.folder, port=port))
        expect(banner).to_be_hidden(timeout=15_000)
        expect(page.get_by_role("heading", name="What was")).to_be_visible(timeout=15_000)

    def test_a_double_tap_on_the_bench(self) -> None:
        """Two taps in one breath pour once, and take back once."""
        page = self.page
        batch = page.request.post(f"{self.server.address}/api/mixes/1/batches", data={}).json()
        self.go(f"bench/{batch['id']}")
        page.get_by_text("tap anywhere").dblclick()
        self.quiet(page)
        expect(page.get_by_text("1 of 3 poured")).to_be_visible()
        page.get_by_text("tap anywhere").click()
        expect(page.get_by_text("2 of 3 poured")).to_be_visible()
        self.quiet(page)
        page.get_by_role("button", name="Undo").dblclick()
        self.quiet(page)
        expect(page.get_by_text("1 of 3 poured")).to_be_visible()


class KeysTest(BrowserCase):
    def test_a_layer_that_is_moved_keeps_the_focus(self) -> None:
        """Moved twice by keys, a layer goes two steps, and it is said where it is."""
        page = self.page
        self.go("try-on")
        page.get_by_label("Add a layer").select_option(label="Wax")
        self.quiet(page)
        names = page.locator("ol[aria-label^=Layers] button.name")
        expect(names).to_have_text(["Wax", "Clear coat", "Blend"])
        names.first.focus()
        for order in (["Clear coat", "Wax", "Blend"], ["Clear coat", "Blend", "Wax"]):
            page.keyboard.press("Alt+ArrowDown")
            expect(names).to_have_text(order)
            self.assertEqual(page.evaluate("document.activeElement.innerText").strip(), "Wax")
        expect(page.get_by_text("Wax is layer 1 of 3")).to_be_attached()
