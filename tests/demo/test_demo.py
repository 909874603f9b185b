"""The demo: its paints are paints, its camera is a camera, its shelf says what is true."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.mixtures import predict
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.demo.camera import develop, photograph
from jug_mingle.demo.pigments import TINS, true_film, true_mix
from jug_mingle.services.shelf_fit import fitted_shelf
from tests.api.support import DemoCase


class PotsTest(unittest.TestCase):
    def test_shelf_of_the_issue(self) -> None:
        """About twenty materials with names of their own: paints, two stains, a glaze, two waxes."""
        kinds = [tin.kind for tin in TINS]
        self.assertGreaterEqual(len(TINS), 20)
        self.assertEqual(len({tin.name for tin in TINS}), len(TINS))
        self.assertEqual(kinds.count("water_stain"), 2)
        self.assertEqual(kinds.count("glaze"), 1)
        self.assertEqual(kinds.count("clear_wax") + kinds.count("coloured_wax"), 2)
        L = [R_to_Lab(true_mix([(tin, 1.0)]))[0] for tin in TINS[:16]]
        self.assertGreater(max(L), 95.0)
        self.assertLess(min(L), 30.0)

    def test_films(self) -> None:
        """More of a stain over paper is darker."""
        stain = next(tin for tin in TINS if tin.key == "brewed-tea")
        found = [float(true_film(stain, X=X, R_g=np.full(36, 0.8)).mean()) for X in (1.0, 10.0, 30.0)]
        self.assertEqual(found, sorted(found, reverse=True))


class CameraTest(unittest.TestCase):
    def test_grey_in_daylight(self) -> None:
        """Balanced for the light that is there, grey comes out grey; at half balance a bulb leaves it
        warm."""
        grey = np.full(36, 0.4)
        balanced = photograph(grey, "window", balance=1.0)
        self.assertLess(float(np.ptp(balanced)), 0.03)
        warm = photograph(grey, "bulb", balance=0.5)
        self.assertGreater(warm[0], 1.15 * warm[2])
        with self.assertRaises(ValueError):
            photograph(grey, "candle")

    def test_develop(self) -> None:
        """Bytes rise with light, clip at the top, and carry a little noise that a seed repeats."""
        ramp = np.repeat(np.linspace(0, 1.5, 50)[:, np.newaxis], 3, axis=1)[np.newaxis]
        picture = develop(ramp, exposure=1.0, seed=1)
        self.assertEqual(int(picture[0, -1, 0]), 255)
        np.testing.assert_array_equal(picture, develop(ramp, exposure=1.0, seed=1))


class DemoShelfTest(DemoCase):
    def test_predictions_are_near_the_truth(self) -> None:
        """From noisy masstones and tints alone, true mixes of the demo are predicted to about one
        CIEDE2000."""
        context = self.client.app.state.context  # type: ignore[attr-defined]
        with context.database.read() as session:
            shelf = fitted_shelf(session)
        tins = {tin.key: tin for tin in TINS}
        errors = []
        for mix in (
            {"mill-pond": 4, "chalk-white": 4, "well-bottom": 1},
            {"oat-straw": 8, "cart-track": 2},
            {"kiln-shard": 1, "quince-peel": 2, "chalk-white": 5},
            {"hip-and-haw": 1, "chalk-white": 12},
            {"night-ink": 1, "tide-line": 6},
        ):
            R = predict(shelf, [Pour(key=key, parts=n, ml=float(n)) for key, n in mix.items()])
            true = true_mix([(tins[key], float(n)) for key, n in mix.items()])
            errors.append(float(delta_E_CIE2000(R_to_Lab(R), R_to_Lab(true))))
        self.assertLess(float(np.mean(errors)), 1.6)
        self.assertLess(max(errors), 2.5)

    def test_transparent_tins_are_known(self) -> None:
        """Stains and the dark wax have little scattering and the colour of their film over paper."""
        context = self.client.app.state.context  # type: ignore[attr-defined]
        with context.database.read() as session:
            shelf = fitted_shelf(session)
        for key in ("brewed-tea", "barley-sugar", "peat-wax"):
            optics = shelf.optics(key)
            self.assertLess(float(optics.S.mean()), 0.5 * float(optics.K.mean()), key)
