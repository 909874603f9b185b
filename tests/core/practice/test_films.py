"""What is said of a see-through film where it is chosen. Common practice."""

import unittest
from collections.abc import Collection

from jug_mingle.core.practice.films import notes_on


def said(
    kind: str,
    *,
    coats: int = 2,
    takes: bool = True,
    materials: Collection[str] = (),
    uses: Collection[str] = (),
) -> str:
    return " ".join(notes_on(kind, coats=coats, takes=takes, materials=materials, uses=uses))


class FilmsTest(unittest.TestCase):
    def test_evenness(self) -> None:
        """J040: where stain must be even, at least two coats."""
        self.assertIn("two even it out", said("stain", coats=1))
        self.assertEqual(said("stain"), "")

    def test_daily_use(self) -> None:
        """J025 and D036: a table that is used daily is stained below a hard film; a wash is natural, on a
        dresser."""
        self.assertIn("less retouching than a wash", said("wash", uses=["meals"]))
        self.assertEqual(said("wash", uses=["looks"]), "")

    def test_wax(self) -> None:
        """J021: white wax on raw wood sinks in, over one clear coat it wipes. J028: more white adds
        colour."""
        self.assertIn("over one clear coat", said("wax"))
        self.assertEqual(said("wax", takes=False), "")
        self.assertIn("go over it with clear wax", said("wax", takes=False, materials=["light_wax"]))
