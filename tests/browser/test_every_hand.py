"""Every place under every hand: targets for a finger, titles, keys, marks moved by keys, one language."""

import re

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase


class PlacesCase(BrowserCase):
    def bench(self) -> str:
        made = self.page.request.post("/api/mixes/1/batches", data={"jug": None}).json()
        return f"1/bench/{made['id']}"


class TargetsTest(PlacesCase):
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


class KeysTest(PlacesCase):
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

    def test_found_in_a_long_menu(self) -> None:
        """Escape closes its sheet at once, and it opens again; a word finds it, Enter takes it, and the menu
        itself has it. Who types while it opens is heard from the first letter."""
        page = self.page
        self.go("mingle")
        find = page.get_by_role("button", name="Find what lies below")
        find.press("Enter")
        expect(page.get_by_placeholder("type a word of it")).to_be_focused()
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_be_hidden()
        find.press("Enter")
        page.keyboard.type("walnu")
        expect(page.get_by_text("1 found")).to_be_visible()
        page.keyboard.press("Enter")
        over = page.get_by_label("Over what")
        expect(over).to_have_value("walnut")
        for typed, wood in (("cherr", "cherry"), ("walnu", "walnut"), ("cherr", "cherry")):
            find.press("Enter")
            page.keyboard.press("Escape")
            find.press("Enter")
            page.keyboard.type(f"{typed}\n")
            expect(over).to_have_value(wood)
            expect(find).to_be_focused()
