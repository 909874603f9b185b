"""What the stand-in reader would read."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.evidence.mixtures import predict
from jug_mingle.core.evidence.next_swatch import read_masstone, read_opaque, read_over
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.optics.grounds import ground
from tests.core.paints import known_shelf


class ReadTest(unittest.TestCase):
    SHELF = known_shelf()

    def test_as_the_shelf_predicts(self) -> None:
        """Without a truth a sample reads as the program thinks it is."""
        pours = [Pour(key="white", parts=4, ml=4.0), Pour(key="blue", parts=1, ml=1.0)]
        found = read_opaque(self.SHELF, {}, {"white": 4.0, "blue": 1.0})
        assert_allclose(found, predict(self.SHELF, pours), atol=1e-12)
        assert_allclose(
            read_masstone(self.SHELF, "blue"), read_opaque(self.SHELF, {}, {"blue": 2.0}), atol=1e-12
        )
        over = read_over(self.SHELF, pours, ground("walnut"))
        assert_allclose(over, predict(self.SHELF, pours, over=ground("walnut")), atol=1e-12)

    def test_truth_comes_first(self) -> None:
        """A tin whose truth is known reads as it truly is, alone and in a mix."""
        black = {"blue": Optics(K=np.full(36, 1.0), S=np.full(36, 0.01))}
        self.assertLess(float(read_opaque(self.SHELF, black, {"blue": 1.0}).max()), 0.06)
        mixed = [
            float(read_opaque(self.SHELF, truth, {"white": 4.0, "blue": 1.0}).mean()) for truth in ({}, black)
        ]
        self.assertLess(mixed[1], mixed[0])
