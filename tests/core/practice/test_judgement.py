"""What is said of a finish."""

import re
import unittest
from dataclasses import replace
from typing import Any

import numpy as np

from jug_mingle.core.finishes import WAXES, Below, Film, Finish, Layer, bare
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.pieces import draw, usual_piece
from jug_mingle.core.practice.judgement import best_bridge, flattery, judge, waxes_on
from jug_mingle.core.practice.remark import Remark
from tests.core.paints import film

SAMPLES = draw(usual_piece("chest"), 160, 120).samples()
BLUE, WHITE, RED, GREEN = (film(key) for key in ("blue", "white", "red", "green"))


def layer(kind: str, *films: Film, **changes: Any) -> Layer:
    return Layer(**{"kind": kind, "films": films, **changes})


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
        """D015: close neighbours are quiet, and too close ones one colour."""
        near = Film(name="off-blue", optics=Optics(K=BLUE.optics.K * 1.05, S=BLUE.optics.S), X=60.0, veil=1.0)
        self.assertIn("so near that the blend will hardly show", self.words(layer("blend", BLUE, near)))

    def test_light_takes_over(self) -> None:
        found = self.words(layer("blend", film("black"), WHITE, pattern="left_right", width=0.1))
        self.assertIn("white will take over", found)

    def test_a_coat_that_moves_the_first(self) -> None:
        """T054, T059: the light is shrunk on the next coat: what it covers is judged no more, its own light
        is."""
        black = film("black")
        wide, narrow = (layer("blend", black, WHITE, size=size) for size in (0.45, 0.2))
        self.assertIn("take over", self.words(narrow, wide))
        self.assertNotIn("take over", self.words(wide, narrow))
        together = self.words(replace(wide, coats=3), narrow)
        self.assertEqual("grins" in together, "grins" in self.words(replace(narrow, coats=4)))
        self.assertNotIn("1 coat is planned", together)

    def test_wax_contrast(self) -> None:
        """How far black wax stands out from a pale colour is said, as some want it; white on white is barely
        seen."""
        white = layer("paint", film("white", X=900.0))
        self.assertIn("will stand out", self.words(white, layer("wax", WAXES["black wax"], amount=1.0)))
        self.assertIn("barely be seen", self.words(white, layer("wax", WAXES["clear wax"])))

    def test_dry_brush_contrast(self) -> None:
        """Dark over pale is too hard; white over dark, and a strong colour over pale, are stark."""
        white, black = (layer("paint", film(key, X=900.0)) for key in ("white", "black"))
        for below, over, words in (
            (white, "black", "black will be too hard"), (black, "white", "white will be stark"),
            (white, "yellow", "yellow will be stark"),
        ):  # fmt: skip
            self.assertIn(words, self.words(below, layer("dry_brush", film(over, X=300.0), amount=1.0)))

    def test_contrast_as_wiped(self) -> None:
        """A trace wiped thin is not judged as a full coat: the thinner it is wiped, the less it stands
        out."""
        white = layer("paint", film("white", X=900.0))

        def apart(**changes: Any) -> float:
            found = self.words(
                white, layer("wax", WAXES["brown wax"], place="everywhere", amount=1.0, **changes)
            )
            numbers = re.findall(r"brown wax will [a-z ]+: ([\d.]+)", found)
            return float(numbers[0]) if numbers else 10.0

        full, wiped = apart(wipe=0.0), apart(wipe=0.97)
        self.assertGreater(full, 22.0)
        self.assertLess(wiped, 0.6 * full)

    def test_never_advises_what_is_chosen(self) -> None:
        """A softer wax is named by what it would do here, and never the one that lies there."""
        white = layer("paint", film("white", X=900.0))
        for name in ("black wax", "brown wax"):
            found = judge(
                Finish(layers=(white, layer("wax", WAXES[name], place="everywhere", wipe=0.0, amount=1.0))),
                SAMPLES,
            )
            (stark,) = (one for one in found if one.words.startswith(name))
            self.assertNotIn(name.capitalize(), stark.why)

    def test_washes(self) -> None:
        """1 : 2 wiped leaves the wood readable; undiluted in three coats it is paint; 1 : 10 wiped off is
        nothing."""
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
        """A dark top under a pale coat needs more coats than the primed rest: it is said for the top
        alone."""
        paint = layer("paint", film("white", X=32.0), coats=2)
        grounds = {"": bare("white_primer"), "top": bare("walnut")}
        found = [one.words for one in judge(Finish(layers=(paint,), grounds=grounds), SAMPLES)]
        (said,) = [words for words in found if "grins through" in words]
        self.assertIn("grins through white on top: ", said)
        primer = layer("primer", film("white", X=60.0), coats=2, zones=("top",))
        mended = judge(Finish(layers=(primer, paint), grounds=grounds), SAMPLES)
        self.assertFalse([one.words for one in mended if "grins through" in one.words])

    def test_sealed_is_deeper(self) -> None:
        found = self.words(layer("paint", BLUE, coats=3), layer("sealer", veil=0.1))
        self.assertRegex(found, r"Clear coat makes it deeper, by .\d")

    def test_every_remark_has_its_reason(self) -> None:
        layers = (layer("blend", RED, GREEN), layer("wax", WAXES["black wax"]), layer("sealer", veil=0.1))
        for one in judge(
            Finish(layers=layers, grounds={"": Below(R=bare("oak").R, veil=0.9, figure=0.0)}), SAMPLES
        ):
            self.assertTrue(one.words and one.why and one.words.endswith("."))


class WaxesTest(unittest.TestCase):
    def test_what_flatters(self) -> None:
        """J015, J017, J018: brown warms a cool grey and makes a pale pinkish beige grubby, black is a shadow;
        told from what is predicted, whatever the wax is called."""
        grey, beige, deep = ((62.0, -2.0, -4.0), (82.0, 4.0, 9.0), (34.0, -2.0, -20.0))
        for before, after, said in (
            (grey, (48.0, 3.0, 8.0), "warmer"), (beige, (68.0, 7.0, 20.0), "grubby"),
            (deep, (24.0, -1.5, -19.0), "a shadow"), (grey, (60.0, -3.0, -9.0), "cooler"),
            (deep, (44.0, -1.5, -19.0), "paler"),
        ):  # fmt: skip
            self.assertEqual(flattery(np.array(before), np.array(after), 8.0), said)
        self.assertEqual(flattery(np.array(grey), np.array(grey), 0.4), "hardly shows")

    def test_common_practice(self) -> None:
        """J016: clear wax hardly changes, black over a pale colour is far harder than brown, and white wax
        shows on dark and not on white."""
        found = {
            key: {
                one.name: one.delta_E
                for one in waxes_on(
                    Finish(layers=(Layer(kind="paint", films=(film(key, X=900.0),)),)), "front"
                )
            }
            for key in ("white", "black")
        }
        self.assertGreater(found["white"]["black wax"], found["white"]["brown wax"])
        self.assertGreater(found["white"]["black wax"], 22.0)
        self.assertLess(found["white"]["white wax"], 4.0)
        self.assertGreater(found["black"]["white wax"], 10.0)
