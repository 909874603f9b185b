"""What is still to be poured."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jug_mingle.core.marked import plain
from jug_mingle.core.measuring.pouring import SLACK, Pour, rest_of, rest_words, room_for, shared_out

NAMES = {"a": "Dark red", "b": "Loud Red", "c": "Tide"}
ASKED = (Pour(key="a", parts=4, ml=200.0), Pour(key="b", parts=2, ml=100.0), Pour(key="c", parts=1, ml=50.0))


class RestTest(unittest.TestCase):
    def test_as_planned(self) -> None:
        rest = rest_of(ASKED, {"a": 200.0}, capacity=500.0)
        self.assertEqual([(p.key, p.ml) for p in rest.pours], [("b", 100.0), ("c", 50.0)])
        self.assertEqual((rest.batch, rest_words(rest, NAMES)), (350.0, ""))

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
        self.assertIn(f"Too much {NAMES[key]}: the whole grows", rest_words(rest, NAMES))

    def test_the_jug_is_the_limit(self) -> None:
        """When the jug cannot hold the larger batch, the rest fills it to the brim and it is said."""
        rest = rest_of(ASKED, {"a": 320.0}, capacity=400.0)
        self.assertAlmostEqual(rest.batch, 400.0)
        self.assertIn("lean to Dark red.", rest_words(rest, NAMES))
        self.assertIn(
            "The jug holds 300 ml, less than is mixed",
            plain(rest_words(rest_of(ASKED, {}, capacity=300.0), {})),
        )

    def test_names_are_said_as_they_are(self) -> None:
        """A name that holds the key of another tin, or a word of the sentence, is said unharmed."""
        asked = (Pour(key="dark-red", parts=1, ml=100.0), Pour(key="red", parts=1, ml=100.0))
        names = {"dark-red": "Dark red", "red": "Loud Red"}
        words = rest_words(rest_of(asked, {"red": 130.0}, capacity=500.0), names)
        self.assertEqual(plain(words), "Too much Loud Red: the whole grows to 260 ml, and the colour stays.")

    def test_room(self) -> None:
        """A pour fits, is cut at the brim within the slack, or is refused; a full jug takes nothing."""
        self.assertEqual(room_for(50.0, there=100.0, capacity=200.0), 50.0)
        self.assertEqual(room_for(103.0, there=100.0, capacity=200.0), 100.0)
        for ml, there, words in ((105.0, 100.0, "cannot be in it"), (1.0, 199.995, "full at .200 ml")):
            with self.assertRaisesRegex(ValueError, words):
                room_for(ml, there=there, capacity=200.0)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "run over"):
            rest_of(ASKED, {"a": 600.0}, capacity=400.0)
        with self.assertRaisesRegex(ValueError, "not part of this recipe"):
            rest_of(ASKED, {"z": 1.0}, capacity=400.0)


class SharedOutTest(unittest.TestCase):
    def test_whole_multiples(self) -> None:
        """A batch by parts: to the drop without a tool, in whole steps of one, never less than a step a
        part."""
        self.assertEqual(shared_out((3, 1), batch=200.0, unit=None), [150.0, 50.0])
        self.assertEqual(shared_out((3, 1), batch=203.0, unit=2.5), [150.0, 50.0])
        self.assertEqual(shared_out((3, 2), batch=1.0, unit=0.5), [1.5, 1.0])
