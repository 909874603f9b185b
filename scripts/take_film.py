"""Refresh the moving picture of the main job, from fresh demo data: `take_film.py [FILE]`.

A colour is caught from the photo, mixed, poured and tried on; each press is marked where it is made. Animated
WebP.
"""

import io
import sys
import tempfile
from dataclasses import dataclass, field
from pathlib import Path

from PIL import Image, ImageDraw
from playwright.sync_api import Locator, Page, ViewportSize, expect, sync_playwright

from jug_mingle.cli import prepare_demo
from tests.browser.support import Server, launch

SIZE = ViewportSize(width=1280, height=800)
SHOWN = (896, 560)
LONG, SHORT = 1800, 900
"""How long a picture stands that is looked at, and one that only leads on. [ms]"""

INK = (27, 27, 27, 235)


@dataclass
class Film:
    """The pictures of a page as they are taken, each with how long it stands."""

    page: Page
    frames: list[Image.Image] = field(default_factory=list)
    lasts: list[int] = field(default_factory=list)

    def look(self, lasts: int = LONG) -> None:
        """Take what is shown."""
        self.page.wait_for_timeout(500)
        self._take(None, lasts)

    def press(self, what: Locator) -> None:
        """Show where it is pressed, and press it."""
        what.scroll_into_view_if_needed()
        box = what.bounding_box()
        assert box is not None
        self._take((box["x"] + box["width"] / 2, box["y"] + box["height"] / 2), SHORT)
        what.click()

    def tap(self, what: Locator, x: float, y: float) -> None:
        """Show where a picture is tapped, in shares of it, and tap it."""
        box = what.bounding_box()
        assert box is not None
        at = (box["x"] + x * box["width"], box["y"] + y * box["height"])
        self._take(at, SHORT)
        self.page.mouse.click(*at)

    def _take(self, at: tuple[float, float] | None, lasts: int) -> None:
        shot = Image.open(io.BytesIO(self.page.screenshot())).convert("RGB")
        if at:
            draw = ImageDraw.Draw(shot, "RGBA")
            for radius, width in ((26, 4), (6, 6)):
                draw.ellipse(
                    [at[0] - radius, at[1] - radius, at[0] + radius, at[1] + radius], outline=INK, width=width
                )
        self.frames.append(shot.resize(SHOWN, Image.Resampling.LANCZOS))
        self.lasts.append(lasts)

    def save(self, file: Path) -> None:
        """Write all of it as one animated WebP."""
        first, *rest = self.frames
        first.save(
            file, "WEBP", save_all=True, append_images=rest, duration=self.lasts, loop=0, quality=72,
            method=6, minimize_size=True,
        )  # fmt: skip


def main_job(film: Film) -> None:
    """From a photo of the jug to the piece in its colour."""
    page = film.page
    page.goto("/catch")
    photo = page.get_by_role("application")
    photo.wait_for()
    expect(photo.locator("img")).to_have_js_property("complete", True)
    film.look()
    film.tap(photo, 0.71, 0.775)
    film.look(SHORT)
    film.tap(photo, 0.36, 0.633)
    page.locator("[data-chip]").wait_for()
    film.look()
    film.press(page.get_by_role("button", name="Keep this colour"))
    film.press(page.get_by_role("status").get_by_role("button", name="Mix it"))
    page.locator("[data-mix]").first.wait_for()
    film.look()
    film.press(page.locator("label").filter(has_text="Bulb").first)
    film.look()
    film.press(page.locator("label").filter(has_text="Window").first)
    film.press(page.get_by_role("button", name="Keep as a jug"))
    film.press(page.get_by_role("status").get_by_role("button", name="Pour it"))
    page.get_by_text("tap anywhere").wait_for()
    for _ in range(3):
        film.look(LONG - 400)
        page.keyboard.press("Space")
        page.wait_for_timeout(900)
    film.look()
    page.goto("/1/try-on")
    page.locator("[data-preview]").wait_for()
    page.wait_for_timeout(800)
    reach = page.get_by_label("How far it is painted")
    for stage in range(int(reach.get_attribute("max") or 0) + 1):
        reach.fill(str(stage))
        page.wait_for_timeout(900)
        film.look(LONG - 600)
    page.goto("/1/plan")
    page.locator(".hands li").first.wait_for()
    film.look(LONG + 600)


def main(file: Path) -> None:
    with tempfile.TemporaryDirectory() as data:
        prepare_demo(Path(data))
        with Server(Path(data)) as server, sync_playwright() as playwright:
            browser = launch(playwright)
            context = browser.new_context(base_url=server.address, viewport=SIZE, reduced_motion="reduce")
            film = Film(context.new_page())
            main_job(film)
            film.save(file)
            browser.close()


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path(__file__).parents[1] / "docs" / "main-job.webp")
