"""In which order a pattern is laid, by the schools of the trade. Common practice."""

import unittest

from jug_mingle.core.practice.pattern_order import order_of


class OrderTest(unittest.TestCase):
    def test_order(self) -> None:
        """Contact is final: arranged first; paste is rinsed out of doors; each kind has an order, others none."""
        self.assertTrue(any("contact is final" in one for one in order_of("transfer", schools={})))
        self.assertTrue(any("out of doors" in one for one in order_of("raised", schools={})))
        self.assertTrue(any("15 min" in one for one in order_of("stencil", schools={})))
        self.assertIn("One clear coat first, dried.", order_of("transfer", schools={"transfer": "between"}))
        self.assertNotEqual(order_of("paper", schools={}), order_of("paper", schools={"paper_glue": "white_glue"}))
        self.assertEqual(order_of("paint", schools={}), [])
