"""Sure only when sure: how a colour was caught goes with it, into targets, tins, files and back."""

from typing import Any

from tests.api.support import COLOUR, WHITE, FreshCase, from_photo, photo

WITH_WHITE = {"method": "white", "area": WHITE}


class WaysTest(FreshCase):
    def setUp(self) -> None:
        super().setUp()
        self.photo: int = self.client.post("/api/jobs/1/photos?name=p", content=photo()).json()["id"]

    def kept(self, colour: dict[str, Any]) -> dict[str, Any]:
        answer = self.client.post("/api/jobs/1/targets", json={"name": "t", "colour": colour})
        self.assertEqual(answer.status_code, 201, answer.text)
        found: dict[str, Any] = answer.json()
        return found

    def test_of_a_whole_picture(self) -> None:
        """A colour of a scheme is as unsure as its photo, with a white and without, and belongs to the
        photo."""
        for lighting, how, least in (({"method": "none"}, "photo", 8.0), (WITH_WHITE, "white_photo", 4.0)):
            asked = {"lighting": lighting, "most": 3}
            scheme = self.client.post(f"/api/photos/{self.photo}/scheme", json=asked).json()["colours"]
            Lab = scheme[0]["Lab"]
            found = self.kept({"source": "scheme", "photo_id": self.photo, "lighting": lighting, "Lab": Lab})
            self.assertEqual((found["how"], found["photo_id"]), (how, self.photo))
            self.assertGreaterEqual(found["noise"], least)
            self.assertNotIn(found["sureness"], ("sure", "as typed"))
            for axis, value in zip(found["Lab"], Lab, strict=True):
                self.assertAlmostEqual(axis, value, delta=0.3)

    def test_typed_is_typed(self) -> None:
        """Typed is no reader's: as a target and as a tin's colour; the reader's own test stays to be done."""
        self.assertEqual(self.kept({"source": "text", "text": "#4f7f80"})["how"], "typed")
        self.assertEqual(self.kept({"source": "text", "text": "#4f7f80"})["sureness"], "as typed")
        batch = {"name": "P", "kind": "chalk_paint", "colour": {"source": "text", "text": "#4f7f80"}}
        made = self.client.post("/api/shelf", json=batch).json()
        self.assertEqual([one["how"] for one in made["readings"]], ["typed"])
        self.assertIn("reader", [task["task"] for task in made["tasks"]])
        self.client.post("/api/devices/reader/calibrate")
        read = self.client.post("/api/devices/reader/read", json={"sample": "Jug glaze"}).json()
        self.assertEqual(self.kept({"source": "reader", "reading_id": read["id"]})["how"], "reader")

    def test_of_a_photo_and_of_other_colours(self) -> None:
        spot = self.kept(from_photo(self.photo, COLOUR, WITH_WHITE))
        self.assertEqual(spot["how"], "white_photo")
        copy = self.kept({"source": "target", "target_id": spot["id"]})
        self.assertEqual((copy["how"], copy["noise"]), ("white_photo", spot["noise"]))
        self.assertEqual(self.kept({"source": "mix", "mix_id": 1})["how"], "predicted")
        stepped = {"source": "stepped", "of": {"source": "target", "target_id": spot["id"]}, "lighter": 2.0}
        self.assertEqual(self.kept(stepped)["how"], "made")
        self.assertEqual(self.kept(stepped)["noise"], spot["noise"])

    def test_through_a_file(self) -> None:
        """A guess goes out as a guess and comes back as one: no reflectance where none was measured."""
        self.client.post("/api/devices/reader/calibrate")
        read = self.client.post("/api/devices/reader/read", json={"sample": "Jug glaze"}).json()
        measured = self.kept({"source": "reader", "reading_id": read["id"]})
        guess = self.job()["targets"][0]
        self.assertEqual(guess["how"], "white_photo")
        for kind in ("csv", "json", "cxf", "txt"):
            with self.subTest(kind):
                data = self.client.get(f"/api/jobs/1/colours.{kind}").content
                found = self.client.post("/api/colours/file", content=data).json()["colours"]
                one, other = found[0], next(sample for sample in found if sample["name"] == "t")
                self.assertEqual(
                    (one["measured"], one["how"], one["noise"]), (False, "white_photo", guess["noise"])
                )
                self.assertEqual(other["how"], "reader")
                self.assertEqual(other["measured"], kind != "txt")
                mixed = next(sample for sample in found if sample["name"].endswith("(mix)"))
                self.assertEqual((mixed["measured"], mixed["how"]), (False, "predicted"))
                sent = {key: one[key] for key in ("R", "measured", "how", "noise")}
                back = self.kept({"source": "spectrum", **sent})
                self.assertEqual((back["how"], back["noise"]), ("white_photo", guess["noise"]))
                self.assertIn("roughly", back["sureness"])
        again = self.kept({"source": "spectrum", "R": read["R"], "measured": True})
        self.assertEqual((again["how"], again["noise"]), ("file", 0.5))
        self.assertEqual(measured["noise"], 0.5)
