"""Settings of layers: each kind offers what it heeds, in ranges that a layer takes."""

import unittest
from dataclasses import fields
from typing import Any

from jug_mingle.core.finishes import KINDS, Layer
from jug_mingle.core.finishes.layer_settings import NUMBERS, PATTERNS, PLACES, VEIL
from jug_mingle.core.optics.film import SHEEN_VEIL
from tests.core.paints import film


class SettingsTest(unittest.TestCase):
    def test_every_setting_is_a_field(self) -> None:
        """What can be moved is a field of a layer; its usual value lies in what is shown, that in what is
        allowed."""
        names = {one.name for one in fields(Layer)}
        for kind in KINDS.values():
            for one in kind.settings:
                with self.subTest(kind.key, setting=one.key):
                    self.assertIn(one.key, names)
                    if one.control == "choice":
                        usual = kind.usual.get(one.key, Layer.__dataclass_fields__[one.key].default)
                        self.assertIn(usual, one.options)
                    elif one.control == "slider":
                        self.assertTrue(one.low <= one.shown[0] < one.shown[1] <= one.high)
                        usual = kind.usual.get(one.key, Layer.__dataclass_fields__[one.key].default)
                        self.assertTrue(one.shown[0] <= usual <= one.shown[1])

    def test_ranges_are_those_of_a_layer(self) -> None:
        """The ends of each range make a layer, and a hair beyond them does not."""
        for one in NUMBERS:
            for value, fine in (
                (one.low, True),
                (one.high, True),
                (one.low - 0.01, False),
                (one.high + 0.01, False),
            ):
                layer: dict[str, Any] = {"kind": "paint", "films": (film("blue"),), one.key: value}
                with self.subTest(one.key, value=value):
                    if fine:
                        Layer(**layer)
                    else:
                        self.assertRaisesRegex(
                            ValueError, f"{one.key} of a layer must be from", Layer, **layer
                        )

    def test_a_sheen_is_called_as_it_is(self) -> None:
        """Each sheen of the optics has its own word on the slider, at its own place."""
        for sheen, veil in SHEEN_VEIL.items():
            word = next(word for limit, word in VEIL.words if veil < limit)
            self.assertEqual(word, "gloss" if sheen == "wet" else sheen)
        self.assertEqual((len(PATTERNS), len(PLACES)), (10, 5))
