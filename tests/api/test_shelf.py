"""The shelf over HTTP: tins in, known better, out again; tables; the reader and the scale."""

from typing import Any

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.demo.pigments import TINS, true_mix
from tests.api.support import DemoCase, from_photo

TYPED = {"source": "text", "text": "#7a3b2e"}
SAMPLES = [(525 + 330 * (n % 3), 400 + 370 * (n // 3)) for n in range(6)]
"""The middles of the demo's sample board."""


class PotsTest(DemoCase):
    def test_many_from_one_photo(self) -> None:
        """Six samples of one photo become six tins, each near its true colour; a wrong one leaves none."""
        white = {"method": "white", "area": {"shape": "spot", "x": 220, "y": 600, "radius": 10}}
        tins = [
            {"name": f"Board {n}", "kind": "chalk_paint", "area": {"shape": "spot", "x": x, "y": y}}
            for n, (x, y) in enumerate(SAMPLES)
        ]
        bad = {
            "photo_id": 2,
            "lighting": white,
            "pots": [*tins, {**tins[0], "name": "Off", "area": {"shape": "spot", "x": -9, "y": 0}}],
        }
        count = len(self.client.get("/api/shelf").json())
        self.refused(self.client.post("/api/shelf/from-photo", json=bad), 422, "outside the photo")
        self.assertEqual(len(self.client.get("/api/shelf").json()), count)
        keys = self.client.post(
            "/api/shelf/from-photo", json={"photo_id": 2, "lighting": white, "pots": tins}
        ).json()
        self.assertEqual(len(keys), 6)
        true = R_to_Lab(true_mix([(next(tin for tin in TINS if tin.key == "tide-line"), 1.0)]))
        self.assertLess(
            float(delta_E_CIE2000(self.client.get(f"/api/shelf/{keys[0]}").json()["Lab"], true)), 6.0
        )


class TestsTest(DemoCase):
    """Tests of a tin, and what they tell."""

    def test_better_known_step_by_step(self) -> None:
        """Coats, card, tint and spectrum raise the letter; withdrawn, it falls again; the promised gain comes
        true."""
        self.client.post(
            "/api/shelf",
            json={"name": "Rose", "kind": "chalk_paint", "colour": {"source": "text", "text": "#8c4a5a"}},
        )
        pale, dark = ({"source": "text", "text": text} for text in ("#b08a92", "#6d4750"))
        for body, letter in (
            ({"task": "coats", "coats": 2, "ground": "walnut"}, "B"),
            ({"task": "card", "over_black": dark, "over_white": {"source": "text", "text": "#93505f"}}, "C"),
            ({"task": "tint", "colour": {"source": "text", "text": "#c8a0a8"}, "white": "chalk-white"}, "D"),
        ):
            with self.subTest(letter):
                before = self.client.get("/api/shelf/rose").json()
                promised = {task["task"]: task for task in before["tasks"]}
                found = self.client.post("/api/shelf/rose/tests", json=body)
                self.assertEqual(found.status_code, 201, found.text)
                self.assertEqual(found.json()["level"], letter)
                if letter == "D":
                    left = max(task["before"] for task in found.json()["tasks"])
                    self.assertLess(left, promised["tint"]["before"])
        readings = self.client.get("/api/shelf/rose").json()["readings"]
        self.assertEqual(len(readings), 4)
        self.assertEqual(self.client.delete(f"/api/shelf/readings/{readings[-1]['id']}").status_code, 204)
        self.assertEqual(self.client.get("/api/shelf/rose").json()["level"], "C")
        self.assertEqual(
            self.client.post(f"/api/shelf/readings/{readings[-1]['id']}/restore").status_code, 204
        )
        self.assertEqual(self.client.get("/api/shelf/rose").json()["level"], "D")
        swapped = {"task": "card", "over_black": pale, "over_white": dark}
        self.refused(self.client.post("/api/shelf/rose/tests", json=swapped), 422, "swapped")

    def test_contradiction(self) -> None:
        """Two masstones that cannot both be true are refused, and the shelf is as before."""
        self.client.post(
            "/api/shelf",
            json={"name": "Grey", "kind": "acrylic", "colour": {"source": "text", "text": "#808080"}},
        )
        before = self.client.get("/api/shelf/grey").json()
        answer = self.client.post(
            "/api/shelf/grey/tests",
            json={"task": "masstone", "colour": {"source": "text", "text": "#c02010"}},
        )
        self.refused(answer, 422, "read it a third time")
        self.assertEqual(self.client.get("/api/shelf/grey").json(), before)


class DevicesTest(DemoCase):
    def read(self, sample: str) -> Any:
        return self.client.post("/api/devices/reader/read", json={"sample": sample})

    def test_reader(self) -> None:
        """Calibrated, the reader reads the true colour of a dried tin; the reading is kept, and a target made
        of it."""
        self.client.post("/api/devices/reader/fault", json={"fault": "none"})
        self.assertEqual(self.client.post("/api/devices/reader/calibrate").status_code, 204)
        reader = self.client.get("/api/devices/reader").json()
        self.assertTrue(reader["calibrated"] and reader["stand_in"])
        self.assertIn("Jug glaze", reader["tray"])
        self.assertIn("Mill pond 1 + white 4", reader["tray"])
        self.assertIn("Jug glaze (mix)", reader["tray"])
        found = self.read("Mill pond").json()
        tin = next(tin for tin in TINS if tin.key == "mill-pond")
        # The demo's paint is dead flat in its masstone reading but matte by kind: the tray follows the kind.
        self.assertLess(float(delta_E_CIE2000(found["Lab"], R_to_Lab(true_mix([(tin, 1.0)])))), 1.2)
        body = {"name": "read", "colour": {"source": "reader", "reading_id": found["id"]}}
        target = self.client.post("/api/jobs/1/targets", json=body).json()
        self.assertEqual((target["hex"], target["sureness"]), (found["hex"], "sure"))


class CatchTest(DemoCase):
    """Every way to catch a colour, and the files they go to."""

    def look(self, colour: dict[str, Any], **more: Any) -> dict[str, Any]:
        answer = self.client.post("/api/colours/look", json={"colour": colour, **more})
        self.assertEqual(answer.status_code, 200, answer.text)
        found: dict[str, Any] = answer.json()
        return found

    def test_methods(self) -> None:
        """The surer the method, the smaller the error it promises: chart, chips, two whites, white,
        nothing."""
        old_paint = {"shape": "box", "left": 230, "top": 600, "right": 330, "bottom": 800}
        on_board = {"shape": "freehand", "points": [[430, 300], [620, 300], [620, 500], [430, 500]]}
        white = {"shape": "spot", "x": 220, "y": 600, "radius": 10}
        chips = [
            {"key": key, "area": {"shape": "spot", "x": SAMPLES[n][0], "y": SAMPLES[n][1]}}
            for key, n in (("tide-line", 0), ("heron-back", 2), ("quince-peel", 4))
        ]
        noises = [
            self.look(from_photo(photo_id, area, lighting))["noise"]
            for photo_id, area, lighting in (
                (4, old_paint, {"method": "chart", "corners": None}),
                (2, on_board, {"method": "chips", "chips": chips}),
                (2, on_board, {"method": "two_whites", "first": white, "second": {**white, "x": 1430}}),
                (2, on_board, {"method": "white", "area": white}),
                (2, on_board, {"method": "none"}),
            )
        ]
        self.assertEqual(noises, sorted(noises))
        methods = self.client.get("/api/photos/methods").json()
        self.assertEqual(
            [one["method"] for one in methods], ["chart", "chips", "two_whites", "white", "none"]
        )

    def test_chart(self) -> None:
        found = self.client.get("/api/photos/4/chart").json()
        self.assertAlmostEqual(found["corners"][0][0], 560, delta=12)
        self.refused(self.client.get("/api/photos/1/chart"), 422, "no 24-patch card was found")
        crossed = {"method": "chart", "corners": [[560, 440], [1330, 1040], [1360, 500], [520, 960]]}
        self.refused(
            self.client.post(
                "/api/colours/look",
                json={"colour": from_photo(4, {"shape": "spot", "x": 9, "y": 9}, crossed)},
            ),
            422,
            "crossed",
        )

    def test_scheme(self) -> None:
        """The sample board is made of its samples, its wood and its sheet; pairs name colours of it."""
        found = self.client.post("/api/photos/2/scheme", json={"most": 7}).json()
        self.assertTrue(3 <= len(found["colours"]) <= 7)
        self.assertAlmostEqual(sum(one["share"] for one in found["colours"]), 1.0, delta=0.1)
        for pair in found["pairs"]:
            self.assertLess(max(pair["first"], pair["second"]), len(found["colours"]))
        self.refused(self.client.post("/api/photos/2/scheme", json={"most": 20}), 422, "most")

    def test_background_tolerance_and_rooms(self) -> None:
        """A target keeps the wall it stands against and how near is near enough; the rooms show it in both
        lights."""
        body = {
            "name": "wall",
            "colour": TYPED,
            "background": {"source": "text", "text": "#ddd0b8"},
            "tolerance": 4,
        }
        target = self.client.post("/api/jobs/1/targets", json=body).json()
        self.assertEqual((target["background_hex"], target["tolerance"]), ("#ddd0b8", 4))
        changed = self.client.patch(
            f"/api/targets/{target['id']}", json={"background": None, "name": "door"}
        ).json()
        self.assertEqual((changed["background_hex"], changed["title"]), (None, "door"))
        rooms = {"workshop_light": "tube", "room_light": "warm_led"}
        self.assertEqual(self.client.put("/api/jobs/1/rooms", json=rooms).status_code, 204)
        looks = self.job()["targets"][0]["rooms"]
        self.assertEqual([look["light"] for look in looks], ["tube", "warm_led"])
        found = self.client.post("/api/targets/1/recipes", json={}).json()["recipes"][0]
        self.assertEqual([one["light"] for one in found["differences"]], ["window", "tube", "warm_led"])
        self.refused(
            self.client.put("/api/jobs/1/rooms", json={**rooms, "room_light": "moon"}), 422, "room_light"
        )

    def test_files(self) -> None:
        """The job's colours go out in every format and come back in; what is wrong with a file is said."""
        for kind in ("gpl", "csv", "txt", "cxf", "json"):
            with self.subTest(kind):
                data = self.client.get(f"/api/jobs/1/colours.{kind}").content
                found = self.client.post("/api/colours/file", content=data).json()
                job = self.job()
                self.assertEqual(len(found["colours"]), len(job["targets"]) + len(job["mixes"]))
                back = {"source": "spectrum", "R": found["colours"][0]["R"]}
                self.assertLess(float(delta_E_CIE2000(self.look(back)["Lab"], job["targets"][0]["Lab"])), 0.7)
        self.refused(
            self.client.post("/api/colours/file", content=b"GIMP Palette\nx\n"), 422, "line 2 is no colour"
        )
        self.refused(self.client.get("/api/jobs/1/colours.doc"), 422, "kind")
        self.refused(self.client.get("/api/jobs/9/colours.gpl"), 404, "no job")
