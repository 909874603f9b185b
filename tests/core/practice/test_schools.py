"""Questions on which painters differ."""

import unittest

from jug_mingle.core.practice.rules import RULES
from jug_mingle.core.practice.schools import QUESTIONS, by_school, check_schools
from tests.core.practice.support import layer, remarks

PAINT, SEAL, DARK = layer("paint", "chalk_paint"), layer("sealer"), layer("wax", "brown wax", place="recess", wipe=0.7)


class SchoolsTest(unittest.TestCase):
    def test_following_one(self) -> None:
        """D001: who waxes raw paint is not told of it; who seals first is advised, and told their own way."""
        found = remarks(PAINT, DARK)
        self.assertEqual([one.weight for one in found if one.rule == "wax_on_raw"], ["school"])
        self.assertEqual([one for one in by_school(found, {"coloured_wax": "raw"}) if one.rule == "wax_on_raw"], [])
        (own,) = (one for one in by_school(found, {"coloured_wax": "seal"}) if one.rule == "wax_on_raw")
        self.assertEqual(own.weight, "advice")
        self.assertIn("You do it otherwise: over a clear coat", own.why)
        self.assertEqual(by_school(found, {"gilding": "last"}), found)

    def test_every_rule_done_both_ways_answers_a_question(self) -> None:
        """D001, D003, D006, D023, D030: each question has a rule that speaks of one of its answers."""
        spoken = {rule.school: rule.answer for rule in RULES.values() if rule.school}
        self.assertEqual(set(spoken), set(QUESTIONS))
        for key, answer in spoken.items():
            self.assertIn(answer, QUESTIONS[key].answers)
            self.assertGreater(len(QUESTIONS[key].answers), 1)

    def test_refused(self) -> None:
        for chosen, words in (
            ({"tea": "milk"}, "no question 'tea'"),
            ({"gilding": "never"}, "answered by last, first"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                check_schools(chosen)
        check_schools({"gilding": ""})
