"""Strips that nothing explains."""

import unittest
from dataclasses import replace

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.recipes.surprise import unexplained
from tests.core.paints import TRUE, known_shelf, material, seen

ASKED = {"white": 300.0, "blue": 120.0, "yellow": 60.0}


def strip(amounts: dict[str, float], noise: float = 0.5) -> Reading:
    """Return the strip of a batch of which `ASKED` is believed and `amounts` were poured."""
    swatch = Swatch(seen=R_to_Lab(seen(amounts)))
    return Reading(key="strip", volumes=tuple(ASKED.items()), swatches=(swatch,), noise=noise)


class UnexplainedTest(unittest.TestCase):
    def test_a_batch_poured_as_people_pour(self) -> None:
        """A fifth too much of one is no surprise, whoever of them it is."""
        shelf = known_shelf()
        for key in ASKED:
            self.assertFalse(unexplained(shelf, strip({**ASKED, key: 1.2 * ASKED[key]})), key)

    def test_another_batch(self) -> None:
        """The colour of another batch cannot be this one's, unless it was read so badly that anything may
        be."""
        shelf = known_shelf()
        other = {"white": 300.0, "yellow": 120.0}
        self.assertTrue(unexplained(shelf, strip(other)))
        self.assertFalse(unexplained(shelf, strip(other, noise=12.0)))

    def test_paints_that_nobody_knows(self) -> None:
        """Of paints of which nothing was read any strip may be."""
        unknown = characterise([material(key) for key in TRUE], [])
        self.assertFalse(unexplained(unknown, strip({"white": 300.0, "blue": 120.0, "yellow": 90.0})))

    def test_a_spectrum_is_compared_as_a_colour(self) -> None:
        shelf = known_shelf()
        for amounts, surprises in ((ASKED, False), ({"white": 10.0, "yellow": 90.0}, True)):
            swatches = (Swatch(seen=np.clip(seen(amounts), 0.0, 1.0)),)
            self.assertEqual(unexplained(shelf, replace(strip(ASKED), swatches=swatches)), surprises)
