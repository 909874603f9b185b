"""Wet hands and haste: pages left in the middle, taps twice, a server that is away, answers that come
late."""

import contextlib
from collections.abc import Callable
from typing import Any

import numpy as np
from playwright.sync_api import APIResponse, Error, Route, expect

from tests.browser.support import PHONE, BrowserCase


class RapidSwitchingTest(BrowserCase):
    def layer(self, number: int = 0) -> dict[str, Any]:
        found: dict[str, Any] = self.job()["looks"][0]["layers"][number]
        return found

    def test_a_page_left_at_once_keeps_the_change(self) -> None:
        """A number moved in Try on is kept though the page is left in the same breath: by a link, or for
        good."""
        page = self.page
        ways: tuple[tuple[float, Callable[[], object]], ...] = (
            (0.24, lambda: page.get_by_role("link", name="Mingle").click()),
            (0.46, lambda: page.goto("/shelf")),
            (0.68, lambda: page.reload()),
        )
        for value, leave in ways:
            self.go("try-on")
            page.get_by_role("button", name="Blend", exact=True).click()
            page.get_by_label("how wide").fill(str(value))
            leave()
            self.quiet(page)
            with self.subTest(value):
                self.assertEqual(self.layer()["width"], value)

    def test_a_late_answer_never_covers_a_newer_one(self) -> None:
        """The picture of an older number that arrives after that of a newer one is not shown."""
        page = self.page
        self.go("try-on")
        picture = page.locator("[data-preview]")
        expect(picture).to_be_visible()
        page.get_by_role("button", name="Clear coat", exact=True).click()
        self.quiet(page)
        first = picture.get_attribute("src")
        held: list[Route] = []

        def hold(route: Route) -> None:
            if not held:
                held.append(route)
            else:
                route.continue_()

        page.route("**/picture?**", hold)
        page.get_by_label("sheen").fill("0")
        self.until(lambda: len(held), 1)
        page.get_by_label("sheen").fill("1")
        expect(picture).not_to_have_attribute("src", first or "")
        self.until(lambda: page.evaluate("asked.size"), 1)  # the one that is held
        page.wait_for_timeout(200)  # a frame or two, till it is painted
        shown = self.pixel(page.locator(".stage"))
        try:
            held[0].continue_()
        except Exception as gone:  # the page has broken the older request off, which is as good
            self.assertIn("already", str(gone).lower())
        self.quiet(page)
        np.testing.assert_allclose(self.pixel(page.locator(".stage")), shown, atol=1.0)

    def test_a_first_answer_asked_for_before_a_change_is_not_taken(self) -> None:
        """Recipes still on their way when the room's light changes are asked for anew: those shown know of
        the room."""
        page = self.page
        asked: list[Route] = []
        held: list[tuple[Route, APIResponse]] = []

        def hold(route: Route) -> None:
            asked.append(route)
            if len(asked) > 1:
                route.continue_()
            else:
                held.append((route, route.fetch()))

        page.route("**/recipes?**", hold)
        self.go("mingle")
        page.get_by_role("button", name="its lights").click()
        page.get_by_label("it will stand by").select_option("warm_led")
        expect(page.get_by_text("Room: Warm LED")).to_be_visible()
        self.until(lambda: len(held), 1)
        route, answer = held[0]
        with contextlib.suppress(Error):  # the page may have broken it off, which is as good
            route.fulfill(response=answer)
        expect(page.get_by_text("Warm LED:").first).to_be_visible()

    def test_a_thumb_on_a_phone(self) -> None:
        """Dress, light, point and stage by taps alone; nothing has to be hovered or dragged."""
        page = self.open(PHONE)
        self.go("try-on", page)
        expect(page.locator("[data-preview]")).to_be_visible()
        page.get_by_label("Add a layer").select_option(label="Wax")
        page.get_by_text("Bulb", exact=True).first.tap()
        box = page.locator(".stage").bounding_box()
        assert box is not None
        page.touchscreen.tap(box["x"] + 0.4 * box["width"], box["y"] + 0.5 * box["height"])
        expect(page.get_by_text("the bare piece").first).to_be_visible()
        self.quiet(page)
        job = page.request.get("/api/jobs/1").json()
        self.assertEqual([one["kind"] for one in job["looks"][0]["layers"]], ["blend", "sealer", "wax"])
        width = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(width[0], width[1])
