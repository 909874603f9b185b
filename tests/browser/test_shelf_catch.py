"""Shelf and Catch in a real browser: tins in and known better, every way to catch a colour, the reader with a
fault."""

import json
from typing import Any

from playwright.sync_api import expect

from tests.browser.support import REFUSED, BrowserCase


class ShelfTest(BrowserCase):
    def tin(self, key: str) -> Any:
        return self.page.request.get(f"/api/shelf/{key}").json()

    def test_add_a_tin_and_know_it_better(self) -> None:
        """Name, kind, colour: it stands there; three coats hid the walnut: its scale fills; undone, it
        falls."""
        page = self.page
        self.go("shelf")
        page.get_by_role("button", name="Add a tin").click()
        page.get_by_label("Its name").fill("Barn door")
        page.get_by_role("button", name="Type it").click()
        page.get_by_label("Hex, RGB or Lab").fill("#7a3b2e")
        expect(page.locator("[data-any-colour]")).to_be_visible()
        page.get_by_role("button", name="Put it on the shelf").click()
        expect(page.locator("[data-tin=barn-door]")).to_be_visible()
        expect(page.get_by_role("heading", name="How well do we know it?")).to_be_visible()
        page.get_by_role("button", name="How many coats hid it?").click()
        page.get_by_role("button", name="Keep this test").click()
        expect(page.get_by_text("by its dried colour, and how many coats hid something")).to_be_visible()
        self.assertEqual(self.tin("barn-door")["level"], "B")
        page.get_by_text("2 readings so far").click()
        page.get_by_role("button", name="Remove the reading").last.click()
        expect(page.get_by_text("by its label or its dried colour alone")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("by its dried colour, and how many coats hid something")).to_be_visible()

    def test_by_keyboard_alone(self) -> None:
        """Find a tin, open it, say what is left, mark it to be used up: with keys."""
        page = self.page
        self.go("shelf")
        page.get_by_label("Find a tin").focus()
        page.keyboard.type("mill")
        expect(page.locator("[data-tin]")).to_have_count(1)
        page.locator("[data-tin=mill-pond]").focus()
        page.keyboard.press("Enter")
        slider = page.get_by_role("slider").first
        expect(slider).to_be_visible()
        before = self.tin("mill-pond")["left_ml"]
        slider.focus()
        page.keyboard.press("ArrowLeft")
        tick = page.get_by_role("checkbox", name="use this tin first")
        tick.focus()
        page.keyboard.press("Space")
        expect(tick).to_be_checked()
        expect(page.locator("[data-tin=mill-pond]").get_by_text("use first")).to_be_visible()
        after = self.tin("mill-pond")
        self.assertLess(after["left_ml"], before)
        self.assertTrue(after["use_up"])

    def test_table_with_faults(self) -> None:
        """A table with one good row and two bad: the bad are named by row, the good one is offered and
        taken."""
        page = self.page
        self.go("shelf")
        page.get_by_role("button", name="Import or export a table").click()
        table = "name,kind,left_ml,hex\nHedge,chalk_paint,200,#50603a\nSoup,soup,1,\n,acrylic,1,\n"
        page.set_input_files(
            "#table-file", {"name": "s.csv", "mimeType": "text/csv", "buffer": table.encode()}
        )
        expect(page.get_by_text("row 3: there is no kind 'soup'")).to_be_visible()
        expect(page.get_by_text("row 4: a tin needs a name")).to_be_visible()
        page.get_by_role("button", name="Put these 1 on the shelf").click()
        expect(page.locator("[data-tin=hedge]")).to_be_visible()

    def test_many_from_a_photo(self) -> None:
        """Tap the paper, two samples, name them: two tins."""
        page = self.page
        self.go("shelf")
        page.get_by_role("button", name="Many from a photo").click()
        page.get_by_label("Which photo").select_option("2")
        for x, y in ((0.1375, 0.5), (0.328, 0.333), (0.534, 0.333)):
            self.tap(x, y)
            self.quiet()
        page.get_by_label("Name of tin 1").fill("Board one")
        page.get_by_label("Name of tin 2").fill("Board two")
        page.get_by_role("button", name="Put 2 on the shelf").click()
        expect(page.locator("[data-tin=board-two]")).to_be_visible()

    def test_weigh(self) -> None:
        page = self.page
        self.go("shelf?tin=tide-line")
        page.get_by_text("Weigh what is left").click()
        page.get_by_role("button", name="Put it on the scale").click()
        expect(page.get_by_text("It stands on the stand-in scale")).to_be_visible()
        page.get_by_role("button", name="Weigh it").click()
        expect(page.get_by_text("that is what is left now")).to_be_visible()
        self.assertLess(self.tin("tide-line")["left_ml"], 640)

    def test_label_overrides(self) -> None:
        """A fact by the label is marked so, and goes back to the usual one."""
        page = self.page
        self.go("shelf?tin=mill-pond")
        row = page.locator("dl div").filter(has_text="Next coat after")
        row.get_by_role("button").first.click()
        row.get_by_label("Next coat after").fill("240")
        row.get_by_role("button", name="Save what the label says").click()
        expect(row.get_by_text("by its label; usual 120")).to_be_visible()
        row.get_by_role("button", name="Back to the usual figure").click()
        expect(row.get_by_text("two hours is on the safe side")).to_be_visible()


class CatchTest(BrowserCase):
    def keep(self, name: str) -> Any:
        self.page.get_by_label("Call it").fill(name)
        self.page.get_by_role("button", name="Keep this colour").click()
        expect(self.page.get_by_role("link", name=name)).to_be_visible()
        return next(one for one in self.job()["targets"] if one["title"] == name)

    def test_card_found(self) -> None:
        """The card is found by itself, and a colour beside it is nearly sure; its corners by hand give the
        same."""
        page = self.page
        self.go("catch?photo=4")
        page.get_by_text("a colour card").click()
        expect(page.get_by_text("card, found")).to_be_visible()
        self.tap(0.17, 0.6)
        expect(page.get_by_text("nearly sure")).to_be_visible()
        found = self.keep("by card")
        self.assertLess(found["noise"], 4.0)

    def test_two_whites_and_freehand(self) -> None:
        page = self.page
        self.go("catch?photo=2")
        page.get_by_text("two white things").click()
        self.tap(0.1375, 0.5)
        self.tap(0.895, 0.5)
        page.get_by_label("draw around it").check()
        box = page.get_by_role("application").bounding_box()
        assert box is not None
        corners = ((0.28, 0.25), (0.38, 0.25), (0.38, 0.42), (0.28, 0.42))
        for at, (x, y) in enumerate(corners):
            page.mouse.move(box["x"] + x * box["width"], box["y"] + y * box["height"], steps=5)
            if at == 0:
                page.mouse.down()
        page.mouse.up()
        expect(page.locator("[data-chip]")).to_be_visible()
        source = self.keep("drawn")
        self.assertIsNotNone(source["photo_id"])

    def test_own_chips(self) -> None:
        """Two of one's own tins in the picture make its light honest."""
        page = self.page
        self.go("catch?photo=2")
        page.get_by_text("chips of my tins").click()
        for key, x, y in (("tide-line", 0.328, 0.333), ("heron-back", 0.74, 0.333)):
            page.get_by_label("Which of my tins is in the picture").select_option(key)
            self.tap(x, y)
        self.tap(0.534, 0.333)
        expect(page.locator("[data-chip]")).to_be_visible()

    def test_zoom(self) -> None:
        """Closer, a tap lands where the eye is: the same spot gives the same colour."""
        page = self.page
        self.go("catch")
        self.tap(0.71, 0.775)
        self.tap(0.36, 0.633)
        expect(page.locator("[data-chip]")).to_be_visible()
        self.quiet(page)  # the chip of the first tap is there before that of the second
        before = page.get_by_text("sRGB").locator("xpath=following-sibling::dd[1]").text_content() or ""
        page.get_by_role("button", name="Zoom in").click()
        box = page.get_by_role("application").bounding_box()
        assert box is not None
        x, y = (0.5 + 1.6 * (at - 0.5) for at in (0.36, 0.633))
        self.tap(x, y)
        self.quiet(page)
        after = page.get_by_text("sRGB").locator("xpath=following-sibling::dd[1]").text_content() or ""
        near = [abs(int(before[i : i + 2], 16) - int(after[i : i + 2], 16)) for i in (1, 3, 5)]
        self.assertLess(max(near), 6)

    def test_scheme(self) -> None:
        """A whole picture gives its colours; one is dropped, the rest are kept."""
        page = self.page
        self.go("catch?photo=2")
        page.get_by_role("button", name="A whole picture").click()
        expect(page.get_by_role("list", name="Pairs to blend").get_by_role("listitem").first).to_be_visible()
        page.get_by_role("button", name="leave out").first.click()
        page.get_by_text(
            "Bulb", exact=True
        ).first.click()  # another light shows them otherwise, and drops none
        self.quiet(page)
        expect(page.get_by_role("button", name="include")).to_have_count(1)
        count = len(self.job()["targets"])
        page.get_by_role("button", name="Keep these colours").click()
        expect(page.get_by_text("colours are kept with this job")).to_be_visible()
        self.assertGreater(len(self.job()["targets"]), count + 1)

    def test_reader_with_a_fault(self) -> None:
        """Uncalibrated, it says so; hung up, it says so; calibrated and well, it reads, and the target is
        sure."""
        page = self.page
        self.allowed = REFUSED
        self.go("catch")
        page.get_by_role("button", name="Without a photo").click()
        page.get_by_role("button", name="Colour reader").click()
        page.get_by_label("What lies under it").select_option("Jug glaze")
        page.get_by_role("button", name="2 · Read it").click()
        expect(page.get_by_role("alert").get_by_text("not calibrated")).to_be_visible()
        page.get_by_role("button", name="1 · Calibrate on white").click()
        expect(page.get_by_text("Calibrated. Put it on")).to_be_visible()
        page.get_by_text("Try a fault of the stand-in").click()
        page.get_by_label("It shall").select_option("half-line")
        page.get_by_role("button", name="2 · Read it").click()
        expect(page.get_by_role("alert").get_by_text("middle of a line")).to_be_visible()
        page.request.post("/api/devices/reader/fault", data={"fault": "none"})
        page.get_by_role("button", name="2 · Read it").click()
        expect(page.locator("[data-chip]")).to_be_visible()
        self.assertEqual(self.keep("the glaze")["sureness"], "sure")

    def test_typed_steps_and_files(self) -> None:
        """Typed wrongly, it says how; a file of colours offers them; another colour goes lighter in steps."""
        page = self.page
        self.allowed = REFUSED
        self.go("catch")
        page.get_by_role("button", name="Without a photo").click()
        page.get_by_role("button", name="Type it").click()
        page.get_by_label("Hex, RGB or Lab").fill("puce")
        expect(page.get_by_role("alert").get_by_text("#4f7f80")).to_be_visible()
        page.get_by_label("Hex, RGB or Lab").fill("53 -22 -9")
        expect(page.locator("[data-chip]")).to_be_visible()
        page.get_by_role("button", name="A file", exact=True).click()
        colours = json.dumps(
            {"colours": [{"name": "Hall", "hex": "#aa8866"}, {"name": "Door", "hex": "#224455"}]}
        )
        page.set_input_files(
            "#colour-file", {"name": "c.json", "mimeType": "text/json", "buffer": colours.encode()}
        )
        page.get_by_role("button", name="Door").click()
        self.quiet(page)
        expect(page.locator("[data-chip]")).to_have_css("background-color", "rgb(34, 68, 85)")
        page.get_by_role("button", name="Another colour").click()
        page.locator(".others select").first.select_option(label="jug glaze")
        page.get_by_role("slider", name="darker to lighter").fill("3")
        expect(page.locator("[data-chip]")).to_be_visible()
        lighter = self.keep("lighter")
        glaze = next(one for one in self.job()["targets"] if one["title"] == "jug glaze")
        self.assertGreater(lighter["Lab"][0], glaze["Lab"][0] + 4)

    def test_background_and_rooms(self) -> None:
        """The chip is seen on its wall; the light of its room joins the switch, and recipes tell of both
        rooms."""
        page = self.page
        self.go("catch")
        self.tap(0.71, 0.775)
        self.tap(0.36, 0.633)
        page.get_by_text("Background, how near").click()
        page.get_by_label("seen against").select_option("oak floor")
        self.quiet(page)
        self.assertIsNotNone(self.keep("on oak")["background_hex"])
        page.get_by_role("link", name="Mingle").click()
        page.get_by_role("button", name="its lights").click()
        page.get_by_label("it will stand by").select_option("warm_led")
        expect(page.get_by_text("Room: Warm LED")).to_be_visible()
        expect(page.get_by_text("Warm LED:").first).to_be_visible()
