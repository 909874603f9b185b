"""Kinds of layers: what each says of itself holds together, and what it does to the surface."""

import unittest
from typing import get_args

from jug_mingle.core.finishes import KINDS, WAXES, Layer
from jug_mingle.core.finishes.layer_kind import Act, Trait
from jug_mingle.core.materials.kinds import KINDS as MATERIALS
from tests.core.paints import film


class LayerKindTest(unittest.TestCase):
    def test_whole(self) -> None:
        """Each kind takes known materials, says how it is usually laid, and has the functions that its act
        needs."""
        for kind in KINDS.values():
            with self.subTest(kind.key):
                self.assertLessEqual(set(kind.takes), set(MATERIALS))
                self.assertIn(kind.act, get_args(Act))
                self.assertLessEqual(kind.traits, set(get_args(Trait)))
                self.assertEqual(
                    kind.films == (0, 0), kind.act == "reveal" or kind.key in ("transfer", "lined")
                )
                self.assertEqual(kind.act == "print", kind.palette is not None and kind.ink is not None)
                self.assertEqual(kind.share is not None, kind.films[1] > 1)
                self.assertEqual(kind.third_share is not None, kind.films[1] > 2)
                bare = kind.films == (0, 0)
                self.assertTrue(kind.takes or bare)
                self.assertEqual(bool(kind.usual_material), kind.films[0] == 0 and not bare)
                if kind.has("hides"):
                    self.assertTrue(kind.has("opaque") and kind.has("colours"))

    def test_surfaces(self) -> None:
        """A whole coat has its own surface, a thin one takes over as it covers, a seal sets it, wear keeps
        it."""
        flat, wax = film("blue", veil=1.0), WAXES["brown wax"]
        for layer, amount, expected in (
            (Layer(kind="paint", films=(flat,)), 0.2, 1.0),
            (Layer(kind="wax", films=(wax,), place="recess"), 0.5, 0.2 + 0.5 * (wax.veil - 0.2)),
            (Layer(kind="wax", films=(wax,)), 0.1, wax.veil),
            (Layer(kind="wash", films=(flat,), water=2.0), 1.0, 0.2 + 0.8 / 2.0),
            (Layer(kind="two_tone", films=(flat, flat)), 0.1, 1.0),
            (Layer(kind="sealer", veil=0.35), 1.0, 0.35),
            (Layer(kind="oil"), 1.0, 0.05),
            (Layer(kind="distress"), 0.9, 0.2),
            (Layer(kind="metallic"), 0.9, 0.2),
        ):
            with self.subTest(layer.kind):
                self.assertAlmostEqual(layer.of.surface(layer, 0.2, amount), expected)

    def test_one_colour_has_no_share(self) -> None:
        from jug_mingle.core.finishes.blends import share_of, third_share_of
        from tests.core.paints import sheet

        for ask, words in ((share_of, "paint has one colour"), (third_share_of, "paint takes no third")):
            with self.assertRaisesRegex(ValueError, words):
                ask(Layer(kind="paint", films=(film("blue"),)), sheet(), "front")
