"""Ways to a colour over a ground."""

import unittest

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.laid import LaidFilm, look_over
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.film_looks import FilmLooks
from jug_mingle.core.recipes.over import OverWishes, as_recipe, assess_way, find_ways, reach_words, step_of
from jug_mingle.core.recipes.over_kinds import OVER_KINDS, alike, over_kind, palettes, ratios
from jug_mingle.core.recipes.over_search import OverSearch
from jug_mingle.core.recipes.wishes import NothingToMixError, Target
from tests.core.evidence.test_laid import OAK, PRIMER, SHELF
from tests.core.paints import material

LIGHTS = (light("window"), light("bulb"))
ALL = range(len(SHELF.materials))


def wanted(L: float, a: float, b: float) -> Target:
    return Target(R=recover_reflectance(Lab_to_XYZ(np.array([L, a, b]))), lights=LIGHTS)


def look(key: str, laying: Laying, water: float = 0.0) -> FloatArray:
    return np.clip(
        look_over(SHELF, [LaidFilm(volumes=((key, 1.0),), laying=laying, water=water)], OAK), 0.0, 1.0
    )


class FindWaysTest(unittest.TestCase):
    def test_finds_what_was_laid(self) -> None:
        """The look of a stain that was wiped after 4 minutes is found as that stain, or as what cannot be
        told."""
        target = Target(R=look("tea", Laying(wait=4.0)), lights=LIGHTS)
        ways = find_ways(SHELF, target, OAK, OverWishes(two_steps=False))
        best = min(ways, key=lambda way: way.worst)
        self.assertLess(best.worst, 0.2)
        stain = next(way for way in ways if way.steps[0].film.keys == ("tea",))
        self.assertEqual((stain.steps[0].kind.key, stain.worst < 0.2), ("stain", True))
        self.assertEqual(reach_words(target, OAK, ways), "")

    def test_kinds_by_their_ground(self) -> None:
        """Stain goes on bare wood alone, a glaze over what is sealed; a wash on either."""
        on_wood, closed = (
            {palette.kind.key for palette in palettes(SHELF, ALL, takes=takes)} for takes in (True, False)
        )
        self.assertEqual(on_wood, {"stain", "paint_stain", "wash", "wax"})
        self.assertEqual(closed, {"wash", "glaze", "wax"})
        ways = find_ways(SHELF, wanted(60, 8, 20), PRIMER, OverWishes(two_steps=False))
        self.assertTrue({way.steps[0].kind.key for way in ways} <= closed)

    def test_bases_do_not_mix(self) -> None:
        """Water stain and gel stain never stand in one film, though both are stains."""
        for palette in palettes(SHELF, ALL, takes=True):
            bases = {SHELF.materials[place].kind.base for place in palette.colours}
            self.assertEqual(len(bases - {"any"}), 1)

    def test_two_steps(self) -> None:
        """A way of two films lies over its first; a glaze in it says that it lies over a seal."""
        ways = find_ways(SHELF, wanted(40, 12, 18), OAK, OverWishes())
        double = [way for way in ways if len(way.steps) == 2]
        self.assertTrue(double)
        for way in double:
            self.assertEqual(way.steps[1].film.over_seal, way.steps[1].kind.sealed)

    def test_brighter_than_the_wood(self) -> None:
        """What is brighter than the wood is said to be so, and what would help: bleach, a wash, paint."""
        target = wanted(93, 0, 3)
        stain_only = tuple(tin.key for tin in SHELF.materials if tin.key != "tea")
        ways = find_ways(SHELF, target, OAK, OverWishes(avoid=stain_only))
        said = reach_words(target, OAK, ways)
        for word in ("brighter than the wood", "bleach", "wash", "solid paint"):
            self.assertIn(word, said)
        self.assertIn("paler ground", reach_words(target, ground("old_dark_paint"), ways))
        self.assertIn("nearest is", reach_words(wanted(45, -40, 30), OAK, ways))

    def test_what_is_far_off_is_no_answer(self) -> None:
        """What is 25 off or more is not offered beside what is nearer; where all is, the nearest stands
        alone."""
        for target in (wanted(30, 9, 14), wanted(70, -60, 40)):
            ways = find_ways(SHELF, target, OAK, OverWishes(two_steps=False))
            self.assertTrue(len(ways) == 1 or all(way.worst < 25.0 for way in ways))

    def test_use_and_avoid(self) -> None:
        for way in find_ways(SHELF, wanted(50, 9, 20), OAK, OverWishes(use=("grey",))):
            self.assertIn("grey", way.keys)
        for way in find_ways(SHELF, wanted(50, 9, 20), OAK, OverWishes(avoid=("tea",))):
            self.assertNotIn("tea", way.keys)

    def test_refused(self) -> None:
        empty = characterise([material("clear", "clear_wax")], [])
        with self.assertRaisesRegex(NothingToMixError, "add a stain"):
            find_ways(empty, wanted(40, 8, 15), OAK, OverWishes())
        with self.assertRaisesRegex(NothingToMixError, "do not lie see-through together"):
            find_ways(SHELF, wanted(40, 8, 15), OAK, OverWishes(use=("tea", "grey")))
        with self.assertRaisesRegex(ValueError, "from 1 to 3 tins"):
            OverWishes(most=4)
        with self.assertRaisesRegex(ValueError, "known are stain"):
            over_kind("soup")

    def test_pours(self) -> None:
        """A batch is shared out by parts, and the water is a part of it."""
        ways = find_ways(SHELF, wanted(80, 4, 14), OAK, OverWishes(two_steps=False))
        step = next(way.steps[0] for way in ways if way.steps[0].kind.key == "wash")
        ml = sum(pour.ml for pour in step.pours(300.0))
        self.assertAlmostEqual(ml * (1.0 + step.film.water), 300.0)
        recipe = as_recipe(ways[0], ways[0].steps[0].pours(300.0))
        self.assertEqual(recipe.expected, ways[0].expected)

    def test_surer_by_itself(self) -> None:
        """Without a target a way is held against its own look: how far it may turn out otherwise."""
        ways = find_ways(SHELF, wanted(45, 10, 18), OAK, OverWishes(two_steps=False))
        way = assess_way(SHELF, None, OAK, ways[0].steps, pour_error=0.03)
        self.assertEqual(way.worst, 0.0)
        self.assertTrue(way.low <= way.expected <= way.high)
        self.assertLess(
            R_to_Lab(way.wet)[0], R_to_Lab(way.R)[0]
        )  # wet is darker, and so is below a clear coat
        self.assertLess(R_to_Lab(way.sealed)[0], R_to_Lab(way.R)[0])


class OverSearchTest(unittest.TestCase):
    def test_meets_the_whole_grid(self) -> None:
        """Within 0.1 of everything tried, of a few materials (bench/over_wood has many)."""
        rng = np.random.default_rng(3)
        for _ in range(6):
            goal = wanted(rng.uniform(25, 70), rng.uniform(0, 16), rng.uniform(5, 30)).goal
            for group in alike(palettes(SHELF, ALL, takes=True)):
                search = OverSearch(SHELF, group, OAK, goal)
                self.assertLess(search.best(3)[0].delta_E - search.exhaustive(3), 0.1)

    def test_thickness_as_it_is_laid(self) -> None:
        """The search's films are those of `look_over`, carrier, water and uptake included."""
        target = wanted(55, 8, 20)
        for group in (*alike(palettes(SHELF, ALL, takes=True)), *alike(palettes(SHELF, ALL, takes=False))):
            on = PRIMER if group[0].kind.sealed else OAK
            for one in OverSearch(SHELF, group, on, target.goal).best(2)[:3]:
                way = assess_way(SHELF, target, on, [step_of(SHELF, one)], pour_error=0.0)
                self.assertAlmostEqual(way.worst, one.delta_E, delta=0.02)

    def test_compiled_misses(self) -> None:
        """The compiled loop says what the even metric says of a look, within what half the bands cost."""
        goal = Target(R=look("tea", Laying()), lights=LIGHTS).goal
        K, S = np.exp(SHELF.log_K), np.exp(SHELF.log_S)
        looks = FilmLooks.of(K=K, S=S, body=R_body(OAK.R_seen, OAK.veil), goal=goal, step=1)
        at = np.array([[SHELF.index("tea")]])
        least, off = looks.residuals(at, np.array([[0.0]]), np.array([OAK.veil]))
        self.assertEqual(off.shape, (1, 2, 3))
        self.assertAlmostEqual(float(least[0]), float(np.sqrt((off**2).sum(axis=2)).max()), places=9)
        self.assertGreater(float(least[0]), 3.0)
        rng = np.random.default_rng(3)
        sets, x = rng.integers(0, len(K), (60, 3)), np.exp(rng.uniform(np.log(0.01), np.log(60.0), (60, 3)))
        veil = np.full(60, OAK.veil)
        R = R_film(K=(x[..., np.newaxis] * K[sets]).sum(axis=1), S=(x[..., np.newaxis] * S[sets]).sum(axis=1),
                   X=1.0, R_g=R_body(OAK.R_seen, OAK.veil))  # fmt: skip
        Lab = np.stack([R_to_Lab(R_seen(R, OAK.veil), light) for light in goal.lights], axis=1) - goal.Lab
        expected = np.einsum("lij,mlj->mli", np.stack([even_metric(to) for to in goal.Lab]), Lab)
        np.testing.assert_allclose(looks.residuals(sets, x, veil)[1], expected, atol=0.004)

    def test_ratios(self) -> None:
        """Whole parts in lowest terms, whose sum is at most eight; up to three stains in one (V118)."""
        self.assertEqual(len(ratios(2)), 21)
        self.assertTrue(all(np.gcd.reduce(row.astype(int)) == 1 for row in ratios(3)))
        self.assertEqual(len(OVER_KINDS), len({kind.key for kind in OVER_KINDS}))
