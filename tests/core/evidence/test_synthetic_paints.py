"""What a paint is like that looks so: known trends, and that the prior is one."""

import unittest

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.synthetic_paints import RANK, paints_like
from jug_mingle.core.optics.film import R_infinity, R_seen

SEEN = {
    "white": (96.5, -0.5, 1.5), "black": (12.0, 0.0, 0.0), "pale grey": (72.0, 0.0, 1.0),
    "deep blue": (25.0, 8.0, -35.0), "yellow": (80.0, 8.0, 80.0), "red": (42.0, 55.0, 30.0),
    "green": (38.0, -30.0, 8.0), "brown": (35.0, 14.0, 18.0),
}  # fmt: skip


class PaintsLikeTest(unittest.TestCase):
    def test_the_mean_looks_like_it(self) -> None:
        """The mean paint of each look has about that masstone."""
        for name, Lab in SEEN.items():
            mean, _ = paints_like(np.array(Lab))
            own = R_to_Lab(R_seen(R_infinity(K=np.exp(mean[:36]), S=np.exp(mean[36:])), 1.0))
            with self.subTest(name):
                self.assertLess(float(delta_E_CIE2000(own, np.array(Lab))), 12.0)

    def test_pale_scatters_dark_does_not(self) -> None:
        """Pale colours are full of white pigment; black, and vivid deep colours, hold little that
        scatters."""
        S = {name: float(np.exp(paints_like(np.array(Lab))[0][36:].mean())) for name, Lab in SEEN.items()}
        self.assertAlmostEqual(S["white"], 0.14, delta=0.03)
        self.assertGreater(S["pale grey"], 3 * S["black"])
        self.assertGreater(S["white"], 3 * S["deep blue"])

    def test_how_sure_it_is(self) -> None:
        """Of a white it is known how it scatters; of a dark colour hardly: it may be strong and thin, or
        weak."""

        def spread(name: str) -> float:
            basis = paints_like(np.array(SEEN[name]))[1]
            return float(np.sqrt((basis[36:].mean(axis=0) ** 2).sum()))

        self.assertLess(spread("white"), 0.45)
        self.assertGreater(spread("black"), 2 * spread("white"))

    def test_shape_and_rest(self) -> None:
        """Near looks have near priors, also where no invented paint is like it; nothing handed out can be
        changed."""
        for Lab in (np.array([50.0, 0.0, 0.0]), np.array([60.0, 100.0, -100.0])):
            mean, basis = paints_like(Lab)
            self.assertEqual((mean.shape, basis.shape), ((72,), (72, RANK)))
            self.assertTrue(np.isfinite(basis).all())
            other, _ = paints_like(Lab + 0.2)
            self.assertLess(float(np.abs(mean - other).max()), 0.3)
            with self.assertRaises(ValueError):
                mean[0] = 1.0
