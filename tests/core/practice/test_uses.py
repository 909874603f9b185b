"""What the use and the age of a piece ask. Common practice."""

import unittest

from jug_mingle.core.finishes import Layer
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.uses import remarks_of_use
from tests.core.paints import film

FACES = usual_piece("table").faces
PAINT = Layer(kind="paint", films=(film("green"),))


def said(uses: tuple[str, ...], age: str, *layers: Layer, old_paint: bool = False) -> str:
    return " ".join(one.words for one in remarks_of_use(uses, age, layers, FACES, old_paint=old_paint))


class UsesTest(unittest.TestCase):
    def test_a_top_that_is_used(self) -> None:
        """A top for cups wants a hard coat; where it has one, or is only looked at, nothing is said."""
        coat, legs = Layer(kind="sealer", veil=0.3), Layer(kind="sealer", veil=0.3, zones=("leg",))
        self.assertIn("drinks and cups and meals", said(("meals", "drinks"), "later", PAINT))
        self.assertIn("hardest", said(("drinks",), "later", PAINT, legs))
        self.assertEqual(said(("drinks",), "later", PAINT, coat), "")
        self.assertEqual(said(("looks", "sale"), "later", PAINT), "")
        self.assertEqual(said(("drinks",), "later"), "")

    def test_cautions(self) -> None:
        """Cure for children, outdoors all round, lead in old paint unless it is younger; all defer to rules."""
        self.assertIn("cure fully", said(("child",), "later", PAINT))
        self.assertIn("outdoors", said(("outdoors",), "later", PAINT))
        for age, told in (("unknown", True), ("before_1980", True), ("later", False)):
            self.assertEqual("lead" in said((), age, old_paint=True), told)
        self.assertEqual(said((), "unknown"), "")
        whys = [one.why for one in remarks_of_use(("child",), "unknown", [PAINT], FACES, old_paint=True)]
        self.assertTrue(all("rules" in why for why in whys))
