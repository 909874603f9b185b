"""Steps of colour."""

import unittest
from itertools import pairwise

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.colour import colour_steps
from jug_mingle.core.colour.difference import delta_E_CIE2000


class StepsTest(unittest.TestCase):
    @given(st.sampled_from(colour_steps.DIRECTIONS), st.integers(1, 4))
    def test_each_step_is_two(self, name: str, count: int) -> None:
        """So many steps lie so many times two CIEDE2000 away, and in the direction that is said."""
        Lab = np.array([50.0, 20.0, 25.0])
        moved = colour_steps.stepped(Lab, {name: count})
        self.assertAlmostEqual(float(delta_E_CIE2000(Lab, moved)), count * colour_steps.STEP, places=3)
        dL, chroma = moved[0] - 50.0, np.hypot(moved[1], moved[2]) - np.hypot(20, 25)
        self.assertTrue(
            {"lighter": dL > 0, "darker": dL < 0, "greyer": chroma < 0, "clearer": chroma > 0}.get(name, True)
        )

    def test_ends(self) -> None:
        """Steps stop at white, at black and at grey; warmer moves towards orange."""
        assert_allclose(colour_steps.stepped([98.0, 0, 0], {"lighter": 20})[0], 100.0)
        assert_allclose(colour_steps.stepped([50.0, 3, 4], {"greyer": 20}), [50, 0, 0], atol=1e-9)
        assert_allclose(colour_steps.stepped([50.0, 0, 0], {"greyer": 3}), [50, 0, 0])
        warm = colour_steps.stepped([50.0, 0, 0], {"warmer": 2})
        self.assertTrue(warm[1] > 0 and warm[2] > 0)
        for bad, words in (({"sweeter": 1}, "no direction"), ({"lighter": 50}, "from 0 to 20")):
            with self.assertRaisesRegex(ValueError, words):
                colour_steps.stepped([50, 0, 0], bad)

    def test_between(self) -> None:
        """Half way looks half way: the same CIEDE2000 along the path to either end."""
        a, b = np.array([30.0, 40, -20]), np.array([80.0, -10, 40])
        assert_allclose(colour_steps.between(a, b, 0.0), a)
        assert_allclose(colour_steps.between(a, b, 1.0), b)
        path = [colour_steps.between(a, b, share) for share in np.linspace(0, 1, 9)]
        gaps = [float(delta_E_CIE2000(p, q)) for p, q in pairwise(path)]
        self.assertLess(max(gaps) / min(gaps), 1.02)
        with self.assertRaisesRegex(ValueError, "from 0 to 1"):
            colour_steps.between(a, b, 1.5)
