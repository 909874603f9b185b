"""Pieces and looks over HTTP: built, dressed, judged, picked, exported and read back; what cannot be is
refused."""

import io
from typing import Any

import numpy as np
from jsonschema import Draft202012Validator
from PIL import Image, ImageCms
from pypdf import PdfReader

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


class PieceTest(LookCase):
    def test_built_changed_duplicated_removed(self) -> None:
        made = self.client.post("/api/jobs/1/pieces", json={"name": "Chest", "form": "chest"}).json()
        self.assertEqual(made["measures"]["rows"], 4)
        wide = self.client.patch(
            f"/api/pieces/{made['id']}", json={"measures": {"width": 1.2}, "grounds": {"top": "walnut"}}
        )
        self.assertGreater(wide.json()["areas"]["front"], made["areas"]["front"])
        self.assertEqual(wide.json()["grounds"], {"": "oak", "top": "walnut"})
        self.client.put(f"/api/pieces/{made['id']}/look", json={"look_id": 1})
        twin = self.client.post(f"/api/pieces/{made['id']}/duplicate").json()
        self.assertEqual((twin["name"], twin["look_id"]), ("Chest 2", 1))
        self.client.delete(f"/api/pieces/{made['id']}")
        self.assertEqual(len(self.job()["pieces"]), 4)
        self.client.post(f"/api/pieces/{made['id']}/restore")
        self.assertEqual(len(self.job()["pieces"]), 5)

    def test_ten_pieces_dressed_alike(self) -> None:
        for _ in range(7):
            self.client.post("/api/pieces/1/duplicate")
        pieces = self.job()["pieces"]
        self.assertEqual(len(pieces), 10)
        first, last = (self.picture([PAINT], piece=pieces[n]["id"]) for n in (0, 9))
        np.testing.assert_array_equal(first, last)

    def test_every_form_and_ground(self) -> None:
        forms, grounds = self.client.get("/api/forms").json(), self.client.get("/api/grounds").json()
        self.assertEqual(len(forms), 14)
        for number, form in enumerate(forms):
            body = {"name": form["title"], "form": form["key"], "ground": grounds[number]["key"]}
            made = self.client.post("/api/jobs/1/pieces", json=body)
            self.assertEqual(made.status_code, 201, made.text)
            self.assertEqual(self.picture([], piece=made.json()["id"]).shape, (180, 240, 3))

    def test_refused(self) -> None:
        for changes, status, words in (
            ({"measures": {"width": 0}}, 422, "width of a piece must be from 0.1 to 4 m"),
            ({"measures": {"width": 900}}, 422, "width of a piece must be from 0.1 to 4 m, got 900"),
            ({"measures": {"height": -2}}, 422, "height of a piece must be from"),
            ({"measures": {"rows": 500}}, 422, "from 1 to 12 rows, got 500"),
            ({"measures": {"columns": 0}}, 422, "from 1 to 12 columns, got 0"),
            ({"measures": {"rows": 10**9}}, 422, "rows"),
            ({"grounds": {"top": "linoleum"}}, 422, "no ground 'linoleum'"),
            ({"grounds": {"keel": "oak"}}, 422, "no face called 'keel'; it has carcass, drawer 1"),
            ({"measures": {"wings": 2}}, 422, "wings"),
        ):
            with self.subTest(words):
                before = self.job()["pieces"]
                self.refused(self.client.patch("/api/pieces/1", json=changes), status, words)
                self.assertEqual(self.job()["pieces"], before)
        self.refused(self.client.post("/api/jobs/1/pieces", json={"name": "x", "form": "sofa"}), 422, "form")
        self.refused(self.client.post("/api/pieces/99/duplicate"), 404, "no piece 99")


class PictureTest(LookCase):
    def test_light_stage_and_zone(self) -> None:
        """Another light, fewer coats and one zone less each change the picture, and only there."""
        day, night = self.picture([PAINT]), self.picture([PAINT], light="bulb")
        self.assertGreater(np.abs(day - night).mean(), 3.0)
        bare, one, all_three = (self.picture([PAINT], stage=stage) for stage in (0, 1, 3))
        np.testing.assert_array_equal(all_three, day)
        np.testing.assert_array_equal(bare, self.picture([]))
        self.assertGreater(np.abs(one - day).mean(), 0.02)
        fronts = self.picture([{**PAINT, "zones": ["front"]}])
        changed = np.abs(fronts - bare).sum(axis=2) > 12
        self.assertGreater(changed.mean(), 0.1)
        self.assertLess(changed.mean(), (np.abs(day - bare).sum(axis=2) > 12).mean())

    def test_where_a_layer_lies(self) -> None:
        blend = {"kind": "blend", "colours": ["mix:1", "mix:2"], "pattern": "ombre", "width": 0.9}
        field = self.picture([blend], field=0)
        np.testing.assert_array_equal(field[..., 0], field[..., 2])
        self.assertGreater(field[140, 90, 0], field[40, 90, 0] + 60)
        self.refused(
            self.client.post("/api/pieces/1/picture", json={"layers": [blend], "field": 3}), 422, "no layer 4"
        )

    def test_picked_point(self) -> None:
        body = {"layers": [PAINT], "x": 0.45, "y": 0.30, **SMALL, "target_id": 1}
        found = self.client.post("/api/pieces/1/point", json=body).json()
        self.assertEqual([one["title"] for one in found["laid"]], ["bare", "paint"])
        self.assertLess(found["delta_E"], 4.0)
        self.assertTrue(found["words"])
        self.refused(
            self.client.post("/api/pieces/1/point", json={**body, "x": 0.0, "y": 0.0}), 404, "nothing painted"
        )

    def test_judged(self) -> None:
        layers = [{"kind": "wax", "colours": ["clear wax"]}, PAINT, {"kind": "sealer"}]
        found = self.client.post("/api/pieces/1/judge", json={"layers": layers}).json()
        self.assertIn(("wrong", 1), [(one["weight"], one["layer"]) for one in found["remarks"]])
        self.assertEqual(
            [one["name"] for one in found["waxes"]], ["clear wax", "black wax", "brown wax", "white wax"]
        )
        self.assertEqual(
            found["stages"], ["bare", "wax", "paint, coat 1", "paint, coat 2", "paint, coat 3", "clear coat"]
        )
        self.assertEqual(found["needs"][1]["mix_id"], 1)

    def test_too_much(self) -> None:
        post = self.client.post
        self.refused(post("/api/pieces/1/picture", json={"layers": [PAINT] * 25}), 422, "layers")
        self.refused(
            post("/api/pieces/1/picture", json={"layers": [], "pixels_wide": 100_000}), 422, "pixels_wide"
        )
        self.refused(post("/api/pieces/99/picture", json={}), 404, "no piece")


class LookTest(LookCase):
    def test_kept_changed_put_away(self) -> None:
        look = self.client.post("/api/jobs/1/looks", json={"name": "Plain", "layers": [PAINT]}).json()
        changed = self.client.put(
            f"/api/looks/{look['id']}", json={"name": "Plainer", "layers": [{**PAINT, "coats": 1}]}
        )
        self.assertEqual((changed.json()["name"], changed.json()["layers"][0]["coats"]), ("Plainer", 1))
        self.client.delete(f"/api/looks/{look['id']}")
        self.assertNotIn(look["id"], [one["id"] for one in self.job()["looks"]])
        self.client.post(f"/api/looks/{look['id']}/restore")
        self.assertIn(look["id"], [one["id"] for one in self.job()["looks"]])

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

    def test_lookbook_and_presets(self) -> None:
        book = self.client.get("/api/lookbook").json()
        self.assertEqual(len(book["kinds"]), 33)
        for preset in book["presets"]:
            layers = self.client.get(f"/api/jobs/1/presets/{preset['key']}").json()
            self.assertTrue(self.picture(layers).size)
        self.refused(self.client.get("/api/jobs/1/presets/nope"), 404, "known are")


class LadderTest(LookCase):
    def test_rows_walk_and_jugs(self) -> None:
        query = {"first_id": 1, "second_id": 2}
        found = self.client.get("/api/pieces/1/ladder", params=query).json()
        between = np.array(found["between"])
        self.assertLess(np.ptp(between), 0.05 * between.mean())
        self.assertGreater(np.ptp(found["between_even"]), np.ptp(between))
        self.assertEqual(len(found["rungs"]), 4)
        self.assertEqual(len(found["walk"]), 3)
        jugs = [mix["recipe"]["hex"] for mix in self.job()["mixes"]]
        self.assertEqual([found["rungs"][0]["hex"], found["rungs"][-1]["hex"]], jugs)
        kept = self.client.post("/api/pieces/1/ladder/mixes", params=query).json()
        self.assertEqual(len(self.job()["mixes"]), 2 + len(kept))
        self.refused(self.client.get("/api/pieces/3/ladder", params=query), 422, "rows")
        strip = self.client.get("/api/pieces/1/ladder.pdf", params=query)
        text = PdfReader(io.BytesIO(strip.content)).pages[0].extract_text()
        self.assertIn(f"{found['walk'][1]['add']:.0f}", text)


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

    def test_sheet(self) -> None:
        text = (
            PdfReader(io.BytesIO(self.client.get("/api/pieces/1/sheet.pdf").content)).pages[0].extract_text()
        )
        for words in (
            "Card-catalogue cabinet: Tide",
            "Blend",
            "Clear coat",
            "Takes about",
            "ml",
            "2 h after each",
            "Labels",
        ):
            self.assertIn(words, text)
        self.client.put("/api/pieces/1/look", json={"look_id": None})
        self.refused(self.client.get("/api/pieces/1/sheet.pdf"), 409, "wears no look yet")

    def test_on_a_photo(self) -> None:
        """The marked face takes the finish, all else stays; crossed corners and faces beside the photo are
        refused."""
        corners = [[300, 250], [600, 250], [600, 450], [300, 450]]
        body = {"faces": [{"corners": corners}], "layers": [PAINT]}
        answer = self.client.post("/api/photos/1/dress", json=body)
        self.assertEqual(answer.status_code, 200, answer.text)
        dressed = np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB")).astype(float)
        photo = self.client.get("/api/photos/1/picture")
        before = np.asarray(Image.open(io.BytesIO(photo.content)).convert("RGB")).astype(float)
        changed = np.abs(dressed - before).mean(axis=2)
        self.assertGreater(changed[260:440, 310:590].mean(), 20.0)
        self.assertLess(changed[:200].mean(), 4.0)
        crossed = [corners[0], corners[2], corners[1], corners[3]]
        outside = [[-900, -900], [-700, -900], [-700, -800], [-900, -800]]
        for wrong, words in (
            (crossed, "face 1: these corners do not go around"),
            (outside, "face 1 lies outside"),
        ):
            with self.subTest(words):
                bad = {"faces": [{"corners": wrong}], "layers": [PAINT]}
                self.refused(self.client.post("/api/photos/1/dress", json=bad), 422, words)
        self.refused(self.client.post("/api/photos/1/dress", json={"faces": [], "layers": []}), 422, "faces")

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
        face = marks["faces"][0]
        for wrong, words in (
            ({**marks, "faces": [{**face, "corners": [[0, 0]] * 3}]}, "at least 4 entries"),
            ({**marks, "faces": [{**face, "width": 0}]}, "must be above 0"),
            ({**marks, "faces": [{**face, "zone": "roof"}]}, "must be one of"),
            ({**marks, "faces": [face] * 41}, "at most 40"),
            ({**marks, "wood": ""}, "must not be empty"),
            ({**marks, "colour": "red"}, "is not known here"),
            ({**marks, "white": [1e9, 0]}, "must be at most"),
        ):
            with self.subTest(words):
                answer = self.client.put("/api/photos/1/marks", json=wrong)
                self.assertEqual(answer.status_code, 422)
                self.assertIn(words, str(answer.json()))
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
