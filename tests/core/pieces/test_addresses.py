"""Names of faces: what a look, a ground or an amount can be for."""

import unittest

from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.pieces.addresses import (
    ZONES,
    address,
    closest_first,
    names_of,
    reached,
    said_of,
    zone_of,
)

OUTSIDE, INSIDE = (
    address("front", "drawer", "drawer 2", "outside"),
    address("within", "drawer", "drawer 2", "inside"),
)


class NamesTest(unittest.TestCase):
    def test_what_a_face_answers_to(self) -> None:
        for names, outside, inside in (
            ((), True, False),  # insides of drawers only when asked
            (("front",), True, False),
            (("drawer",), True, True),
            (("drawer 2",), True, True),
            (("drawer 2/inside",), False, True),
            (("drawer/inside",), False, True),
            (("drawer 1",), False, False),
            (("drawer 1", "within"), False, True),
        ):
            with self.subTest(names):
                self.assertEqual((reached(OUTSIDE, names), reached(INSIDE, names)), (outside, inside))

    def test_closest_first(self) -> None:
        """The closest name of a ground wins; all names that a face answers to are there."""
        self.assertEqual(closest_first(INSIDE)[0], "drawer 2/inside")
        self.assertEqual(closest_first(INSIDE)[-1], "within")
        self.assertEqual(set(closest_first(INSIDE)), names_of(INSIDE))
        self.assertEqual((closest_first("front"), names_of("front")), (("front",), {"front"}))

    def test_every_face_has_a_zone_and_words(self) -> None:
        for form in ("card_cabinet", "cupboard", "desk", "mirror", "settle"):
            for name in usual_piece(form).faces:
                self.assertIn(zone_of(name), ZONES)
        self.assertEqual(
            (said_of("front"), said_of(OUTSIDE), said_of(INSIDE)), ("fronts", "drawer 2", "drawer 2, inside")
        )
        self.assertEqual(said_of(address("body", "carcass", "carcass", "edge")), "frame")
        self.assertEqual(said_of(address("side", "pedestal", "pedestal 1", "outside")), "pedestal 1, sides")
