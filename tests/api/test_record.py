"""The record over HTTP: the daybook, what is found, the bin, archives, choices, settings."""

import csv
import io
import re
from datetime import UTC, datetime, timedelta
from typing import Any

import pypdf
from PIL import Image

from jug_mingle.core.measuring.saying import Saying
from jug_mingle.store.models import TargetRow
from tests.api.support import DemoCase, FreshCase, photo


class DaybookTest(FreshCase):
    def test_written_down(self) -> None:
        """What is written down stands where it belongs in time; money and hands are added up."""
        entry = {"kind": "work", "step": "Sanded the top", "grit": 220, "tool": "block", "minutes": 45.0}
        made = self.client.post("/api/jobs/1/entries", json=entry)
        self.assertEqual(made.status_code, 201, made.text)
        for kind, money in (("spent", 12.5), ("got", 240.0), ("bought", 610.0)):
            self.client.post("/api/jobs/1/entries", json={"kind": kind, "money": money})
        before = (datetime.now(UTC) - timedelta(days=700)).isoformat()
        old = self.client.post(
            "/api/jobs/1/entries", json={"kind": "endured", "at": before, "words": "two years later: sound"}
        )
        book = self.client.get("/api/jobs/1/daybook").json()
        self.assertEqual(book["happened"][-1]["words"], "two years later: sound")
        self.assertEqual(
            (book["sums"]["spent"], book["sums"]["got"], book["sums"]["bought"]), (12.5, 240.0, 610.0)
        )
        steps = sum(one["kind"] == "step" for one in book["happened"])
        self.assertGreater(steps, 10)
        self.assertAlmostEqual(book["sums"]["per_hour"], 227.5 / book["sums"]["hours"])
        said = next(one for one in book["happened"] if one["entry"] == made.json()["id"])
        self.assertEqual(said["title"], "Sanded the top")
        self.assertIn("220 paper", said["words"])
        changed = self.client.patch(f"/api/entries/{old.json()['id']}", json={"words": "still sound"}).json()
        self.assertEqual((changed["words"], changed["at"][:10]), ("still sound", before[:10]))

    def test_refused(self) -> None:
        later = (datetime.now(UTC) + timedelta(days=9)).isoformat()
        for body, words in (
            ({}, "nothing to keep"), ({"kind": "spent"}, "how much"),
            ({"words": "x", "at": later}, "to come"),
            ({"kind": "dream"}, "kind"), ({"words": "x", "piece_id": 99}, "no piece 99"),
            ({"grit": 1}, "at least 16"),
        ):  # fmt: skip
            self.refused(self.client.post("/api/jobs/1/entries", json=body), 422, words)
        self.refused(self.client.post("/api/jobs/9/entries", json={"words": "x"}), 404, "no job")
        self.refused(self.client.patch("/api/entries/9", json={"words": "x"}), 404, "no entry")

    def test_removed_and_brought_back(self) -> None:
        made = self.client.post("/api/jobs/1/entries", json={"words": "masked the feet"}).json()
        self.client.delete(f"/api/entries/{made['id']}")
        self.assertEqual(self.client.get("/api/jobs/1/daybook").json()["entries"], [])
        self.assertEqual([one["name"] for one in self.client.get("/api/bin").json()], ["masked the feet"])
        self.client.post(f"/api/bin/entry/{made['id']}/restore")
        self.assertEqual(len(self.client.get("/api/jobs/1/daybook").json()["entries"]), 1)


class FindTest(DemoCase):
    def find(self, **asked: Any) -> dict[str, Any]:
        answer = self.client.get("/api/find", params=asked)
        self.assertEqual(answer.status_code, 200, answer.text)
        found: dict[str, Any] = answer.json()
        return found

    def test_by_words(self) -> None:
        """Names, notes and the names of colours; every word must fit."""
        titles = {one["title"] for one in self.find(words="TIDE")["found"]}
        self.assertIn("Tide", titles)
        greens = self.find(words="green", kind="colour")["found"]
        self.assertEqual([one["title"] for one in greens], ["jug glaze"])
        self.assertEqual(self.find(words="tide nonsense")["all"], 0)
        self.assertEqual({one["kind"] for one in self.find(kind="look")["found"]}, {"look"})

    def test_by_colour(self) -> None:
        """The nearest first, each with how far it is; nothing that is another colour altogether."""
        green = next(one for one in self.job()["targets"] if one["title"] == "jug glaze")
        found = self.find(colour=green["daylight_hex"])["found"]
        self.assertEqual(found[0]["title"], "jug glaze")
        self.assertLess(found[0]["delta_E"], 1.0)
        self.assertEqual([one["delta_E"] for one in found], sorted(one["delta_E"] for one in found))
        self.assertLessEqual(found[-1]["delta_E"], 15.0)
        self.assertEqual(self.find(colour="#ff00ff")["all"], 0)
        self.refused(self.client.get("/api/find", params={"colour": "greenish"}), 422, "#4f7f80")

    def test_by_date(self) -> None:
        today = datetime.now().date()
        self.assertGreater(self.find(since=today.isoformat())["all"], 5)
        past = (today - timedelta(days=30)).isoformat()
        self.assertEqual(self.find(until=past)["all"], 0)

    def test_what_changes_is_found(self) -> None:
        """A new name is found at once, the old one no more."""
        self.client.patch("/api/mixes/2", json={"name": "Quince"})
        self.assertEqual([one["kind"] for one in self.find(words="quince")["found"]], ["jug"])
        self.assertEqual(self.find(words="bare rim", kind="jug")["all"], 0)


class PhotoCareTest(FreshCase):
    def test_turned_with_what_is_on_it(self) -> None:
        """A photo turned by a quarter gives the same colour where it was tapped, and four quarters give it
        back."""
        before = self.job()
        target = next(one for one in before["targets"] if one["photo_id"] == 1)
        corners = [[10.0, 20.0], [110.0, 20.0], [110.0, 220.0], [10.0, 220.0]]
        marks = {"faces": [{"corners": corners}], "white": [30.0, 40.0]}
        self.client.put("/api/photos/1/marks", json=marks)
        was = Image.open(io.BytesIO(self.client.get("/api/photos/1/picture").content))
        said: dict[str, Any] = {}
        now = was
        for quarter in range(1, 5):
            said = self.client.patch("/api/photos/1", json={"turn": 1}).json()
            self.assertEqual(said["turned"], 90 * quarter % 360)
            now = Image.open(io.BytesIO(self.client.get("/api/photos/1/picture").content))
            self.assertEqual(now.size, (said["width"], said["height"]))
            again = self.caught_again(target["id"])
            self.assertEqual(again, target["daylight_hex"], quarter)
        self.assertEqual(now.size, was.size)
        self.assertEqual(said["marks"]["faces"][0]["corners"], corners)
        self.assertEqual(said["marks"]["white"], [30.0, 40.0])

    def caught_again(self, target: int) -> str:
        """Return the colour that the kept source of a target gives now."""
        with self.client.app.state.context.database.read() as session:  # type: ignore[attr-defined]
            colour = session.get(TargetRow, target).source["colour"]
        answer = self.client.post("/api/colours/look", json={"colour": colour})
        self.assertEqual(answer.status_code, 200, answer.text)
        return str(answer.json()["daylight_hex"])

    def test_named_dated_removed(self) -> None:
        """The day is the camera's; removed it is in the bin, and added again it is back."""
        picture = Image.open(io.BytesIO(photo()))
        exif = Image.Exif()
        exif.get_ifd(0x8769)[0x9003] = "2026:03:07 14:05:00"
        exif.get_ifd(0x8769)[0x9011] = "+01:00"
        out = io.BytesIO()
        picture.save(out, "JPEG", exif=exif)
        sent = self.client.post(
            "/api/jobs/1/photos", params={"name": "settle"}, content=out.getvalue()
        ).json()
        self.assertEqual(sent["taken"], "2026-03-07T13:05:00Z")
        named = self.client.patch(
            f"/api/photos/{sent['id']}", json={"name": "Settle, bare", "stage": "before"}
        ).json()
        self.assertEqual((named["name"], named["stage"]), ("Settle, bare", "before"))
        self.refused(self.client.patch(f"/api/photos/{sent['id']}", json={"stage": "x"}), 422, "stage")
        self.client.delete(f"/api/photos/{sent['id']}")
        self.assertNotIn(sent["id"], [one["id"] for one in self.job()["photos"]])
        self.assertEqual([one["kind"] for one in self.client.get("/api/bin").json()], ["photo"])
        again = self.client.post(
            "/api/jobs/1/photos", params={"name": "settle"}, content=out.getvalue()
        ).json()
        self.assertEqual((again["id"], again["name"]), (sent["id"], "Settle, bare"))

    def test_small_copies(self) -> None:
        for wide, expected in ((100, 160), (320, 320)):
            data = self.client.get("/api/photos/1/picture", params={"wide": wide}).content
            self.assertEqual(Image.open(io.BytesIO(data)).size[0], expected)
        self.refused(self.client.get("/api/photos/1/picture", params={"wide": 9000}), 422, "at most 640")

    def test_a_sample_to_try_with(self) -> None:
        sent = self.client.post("/api/jobs/1/photos/sample")
        self.assertEqual((sent.status_code, sent.json()["width"]), (201, 1200))


class BinTest(FreshCase):
    def test_alike_for_everything(self) -> None:
        """Whatever is removed lies in the bin under its name, and comes back from there."""
        self.client.post("/api/jobs/1/choices", json={"piece_id": 1, "look_ids": [1, 2]})
        removed = {
            "/api/pieces/3": "piece", "/api/targets/2": "colour", "/api/mixes/2": "jug",
            "/api/looks/3": "look",
            "/api/strips/1": "strip", "/api/shelf/well-bottom": "tin", "/api/photos/5": "photo",
            "/api/choices/1": "choice",
        }  # fmt: skip
        before = self.job()
        for address in removed:
            self.assertEqual(self.client.delete(address).status_code, 204, address)
        found = self.client.get("/api/bin").json()
        self.assertEqual({one["kind"] for one in found}, set(removed.values()))
        for one in found:
            answer = self.client.post(f"/api/bin/{one['kind']}/{one['id']}/restore")
            self.assertEqual(answer.status_code, 204, answer.text)
        self.assertEqual(self.client.get("/api/bin").json(), [])
        self.assertEqual(
            [one["name"] for one in self.job()["pieces"]], [one["name"] for one in before["pieces"]]
        )
        self.assertIn("well-bottom", [one["key"] for one in self.client.get("/api/shelf").json()])

    def test_what_is_needed_stays(self) -> None:
        """What something that is kept needs is not removed for good, and says by what it is needed."""
        self.client.delete("/api/mixes/1")
        self.refused(self.client.delete("/api/bin/jug/1"), 409, "needed by a look")
        self.client.delete("/api/shelf/mill-pond")
        tin = next(one for one in self.client.get("/api/bin").json() if one["kind"] == "tin")
        self.refused(self.client.delete(f"/api/bin/tin/{tin['id']}"), 409, "is needed by")
        self.refused(self.client.delete("/api/bin/look/1"), 404, "in the bin")
        self.refused(self.client.delete("/api/bin/dream/1"), 422, "kind")


class ArchiveTest(FreshCase):
    def test_out_and_in(self) -> None:
        """Everything goes out as one file; sent back it says what would happen, and does all of it or
        nothing."""
        self.refused(self.client.post("/api/archives", content=b""), 422, "the file is empty")
        sent = self.client.get("/api/archive")
        self.assertIn("jug-mingle-", sent.headers["content-disposition"])
        self.client.patch("/api/jobs/1", json={"name": "Other"})
        found = self.client.post("/api/archives", content=sent.content).json()
        self.assertEqual(
            (found["of"], found["replaces"]["jobs"], found["jobs"][0]["here"]), ("everything", 1, True)
        )
        self.assertEqual(self.client.get("/api/jobs/1").json()["name"], "Other")
        answer = self.client.post(f"/api/archives/{found['token']}/restore")
        self.assertTrue(answer.json()["aside"].startswith("jug-mingle.before-restore-"))
        self.assertEqual(self.client.get("/api/jobs/1").json()["name"], "Card-catalogue cabinet")
        self.refused(self.client.post(f"/api/archives/{found['token']}/restore"), 404, "send it again")

    def test_refused(self) -> None:
        for data, words in ((b"", "empty"), (b"no zip at all", "this file is a damaged archive")):
            self.refused(self.client.post("/api/archives", content=data), 422, words)
        self.refused(self.client.delete("/api/archives/evil"), 422, "token")
        passing = self.client.app.state.context.settings.data / "passing"  # type: ignore[attr-defined]
        self.assertEqual(list(passing.glob("*")), [])


class ChoiceTest(FreshCase):
    def test_shown_and_answered(self) -> None:
        body = {"piece_id": 1, "look_ids": [1, 3], "light": "warm_led", "words": "Which shall it be?"}
        made = self.client.post("/api/jobs/1/choices", json=body).json()
        page = self.client.get(f"/api/choices/{made['id']}.pdf")
        self.assertEqual(page.content[:5], b"%PDF-")
        said = self.client.put(
            f"/api/choices/{made['id']}/answer", json={"look_id": 3, "words": "the darker"}
        ).json()
        self.assertEqual((said["answer_id"], said["answer"]), (3, "the darker"))
        self.assertEqual(self.client.get("/api/jobs/1/choices").json(), [said])
        self.refused(
            self.client.put(f"/api/choices/{made['id']}/answer", json={"look_id": 2}), 422, "not among those"
        )
        for looks in ([1], [1, 1], [1, 9]):
            body = {"piece_id": 1, "look_ids": looks}
            self.assertIn(self.client.post("/api/jobs/1/choices", json=body).status_code, (404, 422))


class SettingsTest(FreshCase):
    def test_one_table(self) -> None:
        """What goes with the unit follows it until it is set; prints and amounts take what was set."""
        usual = self.client.get("/api/settings").json()
        self.assertEqual((usual["length_unit"], usual["temperature_unit"], usual["page"]), ("cm", "C", "A4"))
        us = self.client.patch("/api/settings", json={"unit": "fl_oz", "currency": "$"}).json()
        self.assertEqual((us["length_unit"], us["temperature_unit"], us["page"]), ("in", "F", "Letter"))
        self.assertIn("fl oz", self.client.get("/api/jobs/1/amount").json()["said"])
        self.assertIn("sq ft", self.client.get("/api/jobs/1/amount").json()["words"])
        mixed = self.client.patch(
            "/api/settings", json={"length": "cm", "paper": "A4", "numbers": "comma"}
        ).json()
        self.assertEqual((mixed["length_unit"], mixed["page"], mixed["numbers"]), ("cm", "A4", "comma"))
        back = self.client.patch(
            "/api/settings", json={"length": "", "keys": False, "label_names": "none"}
        ).json()
        self.assertEqual((back["length_unit"], back["keys"], back["label_names"]), ("in", False, "none"))
        for body in ({"paper": "B5"}, {"length": "yd"}, {"room_light": "moon"}, {"keys": "maybe"}):
            self.refused(self.client.patch("/api/settings", json=body), 422, "")

    def test_paper_of_prints(self) -> None:
        """Letter is 8.5 by 11 in, A4 210 by 297 mm (ISO 216); what is at true scale keeps its size."""
        for unit, width in (("ml", 595.28), ("quart", 612.0)):
            self.client.patch("/api/settings", json={"unit": unit})
            for address in ("/api/pieces/1/sheet.pdf", "/api/shelf/card.pdf", "/api/jobs/1/plan.pdf"):
                page = pypdf.PdfReader(io.BytesIO(self.client.get(address).content)).pages[0]
                self.assertAlmostEqual(float(page.mediabox.width), width, places=1)

    def test_prints_in_us_units(self) -> None:
        """No print says millilitres or square metres to who measures in fluid ounces; numbers have the comma
        set."""
        self.client.patch("/api/settings", json={"unit": "fl_oz", "numbers": "comma"})
        printed = ""
        for address in (
            "/api/mixes/1/strip.pdf /api/mixes/1/card.pdf /api/mixes/1/label.pdf "
            "/api/pieces/1/sheet.pdf /api/pieces/1/ladder.pdf?first_id=1&second_id=2 "
            "/api/jobs/1/plan.pdf /api/jobs/1/step-cards.pdf"
        ).split():  # fmt: skip
            with self.subTest(address):
                pages = pypdf.PdfReader(io.BytesIO(self.client.get(address).content)).pages
                text = " ".join(page.extract_text() for page in pages)
                printed += text
                self.assertEqual(re.findall(r"\d ?(?:ml|m²)\b.{0,20}", text), [])
        self.assertRegex(printed, r"\d,\d+ fl oz")

    def test_tables_in_us_units(self) -> None:
        """What is read by people in a table follows the unit; what is read by programs keeps its columns."""
        self.client.patch("/api/settings", json={"unit": "fl_oz"})
        shelf = list(csv.DictReader(io.StringIO(self.client.get("/api/shelf/table.csv").text)))
        self.assertTrue(all(row["left"].endswith("fl oz") for row in shelf))
        for row in shelf:
            self.assertAlmostEqual(float(row["left"].split()[0]) * 29.5735, float(row["left_ml"]), delta=8.0)
        goods = list(csv.DictReader(io.StringIO(self.client.get("/api/jobs/1/shopping.csv").text)))
        self.assertTrue(any("fl oz" in row["said"] for row in goods))
        self.assertFalse(any(re.search(r"\d (ml|l)\b", row["said"] + row["buy"]) for row in goods))
        money = self.client.get("/api/jobs/1/plan/money").json()
        for line in money["pots"] + money["goods"]:
            words = line["needed_words"] + line["there_words"] + line["buy"]
            self.assertNotRegex(Saying(unit="fl_oz").told(words), r"\d (ml|l|m²)\b")
