"""What a request that fails is answered: the status of each kind of error, in a person's words, in the one
shape."""

import sqlite3
import tempfile
import unittest
from collections.abc import Iterator
from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import StreamingResponse
from fastapi.testclient import TestClient
from sqlalchemy.exc import IntegrityError, OperationalError

from jug_mingle.api.app import create_app
from jug_mingle.api.failures import Foresight, speak_of_failures
from jug_mingle.errors import (
    AlreadyDoneError,
    BusyError,
    ConflictError,
    DeviceTroubleError,
    JugMingleError,
    NotFoundError,
    TooLargeError,
    UnfitError,
)
from jug_mingle.settings import Settings
from tests.api.support import OWN


def _of_store(words: str) -> OperationalError:
    return OperationalError("INSERT", {}, sqlite3.OperationalError(words))


CASES: dict[str, tuple[Exception, int, str]] = {
    "none": (NotFoundError("no such jug"), 404, "no such jug"),
    "conflict": (ConflictError("twice"), 409, "twice"),
    "done": (AlreadyDoneError("done before"), 409, "done before"),
    "large": (TooLargeError("too large"), 413, "too large"),
    "unfit": (UnfitError("unfit"), 422, "unfit"),
    "device": (DeviceTroubleError("unplugged"), 503, "unplugged"),
    "busy": (BusyError("wait"), 503, "wait"),
    "other": (JugMingleError("something else"), 400, "something else"),
    "full": (_of_store("database or disk is full"), 507, "the disk is full"),
    "readonly": (_of_store("attempt to write a readonly database"), 503, "cannot be written to"),
    "locked": (_of_store("database is locked"), 503, "the program is busy"),
    "malformed": (_of_store("disk image is malformed"), 503, "cannot be used (disk image is malformed)"),
    "mistake": (IntegrityError("INSERT", {}, sqlite3.IntegrityError("unique")), 500, "made a mistake"),
    "no room": (OSError(28, "No space left"), 507, "No space left"),
    "no file": (OSError(2, "No such file"), 503, "No such file"),
}

WRITTEN = {"malformed", "mistake", "no room", "no file"}
"""Those that are written down as well, since whoever reads the answer cannot mend them alone."""


class EachKindTest(unittest.TestCase):
    def setUp(self) -> None:
        app = FastAPI()
        app.add_middleware(Foresight)
        speak_of_failures(app)

        @app.get("/fails/{name}")
        def fails(name: str) -> None:
            raise CASES[name][0]

        @app.get("/takes")
        def takes(number: int) -> int:
            return number

        @app.get("/begins")
        def begins() -> StreamingResponse:
            def parts() -> Iterator[bytes]:
                yield b"the first part"
                raise RuntimeError("broken off")

            return StreamingResponse(parts())

        self.client = self.enterContext(TestClient(app))

    def test_status_and_words(self) -> None:
        """Each kind has its status and its words."""
        for name, (_, status, words) in CASES.items():
            logs = (
                self.assertLogs("jug_mingle", "ERROR") if name in WRITTEN else self.assertNoLogs("jug_mingle")
            )
            with self.subTest(name), logs:
                found = self.client.get(f"/fails/{name}")
                self.assertEqual(found.status_code, status)
                self.assertEqual(set(found.json()), {"detail", "fields"})
                self.assertIn(words, found.json()["detail"])

    def test_what_the_framework_refuses(self) -> None:
        """An address that is not there, a way of asking that is none, a field that is no number, by its
        name."""
        for method, path, status, words in (
            ("GET", "/nowhere", 404, "nothing at this address"),
            ("POST", "/takes", 405, "does not take that way"),
            ("GET", "/takes?number=x", 422, "number"),
        ):
            with self.subTest(path):
                found = self.client.request(method, path)
                self.assertEqual(found.status_code, status)
                self.assertIn(words, found.json()["detail"])
        self.assertEqual(list(self.client.get("/takes?number=x").json()["fields"]), ["number"])

    def test_an_answer_that_has_begun(self) -> None:
        """It cannot be taken back, so the mistake goes on to the server, which breaks it off."""
        with self.assertRaisesRegex(RuntimeError, "broken off"):
            self.client.get("/begins")


class UnforeseenTest(unittest.TestCase):
    def test_a_mistake_of_the_program(self) -> None:
        """What nobody foresaw is answered in the one shape, with its headers, and the program goes on."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        app = create_app(Settings(data=folder))

        @app.get("/api/broken")
        def broken() -> None:
            raise RuntimeError("nobody foresaw this")

        app.router.routes.insert(0, app.router.routes.pop())
        client = self.enterContext(TestClient(app, base_url=OWN))
        with self.assertLogs("jug_mingle", "ERROR"):
            answer = client.get("/api/broken")
        self.assertEqual(answer.status_code, 500)
        self.assertEqual(set(answer.json()), {"detail", "fields"})
        self.assertEqual(answer.headers["X-Content-Type-Options"], "nosniff")
        self.assertEqual(client.get("/api/jobs").status_code, 200)
