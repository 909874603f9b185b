"""Residuals of readings and their slopes, against differences and exact cases."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.certainty import NAMED_NOISE, NOISE
from jug_mingle.core.evidence.readings import (
    Hiding,
    Reading,
    Swatch,
    as_film_shows,
    body_and_slopes,
    residual_block,
)
from jug_mingle.core.optics.film import R_film, R_infinity, R_seen
from tests.core.paints import TRUE, seen


class ResidualBlockTest(unittest.TestCase):
    """Derivatives against finite differences."""

    def test_derivatives(self) -> None:
        ground = np.full(36, 0.3)
        Lab = R_to_Lab(seen({"red": 1.0, "white": 2.0})) + 1.0
        volumes = (("red", 1.0), ("white", 2.0))
        for swatch in (
            Swatch(seen=Lab),
            Swatch(seen=Lab, X=15.0, R_g=ground),
            Swatch(seen=seen({"red": 1.0})),
        ):
            item = Reading(key="x", volumes=volumes, swatches=(swatch,), noise=1.0)
            K, S = np.array([TRUE["red"][0], TRUE["white"][0]]), np.array([TRUE["red"][1], TRUE["white"][1]])
            solids = np.array([0.4, 0.4])
            _, by_K, by_S = residual_block(item, K, S, solids)
            for place, band in ((0, 5), (1, 20)):
                for array, found in ((K, by_K), (S, by_S)):
                    up, down = array.copy(), array.copy()
                    up[place, band] *= np.exp(1e-4)
                    down[place, band] *= np.exp(-1e-4)
                    pair = [
                        residual_block(item, a, S, solids)
                        if array is K
                        else residual_block(item, K, a, solids)
                        for a in (up, down)
                    ]
                    assert_allclose(
                        found[:, place, band], (pair[0][0] - pair[1][0]) / 2e-4, rtol=2e-3, atol=1e-6
                    )

    def test_pour_error_is_noise(self) -> None:
        """An uncertain pour makes a miss that a wrong pour would make weigh less."""
        Lab = R_to_Lab(seen({"red": 1.0, "white": 2.6}))
        K, S = np.array([TRUE["red"][0], TRUE["white"][0]]), np.array([TRUE["red"][1], TRUE["white"][1]])
        sizes = []
        for error in (0.0, 0.3):
            item = Reading(
                key="x",
                volumes=(("red", 1.0), ("white", 2.0)),
                swatches=(Swatch(seen=Lab),),
                noise=1.0,
                pour_error=error,
            )
            sizes.append(float(np.linalg.norm(residual_block(item, K, S, np.array([0.4, 0.4]))[0])))
        self.assertLess(sizes[1], 0.8 * sizes[0])


optics = st.tuples(st.floats(1e-4, 0.5), st.floats(1e-3, 0.3))


class ResidualsTest(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(optics, st.sampled_from(sorted(NOISE)), st.sampled_from(["window", "bulb", "tube", "cool_led"]))
    def test_true_optics_have_no_residual(self, pair: tuple[float, float], how: str, name: str) -> None:
        """A reading of just what the equations give has residual 0, in every light and by every way of
        reading."""
        K, S, at = np.full((1, 36), pair[0]), np.full((1, 36), pair[1]), light(name)
        R = R_seen(R_infinity(K=K[0], S=S[0]), 0.9)
        item = Reading(
            key="x", volumes=(("a", 1.0),), swatches=(Swatch(seen=R_to_Lab(R, at)), Swatch(seen=R)),
            noise=NOISE[how], light=at, veil=0.9,
        )  # fmt: skip
        r, by_K, by_S = residual_block(item, K, S, np.array([0.4]))
        assert_allclose(r, 0.0, atol=1e-9)
        self.assertEqual(by_K.shape, (39, 1, 36))
        assert_allclose(by_K, -by_S, atol=1e-9 * max(1.0, float(np.abs(by_K).max())))

    def test_noise_scales(self) -> None:
        """Twice the noise, about half the residual."""
        K, S = np.array([TRUE["red"][0]]), np.array([TRUE["red"][1]])
        Lab = R_to_Lab(R_seen(R_infinity(K=K[0], S=S[0]), 1.0)) + 2.0
        sizes = [
            np.linalg.norm(
                residual_block(
                    Reading(key="x", volumes=(("a", 1.0),), swatches=(Swatch(seen=Lab),), noise=noise),
                    K,
                    S,
                    np.ones(1),
                )[0]
            )
            for noise in (1.0, 2.0)
        ]
        self.assertAlmostEqual(float(sizes[0] / sizes[1]), 2.0, delta=0.05)

    @settings(max_examples=40, deadline=None)
    @given(optics, st.floats(1.0, 80.0), st.floats(0.05, 0.95))
    def test_film_slopes(self, pair: tuple[float, float], X: float, ground: float) -> None:
        """Slopes of a film by log K, log S and log X obey its scaling: more X is more of both K and S."""
        K, S = np.full(36, pair[0]), np.full(36, pair[1])
        R, by_K, by_S, by_X = body_and_slopes(K, S, X, np.full(36, ground))
        assert_allclose(R, R_film(K=K, S=S, X=X, R_g=np.full(36, ground)))
        assert_allclose(by_X, by_K + by_S, atol=1e-6)

    def test_common_thickness_error_widens(self) -> None:
        """An unknown thickness makes a film's miss count less, and both patches share it."""
        K, S, ground = np.array([TRUE["white"][0]]), np.array([TRUE["white"][1]]), np.full(36, 0.05)
        thick = R_seen(R_film(K=K[0], S=S[0], X=24.0, R_g=ground), 1.0)
        sizes = []
        for error in (0.0, 0.3):
            swatch = Swatch(seen=R_to_Lab(thick), X=20.0, R_g=ground)
            item = Reading(
                key="x", volumes=(("a", 1.0),), swatches=(swatch, swatch), noise=0.5, thickness_error=error
            )
            sizes.append(float(np.linalg.norm(residual_block(item, K, S, np.ones(1))[0])))
        self.assertLess(sizes[1], 0.3 * sizes[0])

    def test_hiding_interval(self) -> None:
        """Coats within the interval said are nearly right; far outside of it they are far off, with the right
        sign."""
        K, S = np.array([TRUE["white"][0]]), np.array([TRUE["white"][1]])
        found = {}
        for coats in (1, 4, 15):
            item = Hiding(key="h", volumes=(("a", 1.0),), coats=coats, X_coat=36.0, R_g=np.full(36, 0.05))
            found[coats] = float(residual_block(item, K, S, np.ones(1))[0][0])
        self.assertLess(abs(found[4]), 1.5)
        self.assertGreater(found[1], 2.0)
        self.assertLess(found[15], -2.0)

    def test_darker_than_a_film(self) -> None:
        """A dark brown that was typed is read as the nearest that a flat film shows, and believed less; what
        a film can show is believed as it is, and a measured deep colour more than a named one."""
        brown = np.array([19.2, 6.1, 10.2])

        def shown(Lab: np.ndarray, noise: float) -> Reading:
            item = Reading(key="b", volumes=(("a", 1.0),), swatches=(Swatch(seen=Lab),), noise=noise)
            found = as_film_shows(item)
            assert isinstance(found, Reading)
            return found

        typed = shown(brown, NAMED_NOISE)
        self.assertGreater(typed.swatches[0].seen[0], 26.0)
        self.assertGreater(typed.noise, 3.0)
        self.assertEqual(shown(np.array([60.0, 5.0, 5.0]), 5.0).noise, 5.0)
        deep = np.array([27.0, 10.0, -30.0])
        read, named = (shown(deep, noise).swatches[0].seen for noise in (NOISE["reader"], NAMED_NOISE))
        self.assertLess(np.abs(read - deep).max(), np.abs(named - deep).max())
