"""How kinds of material are handled."""

import unittest
from dataclasses import fields

from jug_mingle.core.materials import handling
from jug_mingle.core.materials.kind import Handling
from jug_mingle.core.materials.kinds import KINDS, kind_of


class HandlingTest(unittest.TestCase):
    """Defaults state common practice; ids are those of our own list of it."""

    def test_complete(self) -> None:
        """Every kind has its handling, and every reason belongs to a fact that is stated."""
        names = {field.name for field in fields(Handling)}
        for kind in KINDS.values():
            one = kind.handling
            for reason in one.why:
                self.assertIn(reason, names)
                self.assertNotIn(getattr(one, reason), (None, ""), f"{kind.key}.{reason}")

    def test_common_practice(self) -> None:
        """M005 milk paint keeps two weeks · M008 dries in 15 minutes · M060 primer waits 24 h · M065 stain 12–15 h ·
        M085 light wax 30 minutes before dark · M029 white chalk-type paint takes 3–5 coats · M090 wax 3 : 1."""
        for key, name, low, high in (
            ("milk_paint", "pot_life", 14, 14), ("milk_paint", "dry", 10, 15), ("crackle_gesso", "dry", 15, 15),
            ("primer", "recoat", 1440, 1440), ("oil_stain", "dry", 720, 900), ("gel_stain", "dry", 0, 1440),
            ("light_wax", "dry", 30, 60), ("chalk_paint", "dry", 15, 15), ("enamel", "recoat", 120, 120),
            ("oil_wax_butter", "open_time", 20, 20), ("spray_enamel", "recoat", 1440, 1440),
        ):  # fmt: skip
            with self.subTest(kind=key, fact=name):
                self.assertTrue(low <= getattr(kind_of(key).handling, name) <= high)
        self.assertIn("white 3–5", kind_of("chalk_paint").handling.coats)
        self.assertIn("3 : 1", kind_of("tinting_wax").handling.into)

    def test_pot_life_of_mixes(self) -> None:
        """A mix keeps as long as the shortest-lived thing in it; where practice has no figure there is none."""
        self.assertEqual(handling.pot_life([kind_of("chalk_paint"), kind_of("milk_paint")]), 14)
        self.assertEqual(handling.pot_life([kind_of("milk_paint"), kind_of("extender")]), 0.25)
        self.assertIsNone(handling.pot_life([kind_of("chalk_paint")]))
