"""Loops compiled at their first call."""

import unittest

import numpy as np

from jug_mingle.core.compiling import compiled


class CompiledTest(unittest.TestCase):
    def test_says_the_same(self) -> None:
        """A compiled loop says what it says in plain Python, keeps its name, and lets nan through."""

        def running(x: np.ndarray, out: np.ndarray) -> None:
            total = 0.0
            for i in range(x.shape[0]):
                total += x[i]
                out[i] = total

        plain, fast = np.empty(3), np.empty(3)
        for x in (np.array([1.0, 2.0, 4.0]), np.array([1.0, np.nan, 4.0])):
            running(x, plain)
            loop = compiled(running)
            loop(x, fast)
            np.testing.assert_array_equal(fast, plain)
            self.assertEqual(loop.__name__, "running")
