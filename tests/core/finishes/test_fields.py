"""Where layers lie: each pattern and each place does what its name says; textures have no seam."""

import unittest
from typing import Any

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.finishes import Layer
from jug_mingle.core.finishes.blends import share_of
from jug_mingle.core.finishes.fields import run
from jug_mingle.core.finishes.textures import METRES, TILE, looked_up, tile
from jug_mingle.core.pieces import draw, usual_piece
from tests.core.paints import film, sheet

SIZE = 40


def blend(pattern: str, **changes: Any) -> np.ndarray[Any, Any]:
    """Return how far a blend has gone, over a sheet of 40 by 40."""
    films = (film("blue"), film("white"))
    layer = Layer(**{"kind": "blend", "films": films, "pattern": pattern, **changes})
    return np.asarray(share_of(layer, sheet(), "front")).reshape(SIZE, SIZE)


class PatternsTest(unittest.TestCase):
    def test_directions(self) -> None:
        """Left to right goes right, top to bottom goes down, the centre is last and the corners are first."""
        across, down, centre, corners = (blend(p) for p in ("left_right", "top_bottom", "centre", "corners"))
        self.assertTrue(np.all(np.diff(across[5]) >= 0) and across[5, 0] < 0.05 and across[5, -1] > 0.95)
        assert_allclose(down, across.T)
        self.assertLess(centre[0, 20], 0.12)
        self.assertGreater(centre[20, 20], 0.95)

        self.assertLess(corners[0, 0], 0.1)
        self.assertGreater(corners[20, 20], corners[0, 0] + 0.5)

    def test_how_much_light(self) -> None:
        """The size says how much of a face is light, whatever its softness; wider light leaves less dark,
        softer does not."""
        for pattern in ("centre", "left_right", "top_bottom"):
            for size in (0.2, 0.45, 0.7):
                for width in (0.1, 0.6, 1.0):
                    light = float((blend(pattern, size=size, width=width) > 0.5).mean())
                    self.assertAlmostEqual(light, size, delta=0.04, msg=f"{pattern}, {size}, {width}")

    def test_steps_are_steps(self) -> None:
        """An ombre by rows has one share a row of drawers, from the first colour to the last."""
        layer = Layer(kind="blend", films=(film("blue"), film("white")), pattern="ombre_steps")
        samples = draw(usual_piece("chest", handle="none"), 160, 160).samples()
        assert_allclose(
            np.unique(np.round(share_of(layer, samples, "front"), 3)), [0.0, 0.333, 0.667, 1.0], atol=2e-3
        )

    def test_contrast_and_width(self) -> None:
        """Less contrast brings both ends to the middle; a wider run is less steep."""
        full, half = blend("left_right"), blend("left_right", contrast=0.5)
        assert_allclose(half, 0.5 + 0.5 * (full - 0.5), atol=1e-6)
        steep, soft = (float(np.diff(blend("left_right", width=width)[3]).max()) for width in (0.05, 0.9))
        self.assertGreater(steep, 3 * soft)

    def test_run(self) -> None:
        assert_allclose(run(np.array([0.0, 0.5, 1.0]), 0.5, 1.0), [0.0, 0.5, 1.0])
        assert_allclose(run(np.array([0.0, 1.0]), 0.5, 0.0), [0.0, 1.0])


class PlacesTest(unittest.TestCase):
    def test_wear_begins_at_the_edges(self) -> None:
        """Sanded at the edges it goes through there first, and never in the middle of a face."""
        edge = np.minimum.outer(np.arange(SIZE), np.arange(SIZE)) / 1000.0
        layer = Layer(kind="distress", place="edges", amount=0.5, width=0.2, hand=0.6)
        found = np.asarray(layer.of.field(layer, sheet(edge=edge), "front")).reshape(SIZE, SIZE)
        self.assertGreater(found[0].mean(), 0.5)
        self.assertLess(found[-1, -1], 0.05)

    def test_a_wiped_wash_stays_in_recesses(self) -> None:
        half = np.zeros((SIZE, SIZE))
        half[:, 20:] = 1.0
        layer = Layer(kind="wash", films=(film("white"),), wipe=0.9)
        found = np.asarray(layer.of.field(layer, sheet(recess=half), "front")).reshape(SIZE, SIZE)
        self.assertGreater(found[:, 25:].mean(), 2 * found[:, :15].mean())

    def test_stencil_repeats(self) -> None:
        """Laid out nowhere, the sprig comes again every second column, half a repeat lower in those
        between."""
        layer = Layer(kind="stencil", films=(film("white"),), width=0.035 / 0.12, amount=1.0)
        u = np.broadcast_to((np.arange(SIZE) + 0.5) / SIZE, (SIZE, SIZE))
        found = np.asarray(layer.of.field(layer, sheet(u=u, v=u.T), "front")).reshape(SIZE, SIZE)
        step = SIZE // 8
        even, odd = (found[:, n * step : (n + 1) * step].mean() for n in (0, 1))
        self.assertAlmostEqual(even, found[:, 2 * step : 3 * step].mean(), delta=0.05)
        self.assertAlmostEqual(even, odd, delta=0.15)
        self.assertTrue(0.05 < found.mean() < 0.6)

    def test_even_layers_are_one_number(self) -> None:
        """A coat without the hand's streaks is as thick everywhere, and need not be computed sample by
        sample."""
        for kind in ("paint", "primer"):
            layer = Layer(kind=kind, films=(film("blue"),))
            self.assertEqual(layer.of.field(layer, sheet(), "front"), 1.0)


class TexturesTest(unittest.TestCase):
    NAMES = ("figure", "pores", "cloud", "blotch", "streak", "speckle", "hatch")

    def test_no_seam(self) -> None:
        """From the last column to the first a tile changes no more than between any others; so from row to
        row."""
        for name in self.NAMES:
            made = tile(name)
            for axis in (0, 1):
                step = np.abs(np.diff(made, axis=axis)).mean()
                seam = np.abs(np.take(made, 0, axis=axis) - np.take(made, -1, axis=axis)).mean()
                with self.subTest(name, axis=axis):
                    self.assertLess(seam, 1.6 * step)

    def test_a_seed_turns_the_tile_around(self) -> None:
        """The same values, begun elsewhere, and the same again for the same seed."""
        x = np.broadcast_to(np.arange(SIZE) * (METRES / TILE) * (TILE // SIZE), (SIZE, SIZE))
        samples = sheet(x=x, y=x.T)
        first, again, other = (looked_up(samples, "front", "cloud", seed) for seed in (3, 3, 4))
        assert_allclose(first, again)
        self.assertGreater(float(np.abs(first - other).mean()), 0.1)
        self.assertTrue(np.isin(first, tile("cloud")).all())

    def test_along_the_grain(self) -> None:
        """The figure runs along the grain: it changes less along it than across, whichever way the grain
        stands."""
        x = np.broadcast_to(np.arange(SIZE) * 0.004, (SIZE, SIZE))
        for upright, along in ((0.0, 1), (1.0, 0)):
            samples = sheet(x=x, y=x.T, upright=np.full((SIZE, SIZE), upright))
            figure = looked_up(samples, "front", "figure", 7).reshape(SIZE, SIZE)
            steps = [float(np.abs(np.diff(figure, axis=axis)).mean()) for axis in (0, 1)]
            self.assertLess(steps[along], 0.5 * steps[1 - along])
