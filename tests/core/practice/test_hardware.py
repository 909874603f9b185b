"""Handles: counted, and their holes compared, worked by hand. [mm]"""

import unittest
from dataclasses import replace

from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.hardware import Hardware, count_of, handled, holes_of, places

CHEST = usual_piece("chest")
FRONT = replace(handled(CHEST)[0], w=0.4)


class HolesTest(unittest.TestCase):
    def test_centred(self) -> None:
        for each, apart, expected in (
            (1, 0.0, (200.0,)), (1, 96.0, (152.0, 248.0)), (2, 0.0, (100.0, 300.0)),
            (2, 64.0, (68.0, 132.0, 268.0, 332.0)),
        ):  # fmt: skip
            self.assertEqual(places(400.0, each, apart), expected)

    def test_compared(self) -> None:
        """A pull for a knob: one hole is filled, two are drilled. As far apart as before: nothing is. A pull
        a little longer than the old one would break into its holes, which is said."""
        knob = holes_of(FRONT, Hardware(act="change", new_apart=96.0))
        self.assertEqual(
            (knob.kept, knob.filled, knob.drilled, knob.close), ((), (200.0,), (152.0, 248.0), ())
        )
        same = holes_of(FRONT, Hardware(act="change", old_apart=96.0, new_apart=96.5))
        self.assertEqual((same.filled, same.drilled, len(same.kept)), ((), (), 2))
        near = holes_of(FRONT, Hardware(act="change", old_apart=90.0, new_apart=96.0))
        self.assertEqual((near.filled, near.close), ((155.0, 245.0), (152.0, 248.0)))

    def test_counted(self) -> None:
        """Four drawers with two handles each, on three chests alike."""
        self.assertEqual(len(handled(CHEST)), 4)
        self.assertEqual(count_of(CHEST, Hardware(act="change", each=2), 3), 24)
        self.assertEqual(count_of(usual_piece("chest", handle="none"), Hardware()), 0)

    def test_refused(self) -> None:
        for bad, words in (
            ({"act": "melt"}, "keep, clean"), ({"each": 3}, "one handle or two"),
            ({"new_apart": 9000.0}, "1500 mm"),
            ({"price": -1.0}, "price"),
        ):  # fmt: skip
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                Hardware(**bad)
        with self.assertRaisesRegex(ValueError, "do not fit a front .400 mm. wide"):
            holes_of(FRONT, Hardware(new_apart=500.0))
        self.assertEqual(Hardware.of(None), Hardware())
