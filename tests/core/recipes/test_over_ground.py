"""Washes and stains over wood, and two woods made alike."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.recipes.over_ground import coat_thickness, find_films, match_two_woods
from jug_mingle.core.recipes.wishes import NothingToMixError, Target
from tests.core.paints import known_shelf, material, readings, step

SHELF = known_shelf()


def stain(key: str, strength: float, edge: float) -> tuple[Material, Reading]:
    """Return a stain and its spectrum over white paper."""
    pot = material(key, "water_stain")
    paper = R_body(ground("paper").R_seen, 0.9)
    K = step(strength, edge, 40.0, 0.02 * strength)
    R = R_seen(R_film(K=K, S=np.full(36, 1e-5), X=pot.dry_coat, R_g=paper), pot.veil)
    swatch = Swatch(seen=R, X=pot.dry_coat, R_g=paper)
    return pot, Reading(key=key, volumes=((key, 1.0),), swatches=(swatch,), noise=0.1, veil=pot.veil)


STAINS = [stain("honey", 0.03, 480.0), stain("tea", 0.06, 560.0), stain("bark", 0.12, 640.0)]
STAINED = characterise([pot for pot, _ in STAINS], [reading for _, reading in STAINS])


class FindLayersTest(unittest.TestCase):
    def test_finds_the_wash_that_was_laid(self) -> None:
        """The look of white 1 : 2 with water over oak is found again, as that or as something that cannot be told."""
        oak, white = ground("oak"), SHELF.materials[SHELF.index("white")]
        X = coat_thickness(spread_rate=11.0, solids=white.solids, water=2.0, left=1.0)
        optics = SHELF.optics("white")
        look = R_seen(R_film(K=optics.K, S=optics.S, X=X, R_g=R_body(oak.R_seen, oak.veil)), 1.0)
        best = find_films(SHELF, Target(R=look), oak, keys=["white"])[0]
        self.assertLess(best.delta_E, 0.5)

    def test_wash_leaves_the_wood_readable(self) -> None:
        """One coat of white thinned 1 : 2 lightens oak yet leaves it far from white (common practice, V159)."""
        oak, optics = ground("oak"), SHELF.optics("white")
        X = coat_thickness(spread_rate=11.0, solids=0.40, water=2.0, left=1.0)
        washed = R_seen(R_film(K=optics.K, S=optics.S, X=X, R_g=R_body(oak.R_seen, oak.veil)), 1.0)
        lighter = R_to_Lab(washed)[0] - R_to_Lab(oak.R_seen)[0]
        self.assertGreater(lighter, 2.0)
        white = R_to_Lab(R_seen(np.full(36, 0.97), 1.0))
        self.assertGreater(float(delta_E_CIE2000(R_to_Lab(washed), white)), 8.0)

    def test_what_is_far_off_is_not_offered(self) -> None:
        """What is 25 off or more is no answer: of a pale target no dark film stands among them."""
        oak = ground("oak")
        found = find_films(SHELF, Target(R=np.clip(oak.R_seen + 0.25, 0.0, 1.0)), oak, count=1000)
        self.assertGreater(max(one.delta_E for one in found), 5.0)
        self.assertLess(max(one.delta_E for one in found), 25.0)

    def test_nothing_that_colours(self) -> None:
        empty = characterise([material("wax", "clear_wax")], [])
        with self.assertRaisesRegex(NothingToMixError, "add a paint or a stain"):
            find_films(empty, Target(R=np.full(36, 0.3)), ground("oak"))
        with self.assertRaisesRegex(ValueError, "from 1 to 6 coats"):
            find_films(SHELF, Target(R=np.full(36, 0.3)), ground("oak"), most_coats=0)

    def test_coat_thickness(self) -> None:
        """10 m²/L is 100 µm wet; at 40 % solids and 1 : 1 water it dries to 20 µm."""
        self.assertAlmostEqual(coat_thickness(spread_rate=10.0, solids=0.4, water=1.0, left=1.0), 20.0)


class MatchTwoWoodsTest(unittest.TestCase):
    def test_brings_them_together(self) -> None:
        """The same stain first and a second one on the paler wood bring birch and oak nearer than the first alone."""
        woods = (ground("birch"), ground("oak"))
        target = Target(R=ground("oak").R_seen)
        best = match_two_woods(STAINED, woods, target, to_target=False)[0]
        bare = float(delta_E_CIE2000(R_to_Lab(woods[0].R_seen), R_to_Lab(woods[1].R_seen)))
        self.assertLess(best.apart, 0.6 * bare)
        self.assertIn(best.first, ("honey", "tea", "bark"))

    def test_no_stain(self) -> None:
        with self.assertRaisesRegex(NothingToMixError, "no stain on the shelf"):
            match_two_woods(SHELF, (ground("birch"), ground("oak")), Target(R=np.full(36, 0.3)))
        self.assertTrue(readings(["white"]))
