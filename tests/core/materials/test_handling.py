"""How kinds of material are handled."""

import unittest
from dataclasses import fields

from jug_mingle.core.marked import plain
from jug_mingle.core.materials import handling
from jug_mingle.core.materials.kind import Handling
from jug_mingle.core.materials.kinds import KINDS, kind_of


class HandlingTest(unittest.TestCase):
    """Defaults state common practice; ids are those of our own list of it."""

    def test_complete(self) -> None:
        """Every kind has its handling, and every reason belongs to a fact that is stated."""
        names = {field.name for field in fields(Handling)}
        for kind in KINDS.values():
            one = kind.handling
            for reason in one.why:
                self.assertIn(reason, names)
                self.assertNotIn(getattr(one, reason), (None, ""), f"{kind.key}.{reason}")

    def test_tin_life_of_mixes(self) -> None:
        """A mix keeps as long as the shortest-lived thing in it; where practice has no figure there is
        none."""
        for kinds, life in (
            (("chalk_paint", "milk_paint"), 14),
            (("milk_paint", "extender"), 0.25),
            (("chalk_paint",), None),
        ):
            self.assertEqual(handling.Facts.of((kind_of(kind), {}) for kind in kinds).pot_life, life)


class FactsTest(unittest.TestCase):
    """What a tin or a mix is, by kinds and labels. Common practice."""

    def of(self, *kinds: str, **label: object) -> handling.Facts:
        return handling.Facts.of((kind_of(key), label if n == 0 else {}) for n, key in enumerate(kinds))

    def test_water_says_nothing(self) -> None:
        """Milk paint with water dries and is recoated as milk paint; water alone is water."""
        milk, mixed = self.of("milk_paint"), self.of("milk_paint", "thinner")
        self.assertEqual((mixed.dry, mixed.recoat, mixed.kinds), (milk.dry, milk.recoat, milk.kinds))
        self.assertEqual(mixed.dry, 15.0)
        self.assertEqual(self.of("thinner").kinds, {"thinner"})
        self.assertEqual(self.of("thinner").dry, handling.USUAL_DRY)

    def test_a_mix_is_as_good_as_all_and_as_bad_as_one(self) -> None:
        """Enamel in chalk-type paint seals itself no more, and wants a primer; a medium leaves a paint what
        it is."""
        both = self.of("enamel", "chalk_paint")
        self.assertEqual((both.own_seal, both.needs_primer, both.recoat), (False, True, 120.0))
        self.assertTrue(self.of("enamel", "glaze").own_seal)
        self.assertTrue(self.of("milk_paint", "thinner").must_be_sealed)
        one, other = self.of("enamel"), self.of("mineral_paint")
        self.assertEqual(one.with_([other]).kinds, {"enamel", "mineral_paint"})
        self.assertTrue(one.with_([other]).own_seal)

    def test_its_label_goes_first(self) -> None:
        self.assertEqual(self.of("chalk_paint", recoat=240.0).recoat, 240.0)
        self.assertTrue(self.of("chalk_paint", own_seal=True).own_seal)
        with self.assertRaisesRegex(ValueError, "mix of nothing"):
            handling.Facts.of([])

    def test_days(self) -> None:
        for minutes, words in (
            (2880.0, "2 days"),
            (4320.0, "3 days"),
            (2879.0, "47 h 59 min"),
            (95.0, "1 h 35 min"),
            (3600.0, "2.5 days"),
        ):
            self.assertEqual(plain(handling.time_words(minutes)), words)
        self.assertEqual(
            (handling.days_words(1.0), handling.keeps_words(1.0)), ("1 day", "keeps about 1 day")
        )
