"""Rules about what has to be sealed, face by face, at what lies on top. What is expected is common
practice."""

import unittest

from jug_mingle.core.finishes import Layer
from tests.core.practice.support import layer, of, remarks, said

CHALK, SEAL = layer("paint", "chalk_paint"), layer("sealer")


class SealedTest(unittest.TestCase):
    def test_by_what_lies_on_top(self) -> None:
        """D005, D009, M168: wax and film both protect. Chalk-type paint, bare stain and what is stencilled on
        a clear coat want a seal; enamel, mineral and self-priming paint do not; gilding protects itself."""
        stencil = layer("stencil", "chalk_paint")
        bare: tuple[tuple[Layer, ...], ...] = (
            (CHALK,), (CHALK, SEAL, stencil), (layer("stain", "oil_stain"),), (layer("wash", "chalk_paint"),),
            (CHALK, layer("metallic", "gilding_wax")), (CHALK, layer("stencil", "enamel")),
        )  # fmt: skip
        for layers in bare:
            self.assertEqual(said(*layers).get("unsealed"), "advice", [one.kind for one in layers])
        covered: tuple[tuple[Layer, ...], ...] = (
            (CHALK, SEAL), (CHALK, layer("wax", "clear wax")), (CHALK, layer("oil")),
            (CHALK, SEAL, layer("metallic", "gilding_wax")), (CHALK, layer("paint", "enamel")),
            (layer("paint", "enamel"),), (layer("paint", "mineral_paint"),),
            (layer("paint", "self_priming_paint"),),
        )  # fmt: skip
        for layers in covered:
            self.assertNotIn("unsealed", said(*layers))

    def test_face_by_face(self) -> None:
        """A body of which the top alone is sealed: said of the rest."""
        found = next(one for one in remarks(CHALK, layer("sealer", zones=("top",))) if one.rule == "unsealed")
        self.assertEqual(found.words, "Nothing seals it yet (plinth, frame, sides, others).")
        self.assertIsNone(found.layer)

    def test_a_trace_of_wax_seals_nothing(self) -> None:
        """Wax that was wiped and lies in recesses leaves open faces as they were."""
        trace = layer("wax", "brown wax", place="recess", wipe=0.9)
        self.assertEqual(said(CHALK, trace).get("unsealed"), "advice")
        self.assertNotIn("unsealed", said(CHALK, layer("wax", "clear wax", wipe=0.9), trace))

    def test_milk_paint_must_be(self) -> None:
        self.assertEqual(said(layer("paint", "milk_paint"))["milk_paint_unsealed"], "wrong")
        self.assertEqual(said(layer("paint", "milk_paint"), SEAL), {})

    def test_its_label_says_otherwise(self) -> None:
        """What a tin's own label says goes before what is usual for its kind."""
        self.assertEqual(said(layer("paint", of("chalk_paint", own_seal=True))), {})
        self.assertIn("unsealed", said(layer("paint", of("mineral_paint", own_seal=False))))

    def test_a_glaze_of_clear_coat_seals(self) -> None:
        """Clear coat with a little paint in it, over a clear coat, is sealed by itself."""
        self.assertNotIn("unsealed", said(CHALK, SEAL, layer("glaze", "clear_coat")))
