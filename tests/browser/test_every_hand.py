"""Every place under every hand: targets for a finger, titles, keys, marks moved by keys, one language."""

import re
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, ViewportSize, expect

from tests.browser.every_place import SMALL, UNFOLD, WIDE, WORDS, unfold
from tests.browser.support import AXE, DESK, PHONE, PLACES, BrowserCase
from tests.soak import SOAK

GLOSSARY = Path(__file__).parents[2] / "docs" / "glossary.md"
TABLET, ZOOMED = ViewportSize(width=1024, height=768), ViewportSize(width=320, height=640)
TARGET = 44
"""What a finger hits surely. [CSS pixels] (WCAG 2.2, success criterion 2.5.5)"""

SPACING = """* { line-height: 1.5 !important; letter-spacing: 0.12em !important }
* { word-spacing: 0.16em !important }
p { margin-bottom: 2em !important }"""
"""Text spacing that nothing may be lost in (WCAG 2.2, success criterion 1.4.12)."""


def retired() -> list[str]:
    """Return patterns of the words that no screen says any more: the last table of the glossary, its first
    column. What stands there `so` is a whole label, and may be part of a sentence."""
    table = GLOSSARY.read_text().split("# Retired words")[1]
    rows = [line for line in table.splitlines() if line.startswith("| ") and "---" not in line]
    words = [row.split("|")[1].strip() for row in rows[1:]]
    whole, part = r"^{}$", r"(?<!\w){}(?!\w)"
    return [(whole if word.startswith("`") else part).format(re.escape(word.strip("`"))) for word in words]


RING = """() => {
  const ringed = one => { const s = one && getComputedStyle(one)
    const ring = s && s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) >= 2
    return ring && one.getBoundingClientRect().width > 2 }
  const stops = window.stops = []
  let first
  document.addEventListener('keyup', event => {
    const e = document.activeElement
    if (event.key !== 'Tab' || !e || e === document.body) return
    const drawn = [e, e.nextElementSibling, e.closest('label'), ...(e.labels ?? [])]
    stops.push({again: e === first, seen: drawn.some(ringed), name: e.outerHTML.slice(0, 260)})
    first ??= e
  }, true)
}"""
"""Note each element that Tab leads to, and whether its focus is seen."""


class PlacesCase(BrowserCase):
    def touched(self, size: ViewportSize) -> Page:
        context = self.browser.new_context(
            base_url=self.server.address,
            viewport=size,
            has_touch=True,
            reduced_motion="reduce",
            bypass_csp=True,
        )
        self.addCleanup(context.close)
        page = context.new_page()
        self.on_its_way[page] = set()
        return page

    def bench(self) -> str:
        made = self.page.request.post("/api/mixes/1/batches", data={"jug": None}).json()
        return f"1/bench/{made['id']}"


class TargetsTest(PlacesCase):
    def test_a_finger_hits_everything(self) -> None:
        """Everywhere, with all unfolded, on a phone and on a tablet nothing to be tapped is smaller than 44
        pixels."""
        places = (*PLACES, self.bench())
        for size, of_them in (
            (PHONE, places),
            (TABLET, places if SOAK else places[::2]),
            (ZOOMED, places[1::3]),
        ):
            page = self.touched(size)
            for place in of_them:
                with self.subTest(place=place, width=size["width"]):
                    self.go(place, page)
                    page.wait_for_load_state("networkidle")
                    unfold(page)
                    self.assertEqual(page.evaluate(SMALL, TARGET), [])
                    self.assertLessEqual(max(page.evaluate(WIDE)), size["width"])

    def test_settings_are_one_tap_away(self) -> None:
        page = self.touched(PHONE)
        self.go("catch", page)
        page.get_by_role("link", name="Settings").tap()
        expect(page.get_by_role("heading", name="How do I work?")).to_be_visible()
        page.get_by_role("button", name="Timers").tap()
        expect(page.get_by_role("menuitem").filter(has_text="remove").first).to_be_visible()

    def test_the_recipe_worth_pouring_is_seen_first(self) -> None:
        """On a phone it stands above the fold and is in hand, though it takes more tins than others."""
        page = self.touched(PHONE)
        self.go("mingle", page)
        expect(page.locator(".rows label").first).to_have_class(re.compile("chosen"))
        box = page.locator(".rows label").first.locator(".parts").bounding_box()
        assert box is not None
        self.assertLess(box["y"] + box["height"], PHONE["height"] - 60)
        legend = page.locator(".rows legend")
        expect(legend).to_have_text("Recipes, the one worth pouring first")


class WordsTest(PlacesCase):
    def test_no_retired_word(self) -> None:
        """No place and no panel says or lets hear a word that the glossary retired."""
        pattern = re.compile("|".join(retired()), re.IGNORECASE | re.MULTILINE)
        self.assertGreater(len(retired()), 30)
        self.assertRegex("Take it away", pattern)
        for place in (*PLACES, self.bench()):
            with self.subTest(place):
                self.go(place)
                self.quiet()
                self.page.evaluate(UNFOLD)
                self.quiet()
                said = self.page.evaluate(WORDS)
                self.assertGreater(len(said), 200)
                self.assertEqual(pattern.findall(said), [])

    def test_no_circled_letters(self) -> None:
        """What is known of a tin is a scale that fills, with words; its letter is seen nowhere."""
        page = self.page
        self.go("shelf")
        for tin in page.request.get("/api/shelf").json():
            if not tin["level"]:
                continue
            tile = page.locator(f"[data-tin={tin['key']}]")
            scale = tile.get_by_text(f"known {tin['level_filled']} of 6: {tin['level_words']}")
            expect(scale).to_have_count(1)
            self.assertEqual(tile.locator(".full").count(), tin["level_filled"])
        self.go("shelf?tin=mill-pond")
        expect(page.locator("aside")).to_contain_text("its dried colour, and a tint with white")
        words = page.locator("aside").inner_text()
        self.assertNotRegex(words, r"(?m)^[A-F]$")


class LooksTest(PlacesCase):
    def test_axe_zoomed_forced_and_spaced(self) -> None:
        """axe finds nothing at 400 % zoom, in forced colours and with text spaced, nothing is pushed out."""
        for number, place in enumerate((*PLACES, self.bench())):
            for way in ("zoom", "forced", "spaced") if SOAK else (("zoom", "forced", "spaced")[number % 3],):
                with self.subTest(place=place, way=way):
                    page = self.touched(ZOOMED if way == "zoom" else DESK)
                    page.emulate_media(forced_colors="active" if way == "forced" else "none")
                    self.go(place, page)
                    if way == "spaced":
                        page.add_style_tag(content=SPACING)
                    page.wait_for_load_state("networkidle")
                    unfold(page)
                    self.checked(page, way)

    def checked(self, page: Page, way: str) -> None:
        page.evaluate(AXE.read_text())
        tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
        asked: dict[str, Any] = {"runOnly": tags, "resultTypes": ["violations"]}
        if way == "forced":  # the colours are the person's own then
            asked["rules"] = {"color-contrast": {"enabled": False}}
        found = page.evaluate("asked => axe.run(asked)", asked)["violations"]
        self.assertEqual([(v["id"], [n["html"][:160] for n in v["nodes"]]) for v in found], [])
        wide = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(wide[0], wide[1])


class KeysTest(PlacesCase):
    def test_titles(self) -> None:
        """Every place has a title of its own, with the job in hand."""
        seen = set()
        for place in (*(one for one in PLACES if "?" not in one), self.bench()):
            self.go(place)
            self.quiet()
            title = self.page.title()
            self.assertRegex(title, r"^[A-Z][a-z ]+ · Card-catalogue cabinet · Jug Mingle$")
            seen.add(title)
        self.assertEqual(len(seen), 11)

    def test_focus_is_seen_at_every_stop(self) -> None:
        """Wherever Tab leads there is a ring of two pixels or more, around it or around what draws it."""
        for place in PLACES:
            with self.subTest(place):
                self.go(place)
                self.quiet()
                self.page.locator("body").focus()
                self.page.evaluate(RING)
                stops, unseen, round_once = 0, [], False
                while stops < 150 and not round_once:
                    for _ in range(10):
                        self.page.keyboard.press("Tab")
                    found = self.page.evaluate("window.stops.splice(0)")
                    stops += len(found)
                    unseen += [one["name"] for one in found if not one["seen"]]
                    round_once = len(found) < 10 or any(one["again"] for one in found)
                self.assertGreater(stops, 3)
                self.assertEqual(unseen, [])

    def test_letters_are_no_commands_where_one_presses_or_slides(self) -> None:
        """From a field, a slider, a menu and a button no letter leads away; from the place itself it does."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Explain, change by hand").click()
        for control in (
            page.get_by_label("amount"), page.get_by_label("measure with"), page.get_by_role("slider").last,
            page.get_by_role("button", name="Keep as a jug"),
            page.get_by_role("radio", name=re.compile("tin")).first,
        ):  # fmt: skip
            control.focus()
            for key in ("s", "4", "l", "j", ","):
                page.keyboard.press(key)
            expect(page).to_have_url(re.compile("/mingle"))
            expect(page.get_by_role("radio", name="Window")).to_be_checked()
        page.locator("main").focus()
        page.keyboard.press("s")
        expect(page).to_have_url(re.compile("/shelf"))

    def test_a_place_of_the_piece_by_keys(self) -> None:
        """Arrow keys point, Enter says what lies there."""
        page = self.page
        self.go("try-on")
        expect(page.locator("[data-preview]")).to_be_visible()
        stage = page.get_by_role("application")
        stage.focus()
        page.keyboard.press("Enter")
        expect(page.locator(".cross")).to_be_visible()
        before = page.locator(".cross").get_attribute("style")
        page.keyboard.press("Shift+ArrowUp")
        expect(page.locator(".cross")).not_to_have_attribute("style", before or "")
        expect(page.get_by_label("Compared with")).to_be_visible()

    def test_the_lines_of_the_jug_by_keys(self) -> None:
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Explain, change by hand").click()
        line = page.get_by_role("slider", name=re.compile("Line between")).first
        line.focus()
        before = int(line.get_attribute("aria-valuenow") or 0)
        page.keyboard.press("ArrowUp")
        expect(line).to_have_attribute("aria-valuenow", re.compile(rf"^(?!{before}$)"))
        expect(page.get_by_role("button", name="Undo the change by hand")).to_be_visible()

    def test_the_white_on_a_photo_by_keys(self) -> None:
        page = self.page
        self.go("try-on")
        page.get_by_role("button", name="my photo").click()
        page.get_by_label("Which photo").select_option(label="The jug on the table")
        page.get_by_role("button", name="Mark something white").press("Enter")
        white = page.get_by_role("button", name="What is white")
        white.focus()
        page.keyboard.press("Shift+ArrowRight")
        self.until(lambda: (self.job()["photos"][0]["marks"]["white"] or [0])[0], 820.0)

    def test_undo_what_the_foot_says(self) -> None:
        page = self.page
        self.go("catch")
        page.get_by_role("button", name="Remove bare rim", exact=True).press("Enter")
        expect(page.get_by_role("link", name="bare rim")).to_have_count(0)
        page.keyboard.press("Control+z")
        expect(page.get_by_role("link", name="bare rim")).to_be_visible()

    def test_wet_while_it_is_held(self) -> None:
        """W over a ground shows it wet; let go it is as it was."""
        page = self.page
        self.go("mingle?over=oak")
        wet = page.get_by_role("radio", name="wet")
        expect(wet).not_to_be_checked()
        page.locator("main").focus()
        page.keyboard.down("w")
        expect(wet).to_be_checked()
        page.keyboard.up("w")
        expect(page.get_by_role("radio", name="as it dries")).to_be_checked()

    def test_escape_closes_a_sheet_at_once(self) -> None:
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Find what lies below").click()
        dialog = page.get_by_role("dialog")
        expect(page.get_by_placeholder("type a word of it")).to_be_focused()
        page.keyboard.press("Escape")
        expect(dialog).to_be_hidden()

    def test_found_in_a_long_menu(self) -> None:
        """A word finds it, Enter takes it, and the menu itself has it."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Find what lies below").press("Enter")
        page.keyboard.type("walnu")
        expect(page.get_by_text("1 found")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_label("Over what")).to_have_value("walnut")
