"""No other site gets in: hosts, origins and marks of browsers, over every route; and the headers of
answers."""

import re
import unittest

from jug_mingle.api.guard import HEADERS, refusal
from jug_mingle.settings import Settings, own_hosts
from tests.api.support import DemoCase

HOSTS = frozenset({"127.0.0.1", "localhost"})
MINE = {"host": "127.0.0.1:8417"}


class RefusalTest(unittest.TestCase):
    def test_hosts(self) -> None:
        """Only names of this machine are answered to, with any port; a name that was bound anew is not
        one."""
        for host, answered in (
            ("127.0.0.1:8417", True), ("localhost", True), ("LOCALHOST:1", True), ("evil.example", False),
            ("127.0.0.1.evil.example", False), ("", False), ("[::1", False), ("evil.example:8417", False),
        ):  # fmt: skip
            with self.subTest(host):
                self.assertEqual(refusal("GET", "/api/jobs", {"host": host}, HOSTS) == "", answered)

    def test_writes(self) -> None:
        """A write needs the own origin, or none and no mark of another site."""
        for headers, answered in (
            ({}, True), ({"origin": "http://127.0.0.1:8417"}, True),
            ({"origin": "http://127.0.0.1:8417", "sec-fetch-site": "same-origin"}, True),
            ({"sec-fetch-site": "none"}, True), ({"origin": "http://127.0.0.1:9000"}, False),
            ({"origin": "http://localhost:8417"}, False), ({"origin": "http://evil.example"}, False),
            ({"origin": "null"}, False), ({"origin": ""}, False),
            ({"sec-fetch-site": "cross-site"}, False), ({"sec-fetch-site": "same-site"}, False),
            ({"origin": "http://127.0.0.1:8417", "sec-fetch-site": "cross-site"}, False),
        ):  # fmt: skip
            for method in ("POST", "PUT", "PATCH", "DELETE", "TRACE", "BREW"):
                with self.subTest(headers=headers, method=method):
                    self.assertEqual(refusal(method, "/api/jobs", {**MINE, **headers}, HOSTS) == "", answered)

    def test_reads(self) -> None:
        """Another site may open the program in a window of its own; it may read, frame and guess nothing."""
        whole = {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document"}
        for path, headers, answered in (
            ("/", whole, True), ("/mingle", whole, True), ("/api/jobs/1/colours.csv", whole, False),
            ("/assets/index.js", whole, False), ("/", {**whole, "sec-fetch-dest": "iframe"}, False),
            ("/api/photos/1/picture", {"sec-fetch-site": "cross-site", "sec-fetch-dest": "image"}, False),
            ("/api/jobs", {"origin": "http://evil.example"}, False),
            ("/api/jobs", {"referer": "http://evil.example/page"}, False),
            ("/api/jobs", {"referer": "http://127.0.0.1:8417/mingle"}, True),
            ("/api/jobs", {"sec-fetch-site": "same-origin"}, True), ("/api/jobs", {}, True),
        ):  # fmt: skip
            with self.subTest(path=path, headers=headers):
                self.assertEqual(refusal("GET", path, {**MINE, **headers}, HOSTS) == "", answered)

    def test_names_that_are_allowed(self) -> None:
        hosts = own_hosts(Settings(hosts="Workshop.example, [fe80::1]"))
        self.assertLessEqual({"workshop.example", "fe80::1", "127.0.0.1", "localhost", "::1"}, hosts)
        self.assertNotIn("", hosts)


class EveryRouteTest(DemoCase):
    def routes(self) -> list[tuple[str, str]]:
        """Return every route as (method, an address of it)."""
        paths = self.client.get("/openapi.json").json()["paths"]
        found = [
            (method.upper(), re.sub(r"{\w+}", "1", path)) for path, ways in paths.items() for method in ways
        ]
        self.assertGreater(len(found), 90)
        return found

    def test_a_foreign_page(self) -> None:
        """Whatever the route, a page of another site is refused before anything is read or written."""
        before = self.job()
        for method, path in self.routes():
            for headers in (
                {"Origin": "http://evil.example", "Sec-Fetch-Site": "cross-site"},
                {"Sec-Fetch-Site": "cross-site"} if method != "GET" else {"Origin": "http://evil.example"},
                {"Host": "evil.example"},
            ):
                with self.subTest(method=method, path=path, headers=headers):
                    answer = self.client.request(
                        method, path, headers=headers, content=b"name,kind\nX,chalk_paint\n"
                    )
                    self.assertEqual(answer.status_code, 403)
                    self.assertEqual(set(answer.json()), {"detail", "fields"})
        self.assertEqual(self.job(), before)

    def test_headers_of_every_answer(self) -> None:
        """Also refusals, faults and files say what a page may load and who may frame it."""
        for method, path in (
            ("GET", "/api/jobs"), ("GET", "/api/jobs/77"), ("GET", "/"), ("GET", "/jug.svg"),
            ("GET", "/api/nothing"),
            ("POST", "/api/jobs"), ("DELETE", "/api/jobs"), ("GET", "/api/photos/1/picture"),
            ("GET", "/api/mixes/1/card.pdf"), ("GET", "/openapi.json"),
        ):  # fmt: skip
            with self.subTest(path):
                answer = self.client.request(method, path)
                for name, value in HEADERS.items():
                    self.assertEqual(answer.headers[name], value)
        refused = self.client.get("/api/jobs", headers={"Host": "evil.example"})
        self.assertEqual(refused.headers["X-Frame-Options"], "DENY")
