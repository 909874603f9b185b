"""Patterns over HTTP: a layout laid, pictured, printed, kept; motifs in and out; attacks refused."""

from typing import Any

from jsonschema import Draft202012Validator

from tests.api.support import FreshCase, photo

PAINT: dict[str, Any] = {"kind": "paint", "colours": ["mix:1"], "coats": 2}
SVG = (
    b'<svg xmlns="http://www.w3.org/2000/svg" width="50mm" viewBox="0 0 50 50">'
    b'<circle cx="25" cy="25" r="20"/></svg>'
)


class PatternsTest(FreshCase):
    def stencil(self, **layout: Any) -> dict[str, Any]:
        usual = self.client.get("/api/patterns").json()["usual"]["stencil"]
        return {"kind": "stencil", "colours": ["mix:2"], "layout": {**usual, **layout}}

    def ask(self, *layers: dict[str, Any], number: int = 1, **query: str) -> Any:
        return self.client.post(
            "/api/pieces/1/layout", json={"layers": layers, "number": number}, params=query
        )

    def test_printed_from_the_look_that_is_worn(self) -> None:
        """The JSON of a layer keeps its schema, comes back as it was; without a look nothing is printed."""
        made = self.client.post(
            "/api/jobs/1/looks", json={"name": "Sprigs", "layers": [PAINT, self.stencil()]}
        ).json()
        self.client.put("/api/pieces/1/look", json={"look_id": made["id"]})
        file = self.client.get("/api/pieces/1/layout.json?layer=1").json()
        Draft202012Validator(self.client.get("/api/layout.schema.json").json()).validate(file)
        again = self.ask(PAINT, {**self.stencil(), "layout": file["layout"]})
        self.assertEqual(again.json()["positions"], self.ask(PAINT, self.stencil()).json()["positions"])
        self.assertEqual(self.client.get("/api/pieces/1/layout.pdf?layer=0").status_code, 422)
        self.client.put("/api/pieces/1/look", json={"look_id": None})
        self.assertEqual(self.client.get("/api/pieces/1/layout.pdf?layer=1").status_code, 409)

    def test_motifs_in_and_out(self) -> None:
        """From a photo, from SVG, from a file; renamed, removed and brought back, also out of the bin."""
        kept = self.client.post("/api/jobs/1/photos?name=ring", content=photo(size=(400, 300))).json()
        ring = self.client.post(
            "/api/jobs/1/motifs/cut", json={"photo_id": kept["id"], "name": "Ring", "width": 0.1}
        )
        self.assertEqual(ring.status_code, 201, ring.text)
        drawn = self.client.post("/api/jobs/1/motifs/svg?name=Disc", content=SVG).json()
        self.assertAlmostEqual(drawn["width"], 0.05)
        file = self.client.get(f"/api/motifs/{drawn['id']}/file").json()
        Draft202012Validator(self.client.get("/api/motif.schema.json").json()).validate(file)
        back = self.client.post("/api/jobs/1/motifs/import", json={**file, "name": "Disc again"}).json()
        self.assertEqual(back["path"], drawn["path"])
        self.client.put(f"/api/motifs/{back['id']}", json={"name": "Round"})
        self.client.delete(f"/api/motifs/{back['id']}")
        names = [one["title"] for one in self.client.get("/api/jobs/1/motifs").json()]
        self.assertTrue("Disc" in names and "Round" not in names)
        self.assertIn("Round", [one["name"] for one in self.client.get("/api/bin").json()])
        self.client.post(f"/api/motifs/{back['id']}/restore")
        self.assertEqual(self.ask(PAINT, self.stencil(motif=back["name"])).status_code, 200)
        pictured = {"photo_id": kept["id"], "name": "Picture", "use": "print", "width": 0.12}
        printed = self.client.post("/api/jobs/1/motifs/cut", json=pictured).json()
        usual = self.client.get("/api/patterns").json()["usual"]["collage"]
        collage = {"kind": "collage", "colours": [], "layout": {**usual, "motif": printed["name"]}}
        self.assertEqual(self.ask(PAINT, collage).status_code, 200)

    def test_refused(self) -> None:
        """Each in words that say what to do; nothing half-kept."""
        before = len(self.client.get("/api/jobs/1/motifs").json())
        for data, words in (
            (b"<svg><script>alert(1)</script></svg>", "script"),
            (b'<!DOCTYPE s [<!ENTITY a "b">]><svg>&a;</svg>', "entities"),
            (b"no drawing", "no SVG"),
        ):
            answer = self.client.post("/api/jobs/1/motifs/svg?name=x", content=data)
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.json()["detail"])
        self.assertEqual(len(self.client.get("/api/jobs/1/motifs").json()), before)
        for layout, words in (
            ({"width": 0.0}, "width"), ({"repeat_x": -1}, "repeat_x"), ({"repeat_x": 0.001}, "repeat"),
            ({"width": 0.003, "repeat_y": 0, "columns": 1, "rows": 1}, "more than 4000"),
            ({"singles": [{"part": "drawer 1", "x": 0, "y": 0}] * 401}, "singles"),
            ({"motif": "own:99"}, "no motif"),
            ({"motif": "text", "texts": ["☃"]}, "no letter"),
        ):  # fmt: skip
            answer = self.ask(PAINT, self.stencil(**layout))
            self.assertIn(answer.status_code, (404, 422), layout)
            self.assertIn(words, answer.text)
        self.assertEqual(self.ask(PAINT, number=0).status_code, 422)
