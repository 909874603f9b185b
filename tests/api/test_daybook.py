"""What the daybook remembers, over HTTP: offcuts, stain boards, past mixes mixed again; two recipes side by
side."""

from typing import Any

from tests.api.support import FreshCase
from tests.api.test_batches import BenchCase


def typed(text: str) -> dict[str, Any]:
    """A colour as typed."""
    return {"source": "text", "text": text}


class OffcutTest(BenchCase):
    def keep(self, **changes: Any) -> Any:
        body = {"colour": typed("#7a5640"), "material": "brewed-tea", "ground": "pine", **changes}
        return self.client.post("/api/jobs/1/strips", json=body)

    def test_kept_changed_put_away_and_back(self) -> None:
        before = len(self.client.get("/api/jobs/1/strips").json())
        kept = self.keep(notes="behind the leg", coats=2)
        self.assertEqual(kept.status_code, 201, kept.text)
        strip = kept.json()
        self.assertEqual((strip["name"], strip["ground"], strip["coats"]), ("Brewed tea stain", "pine", 2))
        self.assertFalse(strip["taught"])
        changed = self.client.patch(f"/api/strips/{strip['id']}", json={"ground": "old pine"}).json()
        self.assertEqual(
            (changed["ground"], changed["coats"], changed["notes"]), ("old pine", 2, "behind the leg")
        )
        self.assertEqual(self.client.delete(f"/api/strips/{strip['id']}").status_code, 204)
        self.assertEqual(len(self.client.get("/api/jobs/1/strips").json()), before)
        self.client.post(f"/api/strips/{strip['id']}/restore")
        self.assertEqual(self.client.get("/api/jobs/1/strips").json()[0]["id"], strip["id"])

    def test_from_a_photo(self) -> None:
        area = {"shape": "spot", "x": 100, "y": 100}
        strip = self.keep(colour={"source": "photo", "photo_id": 1, "area": area}).json()
        self.assertEqual(strip["photo_id"], 1)

    def test_a_read_strip_is_there_too(self) -> None:
        batch = self.filled()
        self.client.post(
            f"/api/batches/{batch['id']}/strips", json={"colour": typed("#4a8a86"), "anyway": True}
        )
        strip = self.client.get("/api/jobs/1/strips").json()[0]
        self.assertTrue(strip["taught"])
        self.assertEqual(strip["mix_id"], batch["mix_id"])


class BoardTest(FreshCase):
    def whole(self, *fields: Any, name: str = "Tea", **more: Any) -> Any:
        body = {
            "name": name, "bare": typed("#c9a26e"),
            "fields": [
                {"colour": typed(colour), "material": "brewed-tea", "laid": {"over": "oak", "wait": wait},
                **extra}
                for wait, colour, extra in fields
            ], **more,
        }  # fmt: skip
        return self.client.post("/api/jobs/1/boards", json=body)

    def boards(self) -> dict[str, int]:
        return {board["name"]: len(board["fields"]) for board in self.client.get("/api/jobs/1/boards").json()}

    def test_called_otherwise(self) -> None:
        """A board is renamed with all its fields, and one in the bin comes back under the new name."""
        fields = self.whole((1, "#8f6a44", {}), (4, "#704a30", {}), name="Tea again").json()["fields"]
        self.client.delete(f"/api/strips/{fields[1]['id']}")
        rename = {"board": "Tea again", "name": "Strong tea"}
        named = self.client.patch("/api/jobs/1/boards", json=rename)
        self.assertEqual((named.status_code, named.json()["name"]), (200, "Strong tea"))
        self.client.post(f"/api/strips/{fields[1]['id']}/restore")
        self.assertEqual(self.boards()["Strong tea"], 2)
        self.refused(self.client.patch("/api/jobs/1/boards", json=rename), 404, "no stain board 'Tea again'")
        self.whole((1, "#8f6a44", {}), name="Weak tea")
        taken = self.client.patch("/api/jobs/1/boards", json={"board": "Weak tea", "name": "Strong tea"})
        self.refused(taken, 409, "already")

    def test_kept_whole(self) -> None:
        """All fields of a board that lie in one picture are kept, and teach, at once; or none is."""
        before = self.boards()
        spot = {"source": "photo", "photo_id": 3, "area": {"shape": "spot", "x": 500.0, "y": 300.0}}
        kept = self.whole((1, "#8f6a44", {}), (4, "#704a30", {"colour": spot}), (15, "#54331f", {}))
        self.assertEqual(kept.status_code, 201, kept.text)
        fields = kept.json()["fields"]
        self.assertEqual([field["wiped_after"] for field in fields], [1, 4, 15])
        self.assertTrue(all(field["taught"] and field["bare_hex"] == "#c9a26e" for field in fields), fields)
        self.assertEqual(fields[1]["photo_id"], 3)
        self.assertEqual(self.boards(), {**before, "Tea": 3})
        other = self.client.post("/api/jobs", json={"name": "Other"}).json()["id"]
        for fields_in, code, words in (
            (((2, "#806040", {}), (2, "#806040", {})), 409, "field 2: .*already"),
            (
                ((2, "#806040", {}), (3, "#806040", {"laid": {"over": "pine", "wait": 3.0}})),
                409,
                "field 2: .*of oak",
            ),
            (((2, "#806040", {"material": None}),), 422, "field 1: say what is on"),
            (
                ((2, "#806040", {}), (3, "#806040", {"laid": {"over": "oak", "wait": 1e6}})),
                422,
                "laid: a wait before",
            ),
            ((), 422, "fields"),
        ):
            with self.subTest(words):
                answer = self.whole(*fields_in, name="Other tea")
                self.assertEqual(answer.status_code, code, answer.text)
                self.assertRegex(answer.text, words)
        self.refused(self.whole((1, "#806040", {}), name=" "), 422, "name")
        self.assertEqual(
            self.client.post(f"/api/jobs/{other}/boards", json={"name": "x", "fields": [
                {"colour": spot, "material": "brewed-tea", "laid": {"over": "oak"}}]}).status_code, 422,
        )  # fmt: skip
        bare = {"name": "x", "bare": spot, "fields": [{"colour": typed("#806040"), "material": "brewed-tea",
                                                       "laid": {"over": "oak"}}]}  # fmt: skip
        self.refused(self.client.post(f"/api/jobs/{other}/boards", json=bare), 422, "another job")
        self.assertEqual(self.boards(), {**before, "Tea": 3})


class AgainTest(FreshCase, BenchCase):
    def again(self, mix: int = 1, **query: Any) -> Any:
        return self.client.get(f"/api/past-mixes/{mix}", params=query)

    def test_a_mix_that_was_put_away_is_remembered(self) -> None:
        self.client.delete("/api/mixes/1")
        past = self.client.get("/api/past-mixes").json()
        self.assertTrue(next(mix for mix in past if mix["id"] == 1)["put_away"])
        self.assertEqual(self.again().status_code, 200)
