"""The search's parts: bounds that are bounds, sets that are complete, limits that hold."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose
from scipy.optimize import nnls

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.mixtures import Palette
from jug_mingle.core.recipes.enumeration import _extend, _with_must, compositions, linear_volumes
from jug_mingle.core.recipes.linear_model import LinearModel
from jug_mingle.core.recipes.search import best_candidates
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
                w, _ = nnls(np.vstack([V.T, np.full(len(chosen), heavy)]), np.array([0.0] * V.shape[1] + [heavy]))
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


class SetsTest(unittest.TestCase):
    def test_extend(self) -> None:
        """Every pair grows to every triple that holds it, each once and in order."""
        grown = _extend(np.array([[0, 1], [1, 2]]), 4)
        self.assertEqual({tuple(row) for row in grown.tolist()}, {(0, 1, 2), (0, 1, 3), (1, 2, 3)})
        self.assertEqual(len(grown), 3)

    def test_must(self) -> None:
        self.assertEqual(_with_must(np.zeros((0, 2), dtype=int), (3,), 4, 2).tolist(), [[0, 3], [1, 3], [2, 3]])
        self.assertEqual(len(_with_must(np.zeros((0, 1), dtype=int), (0, 1), 4, 1)), 0)

    def test_compositions_have_no_common_factor(self) -> None:
        for pots in (2, 3, 4):
            table = compositions(pots, 9)
            self.assertTrue(np.all(np.gcd.reduce(table, axis=1) == 1))
            self.assertTrue(np.all(table >= 1) and np.all(table.sum(axis=1) <= 9))
            self.assertEqual(len({tuple(row) for row in table.tolist()}), len(table))


class LimitsTest(unittest.TestCase):
    @settings(max_examples=15, deadline=None)
    @given(st.floats(0.02, 0.6), st.sampled_from(list(range(len(TRUE)))))
    def test_stock(self, share: float, short: int) -> None:
        """A pot that holds a share of the batch gives no more than that."""
        most = np.ones(len(TRUE))
        most[short] = share
        R = seen({"white": 3, "blue": 2, "yellow": 1})
        for pots in (1, 2, 3):
            found = best_candidates(PALETTE, goal(R), pots=pots, parts=12, units=200.0, most=most)
            for candidate in found:
                units = dict(zip(candidate.pots, candidate.units, strict=True))
                total = sum(candidate.units) if sum(candidate.units) <= 12 else 200.0
                self.assertLessEqual(units.get(short, 0), share * total * 1.02 + 1e-6)

    def test_linear_volumes_hold_the_pot(self) -> None:
        R = seen({"white": 3, "blue": 2, "yellow": 1})
        start = seen({"white": 3, "blue": 3, "yellow": 1})
        wider = PALETTE.with_pot(PALETTE.K[:3].mean(axis=0), PALETTE.S[:3].mean(axis=0), solids=0.4, veil=1.0)
        sets, volumes = linear_volumes(wider, goal(R), start, must=6, others=2)
        self.assertTrue(np.all(np.any(sets == 6, axis=1)))
        self.assertTrue(np.all(volumes >= 0.0))
