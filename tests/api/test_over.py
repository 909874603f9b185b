"""Colours over a ground, over HTTP: ways, by hand, woods made one, undertones; jugs that are seen through."""

from typing import Any

from tests.api.support import DemoCase
from tests.api.test_daybook import typed


class OverTest(DemoCase):
    def ways(self, **more: Any) -> Any:
        return self.client.post("/api/targets/1/ways", json={"over": "oak", **more})

    def test_ways(self) -> None:
        """Each way says what is poured, how it is laid, how sure it is, and how the grain looks in three
        faces."""
        found = self.ways().json()
        self.assertTrue(found["ground"]["takes"])
        self.assertTrue(found["ways"])
        for way in found["ways"]:
            self.assertTrue(way["low"] <= way["expected"] <= way["high"])
            self.assertEqual({len(tones) for tones in way["streaks"].values()}, {5})
            for step in way["steps"]:
                ml = sum(pour["ml"] for pour in step["pours"])
                self.assertAlmostEqual(ml * (1.0 + step["water"]), 250.0, delta=0.5)
                self.assertTrue(step["how"] and step["wait"])

    def test_likeliest_first(self) -> None:
        expected = [way["expected"] for way in self.ways().json()["ways"]]
        self.assertLess(expected[0], min(expected) + 0.5)

    def test_out_of_reach(self) -> None:
        """A colour brighter than the wood is told to be, and what would help."""
        bright = self.client.post(
            "/api/jobs/1/targets", json={"name": "snow", "colour": typed("96, 0, 1")}
        ).json()
        only = [tin["key"] for tin in self.client.get("/api/shelf").json() if tin["kind"] != "water_stain"]
        found = self.client.post(
            f"/api/targets/{bright['id']}/ways", json={"over": "walnut", "avoid": only}
        ).json()
        self.assertIn("brighter than the wood", found["reach"])

    def test_kept_and_shown(self) -> None:
        """A way is kept with how it is laid and over what, its water in it; it is its own ground for the
        next."""
        step = next(
            s for way in self.ways().json()["ways"] for s in way["steps"] if s["laid"]["kind"] == "wash"
        )
        pours = [{key: pour[key] for key in ("material", "parts", "ml")} for pour in step["pours"]]
        body = {"name": "Wash", "batch": 250, "pours": pours, "water": step["water"], "laid": step["laid"]}
        mix = self.client.post("/api/jobs/1/mixes", json=body).json()
        self.assertEqual((mix["over"], mix["laid"]["over"]), ("oak", "oak"))
        self.assertIn("coat", mix["how"])
        self.assertAlmostEqual(sum(pour["ml"] for pour in mix["recipe"]["pours"]), 250, delta=0.5)
        again = self.ways(over=f"mix:{mix['id']}").json()
        self.assertEqual(again["ground"]["hex"], mix["recipe"]["hex"])

    def test_by_hand(self) -> None:
        """A longer wait is darker, ever less so."""

        def lightness(wait: float) -> int:
            film = {"kind": "stain", "parts": [["brewed-tea", 1]], "wait": wait}
            way = self.client.post("/api/jobs/1/over/by-hand", json={"over": "oak", "films": [film]}).json()
            return sum(int(way["hex"][at : at + 2], 16) for at in (1, 3, 5))

        first, second, third = (lightness(wait) for wait in (0.5, 4.0, 32.0))
        self.assertTrue(first > second > third)
        self.assertGreater(first - second, second - third)

    def test_woods_and_undertones(self) -> None:
        woods = self.client.post("/api/jobs/1/over/woods", json={"woods": ["maple", "cherry"]}).json()
        self.assertIn("apart", woods["before"])
        self.assertEqual({len(way["woods"]) for way in woods["ways"]}, {2})
        self.assertTrue(woods["strips"])
        moved = self.client.post("/api/jobs/1/over/undertones", json={"over": "cherry", "wish": "red"}).json()
        self.assertIn("takes the red out", moved["ways"][0]["words"])

    def test_refused(self) -> None:
        def film(**more: Any) -> Any:
            films = [{"kind": "stain", "parts": [["brewed-tea", 1]], **more}]
            return self.client.post("/api/jobs/1/over/by-hand", json={"over": "oak", "films": films})

        self.refused(self.ways(over="marble"), 422, "no ground")
        self.refused(self.ways(use=["soot"]), 422, "no tin")
        self.refused(film(wait=0), 422, "from 10 seconds to 12 hours")
        self.refused(film(wait=7 * 1440), 422, "from 10 seconds to 12 hours")
        self.refused(film(parts=[["brewed-tea", 1], ["peat-wax", 1]]), 422, "do not mix")
        self.refused(film(kind="soup"), 422, "must be one of")
        alone = self.client.post("/api/jobs/1/over/woods", json={"woods": ["maple", "white_primer"]})
        self.refused(alone, 422, "takes nothing in")

    def test_preparation_by_one_part(self) -> None:
        """Two US cups of paint in a wash of 1 : 3, from a jug of the job, and what breaks below 1 : 1."""
        body = {"cast": {"paint": "mix:1", "water": "tap-water"}, "job_id": 1, "of": "paint", "batch": 2,
            "size": "cup",
                "parts": {"water": 3}}  # fmt: skip
        made = self.client.post("/api/preparations/wash", json=body).json()
        self.assertAlmostEqual(made["batch"], 4 * 2 * 236.588, delta=0.2)
        self.assertEqual(made["laid"]["kind"], "wash")
        thick = self.client.post("/api/preparations/wash", json={**body, "parts": {"water": 0.5}}).json()
        self.assertIn("covers like paint", thick["breaks"][0])
        unknown = self.client.post("/api/preparations/wash", json={**body, "of": "sand"})
        self.refused(unknown, 422, "has no 'sand'")
