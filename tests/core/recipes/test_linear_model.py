"""The linear model of the search against the exact one."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose
from scipy.optimize import nnls

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.mixtures import Palette
from jug_mingle.core.recipes.linear_model import LinearModel
from jug_mingle.core.recipes.wishes import Goal
from tests.core.paints import TRUE, seen

PALETTE = Palette(
    K=np.array([k for k, _ in TRUE.values()]),
    S=np.array([s for _, s in TRUE.values()]),
    solids=np.full(len(TRUE), 0.4),
    veil=np.ones(len(TRUE)),
)
WINDOW = light("window")


def goal(R: np.ndarray) -> Goal:
    return Goal(Lab=R_to_Lab(R)[np.newaxis], lights=(WINDOW,))


class LinearTest(unittest.TestCase):
    R = seen({"white": 4, "blue": 1, "yellow": 1})
    linear = LinearModel(PALETTE, goal(R), R)

    def test_bound_is_the_least_of_the_simplex(self) -> None:
        """The bound of pairs, triples and quadruples is what a general optimiser finds (scipy's nnls)."""
        for chosen in ((0, 1), (2, 5), (0, 2, 4), (1, 3, 5), (0, 2, 4, 5)):
            with self.subTest(chosen):
                V = self.linear.vectors[list(chosen)]
                # Weights that sum to one, held there by a heavy equation.
                heavy = 1e4 * float(np.abs(V).max())
                w, _ = nnls(
                    np.vstack([V.T, np.full(len(chosen), heavy)]), np.array([0.0] * V.shape[1] + [heavy])
                )
                least = float(((w / w.sum()) @ V) @ ((w / w.sum()) @ V))
                bound = float(self.linear.bound(np.array([chosen]))[0])
                if np.isfinite(bound):
                    self.assertAlmostEqual(bound, least, delta=1e-4 * (1 + least))

    def test_weights_reach_the_bound(self) -> None:
        sets = np.array([[0, 2, 4], [0, 1, 5], [2, 3, 4]])
        w = self.linear.weights(sets)
        assert_allclose(w.sum(axis=1), 1.0)
        e = np.einsum("mk,mkd->md", w, self.linear.vectors[sets])
        assert_allclose((e**2).sum(axis=1), self.linear.bound(sets), rtol=1e-5, atol=1e-6)

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.integers(1, 12), min_size=3, max_size=3))
    def test_no_ratio_beats_the_bound(self, ratio: list[int]) -> None:
        sets = np.array([[0, 2, 4]])
        error = float(self.linear.error(sets, np.array([ratio], dtype=float))[0, 0])
        self.assertGreaterEqual(error, float(self.linear.bound(sets)[0]) - 1e-6)

    def test_linear_error_is_nearly_the_true_one(self) -> None:
        """Near the goal the linear error is CIEDE2000 within a fifth."""
        chosen = np.array([list(TRUE).index(key) for key in ("white", "blue", "yellow")])
        for ratio in ((4, 1.1, 1), (4, 1, 0.9), (4.5, 1, 1)):
            linear = np.sqrt(self.linear.error(chosen[np.newaxis], np.array([ratio]))[0, 0])
            true = float(goal(self.R).miss(PALETTE.seen_of(np.array(ratio), chosen)))
            self.assertAlmostEqual(linear / true, 1.0, delta=0.25)
