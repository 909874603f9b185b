"""Pieces and looks over HTTP: built, dressed, judged, picked, exported and read back; what cannot be is
refused."""

import io
from typing import Any

import numpy as np
from jsonschema import Draft202012Validator
from PIL import Image, ImageCms

from tests.api.support import FreshCase

PAINT: dict[str, Any] = {"kind": "paint", "colours": ["mix:1"], "coats": 3}
SMALL = {"pixels_wide": 240, "pixels_high": 180}


class LookCase(FreshCase):
    def picture(
        self, layers: list[dict[str, Any]], piece: int = 1, light: str = "window", **more: Any
    ) -> Any:
        answer = self.client.post(
            f"/api/pieces/{piece}/picture?light={light}", json={"layers": layers, **SMALL, **more}
        )
        self.assertEqual(answer.status_code, 200, answer.text)
        return np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB")).astype(float)


class LookTest(LookCase):
    def test_file_by_its_schema_and_back(self) -> None:
        answer = self.client.get("/api/looks/1/file")
        self.assertIn('filename="tide.look.json"', answer.headers["content-disposition"])
        Draft202012Validator(self.client.get("/api/look.schema.json").json()).validate(answer.json())
        back = self.client.post("/api/jobs/1/looks/import", json=answer.json())
        self.assertEqual(back.status_code, 201, back.text)
        self.assertEqual(
            back.json()["layers"], next(one for one in self.job()["looks"] if one["id"] == 1)["layers"]
        )

    def test_bad_files(self) -> None:
        """Unknown fields, a path where a colour belongs, another version, no layers: refused, and nothing is
        kept."""
        whole = self.client.get("/api/looks/1/file").json()
        layer = whole["layers"][0]
        count = len(self.job()["looks"])
        for changes, words in (
            ({"script": "x"}, "script"),
            ({"layers": [{**layer, "texture": "../../secret.png"}]}, "texture"),
            ({"layers": [{**layer, "colours": ["../../../data/photo.jpg"]}]}, "there is no colour"),
            ({"layers": [{"kind": "paint", "colours": ["file:///x"]}]}, "there is no colour"),
            ({"version": 2}, "version"),
            ({"format": "other"}, "format"),
            ({"layers": []}, "layers"),
            ({"layers": [{**layer, "coats": 900}]}, "coats"),
        ):
            with self.subTest(words):
                body = {**whole, **changes}
                self.refused(self.client.post("/api/jobs/1/looks/import", json=body), 422, words)
        self.assertEqual(len(self.job()["looks"]), count)


class OutputTest(LookCase):
    def test_png(self) -> None:
        """Exact sRGB with its profile, and the light in the file's own notes; before and after in one
        picture."""
        answer = self.client.get("/api/pieces/1/look.png?light=bulb&pixels_wide=240&pixels_high=180")
        image = Image.open(io.BytesIO(answer.content))
        self.assertIn("Bulb", image.info["Comment"])
        profile = ImageCms.ImageCmsProfile(io.BytesIO(image.info["icc_profile"]))
        self.assertIn("sRGB", ImageCms.getProfileDescription(profile))
        layers = next(one for one in self.job()["looks"] if one["id"] == 1)["layers"]
        worn = self.picture(layers, light="bulb")
        np.testing.assert_array_equal(np.asarray(image.convert("RGB")).astype(float), worn)
        both = self.client.get(
            "/api/pieces/1/look.png?light=bulb&pixels_wide=240&pixels_high=180&before_after=true"
        )
        pixels = np.asarray(Image.open(io.BytesIO(both.content)).convert("RGB")).astype(float)
        np.testing.assert_array_equal(pixels[:, 130:], worn[:, 130:])
        np.testing.assert_array_equal(pixels[:, :110], self.picture([], light="bulb")[:, :110])

    def test_marks_are_kept_with_the_photo(self) -> None:
        """What is marked comes back with the job, whole; bad marks are refused and leave what was kept."""
        marks: dict[str, Any] = {
            "faces": [{"corners": [[10, 10], [60, 12], [60, 50], [10, 50]], "zone": "top", "width": 0.8,
                       "height": 0.5, "known": True}],
            "wood": "walnut", "white": [12.5, 30.0], "piece": None,
        }  # fmt: skip
        self.assertEqual(
            self.job()["photos"][0]["marks"], {"faces": [], "wood": "oak", "white": None, "piece": None}
        )
        self.assertEqual(self.client.put("/api/photos/1/marks", json=marks).status_code, 204)
        self.assertEqual(self.job()["photos"][0]["marks"], marks)
        wrong = {**marks, "faces": [{**marks["faces"][0], "corners": [[0, 0]] * 3}]}
        self.refused(self.client.put("/api/photos/1/marks", json=wrong), 422, "")
        self.assertEqual(self.job()["photos"][0]["marks"], marks)
        self.refused(self.client.put("/api/photos/99/marks", json=marks), 404, "no photo 99")

    def test_face_of_a_zone(self) -> None:
        """A face of the top has the layers of the top: one that is kept off it leaves it as it is."""
        body: dict[str, Any] = {
            "layers": [{"kind": "paint", "colours": ["mix:1"], "coats": 2, "zones": ["front"]}],
            "faces": [
                {"corners": [[100, 100], [400, 100], [400, 400], [100, 400]], "zone": "front", "width": 0.5}
            ],
        }
        on_front = self.client.post("/api/photos/1/dress", json=body)
        body["faces"][0]["zone"] = "top"
        on_top = self.client.post("/api/photos/1/dress", json=body)
        self.assertEqual((on_front.status_code, on_top.status_code), (200, 200))
        shown = [np.asarray(Image.open(io.BytesIO(one.content)), dtype=float) for one in (on_front, on_top)]
        self.assertGreater(
            float(np.abs(shown[0][200:300, 200:300] - shown[1][200:300, 200:300]).mean()), 10.0
        )
        np.testing.assert_allclose(shown[0][500:520, 500:520], shown[1][500:520, 500:520], atol=6.0)
