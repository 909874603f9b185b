"""What is still to be poured."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.core.measuring.pouring import SLACK, Pour, rest_of

ASKED = (Pour(key="a", parts=4, ml=200.0), Pour(key="b", parts=2, ml=100.0), Pour(key="c", parts=1, ml=50.0))


class RestTest(unittest.TestCase):
    def test_as_planned(self) -> None:
        rest = rest_of(ASKED, {"a": 200.0}, capacity=500.0)
        self.assertEqual([(p.key, p.ml) for p in rest.pours], [("b", 100.0), ("c", 50.0)])
        self.assertEqual((rest.batch, rest.words), (350.0, ""))

    @given(st.floats(1.03, 1.4), st.sampled_from("abc"))
    def test_too_much_keeps_the_ratio(self, over: float, key: str) -> None:
        """Too much of one pot: the batch grows, and poured to its end the ratio is as asked."""
        poured = {pour.key: pour.ml * (over if pour.key == key else 1.0) for pour in ASKED}
        rest = rest_of(ASKED, poured, capacity=600.0)
        for pour in rest.pours:
            poured[pour.key] += pour.ml
        total = sum(poured.values())
        for pour in ASKED:
            self.assertAlmostEqual(poured[pour.key] / total, pour.ml / 350.0, delta=SLACK)
        self.assertIn("the colour stays", rest.words)

    def test_the_jug_is_the_limit(self) -> None:
        """When the jug cannot hold the larger batch, the rest fills it to the brim and it is said."""
        rest = rest_of(ASKED, {"a": 320.0}, capacity=400.0)
        self.assertAlmostEqual(rest.batch, 400.0)
        self.assertIn("lean to a", rest.words)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "run over"):
            rest_of(ASKED, {"a": 600.0}, capacity=400.0)
        with self.assertRaisesRegex(ValueError, "not part of this recipe"):
            rest_of(ASKED, {"z": 1.0}, capacity=400.0)
