"""What the use and the age of a piece ask. Common practice."""

import unittest

from jug_mingle.core.finishes import Layer
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.uses import remarks_of_use
from tests.core.paints import film
from tests.core.practice.support import of

FACES = usual_piece("table").faces
PAINT = Layer(kind="paint", films=(film("green"),))


def said(uses: tuple[str, ...], *layers: Layer) -> str:
    return " ".join(one.words for one in remarks_of_use(uses, layers, FACES))


class UsesTest(unittest.TestCase):
    def test_a_top_that_is_used(self) -> None:
        """J024: a top for cups wants a hard coat; where it has one, or is only looked at, nothing is said."""
        coat, legs = Layer(kind="sealer", veil=0.3), Layer(kind="sealer", veil=0.3, zones=("leg",))
        self.assertIn("drinks and cups and meals", said(("meals", "drinks"), PAINT))
        self.assertIn("hardest", said(("drinks",), PAINT, legs))
        self.assertEqual(said(("drinks",), PAINT, coat), "")
        self.assertEqual(said(("looks",), PAINT), "")
        self.assertEqual(said(("drinks",)), "")

    def test_for_sale(self) -> None:
        """J003: whatever its colour, unless it is primed already, or is its own primer."""
        primer = Layer(kind="primer", films=(film("white"),))
        mineral = Layer(kind="paint", films=(of("mineral_paint"),))
        self.assertIn("prime it", said(("sale",), PAINT))
        for layers in ((primer, PAINT), (mineral,), ()):
            self.assertEqual(said(("sale",), *layers), "")

    def test_outdoors(self) -> None:
        self.assertIn("outdoors", said(("outdoors",), PAINT))
        self.assertEqual(said(("outdoors",)), "")
