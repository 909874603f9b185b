"""The plan over HTTP: from a survey to a done evening, in two windows, refused clearly; killed, and nothing
lost."""

import signal
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

from tests.api.support import DemoCase, copy_demo
from tests.api.test_batches import ask, serve, threaded
from tests.soak import rounds

PLAN = "/api/jobs/1/plan"


class JourneyTest(DemoCase):
    def plan(self) -> Any:
        return self.client.get(PLAN).json()

    def ready(self, plan: Any) -> str:
        return str(plan["now"]["key"])

    def test_a_plan_in_progress(self) -> None:
        """The demo's three pieces come with a plan that is begun, laid into hours, with something drying."""
        plan = self.plan()
        self.assertTrue(plan["begun"] and plan["hours"])
        self.assertGreater(sum(step["done"] for step in plan["steps"]), 30)
        self.assertTrue(plan["now"]["title"])
        self.assertTrue(plan["days"])
        self.assertEqual({step["piece_name"] for step in plan["steps"]} - {"for all"},
                         {"Card-catalogue cabinet", "Hall settle", "Plant stand"})  # fmt: skip

    def test_done_once_and_told_in_a_second_window(self) -> None:
        key = self.ready(self.plan())
        first = self.client.post("/api/jobs/1/steps/done", json={"step": key, "minutes": 9})
        self.assertEqual(first.status_code, 200)
        again = self.client.post("/api/jobs/1/steps/done", json={"step": key})
        self.assertEqual(again.status_code, 409)
        self.assertIn("ticked off already", again.json()["detail"])
        undone = self.client.post("/api/jobs/1/steps/undo", json={"step": key}).json()
        self.assertFalse(next(step["done"] for step in undone["steps"] if step["key"] == key))

    def test_air_date_and_price(self) -> None:
        damp = self.client.patch(PLAN, json={"air": {"temperature": 19, "humidity": 80}}).json()
        self.assertEqual(damp["air"]["source"], "typed")
        self.assertTrue(any("doubles" in said for said in damp["air"]["says"]))
        again = self.client.patch(PLAN, json={"by_forecast": True}).json()
        self.assertEqual(again["air"]["source"], "forecast")
        self.client.post("/api/devices/weather", json={"fault": "disconnect"})
        silent = self.client.get(PLAN).json()["air"]
        self.assertEqual(silent["source"], "usual")
        self.assertIn("hung up", silent["trouble"])
        self.client.post("/api/devices/weather", json={"fault": "none"})
        gone = self.client.patch(PLAN, json={"due": "2020-01-01T00:00:00Z"})
        self.assertEqual(gone.status_code, 422)
        self.client.patch(PLAN, json={"asked": 250})
        money = self.client.get(f"{PLAN}/money").json()
        self.assertAlmostEqual(money["left"], 250 - money["share"], delta=0.02)
        self.assertTrue(
            self.client.get(f"{PLAN}/money?unit=fl_oz").json()["pots"][0]["needed_words"].endswith("fl oz")
        )

    def test_hours_and_calendar(self) -> None:
        hours = self.client.get("/api/hours").json()
        busy = (
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20260101T000000Z\r\nSUMMARY:Choir\r\n"
            "DTSTART:20260101T183000Z\r\nDTEND:20260101T203000Z\r\nRRULE:FREQ=WEEKLY\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        )
        read = self.client.post("/api/hours/busy", json={"calendar": busy}).json()
        self.assertGreater(read["busy"], 10)
        self.assertEqual(read["busy_words"], ["Choir"])
        self.assertEqual(self.client.delete("/api/hours/busy").json()["busy"], 0)
        self.assertEqual(self.client.post("/api/hours/busy", json={"calendar": "x"}).status_code, 422)
        overlap = {
            **hours["hours"],
            "week": {"mon": [{"start": "08:00", "end": "10:00"}, {"start": "09:00", "end": "12:00"}]},
        }
        self.assertIn("overlap", self.client.put("/api/hours", json=overlap).text)

    def test_files(self) -> None:
        for path, media in (
            ("plan.ics", "text/calendar"), ("plan.pdf", "application/pdf"),
            ("step-cards.pdf", "application/pdf"),
            ("plan.csv", "text/csv"), ("shopping.csv", "text/csv"), ("plan.json", "application/json"),
        ):  # fmt: skip
            answer = self.client.get(f"/api/jobs/1/{path}")
            self.assertTrue(answer.headers["content-type"].startswith(media), path)
            self.assertTrue(answer.content)

    def test_own_job_from_nothing(self) -> None:
        """A second job: no piece, no hours; then a piece, a survey, and a plan."""
        job = self.client.post("/api/jobs", json={"name": "Stool"}).json()["id"]
        empty = self.client.get(f"/api/jobs/{job}/plan").json()
        self.assertEqual((empty["steps"], empty["now"], empty["finished"]), ([], None, False))
        piece = self.client.post(f"/api/jobs/{job}/pieces", json={"name": "Stool", "form": "stool"}).json()[
            "id"
        ]
        survey = {"parts": {"": {"damage": ["dents"]}}, "unknown": ["wax"]}
        self.assertEqual(self.client.put(f"/api/pieces/{piece}/survey", json=survey).status_code, 200)
        surveys = self.client.get(f"/api/jobs/{job}/surveys").json()
        self.assertTrue(surveys["pieces"][0]["surveyed"])
        plan = self.client.post(f"/api/jobs/{job}/plan").json()
        self.assertEqual(plan["without_look"], ["Stool"])
        picture = self.client.get(f"/api/jobs/{job}/steps/picture?step={plan['steps'][0]['key']}")
        self.assertEqual(picture.headers["content-type"], "image/webp")


class KilledTest(unittest.TestCase):
    def test_no_step_is_lost_or_doubled(self) -> None:
        """The server is killed hard while steps are ticked off: what was confirmed is there, once."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        copy_demo(folder)
        confirmed: set[str] = set()
        for round_ in range(rounds(4, 100)):
            process, address = serve(folder)
            try:
                plan = ask(address, PLAN)
                done = [step["key"] for step in plan["steps"] if step["done"]]
                self.assertEqual(len(done), len(set(done)))
                self.assertLessEqual(confirmed, set(done))
                if plan["now"] is None:
                    break
                body = {"step": plan["now"]["key"], "before_too": True}
                if round_ % 2:
                    plan = ask(address, "/api/jobs/1/steps/done", body)
                    confirmed = {step["key"] for step in plan["steps"] if step["done"]}
                else:  # unanswered: killed while it is being written
                    unanswered = threaded(address, "/api/jobs/1/steps/done", body)
                    time.sleep(0.02 * (round_ % 7))
                    process.send_signal(signal.SIGKILL)
                    unanswered.join()
            finally:
                process.kill()
                process.wait()
        self.assertTrue(confirmed)
