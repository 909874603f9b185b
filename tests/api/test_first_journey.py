"""The path from a photo to a painted piece, over HTTP, and everything that can be given wrongly."""

import io

from fastapi.testclient import TestClient
from PIL import Image
from sqlalchemy import text

from jug_mingle.api.app import create_app
from jug_mingle.settings import Settings
from tests.api.support import COLOUR, OWN, WHITE, DemoCase, from_photo, photo

NOWHERE = 999_999


class PathTest(DemoCase):
    """What a person does, in order."""

    def test_whole_path_survives_a_restart(self) -> None:
        """Upload, catch, mingle, keep, dress; then start anew on the same folder and find all of it."""
        added = self.client.post("/api/jobs/1/photos?name=cup.jpg", content=photo()).json()
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


class PagesTest(DemoCase):
    def test_unknown_api_path(self) -> None:
        self.refused(self.client.get("/api/nothing-here"), 404, "there is no")

    def test_pages_stay_in_their_folder(self) -> None:
        """A path that climbs out of the pages gets the first page, never a file of the machine."""
        for path in ("/../pyproject.toml", "/..%2f..%2fpyproject.toml", "/%2e%2e/cli.py"):
            with self.subTest(path):
                self.assertNotIn("[project]", self.client.get(path).text)
