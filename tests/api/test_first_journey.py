"""The path from a photo to a painted piece, over HTTP, and everything that can be given wrongly."""

import io
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from PIL import Image
from sqlalchemy import text

from jug_mingle.api.app import create_app
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, hex_to_sRGB
from jug_mingle.services.targets import add_target
from jug_mingle.settings import Settings
from tests.api.support import COLOUR, OWN, WHITE, DemoCase, from_photo, photo

NOWHERE = 999_999


def unversioned(said: Any) -> Any:
    """Return what was answered without the versions, which count every change."""
    if isinstance(said, dict):
        return {key: unversioned(value) for key, value in said.items() if key != "version"}
    return [unversioned(one) for one in said] if isinstance(said, list) else said


class PathTest(DemoCase):
    """What a person does, in order."""

    def upload(self, data: bytes | None = None, name: str = "cup.jpg") -> Any:
        return self.client.post(
            "/api/jobs/1/photos", params={"name": name}, content=photo() if data is None else data
        )

    def test_whole_path_survives_a_restart(self) -> None:
        """Upload, catch, mingle, keep, dress; then start anew on the same folder and find all of it."""
        added = self.upload().json()
        self.assertEqual((added["width"], added["height"]), (80, 60))
        colour = from_photo(added["id"], COLOUR, {"method": "white", "area": WHITE})
        chip = self.client.post("/api/colours/look", json={"colour": colour}).json()
        target = self.client.post("/api/jobs/1/targets", json={"name": "cup", "colour": colour}).json()
        self.assertEqual(target["hex"], chip["hex"])
        wishes = {"batch": 300, "most_tins": 3, "lights": ["window", "bulb"]}
        recipes = self.client.post(f"/api/targets/{target['id']}/recipes", json=wishes).json()["recipes"]
        self.assertEqual({len(r["pours"]) for r in recipes}, {1, 2, 3})
        pours = [{key: pour[key] for key in ("material", "parts", "ml")} for pour in recipes[-1]["pours"]]
        mix = self.client.post(
            "/api/jobs/1/mixes", json={"name": "Cup", "target_id": target["id"], "batch": 300, "pours": pours}
        ).json()
        self.assertEqual(mix["recipe"]["hex"], recipes[-1]["hex"])
        layers = [{"kind": "blend", "colours": [f"mix:{mix['id']}", "mix:2"], "width": 0.4}]
        look = self.client.post("/api/jobs/1/looks", json={"name": "Cup", "layers": layers}).json()
        worn = self.client.put("/api/pieces/1/look", json={"look_id": look["id"]}).json()
        self.assertEqual(worn["look_id"], look["id"])
        before = self.job()
        with TestClient(create_app(Settings(data=self.folder)), base_url=OWN) as again:
            self.assertEqual(again.get("/api/jobs/1").json(), before)
            picture = again.get(f"/api/photos/{added['id']}/picture")
            self.assertEqual(picture.headers["content-type"], "image/jpeg")

    def test_light_changes_every_chip(self) -> None:
        """Chips, recipes and mat differ from light to light; the daylight value does not."""
        day, night = self.job(), self.job("bulb")
        self.assertNotEqual(day["targets"][0]["hex"], night["targets"][0]["hex"])
        self.assertEqual(day["targets"][0]["daylight_hex"], night["targets"][0]["daylight_hex"])
        self.assertNotEqual(day["mixes"][0]["recipe"]["hex"], night["mixes"][0]["recipe"]["hex"])
        self.assertEqual(
            len({light["mat"] for light in self.client.get("/api/lights").json() if light["switch"]}), 4
        )

    def test_picture_shows_the_recipe(self) -> None:
        """On a plain piece the most frequent colours are the mix's own, shaded; the exact picture is
        lossless."""
        mix = self.job()["mixes"][0]
        paint = {"kind": "paint", "colours": [f"mix:{mix['id']}"], "coats": 4}
        body = {"layers": [paint], "pixels_wide": 600, "pixels_high": 400}
        answer = self.client.post("/api/pieces/1/picture", json=body)
        self.assertEqual(answer.headers["content-type"], "image/webp")
        pixels = np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB")).astype(float)
        wanted = 255 * hex_to_sRGB(mix["recipe"]["hex"])
        near = np.abs(pixels - wanted).max(axis=2) < 6
        self.assertGreater(near.mean(), 0.03)
        sketch = self.client.post("/api/pieces/1/picture", json={**body, "sketch": True})
        self.assertEqual(sketch.headers["content-type"], "image/jpeg")


class BadInputTest(DemoCase):
    """Each is refused with the right status in one shape, and leaves no rows and no files."""

    def setUp(self) -> None:
        self.before = self.state()
        self.addCleanup(lambda: self.assertEqual(self.state(), self.before))

    def state(self) -> tuple[list[int], list[str]]:
        context = self.client.app.state.context  # type: ignore[attr-defined]
        with context.database.engine.connect() as connection:
            names = ("photo", "target", "mix", "pour", "look", "piece", "material")
            rows = [int(connection.execute(text(f"SELECT count(*) FROM {name}")).scalar()) for name in names]
        return rows, sorted(file.name for file in (self.folder / "photos").iterdir())

    def test_uploads(self) -> None:
        whole = photo()
        out = io.BytesIO()
        Image.new("1", (10_000, 6_000)).save(out, "PNG")
        for data, status, words in (
            (b"not a picture at all", 422, "not a picture"),
            (whole[: len(whole) // 3], 422, "damaged or cut short"),
            (b"", 422, "empty"),
            (out.getvalue(), 413, "60 million pixels"),
            (b"\xff" * (50 * 2**20 + 1), 413, "larger than 50 MB"),
        ):
            with self.subTest(words):
                self.refused(self.client.post("/api/jobs/1/photos?name=x", content=data), status, words)
        self.refused(self.client.post(f"/api/jobs/{NOWHERE}/photos?name=x", content=whole), 404, "no job")
        self.refused(self.client.post("/api/jobs/1/photos", content=whole), 422, "name")

    def test_catches(self) -> None:
        black = {"shape": "spot", "x": 540, "y": 310, "radius": 4}
        on_jug = {"shape": "spot", "x": 575, "y": 760, "radius": 6}
        for body, status, words in (
            (from_photo(1, {"shape": "spot", "x": 5000, "y": 10}), 422, "outside the photo"),
            (from_photo(1, {**COLOUR, "left": 5000, "right": 6000}), 422, "outside the photo"),
            (
                from_photo(1, on_jug, {"method": "white", "area": black}),
                422,
                "too dark to be something white",
            ),
            (from_photo(1, {"shape": "blob"}), 422, "area"),
            (from_photo(1, {"shape": "spot", "x": "NaN", "y": 1}), 422, "area"),
            (from_photo(NOWHERE, on_jug), 404, "no photo"),
            (from_photo(1, on_jug, {"method": "chart", "corners": None}), 422, "no 24-patch card was found"),
            ({}, 422, "colour"),
        ):
            with self.subTest(words=words):
                self.refused(self.client.post("/api/colours/look", json={"colour": body}), status, words)


class EmptyShelfTest(DemoCase):
    def test_says_what_to_do(self) -> None:
        """With nothing on the shelf a recipe cannot be found, and the answer says to add a tin."""
        context = self.client.app.state.context  # type: ignore[attr-defined]
        with context.database.write.begin() as session:
            for table in ("pour", "reading_volume", "reading", "material"):
                session.execute(text(f"DELETE FROM {table}"))
        self.refused(self.client.post("/api/targets/1/recipes", json={}), 409, "add a tin")
        self.assertEqual(self.client.get("/api/shelf").json(), [])


class PagesTest(DemoCase):
    def test_unknown_api_path(self) -> None:
        self.refused(self.client.get("/api/nothing-here"), 404, "there is no")

    def test_pages_stay_in_their_folder(self) -> None:
        """A path that climbs out of the pages gets the first page, never a file of the machine."""
        for path in ("/../pyproject.toml", "/..%2f..%2fpyproject.toml", "/%2e%2e/cli.py"):
            with self.subTest(path):
                self.assertNotIn("[project]", self.client.get(path).text)
        self.assertTrue(Path(__file__).exists())


class OutOfReachTest(DemoCase):
    def test_says_what_would_help(self) -> None:
        """A vivid orange is out of the demo shelf's reach: it says which way it misses and what would
        help."""
        context = self.client.app.state.context  # type: ignore[attr-defined]
        with context.database.write.begin() as session:
            R = recover_reflectance(Lab_to_XYZ([66.0, 50.0, 72.0]))
            row = add_target(
                session, job_id=1, name="neon", R=R, noise=1.0, photo_id=None, source={}, how="typed"
            )
        found = self.client.post(f"/api/targets/{row.id}/recipes", json={}).json()
        self.assertIn("does not reach this colour", found["nearest"])
        self.assertIn("would help most", found["nearest"])
        self.assertTrue(found["recipes"])
