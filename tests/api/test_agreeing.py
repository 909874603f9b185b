"""Two who work on the same: versions over HTTP, and the stream of what changes."""

import json
import threading
import urllib.request
from datetime import UTC, datetime
from typing import Any

from tests.api.support import FreshCase
from tests.browser.support import Server


class VersionTest(FreshCase):
    def test_the_second_is_told(self) -> None:
        """Of two who change the same thing the second is refused, and nothing of it kept; without a version
        it is."""
        look = self.job()["looks"][0]
        body = {"name": "Mine", "layers": look["layers"]}
        seen = {"If-Match": f'"look-1-{look["version"]}"'}
        first = self.client.put("/api/looks/1", json=body, headers=seen)
        self.assertEqual(first.status_code, 200)
        self.assertGreater(first.json()["version"], look["version"])
        second = self.client.put("/api/looks/1", json={**body, "name": "Theirs"}, headers=seen)
        self.refused(second, 412, "another window")
        self.assertEqual(self.job()["looks"][0]["name"], "Mine")
        self.assertEqual(self.client.put("/api/looks/1", json={**body, "name": "Theirs"}).status_code, 200)
        self.refused(self.client.put("/api/looks/1", json=body, headers={"If-Match": "x"}), 422, "If-Match")

    def test_everything_that_two_can_edit(self) -> None:
        job = self.job()
        tin = self.client.get("/api/shelf/mill-pond").json()
        entry = self.client.post("/api/jobs/1/entries", json={"words": "x"}).json()
        for address, table, row, body in (
            ("/api/jobs/1", "job", job, {"name": "x"}),
            ("/api/pieces/1", "piece", job["pieces"][0], {"name": "x"}),
            ("/api/targets/1", "target", job["targets"][0], {"name": "x"}),
            ("/api/mixes/1", "mix", job["mixes"][0], {"name": "x"}),
            ("/api/photos/1", "photo", job["photos"][0], {"name": "x"}),
            ("/api/shelf/mill-pond", "material", tin, {"notes": "x"}),
            (f"/api/entries/{entry['id']}", "entry", entry, {"words": "y"}),
        ):
            with self.subTest(table):
                seen = {"If-Match": f'"{table}-{row["id"]}-{row["version"]}"'}
                self.assertEqual(self.client.patch(address, json=body, headers=seen).status_code, 200)
                changed = {name: f"{value}z" for name, value in body.items()}
                self.refused(self.client.patch(address, json=changed, headers=seen), 412, "another window")

    def test_what_lies_in_settings_and_surveys(self) -> None:
        """Settings as one, the hours, and a survey are told apart by version, too."""
        version = self.client.get("/api/settings").json()["version"]
        hours, surveys = self.client.get("/api/hours").json(), self.client.get("/api/jobs/1/surveys").json()
        piece = surveys["pieces"][0]
        week = {"week": {"mon": [{"start": "18:00", "end": "20:00"}]}}
        for method, address, seen, body in (
            ("PATCH", "/api/settings", f'"setting-0-{version}"', {"currency": "€"}),
            ("PUT", "/api/hours", f'"setting-{hours["id"]}-{hours["version"]}"', week),
            (
                "PUT",
                f"/api/pieces/{piece['piece']}/survey",
                f'"piece-{piece["piece"]}-{piece["version"]}"',
                {"deliver": True},
            ),
        ):
            with self.subTest(address):
                first = self.client.request(method, address, json=body, headers={"If-Match": seen})
                self.assertEqual(first.status_code, 200, first.text)
                changed = {"currency": "$"} if method == "PATCH" else {}
                again = self.client.request(method, address, json=changed, headers={"If-Match": seen})
                self.refused(again, 412, "another window")
        self.assertEqual(self.client.get("/api/settings").json()["currency"], "€")
        taken_back = self.client.patch("/api/settings", json={"currency": ""}).json()
        self.assertEqual((taken_back["currency"], taken_back["version"] > version + 1), ("", True))


class EventsTest(FreshCase):
    """The stream as a browser reads it, from a server of its own."""

    def test_told_within_a_second_and_let_go(self) -> None:
        """A change is told to who listens, with what it touched and who made it; a stop ends the stream at
        once."""
        with Server(self.folder) as server:
            stream = urllib.request.urlopen(f"{server.address}/api/events", timeout=10)
            first = self.event(stream)
            self.assertEqual(first["event"], "begun")
            body = json.dumps({"name": "Heard"}).encode()
            headers = {"Content-Type": "application/json", "X-Page": "p1"}
            began = datetime.now(UTC)
            request = urllib.request.Request(
                f"{server.address}/api/jobs/1", data=body, headers=headers, method="PATCH"
            )
            urllib.request.urlopen(request, timeout=10).read()
            told = self.event(stream)
            self.assertLess((datetime.now(UTC) - began).total_seconds(), 1.0)
            self.assertEqual(json.loads(told["data"]), {"page": "p1", "topics": ["job:1", "jobs"]})
            resumed = urllib.request.Request(
                f"{server.address}/api/events", headers={"Last-Event-ID": first["id"]}
            )
            with urllib.request.urlopen(resumed, timeout=10) as again:
                self.event(again)
                self.assertEqual(self.event(again)["id"], told["id"])
            lost = urllib.request.Request(
                f"{server.address}/api/events", headers={"Last-Event-ID": "other-7"}
            )
            with urllib.request.urlopen(lost, timeout=10) as again:
                self.event(again)
                self.assertIn("everything", self.event(again)["data"])
            ended = threading.Event()

            def stop() -> None:
                server.stop()
                ended.set()

            threading.Thread(target=stop, daemon=True).start()
            self.assertTrue(ended.wait(4.0), "an open stream holds the program up")

    def event(self, stream: Any) -> dict[str, str]:
        found: dict[str, str] = {}
        while (line := stream.readline().decode().strip()) or "event" not in found:
            if line and not line.startswith(":"):
                name, _, value = line.partition(": ")
                found[name] = value
        return found
