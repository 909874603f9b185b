"""Generic waxes and gildings."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.finishes.generic import METALS, USUAL_MATERIAL, WAXES, generic_film, generic_swatch
from jug_mingle.core.materials.kinds import KINDS
from jug_mingle.core.optics.film import R_infinity, R_seen


class GenericTest(unittest.TestCase):
    def test_a_gilding_is_one_film(self) -> None:
        """It is made once, so that what is kept of it is found again; it looks as it is listed, and hides."""
        for name, Lab in METALS.items():
            film = generic_film(name)
            self.assertIs(film, generic_film(name))
            seen = R_seen(R_infinity(K=film.optics.K, S=film.optics.S), film.veil)
            self.assertLess(float(delta_E_CIE2000(R_to_Lab(seen), np.array(Lab))), 1.5)
        with self.assertRaisesRegex(ValueError, "known are gold, bronze"):
            generic_film("tin")

    def test_swatches_tell_them_apart(self) -> None:
        """Clear wax leaves the paper white, black wax is darker than brown, white wax than neither."""
        L = {name: float(R_to_Lab(np.clip(generic_swatch(name), 0.0, 1.0))[0]) for name in WAXES}
        self.assertTrue(L["black wax"] < L["brown wax"] < L["white wax"] and L["clear wax"] > 84.0, L)

    def test_each_is_of_a_kind(self) -> None:
        """What is laid without a tin has the handling, the spread and the density of a kind of material."""
        self.assertLessEqual({*WAXES, *METALS, "oil", "sealer", "metallic"}, set(USUAL_MATERIAL))
        for name in (*WAXES, *METALS):
            kind = KINDS[USUAL_MATERIAL[name]]
            self.assertEqual(
                (generic_film(name).spread_rate, generic_film(name).density), (kind.spread_rate, kind.density)
            )
