"""The piece in a browser: every form, its numbers as they are typed, its grounds, and all of it by keys alone."""

import re
from typing import Any

import numpy as np
from playwright.sync_api import expect

from jug_mingle.core.pieces import FORMS
from tests.browser.support import REFUSED
from tests.browser.test_first_journey import BrowserCase
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
        """Each form, or four of them, can be added; it is drawn, and what is to be painted is summed as the program
        sums it."""
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
    def test_as_they_are_typed(self) -> None:
        """Commas and points are both decimal; what is no measure is refused in words and leaves the piece as it was."""
        page = self.page
        self.go("piece")
        self.add("Chest of drawers")
        for text, metres in (("82,5", 0.825), ("91.4", 0.914)):
            page.get_by_label("Width").fill(text)
            page.keyboard.press("Enter")
            with self.subTest(text):
                self.assertAlmostEqual(self.last()["measures"]["width"], metres, places=4)
        before = self.last()["measures"]
        self.allowed = REFUSED
        for label, text, words in (
            ("Width", "wide", "Give a number."),
            ("Width", "", "Give a number."),
            ("Width", "-3", "width of a piece must be from 0.1 to 4 m, got -0.03"),
            ("Height, cm", "100000", "height of a piece must be from 0.02 to 3 m, got 1000"),
            ("Depth", "0", "depth of a piece must be from 0.01 to 2 m, got 0"),
            ("rows of drawers", "500", "from 1 to 12 rows, got 500"),
            ("rows of drawers", "2.5", "a whole number"),
        ):
            with self.subTest(label, text=text):
                field = page.get_by_label(label, exact=label == "Height, cm")
                field.fill(text)
                field.press("Enter")
                expect(page.get_by_role("alert")).to_contain_text(re.compile(words))
                self.assertEqual(self.last()["measures"], before)

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
        """Each zone has its own ground, seen at once; a colour caught for the job may be what is there now."""
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
        with page.expect_response(lambda answer: answer.request.method == "PATCH" and "/pieces/" in answer.url):
            page.get_by_label("Frame, as it is now").select_option(value=found.get_attribute("value"))
        self.assertIn(":", self.job()["pieces"][0]["grounds"]["body"])

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
        page.get_by_role("button", name="Take it off").focus()
        page.keyboard.press("Space")
        expect(page.get_by_role("button", name="Porch settle")).to_have_count(0)
        page.get_by_role("button", name="Undo").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Porch settle", pressed=True)).to_be_visible()


class PartsTest(PieceCase):
    def test_a_desk_part_by_part(self) -> None:
        """A desk with two pedestals is built and opened; a front, an inside and a handle of it are dressed apart."""
        page = self.page
        self.go("piece")
        page.locator(".stage img").wait_for()
        self.add("Desk")
        page.get_by_label("A drawer in the middle").check()
        self.last()
        page.get_by_label("doors and drawers open").check()
        page.get_by_role("button", name="drawer 2 0.06 m²").click()
        expect(page.get_by_label("drawer 2, inside, as it is now")).to_be_visible()
        page.get_by_role("textbox", name="Called").last.fill("Tools")
        page.get_by_role("textbox", name="Called").last.press("Enter")
        expect(page.get_by_role("button", name="Tools 0.06 m²")).to_be_visible()
        page.get_by_role("button", name="drawer 5 0.06 m²").click()
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
