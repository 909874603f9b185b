"""The arrow matrix against the dense one."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.evidence.block_arrow import ArrowMatrix, hub_of


class HubOfTest(unittest.TestCase):
    def test_covers(self) -> None:
        """Every pair in a group has a block in the hub; the white that all tints share is enough for them."""
        self.assertEqual(hub_of([[0, 1], [0, 2], [0, 3], [2]]), {0})
        groups = [[0, 1], [0, 2], [1, 3, 4]]
        hub = hub_of(groups)
        for group in groups:
            self.assertGreaterEqual(len(hub & set(group)), len(group) - 1)
        self.assertEqual(hub_of([[1], [2]]), frozenset())


class ArrowMatrixTest(unittest.TestCase):
    def test_against_dense(self) -> None:
        """Solving, drawing and damping agree with the dense matrix of the same pieces."""
        rng = np.random.default_rng(1)
        sizes, groups = [3, 2, 4, 0, 3], [[0], [1], [0, 1], [0, 2], [0, 4], [2, 4], [3, 0]]
        arrow = ArrowMatrix(sizes, hub_of([[b for b in group if sizes[b]] for group in groups]))
        dense = np.eye(sum(sizes) + 1)
        for group in groups:
            pieces = [(block, rng.standard_normal((5, sizes[block]))) for block in group]
            common = rng.standard_normal(5)
            J = np.zeros((5, dense.shape[0]))
            for block, piece in pieces:
                J[:, arrow.starts[block] : arrow.starts[block + 1]] = piece
            J[:, -1] = common
            arrow.add(pieces, common, 0.7)
            dense += 0.7 * J.T @ J
        b = rng.standard_normal(dense.shape[0])
        assert_allclose(arrow.factor().solve(b), np.linalg.solve(dense, b), atol=1e-10)
        damped = dense + 0.3 * np.diag(np.diag(dense))
        assert_allclose(arrow.factor(0.3).solve(b), np.linalg.solve(damped, b), atol=1e-10)
        half = arrow.factor().half_solve(np.eye(dense.shape[0]))
        assert_allclose(half.T @ half, np.linalg.inv(dense), atol=1e-10)
        draws = arrow.factor().transposed_solve(np.eye(dense.shape[0]))
        assert_allclose(draws @ draws.T, np.linalg.inv(dense), atol=1e-10)
