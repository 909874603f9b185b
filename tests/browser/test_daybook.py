"""The daybook in a real browser: a jug mixed again without one of its tins, offcuts kept, a stain board
asked."""

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class DaybookTest(BrowserCase):
    def test_mixed_again_without_a_tin(self) -> None:
        """From the jug to today's ways; the tin that is gone is named; another size; kept as a jug of its
        own."""
        page = self.page
        pours = self.job()["mixes"][0]["recipe"]["pours"]
        page.request.delete(f"/api/shelf/{pours[1]['material']}")
        self.go("daybook")
        page.locator(".jugs a", has_text="Jug glaze").click()
        expect(page.get_by_text(f"{pours[1]['name']} is no longer on the shelf")).to_be_visible()
        page.get_by_label("How much").fill("240")
        expect(page.locator(".tins li").first).to_contain_text(f"{round(pours[0]['ml'] * 240 / 500)} ml")
        expect(page.locator(".rows .pours").first).not_to_contain_text(pours[1]["name"])
        page.get_by_role("button", name="Keep as a jug").click()
        expect(page.get_by_text("Jug glaze stands with your jugs.")).to_be_visible()
        self.assertEqual(len(self.job()["mixes"]), 3)
        self.assertAlmostEqual(self.job()["mixes"][2]["batch"], 240)

    def test_offcut_kept_and_put_away(self) -> None:
        page = self.page
        self.go("daybook")
        page.get_by_role("button", name="Keep an offcut").click()
        form = page.locator("form.offcut")
        form.get_by_label("On it").select_option(label="Brewed tea stain")
        form.locator("select").nth(1).select_option("oak")
        form.get_by_label("wiped back after").fill("60")
        form.get_by_label("field of the board").fill("Tea on oak")
        form.get_by_role("button", name="Keep the offcut").click()
        expect(form.get_by_role("alert")).to_have_text("First say which colour it dried to.")
        form.get_by_role("button", name="Type it").click()
        form.get_by_label("Hex, RGB or Lab").fill("#6a4c3c")
        form.get_by_role("button", name="Keep the offcut").click()
        board = page.get_by_role("list", name="Tea on oak, by how long it stood")
        expect(board.get_by_role("listitem")).to_have_count(5)
        expect(board.get_by_role("listitem").last).to_contain_text("60 min")
        page.get_by_role("button", name="Remove the field of 1 h").click()
        expect(board.get_by_role("listitem")).to_have_count(4)
        page.get_by_role("button", name="Undo").click()
        expect(board.get_by_role("listitem")).to_have_count(5)

    def test_a_board_from_one_picture(self) -> None:
        """What is known, the bare wood and every field are tapped in one picture, by keys too; all is kept at
        once."""
        page = self.page
        self.go("daybook")
        page.get_by_role("button", name="Keep a whole board").click()
        form = page.locator("form.board")
        form.get_by_role("list", name="Photos of this job").get_by_role("button").nth(2).click()
        form.get_by_label("name of the board").fill("Tea, photographed")
        stage = form.locator(".stage")
        for words, x, y in (
            ("something white", 0.62, 0.72),
            ("the bare wood", 0.2, 0.3),
            ("field 1", 0.45, 0.3),
        ):
            expect(form.locator("p[aria-live]")).to_contain_text(words)
            box = stage.bounding_box()
            assert box is not None
            stage.click(position={"x": box["width"] * x, "y": box["height"] * y})
        form.get_by_role("button", name="Keep the board").click()
        for field, wait in ((1, "1"), (2, "10")):
            row = form.locator("ol > li").nth(field)
            row.get_by_label("On it").select_option(label="Brewed tea stain")
            row.get_by_label("wiped back after").fill(wait)
        form.get_by_role("button", name="Keep the board").click()
        expect(form.get_by_role("alert")).to_contain_text("which colour field 2 dried to")
        stage.get_by_role("application").focus()
        for key in ("ArrowRight", "ArrowDown", "Enter"):
            page.keyboard.press(key)
        expect(form.locator("p[aria-live]")).to_contain_text("All are marked")
        self.accessible(page)
        form.get_by_role("button", name="Keep the board").click()
        board = page.get_by_role("list", name="Tea, photographed, by how long it stood")
        expect(board.get_by_role("listitem")).to_have_count(2)
        page.get_by_role("button", name="Undo").click()
        expect(board).to_have_count(0)

    def test_the_board_is_asked(self) -> None:
        """For each colour of the job the board says after how long it comes nearest, and how near."""
        self.go("daybook")
        expect(self.page.locator(".wait")).to_contain_text("wiped after")
        self.page.locator(".wait select").select_option(label="bare rim")
        expect(self.page.locator(".wait")).to_contain_text("too")
