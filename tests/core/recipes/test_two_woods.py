"""Two woods made one, and undertones taken out."""

import unittest
from dataclasses import replace

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, look_over
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.uptake import Laying
from jug_mingle.core.recipes.over import OverWishes
from jug_mingle.core.recipes.two_woods import HOW_WORDS, make_one, strips_to_try
from jug_mingle.core.recipes.undertones import change_words, what_moves
from jug_mingle.core.recipes.wishes import NothingToMixError
from tests.core.evidence.test_laid import SHELF
from tests.core.paints import material
from tests.core.recipes.test_over import wanted

LIGHTS = (light("window"), light("bulb"))
MAPLE, CHERRY = ground("maple"), ground("cherry")


class MakeOneTest(unittest.TestCase):
    def test_brings_them_together(self) -> None:
        """Woods that lie 19 apart come near each other, also with the same stain first and a second on the
        paler (common practice: the same stain first, then a darker one on the paler wood, V156; two woods,
        V225)."""
        bare = float(delta_E_CIE2000(R_to_Lab(MAPLE.R_seen), R_to_Lab(CHERRY.R_seen)))
        self.assertGreater(bare, 15.0)
        ways = make_one(SHELF, [MAPLE, CHERRY], LIGHTS, None, OverWishes())
        self.assertEqual({way.how for way in ways}, set(HOW_WORDS))
        apart = [float(delta_E_CIE2000(*(R_to_Lab(R) for R in way.R))) for way in ways]
        self.assertLess(min(apart), 3.0)
        first = next(way for way in ways if way.how == "first")
        paler, darker = first.steps
        self.assertEqual(paler[0].film, darker[0].film)
        self.assertEqual((len(paler), len(darker)), (2, 1))

    def test_near_a_colour(self) -> None:
        target = wanted(38, 12, 20)
        for way in make_one(SHELF, [MAPLE, CHERRY], LIGHTS, target, OverWishes()):
            self.assertIsNotNone(way.from_target)
            self.assertEqual(len(way.apart), 2)

    def test_three_woods(self) -> None:
        ways = make_one(SHELF, [MAPLE, ground("oak"), CHERRY], LIGHTS, None, OverWishes())
        self.assertTrue(all(len(way.steps) == 3 for way in ways))

    def test_strips(self) -> None:
        """The strip comes first whose outcome leaves least unsure; after one was read on a wood it tells
        less."""

        def tells(shelf: Shelf) -> tuple[list[str], float]:
            ways = make_one(shelf, [MAPLE, CHERRY], LIGHTS, None, OverWishes())
            on_maple = max(
                way.tells[0] for way in ways if way.steps[0] and way.steps[0][0].film.keys == ("tea",)
            )
            return strips_to_try(shelf, [MAPLE, CHERRY], ways), on_maple

        tins = [material("tea", "water_stain")]
        true = LaidFilm(volumes=(("tea", 1.0),), laying=Laying(wait=5.0))
        masstone = Reading(key="paper", volumes=(("tea", 1.0),), noise=0.3, veil=tins[0].veil, swatches=(
            Swatch(seen=look_over(SHELF, [true], ground("paper")), X=tins[0].dry_coat,
                R_g=ground("paper").body),
        ))  # fmt: skip
        before, at_first = tells(characterise(tins, [masstone]))
        self.assertEqual(len(before), len(set(before)))
        self.assertIn("Tea on maple", before)
        fields = [
            Reading(
                key=f"field {wait}", volumes=(("tea", 1.0),), noise=0.3, veil=tins[0].veil, wood="maple",
                laying=Laying(wait=wait), swatches=(
                    Swatch(
                        seen=look_over(SHELF, [replace(true, laying=Laying(wait=wait))], MAPLE),
                        X=tins[0].dry_coat, R_g=MAPLE.body,
                    ),
                ),
            )
            for wait in (0.5, 2.0, 5.0, 20.0)
        ]  # fmt: skip
        self.assertLess(tells(characterise(tins, [masstone, *fields]))[1], at_first)

    def test_strips_in_order(self) -> None:
        """The order is that of what they tell of all ways together."""
        ways = make_one(SHELF, [MAPLE, CHERRY], LIGHTS, None, OverWishes())
        told: dict[str, float] = {}
        for way in ways:
            for wood, steps, tells in zip((MAPLE, CHERRY), way.steps, way.tells, strict=True):
                if steps:
                    names = (SHELF.materials[SHELF.index(key)].name for key in steps[0].film.keys)
                    strip = f"{' and '.join(names)} on {wood.name.lower()}"
                    told[strip] = told.get(strip, 0.0) + tells
        strips = strips_to_try(SHELF, [MAPLE, CHERRY], ways)
        self.assertEqual(strips, sorted(strips, key=lambda strip: -told[strip]))
        self.assertEqual(told[strips[0]], max(told.values()))

    def test_refused(self) -> None:
        for woods, words in (
            ([MAPLE], "two or three"),
            ([MAPLE, ground("white_primer")], "takes nothing in"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                make_one(SHELF, woods, LIGHTS, None, OverWishes())
        with self.assertRaisesRegex(NothingToMixError, "add a stain"):
            make_one(
                characterise([material("wax", "clear_wax")], []), [MAPLE, CHERRY], LIGHTS, None, OverWishes()
            )


class UndertonesTest(unittest.TestCase):
    def test_a_pale_grey_stain_makes_cherry_less_red(self) -> None:
        """Three 30-second coats of a pale pigmented stain make a red wood creamier and less red, not white
        (common practice, C033 and V140)."""
        found = what_moves(SHELF, CHERRY, "red", OverWishes())
        self.assertTrue(any("grey" in one.step.film.keys or "white" in one.step.film.keys for one in found))
        for one in found:
            self.assertIn("takes the red out", one.words)
            self.assertLess(R_to_Lab(one.R)[0], 95.0)
        sizes = [abs(one.d_L) for one in found]
        self.assertLess(sizes[0], max(sizes) + 1e-9)

    def test_words(self) -> None:
        """The undertone is told beside the same wood made as dark: a darker wood has not lost its yellow."""
        bare = CHERRY.R_seen
        self.assertEqual(change_words(bare, bare), "as light as it was")
        darker = np.clip(bare, 1e-4, 1.0) ** 1.5
        self.assertEqual(change_words(darker, bare), "much darker")

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "known are red"):
            what_moves(SHELF, CHERRY, "purple", OverWishes())
        with self.assertRaisesRegex(NothingToMixError, "grey or pale cool stain"):
            what_moves(characterise([material("wax", "clear_wax")], []), CHERRY, "red", OverWishes())
