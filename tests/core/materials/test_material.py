"""What may be mixed, and shares of the dry film."""

import unittest

from numpy.testing import assert_allclose

from jug_mingle.core.materials.material import dry_shares, may_mix
from tests.core.paints import material


class MayMixTest(unittest.TestCase):
    """Common practice: water with water, oil with oil; primer is no white."""

    def test_rules(self) -> None:
        self.assertEqual(may_mix([material("a"), material("b", "acrylic"), material("c", "glaze")]), "")
        self.assertEqual(may_mix([material("a", "oil_enamel"), material("b", "oil")]), "")
        self.assertIn("do not mix", may_mix([material("a"), material("b", "gel_stain")]))
        self.assertIn("peel", may_mix([material("a"), material("b", "primer")]))
        plaster = [material("p", "extender"), material("w", "thinner"), material("c", "wall_paint")]
        self.assertEqual(may_mix(plaster), "")
        self.assertEqual(may_mix([material("g", "crackle_gesso"), material("w", "thinner")]), "")
        self.assertIn("no colour", may_mix([material("g", "crackle_gesso"), material("c")]))
        self.assertIn("no colour", may_mix([material("t", "texture_paste")]))
        self.assertIn("no colour", may_mix([material("a"), material("m", "metallic_paint")]))
        self.assertIn(
            "stir it with water", may_mix([material("p", "milk_paint"), material("a", "mineral_paint")])
        )
        self.assertEqual(may_mix([material("p", "milk_paint"), material("w", "thinner")]), "")


class DrySharesTest(unittest.TestCase):
    def test_water_leaves_nothing(self) -> None:
        """Thinning does not change the dried colour: water has no solids."""
        assert_allclose(dry_shares([100.0, 50.0, 200.0], [0.4, 0.4, 0.0]), [2 / 3, 1 / 3, 0.0])

    def test_splitting_a_pour(self) -> None:
        """Pouring a tin in two goes is the same as at once."""
        two = dry_shares([30.0, 70.0, 50.0], [0.4, 0.4, 0.3])
        one = dry_shares([100.0, 50.0], [0.4, 0.3])
        self.assertAlmostEqual(float(two[:2].sum()), float(one[0]))

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "poured volumes must be at least 0, got -1"):
            dry_shares([-1.0, 2.0], [0.4, 0.4])
        with self.assertRaisesRegex(ValueError, "leaves a dry film"):
            dry_shares([10.0], [0.0])
