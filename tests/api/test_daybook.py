"""What the daybook remembers, over HTTP: offcuts, stain boards, past mixes mixed again; two recipes side by
side."""

from typing import Any

from tests.api.support import DemoCase, FreshCase
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

    def test_of_a_mix(self) -> None:
        strip = self.keep(material=None, mix_id=1, ground="primer").json()
        self.assertEqual(strip["mix_id"], 1)
        self.assertEqual(len(strip["on_it"]), len(self.job()["mixes"][0]["recipe"]["pours"]))

    def test_a_read_strip_is_there_too(self) -> None:
        batch = self.filled()
        self.client.post(
            f"/api/batches/{batch['id']}/strips", json={"colour": typed("#4a8a86"), "anyway": True}
        )
        strip = self.client.get("/api/jobs/1/strips").json()[0]
        self.assertTrue(strip["taught"])
        self.assertEqual(strip["mix_id"], batch["mix_id"])

    def test_refused(self) -> None:
        self.refused(self.keep(material=None), 422, "say what is on the offcut")
        self.refused(self.keep(mix_id=1), 422, "say what is on the offcut")
        self.refused(self.keep(material="moon-dust"), 404, "no tin")
        self.refused(self.keep(wiped_after=-2), 422, "wiped_after")
        self.refused(self.keep(coats=0), 422, "coats")
        self.refused(self.keep(colour=typed("mauve-ish")), 422, "mauve-ish")
        self.refused(
            self.client.post("/api/jobs/99/strips", json={"colour": typed("#777777")}), 404, "no job 99"
        )
        self.refused(self.client.patch("/api/strips/999", json={"notes": "x"}), 404, "no strip 999")
        self.refused(self.client.delete("/api/strips/999"), 404, "no strip 999")


class BoardTest(FreshCase):
    def field(self, minutes: float | None, colour: str = "#60402c", **changes: Any) -> Any:
        body = {
            "colour": typed(colour), "material": "barley-sugar", "ground": "maple", "board": "Sugar",
            "wiped_after": minutes, **changes,
        }  # fmt: skip
        return self.client.post("/api/jobs/1/strips", json=body)

    def wait(self, board: str, target: int = 1) -> Any:
        return self.client.get("/api/jobs/1/boards/wait", params={"board": board, "target_id": target})

    def test_the_wait_for_a_colour(self) -> None:
        """Fields come in the order of their waits; a target that is one of them asks for just that wait."""
        for minutes, colour in ((20, "#4a2c18"), (1, "#c89a68"), (5, "#8a5c34")):
            self.assertEqual(self.field(minutes, colour).status_code, 201)
        board = next(b for b in self.client.get("/api/jobs/1/boards").json() if b["name"] == "Sugar")
        self.assertEqual([field["wiped_after"] for field in board["fields"]], [1, 5, 20])
        body = {"name": "like five", "colour": typed("#8a5c34")}
        target = self.client.post("/api/jobs/1/targets", json=body).json()
        found = self.wait("Sugar", target["id"]).json()
        self.assertAlmostEqual(found["minutes"], 5.0, delta=0.2)
        self.assertLess(found["delta_E"], 0.5)
        between = self.client.post(
            "/api/jobs/1/targets", json={"name": "x", "colour": typed("#6a442a")}
        ).json()
        self.assertTrue(5.0 < self.wait("Sugar", between["id"]).json()["minutes"] < 20.0)

    def test_refused(self) -> None:
        self.assertEqual(self.field(2).status_code, 201)
        self.refused(self.field(2), 409, "already")
        self.refused(self.field(4, ground="oak"), 409, "is of maple")
        self.assertEqual(self.field(4, material="brewed-tea").status_code, 201)
        self.refused(self.wait("none"), 404, "no stain board")
        self.refused(self.wait("Sugar", 999), 404, "no target 999")
        second = self.field(6).json()
        self.refused(
            self.client.patch(f"/api/strips/{second['id']}", json={"wiped_after": 2}), 409, "already"
        )
        fields = next(b for b in self.client.get("/api/jobs/1/boards").json() if b["name"] == "Sugar")[
            "fields"
        ]
        self.assertEqual([field["wiped_after"] for field in fields], [2, 4, 6])

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

    def stock(self, key: str, left: float) -> None:
        self.client.patch(f"/api/shelf/{key}", json={"left_ml": left, "full_ml": max(left, 1000)})

    def test_the_same_batches_at_another_size(self) -> None:
        pours = self.job()["mixes"][0]["recipe"]["pours"]
        for pour in pours:
            self.stock(pour["material"], 5000)
        found = self.again(batch=1000).json()
        self.assertEqual(found["substitutes"], [])
        self.assertAlmostEqual(sum(pour["ml"] for pour in found["same"]["pours"]), 1000, delta=0.5)
        whole = sum(pour["ml"] for pour in pours)
        for was, now in zip(pours, found["same"]["pours"], strict=True):
            self.assertEqual(was["material"], now["material"])
            self.assertAlmostEqual(now["ml"], was["ml"] * 1000 / whole, delta=0.3)
        self.assertLess(found["same"]["delta_E"], 0.05)  # against what is predicted of it

    def test_a_batch_that_is_gone(self) -> None:
        """Its name is said, none of the substitutes asks for it, each has its difference, the nearest comes
        first."""
        gone = self.job()["mixes"][0]["recipe"]["pours"][1]
        self.client.delete(f"/api/shelf/{gone['material']}")
        found = self.again(batch=300).json()
        self.assertIsNone(found["same"])
        self.assertIn(f"{gone['name']} is no longer on the shelf", found["words"])
        self.assertIn("gone", [batch["state"] for batch in found["pots"]])
        self.assertGreater(len(found["substitutes"]), 0)
        for recipe in found["substitutes"]:
            self.assertNotIn(gone["material"], [pour["material"] for pour in recipe["pours"]])
            self.assertLessEqual(recipe["low"], recipe["high"])
        self.assertLess(found["substitutes"][0]["delta_E"], 8.0)

    def test_too_little_left(self) -> None:
        pour = self.job()["mixes"][0]["recipe"]["pours"][0]
        self.stock(pour["material"], 10)
        found = self.again(batch=800).json()
        self.assertIn("too little", found["words"])
        self.assertEqual(found["pots"][0]["state"], "short")
        for recipe in found["substitutes"]:
            self.assertTrue(
                all(one["material"] != pour["material"] or one["ml"] <= 10 for one in recipe["pours"])
            )

    def test_the_strip_that_dried_is_the_colour(self) -> None:
        batch = self.filled()
        self.client.post(
            f"/api/batches/{batch['id']}/strips", json={"colour": typed("#3f7f86"), "anyway": True}
        )
        found = self.again(batch["mix_id"]).json()
        self.assertTrue(found["seen"])
        self.assertEqual(found["hex"].lower(), "#3f7f86")

    def test_a_mix_that_was_put_away_is_remembered(self) -> None:
        self.client.delete("/api/mixes/1")
        past = self.client.get("/api/past-mixes").json()
        self.assertTrue(next(mix for mix in past if mix["id"] == 1)["put_away"])
        self.assertEqual(self.again().status_code, 200)

    def test_refused(self) -> None:
        self.refused(self.again(99), 404, "no mix 99")
        self.refused(self.again(batch=0), 422, "batch")
        self.refused(self.again(tool="ladle"), 422, "tool")
        for batch in self.client.get("/api/shelf").json():
            self.client.delete(f"/api/shelf/{batch['key']}")
        self.refused(self.again(), 409, "no paint on the shelf")


class BesideTest(DemoCase):
    def test_two_recipes(self) -> None:
        """Each has the numbers that it has by itself; the same recipe twice is apart by nothing."""
        found = self.client.post("/api/targets/1/recipes", json={}).json()["recipes"]
        first, second = (
            [{k: p[k] for k in ("material", "parts", "ml")} for p in r["pours"]] for r in found[:2]
        )
        both = self.client.post("/api/targets/1/beside", json={"first": first, "second": second}).json()
        self.assertEqual([r["delta_E"] for r in both["recipes"]], [r["delta_E"] for r in found[:2]])
        self.assertGreater(both["apart"][0]["delta_E"], 0)
        self.assertEqual(len(both["coats"]), 2)
        same = self.client.post("/api/targets/1/beside", json={"first": first, "second": first}).json()
        self.assertTrue(all(one["delta_E"] == 0 for one in same["apart"]))

    def test_refused(self) -> None:
        ask = {"first": [{"material": "soot", "parts": 1, "ml": 5}], "second": []}
        self.refused(self.client.post("/api/targets/1/beside", json=ask), 422, "second")
        ask["second"] = ask["first"]
        self.refused(self.client.post("/api/targets/1/beside", json=ask), 404, "no tin 'soot'")


class SpoilingTest(DemoCase):
    def test_plaster_sets(self) -> None:
        """Home-made chalk paint sets within hours (common practice): more than the piece takes by then is too
        much."""
        known = next(
            one for one in self.client.get("/api/preparations").json() if one["key"] == "home_chalk_paint"
        )
        if any(not role["pots"] for role in known["roles"]):
            self.client.post(
                "/api/shelf", json={"name": "Plaster", "kind": "plaster", "left_ml": 900, "full_ml": 900}
            )
            known = next(
                one for one in self.client.get("/api/preparations").json() if one["key"] == "home_chalk_paint"
            )
        cast = {role["key"]: role["pots"][0] for role in known["roles"]}
        much = {"cast": cast, "batch": 5000, "job_id": 1}
        found = self.client.post("/api/preparations/home_chalk_paint", json=much).json()
        self.assertIn("it sets within hours: use it up at once", found["spoils"])
        needed = found["needed"]
        self.assertIn("× 2 coats ÷", needed["words"])
        as_much = {**much, "batch": needed["ml"], "cast": cast}
        ounces = self.client.post("/api/preparations/home_chalk_paint?unit=fl_oz", json=as_much).json()[
            "pours"
        ]
        self.assertTrue(all("fl oz" in pour["words"] for pour in ounces), ounces)
        self.assertEqual(
            self.client.post("/api/preparations/home_chalk_paint", json={**much, "batch": 100}).json()[
                "spoils"
            ],
            "",
        )
        without = {"cast": cast, "batch": 5000}
        self.assertEqual(
            self.client.post("/api/preparations/home_chalk_paint", json=without).json()["spoils"], ""
        )
