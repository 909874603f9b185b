"""Recipes for a colour from a shelf file, as the command line gives them."""

import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from jug_mingle.services.shelf_match import Match, match_target, to_json, to_text

SHELF: dict[str, list[Any]] = {
    "materials": [
        {"key": key, "name": key.title(), "kind": "chalk_paint"} for key in ("white", "blue", "ochre")
    ],
    "readings": [
        {"volumes": {"white": 1.0}, "Lab": [96, 0, 2]},
        {"volumes": {"blue": 1.0}, "Lab": [35, 5, -40]},
        {"volumes": {"ochre": 1.0}, "Lab": [60, 12, 48]},
    ],
}  # fmt: skip


class MatchTest(unittest.TestCase):
    def setUp(self) -> None:
        self.file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "shelf.json"
        self.file.write_text(json.dumps(SHELF))

    def match(self, target: str, lights: tuple[str, ...] = ("window",)) -> Match:
        return match_target(
            target=target,
            shelf_file=self.file,
            tins=3,
            batch=200.0,
            tool_key="parts",
            light_names=list(lights),
        )

    def test_json(self) -> None:
        """What is poured adds up to the batch, each light has its difference, and the band holds what is
        expected."""
        said = json.loads(to_json(self.match("#6fcbed", ("window", "bulb"))))
        self.assertEqual(said["target"], "#6fcbed")
        self.assertIsNone(said["lack"])
        for recipe in said["recipes"]:
            self.assertAlmostEqual(sum(pour["ml"] for pour in recipe["pours"]), 200.0, delta=0.1)
            self.assertEqual(set(recipe["delta_E"]), {"window", "bulb"})
            low, high = recipe["band_80"]
            self.assertTrue(low <= recipe["expected"] <= high)
        self.assertLess(said["next_swatch"]["after"], said["next_swatch"]["before"])

    def test_text(self) -> None:
        """Names, parts, millilitres; for a colour out of reach what is missing and what would help."""
        near = to_text(self.match("#6fcbed"))
        self.assertIn("ml White", near)
        self.assertIn("To know better, paint", near)
        self.assertNotIn("The nearest is", near)
        far = to_text(self.match("#c01020"))
        self.assertRegex(far, r"The nearest is too \w+")
        self.assertIn("1 tin: ", far)

    def test_without_a_white(self) -> None:
        """There is no tint to tell, and no word on one."""
        self.file.write_text(json.dumps({name: entries[1:2] for name, entries in SHELF.items()}))
        found = self.match("#6fcbed")
        self.assertIsNone(found.test)
        self.assertNotIn("To know better", to_text(found))
        self.assertIsNone(json.loads(to_json(found))["next_swatch"])

    def test_refused(self) -> None:
        for wrong in ("a nice green", ""):
            with self.assertRaises(ValueError):
                self.match(wrong)
