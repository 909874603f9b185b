"""The bench in a real browser: by keyboard, with the scale and its faults, with a reload in the middle, to a
rescue."""

import re

from playwright.sync_api import Page, expect

from tests.browser.support import REFUSED, BrowserCase


class BenchTest(BrowserCase):
    def begin(self) -> None:
        self.go("mingle")
        self.page.get_by_role("button", name="Pour it").first.click()
        expect(self.page.get_by_text("0 of 3 poured")).to_be_visible()

    def pour_all(self) -> None:
        self.begin()
        for count in (1, 2, 3):
            self.settle()
            self.page.keyboard.press("Space")
            if count < 3:
                expect(self.page.get_by_text(f"{count} of 3 poured")).to_be_visible()

    def settle(self) -> None:
        """Let a breath pass: a second tap within it is taken for the same."""
        self.quiet()

    def test_by_keyboard_with_a_reload(self) -> None:
        """Space pours, a reload finds it poured, U takes it back; full, the strip is asked for."""
        page = self.page
        self.begin()
        page.keyboard.press("Space")
        expect(page.get_by_text("1 of 3 poured")).to_be_visible()
        page.reload()
        expect(page.get_by_text("1 of 3 poured")).to_be_visible()
        self.settle()
        page.keyboard.press("u")
        expect(page.get_by_text("0 of 3 poured")).to_be_visible()
        for count in (1, 2):
            self.settle()
            page.keyboard.press("Space")
            expect(page.get_by_text(f"{count} of 3 poured")).to_be_visible()
        self.settle()
        page.keyboard.press("Space")
        expect(page.get_by_role("heading", name="It is all in")).to_be_focused()

    def test_scale_and_over_pour(self) -> None:
        """The scale fills the jug live, too much is said at once, and the rest is computed anew."""
        page = self.page
        self.begin()
        page.get_by_role("button", name="With the scale").click()
        first = round(self.job()["mixes"][0]["recipe"]["pours"][0]["ml"])
        expect(page.get_by_text(f"0 ml of {first} ml")).to_be_visible()
        for _ in range(4):
            page.get_by_role("button", name="+100 g").click()
            self.quiet(page)
        expect(page.get_by_text("Too much", exact=True)).to_be_visible()
        page.keyboard.press("Space")
        expect(page.get_by_text("and the colour stays")).to_be_visible()
        self.accessible(page)
        self.readable_from_afar(page)

    def test_strip_and_rescue(self) -> None:
        """Three steps too light by eye: it is rescued with the least, whose additions are poured next."""
        page = self.page
        self.pour_all()
        page.get_by_role("button", name="The strip is painted").click()
        expect(page.get_by_role("timer")).to_be_visible()
        expect(page.get_by_role("button", name="Compare it")).to_have_count(0)  # it is still wet
        page.get_by_label("it is dry already").check()
        page.get_by_role("button", name="Another colour").click()
        page.locator(".others select").first.select_option(label="jug glaze")
        page.get_by_role("slider", name="darker to lighter").fill("4")
        page.get_by_role("button", name="Compare it").click()
        expect(page.get_by_role("heading", name="too light")).to_be_visible()
        page.reload()  # a phone in a pocket forgets its pages
        expect(page.get_by_role("heading", name="too light")).to_be_visible()
        page.get_by_role("button", name="Add this").first.click()
        expect(page.get_by_text("tap anywhere, or Space")).to_be_visible()

    def test_strip_that_nothing_explains(self) -> None:
        """A strip of another colour altogether is set aside and offers no rescue, until it is said to be
        true."""
        page = self.page
        self.pour_all()
        page.get_by_label("it is dry already").check()
        page.get_by_role("button", name="Another colour").click()
        page.locator(".others select").first.select_option(label="Quince peel")
        page.get_by_role("button", name="Compare it").click()
        expect(page.get_by_text("Nothing that was poured explains this colour")).to_be_visible()
        expect(page.get_by_role("button", name="Add this")).to_have_count(0)
        self.accessible(page)
        page.get_by_role("button", name="It is true: learn from it").click()
        expect(page.get_by_text("Nothing that was poured explains this colour")).to_have_count(0)
        expect(
            page.get_by_text("nearer it will not come").or_(page.get_by_text("Start a new one"))
        ).to_be_visible()

    def test_jug_of_ones_own(self) -> None:
        """A jug measured at the bench is poured into, and is still there after a reload; one too small is
        refused."""
        page = self.page
        self.allowed = REFUSED
        self.begin()
        page.get_by_label("Jug", exact=True).select_option("one of my own…")
        for name, size in (
            ("name", "thimble"),
            ("bottom, mm", "12"),
            ("top, mm", "14"),
            ("height, mm", "15"),
        ):
            page.locator(".own").get_by_label(name).fill(size)
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("alert")).to_be_visible()
        for name, size in (
            ("name", "milk jug"),
            ("bottom, mm", "90"),
            ("top, mm", "120"),
            ("height, mm", "150"),
        ):
            page.locator(".own").get_by_label(name).fill(size)
        page.get_by_role("button", name="Keep it").click()
        expect(page.locator(".own")).to_have_count(0)
        expect(page.get_by_label("Jug", exact=True)).to_have_value("milk jug")
        page.reload()
        expect(page.get_by_label("Jug", exact=True)).to_have_value("milk jug")

    def readable_from_afar(self, page: Page) -> None:
        """Words on the bench have the contrast of WCAG 2.2 AAA (1.4.6), in the light and in the dark."""
        asked = {
            "runOnly": ["color-contrast-enhanced"],
            "rules": {"color-contrast-enhanced": {"enabled": True}},
        }
        for scheme in ("light", "dark"):
            page.emulate_media(color_scheme=scheme)
            found = page.evaluate("asked => axe.run(asked)", asked)
            self.assertGreater(len(found["passes"]), 0)
            self.assertEqual([node["html"][:120] for one in found["violations"] for node in one["nodes"]], [])


class MingleTest(BrowserCase):
    def test_why_and_by_hand(self) -> None:
        """Why opens curves and faces; by slider, typed or dragged the row follows, and each can be taken
        back."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Explain, change by hand").click()
        expect(page.get_by_role("img", name="Reflectance over the wavelengths")).to_be_visible()
        before = page.locator(".chosen .parts").inner_text()
        page.locator(".why input[type=range]").first.fill("9")
        expect(page.locator(".chosen .parts")).not_to_have_text(before)
        by_slider = page.locator(".chosen .parts").inner_text()
        page.wait_for_timeout(800)  # a change so soon after the last one belongs to it
        page.locator(".why").get_by_role("spinbutton").last.fill("7")
        page.keyboard.press("Tab")
        expect(page.locator(".chosen .parts")).not_to_have_text(by_slider)
        typed = page.locator(".chosen .parts").inner_text()
        page.wait_for_timeout(800)
        box = page.locator(".grip circle").first.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 4, box["y"] + 4)
        page.mouse.down()
        page.mouse.move(box["x"] + 4, box["y"] + 34, steps=5)
        page.mouse.up()
        expect(page.locator(".chosen .parts")).not_to_have_text(typed)
        self.quiet(page)
        for expected in (typed, by_slider, before):
            page.get_by_role("button", name="Undo the change by hand").click()
            expect(page.locator(".chosen .parts")).to_have_text(expected)
        expect(page.get_by_role("button", name="Undo the change by hand")).to_have_count(0)

    def test_what_is_in_hand_stays_in_every_light(self) -> None:
        """The row that was chosen, and the parts that were set by hand, stay when the light is switched or
        rows unfold; another colour begins anew."""
        page = self.page
        self.go("mingle")
        page.locator(".rows label").nth(2).click()
        parts = page.locator(".chosen .parts")
        chosen = parts.inner_text()
        for light in ("Bulb", "Tube"):
            page.locator("label").filter(has_text=light).first.click()
            self.quiet(page)
            expect(parts).to_have_text(chosen)
        page.get_by_role("button", name="Show all recipes").click()
        expect(parts).to_have_text(chosen)
        page.get_by_role("button", name="Show the best of each").click()
        page.get_by_role("button", name="Explain, change by hand").click()
        page.locator(".why input[type=range]").first.fill("9")
        expect(parts).not_to_have_text(chosen)
        by_hand = parts.inner_text()
        in_tube = page.locator(".chosen").inner_text()
        page.locator("label").filter(has_text="Window").first.click()
        expect(page.locator(".chosen")).not_to_have_text(in_tube)  # predicted anew in this light
        expect(parts).to_have_text(by_hand)
        page.get_by_role("button", name="Undo the change by hand").click()
        expect(parts).to_have_text(chosen)
        page.locator(".why input[type=range]").first.fill("9")
        expect(page.get_by_role("button", name="Undo the change by hand")).to_be_visible()
        page.get_by_label("What do I pour for").select_option(index=1)
        expect(page.get_by_role("button", name="Undo the change by hand")).to_have_count(0)

    def test_two_side_by_side(self) -> None:
        """One recipe is laid aside, another taken in hand: both stand beside the colour, with what tells them
        apart."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Compare with another").click()
        expect(page.get_by_text("The two are apart by 0.0 (can't tell)")).to_be_visible()
        page.locator(".rows label").nth(1).click()
        beside = page.get_by_role("region", name="Two recipes side by side")
        expect(beside.get_by_text("apart by 0.0")).to_have_count(0)
        expect(beside.get_by_role("rowheader", name="coats to hide oak")).to_be_visible()
        page.get_by_role("button", name="Stop comparing").click()
        expect(beside).to_have_count(0)

    def test_wishes(self) -> None:
        """A batch to use up is in every recipe; one to leave out in none; how much follows from the piece."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Must have Tide line").click()
        expect(page.locator(".rows .parts").first).to_contain_text("Tide line")
        page.get_by_role("button", name="Remove: must have Tide line").click()
        page.get_by_role("button", name="tins it must have or not").click()
        page.get_by_label("A tin that must not be in it").select_option("mill-pond")
        expect(page.locator(".rows").get_by_text("Mill pond")).to_have_count(0)

    def test_preparations(self) -> None:
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Wash, wax, glaze").click()
        expect(page.get_by_text("One coat leaves most wood")).to_be_visible()
        paint = page.locator(".prepare select").nth(1)
        paint.select_option(index=2)
        chosen = paint.input_value()
        page.get_by_text("Bulb", exact=True).first.click()
        page.get_by_role(
            "button", name="Keep as a jug", exact=True
        ).click()  # what is said of the shelf is asked anew
        self.quiet(page)
        self.assertEqual(paint.input_value(), chosen)
        page.locator(".prepare select").first.select_option("home_chalk_paint")
        expect(page.get_by_text("lump-free cream first")).to_be_visible()
        page.locator(".prepare").get_by_role("button", name="Keep it as a jug").click()
        expect(page.get_by_text(re.compile("Home-made chalk.* stands with your jugs"))).to_be_visible()
