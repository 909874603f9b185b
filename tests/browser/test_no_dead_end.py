"""What once led nowhere: lids on an empty shelf, a pattern larger than the piece, two pairs of hands, whose
photo it is, quarts, padding. All of it is pressed on the pages."""

import re
import tempfile
from pathlib import Path
from typing import Any

from playwright.sync_api import FilePayload, Page, expect

from tests.api.support import photo
from tests.browser.support import DESK, PHONE, BrowserCase, Server
from tests.browser.test_patterns import PatternCase

LIDS = FilePayload(name="lids.png", mimeType="image/png", buffer=photo(size=(400, 300)))


class EmptyShelfTest(BrowserCase):
    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.server = self.enterContext(Server(folder, own=True))

    def test_names_first_and_a_photo_of_the_lids_after(self) -> None:
        """On an empty shelf: three names, the photo that is offered, a tap on a lid: the name that stood
        there has its colour; the same at a desk and on a phone."""
        for size, names in ((DESK, "Chalk white\nMill pond\nRust"), (PHONE, "Slate\nStraw\nMoss")):
            page = self.page = self.open(size)
            first = names.split("\n")[0]
            with self.subTest(width=size["width"]):
                self.go("shelf")
                if size == PHONE:
                    page.get_by_role("button", name="Add many, import, export").click()
                page.get_by_role("button", name="Many by name").click()
                page.get_by_label("One name on a line").fill(names)
                page.get_by_role("button", name="Put 3 on the shelf").click()
                page.get_by_role("status").get_by_role("button", name="One photo of their lids").click()
                expect(page.get_by_role("heading", name="Many tins from one photo")).to_be_visible()
                page.set_input_files("#lids-file", LIDS)
                stage = page.get_by_role("application")
                expect(stage.locator("img").first).to_have_js_property("complete", True)
                self.tapped(page, 0.2)
                expect(page.get_by_text("Now tap each swatch")).to_be_visible()
                self.tapped(page, 0.8)
                field = page.get_by_label("Name of tin 1")
                page.get_by_role("button", name="Put 1 on the shelf").click()
                expect(field).to_be_focused()
                expect(field).to_have_attribute("aria-invalid", "true")
                page.get_by_role("button", name=first, exact=True).click()
                expect(field).to_have_value(first)
                expect(page.get_by_text("stands on the shelf: it gets this colour")).to_be_visible()
                page.get_by_role("button", name="Put 1 on the shelf").click()
                expect(page.get_by_text("1 tin has its colour.")).to_be_visible()
                tins = page.request.get("/api/shelf").json()
                known = {one["name"]: one["hex"] for one in tins}
                self.assertIsNotNone(known[first])
                self.assertEqual(len(known), len(tins), "none stands there twice")

    def tapped(self, page: Page, x: float) -> None:
        stage = page.get_by_role("application")
        stage.scroll_into_view_if_needed()
        box = stage.bounding_box()
        assert box is not None
        stage.click(position={"x": x * box["width"], "y": 0.5 * box["height"]})


class TooLargeTest(PatternCase):
    def test_a_transfer_opens_shrunk(self) -> None:
        """A transfer that is wider than any face lies there shrunk, with its controls; kept so it says no
        more."""
        self.lay_out("Transfer")
        page = self.page
        width = page.get_by_label("a motif is wide")
        expect(width).to_be_visible()
        width.fill("280")
        width.blur()
        shrunk = page.get_by_text("Shrunk to fit the largest face")
        expect(shrunk).to_be_visible()
        expect(self.board).to_be_visible()
        expect(width).to_be_visible()
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("button", name="keep it so").click()
        expect(shrunk).to_have_count(0)
        self.assertLess(float(width.input_value()), 280.0)


class TooHeavyTest(BrowserCase):
    def test_a_second_pair_of_hands(self) -> None:
        """What is too heavy for one has its hours all the same, and asks when somebody helps."""
        page = self.page
        made = page.request.post("/api/jobs/1/pieces", data={"name": "Dresser", "form": "chest"}).json()
        page.request.put(f"/api/pieces/{made['id']}/look", data={"look_id": self.job()["looks"][0]["id"]})
        self.go("plan")
        fold = page.get_by_role("button", name="What is each piece now?")
        expect(fold).to_be_visible()
        if fold.get_attribute("aria-expanded") != "true":
            fold.click()
        page.get_by_role("button", name="Dresser").click()
        page.get_by_label("too heavy for one").check()
        self.quiet()
        expect(page.get_by_text(re.compile(r"^[1-9]\d* sessions?"))).to_be_visible()
        self.until(lambda: len(self.heavy()), 1)
        heavy = self.heavy()[0]
        laid = [part["step"] for day in self.plan()["days"] for part in day["slots"]]
        self.assertIn(heavy["key"], laid)
        page.get_by_role("button", name="All steps").click()
        piece = page.get_by_role("region", name=heavy["piece_name"])
        piece.get_by_role("button", name=heavy["title"]).first.click()
        page.get_by_label("A second pair of hands is there").fill("2026-12-24T10:00")
        page.get_by_role("button", name="Plan it then").click()
        expect(page.get_by_role("dialog")).to_be_hidden()
        self.until(lambda: self.heavy()[0]["pinned"] is not None, True)

    def plan(self) -> Any:
        return self.page.request.get("/api/jobs/1/plan").json()

    def heavy(self) -> Any:
        return [step for step in self.plan()["steps"] if step["hands"] > 1 and not step["done"]]


class OwnPhotoTest(BrowserCase):
    def test_my_photo_is_that_of_the_piece(self) -> None:
        """“My photo” opens the photo that was chosen for the piece in hand, not the oldest."""
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="My photo").click()
        which = page.get_by_label("Which photo")
        last = which.locator("option").last.get_attribute("value") or ""
        which.select_option(last)
        self.quiet()
        page.reload()
        page.get_by_role("button", name="My photo").click()
        expect(page.get_by_label("Which photo")).to_have_value(last)


class PaddingTest(BrowserCase):
    def test_padding_is_among_what_is_to_paint(self) -> None:
        """A padded seat counts in what a chair has to paint together."""
        page = self.page
        self.go("piece")
        page.get_by_role("button", name="Another piece…").click()
        page.get_by_role("button", name="Chair", exact=True).click()
        expect(page.get_by_label("Called")).to_have_value("Chair")
        page.get_by_label("Seat").select_option(label="padded")
        row = page.get_by_role("row").filter(has_text="Padding")
        expect(row).to_be_visible()

        def area(text: str) -> float:
            return float(re.sub(r"[^\d.]", "", text.split("m²")[0]))

        cells = page.locator("table.areas tr td.area").all_inner_texts()
        self.assertAlmostEqual(sum(map(area, cells[:-1])), area(cells[-1]), delta=0.05)
