"""Writes with a key are done once, whatever is sent again, and when; pours and undos hold without one,
too."""

import asyncio
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from typing import Any
from unittest.mock import AsyncMock, patch

from sqlalchemy import func, select

from jug_mingle.api.once import DoneOnce
from jug_mingle.store.models import DoneRow, MixRow, TargetRow, now
from jug_mingle.store.once import forget_old
from tests.api.support import FreshCase

COLOUR = {"name": "twice", "colour": {"source": "text", "text": "#446688"}}


def key(text: str) -> dict[str, str]:
    return {"Idempotency-Key": f"key-{text:0>12}"}


class OnceTest(FreshCase):
    def count(self, row: type[Any]) -> int:
        with self.client.app.state.context.database.read() as session:  # type: ignore[attr-defined]
            return int(session.scalar(select(func.count()).select_from(row)) or 0)

    def test_the_same_key_again(self) -> None:
        """The same write with the same key gets the same answer and is made once; with another key, again."""
        before = self.count(TargetRow)
        first, again = (
            self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("a")) for _ in range(2)
        )
        self.assertEqual((first.status_code, first.json()), (again.status_code, again.json()))
        self.assertEqual(first.status_code, 201)
        self.assertEqual(self.count(TargetRow), before + 1)
        self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("b"))
        self.assertEqual(self.count(TargetRow), before + 2)

    def test_at_once(self) -> None:
        """Eight of the same at once are one, and all of them hear the same."""
        before = self.count(TargetRow)

        def send(_: int) -> tuple[int, Any]:
            answer = self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("c"))
            return answer.status_code, answer.json()["id"]

        with ThreadPoolExecutor(8) as many:
            answers = set(many.map(send, range(8)))
        self.assertEqual(len(answers), 1)
        self.assertEqual(self.count(TargetRow), before + 1)

    def test_a_large_answer_is_not_kept(self) -> None:
        """Of an answer over its bound the key is kept, and not what was said: the write is done once all the
        same, and who asks again is told to look."""
        before = self.count(TargetRow)
        with patch("jug_mingle.api.once._LARGEST", 40):
            first = self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("large"))
        self.assertEqual(first.status_code, 201)
        with self.client.app.state.context.database.read() as session:  # type: ignore[attr-defined]
            kept = session.scalars(
                select(DoneRow).where(DoneRow.key == key("large")["Idempotency-Key"])
            ).one()
            self.assertEqual((kept.status, kept.answer), (None, ""))
        again = self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("large"))
        self.assertEqual(again.status_code, 409)
        self.assertEqual(self.count(TargetRow), before + 1)

    def test_old_keys(self) -> None:
        """After three days what was answered goes, after ninety the key: a page may be closed for long."""
        database = self.client.app.state.context.database  # type: ignore[attr-defined]
        for name, days in (("new", 2), ("old", 4), ("older", 89), ("gone", 91)):
            with database.write.begin() as session:
                made = now() - timedelta(days=days)
                session.add(DoneRow(key=f"key-{name}", request="r", status=200, answer="said", created=made))
        with database.write.begin() as session:
            forget_old(session)
        with database.read() as session:
            kept = {row.key: (row.status, row.answer) for row in session.scalars(select(DoneRow))}
        self.assertEqual(kept, {"key-new": (200, "said"), "key-old": (None, ""), "key-older": (None, "")})

    def test_a_refusal_is_no_write(self) -> None:
        """What was refused may be tried again with the same key, put right."""
        bad = {"name": "x", "colour": {"source": "text", "text": "bluish"}}
        self.assertEqual(self.client.post("/api/jobs/1/targets", json=bad, headers=key("d")).status_code, 422)
        self.assertEqual(
            self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("d")).status_code, 201
        )

    def test_broken_off(self) -> None:
        """A write that fails leaves nothing behind that waits for it: the same key goes on with the next
        try."""

        async def fail(*_: object) -> None:
            raise RuntimeError("gone")

        async def go() -> None:
            once = DoneOnce(fail)
            scope = {
                "type": "http", "method": "POST", "path": "/api/jobs", "app": self.client.app,
                "headers": [(b"idempotency-key", b"key-of-a-failure")],
            }  # fmt: skip
            with self.assertRaisesRegex(RuntimeError, "gone"):
                await once(scope, AsyncMock(), AsyncMock())
            self.assertEqual(once._under_way, {})

        asyncio.run(go())

    def test_a_key_belongs_to_one_write(self) -> None:
        self.client.post("/api/jobs/1/targets", json=COLOUR, headers=key("e"))
        self.refused(
            self.client.post("/api/jobs", json={"name": "J"}, headers=key("e")), 422, "another write"
        )
        for bad in ("short", "x" * 101, "spaces in it"):
            self.refused(
                self.client.post("/api/jobs", json={"name": "J"}, headers={"Idempotency-Key": bad}),
                422,
                "8 to",
            )

    def test_an_answer_that_was_lost(self) -> None:
        """Cut off between the write and its answer, the write is there once, and sent again it says so."""
        before = self.count(MixRow)
        body = {
            "name": "cut off",
            "batch": 10.0,
            "pours": [{"material": "chalk-white", "parts": 1, "ml": 10.0}],
        }
        with patch("jug_mingle.api.once._keep"):
            self.assertEqual(
                self.client.post("/api/jobs/1/mixes", json=body, headers=key("f")).status_code, 201
            )
        self.refused(self.client.post("/api/jobs/1/mixes", json=body, headers=key("f")), 409, "done already")
        self.assertEqual(self.count(MixRow), before + 1)

    def test_deletes_and_changes(self) -> None:
        """Whatever the method, also without an answer's body."""
        ways: tuple[Callable[[], Any], ...] = (
            lambda: self.client.delete("/api/mixes/2", headers=key("g")),
            lambda: self.client.patch("/api/jobs/1", json={"name": "Once"}, headers=key("h")),
            lambda: self.client.put(
                "/api/jobs/1/rooms", json={"workshop_light": "bulb", "room_light": "tube"}, headers=key("i")
            ),
        )
        for send in ways:
            first, again = send(), send()
            self.assertEqual((first.status_code, first.content), (again.status_code, again.content))
        self.assertEqual(self.count(DoneRow), 3)


class PourTwiceTest(FreshCase):
    def setUp(self) -> None:
        super().setUp()
        self.batch = self.client.post("/api/mixes/1/batches", json={}).json()

    def pour(self, place: int, **headers: str) -> Any:
        step = self.batch["steps"][place]
        body = {"place": place, "material": step["material"], "ml": step["ml"], "how": "scale"}
        return self.client.post(f"/api/batches/{self.batch['id']}/pours", json=body, headers=headers)

    def poured(self) -> int:
        steps = self.client.get(f"/api/batches/{self.batch['id']}").json()["steps"]
        return sum(step["made"] for step in steps)

    def undo(self, place: int | None = None, headers: dict[str, str] | None = None) -> Any:
        params = {} if place is None else {"place": place}
        return self.client.delete(
            f"/api/batches/{self.batch['id']}/pours/last", params=params, headers=headers
        )

    def test_a_double_tap(self) -> None:
        """Two taps on Undo, or a retry of one, take back one pour: by its place, and by its key."""
        twice: tuple[tuple[str, Callable[[], Any]], ...] = (
            ("place", lambda: self.undo(1)),
            ("key", lambda: self.undo(headers=key("undo"))),
        )
        for name, undo in twice:
            with self.subTest(name):
                for place in range(self.poured(), 2):
                    self.assertEqual(self.pour(place).status_code, 201)
                self.assertEqual(undo().status_code, 200)
                self.assertIn(undo().status_code, (200, 409))
                self.assertEqual(self.poured(), 1)

    def test_a_pour_sent_twice(self) -> None:
        """With its key it is made once and answered twice; with its place alone the second is refused."""
        self.assertEqual(self.pour(0).status_code, 201)
        self.assertEqual([self.pour(1, **key("pour")).status_code for _ in range(2)], [201, 201])
        self.assertEqual(self.poured(), 2)
        self.refused(self.pour(1), 409, "look again")

    def test_what_is_left_comes_back_once(self) -> None:
        shelf = {batch["key"]: batch["left_ml"] for batch in self.client.get("/api/shelf").json()}
        self.pour(0)
        self.undo(0)
        self.undo(0)
        self.assertEqual(
            {batch["key"]: batch["left_ml"] for batch in self.client.get("/api/shelf").json()}, shelf
        )
