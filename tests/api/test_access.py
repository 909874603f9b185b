"""Shared with a workshop: the main screen, devices that were let in, guests who look, and nobody else."""

import re
import tempfile
import unittest
from pathlib import Path
from typing import Any, ClassVar

from fastapi.testclient import TestClient

from jug_mingle.api.access import MOST_A_MINUTE, Strangers
from jug_mingle.api.context import COMPUTES
from jug_mingle.api.nouns import marked_paths
from jug_mingle.cli import demo_app
from jug_mingle.services.pairing import TRIES, Doors
from jug_mingle.settings import Settings, addresses
from jug_mingle.store.database import open_database
from tests.api.support import OWN, copy_demo, photo

OUTSIDE = "http://127.0.0.2:8417"
"""Another address at which the program is reached: as a device of the network does, which never reaches
127.0.0.1."""


class SharedCase(unittest.TestCase):
    """A shared program, its main screen, and a way to come from outside."""

    app: ClassVar[Any]
    home: ClassVar[TestClient]

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        cls.app = demo_app(copy_demo(folder), Settings(data=folder, share=True))
        cls.home = cls.enterClassContext(TestClient(cls.app, base_url=OWN, client=("127.0.0.1", 5)))

    def outside(self, address: str = "127.0.0.2") -> TestClient:
        return TestClient(self.app, base_url=OUTSIDE, client=(address, 5))

    def let_in(self, may: str = "work", name: str = "tablet") -> TestClient:
        code = self.home.post("/api/pairing/code", json={"may": may}).json()["code"]["code"]
        device = self.outside()
        answer = device.post("/api/pairing", json={"code": code.lower(), "name": name})
        self.assertEqual(answer.status_code, 201, answer.text)
        return device

    def routes(self) -> list[tuple[str, str]]:
        paths = self.home.get("/openapi.json").json()["paths"]
        return [
            (method.upper(), re.sub(r"{\w+}", "1", path)) for path, ways in paths.items() for method in ways
        ]


class StrangerTest(SharedCase):
    def test_every_route(self) -> None:
        """Whatever the route, a stranger gets nothing; only the page and where a code is typed answer."""
        before = self.home.get("/api/jobs/1").json()
        for number, (method, path) in enumerate(self.routes()):
            if path == "/api/pairing":
                continue
            with self.subTest(method=method, path=path):
                answer = self.outside(f"127.0.1.{number % 200}").request(method, path, content=b"{}")
                self.assertEqual(answer.status_code, 401)
                self.assertEqual(set(answer.json()), {"detail", "fields"})
        self.assertEqual(self.home.get("/api/jobs/1").json(), before)
        self.assertEqual(self.outside("127.0.3.1").get("/openapi.json").status_code, 401)
        self.assertEqual(self.outside("127.0.3.2").get("/pair").status_code, 200)

    def test_told_nothing(self) -> None:
        self.let_in(name="phone of the workshop")
        self.home.post("/api/pairing/code", json={})
        told = self.outside("127.0.3.3").get("/api/pairing").json()
        self.assertEqual(
            (told["role"], told["may"], told["devices"], told["addresses"]), ("stranger", None, [], [])
        )
        self.assertIsNone(told["code"])

    def test_pretending_to_be_at_home(self) -> None:
        """Neither a name, nor a header, nor a made-up token makes a stranger the main screen."""
        for headers in (
            {"Host": "127.0.0.1:8417"}, {"Host": "localhost"}, {"X-Forwarded-For": "127.0.0.1"},
            {"Cookie": "jug_mingle_8417=nonsense"}, {"Cookie": "jug_mingle_8417="},
            {"Authorization": "Bearer x"},
        ):  # fmt: skip
            with self.subTest(headers):
                self.assertIn(
                    self.outside("127.0.3.4").get("/api/jobs", headers=headers).status_code, (401, 403)
                )
        passed_on = self.home.get("/api/jobs", headers={"X-Forwarded-For": "192.0.2.9"})
        self.assertEqual(passed_on.status_code, 401)

    def test_bounded_rate(self) -> None:
        """After so many a minute a stranger is only told to wait; others and the main screen are answered
        meanwhile."""
        wanted = [401] * MOST_A_MINUTE + [429] * 5
        asking = self.outside("127.0.9.9"), self.outside("127.0.9.7")  # a minute may end meanwhile
        heard = [[stranger.get("/api/jobs") for _ in wanted] for stranger in asking]
        told = [[answer.status_code for answer in answers] for answers in heard]
        self.assertIn(wanted, told)
        self.assertEqual(heard[told.index(wanted)][-1].headers["Retry-After"], "60")
        self.assertEqual(self.outside("127.0.9.8").get("/api/jobs").status_code, 401)
        self.assertEqual(self.home.get("/api/jobs").status_code, 200)

    def test_a_minute_later(self) -> None:
        at = 0.0
        strangers = Strangers(clock=lambda: at)
        self.assertEqual([strangers.may_ask("a") for _ in range(MOST_A_MINUTE + 1)][-2:], [True, False])
        at = 61.0
        self.assertTrue(strangers.may_ask("a"))


class DeviceTest(SharedCase):
    def test_works_and_is_sent_away(self) -> None:
        device = self.let_in(name="bench tablet")
        cookie = device.cookies.jar._cookies["127.0.0.2"]["/"]["jug_mingle_8417"]  # type: ignore[attr-defined]
        self.assertTrue(cookie.has_nonstandard_attr("HttpOnly"))
        self.assertEqual(cookie.get_nonstandard_attr("SameSite").lower(), "strict")
        self.assertEqual(device.post("/api/jobs", json={"name": "From the bench"}).status_code, 201)
        me = next(one for one in device.get("/api/pairing").json()["devices"] if one["this"])
        self.assertEqual((me["name"], me["may"]), ("bench tablet", "work"))
        self.assertEqual(device.post("/api/pairing/code", json={}).status_code, 403)
        self.assertEqual(self.home.delete(f"/api/pairing/{me['id']}").status_code, 204)
        self.assertEqual(device.get("/api/jobs").status_code, 401)
        self.assertEqual(self.home.delete(f"/api/pairing/{me['id']}").status_code, 404)

    def test_leaves_by_itself(self) -> None:
        device, other = self.let_in(name="one"), self.let_in(name="other")
        number = {one["name"]: one["id"] for one in self.home.get("/api/pairing").json()["devices"]}
        self.assertEqual(other.delete(f"/api/pairing/{number['one']}").status_code, 403)
        self.assertEqual(device.delete(f"/api/pairing/{number['one']}").status_code, 204)
        self.assertEqual(device.get("/api/jobs").status_code, 401)

    def test_guests_change_nothing(self) -> None:
        """Whatever the route: a guest reads, and lets compute; nothing is written, and no archive taken
        along."""
        guest = self.let_in("look", "client")
        before = self.home.get("/api/jobs/1").json()
        files = sorted(one.name for one in (self.app.state.context.settings.data / "photos").iterdir())
        for method, path in self.routes():
            if path.startswith("/api/pairing") or path.endswith(("/stream", "/events")):
                continue
            with self.subTest(method=method, path=path):
                answer = guest.request(
                    method, path, content=b"{}", headers={"Content-Type": "application/json"}
                )
                self.assertNotEqual(answer.status_code, 401)
                if path.startswith("/api/archive"):
                    self.assertEqual(answer.status_code, 403)
                elif method != "GET":
                    computes = method == "POST" and any(one.match(path) for one in marked_paths(COMPUTES))
                    self.assertEqual(answer.status_code != 403, computes)
        self.assertEqual(self.home.get("/api/jobs/1").json(), before)
        self.assertEqual(
            sorted(one.name for one in (self.app.state.context.settings.data / "photos").iterdir()), files
        )
        asked = guest.post("/api/colours/look", json={"colour": {"source": "text", "text": "#778899"}})
        self.assertEqual(asked.status_code, 200, asked.text)

    def test_guests_see_one_job_and_no_money(self) -> None:
        """A guest is shown one job: others are not listed, found, or answered for; nothing says what anything
        costs, neither as a number of a job nor as a file; nor is the job taken along."""
        other = self.home.post("/api/jobs", json={"name": "Somebody else"}).json()["id"]
        piece = self.home.post(f"/api/jobs/{other}/pieces", json={"name": "Their box", "form": "box"}).json()[
            "id"
        ]
        self.home.post(f"/api/jobs/{other}/entries", json={"words": "Their varnish", "money": 12.5})
        tin = self.home.get("/api/shelf").json()[0]["key"]
        self.home.patch(f"/api/shelf/{tin}", json={"price": 41.75})
        code = self.home.post("/api/pairing/code", json={"may": "look", "job_id": 1}).json()["code"]["code"]
        guest = self.outside()
        guest.post("/api/pairing", json={"code": code, "name": "client"})
        self.assertEqual([one["id"] for one in guest.get("/api/jobs").json()], [1])
        for path in (
            f"jobs/{other}", f"jobs/{other}/plan", f"jobs/{other}/surveys", f"pieces/{piece}/sheet.pdf",
            "bin",
            "past-mixes", "jobs/1/archive", "jobs/1/daybook", "jobs/1/plan/money", "jobs/1/shopping.csv",
            "jobs/1/plan.pdf", "shelf/table.csv", "archive", f"jobs/+{other}", f"jobs/%20{other}",
            f"jobs/{other}.0", f"jobs/{other}%0A/plan", f"pieces/{piece}.0/sheet.pdf",
        ):  # fmt: skip
            with self.subTest(path):
                self.assertEqual(guest.get(f"/api/{path}").status_code, 403)
        self.assertEqual(guest.post(f"/api/pieces/{piece}/judge", json={"layers": []}).status_code, 403)
        mine = self.home.get("/api/jobs/1").json()["photos"][0]["id"]
        picture = photo(size=(60, 40))
        theirs = self.home.post(
            f"/api/jobs/{other}/photos", params={"name": "Theirs"}, content=picture
        ).json()["id"]
        for number, status in ((mine, 200), (theirs, 403), (float(theirs), 403), (f" {theirs}", 403)):
            spot = {"source": "photo", "photo_id": number, "lighting": {"method": "none"}}
            asked = {"colour": {**spot, "area": {"shape": "spot", "x": 9, "y": 9}}}
            self.assertEqual(guest.post("/api/colours/look", json=asked).status_code, status)
        colour = {"source": "text", "text": "#778899"}
        target = self.home.post(
            f"/api/jobs/{other}/targets", json={"name": "Theirs", "colour": colour}
        ).json()["id"]
        self.assertEqual(guest.get("/api/jobs/1/amount", params={"target_id": target}).status_code, 403)
        self.assertEqual(guest.get("/api/find", params={"words": "Their"}).json()["found"], [])
        self.assertTrue(self.home.get("/api/find", params={"words": "Their"}).json()["found"])
        self.assertNotIn("41.75", guest.get("/api/shelf").text)
        costs = [mix["recipe"]["cost"] for mix in guest.get("/api/jobs/1").json()["mixes"]]
        self.assertEqual(costs, [0.0] * len(costs))
        self.assertGreater(
            max(mix["recipe"]["cost"] for mix in self.home.get("/api/jobs/1").json()["mixes"]), 0.0
        )

    def test_the_last_door(self) -> None:
        """Even a route that was marked by mistake writes nothing for a guest: no transaction is begun."""
        from unittest.mock import patch

        guest = self.let_in("look")
        with patch("jug_mingle.api.access.refused", return_value=(200, "")):
            answer = guest.post("/api/jobs", json={"name": "by mistake"})
        self.assertEqual(answer.status_code, 403)
        self.assertNotIn("by mistake", self.home.get("/api/jobs").text)

    def test_another_site_with_the_cookie(self) -> None:
        """A page of another site in the browser of a device gets no further than in one at home."""
        device = self.let_in()
        answer = device.post("/api/jobs", json={"name": "evil"}, headers={"Origin": "http://evil.example"})
        self.assertEqual(answer.status_code, 403)


class CodeTest(unittest.TestCase):
    def setUp(self) -> None:
        database = open_database(Path(self.enterContext(tempfile.TemporaryDirectory())))
        self.addCleanup(database.close)
        self.at = 0.0
        self.database, self.doors = database, Doors(database, clock=lambda: self.at)

    def test_once(self) -> None:
        code = self.doors.make_code("work").code
        self.doors.pair(f"{code[:4]}-{code[4:]}", "tablet")
        with self.assertRaisesRegex(Exception, "not the code"):
            self.doors.pair(code, "another")

    def test_runs_out(self) -> None:
        code = self.doors.make_code("work").code
        self.at = 601.0
        self.assertIsNone(self.doors.code())
        with self.assertRaisesRegex(Exception, "run out"):
            self.doors.pair(code, "late")

    def test_guessed_at(self) -> None:
        """After a few wrong ones the right one is void, too: nobody finds one of 31^8 in eight tries."""
        code = self.doors.make_code("look").code
        for _ in range(TRIES):
            with self.assertRaisesRegex(Exception, "not the code"):
                self.doors.pair("AAAA-AAAA", "x")
        with self.assertRaisesRegex(Exception, "not the code"):
            self.doors.pair(code, "x")

    def test_kept_over_a_restart(self) -> None:
        """Known again after a start; what is kept is no token, and no part of an archive."""
        from jug_mingle.store.tables import tables_of

        _, token = self.doors.pair(self.doors.make_code("look").code, "phone")
        again = Doors(self.database)
        known = again.known(token)
        assert known is not None
        self.assertEqual((known.name, known.may), ("phone", "look"))
        with self.database.engine.connect() as connection:
            self.assertNotIn(token, str(connection.exec_driver_sql("SELECT * FROM paired").fetchall()))
            self.assertNotIn("paired", tables_of(connection))
        again.send_away(known.id)
        self.assertIsNone(Doors(self.database).known(token))

    def test_not_shared(self) -> None:
        self.assertTrue(addresses(Settings()))
        self.assertEqual(addresses(Settings(hosts="workshop.example"))[0], "workshop.example")
