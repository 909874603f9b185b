"""How answers go out: HEAD, what is unchanged, what is packed, what files are called; and bounds of what
comes in."""

import gzip
import json
import re
import unittest
from typing import Any

from jug_mingle.api.bounds import DEEPEST, LARGEST, MOST, too_much
from tests.api.support import DemoCase

JSON = {"Content-Type": "application/json"}


class HeadTest(DemoCase):
    def test_every_read(self) -> None:
        """Whatever can be read can be asked after: HEAD has the status and the type of GET, and no body."""
        paths = self.client.get("/openapi.json").json()["paths"]
        reads = [re.sub(r"{kind}", "label", path) for path, ways in paths.items() if "get" in ways]
        some = [
            re.sub(r"{\w+}", "1", path) for path in reads if "archive" not in path and "/find" not in path
        ]
        self.assertGreater(len(some), 60)
        for path in some:
            if path.endswith(("/events", "/stream", ".png")):
                continue
            with self.subTest(path):
                asked, got = self.client.head(path), self.client.get(path)
                self.assertEqual((asked.status_code, asked.content), (got.status_code, b""))
                self.assertEqual(asked.headers.get("content-type"), got.headers.get("content-type"))

    def test_streams_end(self) -> None:
        """HEAD of a stream that goes on for ever is answered at once."""
        for path in ("/api/events", "/api/devices/scale/stream"):
            answer = self.client.head(path)
            self.assertEqual((answer.status_code, answer.content), (200, b""))
            self.assertIn("text/event-stream", answer.headers["content-type"])


class UnchangedTest(DemoCase):
    def test_304(self) -> None:
        """What a browser has already is not sent again, until it is another."""
        for path in "/api/jobs/1 /api/shelf /api/photos/1/picture /api/forms/box/picture /api/jobs".split():
            with self.subTest(path):
                first = self.client.get(path)
                again = self.client.get(path, headers={"If-None-Match": first.headers["ETag"]})
                self.assertEqual((again.status_code, again.content), (304, b""))
                self.assertEqual(again.headers["ETag"], first.headers["ETag"])
        tag = self.client.get("/api/jobs/1").headers["ETag"]
        self.client.patch("/api/jobs/1", json={"notes": "another one"})
        changed = self.client.get("/api/jobs/1", headers={"If-None-Match": tag})
        self.assertEqual(changed.status_code, 200)
        self.assertNotEqual(changed.headers["ETag"], tag)

    def test_packed(self) -> None:
        """Texts are packed for who takes that, pictures and small answers are not, streams never."""
        packed = self.client.get("/api/jobs/1", headers={"Accept-Encoding": "gzip"})
        plain = self.client.get("/api/jobs/1", headers={"Accept-Encoding": "identity"})
        self.assertEqual(packed.headers["Content-Encoding"], "gzip")
        self.assertNotIn("Content-Encoding", plain.headers)
        self.assertEqual(packed.json(), plain.json())
        self.assertLess(int(packed.headers["Content-Length"]), len(plain.content) / 3)
        self.assertEqual(len(gzip.compress(plain.content, 5, mtime=0)), int(packed.headers["Content-Length"]))
        for path in ("/api/photos/1/picture", "/api/devices"):
            self.assertNotIn(
                "Content-Encoding", self.client.get(path, headers={"Accept-Encoding": "gzip"}).headers
            )


class FilesTest(DemoCase):
    def test_names_and_types(self) -> None:
        """Every file says what it is called, as the OpenAPI document says of what kind it is."""
        self.client.patch("/api/mixes/1", json={"name": 'Krug, "grün"'})
        for path, kind, name in (
            ("/api/mixes/1/label.pdf", "application/pdf", "label Krug- -gr-n-.pdf"),
            ("/api/pieces/1/sheet.pdf", "application/pdf", "finish sheet"),
            ("/api/shelf/table.csv", "text/csv", "shelf.csv"),
            ("/api/jobs/1/colours.csv", "text/csv", "colours.csv"),
            ("/api/jobs/1/colours.cxf", "application/xml", "colours.cxf"),
            ("/api/jobs/1/plan.ics", "text/calendar", "plan.ics"),
        ):
            with self.subTest(path):
                answer = self.client.get(path)
                self.assertEqual(answer.status_code, 200, answer.text[:300])
                self.assertTrue(answer.headers["content-type"].startswith(kind))
                self.assertIn(name, answer.headers["content-disposition"])
        said = self.client.get("/api/mixes/1/label.pdf").headers["content-disposition"]
        self.assertIn("filename*=UTF-8''label%20Krug%2C%20%22gr%C3%BCn%22.pdf", said)

    def test_letters_that_no_font_has(self) -> None:
        """Named before printing, by the route; printed all the same when that is asked for."""
        self.client.patch("/api/mixes/2", json={"name": "नीला"})
        self.refused(self.client.get("/api/mixes/2/label.pdf"), 422, "no font here has न")
        anyway = self.client.get("/api/mixes/2/label.pdf", params={"anyway": True})
        self.assertEqual((anyway.status_code, anyway.content[:5]), (200, b"%PDF-"))
        self.client.patch("/api/mixes/2", json={"name": "Bare rim"})


class BoundsTest(DemoCase):
    def write(self, body: bytes, path: str = "/api/jobs") -> Any:
        return self.client.post(path, content=body, headers=JSON)

    def test_large_deep_and_many(self) -> None:
        """Refused before anything is made of it, in the one shape, on every route that takes no file."""
        deep = b'{"name":' + b"[" * (DEEPEST + 1) + b"]" * (DEEPEST + 1) + b"}"
        many = b'{"name":[' + b"1," * MOST + b"1,1]}"
        paths = self.client.get("/openapi.json").json()["paths"]
        for path, ways in paths.items():
            for method, one in ways.items():
                content = one.get("requestBody", {}).get("content", {})
                if method == "get" or "application/octet-stream" in content:
                    continue
                address = re.sub(r"{\w+}", "1", path)
                for body, words in ((b" " * (LARGEST + 1), "larger than 2 MB"), (deep, "nested deeper")):
                    with self.subTest(method=method, path=path, words=words):
                        answer = self.client.request(method.upper(), address, content=body, headers=JSON)
                        self.refused(answer, 413, words)
        self.refused(self.write(many), 413, "more than 200000 parts")
        self.assertEqual(self.write(b'{"name":"' + b"[" * 500 + b'"}').status_code, 422)

    def test_without_a_length(self) -> None:
        """A body that does not say how long it is, is counted as it comes."""
        answer = self.client.post("/api/jobs", content=(b"x" * 100_000 for _ in range(40)), headers=JSON)
        self.refused(answer, 413, "larger than 2 MB")

    def test_a_length_that_lies(self) -> None:
        answer = self.client.post("/api/jobs", content=b"{}", headers={**JSON, "Content-Length": "9" * 20})
        self.refused(answer, 413, "larger than 2 MB")

    def test_files_are_larger(self) -> None:
        """What takes a file takes one of its own size."""
        table = b"name,kind\n" + b"Mill race,chalk_paint\n" + b"\n" * 10_000
        self.assertEqual(self.client.post("/api/shelf/table/check", content=table).status_code, 200)
        large = self.client.post("/api/jobs/1/photos", params={"name": "x"}, content=b"x" * (LARGEST + 1))
        self.refused(large, 422, "not a picture")

    def test_long_pictures(self) -> None:
        """A picture of one line and millions of columns is refused before it is decoded."""
        import struct
        import zlib

        def chunk(kind: bytes, data: bytes) -> bytes:
            return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

        head = struct.pack(">IIBBBBB", 40_000_000, 1, 8, 0, 0, 0, 0)
        png = (
            b"\x89PNG\r\n\x1a\n"
            + chunk(b"IHDR", head)
            + chunk(b"IDAT", zlib.compress(b"\0" * 1000))
            + chunk(b"IEND", b"")
        )
        answer = self.client.post("/api/jobs/1/photos", params={"name": "long"}, content=png)
        self.refused(answer, 413, "40000000 pixels long")


class TooMuchTest(unittest.TestCase):
    def test_brackets_in_texts(self) -> None:
        """Brackets within texts are no nesting; halves of texts do not hide it."""
        self.assertEqual(too_much(json.dumps({"name": "[" * 1000, "quote": '\\"[['}).encode()), "")
        self.assertIn("nested", too_much(b'{"a":' * 60 + b"1" + b"}" * 60))
        self.assertIn("nested", too_much(b"[" * 60))
        self.assertEqual(too_much(b'[{"a":[1,2]}]' * 3 + b"[]" * 100), "")
