"""Questions on which painters differ."""

import unittest

from jug_mingle.core.finishes import Finish, bare
from jug_mingle.core.practice.rules import RULES, by_rules
from jug_mingle.core.practice.schools import QUESTIONS, by_school, check_schools
from tests.core.practice.support import FACES, layer, remarks

PAINT, SEAL, DARK = (
    layer("paint", "chalk_paint"),
    layer("sealer"),
    layer("wax", "brown wax", place="recess", wipe=0.7),
)


class SchoolsTest(unittest.TestCase):
    def test_following_one(self) -> None:
        """D001: who waxes raw paint is not told of it; who seals first is advised, and told their own way."""
        found = remarks(PAINT, DARK)
        self.assertEqual([one.weight for one in found if one.rule == "wax_on_raw"], ["school"])
        self.assertEqual(
            [one for one in by_school(found, {"coloured_wax": "raw"}) if one.rule == "wax_on_raw"], []
        )
        (own,) = (one for one in by_school(found, {"coloured_wax": "seal"}) if one.rule == "wax_on_raw")
        self.assertEqual(own.weight, "advice")
        self.assertIn("You do it otherwise: over a clear coat", own.why)
        self.assertIn("wax_on_raw", [one.rule for one in by_school(found, {"gilding": "last"})])

    def test_said_to_who_does_it_otherwise_alone(self) -> None:
        """D002, D003, D005, D023, D038: what is common is told to those who answered otherwise, and to nobody
        else."""
        enamel, clear = layer("paint", "enamel"), layer("wax", "clear wax")
        tips = layer("wax", "brown wax", place="high", wipe=0.7)
        for layers, question, told, untold in (
            ((PAINT, SEAL, DARK), "dark_wax", {"over_light": "dark_wax_alone"}, ("straight",)),
            ((PAINT, clear, DARK), "dark_wax", {}, ("over_light", "straight")),
            ((PAINT, SEAL, DARK), "dark_place", {"high": "dark_wax_in_recesses"}, ("recess",)),
            ((PAINT, SEAL, tips), "dark_place", {"recess": "dark_wax_on_tips"}, ("high",)),
            ((enamel,), "prime", {"always": "unprimed"}, ("where_it_bleeds", "never")),
            ((layer("primer", "primer"), enamel), "prime", {}, ("always",)),
            (
                (PAINT, clear),
                "protect",
                {"film": "wax_alone_below", "film_top": "wax_alone_on_top"},
                ("wax",),
            ),
            (
                (PAINT, layer("sealer", zones=("top",)), clear),
                "protect",
                {"film": "wax_alone_below"},
                ("film_top",),
            ),
            ((PAINT, SEAL), "clear_coats", {"three": "clear_coats_1", "two": "clear_coats_1"}, ("one",)),
            (
                (PAINT, layer("sealer", coats=3)),
                "clear_coats",
                {"four": "clear_coats_3"},
                ("one", "two", "three"),
            ),
        ):
            every = by_rules(Finish(layers=layers, grounds={"": bare("birch")}), FACES)
            own = {rule.key for rule in RULES.values() if rule.school == question and rule.quiet}
            for answer, rule in told.items():
                self.assertIn(
                    rule, [one.rule for one in by_school(every, {question: answer})], (question, answer)
                )
            for answer in (*untold, ""):
                self.assertFalse(
                    own & {one.rule for one in by_school(every, {question: answer})}, (question, answer)
                )

    def test_every_rule_done_both_ways_answers_a_question(self) -> None:
        """D001, D003, D006, D023, D030: each question has a rule that speaks of some of its answers."""
        spoken = [(rule.school, rule.answers) for rule in RULES.values() if rule.school]
        of_finishes = {key: one for key, one in QUESTIONS.items() if not one.of_plan}
        self.assertEqual({key for key, _ in spoken}, set(of_finishes))
        for key, answers in spoken:
            self.assertLess(set(answers), set(QUESTIONS[key].answers))
            self.assertTrue(answers)
        for key, one in of_finishes.items():
            quiet = all(rule.quiet for rule in RULES.values() if rule.school == key)
            self.assertEqual(one.unanswered, "say nothing of it" if quiet else "tell me of both ways")

    def test_refused(self) -> None:
        for chosen, words in (
            ({"tea": "milk"}, "no question 'tea'"),
            ({"gilding": "never"}, "answered by last, first"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValueError, words):
                check_schools(chosen)
        check_schools({"gilding": ""})
