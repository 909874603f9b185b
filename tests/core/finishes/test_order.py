"""What is said of layers: their order, and how the finish will look. All of it common practice."""

import unittest
from typing import Any

import numpy as np

from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.finishes import GENERIC, Below, Film, Finish, Layer, bare
from jug_mingle.core.optics.coefficients import Optics
from jug_mingle.core.pieces import draw, usual_piece
from jug_mingle.core.practice.judgement import best_bridge, judge
from jug_mingle.core.practice.layer_order import Remark, check_order
from tests.core.paints import film

SAMPLES = draw(usual_piece("chest"), 160, 120).samples()
BLUE, WHITE, RED, GREEN = (film(key) for key in ("blue", "white", "red", "green"))


def layer(kind: str, *films: Film, **changes: Any) -> Layer:
    return Layer(**{"kind": kind, "films": films, **changes})


def said(*layers: Layer) -> list[tuple[str, str]]:
    return [(one.weight, one.words) for one in check_order(layers)]


class OrderTest(unittest.TestCase):
    PAINT, SEAL = layer("paint", BLUE), layer("sealer", veil=0.3)
    CLEAR, BROWN = layer("wax", GENERIC["clear wax"]), layer("wax", GENERIC["brown wax"], wipe=0.9)
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
        off = layer("wax", GENERIC["clear wax"], on=False)
        self.assertFalse(any("will not hold" in text for _, text in said(off, self.PAINT)))
        top = layer("wax", GENERIC["clear wax"], zones=("top",))
        body = layer("paint", BLUE, zones=("body",))
        self.assertFalse(any("will not hold" in text for _, text in said(top, body)))
        self.assertTrue(any("will not hold" in text for _, text in said(top, self.PAINT)))

    def test_remarks_name_their_layer(self) -> None:
        found = [one for one in check_order((self.CLEAR, self.PAINT)) if one.weight == "wrong"]
        self.assertEqual([one.layer for one in found], [1])
        self.assertTrue(all(one.why for one in found))


class JudgementTest(unittest.TestCase):
    def words(self, *layers: Layer, wood: str = "oak", **options: Any) -> str:
        found: list[Remark] = judge(Finish(layers=layers, grounds={"": bare(wood)}), SAMPLES, **options)
        return " | ".join(one.words for one in found)

    def test_muddy_way_and_its_bridge(self) -> None:
        """Red and green run through mud; a paint between them that both reach cleanly is named."""
        found = self.words(layer("blend", RED, GREEN, coats=3), bridges=[BLUE, WHITE, film("yellow")])
        self.assertIn("turn muddy between them", found)
        bridge = best_bridge(RED, WHITE, [RED, WHITE, film("yellow"), BLUE])
        self.assertNotIn(bridge.name if bridge else "", ("red", "white"))

    def test_ends_too_near(self) -> None:
        near = Film(name="off-blue", optics=Optics(K=BLUE.optics.K * 1.05, S=BLUE.optics.S), X=60.0, veil=1.0)
        self.assertIn("so near that the blend will hardly show", self.words(layer("blend", BLUE, near)))

    def test_light_takes_over(self) -> None:
        found = self.words(layer("blend", film("black"), WHITE, pattern="left_right", width=0.1))
        self.assertIn("white will take over", found)

    def test_wax_contrast(self) -> None:
        """Black wax is too hard against a pale colour; white wax on white is barely seen."""
        white = layer("paint", film("white", X=900.0))
        self.assertIn("too hard against so pale a colour", self.words(white, layer("wax", GENERIC["black wax"])))
        self.assertIn("barely be seen", self.words(white, layer("wax", GENERIC["clear wax"])))

    def test_washes(self) -> None:
        """1 : 2 wiped leaves the wood readable; undiluted in three coats it is paint; 1 : 10 wiped off is nothing."""
        thin = film("white", X=22.0)
        self.assertNotIn("no longer a wash", self.words(layer("wash", thin, water=2.0, coats=2, wipe=0.45)))
        self.assertIn("no longer a wash", self.words(layer("wash", film("white"), water=0.0, coats=3)))
        faint = Film(name="faint", optics=Optics(K=WHITE.optics.K, S=WHITE.optics.S * 0.02), X=20.0, veil=0.9)
        self.assertIn("hardly be seen", self.words(layer("wash", faint, water=10.0, wipe=1.0)))

    def test_grins_through(self) -> None:
        """White over dark needs three to five coats; a primer tint saves some; near its own tone two do."""
        brushed = film("white", X=32.0)
        found = self.words(layer("paint", brushed, coats=2), wood="walnut")
        self.assertIn("grins through white", found)
        self.assertRegex(found, r"A [a-z ]+ primer saves [1-9]")
        needed = int(found.split("grins through white: ")[1].split(" ")[0])
        self.assertIn(needed, (3, 4, 5))
        self.assertNotIn("grins through", self.words(layer("paint", brushed, coats=2), wood="white_primer"))

    def test_grins_through_zone_by_zone(self) -> None:
        """A dark top under a pale coat needs more coats than the primed rest: it is said for the top alone."""
        paint = layer("paint", film("white", X=32.0), coats=2)
        grounds = {"": bare("white_primer"), "top": bare("walnut")}
        found = [one.words for one in judge(Finish(layers=(paint,), grounds=grounds), SAMPLES)]
        (said,) = [words for words in found if "grins through" in words]
        self.assertIn("grins through white on top: ", said)
        primer = layer("primer", film("white", X=60.0), coats=2, zones=("top",))
        mended = judge(Finish(layers=(primer, paint), grounds=grounds), SAMPLES)
        self.assertFalse([one.words for one in mended if "grins through" in one.words])

    def test_bleed(self) -> None:
        """Oak may send tannin through a pale paint, unless a primer holds it or the paint is dark."""
        pale, dark = layer("paint", WHITE, coats=4), layer("paint", film("black"), coats=2)
        self.assertIn("may bleed", self.words(pale, bleeds=True))
        self.assertNotIn("may bleed", self.words(pale, bleeds=False))
        self.assertNotIn("may bleed", self.words(dark, bleeds=True))
        self.assertNotIn("may bleed", self.words(layer("primer", WHITE), pale, bleeds=True))

    def test_sealed_is_deeper(self) -> None:
        found = self.words(layer("paint", BLUE, coats=3), layer("sealer", veil=0.1))
        self.assertRegex(found, r"Clear coat makes it deeper, by \d")

    def test_every_remark_has_its_reason(self) -> None:
        layers = (layer("blend", RED, GREEN), layer("wax", GENERIC["black wax"]), layer("sealer", veil=0.1))
        for one in judge(Finish(layers=layers, grounds={"": Below(R=bare("oak").R, veil=0.9, figure=0.0)}), SAMPLES):
            self.assertTrue(one.words and one.why and one.words.endswith("."))
