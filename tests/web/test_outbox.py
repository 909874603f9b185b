"""Writes made while the program is away: kept, sent in order, once, by any window, also after a reload."""

import json
import unittest
from typing import Any

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from playwright.sync_api import Page, Route

from tests.browser.support import browser, chromium
from tests.web.support import ADDRESS, serve

MAKE = """writes => { window.heard = {}; for (const { key, path, body, match } of writes) {
  const headers = [['content-type', 'application/json'], ['idempotency-key', key]]
  if (match) headers.push(['if-match', match])
  void logic.outbox.hold({ made: key, key, method: 'PATCH', path, headers, body: new Blob([body]), tries: 0 })
    .then(async answer => { heard[key] = [answer.status, await answer.text()] },
      error => { heard[key] = String(error) }) } }"""
SEND = """async () => {
  const refused = []
  return [await logic.outbox.sendWaiting(words => refused.push(words)), refused]
}"""


class Program:
    """Stands in for the program: what it was sent, and whether it answers."""

    def __init__(self) -> None:
        self.got: list[tuple[str, str, str | None]] = []
        self.answers: dict[str, tuple[int, Any]] = {}
        self.lost: dict[str, int] = {}

    def __call__(self, route: Route) -> None:
        request = route.request
        key = request.headers["idempotency-key"]
        if self.lost.get(key, 0) > 0:
            self.lost[key] -= 1
            route.abort("connectionfailed")
            return
        self.got.append((key, request.post_data or "", request.headers.get("if-match")))
        status, body = self.answers.get(key, (200, {"key": key}))
        route.fulfill(status=status, content_type="application/json", body=json.dumps(body))


@unittest.skipUnless(chromium(), "no Chromium here: install Debian's chromium-headless-shell")
class OutboxTest(unittest.TestCase):
    def setUp(self) -> None:
        self.program = Program()
        self.context = browser().new_context()
        self.addCleanup(self.context.close)
        self.context.route(f"{ADDRESS}/**", serve)
        self.context.route(f"{ADDRESS}/api/**", self.program)
        self.page = self.window()

    def window(self, address: str = ADDRESS) -> Page:
        page = self.context.new_page()
        page.goto(f"{address}/")
        return page

    def write(self, *keys: str, page: Page | None = None, match: str = "") -> None:
        writes = [
            {"key": key, "path": f"/api/pieces/{key}", "body": f'"{key}"', "match": match} for key in keys
        ]
        (page or self.page).evaluate(MAKE, writes)
        (page or self.page).wait_for_function(
            "async keys => { const all = (await logic.outbox.waiting()).map(w => w.key); "
            "return keys.every(key => all.includes(key)) }",
            arg=list(keys),
        )

    def waiting(self, page: Page | None = None) -> list[str]:
        found: list[str] = (page or self.page).evaluate(
            "async () => (await logic.outbox.waiting()).map(write => write.key)"
        )
        return found

    def test_in_order_and_once(self) -> None:
        """Whatever order they were handed over in, they go by when they were made; each asker has its
        answer."""
        self.write("c", "a", "d", "b")
        self.assertEqual(self.waiting(), ["a", "b", "c", "d"])
        self.assertEqual(self.page.evaluate("logic.outbox.unsent.value"), 4)
        self.assertEqual(self.page.evaluate(SEND), [True, []])
        self.assertEqual([(key, body) for key, body, _ in self.program.got], [(k, f'"{k}"') for k in "abcd"])
        self.assertEqual(self.waiting(), [])
        self.assertEqual(self.page.evaluate("logic.outbox.unsent.value"), 0)
        heard = self.page.evaluate("heard")
        self.assertEqual(heard, {key: [200, f'{{"key": "{key}"}}'] for key in "abcd"})
        self.assertEqual(self.page.evaluate(SEND), [True, []])
        self.assertEqual(len(self.program.got), 4)

    def test_after_the_page_was_closed(self) -> None:
        self.write("a", "b")
        self.page.close()
        page = self.window()
        self.assertEqual(self.waiting(page), ["a", "b"])
        self.program.answers["b"] = (422, {"detail": "it is too wide", "fields": {}})
        self.assertEqual(page.evaluate(SEND), [True, ["it is too wide"]])
        self.assertEqual([key for key, *_ in self.program.got], ["a", "b"])

    def test_what_was_made_by_another_window(self) -> None:
        """It is sent by either, once, and the one that asked hears the answer, also of what is refused."""
        other = self.window()
        self.write("a", page=self.page)
        self.write("b", page=other)
        self.program.answers["b"] = (409, {"detail": "it stands there already", "fields": {}})
        self.assertEqual(self.page.evaluate(SEND), [True, []])
        self.assertEqual([key for key, *_ in self.program.got], ["a", "b"])
        other.wait_for_function("heard.b")
        self.assertEqual(other.evaluate("heard.b[0]"), 409)
        self.assertEqual(self.page.evaluate("heard.a[0]"), 200)

    def test_two_windows_at_once(self) -> None:
        """Both send at the same moment: each write goes once, in order."""
        other = self.window()
        self.write(*"abcdef")
        for page in (self.page, other):
            page.evaluate(f"window.sent = ({SEND})()")
        self.page.evaluate("sent")
        other.evaluate("sent")
        self.assertEqual([key for key, *_ in self.program.got], list("abcdef"))

    def test_follows_its_own_versions(self) -> None:
        """Several changes of one thing, made from one version: each names the version that the one before it
        made; another's change in between is none of theirs."""
        self.write("a", "b", "c", match='"piece-3-5"')
        self.write("d", match='"piece-4-5"')
        for n, key in enumerate("abc"):
            self.program.answers[key] = (200, {"version": 6 + n})
        self.page.evaluate(SEND)
        self.assertEqual(
            [match for *_, match in self.program.got],
            ['"piece-3-5"', '"piece-3-6"', '"piece-3-7"', '"piece-4-5"'],
        )
        self.program.got.clear()
        self.program.answers = {"e": (412, {"detail": "changed", "fields": {}, "version": 9})}
        self.write("e", "f", match='"piece-3-8"')
        self.page.evaluate(SEND)
        self.assertEqual([match for *_, match in self.program.got], ['"piece-3-8"', '"piece-3-8"'])

    def test_given_up_it_stops_nobody(self) -> None:
        """What the line loses three times is given up, and what was made after it goes at once."""
        self.write("a", "b")
        self.program.lost = {"a": 9}
        self.assertEqual([self.page.evaluate(SEND)[0] for _ in range(3)], [False, False, True])
        self.assertEqual([key for key, *_ in self.program.got], ["b"])

    def test_dropped(self) -> None:
        """A write that is not wanted any more is not sent; whoever waited is told."""
        self.write("a", "b")
        self.page.evaluate("logic.outbox.drop('a', new Error('not wanted'))")
        self.page.wait_for_function("async () => (await logic.outbox.waiting()).length === 1")
        self.page.evaluate(SEND)
        self.assertEqual([key for key, *_ in self.program.got], ["b"])
        self.assertEqual(self.page.evaluate("heard.a"), "Error: not wanted")

    def test_let_in_first(self) -> None:
        """A device that has to be let in first keeps what it has to send."""
        self.write("a", "b")
        self.program.answers["a"] = (401, {"detail": "type the code", "fields": {}})
        self.assertEqual(self.page.evaluate(SEND), [False, []])
        self.assertEqual(self.waiting(), ["a", "b"])
        self.program.answers.clear()
        self.assertEqual(self.page.evaluate(SEND), [True, []])

    def test_the_same_twice(self) -> None:
        """The same pressed again is the same write."""
        self.write("a")
        self.page.evaluate(
            """async () => {
              const write = { made: 'z', key: 'a', method: 'PATCH', path: '/x', headers: [], body: null,
                tries: 0 }
              window.again = logic.outbox.hold(write).then(answer => answer.status) }"""
        )
        self.assertEqual(self.waiting(), ["a"])
        self.page.evaluate(SEND)
        self.assertEqual(self.page.evaluate("again"), 200)

    def test_nothing_is_kept_for_it(self) -> None:
        """Where the browser keeps nothing, it waits in the page, which says so; versions are followed
        there, too."""
        page = self.context.new_page()
        page.add_init_script("IDBFactory.prototype.open = () => { throw new Error('no room') }")
        page.goto(f"{ADDRESS}/")
        write = {"path": "/api/pieces/3", "body": "1", "match": '"piece-3-5"'}
        for count, key in enumerate("ab", 1):
            page.evaluate(MAKE, [{"key": key, **write}])
            page.wait_for_function(f"async () => (await logic.outbox.waiting()).length === {count}")
            self.assertTrue(page.evaluate("logic.outbox.onlyHere.value"))
        self.program.answers["a"] = (200, {"version": 6})
        self.assertEqual(page.evaluate(SEND), [True, []])
        self.assertEqual([match for *_, match in self.program.got], ['"piece-3-5"', '"piece-3-6"'])
        self.assertEqual(page.evaluate("heard.a[0]"), 200)
        self.assertFalse(page.evaluate("logic.outbox.onlyHere.value"))

    @settings(
        max_examples=10, deadline=None, derandomize=True, phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    @given(
        st.permutations("abcdefgh"),
        st.dictionaries(st.sampled_from("abcdefgh"), st.integers(1, 4), max_size=4),
    )
    def test_a_bad_line(self, order: list[str], lost: dict[str, int]) -> None:
        """Whichever writes the line loses, how often: what goes goes in order, once; what is lost three times
        is given up, and said."""
        self.program.got.clear()
        self.program.lost = dict(lost)
        self.write(*order)
        for _ in range(20):
            if self.page.evaluate(SEND)[0]:
                break
        given_up = {key for key, times in lost.items() if times >= 3}
        self.assertEqual([key for key, *_ in self.program.got], [k for k in "abcdefgh" if k not in given_up])
        self.page.wait_for_function("n => Object.keys(heard).length === n", arg=8)
        heard = self.page.evaluate("heard")
        self.assertEqual({key for key, one in heard.items() if "could not be sent" in one}, given_up)
