"""The whole path in a real browser: by mouse, by keyboard alone, on a phone, and after a restart."""

from typing import Any

import numpy as np
from playwright.sync_api import Locator, expect

from jug_mingle.core.colour.spaces import hex_to_sRGB
from tests.browser.support import BrowserCase


class PathTest(BrowserCase):
    def test_by_keyboard_alone(self) -> None:
        """The same without a mouse: arrows move the loupe, P marks the paper, Enter takes it, Tab does the
        rest."""
        page = self.page
        self.go("catch")
        stage = page.get_by_role("application")
        stage.focus()
        self.arrows(4, 5)
        page.keyboard.press("p")
        self.arrows(-7, -3)
        page.keyboard.press("Enter")
        expect(page.locator("[data-chip]")).to_be_visible()
        self.tab_to(page.get_by_label("Call it"))
        page.keyboard.type("by keys")
        page.keyboard.press("Enter")
        expect(page.get_by_role("link", name="by keys")).to_be_visible()
        self.tab_to(page.get_by_role("link", name="by keys"))
        page.keyboard.press("Enter")
        expect(page.locator("[data-mix]").first).to_be_visible()
        self.tab_to(page.locator("input[name=recipe]:checked"))
        page.keyboard.press("ArrowUp")
        self.tab_to(page.get_by_role("button", name="Keep as a jug"))
        page.keyboard.press("Enter")
        expect(page.get_by_role("complementary").get_by_text("By keys", exact=True)).to_be_visible()
        self.tab_to(page.get_by_role("link", name="Try on"))
        page.keyboard.press("Enter")
        before = self.blend()["width"]
        expect(page.locator("[data-preview]")).to_be_visible()
        self.tab_to(page.get_by_role("button", name="Blend", exact=True))
        page.keyboard.press("Enter")
        self.tab_to(page.get_by_label("how wide"))
        page.keyboard.press("ArrowLeft")
        self.quiet(page)
        self.assertLess(self.blend()["width"], before)
        self.assertIn("By keys", [m["name"] for m in self.job()["mixes"]])

    def blend(self) -> Any:
        look = next(one for one in self.job()["looks"] if one["id"] == self.job()["pieces"][0]["look_id"])
        return next(layer for layer in look["layers"] if layer["kind"] == "blend")

    def arrows(self, right: int, down: int) -> None:
        for key, count in (
            ("ArrowRight" if right > 0 else "ArrowLeft", abs(right)),
            ("ArrowDown" if down > 0 else "ArrowUp", abs(down)),
        ):
            for _ in range(count):
                self.page.keyboard.press(f"Shift+{key}")

    def tab_to(self, wanted: Locator) -> None:
        """Press Tab until an element has the focus; a keyboard must be able to reach it."""
        for _ in range(60):
            if wanted.evaluate("element => element === document.activeElement"):
                return
            self.page.keyboard.press("Tab")
        self.fail(f"Tab never reached {wanted}")


class LightTest(BrowserCase):
    def test_pixels_follow_the_light(self) -> None:
        """In each light the pixels of a jug's chip and of a recipe are those that the API states."""
        self.go("mingle")
        for name, title in (
            ("bulb", "Bulb"),
            ("tube", "Tube"),
            ("cool_led", "Cool LED"),
            ("window", "Window"),
        ):
            with self.subTest(name):
                self.page.get_by_text(title, exact=True).first.click()
                self.quiet()
                stated = self.page.request.get(f"/api/jobs/1?light={name}").json()["mixes"][0]
                chip = self.page.locator(f"[data-jug='{stated['id']}']")
                expect(chip).to_be_visible()
                np.testing.assert_allclose(
                    self.pixel(chip), 255 * hex_to_sRGB(stated["recipe"]["hex"]), atol=1.0
                )
                wishes = {"batch": 500, "most_tins": 3, "tool": "parts", "parts": 12, "lights": [name]}
                fewest = self.page.request.post(f"/api/targets/1/recipes?light={name}", data=wishes).json()[
                    "recipes"
                ][0]
                np.testing.assert_allclose(
                    self.pixel(self.page.locator("[data-mix]").nth(1)),
                    255 * hex_to_sRGB(fewest["hex"]),
                    atol=1.0,
                )


class EveryScreenTest(BrowserCase):
    def test_number_keys(self) -> None:
        """Each place has its key, and L goes through the lights."""
        self.go("catch")
        for key, title in (
            ("1", "What am I painting?"),
            ("3", "What do I pour for"),
            ("4", "How will it look?"),
            ("6", "What was"),
            ("s", "What stands on the shelf?"),
        ):
            self.page.keyboard.press(key)
            expect(self.page.locator("h1")).to_contain_text(title)
        self.page.keyboard.press("l")
        expect(self.page.get_by_role("radio", name="Bulb")).to_be_checked()
