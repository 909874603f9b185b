"""A page of another site in the same browser gets nothing out of the program and nothing in: tried in real
Chromium."""

import tempfile
import threading
import unittest
from functools import partial
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page

from tests.api.support import copy_demo, photo
from tests.browser.support import Server, chromium, launch, playwright


class Hostile(BaseHTTPRequestHandler):
    """An empty page; what it does is run in it by the tests."""

    def do_GET(self) -> None:
        self.send_response(200)
        self.send_header("Content-Type", "text/html")
        self.end_headers()
        self.wfile.write(b"<!doctype html><title>hostile</title><body></body>")

    def log_message(self, *_: Any) -> None:
        """Be quiet."""


SEND = """async ([address, ways]) => {
    const heard = []
    for (const [method, path, body, type] of ways) {
        for (const mode of ['no-cors', 'cors']) {
            try {
                const answer = await fetch(address + path, { method, mode, body: body ?? undefined,
                    credentials: 'include',
                    headers: type ? { 'Content-Type': type } : {} })
                heard.push(answer.type === 'opaque' ? 'opaque' : answer.status + ' ' + (await answer.text()))
            } catch (error) { heard.push('refused') }
        }
    }
    return heard
}"""
LOADS = """async ([address, paths]) => {
    const load = (tag, path) => new Promise(done => {
        const one = document.createElement(tag)
        one.onload = () => done(tag + ' loaded ' + path)
        one.onerror = () => done('')
        if (tag === 'link') { one.rel = 'stylesheet'; one.href = address + path }
        else one.src = address + path
        document.body.append(one)
        setTimeout(() => done(''), 4000)
    })
    const found = []
    for (const [tag, path] of paths) found.push(await load(tag, path))
    return found.filter(Boolean)
}"""
WRITES = [
    ["POST", "/api/shelf/table", "name,kind\nHOSTILE,chalk_paint\n", "text/plain"],
    ["POST", "/api/pieces/1/duplicate", None, ""],
    ["POST", "/api/jobs/1/photos?name=evil", "x" * 1000, "text/plain"],
    ["POST", "/api/pieces/1/ladder/mixes?first_id=1&second_id=2", None, ""],
    ["POST", "/api/looks/1/restore", None, ""],
    ["POST", "/api/devices/reader/calibrate", None, ""],
    ["POST", "/api/jobs", '{"name":"evil"}', "text/plain"],
    ["POST", "/api/colours/file", "GIMP Palette\n1 2 3 x\n", "text/plain"],
]

THINGS = [
    ["img", "/api/photos/1/picture"], ["img", "/api/pieces/1/look.png?pixels_wide=64&pixels_high=64"],
    ["img", "/jug.svg"], ["script", "/api/jobs"], ["script", "/openapi.json"], ["link", "/api/jobs"],
]  # fmt: skip


@unittest.skipUnless(chromium(), "no Chromium here: install Debian's chromium-headless-shell")
class OtherSiteTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = copy_demo(Path(self.enterContext(tempfile.TemporaryDirectory())))
        self.server = self.enterContext(Server(folder))
        self.site = ThreadingHTTPServer(("127.0.0.1", 0), partial(Hostile))
        self.addCleanup(self.site.server_close)
        self.addCleanup(self.site.shutdown)
        threading.Thread(target=self.site.serve_forever, daemon=True).start()

    def page(self, address: str, *flags: str) -> Page:
        browser: Browser = launch(playwright(), *flags)
        self.addCleanup(browser.close)
        page = browser.new_page()
        page.goto(address)
        return page

    def state(self, page: Page) -> tuple[Any, ...]:
        """Return what the program holds, asked from outside of any page."""
        ask = page.request
        paths = ("/api/jobs", "/api/jobs/1", "/api/shelf", "/api/past-mixes")
        return tuple(ask.get(self.server.address + path).json() for path in paths)

    def test_a_page_of_another_port_and_of_another_name(self) -> None:
        """It can send nothing that is done, read nothing, and show nothing of the program's in itself."""
        for name in ("127.0.0.1", "localhost"):
            with self.subTest(name):
                page = self.page(f"http://{name}:{self.site.server_port}/")
                before = self.state(page)
                heard = page.evaluate(SEND, [self.server.address, WRITES])
                self.assertEqual({one for one in heard if one not in ("opaque", "refused")}, set())
                self.assertEqual(self.state(page), before)
                loaded = page.evaluate(LOADS, [self.server.address, THINGS])
                self.assertEqual(loaded, [])

    def test_a_form_and_a_frame(self) -> None:
        """A form that is sent by itself changes nothing; in a frame the program is not to be seen."""
        page = self.page(f"http://localhost:{self.site.server_port}/")
        before = self.state(page)
        with page.expect_response("**/duplicate") as refused:
            page.evaluate(
                """address => {
                const form = document.createElement('form')
                form.method = 'post'; form.action = address + '/api/pieces/1/duplicate'; form.target = 'in'
                const frame = document.createElement('iframe'); frame.name = 'in'
                document.body.append(frame, form); form.submit()
            }""",
                self.server.address,
            )
        self.assertGreaterEqual(refused.value.status, 400)
        self.assertEqual(self.state(page), before)
        with page.expect_response(f"{self.server.address}/"):
            page.evaluate(
                "address => { document.querySelector('iframe').src = address }", self.server.address
            )
        page.wait_for_load_state("networkidle")
        self.assertFalse(any(frame.locator("h1").count() for frame in page.frames))

    def test_a_link_opens_the_program(self) -> None:
        """A person who follows a link from elsewhere gets the program, and it works."""
        page = self.page(f"http://localhost:{self.site.server_port}/")
        page.evaluate("address => { location.href = address }", f"{self.server.address}/mingle")
        page.get_by_role("heading", name="What do I pour for").wait_for()
        page.get_by_role("button", name="Keep as a jug").wait_for()

    def test_a_name_that_was_bound_anew(self) -> None:
        """A site whose name leads to this machine all of a sudden sees a refusal, and can read and write
        nothing."""
        page = self.page("about:blank", "--host-resolver-rules=MAP evil.example 127.0.0.1")
        before = self.state(page)
        answer = page.goto(f"http://evil.example:{self.server.port}/")
        assert answer is not None
        self.assertEqual(answer.status, 403)
        here = f"http://evil.example:{self.server.port}"
        heard = page.evaluate(SEND, [here, [["GET", "/api/jobs", None, ""], *WRITES]])
        self.assertTrue(all(one.startswith(("403", "refused")) for one in heard), heard)
        self.assertEqual(self.state(page), before)

    def test_its_own_pages_may(self) -> None:
        """What is refused from elsewhere is done from the program's own page: an upload, a copy, a
        calibration."""
        page = self.page(f"{self.server.address}/catch")
        sent = page.evaluate(
            """async bytes => {
                const body = new Uint8Array(bytes)
                const one = await fetch('/api/jobs/1/photos?name=mine', { method: 'POST', body })
                const two = await fetch('/api/pieces/1/duplicate', { method: 'POST' })
                return [one.status, two.status]
            }""",
            list(photo()),
        )
        self.assertEqual(sent, [201, 201])
