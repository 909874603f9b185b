"""More than one job: begun, named, each with what is its own."""

from typing import Any

from tests.api.support import FreshCase


class JobsTest(FreshCase):
    def begin(self, **body: Any) -> dict[str, Any]:
        answer = self.client.post("/api/jobs", json=body)
        self.assertEqual(answer.status_code, 201, answer.text)
        made: dict[str, Any] = answer.json()
        return made

    def test_from_planned_to_sold(self) -> None:
        """With what a job is goes when the work ended and when it left; a date is its plan's, too."""
        self.begin(name="Seed chest", client="the keeper")
        states = [one["key"] for one in self.client.get("/api/jobs/states").json()]
        self.assertEqual(states, ["planned", "in_work", "in_stock", "for_sale", "sold", "given"])
        found = [self.client.patch("/api/jobs/2", json={"state": state}).json() for state in states]
        self.assertEqual([one["days_unsold"] for one in found], [None, None, 0, 0, 0, 0])
        self.assertEqual(len({one["finished"] for one in found[2:]}), 1)
        self.assertIsNone(self.client.patch("/api/jobs/2", json={"state": "in_work"}).json()["finished"])
        self.refused(self.client.patch("/api/jobs/2", json={"state": "lost"}), 422, "state")
        due = self.client.patch("/api/jobs/2", json={"due": "2036-05-01T18:00:00Z", "archived": True}).json()
        self.assertEqual((due["due"], due["archived"]), ("2036-05-01T18:00:00Z", True))
        self.assertEqual(self.client.get("/api/jobs/2/plan").json()["due"], due["due"])
        self.assertIsNone(self.client.patch("/api/jobs/2", json={"no_due": True}).json()["due"])
        self.refused(
            self.client.patch("/api/jobs/2", json={"due": "2001-05-01T18:00:00Z"}), 422, "date is gone"
        )

    def test_removed_and_brought_back(self) -> None:
        """A removed job is in no list and rings no timer; it comes back whole, or is removed for good."""
        self.begin(name="Seed chest")
        self.assertEqual(self.client.delete("/api/jobs/1").status_code, 204)
        self.assertEqual([one["id"] for one in self.client.get("/api/jobs").json()], [2])
        self.assertEqual(self.client.get("/api/timers").json()["timers"], [])
        self.assertEqual(self.client.get("/api/find", params={"words": "tide"}).json()["found"], [])
        (gone,) = self.client.get("/api/bin").json()
        self.assertEqual((gone["kind"], gone["id"], gone["name"]), ("job", 1, "Card-catalogue cabinet"))
        self.assertEqual(self.client.post("/api/bin/job/1/restore").status_code, 204)
        self.assertEqual(len(self.client.get("/api/jobs").json()), 2)
        self.refused(self.client.delete("/api/bin/job/1"), 404, "in the bin")
        self.client.delete("/api/jobs/1")
        self.assertEqual(self.client.delete("/api/bin/job/1").status_code, 204)
        self.refused(self.client.get("/api/jobs/1"), 404, "no job")

    def test_a_list_of_many(self) -> None:
        """Each line says what is in the job, and what may be its picture."""
        self.begin(name="Seed chest")
        first, demo = self.client.get("/api/jobs").json()
        self.assertEqual(
            (first["name"], first["photo"], sum(first["counts"].values())), ("Seed chest", None, 0)
        )
        self.assertEqual(demo["counts"], {"pieces": 3, "colours": 2, "jugs": 2, "photos": 5, "entries": 0})
        self.assertEqual((demo["photo"], demo["piece"]), ({"id": 1, "turned": 0}, 1))
        self.client.patch("/api/photos/3", json={"stage": "after"})
        self.assertEqual(self.client.get("/api/jobs").json()[1]["photo"], {"id": 3, "turned": 0})

    def test_what_is_a_jobs_own(self) -> None:
        """Pieces, looks, jugs, amounts and prints of one job are not those of another."""
        self.begin(name="Seed chest")
        empty = self.client.get("/api/jobs/2").json()
        for things in ("photos", "targets", "mixes", "pieces", "looks"):
            self.assertEqual(empty[things], [])
        self.assertEqual(self.client.get("/api/jobs/2/amount").json()["ml"], 0)
        self.client.post("/api/jobs/2/pieces", json={"name": "Chest", "form": "chest"})
        amounts = [self.client.get(f"/api/jobs/{job}/amount").json()["ml"] for job in (1, 2)]
        self.assertGreater(amounts[1], 0)
        self.assertNotEqual(*amounts)
        layers = self.job()["looks"][0]["layers"]
        self.refused(
            self.client.post("/api/jobs/2/looks", json={"name": "x", "layers": layers}), 422, "another job"
        )
        body = {"name": "Blue", "batch": 50.0, "pours": [{"material": "tide-line", "parts": 1, "ml": 50.0}]}
        self.client.post("/api/jobs/2/mixes", json=body)
        self.assertEqual(len(self.job()["mixes"]), 2)
        self.assertIn("Blue", [mix["name"] for mix in self.client.get("/api/past-mixes").json()])

    def test_twins(self) -> None:
        """The same recipe kept twice says of which jug it is a twin; another amount is another jug."""
        body = {"name": "Blue", "batch": 50.0, "pours": [{"material": "tide-line", "parts": 1, "ml": 50.0}]}
        said = [
            self.client.post("/api/jobs/1/mixes", json={**body, "name": f"Blue {n}"}).json() for n in range(2)
        ]
        self.assertEqual([one["same_as"] for one in said], ["", "Blue 0"])
        body["pours"] = [{"material": "tide-line", "parts": 1, "ml": 51.0}]
        self.assertEqual(self.client.post("/api/jobs/1/mixes", json=body).json()["same_as"], "")
        self.client.delete(f"/api/mixes/{said[0]['id']}")
        last = self.client.get("/api/jobs/1").json()["mixes"]
        self.assertEqual([mix["same_as"] for mix in last if mix["name"] == "Blue 1"], [""])


class LayersTakeTest(FreshCase):
    def test_tins_of_its_kind(self) -> None:
        """Each layer says which kinds it takes: primers for a primer, clear ones too; every tin but helpers
        has one."""
        kinds = {one["key"]: one for one in self.client.get("/api/lookbook").json()["kinds"]}
        self.assertEqual(
            set(kinds["primer"]["takes"]), {"primer", "bonding_primer", "clear_primer", "crackle_gesso"}
        )
        for layer, kind in (
            ("sealer", "clear_coat"),
            ("oil", "oil"),
            ("wax", "tinting_wax"),
            ("glaze", "glaze"),
        ):
            self.assertIn(kind, kinds[layer]["takes"])
        taken = {kind for one in kinds.values() for kind in one["takes"]}
        known = {kind["key"] for kind in self.client.get("/api/shelf/kinds").json()}
        self.assertLessEqual(taken, known)
        self.assertEqual(known - taken, {"thinner", "spirits", "extender"})
