"""Trying on in a browser: pieces built and dressed, layers moved, looks compared, points picked, faces of
photos."""

import json
import re
from typing import Any

import numpy as np
from playwright.sync_api import Page, expect

from tests.browser.support import PHONE, REFUSED, BrowserCase
from tests.soak import bounded


class TryOnCase(BrowserCase):
    def look(self, piece: int = 0) -> Any:
        """Return the look that a piece wears, as it is kept, once what is on its way has arrived."""
        self.quiet()
        job = self.job()
        return next((one for one in job["looks"] if one["id"] == job["pieces"][piece]["look_id"]), None)

    def kinds(self) -> list[str]:
        return [layer["kind"] for layer in self.look()["layers"]]

    def add(self, title: str) -> None:
        self.page.get_by_label("Add a layer").select_option(label=title)

    def slide(self, label: str, value: float) -> None:
        self.page.get_by_label(label).first.fill(str(value))

    def settled(self, page: Page | None = None) -> None:
        expect((page or self.page).locator("[data-preview]")).to_be_visible(timeout=30_000)
        self.quiet(page)


class DressTest(TryOnCase):
    def test_blend_wash_wax_seal(self) -> None:
        """A bare piece is dressed layer by layer; what stands in a wrong order is said with its reason, then
        mended."""
        page = self.page
        self.go("try-on")
        self.settled()
        page.get_by_label("Look", exact=True).select_option(label="bare")
        layers = page.get_by_role("list", name="Layers, the topmost first")
        expect(layers.get_by_role("listitem")).to_have_text(["the bare piece"])
        for title in ("Blend", "Wash", "Wax", "Clear coat"):
            self.add(title)
        self.assertEqual(self.kinds(), ["blend", "wash", "wax", "sealer"])
        expect(page.get_by_text("Clear coat over wax that was wiped and lies in recesses.")).to_be_visible()
        page.get_by_role("button", name="Move down").click()
        self.assertEqual(self.kinds(), ["blend", "wash", "sealer", "wax"])
        expect(page.get_by_text("Clear coat over wax that was wiped and lies in recesses.")).to_be_hidden()
        page.get_by_role("button", name="Wash", exact=True).click()
        self.slide("water", 4)
        self.slide("wiped back", 0.8)
        wash = self.look()["layers"][1]
        self.assertEqual((wash["water"], wash["wipe"]), (4.0, 0.8))
        page.get_by_label("fronts", exact=True).uncheck()
        self.assertNotIn("front", self.look()["layers"][1]["zones"])

    def test_undo_and_redo(self) -> None:
        """Each change is taken back and done again, by button and by Ctrl+Z; a drag of a slider is one
        change."""
        page = self.page
        self.go("try-on")
        self.settled()
        before = self.look()["layers"]
        self.add("Wax")
        page.wait_for_timeout(900)  # a change so soon after the last one belongs to it
        for value in (0.3, 0.5, 0.7):
            self.slide("how much", value)
        self.assertEqual(self.look()["layers"][-1]["amount"], 0.7)
        page.get_by_role("button", name="Undo", exact=True).click()
        self.assertEqual(self.look()["layers"][-1]["amount"], 0.6)
        page.keyboard.press("Control+z")
        self.assertEqual(self.look()["layers"], before)
        for _ in range(2):
            page.get_by_role("button", name="Redo", exact=True).click()
        self.assertEqual(self.look()["layers"][-1]["amount"], 0.7)
        page.wait_for_timeout(900)
        self.slide("how much", 0.2)
        page.keyboard.press("Control+z")  # before it is kept: what is kept then is what stands there
        self.assertEqual(self.look()["layers"][-1]["amount"], 0.7)
        self.slide("how much", 0.4)
        self.assertEqual(self.look()["layers"][-1]["amount"], 0.4)

    def test_layer_in_hand_stays_in_hand(self) -> None:
        """A change is kept by itself, and one may go on changing: the layer, and how far it is painted, stay
        chosen."""
        page = self.page
        self.go("try-on")
        self.settled()
        page.get_by_role("button", name="Blend", exact=True).click()
        painted = page.get_by_label("How far it is painted")
        painted.fill("1")
        for label, field in (("how wide", "width"), ("contrast", "contrast"), ("hand", "hand")):
            self.slide(label, 0.44)
            with self.subTest(label):
                self.assertEqual(self.look()["layers"][0][field], 0.44)
                expect(page.locator(".settings h2")).to_have_text("Blend")
                expect(painted).to_have_value("1")

    def test_change_is_kept_when_the_piece_is_turned_at_once(self) -> None:
        """What was changed on one piece goes to its own look, however quickly another piece is taken in
        hand. No piece is judged in the layers of another one."""
        page, asked = self.page, list[str]()
        page.on("request", lambda one: asked.append(f"{one.method} {one.url}"))
        self.go("try-on")
        self.settled()
        others = self.look(1)["layers"]
        page.get_by_role("button", name="Blend", exact=True).click()
        self.slide("how wide", 0.22)
        page.get_by_role("button", name="Hall settle").click()
        self.assertEqual(self.look(0)["layers"][0]["width"], 0.22)
        self.assertEqual(self.look(1)["layers"], others)
        judged = [one for one in asked if re.search("POST.*/pieces/2/judge", one)]
        self.assertEqual(len(judged), 1, asked)

    def test_layers_laid_quickly_make_one_look(self) -> None:
        """A bare piece gets one look with its first layers, also when the next come before it is kept."""
        page = self.page
        self.go("try-on")
        self.settled()
        looks = len(self.job()["looks"])
        page.get_by_label("Look", exact=True).select_option(label="bare")
        self.quiet(page)
        for title, wait in (("Paint", 500), ("Wash", 460), ("Wax", 0)):
            self.add(title)
            page.wait_for_timeout(wait)
        self.assertEqual(self.kinds(), ["paint", "wash", "wax"])
        self.assertEqual(len(self.job()["looks"]), looks + 1)

    def test_layers_by_mouse_and_keys(self) -> None:
        """Dragged, moved by Alt and an arrow, switched off, shown alone; a look at one shows where it
        lies."""
        page = self.page
        self.go("try-on")
        self.settled()
        names = page.get_by_role("list", name="Layers, the topmost first").get_by_role("listitem")
        names.nth(0).drag_to(names.nth(1))
        self.assertEqual(self.kinds(), ["sealer", "blend"])
        page.get_by_role("button", name="Clear coat", exact=True).focus()
        page.keyboard.press("Alt+ArrowUp")
        self.assertEqual(self.kinds(), ["blend", "sealer"])
        coloured = self.pixel(page.locator(".stage"))
        page.get_by_role("button", name="Blend, layer 1: on").click()
        self.assertFalse(self.look()["layers"][0]["on"])
        self.settled()
        self.assertGreater(float(np.abs(self.pixel(page.locator(".stage")) - coloured).sum()), 30)
        page.get_by_role("button", name="Blend, layer 1: off").click()
        page.get_by_role("button", name="Blend", exact=True).hover()
        expect(page.get_by_text("where this layer lies")).to_be_visible()
        self.settled()
        grey = self.pixel(page.locator(".stage"))
        self.assertLess(float(np.ptp(grey)), 3.0)


class PointTest(TryOnCase):
    def test_picked_point(self) -> None:
        """A tap tells what lies there, layer by layer, and how far it is from the target."""
        page = self.page
        self.go("try-on")
        self.settled()
        box = page.locator(".stage").bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + 0.45 * box["width"], box["y"] + 0.42 * box["height"])
        point = page.locator(".point")
        expect(point.get_by_role("listitem")).to_have_text(["bare", "blend", "clear coat"])
        expect(point).to_contain_text("from")
        first = point.inner_text()
        point.get_by_label("Compared with").select_option(label="bare rim")
        expect(point).not_to_have_text(first)


class LooksTest(TryOnCase):
    def test_side_by_side_in_every_light(self) -> None:
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="looks side by side").click()
        expect(page.locator("figure")).to_have_count(3)
        page.get_by_label("Harbour").uncheck()
        expect(page.locator("figure")).to_have_count(2)
        self.quiet(page)
        day = self.pixel(page.locator("figure").first)
        page.locator("main").focus()
        page.keyboard.press("l")
        self.quiet(page)
        self.assertGreater(float(np.abs(self.pixel(page.locator("figure").first) - day).sum()), 6)
        page.get_by_role("button", name="Use this look").first.click()
        self.quiet(page)
        self.assertEqual(self.look()["name"], "Lantern")

    def test_exported_and_read_back(self) -> None:
        """A look leaves as a file and comes back the same; a file with a path in it is refused in words."""
        page = self.page
        self.go("try-on")
        self.settled()
        page.get_by_text("rename, print, share, remove").click()
        with page.expect_download() as download:
            page.get_by_role("link", name="the look as a file").click()
        path = download.value.path()
        good = path.read_bytes()
        whole = json.loads(good)
        before = self.look()
        page.set_input_files("#look-file", {"name": "a.json", "mimeType": "application/json", "buffer": good})
        self.quiet(page)
        self.assertNotEqual(self.look()["id"], before["id"])
        self.assertEqual(self.look()["layers"], before["layers"])
        self.allowed = REFUSED
        whole["layers"][0]["colours"] = ["../../etc/passwd"]
        bad = json.dumps(whole).encode()
        page.set_input_files("#look-file", {"name": "b.json", "mimeType": "application/json", "buffer": bad})
        expect(page.get_by_text("there is no colour")).to_be_visible()
        page.set_input_files("#look-file", {"name": "c.json", "mimeType": "application/json", "buffer": b"{"})
        expect(page.get_by_text("c.json is not a look")).to_be_visible()

    def test_a_set_dressed_alike(self) -> None:
        page = self.page
        self.go("try-on")
        self.settled()
        page.get_by_text("rename, print, share, remove").click()
        page.get_by_role("button", name="Use it on all pieces").click()
        self.quiet(page)
        self.assertEqual(len({piece["look_id"] for piece in self.job()["pieces"]}), 1)
        page.get_by_role("button", name="Remove this look").click()
        expect(page.get_by_text("Tide was removed.")).to_be_visible()
        page.get_by_role("link", name="Piece").click()
        expect(page.get_by_role("button", name="Duplicate")).to_be_visible()
        expect(page.get_by_role("button", name="start again on top")).to_have_count(0)  # nobody wears it now
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        self.quiet(page)
        self.assertEqual(self.look()["name"], "Tide")

    def test_what_it_takes_leads_to_the_recipe(self) -> None:
        page = self.page
        self.go("try-on")
        self.settled()
        page.locator(".needs").get_by_role("link", name="Jug glaze").click()
        expect(page).to_have_url(re.compile(r"/again/1\?ml=\d+$"))
        ml = int(page.url.split("ml=")[1])
        expect(page.get_by_label("How much", exact=True)).to_have_value(str(ml))

    def test_row_by_row(self) -> None:
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="ombre, row by row").click()
        expect(page.locator(".rung")).to_have_count(4)
        expect(page.get_by_text("Begin with")).to_be_visible()
        page.get_by_role("button", name="Keep the steps between as jugs").click()
        expect(page.get_by_text("2 steps stand with your jugs.")).to_be_visible()
        self.assertEqual(len(self.job()["mixes"]), 4)


class PhotoTest(TryOnCase):
    def test_face_of_a_photo(self) -> None:
        """Four taps mark a face, which is painted; a corner is moved by keys; crossed corners are refused in
        words."""
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="my photo").click()
        page.get_by_label("Which photo").select_option(label="The jug on the table")
        photo = page.get_by_role("img", name="The jug on the table", exact=True)
        expect(photo).to_be_visible()
        box = photo.bounding_box()
        assert box is not None
        for x, y in ((0.2, 0.2), (0.6, 0.22), (0.6, 0.5), (0.2, 0.5)):
            page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])
        painted = page.locator("[data-dressed]")
        expect(painted).to_be_visible()
        first = painted.get_attribute("src")
        page.get_by_role("button", name="Face 1, upper left corner").focus()
        for _ in range(3):
            page.keyboard.press("ArrowLeft")
        expect(painted).not_to_have_attribute("src", first or "")
        page.get_by_role("button", name="Mark something white").click()
        page.mouse.click(box["x"] + 0.71 * box["width"], box["y"] + 0.775 * box["height"])
        expect(page.get_by_role("button", name="Another white")).to_be_visible()
        self.quiet(page)
        self.allowed = REFUSED
        corner = page.get_by_role("button", name="Face 1, upper left corner").bounding_box()
        assert corner is not None
        page.mouse.move(corner["x"] + 13, corner["y"] + 13)
        page.mouse.down()
        page.mouse.move(box["x"] + 0.7 * box["width"], box["y"] + 0.6 * box["height"], steps=5)
        page.mouse.up()
        expect(page.get_by_role("alert")).to_contain_text("do not go around a face")

    def test_marks_stay_with_the_photo(self) -> None:
        """Faces are there in another light, after another view, in another look and after a reload; each has
        its own zone and width, and the last one comes off again."""
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="my photo").click()
        page.get_by_label("Which photo").select_option(label="The jug on the table")
        expect(page.get_by_role("img", name="The jug on the table", exact=True)).to_be_visible()
        for _ in range(2):
            page.get_by_role("button", name="Mark a surface").click()
        marked = page.get_by_role("list", name="Faces marked").get_by_role("listitem")
        page.get_by_label("Face 2 is of").select_option(label="top")
        width = page.get_by_label("Face 2 is so wide, in cm")
        width.fill("80")
        width.press("Enter")
        page.locator("label").filter(has_text="Bulb").first.click()
        expect(marked).to_have_count(2)
        page.get_by_role("button", name="the piece", exact=True).click()
        page.get_by_role("button", name="my photo").click()
        expect(marked).to_have_count(2)
        self.quiet(page)
        page.reload()
        page.get_by_role("button", name="my photo").click()
        expect(marked).to_have_count(2)
        expect(page.get_by_label("Face 1 is of")).to_have_value("front")
        expect(page.get_by_label("Face 2 is of")).to_have_value("top")
        expect(width).to_have_value("80")
        expect(page.locator("[data-dressed]")).to_be_visible()
        page.get_by_role("button", name="Remove the last surface").click()
        expect(marked).to_have_count(1)
        page.get_by_label("Which photo").select_option(index=1)
        expect(marked).to_have_count(0)
        page.get_by_label("Which photo").select_option(index=0)
        expect(marked).to_have_count(1)

    def test_a_face_of_the_top_has_what_the_top_has(self) -> None:
        """A layer that is kept off the top leaves a face of the top bare."""
        page = self.page
        self.go("try-on")
        self.settled()
        for layer in ("Clear coat", "Blend"):
            page.get_by_role("button", name=layer, exact=True).click()
            page.get_by_label("top", exact=True).uncheck()
        page.get_by_role("button", name="my photo").click()
        page.get_by_role("button", name="Mark a surface").click()
        painted = page.locator("[data-dressed]")
        expect(painted).to_be_visible()
        read = """image => {
            const canvas = document.createElement('canvas')
            canvas.width = image.naturalWidth, canvas.height = image.naturalHeight
            const drawing = canvas.getContext('2d')
            drawing.drawImage(image, 0, 0)
            return [...drawing.getImageData(canvas.width * 0.4, canvas.height * 0.4, 1, 1).data]
        }"""
        on_fronts = np.array(painted.evaluate(read), dtype=float)
        before = painted.get_attribute("src")
        page.get_by_label("Face 1 is of").select_option(label="top")
        expect(painted).not_to_have_attribute("src", before or "")
        self.quiet(page)
        self.assertGreater(float(np.abs(np.array(painted.evaluate(read)) - on_fronts).sum()), 20)


class EveryViewTest(TryOnCase):
    def test_axe_at_desk_and_phone(self) -> None:
        for size in (None, PHONE):
            page = self.page if size is None else self.open(size)
            self.go("try-on", page)
            self.settled(page)
            views = ("the piece", "looks side by side", "my photo", "ombre, row by row")
            for view in bounded(views, 2, seed=0 if size is None else size["width"]):
                page.get_by_role("button", name=view, exact=True).click()
                self.quiet(page)
                with self.subTest(view, width=page.viewport_size):
                    self.accessible(page)
