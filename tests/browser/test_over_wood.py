"""A colour over a wood, in the browser: from a photo to the bench to a strip to a better answer;
preparations."""

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class OverWoodTest(BrowserCase):
    def over_oak(self, target: str = "jug glaze") -> None:
        self.go("mingle")
        self.page.get_by_label("What do I pour for").select_option(label=target)
        self.page.get_by_label("Over what").select_option("oak")
        expect(self.page.locator(".way").first).to_be_visible()
        self.quiet(self.page)

    def test_from_a_way_to_a_better_one(self) -> None:
        """A stain for a colour caught in a photo is kept, poured, its strip read; the next answer for it is
        surer."""
        page = self.page
        self.over_oak("bare rim")
        row = page.locator("label", has=page.locator(".end", has_text="wash")).first
        row.click()
        self.assertIn("bare oak", row.inner_text())
        page.get_by_role("button", name="Keep as a jug").click()
        expect(page.get_by_text("stands with your jugs")).to_be_visible()
        jug = page.get_by_role("listitem").filter(has_text="over oak").last
        jug.get_by_role("button", name="Pour it").click()
        page.wait_for_url("**/bench/*")
        for _ in range(8):
            if page.get_by_role("button", name="The strip is painted").count():
                break
            page.keyboard.press("Space")
            self.quiet(page)
        page.get_by_label("it is dry already").check()
        page.get_by_role("button", name="Another colour").click()
        page.locator(".others select").first.select_option(label="bare rim")
        page.get_by_role("slider", name="darker to lighter").fill("-2")
        page.get_by_role("button", name="Compare it").click()
        expect(page.get_by_role("heading", name="too dark")).to_be_visible()
        self.over_oak("bare rim")
        expect(page.get_by_text("Nobody has read this wash on oak yet")).to_have_count(0)

    def test_by_hand(self) -> None:
        """A longer wait is seen at once on the wood, by keyboard alone, and what was computed comes back."""
        page = self.page
        self.over_oak()
        page.locator("label", has=page.locator(".end b", has_text="stain")).first.click()
        page.get_by_role("button", name="Change by hand").press("Enter")
        before = page.locator(".by-hand .way .step").inner_text()
        page.get_by_role("slider", name="wait before wiping").press("End")
        expect(page.locator(".by-hand .way .step")).not_to_have_text(before)
        self.accessible(page)
        page.get_by_role("button", name="Undo the change by hand").press("Enter")
        expect(page.get_by_role("button", name="Undo the change by hand")).to_have_count(0)

    def test_faces_and_solid_paint(self) -> None:
        """Wet and sealed are other looks; solid paint stands among the ways and leads back to it."""
        page = self.page
        self.over_oak()
        dry = page.locator(".board rect[fill]").nth(1).get_attribute("fill")
        page.get_by_text("wet", exact=True).click()
        expect(page.locator(".board rect[fill]").nth(1)).not_to_have_attribute("fill", dry or "")
        page.get_by_role("button", name="Look at solid paint").click()
        expect(page.get_by_label("Over what")).to_have_value("")
        expect(page.get_by_role("button", name="Explain, change by hand")).to_be_visible()

    def test_two_woods_and_an_undertone(self) -> None:
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Two woods made one").click()
        expect(page.get_by_text("a mix for each wood")).to_be_visible()
        page.locator(".woods select").last.select_option(label="wherever they meet")
        expect(page.get_by_text("the same first coat, a second on the paler wood")).to_be_visible()
        self.accessible(page)
        page.get_by_role("button", name="Take an undertone out").click()
        expect(page.get_by_text("takes the red out").first).to_be_visible()
        page.locator(".undertone select").last.select_option("cherry")
        expect(page.locator(".undertone .name").first).to_have_text("Cherry")
        self.accessible(page)
        page.get_by_role("button", name="Take an undertone out").press("Enter")
        expect(page.locator(".undertone")).to_have_count(0)

    def test_a_preparation_is_kept_and_laid(self) -> None:
        """Two cups of paint as a wash are kept as a jug, and laid on the piece as that."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Wash, wax, glaze").click()
        panel = page.locator(".prepare")
        panel.get_by_label("make").fill("2")
        panel.get_by_label("unit").select_option(label="US cups")
        panel.locator(".size select").last.select_option(label="paint")
        expect(panel.get_by_text("946 ml")).to_be_visible()
        panel.get_by_label("parts of water").fill("0.5")
        expect(panel.get_by_text("covers like paint")).to_be_visible()
        panel.get_by_label("parts of water").fill("2")
        panel.get_by_role("button", name="Keep it as a jug").click()
        expect(page.get_by_text("Wash of Chalk white stands with your jugs")).to_be_visible()
        self.accessible(page)
        self.go("try-on")
        page.get_by_label("Look", exact=True).select_option(label="bare")
        page.get_by_label("Add a layer").select_option(label="Wash")
        expect(page.get_by_text("Wash of Chalk white").first).to_be_attached()
        self.assertIn(page.get_by_label("water", exact=False).first.input_value(), ("0", "0.0"))

    def test_a_preparation_of_ones_own_from_what_is_left(self) -> None:
        """Roles and parts are kept under a name; what is left of a poured jug plays one, and is not poured
        again."""
        page = self.page
        batch = page.request.post("/api/mixes/1/batches", data={"jug": None}).json()
        for place, pour in enumerate(self.job()["mixes"][0]["recipe"]["pours"]):
            body = {"material": pour["material"], "ml": pour["ml"], "place": place, "how": "eye"}
            page.request.post(f"/api/batches/{batch['id']}/pours", data=body)
        self.go("mingle")
        page.get_by_role("button", name="By parts of your own").click()
        own = page.locator(".own-parts")
        own.get_by_role("combobox", name="tin").first.select_option(label="Chalk white")
        own.get_by_role("button", name="one more tin").click()
        own.get_by_role("combobox", name="tin").last.select_option(label="Tap water")
        own.get_by_label("parts").last.fill("4")
        own.get_by_label("Its name").fill("Thin milk wash")
        own.get_by_role("button", name="Keep it among the preparations").click()
        expect(page.get_by_text("Thin milk wash stands among the preparations")).to_be_visible()
        page.get_by_role("button", name="Wash, wax, glaze").click()
        panel = page.locator(".prepare")
        panel.locator("select").first.select_option(label="Thin milk wash")
        panel.locator(".role select").first.select_option(label="left: Jug glaze")
        expect(panel.get_by_text("100 ml of what is left in Jug glaze")).to_be_visible()
        panel.get_by_role("button", name="Keep it as a jug").click()
        jugs = page.get_by_role("complementary")
        expect(jugs.get_by_text("Thin milk wash of Jug glaze", exact=True)).to_be_visible()
        mix = self.job()["mixes"][-1]
        poured = page.request.get(f"/api/batches/{mix['poured']}").json()
        self.assertAlmostEqual(poured["poured_ml"], 100.0, delta=0.5)
        page.get_by_role("button", name="Remove Thin milk wash", exact=True).click()
        expect(page.get_by_text("Thin milk wash was removed")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(panel.locator("select").first.locator("option", has_text="Thin milk wash")).to_have_count(1)
