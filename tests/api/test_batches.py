"""The bench over HTTP: pours never lost or doubled, over-pours, strips that teach, rescues; prints;
preparations."""

import contextlib
import io
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

from pypdf import PdfReader

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

    def pour(self, batch: dict[str, Any], factor: float = 1.0, **changes: Any) -> Any:
        step = next(step for step in batch["steps"] if not step["made"])
        place = sum(step["made"] for step in batch["steps"])
        body = {
            "place": place,
            "material": step["material"],
            "ml": step["ml"] * factor,
            "how": "scale",
            **changes,
        }
        return self.client.post(f"/api/batches/{batch['id']}/pours", json=body)

    def filled(self) -> dict[str, Any]:
        batch = self.begin()
        while not batch["full"]:
            batch = self.pour(batch).json()
        return batch


class PourTest(BenchCase):
    def test_step_by_step(self) -> None:
        """Each pour is written, the stock goes down by it, the end looks like the mix; undone, the stock is
        back."""
        for step in self.job()["mixes"][0]["recipe"]["pours"]:
            self.client.patch(f"/api/shelf/{step['material']}", json={"left_ml": 900, "full_ml": 1000})
        before = {batch["key"]: batch["left_ml"] for batch in self.client.get("/api/shelf").json()}
        batch = self.begin()
        first = batch["steps"][0]
        batch = self.pour(batch).json()
        self.assertEqual(batch["poured_ml"], round(first["ml"], 2))
        left = self.client.get(f"/api/shelf/{first['material']}").json()["left_ml"]
        self.assertAlmostEqual(left, before[first["material"]] - first["ml"], places=1)
        back = self.client.delete(f"/api/batches/{batch['id']}/pours/last").json()
        self.assertEqual(back["poured_ml"], 0)
        self.assertAlmostEqual(
            self.client.get(f"/api/shelf/{first['material']}").json()["left_ml"],
            before[first["material"]],
            places=6,
        )
        self.refused(self.client.delete(f"/api/batches/{batch['id']}/pours/last"), 409, "nothing was poured")
        while not batch["full"]:
            batch = self.client.get(f"/api/batches/{batch['id']}").json()
            batch = self.pour(batch).json()
        self.assertEqual(batch["now_hex"], self.job()["mixes"][0]["recipe"]["hex"])

    def test_two_windows(self) -> None:
        """The second window that pours the same step is told, and nothing is doubled."""
        batch = self.begin()
        self.assertEqual(self.pour(batch).status_code, 201)
        self.refused(self.pour(batch), 409, "another window")
        self.assertEqual(
            sum(step["made"] for step in self.client.get(f"/api/batches/{batch['id']}").json()["steps"]), 1
        )

    def test_over_pour(self) -> None:
        """Too much of one: the rest grows with it and the colour stays; beyond the jug it says so."""
        batch = self.begin("measuring jug")
        end = batch["end_hex"]
        batch = self.pour(batch, 1.3).json()
        self.assertIn("the colour stays", batch["words"])
        self.assertEqual(batch["end_hex"], end)
        tin = self.begin("tin")
        over = self.pour(tin, 2.6).json()
        self.assertIn("lean to", over["words"])
        self.assertLessEqual(over["batch"], over["capacity"] + 0.1)
        self.refused(self.pour(over, 1.0, ml=5000), 422, "holds")

    def test_refused(self) -> None:
        batch = self.begin()
        self.refused(self.pour(batch, material="lamp-soot"), 422, "not part of this recipe")
        self.refused(self.pour(batch, ml=-3), 422, "ml")
        self.refused(
            self.client.post("/api/mixes/1/batches", json={"jug": "paper cup"}), 422, "take a larger one"
        )
        self.refused(self.client.post("/api/mixes/1/batches", json={"jug": "thimble"}), 422, "no jug")
        self.refused(self.client.get("/api/batches/999"), 404, "no jug")
        self.refused(self.client.post(f"/api/batches/{batch['id']}/strip-painted"), 409, "nothing was poured")

    def test_jugs_of_ones_own(self) -> None:
        """A jug measured, and one known by pouring water, hold what they should; the batch moves into it;
        nonsense is refused."""
        straight = {"name": "my tin", "bottom": 100, "height": 150}
        self.assertAlmostEqual(
            self.client.post("/api/jugs", json=straight).json()["capacity"], 1178.1, places=1
        )
        water = {"name": "my jug", "marks": [[250, 40], [500, 75], [900, 120]]}
        self.assertAlmostEqual(self.client.post("/api/jugs", json=water).json()["capacity"], 900.0, places=2)
        batch = self.pour(self.begin("tin")).json()
        moved = self.client.put(f"/api/batches/{batch['id']}/jug", json={"jug": "my tin"}).json()
        self.assertEqual((moved["jug"], moved["poured_ml"]), ("my tin", batch["poured_ml"]))
        small = {
            "name": "ladle",
            "bottom": 60,
            "height": 120,
        }  # 339 ml: enough for what is in, too small for the batch
        self.client.post("/api/jugs", json=small)
        self.refused(
            self.client.put(f"/api/batches/{batch['id']}/jug", json={"jug": "ladle"}),
            422,
            "take a larger one",
        )
        self.assertEqual(self.client.get("/api/mixes/1/strip.pdf?jug=my jug").status_code, 200)
        for body, status, words in (
            (straight, 409, "already"),
            ({"name": "flat", "bottom": 90, "height": 0}, 422, "height above 0"),
            ({"name": "none"}, 422, "inner diameter"),
            ({"name": "odd", "marks": [[100, 20], [90, 30]]}, 422, "must rise"),
        ):
            with self.subTest(words):
                self.refused(self.client.post("/api/jugs", json=body), status, words)
        cup = {"jug": "paper cup"}
        full = self.filled()
        self.refused(self.client.put(f"/api/batches/{full['id']}/jug", json=cup), 422, "take a larger one")

    def test_goes_on(self) -> None:
        """A batch that is being poured is found again, as after a reload."""
        batch = self.begin()
        self.pour(batch)
        again = self.client.post(f"/api/mixes/{batch['mix_id']}/batches", json={}).json()
        self.assertEqual((again["id"], sum(step["made"] for step in again["steps"])), (batch["id"], 1))


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

    def test_not_dry(self) -> None:
        """A strip read before it is dry is refused with the time it needs; anyway, it is taken."""
        batch = self.filled()
        self.refused(self.read(batch, 2, anyway=False), 409, "paint a strip")
        self.client.post(f"/api/batches/{batch['id']}/strip-painted")
        self.refused(self.read(batch, 2, anyway=False), 409, "min more")
        self.assertEqual(self.read(batch, 2).status_code, 201)

    def test_more_was_poured_meanwhile(self) -> None:
        """A strip whose batch changed before it was answered is kept, and that it tells nothing now is
        said."""
        batch = self.filled()
        with patch("jug_mingle.services.strip_readings.verdict_now", return_value=None):
            self.refused(self.read(batch, 2), 409, "the strip is kept")
        self.assertIsNotNone(self.client.get(f"/api/batches/{batch['id']}/verdict").json())

    def test_near_enough_is_done(self) -> None:
        batch = self.filled()
        found = self.read(batch, 0).json()
        self.assertTrue(found["reached"])
        self.assertTrue(self.client.get(f"/api/batches/{batch['id']}").json()["done"])

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

    def test_verdict_is_found_again(self) -> None:
        """What a strip said is there after a reload, until more is poured or it is forgotten; the newest
        counts."""
        batch = self.filled()
        verdict = f"/api/batches/{batch['id']}/verdict"
        self.assertIsNone(self.client.get(verdict).json())
        first, second = self.read(batch, 4).json(), self.read(batch, 3).json()
        again = self.client.get(verdict).json()
        self.assertEqual({**again, "learnt": second["learnt"]}, second)
        self.client.delete(f"/api/shelf/readings/{second['reading_id']}")
        self.assertEqual(self.client.get(verdict).json()["strip_id"], first["strip_id"])
        advice = self.client.get(f"/api/batches/{batch['id']}/rescue").json()
        pours = [
            {"material": one["material"], "parts": 1, "ml": one["ml"]}
            for one in advice["options"][advice["best"]]["additions"]
        ]
        now = self.client.post(f"/api/batches/{batch['id']}/additions", json={"pours": pours}).json()
        for _ in pours:
            now = self.pour(now).json()
        self.assertIsNone(self.client.get(verdict).json())
        self.refused(self.client.get("/api/batches/99/verdict"), 404, "no jug")

    def test_rescue_needs_a_strip(self) -> None:
        self.refused(self.client.get(f"/api/batches/{self.filled()['id']}/rescue"), 409, "read a dried strip")


class PrintTest(BenchCase):
    def test_pdfs(self) -> None:
        for kind, words in (("strip", "to here"), ("label", "mixed"), ("card", "Predicted")):
            answer = self.client.get(f"/api/mixes/1/{kind}.pdf", params={"unit": "spoons"})
            self.assertEqual(answer.headers["content-type"], "application/pdf")
            self.assertIn(words, PdfReader(io.BytesIO(answer.content)).pages[0].extract_text())
        self.refused(self.client.get("/api/mixes/1/strip.pdf?jug=paper cup"), 422, "take a larger one")

    def test_preparations(self) -> None:
        """Every preparation whose roles the demo can fill is scaled to the batch; the others say what is
        missing."""
        made = 0
        for one in self.client.get("/api/preparations").json():
            if all(role["pots"] for role in one["roles"]):
                cast = {role["key"]: role["pots"][0] for role in one["roles"]}
                found = self.client.post(
                    f"/api/preparations/{one['key']}", json={"cast": cast, "batch": 240}
                ).json()
                self.assertAlmostEqual(sum(pour["ml"] for pour in found["pours"]), 240, delta=0.3)
                self.assertNotEqual(found["before_hex"], found["after_hex"])
                made += 1
        self.assertGreaterEqual(made, 6)
        self.refused(self.client.post("/api/preparations/soup", json={"cast": {}}), 404, "no preparation")
        self.refused(
            self.client.post("/api/preparations/tinted_wax", json={"cast": {"paint": "mill-pond"}}),
            422,
            "no tin plays",
        )
        tap = self.client.post("/api/preparations/wash", json={"cast": {"paint": "mill-pond"}}).json()
        self.assertIn("water, from the tap", [pour["name"] for pour in tap["pours"]])

    def test_why_and_by_hand(self) -> None:
        mix = self.job()["mixes"][0]
        pours = [{key: pour[key] for key in ("material", "parts", "ml")} for pour in mix["recipe"]["pours"]]
        path = f"/api/targets/{mix['target_id']}"
        why = self.client.post(f"{path}/why", json={"pours": pours, "ground": "walnut"}).json()
        self.assertEqual(len(why["curves"]), 2 + len(pours))
        self.assertEqual(why["dry_hex"], mix["recipe"]["hex"])
        self.assertEqual(len(why["differences"]), 9)
        hand = self.client.post(f"{path}/by-hand", json={"pours": pours}).json()
        self.assertEqual(hand["hex"], mix["recipe"]["hex"])
        # The jug's recipe was kept when it was mingled, in rounded millilitres.
        self.assertAlmostEqual(hand["delta_E"], mix["recipe"]["delta_E"], delta=0.05)
        self.refused(
            self.client.post(f"{path}/by-hand", json={"pours": [{**pours[0], "material": "grey-primer"}]}),
            422,
            "no colour",
        )
        self.refused(
            self.client.post(f"{path}/by-hand", json={"pours": [pours[0], pours[0]]}), 422, "stands twice"
        )

    def test_amount(self) -> None:
        found = self.client.get("/api/jobs/1/amount?coats=2&margin=0&spread_rate=10").json()
        self.assertAlmostEqual(found["ml"], found["area"] * 200, delta=2)

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
