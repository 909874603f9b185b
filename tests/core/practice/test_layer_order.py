"""Which layers may lie on one another."""

import unittest
from typing import Any

import numpy as np

from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.finishes import WAXES, Film, Layer
from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.practice.layer_order import check_order
from tests.core.paints import film

BLUE, WHITE, RED, GREEN = (film(key) for key in ("blue", "white", "red", "green"))


def layer(kind: str, *films: Film, **changes: Any) -> Layer:
    return Layer(**{"kind": kind, "films": films, **changes})


def said(*layers: Layer) -> list[tuple[str, str]]:
    return [(one.weight, one.words) for one in check_order(layers)]


class OrderTest(unittest.TestCase):
    PAINT, SEAL = layer("paint", BLUE), layer("sealer", veil=0.3)
    CLEAR, BROWN = layer("wax", WAXES["clear wax"]), layer("wax", WAXES["brown wax"], wipe=0.9)
    TEA = layer("stain", Film(name="tea", optics=Optics(K=np.full(BANDS, 0.02), S=np.zeros(BANDS)), X=9.0, veil=0.3))

    def test_each_rule(self) -> None:
        rules = (
            ((self.CLEAR, self.PAINT), "wrong", "Paint over wax will not hold"),
            ((layer("oil", veil=0.3), self.PAINT), "wrong", "Paint over oil will not hold"),
            ((self.PAINT, self.CLEAR, self.SEAL), "wrong", "A clear coat over wax will not hold"),
            ((self.PAINT, self.TEA), "wrong", "has to reach bare wood"),
            ((self.PAINT, layer("primer", WHITE)), "advice", "goes under the paint"),
            ((layer("distress"),), "wrong", "nothing below to wear through"),
            ((self.PAINT, layer("crackle")), "advice", "lay two colours under them"),
            ((self.PAINT, layer("wax_eraser")), "wrong", "takes off the wax laid just before"),
            ((self.PAINT, self.SEAL, layer("distress")), "school", "after wax or clear coat"),
            ((self.PAINT, layer("metallic"), self.SEAL), "school", "Gilding under the clear coat"),
            ((self.PAINT, self.BROWN), "school", "Coloured wax on raw paint"),
            ((self.PAINT, self.BROWN), "advice", "wiped hard from raw paint leaves stains"),
            ((self.PAINT, layer("glaze", BLUE)), "advice", "grabs at once"),
            ((self.PAINT,), "advice", "Nothing seals it yet"),
        )
        for layers, weight, words in rules:
            with self.subTest(words):
                self.assertTrue(any(w == weight and words in text for w, text in said(*layers)), said(*layers))

    def test_sound_orders_say_nothing_wrong(self) -> None:
        """The main schools: sealed then waxed, waxed clear then dark, stain under paint, worn then waxed."""
        for layers in (
            (self.PAINT, self.SEAL, self.BROWN),
            (self.PAINT, self.CLEAR, self.BROWN),
            (self.TEA, self.PAINT, self.SEAL),
            (layer("primer", WHITE), self.PAINT, layer("distress"), self.CLEAR),
            (self.PAINT, layer("paint", WHITE), layer("crackle", down_to=1), self.SEAL),
            (self.PAINT, self.SEAL, layer("glaze", BLUE), self.SEAL),
        ):
            with self.subTest([one.kind for one in layers]):
                self.assertEqual([text for weight, text in said(*layers) if weight == "wrong"], [])

    def test_what_is_off_or_elsewhere_does_not_count(self) -> None:
        off = layer("wax", WAXES["clear wax"], on=False)
        self.assertFalse(any("will not hold" in text for _, text in said(off, self.PAINT)))
        top = layer("wax", WAXES["clear wax"], zones=("top",))
        body = layer("paint", BLUE, zones=("body",))
        self.assertFalse(any("will not hold" in text for _, text in said(top, body)))
        self.assertTrue(any("will not hold" in text for _, text in said(top, self.PAINT)))

    def test_remarks_name_their_layer(self) -> None:
        found = [one for one in check_order((self.CLEAR, self.PAINT)) if one.weight == "wrong"]
        self.assertEqual([one.layer for one in found], [1])
        self.assertTrue(all(one.why for one in found))
