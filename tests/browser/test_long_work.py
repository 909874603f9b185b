"""Work that takes long, photos by every way, and the program away in the middle of it."""

import base64
from typing import Any

from playwright.sync_api import Page, Route, expect

from tests.api.support import photo
from tests.browser.support import PHONE, BrowserCase, Server

AWAY = ("Failed to load resource: net::ERR", "WebSocket", "Failed to load module")


def files(*names: str) -> list[Any]:
    """Return small photos, each another."""
    return [
        {"name": f"{name}.jpg", "mimeType": "image/jpeg", "buffer": photo(size=(400, 300 + n))}
        for n, name in enumerate(names)
    ]


HANDED = """([name, text, type]) => {
  const bytes = Uint8Array.from(atob(text), c => c.charCodeAt(0))
  const data = new DataTransfer()
  data.items.add(new File([bytes], name, { type: 'image/jpeg' }))
  const init = { bubbles: true, cancelable: true }
  const event = type === 'paste' ? new ClipboardEvent('paste', { ...init, clipboardData: data })
    : new DragEvent('drop', { ...init, dataTransfer: data })
  document.querySelector('main').dispatchEvent(event)
}"""
"""Hand a file to the page, dropped or pasted."""


class PhotosTest(BrowserCase):
    def names(self) -> list[str]:
        return [one["name"] for one in self.job()["photos"]]

    def test_several_at_once(self) -> None:
        """All that can be taken are, one after the other; what cannot is named, and keeps none back."""
        self.go("catch")
        many = files("one", "two", "three")
        many[1]["buffer"] = b"no picture"
        self.allowed = ("Failed to load resource: the server responded with a status of 422",)
        self.page.set_input_files("#photo-file", many)
        self.until(lambda: self.names()[-2:], ["one.jpg", "three.jpg"])
        expect(self.page.get_by_role("alert").filter(has_text="two.jpg")).to_be_visible()
        expect(self.page.get_by_role("button", name="three.jpg")).to_have_attribute("aria-pressed", "true")

    def test_dropped_and_pasted(self) -> None:
        for place, way, high in (("catch", "drop", 310), ("daybook", "paste", 320)):
            self.go(place)
            expect(self.page.get_by_text("or drop or paste them")).to_be_visible()
            text = base64.b64encode(photo(size=(400, high))).decode()
            self.page.evaluate(HANDED, [f"{way}.jpg", text, way])
            self.until(lambda way=way: f"{way}.jpg" in self.names(), True)  # type: ignore[misc]

    def test_stopped(self) -> None:
        """What is sent stays; what is not sent yet is left out."""
        self.go("catch")
        before = len(self.names())
        held: list[Route] = []

        def hold(route: Route) -> None:
            if len(held) > 0:
                held.append(route)
            else:
                held.append(route)
                route.continue_()

        self.page.route("**/photos?name=*", hold)
        self.page.set_input_files("#photo-file", files("one", "two", "three"))
        expect(self.page.get_by_role("status").filter(has_text="Sending 2 of 3")).to_be_attached()
        self.page.get_by_role("button", name="Stop").click()
        expect(self.page.get_by_text("Add photos")).to_be_visible()
        self.quiet()
        self.assertEqual(len(self.names()), before + 1)

    def test_the_camera_of_a_phone(self) -> None:
        """A phone's file field opens its camera: no live camera is promised, which a plain network does not
        give."""
        page = self.open(PHONE)
        self.go("catch", page)
        expect(page.get_by_text("Take a photo")).to_be_visible()
        self.assertEqual(page.locator("input[capture=environment]").count(), 1)


class StoppedTest(BrowserCase):
    def test_recipes(self) -> None:
        """Recipes in the making are stopped and gone on with; those from before stay, and are said to be."""
        page = self.page
        self.go("mingle")
        expect(page.locator("[data-mix]").first).to_be_visible()
        rows = page.locator(".rows label").count()
        held: list[Route] = []
        page.route("**/recipes?**", lambda route: held.append(route))
        page.get_by_label("most tins").select_option("2")
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_text("Stopped. These are from before.")).to_be_visible()
        self.assertEqual(page.locator(".rows label").count(), rows)
        page.unroute("**/recipes?**")
        page.get_by_role("button", name="Go on").click()
        expect(page.get_by_text("from before")).to_be_hidden()
        expect(page.locator(".rows label")).to_have_count(2)

    def test_colours_of_a_picture_and_the_card(self) -> None:
        """The scheme says what it waits for and shows colours at once; the search for a card can be
        stopped."""
        page = self.page
        self.go("catch?photo=4")
        page.get_by_role("button", name="A whole picture").click()
        expect(page.get_by_text("Till then they are as the photo has them.")).to_be_visible()
        expect(
            page.get_by_role("list", name="Colours of the picture").get_by_role("listitem").first
        ).to_be_visible()
        page.route("**/chart", lambda route: None)
        page.get_by_text("a colour card").click()
        expect(page.get_by_text("Looking for the card")).to_be_visible()
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_text("Tap the outer corners").first).to_be_visible()


class AwayTest(BrowserCase):
    def stopped(self) -> int:
        self.allowed = AWAY
        self.quiet()
        port: int = self.server.port
        self.server.stop()
        return port

    def back(self, port: int) -> None:
        self.server = self.enterContext(Server(self.folder, port=port))
        expect(self.page.get_by_text("does not answer")).to_be_hidden(timeout=25_000)

    def test_a_question_does_not_wait(self) -> None:
        """What is only computed is asked anew when the program is back: nothing was said that has to be
        kept."""
        page = self.page
        self.go("mingle")
        page.get_by_role("button", name="Take an undertone out").click()
        expect(page.locator(".undertone .name").first).to_be_visible()
        port = self.stopped()
        page.locator(".undertone select").last.select_option("cherry")
        banner = page.get_by_role("alert").filter(has_text="does not answer")
        expect(banner).to_be_visible()
        expect(banner).not_to_contain_text("waits")
        self.back(port)
        expect(page.locator(".undertone .name").first).to_have_text("Cherry")

    def test_an_upload_waits(self) -> None:
        self.go("catch")
        port = self.stopped()
        self.page.set_input_files("#photo-file", files("while away"))
        expect(self.page.get_by_role("alert").filter(has_text="1 change waits")).to_be_visible()
        self.back(port)
        expect(self.page.get_by_role("button", name="while away.jpg")).to_have_attribute(
            "aria-pressed", "true"
        )

    def test_a_layer_moved_and_the_place_left(self) -> None:
        """A look changed while the program is away is kept, also when the place is left before it is back."""
        page = self.page
        self.go("mingle")
        page.get_by_role("link", name="Try on").click()
        page.get_by_role("button", name="Blend", exact=True).click()
        port = self.stopped()
        page.get_by_label("how wide").fill("0.42")
        expect(page.get_by_text("does not answer")).to_be_visible()
        page.get_by_role("link", name="Mingle").click()
        self.back(port)
        self.until(lambda: self.width(), 0.42)

    def width(self) -> float:
        found: float = self.job()["looks"][0]["layers"][0]["width"]
        return found

    def test_a_closed_page(self) -> None:
        """What waits is kept in the browser: the page is closed without a question, and the next one sends
        it, in order, once; two answers about one piece as well, though the second was given unseen by the
        program."""
        page = self.page
        self.go("mingle")
        page.get_by_role("link", name="Piece").click()
        expect(page.locator(".stage img")).to_be_visible()
        port = self.stopped()
        page.get_by_label("Called").fill("Seed cabinet")
        page.get_by_label("Called").press("Enter")
        self.waits(page, "1 change waits here")
        page.get_by_label("Called").fill("Seed chest")
        page.get_by_label("Called").press("Enter")
        self.waits(page, "2 changes wait here")
        page.get_by_role("button", name="Remove Bare rim", exact=True).click()
        self.waits(page, "this page may be closed meanwhile")
        self.waits(page, "3 changes wait here")
        page.close(run_before_unload=True)
        self.server = self.enterContext(Server(self.folder, port=port))
        self.page = page = page.context.new_page()
        sent: list[str] = []
        page.on("request", lambda one: sent.append(f"{one.method} {one.url.split('/api/')[-1]}"))
        page.goto("/1/piece")
        self.until(lambda: [mix["name"] for mix in self.job()["mixes"]], ["Jug glaze"])
        self.assertEqual(self.job()["pieces"][0]["name"], "Seed chest")
        expect(page.get_by_label("Called")).to_have_value("Seed chest")
        writes = [one for one in sent if one.startswith(("DELETE mixes", "PATCH pieces"))]
        self.assertEqual(writes, ["PATCH pieces/1", "PATCH pieces/1", "DELETE mixes/2"])
        page.reload()
        expect(page.get_by_label("Called")).to_have_value("Seed chest")
        self.assertEqual(len([one for one in sent if one.startswith(("DELETE", "PATCH"))]), 3)

    def waits(self, page: Page, words: str) -> None:
        expect(page.get_by_role("alert").filter(has_text="does not answer")).to_contain_text(words)

    def test_two_windows(self) -> None:
        """Both say how much waits; what either of them did is done once, and each has its answer."""
        page = self.page
        self.go("mingle")
        other = page.context.new_page()
        other.goto("/1/piece")
        expect(other.locator(".stage img")).to_be_visible()
        port = self.stopped()
        page.get_by_role("button", name="Keep as a jug").click()
        self.waits(page, "1 change waits")
        other.get_by_label("Called").fill("Seed cabinet")
        other.get_by_label("Called").press("Enter")
        self.waits(other, "2 changes wait")
        self.back(port)
        expect(other.get_by_text("does not answer")).to_be_hidden(timeout=25_000)
        self.until(lambda: self.job()["pieces"][0]["name"], "Seed cabinet")
        expect(page.get_by_role("status").get_by_text("stands with your jugs")).to_be_visible()
        expect(other.get_by_role("status").get_by_text("is called Seed cabinet now")).to_be_visible()
        self.assertEqual(len(self.job()["mixes"]), 3)

    def test_a_newer_program(self) -> None:
        """A program that does not know any more what waits says so, and what else waits is done."""
        page = self.page
        self.go("mingle")
        port = self.stopped()
        page.get_by_role("button", name="Remove Bare rim", exact=True).click()
        self.waits(page, "1 change waits")
        page.get_by_role("button", name="Remove Jug glaze", exact=True).click()
        self.waits(page, "2 changes wait")
        page.close()
        self.server = self.enterContext(Server(self.folder, port=port))
        self.page = page = page.context.new_page()
        gone = {"detail": "there is no such address in this program", "fields": {}}
        page.route("**/api/mixes/2", lambda route: route.fulfill(status=404, json=gone))
        page.goto("/1/mingle")
        expect(page.get_by_text("was not made: there is no such address in this program")).to_be_visible()
        self.until(lambda: [mix["name"] for mix in self.job()["mixes"]], ["Bare rim"])
