"""What can hurt, tied to what causes it. What is expected is common practice."""

import unittest
from typing import Any

from jug_mingle.core.finishes import Finish, Layer, bare
from jug_mingle.core.practice.hazards import HAZARDS, Work, cautions_of, hazards_of
from jug_mingle.core.practice.situation import situations
from tests.core.practice.support import FACES, layer


def told(*layers: Layer, ground: str = "birch", **work: Any) -> set[str]:
    found = situations(Finish(layers=layers, grounds={"": bare(ground)}), FACES)
    return {one.key for one in hazards_of(Work(situations=tuple(found), **work))}


class HazardsTest(unittest.TestCase):
    def test_each_where_it_bites(self) -> None:
        """H001 to H003, H007, H008, H017 to H019, H024: each is said of its cause, and of nothing else."""
        paint = layer("paint", "chalk_paint")
        self.assertEqual(told(paint), set())
        self.assertEqual(told(), set())
        for layers, more, key in (
            ((paint,), {"ground": "old_white_paint"}, "lead"),
            ((paint,), {"ground": "sound_varnish"}, "dust"),
            ((paint, layer("distress")), {}, "dust"),
            ((layer("paint", "chalk_paint", way="spray"),), {}, "spray"),
            ((layer("stain", "oil_stain"),), {}, "rags"), ((layer("oil"),), {}, "rags"),
            ((paint, layer("wax", "clear_wax")), {}, "fumes"),
            ((layer("paint", "milk_paint"),), {}, "powder"),
            ((paint,), {"ground": "waxed_wood"}, "removing"), ((paint,), {"uses": ("seat",)}, "cure"),
            ((paint,), {"uses": ("child",)}, "child"), ((paint, layer("wax", "clear_wax")), {}, "storing"),
        ):  # fmt: skip
            with self.subTest(key):
                self.assertIn(key, told(*layers, **more))

    def test_lead_by_age(self) -> None:
        """H002: old paint of unknown age may hold it; paint of 1980 or later is not asked about."""
        paint = layer("paint", "chalk_paint")
        for age, expected in (("unknown", True), ("before_1980", True), ("later", False)):
            self.assertEqual("lead" in told(paint, ground="old_dark_paint", age=age), expected)

    def test_words(self) -> None:
        self.assertTrue(all(one.words.endswith(".") for one in HAZARDS.values()))
        rags, defers = cautions_of(["oil_stain", "gel_stain", "chalk_paint"])
        self.assertIn("Oily rags", rags)
        self.assertIn("Labels, local rules", defers)
        self.assertEqual(cautions_of(["chalk_paint"]), [])
