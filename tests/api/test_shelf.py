"""The shelf over HTTP: tins in, known better, out again; tables; the reader and the scale."""

import io
import time
from typing import Any

from pypdf import PdfReader

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.demo.pigments import TINS, true_mix
from tests.api.support import DemoCase, from_photo
from tests.soak import bounded

TYPED = {"source": "text", "text": "#7a3b2e"}
SAMPLES = [(525 + 330 * (n % 3), 400 + 370 * (n // 3)) for n in range(6)]
"""The middles of the demo's sample board."""


class PotsTest(DemoCase):
    def add(self, name: str, **changes: Any) -> dict[str, Any]:
        body = {"name": name, "kind": "chalk_paint", "colour": TYPED, **changes}
        answer = self.client.post("/api/shelf", json=body)
        self.assertEqual(answer.status_code, 201, answer.text)
        made: dict[str, Any] = answer.json()
        return made

    def test_name_kind_and_colour_are_enough(self) -> None:
        """A tin so added shows its colour, its letter, and every usual fact with the reason why."""
        tin = self.add("Barn door")
        self.assertEqual(
            (tin["key"], tin["level"], tin["family"], tin["base"]), ("barn-door", "A", "brown", "water")
        )
        for fact in tin["facts"]:
            self.assertTrue(fact["why"] and not fact["own"], fact)
        self.assertIn("barn-door", [one["key"] for one in self.client.get("/api/shelf").json()])

    def test_every_kind(self) -> None:
        """Every kind can stand on the shelf, with a colour or without."""
        for kind in bounded(self.client.get("/api/shelf/kinds").json(), 6):
            with self.subTest(kind["key"]):
                tin = self.add(
                    f"One {kind['key']}", kind=kind["key"], colour=TYPED if kind["has_colour"] else None
                )
                self.assertEqual(tin["hex"] is not None, kind["has_colour"])

    def test_facts_by_the_label(self) -> None:
        """A fact is overridden by the label and taken back; only what is sent is changed."""
        self.add("Door two")
        changed = self.client.patch(
            "/api/shelf/door-two", json={"spread_rate": 8.5, "handling": {"recoat": 240}}
        ).json()
        facts = {fact["name"]: fact for fact in changed["facts"]}
        self.assertEqual((facts["spread_rate"]["value"], facts["spread_rate"]["own"]), (8.5, True))
        self.assertEqual((facts["recoat"]["value"], facts["recoat"]["usual"]), (240, 60))
        self.assertEqual(changed["name"], "Door two")
        back = self.client.patch(
            "/api/shelf/door-two", json={"spread_rate": None, "handling": {"recoat": None}}
        ).json()
        self.assertFalse(any(fact["own"] for fact in back["facts"]))

    def test_off_and_back(self) -> None:
        """A tin taken off is poured no more, but its mixes still stand; restored, all is as before."""
        used = self.job()["mixes"][0]["recipe"]["pours"][0]["material"]
        before = self.job()
        self.assertEqual(self.client.delete(f"/api/shelf/{used}").status_code, 204)
        recipes = self.client.post("/api/targets/1/recipes", json={}).json()["recipes"]
        self.assertNotIn(used, {pour["material"] for recipe in recipes for pour in recipe["pours"]})
        self.assertEqual(self.job()["mixes"], before["mixes"])
        self.refused(self.client.post("/api/targets/1/recipes", json={"use": [used]}), 422, "no tin")
        self.assertEqual(self.client.post(f"/api/shelf/{used}/restore").status_code, 204)
        self.assertEqual(self.job(), before)

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

    def test_mixed_tin_returns(self) -> None:
        """A mix put on the shelf is a tin with its recipe, looks like the mix, and can be poured again."""
        mix = self.job()["mixes"][1]
        key = self.client.post(f"/api/mixes/{mix['id']}/to-shelf", json={"left_ml": 120}).json()
        tin = self.client.get(f"/api/shelf/{key}").json()
        self.assertEqual(len(tin["made"]["pours"]), len(mix["recipe"]["pours"]))
        self.assertEqual((tin["left_ml"], tin["keeps_until"]), (120, None))
        wishes = {"batch": 100, "use": [key], "most_tins": 1}
        found = self.client.post(f"/api/targets/{mix['target_id']}/recipes", json=wishes).json()["recipes"][0]
        self.assertLess(found["delta_E"], mix["recipe"]["delta_E"] + 0.5)

    def test_refused(self) -> None:
        self.add("There")
        for body, status, words in (
            ({"name": "There", "kind": "acrylic"}, 409, "stands on the shelf already"),
            ({"name": "x", "kind": "soup"}, 422, "no kind of material"),
            ({"name": "", "kind": "acrylic"}, 422, "name"),
            ({"name": "x", "kind": "acrylic", "left_ml": -1}, 422, "left_ml"),
            (
                {"name": "x", "kind": "acrylic", "colour": {"source": "text", "text": "puce"}},
                422,
                "a target is",
            ),
            (
                {"name": "x", "kind": "acrylic", "colour": from_photo(99, {"shape": "spot", "x": 1, "y": 1})},
                404,
                "no photo",
            ),
        ):
            with self.subTest(words):
                self.refused(self.client.post("/api/shelf", json=body), status, words)
        self.refused(self.client.get("/api/shelf/nowhere"), 404, "no tin")
        self.refused(self.client.patch("/api/shelf/there", json={"handling": {"smell": 1}}), 422, "smell")
        self.refused(
            self.client.post("/api/shelf/there/weigh", json={"grams": 10, "tin_grams": 90}),
            422,
            "weigh them again",
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

    def test_refused(self) -> None:
        for key, body, status, words in (
            ("clear-wax", {"task": "masstone", "colour": TYPED}, 422, "no colour of its own"),
            ("brewed-tea", {"task": "masstone", "colour": TYPED}, 422, "over white paper"),
            ("mill-pond", {"task": "film", "colour": TYPED}, 422, "by itself, or with white"),
            ("mill-pond", {"task": "tint", "colour": TYPED, "white": "mill-pond"}, 422, "not the tin itself"),
            (
                "mill-pond",
                {"task": "tint", "colour": TYPED, "white": "grey-primer"},
                422,
                "no colour to mix with",
            ),
            ("mill-pond", {"task": "coats", "coats": 0}, 422, "coats"),
            ("mill-pond", {"task": "coats", "coats": 2, "ground": "moon"}, 422, "no ground"),
            ("nowhere", {"task": "coats", "coats": 2}, 404, "no tin"),
        ):
            with self.subTest(words):
                self.refused(self.client.post(f"/api/shelf/{key}/tests", json=body), status, words)

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

    def test_next_swatch(self) -> None:
        """The swatch worth painting for a recipe names a tin of it, and narrows it."""
        pours = [
            {"material": "chalk-white", "parts": 6, "ml": 300},
            {"material": "sloe-skin", "parts": 1, "ml": 50},
        ]
        found = self.client.post("/api/recipes/next-swatch", json={"pours": pours}).json()
        self.assertEqual(found["pot"], "sloe-skin")
        self.assertRegex(found["words"], r"^[\d.]+ Sloe skin( with [\d.]+ Chalk white)?$")
        self.assertLess(found["after"], found["before"])
        self.refused(
            self.client.post("/api/recipes/next-swatch", json={"pours": [{**pours[0], "material": "x"}]}),
            404,
            "no tin",
        )


class TablesTest(DemoCase):
    def test_out_and_in(self) -> None:
        """The table that is saved can be taken in elsewhere; what stands there already is refused by row."""
        data = self.client.get("/api/shelf/table.csv").content
        found = self.client.post("/api/shelf/table/check", content=data).json()
        self.assertEqual((found["good"], len(found["bad"])), ([], len(self.client.get("/api/shelf").json())))
        self.refused(self.client.post("/api/shelf/table", content=data), 422, "no row in this file")
        for tin in self.client.get("/api/shelf").json():
            self.client.delete(f"/api/shelf/{tin['key']}")
        keys = self.client.post("/api/shelf/table", content=data).json()
        self.assertEqual(len(keys), 26)
        self.refused(
            self.client.post("/api/shelf/table/check", content=b"a,b\n1,2"), 422, "at least name and kind"
        )


class CardTest(DemoCase):
    def test_pdf(self) -> None:
        answer = self.client.get("/api/shelf/card.pdf", params={"pot": "Mill pond"})
        self.assertEqual(answer.headers["content-type"], "application/pdf")
        self.assertIn("Mill pond", PdfReader(io.BytesIO(answer.content)).pages[0].extract_text())


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

    def test_faults(self) -> None:
        """Every fault of the reader is a plain message, keeps nothing, and the next reading is good."""
        self.client.post("/api/devices/reader/calibrate")
        for fault, words in (
            ("timeout", "did not answer"), ("disconnect", "hung up"), ("half-line", "middle of a line"),
            ("out-of-range", "no painted surface"), ("uncalibrated", "not calibrated"),
        ):  # fmt: skip
            with self.subTest(fault):
                self.client.post("/api/devices/reader/fault", json={"fault": fault})
                self.refused(self.read("Jug glaze"), 503, words)
                self.client.post("/api/devices/reader/fault", json={"fault": "none"})
                self.client.post("/api/devices/reader/calibrate")
                self.assertEqual(self.read("Jug glaze").status_code, 201)
        self.refused(self.read("no such thing"), 503, "no such sample")
        self.refused(self.client.post("/api/devices/reader/fault", json={"fault": "hiccup"}), 422, "fault")

    def test_weigh(self) -> None:
        """A tin put on the scale with its tin says what is left in it, by its density."""
        self.client.post("/api/devices/scale/load", json={"grams": 380})
        weight = self.client.get("/api/devices/scale").json()
        deadline = time.monotonic() + 30
        while weight["state"] != "stable" and time.monotonic() < deadline:
            time.sleep(0.05)
            weight = self.client.get("/api/devices/scale").json()
        tin = self.client.post(
            "/api/shelf/sloe-skin/weigh", json={"grams": weight["grams"], "tin_grams": 90}
        ).json()
        self.assertAlmostEqual(tin["left_ml"], 290 / 1.45, delta=0.5)


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

    def test_from_things(self) -> None:
        """Typed, a target, a tin, a mix, between two, and steps from one; on a background where one is asked
        for."""
        target = {"source": "target", "target_id": 1}
        self.assertEqual(self.look(target)["daylight_hex"], self.job()["targets"][0]["daylight_hex"])
        self.assertEqual(
            self.look({"source": "mix", "mix_id": 1})["hex"], self.job()["mixes"][0]["recipe"]["hex"]
        )
        self.assertEqual(self.look({"source": "text", "text": "rgb 79 127 128"})["daylight_hex"], "#4f7f80")
        tins = {tin["key"]: tin["hex"] for tin in self.client.get("/api/shelf").json()}
        self.assertEqual(self.look({"source": "material", "key": "mill-pond"})["hex"], tins["mill-pond"])
        ends = {"first": target, "second": {"source": "text", "text": "#f0e8d8"}}
        half = self.look({"source": "between", **ends, "share": 0.5}, background=TYPED)
        self.assertEqual(half["background_hex"], "#7a3b2e")
        L = [self.look({"source": "stepped", "of": target, "lighter": n})["Lab"][0] for n in (0, 1, 3)]
        self.assertEqual(L, sorted(L))
        self.assertIn("vivid", " ".join(self.look({"source": "text", "text": "lab 98 -110 110"})["warnings"]))
        nested: dict[str, Any] = target
        for _ in range(20):
            nested = {"source": "stepped", "of": nested, "warmer": 0.1}
        self.refused(self.client.post("/api/colours/look", json={"colour": nested}), 422, "12 deep")

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

    def test_metamerism_is_said(self) -> None:
        """A match in one light that is a miss in another is told in words, with the difference in each."""
        self.client.put("/api/jobs/1/rooms", json={"workshop_light": "window", "room_light": "tube"})
        said = []
        for target in self.job()["targets"]:
            for recipe in self.client.post(
                f"/api/targets/{target['id']}/recipes", json={"most_tins": 3}
            ).json()["recipes"]:
                values = [one["delta_E"] for one in recipe["differences"]]
                if recipe["metameric"]:
                    self.assertTrue(min(values) < 2.0 and max(values) >= 3.0)
                    said.append(recipe["metameric"])
        self.assertTrue(all(words.startswith("A match by") for words in said))

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
