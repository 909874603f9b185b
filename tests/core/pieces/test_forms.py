"""Forms of furniture: areas by hand-worked geometry, measures that are refused."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from jug_mingle.core.pieces import Piece, draw, usual_piece


class AreasTest(unittest.TestCase):
    """Worked by hand from width, height, depth and the boards of 28 mm between fronts. [m²]"""

    BY_HAND = (
        # Twelve fronts of (0.92 - 4 x 0.028) / 3 by (0.93 - 5 x 0.028) / 4, the frame around them, two sides,
        # a top; a plinth of 9 cm, its front and its two sides.
        (
            "card_cabinet",
            {"front": 0.63832, "body": 0.21728, "side": 0.7812, "top": 0.3864, "plinth": 0.1584},
        ),
        # A slab 1.4 x 0.8 with its edges, an apron 1.32 x 0.72 x 0.10 all round, four legs of 6 cm, of which
        # 62.2 cm stand out below the apron.
        ("table", {"top": 1.2432, "body": 0.408, "leg": 0.59712}),
        # The lid is 0.28 of the height; 4 mm of gap; it stands free, so two sides and its back; a top.
        ("box", {"front": 0.0864, "body": 0.0016, "side": 0.2112, "top": 0.112}),
        # The back, four walls, both faces of four shelves, 29 cm deep, and their edges of 2 cm; the frame in
        # front.
        ("bookcase", {"inside": 4.142216, "body": 0.126224, "side": 0.906, "top": 0.24, "plinth": 0.126}),
        # A frame 9 cm wide around the glass, its outer edges of 3 cm; on each of its four lengths a hollow of
        # 4 mm radius runs 1.98 cm within the edge, a bead 9 mm outside it.
        ("mirror", {"moulding": 0.3036 + 0.004 * (3.141593 - 2.0) * 2 * (1.2216 + 1.2616 + 1.2936 + 1.3336)}),
        # Three boards with 2 mm between them, and edges of 2 cm all round.
        ("board", {"front": 0.1782, "body": 0.0018 + 0.036}),
        # A slab 1.30 x 0.62 with its edges of 28 mm; what stands below it hides no more of it than its
        # underside. Two pedestals 0.39 x 0.58, 65.2 cm high, with three fronts of 0.334 x 0.18 each, on
        # plinths of 9 cm.
        ("desk", {"top": 0.91352, "side": 1.51264, "front": 0.36072, "body": 0.14784, "plinth": 0.279}),
    )

    def test_by_hand(self) -> None:
        for form, expected in self.BY_HAND:
            found = usual_piece(form).areas
            with self.subTest(form):
                self.assertEqual(set(found), set(expected))
                for zone, area in expected.items():
                    self.assertAlmostEqual(found[zone], area, places=5)

    @given(st.integers(1, 6), st.integers(1, 5), st.floats(0.6, 2.0), st.floats(0.8, 2.0))
    @settings(max_examples=30, deadline=None)
    def test_fronts_take_from_the_body(self, rows: int, columns: int, width: float, height: float) -> None:
        """However a case is divided, fronts and body together are its face."""
        piece = Piece(rows=rows, columns=columns, width=width, height=height)
        areas = piece.areas
        self.assertAlmostEqual(areas["front"] + areas["body"], width * (height - piece.base_height), places=9)


class RefusalTest(unittest.TestCase):
    def test_refused(self) -> None:
        for changes, words in (
            ({"width": 0.0}, "the width of a piece must be from .0.1 to 4 m., got .0 m"),
            ({"height": 900.0}, "the height of a piece must be from .0.02 to 3 m., got .900 m"),
            ({"depth": float("nan")}, "the depth of a piece"),
            ({"rows": 500}, "from 1 to 12 rows, got 500"),
            ({"columns": 0}, "from 1 to 12 columns, got 0"),
            ({"base_height": 1.0}, "base is from .0 to 0.8"),
            ({"width": 0.2, "columns": 12}, "leave no room"),
            ({"form": "wardrobe of glass"}, "there is no form"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                Piece(**changes)
        for name, least, most in (("width", 0.1, 4.0), ("height", 0.02, 3.0), ("depth", 0.01, 2.0)):
            self.assertEqual(getattr(usual_piece("box", **{name: most}), name), most)
            for beyond in (0.9 * least, 1.1 * most):
                with (
                    self.subTest(name, beyond=beyond),
                    self.assertRaisesRegex(ValueError, f"the {name} of a piece"),
                ):
                    usual_piece("box", **{name: beyond})
        with self.assertRaisesRegex(ValueError, "known are card_cabinet"):
            usual_piece("sofa")
        for size in ((8, 100), (100, 9000)):
            with self.assertRaisesRegex(ValueError, "16 to 4000 pixels"):
                draw(Piece(), *size)
