"""The kinds of material."""

import unittest

import numpy as np

from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import Optics


class KindsTest(unittest.TestCase):
    def test_plausible(self) -> None:
        """Solids, density and spread are in the range of labels; whoever can self-heat or fume says so."""
        for kind in KINDS.values():
            with self.subTest(kind.key):
                self.assertTrue(0.0 <= kind.volume_solids <= 1.0)
                # A paste lies a millimetre thick, and iron is heavy.
                self.assertTrue(0.75 <= kind.density <= (2.5 if kind.key == "rust_paint" else 2.0))
                self.assertTrue((0.5 if kind.key == "texture_paste" else 5.0) <= kind.spread_rate <= 25.0)
                if kind.base == "oil":
                    self.assertTrue(kind.caution)

    def test_dry_coat(self) -> None:
        """1000 m²·µm a litre: 11 m²/L at 40 % solids dries to 36 µm; 400 ft²/gal is 9.817 m²/L or 101.9 µm
        wet."""
        self.assertAlmostEqual(kind_of("chalk_paint").dry_coat, 1000 / 11 * 0.40)
        square_foot, gallon = 0.3048**2, 231 * 0.0254**3 * 1000
        self.assertAlmostEqual(400 * square_foot / gallon, 9.817, places=3)
        self.assertAlmostEqual(1000 / (400 * square_foot / gallon), 101.9, places=1)

    def test_label_overrides(self) -> None:
        own = Material(
            key="a", name="A", kind=kind_of("chalk_paint"), volume_solids=0.5, density=1.2, spread_rate=10.0
        )
        self.assertEqual((own.solids, own.mass_density, own.dry_coat), (0.5, 1.2, 50.0))

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "volume_solids of A must be from 0 to 1, got 40"):
            Material(key="a", name="A", kind=kind_of("acrylic"), volume_solids=40.0)
        with self.assertRaisesRegex(ValueError, "what is left of A"):
            Material(key="a", name="A", kind=kind_of("acrylic"), left=-1.0)
        with self.assertRaisesRegex(ValueError, "no kind of material 'paste'"):
            kind_of("paste")
        with self.assertRaisesRegex(ValueError, "K must be at least 0"):
            Optics(K=np.full(36, -1.0), S=np.ones(36))
