"""Kubelka–Munk films and Saunderson's surface: worked values, identities, limits, and the equations solved
anew."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.testing import assert_allclose
from scipy.integrate import solve_bvp

from jug_mingle.core.optics import film

positive = st.floats(1e-4, 50.0)
share = st.floats(0.0, 1.0)


def one(R: np.ndarray) -> float:
    return float(R[0])


class RInfinityTest(unittest.TestCase):
    """Against K/S = (1 - R)² / 2R (Kubelka & Munk 1931); values re-derived, as printed in textbooks."""

    PRINTED = (
        (0.02, 24.01), (0.04, 11.52), (0.1, 4.05), (0.2, 1.6), (0.5, 0.25), (0.8, 0.025),
        (0.9, 0.0055556),
    )  # fmt: skip

    def test_worked_values(self) -> None:
        for R, q in self.PRINTED:
            with self.subTest(R=R):
                self.assertAlmostEqual(float(film.K_over_S(R)), q, places=6)
                self.assertAlmostEqual(one(film.R_infinity(K=[q], S=[1.0])), R, places=6)
        self.assertAlmostEqual(one(film.R_infinity(K=[1.0], S=[1.0])), 0.267949, places=6)
        self.assertAlmostEqual(one(film.R_infinity(K=[10.0], S=[1.0])), 0.045549, places=6)

    def test_limits_keep_their_digits(self) -> None:
        """K = 0 gives 1, S = 0 gives 0, a huge K/S gives S/2K to the last digit, nan gives nan."""
        found = film.R_infinity(K=[0.0, 1.0, 1e9, np.nan], S=[1.0, 0.0, 1.0, 1.0])
        assert_allclose(found[:2], [1.0, 0.0])
        self.assertAlmostEqual(found[2] / 0.5e-9, 1.0, places=8)
        self.assertTrue(np.isnan(found[3]))

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "K must be at least 0, got -1"):
            film.R_infinity(K=[-1.0], S=[1.0])
        with self.assertRaisesRegex(ValueError, "no opaque limit"):
            film.R_infinity(K=[0.0], S=[0.0])
        with self.assertRaisesRegex(ValueError, "above 0"):
            film.K_over_S(0.0)


class RFilmTest(unittest.TestCase):
    """Against Kubelka (1948): worked values re-derived (K = 0.5, S = 2, X = 1), identities and a numerical
    solution."""

    def test_worked_values(self) -> None:
        for R_g, expected in ((0.0, 0.4810945), (0.8, 0.5184406), (1.0, 0.5364333)):
            self.assertAlmostEqual(one(film.R_film(K=[0.5], S=[2.0], X=1.0, R_g=[R_g])), expected, places=6)
        self.assertAlmostEqual(one(film.R_film(K=[0.0], S=[1.0], X=1.0, R_g=[0.0])), 0.5, places=12)

    def test_two_flux_equations(self) -> None:
        """Solving dI/dx = -(K + S) I + S J, -dJ/dx = -(K + S) J + S I numerically gives the same (Kubelka
        1948)."""
        for K, S, X, R_g in ((0.5, 2.0, 1.0, 0.3), (0.02, 0.1, 30.0, 0.8), (2.0, 0.2, 1.5, 0.6)):
            with self.subTest(K=K, S=S):

                def rates(_x: np.ndarray, y: np.ndarray, K: float = K, S: float = S) -> np.ndarray:
                    return np.stack([-(K + S) * y[0] + S * y[1], (K + S) * y[1] - S * y[0]])

                def ends(top: np.ndarray, low: np.ndarray, R_g: float = R_g) -> np.ndarray:
                    return np.array([top[0] - 1.0, low[1] - R_g * low[0]])

                x = np.linspace(0, X, 200)
                solved = solve_bvp(rates, ends, x, np.ones((2, x.size)), tol=1e-9, max_nodes=50_000)
                self.assertTrue(solved.success)
                found = one(film.R_film(K=[K], S=[S], X=X, R_g=[R_g]))
                self.assertAlmostEqual(found, float(solved.y[1, 0]), places=7)

    def test_beer_lambert(self) -> None:
        """Without scattering the light goes down and up: R_g exp(-2KX), to the last digits even when nearly
        black."""
        for K, X in ((0.001, 1.0), (0.7, 3.0), (10.0, 1.0), (30.0, 2.0)):
            found = one(film.R_film(K=[K], S=[0.0], X=X, R_g=[0.8]))
            self.assertAlmostEqual(found / (0.8 * np.exp(-2 * K * X)), 1.0, places=12)

    def test_contrast_ratio(self) -> None:
        """S X at which R over black is 0.98 of R over 0.80, by R_inf (Judd's charts; re-derived with the
        equations)."""
        for R_inf, SX in ((0.05, 0.336), (0.2, 1.120), (0.5, 2.872), (0.8, 6.501), (0.9, 9.143)):
            K = float(film.K_over_S(R_inf)) * SX
            black, white = (one(film.R_film(K=[K], S=[SX], X=1.0, R_g=[R_g])) for R_g in (0.0, 0.8))
            self.assertAlmostEqual(black / white, 0.98, places=3)

    @settings(max_examples=150, deadline=None)
    @given(K=positive, S=positive, X=st.floats(1e-4, 10.0), R_g=share)
    def test_physical(self, K: float, S: float, X: float, R_g: float) -> None:
        """0 ≤ R ≤ 1; R = R0 + T² R_g / (1 - R0 R_g) with T² = (a - R0)² - b²; two films make one of twice
        X."""
        film_over = one(film.R_film(K=[K], S=[S], X=X, R_g=[R_g]))
        self.assertGreaterEqual(film_over, 0.0)
        self.assertLessEqual(film_over, 1.0 + 1e-12)
        a = 1 + K / S
        R_0 = one(film.R_film(K=[K], S=[S], X=X, R_g=[0.0]))
        T_2 = (a - R_0) ** 2 - (a * a - 1)
        if a < 1e3:
            self.assertAlmostEqual(film_over, R_0 + T_2 * R_g / (1 - R_0 * R_g), delta=1e-9 * a * a)
        twice = film.R_stack([([K], [S], X), ([K], [S], X)], [R_g])
        assert_allclose(twice, film.R_film(K=[K], S=[S], X=2 * X, R_g=[R_g]), atol=1e-12)

    @settings(max_examples=80, deadline=None)
    @given(K=positive, S=positive, R_g=share)
    def test_hiding_is_monotone(self, K: float, S: float, R_g: float) -> None:
        """Every coat brings the film nearer to the opaque layer, from the ground at X = 0 to it at
        infinity."""
        opaque = film.R_infinity(K=[K], S=[S])
        found = [one(film.R_film(K=[K], S=[S], X=X, R_g=[R_g])) for X in (0.0, 0.01, 0.1, 1.0, 10.0, np.inf)]
        gaps = np.abs(np.array(found) - opaque)
        self.assertAlmostEqual(found[0], R_g, places=12)
        self.assertAlmostEqual(found[-1], float(opaque[0]), places=9)
        self.assertTrue(np.all(np.diff(gaps) <= 1e-12))

    def test_clear_film(self) -> None:
        """A film without K and S changes nothing, however thick; one without K turns white."""
        assert_allclose(film.R_film(K=[0.0], S=[0.0], X=np.inf, R_g=[0.3]), [0.3])
        assert_allclose(film.R_film(K=[0.0], S=[1.0], X=np.inf, R_g=[0.3]), [1.0])

    def test_bad(self) -> None:
        for kwargs, message in (
            ({"S": [-1.0]}, "S must be at least 0, got -1"),
            ({"X": -2.0}, "X must be at least 0, got -2"),
            ({"R_g": [1.2]}, "R_g must be from 0 to 1, got 1.2"),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                film.R_film(**({"K": [1.0], "S": [1.0], "X": 1.0, "R_g": [0.5]} | kwargs))  # type: ignore[arg-type]


class FilmAloneTest(unittest.TestCase):
    """Reflectance over black and transmittance: Kubelka's composition R0 + T² R_g / (1 - R0 R_g) (1948)."""

    @given(K=positive | st.just(0.0), S=positive | st.just(0.0), X=st.floats(0.0, 20.0), R_g=share)
    @settings(deadline=None, max_examples=150)
    def test_composes_to_the_film(self, K: float, S: float, X: float, R_g: float) -> None:
        R0, T = film.film_alone(K=[K], S=[S], X=X)
        whole = film.R_film(K=[K], S=[S], X=X, R_g=[R_g])
        self.assertAlmostEqual(
            one(R0 + T**2 * R_g / np.maximum(1.0 - R0 * R_g, 1e-300)), one(whole), places=7
        )

    def test_limits(self) -> None:
        """Nothing is clear; absorbing alone is Beer–Lambert; scattering alone loses nothing; thick lets
        nothing by."""
        assert_allclose(film.film_alone(K=[1.0], S=[1.0], X=0.0), [[0.0], [1.0]])
        assert_allclose(film.film_alone(K=[0.3], S=[0.0], X=2.0), [[0.0], [np.exp(-0.6)]], rtol=1e-12)
        R0, T = film.film_alone(K=[0.0], S=[0.5], X=4.0)
        self.assertAlmostEqual(one(R0), 2.0 / 3.0, places=12)  # SX / (1 + SX)
        self.assertAlmostEqual(one(R0 + T), 1.0, places=12)
        R0, T = film.film_alone(K=[1.0], S=[1.0], X=1e6)
        assert_allclose([one(R0), one(T)], [one(film.R_infinity(K=[1.0], S=[1.0])), 0.0], atol=1e-12)

    def test_bad(self) -> None:
        with self.assertRaisesRegex(ValueError, "X"):
            film.film_alone(K=[1.0], S=[1.0], X=np.inf)


class SurfaceTest(unittest.TestCase):
    """Against Saunderson (1942) with k1 = .04, k2 = .6; values re-derived."""

    def test_worked_values(self) -> None:
        body = [0.0, 0.1, 0.5, 0.8, 0.9, 1.0]
        assert_allclose(
            film.saunderson(body, 1.0), [0.04, 0.080851, 0.314286, 0.630769, 0.791304, 1.0], atol=5e-7
        )

    def test_straight_on(self) -> None:
        """0 and 1 stay; what is between gets darker, K/S by 1 to 2.6: radiative transfer with forward
        scattering.

        K/S seen straight on of a half-space of asymmetry 0.45, at absorption / reduced scattering 0.0067,
        0.0834, 1.039 and 4, from adding–doubling (iadpython, 16 angles, surface of index 1.5 taken off).
        """
        assert_allclose(film.straight_on([0.0, 1.0]), [0.0, 1.0])
        for ratio, q_seen in ((0.0067, 0.02047), (0.0834, 0.30268), (1.039, 5.25795), (4.0, 24.72716)):
            R = film.R_infinity(K=[ratio * 2.0 / 0.75], S=[1.0])
            self.assertAlmostEqual(float(film.K_over_S(film.straight_on(R))[0]) / q_seen, 1.0, delta=0.01)

    def test_inverse(self) -> None:
        body = np.linspace(0.001, 0.999, 50)
        for sheen, veil in film.SHEEN_VEIL.items():
            with self.subTest(sheen):
                assert_allclose(film.R_body(film.R_seen(body, veil), veil), body, atol=1e-9)
        self.assertAlmostEqual(float(film.R_body([0.001], 1.0)[0]), 1e-4)

    def test_sealer_deepens(self) -> None:
        """Sealing or wetting a flat paint darkens it, the more so the darker it is (common practice)."""
        body = np.array([0.02, 0.2, 0.6])
        drop = film.R_seen(body, 1.0) / film.R_seen(body, 0.0)
        self.assertTrue(np.all(drop > 1.0))
        self.assertTrue(np.all(np.diff(drop) < 0.0))

    def test_unknown_sheen(self) -> None:
        with self.assertRaisesRegex(ValueError, "no sheen 'silky'; known are flat"):
            film.veil_of("silky")
