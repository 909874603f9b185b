"""The bench over HTTP: pours never lost or doubled, over-pours, strips that teach, rescues; prints;
preparations."""

import contextlib
import json
import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
import unittest
import urllib.request
from http.client import HTTPException
from pathlib import Path
from typing import Any
from unittest.mock import patch

from tests.api.support import DemoCase, copy_demo
from tests.soak import rounds


class BenchCase(DemoCase):
    def begin(self, jug: str | None = None) -> dict[str, Any]:
        """Begin a fresh batch of the job's first mix."""
        mix = self.client.post("/api/jobs/1/mixes", json=self.body()).json()
        answer = self.client.post(f"/api/mixes/{mix['id']}/batches", json={"jug": jug})
        self.assertEqual(answer.status_code, 201, answer.text)
        batch: dict[str, Any] = answer.json()
        return batch

    def body(self) -> dict[str, Any]:
        mix = self.job()["mixes"][0]
        pours = [{key: pour[key] for key in ("material", "parts", "ml")} for pour in mix["recipe"]["pours"]]
        return {"name": "Bench", "target_id": mix["target_id"], "batch": mix["batch"], "pours": pours}

    def pour(self, batch: dict[str, Any]) -> Any:
        step = next(step for step in batch["steps"] if not step["made"])
        place = sum(step["made"] for step in batch["steps"])
        body = {"place": place, "material": step["material"], "ml": step["ml"], "how": "scale"}
        return self.client.post(f"/api/batches/{batch['id']}/pours", json=body)

    def filled(self) -> dict[str, Any]:
        batch = self.begin()
        while not batch["full"]:
            batch = self.pour(batch).json()
        return batch


class PourTest(BenchCase):
    def test_jugs_of_ones_own(self) -> None:
        """A batch moves into a jug of one's own; into one that is too small for it, it does not."""
        for name, height in (("my tin", 150), ("ladle", 40)):  # 1178 ml, and 314
            made = self.client.post("/api/jugs", json={"name": name, "bottom": 100, "height": height})
            self.assertEqual(made.status_code, 201, made.text)
        batch = self.pour(self.begin("tin")).json()
        moved = self.client.put(f"/api/batches/{batch['id']}/jug", json={"jug": "my tin"}).json()
        self.assertEqual((moved["jug"], moved["poured_ml"]), ("my tin", batch["poured_ml"]))
        for jug in ("ladle", "paper cup"):
            answer = self.client.put(f"/api/batches/{batch['id']}/jug", json={"jug": jug})
            self.refused(answer, 422, "take a larger one")
        self.assertEqual(self.client.get("/api/mixes/1/strip.pdf?jug=my tin").status_code, 200)


class StripTest(BenchCase):
    def read(self, batch: dict[str, Any], lighter: float, **changes: Any) -> Any:
        target = self.job()["mixes"][0]["target_id"]
        colour = {"source": "stepped", "of": {"source": "target", "target_id": target}, "lighter": lighter}
        body = {"colour": colour, "anyway": True, **changes}
        return self.client.post(f"/api/batches/{batch['id']}/strips", json=body)

    def test_where_and_how_long(self) -> None:
        """A paint's strip hides what is under it; a stain's lies on the wood, and its long wait is said in
        hours."""
        paint = self.filled()
        self.assertEqual((paint["over"], paint["dry_words"]), ("", f"{paint['dry_minutes']:.0f} min"))
        brown = {"name": "Nut rinse", "kind": "oil_stain", "colour": {"source": "text", "text": "#5a3a22"}}
        stain = self.client.post("/api/shelf", json=brown).json()
        body = {"name": "rinse", "batch": 50, "pours": [{"material": stain["key"], "parts": 1, "ml": 50}]}
        mix = self.client.post("/api/jobs/1/mixes", json=body).json()
        batch = self.client.post(f"/api/mixes/{mix['id']}/batches", json={}).json()
        batch = self.pour(batch).json()
        self.assertIn("oak", batch["over"])
        self.assertEqual(batch["dry_words"], f"{batch['dry_minutes'] / 60:.3g} h")

    def test_more_was_poured_meanwhile(self) -> None:
        """A strip whose batch changed before it was answered is kept, and that it tells nothing now is
        said."""
        batch = self.filled()
        with patch("jug_mingle.services.strip_readings.verdict_now", return_value=None):
            self.refused(self.read(batch, 2), 409, "the strip is kept")
        self.assertIsNotNone(self.client.get(f"/api/batches/{batch['id']}/verdict").json())

    def test_rescue(self) -> None:
        """Four steps too light: the rescue darkens it, its additions become steps; what was learnt is
        undone."""
        batch = self.filled()
        found = self.read(batch, 4).json()
        self.assertFalse(found["reached"])
        self.assertIn("too light", found["misses"])
        advice = self.client.get(f"/api/batches/{batch['id']}/rescue").json()
        best = advice["options"][advice["best"]]
        self.assertTrue(best["additions"])
        self.assertLess(best["delta_E"], advice["options"][0]["delta_E"])
        pours = [{"material": a["material"], "parts": 1, "ml": a["ml"]} for a in best["additions"]]
        now = self.client.post(f"/api/batches/{batch['id']}/additions", json={"pours": pours}).json()
        self.assertEqual(
            [s["material"] for s in now["steps"] if not s["made"]], [a["material"] for a in best["additions"]]
        )
        too_much = [{**pours[0], "ml": 15_000}]
        self.refused(
            self.client.post(f"/api/batches/{batch['id']}/additions", json={"pours": too_much}),
            422,
            "larger one first",
        )
        self.assertEqual(len(self.client.get("/api/jobs/1/strips").json()) > 0, True)
        self.assertEqual(self.client.delete(f"/api/shelf/readings/{found['reading_id']}").status_code, 204)


class PrintTest(BenchCase):
    def test_scale_stream(self) -> None:
        """The scale comes as server-sent events, about ten a second."""
        with self.client.stream("GET", "/api/devices/scale/stream?seconds=0.6") as answer:
            lines = [line for line in answer.iter_lines() if line]
        self.assertTrue(3 <= len(lines) <= 9)
        self.assertEqual(
            set(json.loads(lines[0].removeprefix("data: "))), {"at", "grams", "state", "trouble"}
        )


class KilledTest(unittest.TestCase):
    def test_no_confirmed_pour_is_lost(self) -> None:
        """The server is killed hard in the middle of pours, again and again: what was confirmed is there,
        once."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        copy_demo(folder)
        batch, confirmed = 0, 0
        for round_ in range(rounds(3, 200)):
            process, address = serve(folder)
            try:
                if not batch:
                    batch = ask(address, "/api/mixes/1/batches", {})["id"]
                stand = ask(address, f"/api/batches/{batch}")
                self.assertIn(sum(step["made"] for step in stand["steps"]), (confirmed, confirmed + 1))
                confirmed = sum(step["made"] for step in stand["steps"])
                if stand["full"]:
                    break
                step = next(step for step in stand["steps"] if not step["made"])
                body = {"place": confirmed, "material": step["material"], "ml": 1.0, "how": "scale"}
                confirmed = sum(s["made"] for s in ask(address, f"/api/batches/{batch}/pours", body)["steps"])
                if round_ % 2:  # and once more, unanswered: killed while it is being written
                    unanswered = threaded(
                        address, f"/api/batches/{batch}/pours", {**body, "place": confirmed}
                    )
                    time.sleep(0.02)
                    os.kill(process.pid, signal.SIGKILL)
                    unanswered.join()
            finally:
                process.kill()
                process.wait()
        self.assertGreaterEqual(confirmed, 3)


def serve(folder: Path) -> tuple[subprocess.Popen[str], str]:
    """Start the program as a process of its own, and return its address."""
    code = f"from jug_mingle.cli import app; app(['serve', '--data', {str(folder)!r}, '--port', '0'])"
    process = subprocess.Popen([sys.executable, "-u", "-c", code], stdout=subprocess.PIPE, text=True)
    assert process.stdout is not None
    with process.stdout:
        address = process.stdout.readline().split()[4]
    for _ in range(3000):
        try:
            urllib.request.urlopen(f"{address}/api/lights").close()
            break
        except (OSError, HTTPException):
            time.sleep(0.02)
    return process, address


def ask(address: str, path: str, body: dict[str, Any] | None = None) -> dict[str, Any]:
    """Send JSON and return JSON."""
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(address + path, data, {"Content-Type": "application/json"})
    with urllib.request.urlopen(request) as answer:
        found: dict[str, Any] = json.loads(answer.read())
    return found


def threaded(address: str, path: str, body: dict[str, Any]) -> Any:
    """Send in a thread and expect no answer."""

    def send() -> None:
        with contextlib.suppress(OSError, ValueError, HTTPException):
            ask(address, path, body)

    thread = threading.Thread(target=send)
    thread.start()
    return thread
