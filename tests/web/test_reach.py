"""How pages ask the program: again where there is no answer, each write with its key, reads never kept."""

import time
import unittest
from typing import Any

from playwright.sync_api import Route

from tests.browser.support import browser, chromium
from tests.web.support import ADDRESS, serve

ASK = """([path, method, body]) => { window.said = undefined
  void logic.reach.reach(path, { method, ...(body ? { body } : {}) }).then(
    async answer => { said = [answer.status, await answer.text()] },
    error => { said = [error.constructor.name, String(error.message)] }) }"""


class Program:
    """Stands in for the program: away or there; what it heard of which address."""

    def __init__(self) -> None:
        self.away = False
        self.fail_first = 0
        self.status = 200
        self.heard: list[tuple[str, str, dict[str, str], str]] = []
        self.times: list[float] = []

    def __call__(self, route: Route) -> None:
        request = route.request
        path = request.url.removeprefix(ADDRESS)
        if path == "/api/lights" and not self.away:
            route.fulfill(json=[])
            return
        if path != "/api/lights":
            self.heard.append((request.method, path, request.headers, request.post_data or ""))
            self.times.append(time.monotonic())
        if self.away or self.fail_first > 0:
            self.fail_first -= path != "/api/lights"
            route.abort("connectionrefused")
            return
        route.fulfill(status=self.status, json={"n": len(self.heard)})

    def keys(self) -> list[str]:
        return [headers.get("idempotency-key", "") for _, _, headers, _ in self.heard]


@unittest.skipUnless(chromium(), "no Chromium here: install Debian's chromium-headless-shell")
class ReachTest(unittest.TestCase):
    def setUp(self) -> None:
        self.program = Program()
        self.context = browser().new_context()
        self.addCleanup(self.context.close)
        self.context.route(f"{ADDRESS}/**", serve)
        self.context.route(f"{ADDRESS}/api/**", self.program)
        self.page = self.context.new_page()
        self.page.goto(f"{ADDRESS}/")

    def ask(self, path: str, method: str = "GET", body: str = "") -> None:
        self.page.evaluate(ASK, [path, method, body])

    def said(self) -> Any:
        self.page.wait_for_function("said !== undefined", timeout=20_000)
        return self.page.evaluate("said")

    def away(self) -> bool:
        return bool(self.page.evaluate("logic.reach.isAway.value"))

    def test_again_where_there_is_no_answer(self) -> None:
        """Two lost requests are no reason to say anything: the third is answered; a write has one key for
        all."""
        self.program.fail_first = 2
        self.page.evaluate(
            "window.was = 0; setInterval(() => { was += Number(logic.reach.isAway.value) }, 5)"
        )
        self.ask("/api/jobs?x=1", "POST", '{"name": "a"}')
        self.assertEqual((self.said()[0], len(self.program.heard)), (200, 3))
        self.assertEqual(self.page.evaluate("was"), 0)
        self.assertEqual([one[:2] for one in self.program.heard], [("POST", "/api/jobs?x=1")] * 3)
        self.assertEqual(len(set(self.program.keys())), 1)
        first, second, third = self.program.times
        self.assertGreater(min(second - first, third - second), 0.2)
        self.assertRegex(self.program.keys()[0], "^[0-9a-f]{32}$")
        self.assertEqual(self.program.heard[0][2]["x-page"], self.page.evaluate("logic.reach.pageName"))

    def test_a_read_is_not_kept(self) -> None:
        """Without an answer it says that the program is away, and that is looked after: then all is as it
        was. So is what is asked by POST because it is long."""
        for path, method, body in (
            ("/api/jobs", "GET", ""), ("/api/recipes/next-swatch", "POST", "{}"),
            ("/api/targets/7/recipes", "POST", "{}"),
        ):  # fmt: skip
            self.program.away = True
            self.ask(path, method, body)
            self.assertEqual(self.said(), ["AwayError", "The program does not answer."])
            self.assertTrue(self.away())
            self.assertEqual(self.page.evaluate("logic.outbox.unsent.value"), 0)
            self.assertEqual(self.page.evaluate("logic.reach.wordsOf(new logic.reach.AwayError())"), "")
            self.program.away = False
            self.page.wait_for_function("!logic.reach.isAway.value", timeout=20_000)
        self.assertEqual(set(self.program.keys()), {""})

    def test_a_write_waits(self) -> None:
        """It is kept, counted, sent when the program is back, with the key that it had; who wrote has the
        answer. The same once more, after that, is another write."""
        self.program.away = True
        self.ask("/api/pieces/3?a=b", "PATCH", '{"name": "x"}')
        self.page.wait_for_function("logic.outbox.unsent.value === 1", timeout=20_000)
        self.assertIsNone(self.page.evaluate("said ?? null"))
        self.program.away = False
        self.assertEqual(self.said()[0], 200)
        self.page.wait_for_function("!logic.reach.isAway.value", timeout=20_000)
        method, path, headers, body = self.program.heard[-1]
        self.assertEqual((method, path, body), ("PATCH", "/api/pieces/3?a=b", '{"name": "x"}'))
        self.assertEqual(len(set(self.program.keys())), 1)
        self.assertIn("x-page", headers)
        self.ask("/api/pieces/3?a=b", "PATCH", '{"name": "x"}')
        self.assertEqual(self.said()[0], 200)
        self.assertEqual(len(set(self.program.keys())), 2)

    def test_the_same_pressed_again(self) -> None:
        """While it waits the same is the same write, and another body is another."""
        self.program.away = True
        self.ask("/api/jobs", "POST", '{"name": "a"}')
        self.page.wait_for_function("logic.outbox.unsent.value === 1", timeout=20_000)
        self.ask("/api/jobs", "POST", '{"name": "a"}')
        self.ask("/api/jobs", "POST", '{"name": "b"}')
        self.page.wait_for_function("logic.outbox.unsent.value === 2", timeout=20_000)
        self.program.heard.clear()
        self.program.away = False
        self.page.wait_for_function("!logic.reach.isAway.value", timeout=20_000)
        self.assertEqual([body for *_, body in self.program.heard], ['{"name": "a"}', '{"name": "b"}'])

    def test_photos_are_told_apart_by_their_ends(self) -> None:
        """Of two long files that differ in their first or their last byte, none is taken for the other."""
        self.program.away = True
        for first, last, waiting in ((0, 0, 1), (0, 0, 1), (1, 0, 2), (0, 1, 3)):
            self.page.evaluate(
                """([first, last]) => { const bytes = new Uint8Array(1_200_000)
                  bytes[0] = first; bytes[bytes.length - 1] = last
                  const body = new Blob([bytes])
                  void logic.reach.reach('/api/jobs/1/photos', { method: 'POST', body }) }""",
                [first, last],
            )
            self.page.wait_for_function(f"logic.outbox.unsent.value === {waiting}", timeout=20_000)

    def test_one_looks_at_a_time(self) -> None:
        """However many writes wait, the program is asked once whether it is back."""
        self.program.away = True
        self.page.evaluate(
            """() => { const ask = window.fetch; window.looks = 0
              window.fetch = (asked, ...how) => asked === '/api/lights'
                ? new Promise(() => { looks += 1 }) : ask(asked, ...how) }"""
        )
        for n in (1, 2, 3):
            self.ask(f"/api/pieces/{n}", "PATCH", "{}")
            self.page.wait_for_function(f"logic.outbox.unsent.value === {n}", timeout=20_000)
        self.page.wait_for_function("looks > 0", timeout=20_000)
        self.assertEqual(self.page.evaluate("looks"), 1)

    def test_what_waited_when_its_page_was_closed(self) -> None:
        """The next page sends it, or says that the program is away; with nothing that waits it does
        neither."""
        send = "logic.reach.sendWhatWaited(() => undefined)"
        self.program.away = True
        self.assertFalse(self.page.evaluate(send))
        self.assertFalse(self.away())
        self.ask("/api/pieces/3", "PATCH", "{}")
        self.page.wait_for_function("logic.outbox.unsent.value === 1", timeout=20_000)
        self.page.close()
        self.page = self.context.new_page()
        self.page.goto(f"{ADDRESS}/")
        self.assertTrue(self.page.evaluate(send))
        self.assertTrue(self.away())
        self.program.away = False
        self.page.wait_for_function("!logic.reach.isAway.value", timeout=20_000)
        self.assertEqual(self.program.heard[-1][:2], ("PATCH", "/api/pieces/3"))

    def test_what_cannot_be_sent(self) -> None:
        """A write that gets no answer three times though the program answers others is given up."""
        self.program.away = True
        self.ask("/api/pieces/3", "PATCH", "{}")
        self.page.wait_for_function("logic.outbox.unsent.value === 1", timeout=20_000)
        self.program.heard.clear()
        self.program.away, self.program.fail_first = False, 99
        self.assertIn("could not be sent", self.said()[1])
        self.assertEqual(len(self.program.heard), 3)

    def test_broken_off(self) -> None:
        """A write that is not wanted any more goes from what waits."""
        self.program.away = True
        self.page.evaluate(
            """() => { window.stop = new AbortController(); window.said = undefined
              void logic.reach.reach('/api/jobs', { method: 'POST', body: '1', signal: stop.signal }).catch(
                error => { said = [error.name] }) }"""
        )
        self.page.wait_for_function("logic.outbox.unsent.value === 1", timeout=20_000)
        self.page.evaluate("stop.abort()")
        self.assertEqual(self.said(), ["AbortError"])
        self.page.wait_for_function("logic.outbox.unsent.value === 0")

    def test_not_let_in(self) -> None:
        """Who is not let in goes to where a code is typed."""
        self.program.status = 401
        self.ask("/api/jobs")
        self.page.wait_for_url("**/pair")

    def test_nobody_waits_for_what_is_away(self) -> None:
        """A change waits for the one before it, and no longer once the program is away."""
        run = self.page.evaluate
        run("() => { window.first = new Promise(done => { window.end = done }); window.went = [] }")
        run("() => { void logic.reach.answeredOrAway(first).then(() => went.push('second')) }")
        self.assertEqual(run("went"), [])
        run("end()")
        self.page.wait_for_function("went.length === 1")
        run("() => { void logic.reach.answeredOrAway(new Promise(() => 0)).then(() => went.push('third')) }")
        self.assertEqual(run("went"), ["second"])
        self.program.away = True
        self.ask("/api/jobs")
        self.page.wait_for_function("went.length === 2", timeout=20_000)
        run("() => { void logic.reach.answeredOrAway(new Promise(() => 0)).then(() => went.push('fourth')) }")
        self.page.wait_for_function("went.length === 3")

    def test_words(self) -> None:
        found = self.page.evaluate(
            "[new Error('it is too wide'), 'x'].map(one => logic.reach.wordsOf(one))"
            ".concat(logic.reach.wordsOf(1, 'so'))"
        )
        self.assertEqual(found, ["it is too wide", "It did not work: try again.", "so"])
