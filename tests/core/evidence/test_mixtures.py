"""Mixes that show their ground are seen over it; differences are said as they are likely."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.mixtures import main_kind, mixed_film, predict, shows_its_ground
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.assessment import DRAWS, assess
from jug_mingle.core.recipes.wishes import Target

KINDS = {"white": "chalk_paint", "blue": "chalk_paint", "tea": "water_stain", "glaze": "glaze",
    "wax": "clear_wax",
         "water": "thinner", "plaster": "extender"}  # fmt: skip
PAPER = ground("paper")


def reading(key: str, Lab: tuple[float, float, float], **film: object) -> Reading:
    return Reading(key=key, volumes=((key, 1.0),), swatches=(Swatch(seen=np.array(Lab), **film),), noise=0.5)  # type: ignore[arg-type]


class MixedFilmTest(unittest.TestCase):
    def setUp(self) -> None:
        materials = [Material(key=key, name=key, kind=kind_of(kind)) for key, kind in KINDS.items()]
        coat = materials[2].dry_coat
        self.shelf = characterise(
            materials,
            [
                reading("white", (95, 0, 2)), reading("blue", (32, 5, -38)),
                reading("tea", (70, 12, 34), X=coat, R_g=R_body(PAPER.R_seen, PAPER.veil)),
            ],
        )  # fmt: skip

    def pours(self, **ml: float) -> list[Pour]:
        return [Pour(key=key, parts=1, ml=amount) for key, amount in ml.items()]

    def test_which_show_it(self) -> None:
        """Stains, waxes, glazes and thin washes do (common practice: paint to water 1 : 2); paints do not."""
        for ml, shows in (
            ({"tea": 100.0}, True), ({"wax": 50.0}, True), ({"glaze": 120.0, "blue": 10.0}, True),
            ({"blue": 50.0, "water": 100.0}, True), ({"blue": 50.0}, False),
            ({"blue": 50.0, "water": 10.0}, False),
            ({"white": 3.0, "water": 1.0, "plaster": 1.0}, False),
        ):  # fmt: skip
            with self.subTest(ml):
                self.assertEqual(shows_its_ground(self.shelf, self.pours(**ml)), shows)

    def test_seen_over_its_ground(self) -> None:
        """One coat by Kubelka's film equation; paler over paper than over walnut, and never the near-black
        limit."""
        tea = self.pours(tea=100.0)
        film = mixed_film(self.shelf, tea)
        for name in ("paper", "oak", "walnut"):
            below = ground(name)
            exact = R_seen(
                R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=R_body(below.R_seen, below.veil)),
                film.veil,
            )
            assert_allclose(predict(self.shelf, tea, over=below), exact, atol=1e-12)
        light, dark = (
            R_to_Lab(predict(self.shelf, tea, over=ground(name)))[0] for name in ("paper", "walnut")
        )
        self.assertGreater(light, dark + 10.0)
        self.assertGreater(light, 60.0)
        assert_allclose(predict(self.shelf, tea), predict(self.shelf, tea, over=PAPER))

    def test_clear_wax_leaves_the_ground(self) -> None:
        oak = ground("oak")
        off = np.abs(
            R_to_Lab(predict(self.shelf, self.pours(wax=10.0), over=oak))[0] - R_to_Lab(oak.R_seen)[0]
        )
        self.assertLess(off, 12.0)

    def test_assessed_over_it(self) -> None:
        """The recipe of a stain, and its likely difference, are those of its film over the ground."""
        oak, tea = ground("oak"), tuple(self.pours(tea=100.0))
        R = np.clip(predict(self.shelf, tea, over=oak), 0.0, 1.0)
        found = assess(
            self.shelf, Target(R=R), [tea], pour_error=0.02, draws=self.shelf.draw(DRAWS), over=oak
        )[0]
        assert_allclose(found.R, R)
        self.assertAlmostEqual(found.delta_E[0], 0.0, places=9)
        self.assertGreater(found.expected, 0.0)

    def test_main_kind(self) -> None:
        """By what stays when it is dry: water counts for nothing, a glaze with a little paint is a glaze."""
        for ml, kind in (
            ({"blue": 10.0, "water": 90.0}, "chalk_paint"), ({"glaze": 120.0, "blue": 10.0}, "glaze"),
            ({"tea": 10.0}, "water_stain"),
        ):  # fmt: skip
            self.assertEqual(main_kind(self.shelf, self.pours(**ml)), kind)
