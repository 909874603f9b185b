"""Colours over a ground, over HTTP: ways, by hand, woods made one, undertones; jugs that are seen through."""

from typing import Any

from tests.api.support import DemoCase


class OverTest(DemoCase):
    def ways(self, **more: Any) -> Any:
        return self.client.post("/api/targets/1/ways", json={"over": "oak", **more})

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
