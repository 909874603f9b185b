"""Refresh docs/screenshots/ from fresh demo data: `take_screenshots.py [FOLDER]`."""

import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, ViewportSize, expect, sync_playwright

from jug_mingle.cli import prepare_demo
from tests.browser.support import Server, launch

ON_PHONE = ("mingle", "try-on", "plan")
"""What is shown on a phone, too; a few pictures are kept, not all."""

DESK, PHONE = ViewportSize(width=1280, height=800), ViewportSize(width=390, height=844)


def catch_the_glaze(page: Page) -> None:
    """Tap the paper, then the jug."""
    page.goto("/catch")
    photo = page.get_by_role("application")
    photo.wait_for()
    expect(photo.locator("img")).to_have_js_property("complete", True)
    box = photo.bounding_box()
    assert box is not None
    page.mouse.click(box["x"] + box["width"] * 0.71, box["y"] + box["height"] * 0.775)
    page.mouse.click(box["x"] + box["width"] * 0.36, box["y"] + box["height"] * 0.633)
    page.locator("[data-chip]").wait_for()
    page.wait_for_timeout(200)


def catch_by_card(page: Page) -> None:
    """Let the card be found, then tap the old paint beside it."""
    page.goto("/catch?photo=4")
    page.get_by_text("a colour card").click()
    page.get_by_text("card, found").wait_for()
    box = page.get_by_role("application").bounding_box()
    assert box is not None
    page.mouse.click(box["x"] + box["width"] * 0.17, box["y"] + box["height"] * 0.6)
    page.locator("[data-chip]").wait_for()
    page.wait_for_timeout(300)


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data:
        prepare_demo(Path(data))
        with Server(Path(data)) as server, sync_playwright() as playwright:
            browser = launch(playwright)
            for suffix, size in (("", DESK), ("-phone", PHONE)):
                context = browser.new_context(base_url=server.address, viewport=size, reduced_motion="reduce")
                page = context.new_page()
                catch_the_glaze(page)
                page.screenshot(path=folder / f"catch{suffix}.png")
                if not suffix:
                    catch_by_card(page)
                    page.screenshot(path=folder / "catch-card.png")
                for name, path, ready in (
                    ("mingle", "/mingle", "[data-mix]"),
                    ("try-on", "/try-on", "[data-preview]"),
                    ("piece", "/piece", ".stage img"),
                    ("plan", "/plan", ".hands li"),
                    ("daybook", "/daybook", ".jugs a"),
                    ("shelf", "/shelf?tin=sloe-skin", ".tin .chip"),
                    ("jobs", "/jobs", "[data-job] img"),
                    ("settings", "/settings", "dl"),
                ):
                    if suffix and name not in ON_PHONE:
                        continue
                    page.goto(path)
                    page.locator(ready).first.wait_for()
                    page.wait_for_timeout(700)
                    page.screenshot(path=folder / f"{name}{suffix}.png")
                context.close()
            context = browser.new_context(base_url=server.address, viewport=DESK, reduced_motion="reduce")
            page = context.new_page()
            page.goto("/mingle")
            page.get_by_role("button", name="Explain, change by hand").click()
            page.wait_for_timeout(1500)
            page.locator(".foot").scroll_into_view_if_needed()
            page.wait_for_timeout(300)
            page.screenshot(path=folder / "why.png")
            page.get_by_role("button", name="Pour it").first.click()
            page.wait_for_timeout(900)
            page.keyboard.press("Space")
            page.wait_for_timeout(900)
            page.screenshot(path=folder / "bench.png")
            page.goto("/try-on")
            page.get_by_role("button", name="ombre, row by row").click()
            page.wait_for_timeout(2000)
            page.screenshot(path=folder / "row-by-row.png")
            page.get_by_role("button", name="the piece").click()
            page.get_by_label("Add a layer", exact=True).select_option(label="Stencil")
            page.get_by_role("button", name="Lay it out…").click()
            page.get_by_role("button", name="what next").click()
            page.wait_for_timeout(2500)
            page.screenshot(path=folder / "layout.png")
            page.goto("/mingle?target=2&over=oak")
            page.locator(".way").first.wait_for()
            page.wait_for_timeout(1500)
            page.screenshot(path=folder / "over-wood.png")
            browser.close()


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path(__file__).parents[1] / "docs" / "screenshots")
