"""In which order a pattern is laid, by the schools of the trade. Common practice."""

import unittest

from jug_mingle.core.finishes import KINDS
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.plan.step import NIGHT
from jug_mingle.core.practice.pattern_order import order_of


class OrderTest(unittest.TestCase):
    def test_order(self) -> None:
        """J077, J047, V090: motifs are cut apart before contact, which is final; paste is lifted after five
        minutes and rinsed out of doors; other kinds of layer have no order."""
        transfer = order_of("transfer", schools={})
        self.assertTrue(any("cut apart now, not later" in one for one in transfer))
        self.assertTrue(any("contact is final" in one for one in transfer))
        raised = order_of("raised", schools={})
        self.assertTrue(any("five minutes, then lift" in one for one in raised))
        self.assertTrue(any("out of doors" in one for one in raised))
        self.assertEqual(order_of("paint", schools={}), [])

    def test_schools(self) -> None:
        """D019, D032, D033, D034, J026, J076: both ways of each are supported, by what a person answered."""
        for edge, words in (
            ("barrier", "nothing creeps under"),
            ("lifted_wet", "while it is wet"),
            ("dry", "roller"),
        ):
            self.assertTrue(any(words in one for one in order_of("stencil", edge=edge, schools={})))
        self.assertIn("sticks by itself", order_of("stencil", mesh=True, schools={})[0])
        self.assertIn("tape", order_of("stencil", schools={})[0])
        for glue, words in (
            ("flat", "flat clear coat"),
            ("satin", "satin clear coat"),
            ("white_glue", "on the paper"),
        ):
            self.assertTrue(any(words in one for one in order_of("paper", schools={"paper_glue": glue})))
        self.assertTrue(any("brushed on the paper" in one for one in order_of("collage", schools={})))
        for trim, words in (("before", "before it is pasted"), ("after", "80 grit while it is damp")):
            self.assertTrue(any(words in one for one in order_of("paper", schools={"paper_trim": trim})))
        self.assertIn("One clear coat first, dried.", order_of("transfer", schools={"transfer": "between"}))

    def test_kinds(self) -> None:
        """V091, V092, V180, V183, V184, J052: three colours stippled, two clear coats, two of glue, rust read
        after a night, three textures of an additive each, stiffened until it can be trowelled."""
        self.assertEqual(KINDS["stippled"].films[1], 3)
        self.assertEqual(KINDS["sealer"].usual["coats"], 2)
        self.assertGreaterEqual(KINDS["collage"].usual["coats"], 2)
        self.assertEqual(kind_of("rust_paint").handling.recoat, NIGHT)
        self.assertTrue(all(KINDS[key].relief is not None for key in ("trowelled", "salt", "rust")))
        self.assertIn("until it can be trowelled", KINDS["trowelled"].why)
