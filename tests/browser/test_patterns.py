"""A pattern laid out, moved and laid sheet after sheet: by mouse, by keys, by touch on a phone; accents;
axe."""

from typing import Any

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase


class PatternCase(BrowserCase):
    def lay_out(self, kind: str = "Stencil") -> None:
        """Add a layer to the look in hand, and open its layout."""
        self.go("try-on")
        self.page.get_by_label("Add a layer", exact=True).select_option(label=kind)
        self.page.get_by_role("button", name="Lay it out…").click()
        expect(self.page.get_by_role("heading", name="Where does it go?")).to_be_visible()
        expect(self.board).to_be_visible()

    @property
    def board(self) -> Any:
        return self.page.get_by_role("application", name="The piece laid flat")

    def layout(self) -> dict[str, Any]:
        job = self.job()
        piece = job["pieces"][0]
        look = next(one for one in job["looks"] if one["id"] == piece["look_id"])
        found: dict[str, Any] = look["layers"][-1]["layout"] or {}
        return found


class DeskTest(PatternCase):
    def test_dragged_and_changed(self) -> None:
        """By mouse: the pattern follows the hand and stays where it was let loose; fields change it; it is
        undone."""
        self.lay_out()
        self.page.get_by_label("a motif is wide").fill("8")
        self.page.get_by_label("a motif is wide").blur()
        self.until(lambda: self.layout().get("width"), 0.08)
        box = self.board.bounding_box()
        assert box is not None
        self.page.mouse.move(box["x"] + 100, box["y"] + 100)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 130, box["y"] + 110, steps=4)
        self.page.mouse.up()
        self.until(lambda: self.layout().get("shift_x", 0.0) > 0.01, True)
        self.page.get_by_role("combobox", name="over", exact=True).select_option(label="each face by itself")
        self.page.get_by_label("whole repeats only").check()
        self.until(lambda: (self.layout().get("span"), self.layout().get("whole")), ("each", True))
        expect(self.page.get_by_text("of the sheet are surplus there").first).to_be_visible()
        self.page.get_by_role("button", name="Back to the look").click()
        self.page.keyboard.press("Control+z")
        # Changes that follow one another fast are undone in one: how far back that leads depends on the
        # machine.
        self.until(lambda: bool(self.layout().get("whole")), False)

    def test_laid_by_keys(self) -> None:
        """By keys: arrows move it by a millimetre, Escape leads back; Space says that a sheet is placed."""
        self.lay_out()
        self.board.focus()
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Shift+ArrowDown")
        self.until(lambda: (self.layout().get("shift_x"), self.layout().get("shift_y")), (0.001, 0.01))
        self.page.get_by_role("button", name="what next").press("Enter")
        self.page.get_by_role("link", name="Fill the screen").press("Enter")
        expect(self.page.get_by_text("Tap anywhere here when it is placed")).to_be_visible()
        self.page.locator("body").press("Space")
        self.until(lambda: self.layout().get("placed"), 1)
        self.page.locator("body").press("Backspace")
        self.until(lambda: self.layout().get("placed"), 0)
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("heading", name="Where does it go?")).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("heading", name="How will it look?")).to_be_visible()

    def test_one_by_one(self) -> None:
        """Motifs put by hand: a ring each, moved by keys, turned, removed; and laid by the rule again."""
        self.lay_out("Ornament")
        self.page.get_by_role("button", name="single motifs and parts").click()
        self.page.get_by_role("button", name="Move them one by one").click()
        ring = self.page.get_by_role("button", name="Motif 1 on drawer 1")
        self.until(lambda: len(self.layout().get("singles", [])) > 4, True)
        ring.focus()
        before = self.layout()["singles"][0]["x"]
        ring.press("ArrowRight")
        self.until(lambda: round(self.layout()["singles"][0]["x"] - before, 4), 0.001)
        count = len(self.layout()["singles"])
        self.page.get_by_role("button", name="Remove this motif").click()
        self.until(lambda: len(self.layout()["singles"]), count - 1)
        self.page.get_by_role("button", name="Lay them by the rule again").click()
        self.until(lambda: self.layout()["singles"], [])

    def test_cut_from_a_photo(self) -> None:
        """A stencil of one's own from a photo of the job: shown with its bridges, kept, laid."""
        self.lay_out()
        self.page.get_by_role("button", name="From a picture or a drawing…").click()
        self.page.get_by_role("button", name="Cut a stencil").click()
        expect(self.page.get_by_text("is kept")).to_be_visible()
        self.until(lambda: self.layout().get("motif", "").startswith("own:"), True)
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("dialog")).to_have_count(0)

    def test_accents_tried_on(self) -> None:
        """Colours that would answer the look, each tried on the piece with one press."""
        self.go("try-on")
        self.page.get_by_role("button", name="accents that would answer it").click()
        first = self.page.get_by_role("button", name="Try it on the piece").first
        expect(first).to_be_visible(timeout=20_000)
        before = len(self.job()["looks"][0]["layers"])
        first.click()
        self.until(lambda: len(self.job()["looks"][0]["layers"]), before + 1)

    def test_accessible(self) -> None:
        """axe finds nothing in the layout, on either of its sides, nor where it is laid."""
        self.lay_out()
        self.accessible(self.page)
        self.page.get_by_role("button", name="what next").click()
        self.accessible(self.page)
        self.page.get_by_role("link", name="Fill the screen").click()
        expect(self.page.get_by_text("Tap anywhere here when it is placed")).to_be_visible()
        self.accessible(self.page)


class PhoneTest(PatternCase):
    def setUp(self) -> None:
        super().setUp()
        self.page = self.open(PHONE)

    def test_by_touch(self) -> None:
        """On a phone: laid out, placed by a tap, one back; nothing runs past the edge of the screen."""
        self.lay_out("Transfer")
        wide = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, PHONE["width"])
        self.page.get_by_role("button", name="what next").tap()
        self.page.get_by_role("button", name="Placed").tap()
        self.until(lambda: self.layout().get("placed"), 1)
        expect(self.page.get_by_text("All 1 are laid")).to_be_visible()
        self.page.get_by_role("button", name="One back").tap()
        self.until(lambda: self.layout().get("placed"), 0)
