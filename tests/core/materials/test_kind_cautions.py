"""What can hurt is said at its step."""

import unittest

from jug_mingle.core.materials import kind as cautions
from jug_mingle.core.materials.kinds import KINDS, kind_of


class CautionsTest(unittest.TestCase):
    """V-ids of our own list: rags that heat up by themselves, fumes, powder, spray. Common practice."""

    def test_each_is_said_where_it_belongs(self) -> None:
        for keys, words in (
            (("oil", "oil_wax_butter", "oil_stain", "gel_stain", "oil_varnish", "spirits"), "Oily rags"),
            (("milk_paint", "home_chalk_paint", "crackle_gesso", "extender", "ageing_powder"), "dust mask"),
            (("oil_enamel", "clear_wax", "oil_varnish"), "Open the windows"),
            (("spray_enamel",), "paint mist"),
        ):
            for key in keys:
                with self.subTest(key):
                    self.assertIn(words, kind_of(key).caution)
        self.assertIn(cautions.RAGS, cautions.FUMES_RAGS)
        self.assertTrue(any(not kind.caution for kind in KINDS.values()))
