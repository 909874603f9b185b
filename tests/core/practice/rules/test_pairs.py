"""Generated pairs of layer over layer over ground: what rules say never contradicts what the tins' kinds say
of themselves ("under", "over"), and never comes without a reason. Common practice."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from jug_mingle.core.materials.kinds import KINDS, kind_of
from jug_mingle.core.optics.grounds import GROUNDS
from tests.core.practice.support import layer, remarks

LAYERS = {
    "chalk_paint": "paint", "mineral_paint": "paint", "milk_paint": "paint", "enamel": "paint",
    "oil_enamel": "paint",
    "self_priming_paint": "paint", "home_chalk_paint": "paint", "wall_paint": "paint", "primer": "primer",
    "bonding_primer": "primer", "clear_primer": "primer", "crackle_gesso": "primer", "oil_stain": "stain",
    "water_stain": "stain", "gel_stain": "stain", "coloured_glaze": "glaze", "clear_coat": "sealer",
    "oil_varnish": "sealer", "clear_wax": "wax", "coloured_wax": "wax", "light_wax": "wax",
    "tinting_wax": "wax", "oil": "oil", "oil_wax_butter": "oil",
}  # fmt: skip
NOTHING_NEEDED = {key for key, kind in KINDS.items() if kind.handling.over.startswith("Nothing needed")}
ANYTHING = {"self_priming_paint"}


def rules_of(*kinds: str, ground: str) -> dict[str, str]:
    return {
        one.rule: one.weight for one in remarks(*(layer(LAYERS[key], key) for key in kinds), ground=ground)
    }


class PairsTest(unittest.TestCase):
    @given(st.sampled_from(sorted(LAYERS)), st.sampled_from(sorted(LAYERS)), st.sampled_from(GROUNDS))
    @settings(max_examples=400, deadline=None)
    def test_never_against_the_label(self, below: str, above: str, ground: str) -> None:
        said = rules_of(below, above, ground=ground)
        if above in NOTHING_NEEDED:
            self.assertFalse({"unsealed", "milk_paint_unsealed"} & set(said), (below, above))
        if "wax" in kind_of(above).handling.over.lower() and LAYERS[above] == "paint":
            self.assertFalse(
                {"unsealed", "milk_paint_unsealed"} & set(rules_of(above, "clear_wax", ground=ground))
            )
        if above == "clear_coat" and "clear coat" in kind_of(below).handling.over.lower():
            self.assertNotIn("film_over_wax", said, (below, above))
        if below in ANYTHING:
            self.assertFalse(
                {"milk_paint_on_a_film", "enamel_on_bare_wood", "bleeding"} & set(said), (below, above)
            )
        if LAYERS[below] == "primer" and below != "crackle_gesso" and LAYERS[above] == "paint":
            self.assertNotIn("bleeding", said)
            self.assertNotIn("enamel_on_bare_wood", said)

    @given(st.sampled_from(sorted(LAYERS)), st.sampled_from(GROUNDS))
    @settings(max_examples=200, deadline=None)
    def test_once_is_as_twice(self, key: str, ground: str) -> None:
        """A second coat laid as a layer of its own raises no new question about the ground."""
        once, twice = rules_of(key, ground=ground), rules_of(key, key, ground=ground)
        of_the_ground = {
            "milk_paint_on_a_film", "enamel_on_bare_wood", "slick_ground", "wax_below", "loose_ground",
        }  # fmt: skip
        self.assertEqual(
            of_the_ground & set(once), of_the_ground & set(twice) - ({"milk_paint_on_a_film"} - set(once))
        )
