"""Somebody at work, counted: each click or tap and each key that types; and what every walk begins with."""

from dataclasses import dataclass

from playwright.sync_api import Locator, Page, expect

from tests.api.support import photo

SOON = 60_000
"""How long one step may take on a busy machine. [ms]"""


@dataclass
class Walker:
    """Somebody with a mouse or with a finger; what was done is counted."""

    page: Page
    hand: str
    presses: int = 0
    keys: int = 0

    def press(self, what: Locator) -> None:
        """Click it or tap it."""
        self.presses += 1
        what.wait_for(timeout=SOON)
        if self.hand == "touch":
            what.tap()
        else:
            what.click()

    def type(self, what: Locator, text: str) -> None:
        """Type into a field; going to it is a press, too."""
        self.presses += 1
        self.keys += len(text)
        what.fill(text)

    def point(self, what: Locator, x: float, y: float) -> None:
        """Tap a place of a picture, in shares of its width and height."""
        self.presses += 1
        what.wait_for(timeout=SOON)
        expect(what.locator("img").first).to_have_js_property("complete", True)
        box = what.bounding_box()
        assert box is not None
        if self.hand == "touch":
            what.scroll_into_view_if_needed()
            what.tap(position={"x": x * box["width"], "y": y * box["height"]})
        else:
            what.click(position={"x": x * box["width"], "y": y * box["height"]})


def button(page: Page | Locator, name: str) -> Locator:
    """The last button of this name: of several the newest."""
    return page.get_by_role("button", name=name, exact=True).last


def begin_job(walker: Walker, name: str) -> None:
    """Begin another job; one is at a place of one."""
    page = walker.page
    walker.press(page.get_by_role("heading", level=1))  # a letter is a key outside of a field
    walker.presses += 1
    page.keyboard.press("j")
    walker.press(button(page, "Begin a new job"))
    walker.type(page.get_by_label("Its name"), name)
    walker.press(button(page, "Begin"))


def catch_from_photo(walker: Walker) -> None:
    """Take a photo from the disk, show what is white in it and the colour wanted, and keep that."""
    page = walker.page
    walker.presses += 1  # the file field, then the photo in the machine's own dialog
    page.set_input_files(
        "#photo-file", {"name": "a.png", "mimeType": "image/png", "buffer": photo(size=(400, 300))}
    )
    expect(page.get_by_role("button", name="a.png")).to_have_attribute("aria-pressed", "true")
    stage = page.get_by_role("application")
    walker.point(stage, 0.2, 0.5)
    expect(page.get_by_text("Now tap the colour you want")).to_be_visible()
    walker.point(stage, 0.8, 0.5)
    walker.press(button(page, "Keep this colour"))


def type_colour(walker: Walker, text: str) -> None:
    """Type a colour where one is asked for; who typed the last one is offered to type at once."""
    way = button(walker.page, "Type it")
    if way.get_attribute("aria-pressed") != "true":
        walker.press(way)
    walker.type(walker.page.get_by_label("Hex, RGB or Lab"), text)


def add_tin(walker: Walker, name: str, colour: str) -> None:
    """Put a tin on the shelf by its name and its typed colour; one is on the shelf's page."""
    page = walker.page
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    add = page.get_by_role("button", name="Add a tin", exact=True)
    walker.press(add.or_(page.get_by_role("button", name="One tin", exact=True)).last)
    walker.type(page.get_by_label("Its name"), name)
    type_colour(walker, colour)
    expect(page.locator("[data-any-colour]")).to_be_visible()
    walker.press(button(page, "Put it on the shelf"))
    expect(page.locator("aside").get_by_label("Name", exact=True)).to_have_value(name)


def photo_to_card(walker: Walker) -> str:
    """From a photo on the disk to the address of the printed recipe card."""
    page = walker.page
    page.goto("/1/catch")
    catch_from_photo(walker)
    walker.press(page.get_by_role("status").get_by_role("button", name="Mix it"))
    walker.press(button(page, "Keep as a jug"))
    lead = page.get_by_role("status").get_by_role("button", name="Print its card")
    lead.wait_for()
    with page.context.expect_event("request", lambda sent: "/card.pdf" in sent.url) as sent:
        walker.press(lead)
    return str(sent.value.url)
