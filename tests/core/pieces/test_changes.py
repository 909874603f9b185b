"""What is done to a piece: parts off, on, shorter, made otherwise; before and after."""

import unittest
from typing import Any

from jug_mingle.core.pieces import Piece, draw, usual_piece
from jug_mingle.core.pieces.addresses import address
from jug_mingle.core.pieces.changes import ADDED, Change


def changed(form: str, *changes: dict[str, Any]) -> Piece:
    return usual_piece(form, changes=tuple(Change(**one) for one in changes))


class ChangesTest(unittest.TestCase):
    def test_a_drawer_becomes_an_open_shelf(self) -> None:
        piece = changed("chest", {"act": "remove", "part": "drawer 3"})
        whole = usual_piece("chest")
        front = address("front", "drawer", "drawer 3", "outside")
        self.assertNotIn(front, piece.faces)
        self.assertNotIn("drawer 3 handle", piece.parts)
        opening = piece.faces[address("inside", "carcass", "drawer 3 opening", "inside")]
        w, h, d = 0.9 - 0.056, (0.86 - 0.14) / 4, 0.46
        self.assertAlmostEqual(opening, 2 * d * (w + h), places=9)
        self.assertAlmostEqual(piece.faces[address("inside", "back", "back", "inside")], w * h, places=9)
        self.assertAlmostEqual(piece.areas["front"], 0.75 * whole.areas["front"])
        self.assertEqual(piece.gone, {"drawer 3"})

    def test_doors_taken_off(self) -> None:
        """Of two doors one leaves a hole; without both the cupboard is open, with its shelf, as it was behind
        them."""
        shut = usual_piece("cupboard")
        one, both = (changed("cupboard", {"act": "remove", "part": part}) for part in ("door 1", "door"))
        self.assertIn(address("inside", "carcass", "door 1 opening", "inside"), one.faces)
        self.assertIn(address("within", "shelf", "shelf 1", "outside"), one.faces)
        for part, face in (("carcass", "inside"), ("shelf", "outside"), ("back", "inside")):
            name = part if part != "shelf" else "shelf 1"
            within, inside = (address(zone, part, name, face) for zone in ("within", "inside"))
            self.assertAlmostEqual(both.faces[inside], shut.faces[within])
        self.assertNotIn("within", {name.split("/")[0] for name in both.faces})
        by_one = changed("cupboard", *({"act": "remove", "part": f"door {n}"} for n in (1, 2)))
        self.assertEqual(by_one.faces, both.faces)

    def test_before_and_after(self) -> None:
        """What was so when it came is before; what is done in this job is after."""
        piece = changed(
            "bookcase",
            {"act": "remove", "part": "shelf 2", "ours": False},
            {"act": "remove", "part": "shelf 3"},
        )
        self.assertEqual({"shelf 2", "shelf 3"} & set(piece.parts), set())
        self.assertEqual({"shelf 2", "shelf 3"} & set(piece.before.parts), {"shelf 3"})

    def test_legs_cut(self) -> None:
        """All four legs 10 cm shorter have 4 x 0.06 x 0.10 less each."""
        piece = changed("table", {"act": "cut", "part": "leg", "by": 0.1})
        self.assertAlmostEqual(usual_piece("table").areas["leg"] - piece.areas["leg"], 4 * 4 * 0.06 * 0.1)
        one = changed("table", {"act": "cut", "part": "leg 2", "by": 0.1})
        self.assertAlmostEqual(usual_piece("table").areas["leg"] - one.areas["leg"], 4 * 0.06 * 0.1)

    def test_added(self) -> None:
        """Every kind can be put on, has a face of its own and is drawn."""
        for kind in ADDED:
            with self.subTest(kind):
                piece = changed("chest", {"act": "add", "part": "new one", "kind": kind})
                new = [
                    part for part, its in piece.parts.items() if part.startswith("new one") and its == kind
                ]
                self.assertEqual(len(new), 4 if kind in ("leg", "wheel") else 1)
                drawn = draw(piece, 200, 150).samples().faces
                self.assertTrue(any("/new one" in name for name in drawn), list(drawn))

    def test_wheels(self) -> None:
        """Four of them, one at each corner, which lift the piece; one is put where it is said."""
        piece = changed("chest", {"act": "add", "part": "wheels", "kind": "wheel"})
        boxes = [box for box in piece.boxes if box.kind == "wheel"]
        self.assertEqual({(box.x, round(box.z, 3), box.y) for box in boxes},
                         {(x, z, 0.95) for x in (0.0, 0.87) for z in (0.0, 0.43)})  # fmt: skip
        one = changed("chest", {"act": "add", "part": "wheels", "kind": "wheel", "x": 0.4})
        self.assertEqual([box.x for box in one.boxes if box.kind == "wheel"], [0.4])

    def test_named_and_dressed(self) -> None:
        piece = changed(
            "cupboard", {"act": "name", "part": "door 1", "name": "Linen"},
            {"act": "dress", "part": "door 2", "relief": "flat", "handle": "none"},
        )  # fmt: skip
        self.assertEqual((piece.called("door 1"), piece.called("door 2")), ("Linen", "door 2"))
        self.assertNotIn("door 2 handle", piece.parts)
        self.assertNotIn(address("front", "door", "door 2", "recess"), piece.faces)

    def test_back_taken_off(self) -> None:
        """A bookcase without its back has all of its faces but the two of that; of two pedestals each has its
        own."""
        whole, open_ = usual_piece("bookcase"), changed("bookcase", {"act": "remove", "part": "back"})
        gone = {face: area for face, area in whole.faces.items() if face not in open_.faces}
        self.assertEqual(
            gone,
            {
                "hidden/back/back/outside": 0.8 * 1.51,
                "inside/back/back/inside": (0.8 - 0.056) * (1.51 - 0.056),
            },
        )
        desk = changed("desk", {"act": "remove", "part": "pedestal 2 back"})
        self.assertEqual([part for part in desk.parts if part.endswith("back")], ["pedestal 1 back"])

    def test_groups(self) -> None:
        """A group stands for its parts, all of a kind too; the last that is said of a part holds."""
        piece = changed(
            "chest", {"act": "group", "part": "drawer", "name": "blue ones"},
            {"act": "group", "part": "drawer 2", "name": "white ones"},
            {"act": "group", "part": "drawer 4", "name": ""},
        )  # fmt: skip
        self.assertEqual(piece.groups, {"blue ones": ("drawer 1", "drawer 3"), "white ones": ("drawer 2",)})
        self.assertEqual(
            piece.ungrouped(["top", "blue ones/inside", "drawer 1/inside"]),
            ["top", "drawer 1/inside", "drawer 3/inside"],
        )
        off = changed(
            "chest",
            {"act": "group", "part": "drawer 2", "name": "mine"},
            {"act": "remove", "part": "drawer 2"},
        )
        self.assertEqual(off.ungrouped(["mine"]), ["drawer 2"])

    def test_refused(self) -> None:
        for change, words in (
            ({"act": "remove", "part": "drawer 9"}, "no 'drawer 9'; it has .*drawer 1"),
            ({"act": "cut", "part": "leg", "by": 0.1}, "no 'leg'"),
            ({"act": "remove", "part": "top"}, "'top' cannot be taken off"),
            ({"act": "dress", "part": "plinth", "relief": "flat"}, "'plinth' has no front"),
            ({"act": "cut", "part": "drawer 1", "by": 0.1}, "cannot be cut"),
            ({"act": "cut", "part": "plinth", "by": 0.5}, "cannot be cut by .50.0 cm"),
            ({"act": "cut", "part": "plinth", "by": 0.0}, "more than 0"),
            ({"act": "group", "part": "top", "name": "front"}, "faces are called so"),
            ({"act": "group", "part": "top", "name": "drawer 1"}, "a part is called 'drawer 1'"),
            ({"act": "group", "part": "drawer 9", "name": "mine"}, "no 'drawer 9'"),
            ({"act": "add", "part": "new", "kind": "rocket"}, "rocket cannot be added"),
            ({"act": "add", "part": "drawer 1", "kind": "shelf"}, "already"),
            ({"act": "add", "part": "new", "kind": "shelf", "w": 900.0}, "0.002 to 4 m., got .900 m"),
            ({"act": "add", "part": "new", "kind": "shelf", "x": float("nan")}, "-4 to 8 m"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                changed("chest", change)
        with self.assertRaisesRegex(ValueError, "nothing would be left"):
            changed("board", {"act": "remove", "part": "edges"})
        with self.assertRaisesRegex(ValueError, "up to 100 changes"):
            changed("chest", *[{"act": "name", "part": "top", "name": "Top"}] * 101)
