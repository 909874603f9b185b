"""How sure a colour is, and what is said of it."""

import unittest

from jug_mingle.core.evidence.certainty import (
    NAMED_NOISE,
    PHOTO_NOISE,
    PHOTO_WORDS,
    predicted_noise,
    sureness,
)
from jug_mingle.core.marked import plain


class SurenessTest(unittest.TestCase):
    def test_words_follow_the_error(self) -> None:
        """What is said of a noise agrees with what is said of the way that has it."""
        for noise, how, words in (
            (0.5, "reader", "sure"), (1.0, "typed", "as typed"), (1.01, "typed", "nearly sure"),
            (PHOTO_NOISE["chart"], "card_photo", "within 2 to 3"), (3.5, "photo", "nearly"),
            (3.6, "photo", "roughly"),
            (PHOTO_NOISE["white"], "white_photo", "within 4 to 8"), (8.1, "photo", "a guess"),
            (2.0, "before", "about 2.0"),
        ):  # fmt: skip
            with self.subTest(noise=noise, how=how):
                self.assertIn(words, plain(sureness(noise, how)))
        self.assertEqual(set(PHOTO_NOISE), set(PHOTO_WORDS))

    def test_a_recipe_is_no_surer_than_a_name(self) -> None:
        self.assertEqual((predicted_noise(0.2), predicted_noise(3.5)), (NAMED_NOISE, 3.5))
