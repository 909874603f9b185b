"""The piece in a browser: every form, its numbers as they are typed, its grounds, and all of it by keys
alone."""

import re
from typing import Any

import numpy as np
from playwright.sync_api import expect

from jug_mingle.core.pieces import FORMS
from tests.browser.support import PHONE, BrowserCase
from tests.soak import bounded


class PieceCase(BrowserCase):
    def last(self) -> dict[str, Any]:
        """Return the newest piece as it is kept, once what is on its way has arrived."""
        self.quiet()
        found: dict[str, Any] = self.job()["pieces"][-1]
        return found

    def add(self, title: str) -> None:
        self.page.get_by_role("button", name="Another piece…").click()
        self.page.get_by_role("region", name="Choose what comes nearest").get_by_role(
            "button", name=title, exact=True
        ).click()
        expect(self.page.get_by_role("button", name=title, exact=True, pressed=True)).to_be_visible()


class FormsTest(PieceCase):
    def test_every_form(self) -> None:
        """Each form, or four of them, can be added; it is drawn, and what is to be painted is summed as the
        program sums it."""
        page = self.page
        self.go("piece")
        page.locator(".stage img").wait_for()
        seen = set()
        for key, form in bounded(FORMS.items(), 4):
            with self.subTest(key):
                before = page.locator(".stage img").get_attribute("src")
                self.add(form.title)
                expect(page.locator(".stage img")).not_to_have_attribute("src", before or "")
                expect(page.locator(".stage img")).to_have_js_property("complete", True)
                self.assertGreater(page.locator(".stage img").evaluate("drawn => drawn.naturalWidth"), 300)
                piece = self.last()
                self.assertEqual(piece["form"], key)
                total = sum(piece["areas"].values())
                expect(page.locator("tr.sum .area")).to_have_text(f"{total:.2f} m²")
                rows = page.locator("tbody tr:not(.sum) .area").all_inner_texts()
                self.assertEqual(len(rows), len(piece["areas"]))
                self.assertAlmostEqual(sum(float(row.split()[0]) for row in rows), total, delta=0.05)
                seen.add(tuple(np.round(self.pixel(page.locator(".stage")), 0)))
        self.assertGreater(len(seen), 2)


class MeasuresTest(PieceCase):
    def test_more_of_it_takes_more_paint(self) -> None:
        """A taller piece has more to paint; style parts change its zones."""
        page = self.page
        self.go("piece")
        self.add("Bedside table")
        low = sum(self.last()["areas"].values())
        page.get_by_label("Height, cm", exact=True).fill("95")
        page.keyboard.press("Enter")
        self.assertGreater(sum(self.last()["areas"].values()), 1.15 * low)
        page.get_by_label("It stands on").select_option("plinth")
        self.assertIn("plinth", self.last()["areas"])
        page.get_by_label("It stands on").select_option("none")
        self.assertNotIn("plinth", self.last()["areas"])
        expect(page.get_by_label("Height of its base")).to_have_count(0)

    def test_grounds(self) -> None:
        """Each zone has its own ground, seen at once; a colour caught for the job may be what is there
        now."""
        page = self.page
        self.go("piece")
        page.locator(".stage img").wait_for()
        self.quiet(page)
        oak = self.pixel(page.locator(".stage"))
        page.get_by_label("Frame, as it is now").select_option(label="Walnut")
        self.quiet(page)
        walnut = self.pixel(page.locator(".stage"))
        self.assertLess(walnut.sum(), oak.sum() - 40)
        page.get_by_label("Frame, as it is now").select_option(index=0)
        self.quiet(page)
        found = page.get_by_label("Frame, as it is now").locator("optgroup").last.locator("option").first
        with page.expect_response(
            lambda answer: answer.request.method == "PATCH" and "/pieces/" in answer.url
        ):
            page.get_by_label("Frame, as it is now").select_option(value=found.get_attribute("value"))
        self.assertIn(":", self.job()["pieces"][0]["grounds"]["body"])

    def test_refused_at_the_field_and_undone_at_the_foot(self) -> None:
        """What is refused is said at the field, which is marked, seen and has the focus, on a phone, too; a
        ground, a measure, a base and a use are taken back by the foot or by keys."""
        page = self.open(PHONE)
        self.go("piece", page)
        alike = page.get_by_label("How many alike")
        alike.fill("0")
        alike.press("Tab")
        expect(alike).to_be_focused()
        expect(alike).to_have_attribute("aria-invalid", "true")
        expect(alike).to_have_accessible_description("Give a whole number from 1 to 24.")
        words, rail = page.get_by_role("alert"), page.get_by_role("navigation", name="Places")
        at, below = words.bounding_box(), rail.bounding_box()
        assert at is not None
        assert below is not None
        self.assertLess(at["y"] + at["height"], below["y"])
        alike.fill("1")
        alike.press("Tab")
        expect(words).to_have_count(0)
        undo = page.get_by_role("status").get_by_role("button", name="Undo")
        for name, value in (("Frame, as it is now", "walnut"), ("It stands on", "none")):
            menu = page.get_by_label(name)
            before = menu.input_value()
            menu.select_option(value)
            undo.click()
            expect(menu).to_have_value(before)
        for box in ("meals",):
            page.get_by_label(box, exact=True).check()
            undo.click()
            expect(page.get_by_label(box, exact=True)).not_to_be_checked()
        width = page.get_by_label("Width, cm", exact=True)
        before = width.input_value()
        width.fill("77")
        width.press("Enter")
        expect(undo).to_be_visible()
        page.locator("main").focus()
        page.keyboard.press("Control+z")
        expect(width).to_have_value(before)

    def test_by_keyboard_alone(self) -> None:
        """A piece is taken in hand, named and measured without a mouse; one taken off comes back."""
        page = self.page
        self.go("piece")
        page.get_by_role("button", name="Hall settle").focus()
        page.keyboard.press("Enter")
        called = page.get_by_label("Called")
        called.focus()
        page.keyboard.press("Control+a")
        page.keyboard.type("Porch settle")
        page.keyboard.press("Tab")
        expect(page.get_by_role("button", name="Porch settle", pressed=True)).to_be_visible()
        page.keyboard.press("Control+a")
        page.keyboard.type("140")
        page.keyboard.press("Enter")
        self.last()
        settle = next(one for one in self.job()["pieces"] if one["name"] == "Porch settle")
        self.assertAlmostEqual(settle["measures"]["width"], 1.4)
        page.get_by_role("button", name="Remove it").focus()
        page.keyboard.press("Space")
        expect(page.get_by_role("button", name="Porch settle")).to_have_count(0)
        page.get_by_role("button", name="Undo").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Porch settle", pressed=True)).to_be_visible()


class PartsTest(PieceCase):
    def test_a_desk_part_by_part(self) -> None:
        """A desk with two pedestals is built and opened; a front, an inside and a handle of it are dressed
        apart."""
        page = self.page
        self.go("piece")
        page.locator(".stage img").wait_for()
        self.add("Desk")
        page.get_by_label("A drawer in the middle").check()
        self.last()
        page.get_by_label("doors and drawers open").check()
        page.get_by_role("button", name=re.compile("^drawer 2 0.06")).click()
        expect(page.get_by_label("drawer 2, inside, as it is now")).to_be_visible()
        page.get_by_role("textbox", name="Called").last.fill("Tools")
        page.get_by_role("textbox", name="Called").last.press("Enter")
        expect(page.get_by_role("button", name=re.compile("^Tools 0.06"))).to_be_visible()
        page.get_by_role("button", name=re.compile("^drawer 5 0.06")).click()
        page.get_by_role("button", name="Take the drawer 5 off").click()
        expect(page.get_by_text("drawer 5 taken off")).to_be_visible()
        desk = self.last()
        keys = [part["key"] for part in desk["parts"]]
        self.assertTrue({"pedestal 1", "pedestal 2", "drawer 7", "drawer 5 opening"} <= set(keys))
        self.assertNotIn("drawer 5", keys)
        page.get_by_label("as it came").check()
        expect(page.get_by_text("as it came", exact=True).last).to_be_visible()
        self.go("try-on")
        page.get_by_role("button", name="Desk", exact=True).click()
        page.get_by_label("Look", exact=True).select_option(label="bare")
        for place in ("drawer 1/outside", "drawer 2/inside", "drawer 3 handle/outside"):
            page.get_by_label("Add a layer").select_option(label="Paint")
            self.quiet(page)
            page.get_by_label("Lay it on a part").select_option(value=place)
            self.quiet(page)
        layers = next(one for one in self.job()["looks"] if one["id"] == self.last()["look_id"])["layers"]
        self.assertEqual(
            [layer["zones"] for layer in layers],
            [["drawer 1/outside"], ["drawer 2/inside"], ["drawer 3 handle/outside"]],
        )
        page.get_by_label("doors and drawers open").check()
        self.quiet(page)
        self.accessible(page)

    def test_in_inches_a_shelf_a_group_a_set(self) -> None:
        """Who measures in US units gives inches, feet or centimetres; a shelf is put on and placed, two parts
        are a group that a layer names, and the piece's set is printed."""
        page = self.page
        page.request.patch("/api/settings", data={"unit": "fl_oz"})
        self.go("piece")
        page.locator(".stage img").wait_for()
        page.get_by_role("button", name="Another piece…").click()
        page.get_by_role("button", name="Bookcase", exact=True).click()
        for typed, metres in (("36", 0.9144), ("3 ft", 0.9144), ("35 1/2 in", 0.9017), ("90 cm", 0.9)):
            page.get_by_label("Width, in").fill(typed)
            page.get_by_label("Width, in").press("Enter")
            self.assertAlmostEqual(self.last()["measures"]["width"], metres, places=4)
        page.get_by_label("Put a part on").select_option(label="Shelf")
        for side, typed in (("Width", "10"), ("From the left", "4"), ("From the top", "8")):
            page.get_by_label(f"{side}, in").last.fill(typed)
            page.get_by_label(f"{side}, in").last.press("Enter")
            self.last()
        shelf = next(one for one in self.last()["parts"] if one["key"] == "added shelf 1")
        np.testing.assert_allclose((shelf["size"][0], *shelf["at"]), (0.254, 0.1016, 0.2032, 0.0), atol=1e-4)
        for part in ("added shelf 1", "shelf 2"):
            if part != "added shelf 1":
                page.get_by_role("button", name=re.compile(f"^{part} ")).click()
            page.get_by_label("In a group called").fill("my shelves")
            page.get_by_label("In a group called").press("Enter")
            self.quiet(page)
        self.assertEqual(self.last()["groups"], {"my shelves": ["added shelf 1", "shelf 2"]})
        page.get_by_label("Belongs to the set").fill("Reading room")
        page.get_by_label("Belongs to the set").press("Enter")
        self.quiet(page)
        self.go("try-on")
        page.get_by_role("button", name="Bookcase", exact=True).click()
        page.get_by_label("Add a layer").select_option(label="Paint")
        self.quiet(page)
        page.get_by_label("Lay it on a part").select_option(value="my shelves")
        expect(page.get_by_text("the group “my shelves”")).to_be_visible()
        self.quiet(page)
        expect(page.get_by_role("region", name="What to know of it")).to_contain_text(
            re.compile(r"fl oz[\s\S]*sq ft")
        )
        page.get_by_role("button", name="rename, print, share, remove").click()
        href = page.get_by_role("link", name="sheets of the whole set").get_attribute("href") or ""
        self.assertTrue(page.request.get(f"{self.server.address}{href}").body().startswith(b"%PDF"))

    def test_on_a_phone_by_keys(self) -> None:
        """On a phone, and by keys alone, the legs of a table are cut, what came so is told, and undone."""
        page = self.open({"width": 390, "height": 844})
        self.go("piece", page)
        page.locator(".stage img").wait_for()
        page.get_by_role("button", name="Another piece…").click()
        page.get_by_role("button", name="Table", exact=True).click()
        page.get_by_role("button", name="leg 1").focus()
        page.keyboard.press("Enter")
        page.get_by_label("Cut shorter by, cm").focus()
        page.keyboard.type("10")
        page.keyboard.press("Enter")
        expect(page.get_by_text("leg 1 cut by 10 cm")).to_be_visible()
        page.get_by_label("came so").focus()
        page.keyboard.press("Space")
        self.quiet(page)
        self.assertEqual([one["ours"] for one in self.last()["changes"]], [False])
        self.accessible(page)
        page.get_by_role("button", name="Undo: leg 1 cut by 10 cm").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_text("leg 1 cut by 10 cm")).to_have_count(0)
