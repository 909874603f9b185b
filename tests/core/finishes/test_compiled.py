"""The compiled loops against the equations that they stand for, and work shared out to threads."""

import threading
import unittest

import numpy as np
from numpy.testing import assert_allclose, assert_array_equal

from jug_mingle.core.finishes import compiled
from jug_mingle.core.finishes.compiled import side_by_side
from jug_mingle.core.finishes.nodes import NODES
from jug_mingle.core.finishes.textures import TILE
from jug_mingle.core.optics.film import R_film, R_seen, film_alone

COUNT = 500
RNG = np.random.default_rng(11)


def reflectances() -> np.ndarray:
    return RNG.uniform(0.0, 1.0, (COUNT, NODES.size)).astype(np.float32)


class LoopTest(unittest.TestCase):
    def test_lay_is_a_film(self) -> None:
        """Tables of three thicknesses of a paint, laid on any ground, are `R_film` of those thicknesses."""
        K, S = RNG.uniform(0.001, 0.4, (2, NODES.size))
        X = np.array([0.0, 3.0, 25.0])
        R0, T = film_alone(K=K, S=S, X=X)
        R, level = reflectances(), RNG.integers(0, 3, COUNT).astype(np.uint16)
        expected = R_film(K=K, S=S, X=X[level], R_g=R)
        compiled.lay(R, level, R0.astype(np.float32), (T * T).astype(np.float32))
        assert_allclose(R, expected, atol=2e-5)

    def test_turn(self) -> None:
        R, to, amount = reflectances(), reflectances(), RNG.uniform(0, 1, COUNT).astype(np.float32)
        expected = R + amount[:, np.newaxis] * (to - R)
        compiled.turn(R, amount, to)
        assert_allclose(R, expected, atol=1e-6)

    def test_look_is_the_surface(self) -> None:
        """What is seen, weighted; rounding beyond 0 and 1 stays at the ends of the table."""
        seen = R_seen(np.linspace(0.0, 1.0, 1 << 15)[np.newaxis], 0.4)[0].astype(np.float32)
        R, weights = reflectances(), RNG.uniform(-0.2, 0.5, (NODES.size, 3)).astype(np.float32)
        R[0], R[1] = -1e-6, 1.0 + 1e-6
        out = np.empty((COUNT, 3), dtype=np.float32)
        compiled.look(R, seen, weights, out)
        assert_allclose(out, R_seen(np.clip(R, 0.0, 1.0), 0.4) @ weights, atol=1e-4)

    def test_find_has_no_seam(self) -> None:
        """A tile moved right and down starts again at its own other side."""
        tile = RNG.standard_normal((TILE, TILE)).astype(np.float32)
        row, column = RNG.integers(0, TILE, (2, COUNT))
        out = np.empty(COUNT, dtype=np.float32)
        compiled.find(tile, (row * TILE + column).astype(np.int32), 700, 900, out)
        assert_array_equal(out, tile[(row + 900) % TILE, (column + 700) % TILE])

    def test_compose_adds_light(self) -> None:
        """Two samples of a pixel and the floor past them add up by their shares; an empty pixel above is the
        wall."""
        linear = np.array([[1.0, 0.0, 0.0], [0.0, 1.0, 0.0]], dtype=np.float32)
        canvas = compiled.compose(
            linear,
            np.array([0.5, 0.3], dtype=np.float32),
            np.array([1, 1], dtype=np.int32),
            np.array([1.0, 0.2], dtype=np.float32),
            np.array([[0.7, 0.7, 0.7], [0.5, 0.5, 0.5]], dtype=np.float32),
            1,
        )
        assert_allclose(canvas, [[0.7, 0.7, 0.7], [0.6, 0.4, 0.1]], atol=1e-6)

    def test_encode_rounds_and_clips(self) -> None:
        code = np.arange(256, dtype=np.uint8)
        out = np.empty(5, dtype=np.uint8)
        compiled.encode(np.array([-1.0, 0.0, 100.4 / 255, 1.0, 7.0], dtype=np.float32), code, out)
        assert_array_equal(out, [0, 0, 100, 255, 255])


class SideBySideTest(unittest.TestCase):
    def test_every_part_once(self) -> None:
        for count in (0, 1, 4096, 4097, 50_000):
            done = np.zeros(count, dtype=int)

            def work(part: slice, done: np.ndarray = done) -> None:
                done[part] += 1

            side_by_side(work, count)
            with self.subTest(count):
                assert_array_equal(done, 1)

    def test_an_error_is_told(self) -> None:
        def work(part: slice) -> None:
            if part.start > 20_000:
                raise ValueError("no such level")

        with self.assertRaisesRegex(ValueError, "no such level"):
            side_by_side(work, 50_000)

    def test_many_at_once(self) -> None:
        """Pictures asked for at the same time share the helpers and all come out whole."""
        totals = np.zeros(8, dtype=int)

        def ask(number: int) -> None:
            done = np.zeros(30_000, dtype=int)

            def work(part: slice) -> None:
                done[part] += number

            side_by_side(work, done.size)
            totals[number] = done.sum()

        threads = [threading.Thread(target=ask, args=(number,)) for number in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(timeout=30)
        assert_array_equal(totals, 30_000 * np.arange(8))
