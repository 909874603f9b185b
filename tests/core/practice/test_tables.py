"""Technique cards and mishaps: whole, short, and found where they are wanted. Common practice."""

import unittest
from dataclasses import astuple

from jug_mingle.core.finishes import KINDS
from jug_mingle.core.practice.hazards import rows_of
from jug_mingle.core.practice.mishaps import MISHAPS
from jug_mingle.core.practice.schools import QUESTIONS
from jug_mingle.core.practice.techniques import CARDS


class CardsTest(unittest.TestCase):
    def test_one_a_kind(self) -> None:
        """Every kind of layer has its card; each line is short, and none but the water is empty."""
        self.assertEqual(set(CARDS), set(KINDS))
        for key, card in CARDS.items():
            for line in astuple(card):
                self.assertLessEqual(len(line), 110, key)
            self.assertTrue(
                all((card.tool, card.load, card.section, card.stroke, card.stop, card.right, card.practise)),
                key,
            )

    def test_common_practice(self) -> None:
        """T053, T060, J043, J049, J050, J053, J068: what the trade says at each is on its card."""
        for key, field, words in (
            ("blend", "stop", "two tones are left"), ("blend", "practise", "two close colours"),
            ("metallic", "stop", "sooner"), ("glaze", "section", "sooner than wax"),
            ("oil", "stop", "20 minutes"),
            ("sealer", "stop", "three or four"),
            ("wash", "stop", "unevenness"), ("stencil", "stop", "before it dries"), ("blend", "water", "mud"),
        ):  # fmt: skip
            self.assertIn(words, getattr(CARDS[key], field))


class MishapsTest(unittest.TestCase):
    def test_whole(self) -> None:
        for one in MISHAPS.values():
            self.assertTrue(all((one.sign, one.cause, one.remedy, one.soon, one.again)), one.key)
            self.assertTrue(one.school == "" or one.school in QUESTIONS)
        self.assertEqual(len(rows_of("mishaps.csv")), len(MISHAPS))

    def test_common_practice(self) -> None:
        """J041, J044, J056, J059, J063 to J065, J049: sign by sign."""
        for key, words in (
            ("milky", "Wait"), ("wax_smears", "twice that in damp air"), ("peels", "Strip all of it"),
            ("drips_faded", "Make them again"), ("wax_wrong", "Clear wax lifts it"),
            ("wash_too_white", "Sand it back"),
            ("sticky", "Wipe it"), ("stain_on_paint", "turpentine while it is wet"),
            ("bleeds", "stain-blocking"),
            ("join_seen", "second coat move it"), ("tide_line", "Mist the whole face"),
        ):  # fmt: skip
            self.assertIn(words, MISHAPS[key].remedy)
