"""The estimator finds exact paints again, says how sure it is, and survives wrong readings."""

import unittest
from unittest.mock import patch

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch, residual_block
from jug_mingle.core.optics.film import R_body, R_film, R_infinity, R_seen
from tests.core.paints import TRUE, known_shelf, material, readings, seen

MIXES = (
    {"yellow": 2.0, "blue": 1.0},
    {"white": 6.0, "red": 1.0, "blue": 1.0},
    {"green": 1.0, "white": 20.0},
    {"black": 1.0, "white": 30.0, "yellow": 4.0},
)


def miss(shelf: object, shares: dict[str, float]) -> float:
    from jug_mingle.core.evidence.fitted_shelf import Shelf

    assert isinstance(shelf, Shelf)
    c = np.array(list(shares.values())) / sum(shares.values())
    optics = [shelf.optics(key) for key in shares]
    K, S = c @ np.array([o.K for o in optics]), c @ np.array([o.S for o in optics])
    return float(delta_E_CIE2000(R_to_Lab(R_seen(R_infinity(K=K, S=S), 1.0)), R_to_Lab(seen(shares))))


class EvidenceLevelsTest(unittest.TestCase):
    """What each level of evidence is worth, on paints that obey the model exactly."""

    def test_spectra_recover_the_paints(self) -> None:
        """Masstone and tint spectra of exact paints predict mixtures to less than can be told."""
        shelf = known_shelf(spectra=True)
        for shares in MIXES:
            self.assertLess(miss(shelf, shares), 0.3, shares)

    def test_colours_of_masstone_and_tint(self) -> None:
        """Six numbers a paint, fitted jointly, predict mixtures to about one CIEDE2000."""
        shelf = known_shelf()
        self.assertLess(float(np.mean([miss(shelf, shares) for shares in MIXES])), 0.8)

    def test_masstone_alone_is_worse_and_says_so(self) -> None:
        """Without tints the band of a tint with white is several times wider."""
        sure, unsure = known_shelf(), known_shelf(tints=False)
        widths = []
        for shelf in (sure, unsure):
            K, S = shelf.draw(60)
            red, white = shelf.index("red"), shelf.index("white")
            drawn = R_seen(
                R_infinity(K=0.2 * K[:, red] + 0.8 * K[:, white], S=0.2 * S[:, red] + 0.8 * S[:, white]), 1.0
            )
            widths.append(float(R_to_Lab(drawn).std(axis=0).max()))
        self.assertGreater(widths[1], 3 * widths[0])

    def test_yellow_and_blue_give_green(self) -> None:
        """Yellow and blue paint give green, not the grey of averaged colours (common practice)."""
        shelf = known_shelf()
        c = np.array([0.7, 0.3])
        optics = [shelf.optics(key) for key in ("yellow", "blue")]
        R = R_seen(R_infinity(K=c @ [o.K for o in optics], S=c @ [o.S for o in optics]), 1.0)
        _, a, b = R_to_Lab(R)
        self.assertLess(a, -8.0)
        self.assertLess(abs(b), 45.0)


class RobustTest(unittest.TestCase):
    def test_outlier_is_reported_and_counts_less(self) -> None:
        """A second reading of a masstone that is far off is down-weighted, and the paint hardly moves."""
        evidence = readings(list(TRUE), noise=0.5)
        wrong = Reading(
            key="wrong",
            volumes=(("red", 1.0),),
            swatches=(Swatch(seen=np.array([70.0, -20.0, 30.0])),),
            noise=0.5,
        )
        again = Reading(
            key="again",
            volumes=(("red", 1.0),),
            swatches=(Swatch(seen=R_to_Lab(seen({"red": 1.0}))),),
            noise=0.5,
        )
        shelf = characterise([material(key) for key in TRUE], [*evidence, again, wrong])
        self.assertLess(shelf.weights["wrong"], 0.1)
        self.assertGreater(shelf.misses["wrong"], 5.0)
        self.assertGreater(shelf.weights["again"], 0.5)
        self.assertLess(miss(shelf, {"red": 1.0}), 1.5)

    def test_order_does_not_matter(self) -> None:
        evidence = readings(list(TRUE))
        one = characterise([material(key) for key in TRUE], evidence)
        other = characterise([material(key) for key in TRUE], evidence[::-1])
        assert_allclose(one.log_K, other.log_K, atol=0.05)

    def test_warm_start(self) -> None:
        """Starting from an earlier fit leads to the same place."""
        shelf = known_shelf()
        again = characterise(shelf.materials, readings(list(TRUE)), start=shelf)
        self.assertLess(max(miss(again, shares) - miss(shelf, shares) for shares in MIXES), 0.15)


class FilmEvidenceTest(unittest.TestCase):
    def test_stain_from_a_known_film(self) -> None:
        """A stain is known from its spectrum over a known ground at a known thickness."""
        K = 0.03 + 0.05 * (np.arange(36) < 12)
        ground = np.full(36, 0.8)
        R = R_seen(R_film(K=K, S=np.full(36, 1e-5), X=12.0, R_g=ground), 0.9)
        reading = Reading(
            key="r",
            volumes=(("stain", 1.0),),
            swatches=(Swatch(seen=R, X=12.0, R_g=ground),),
            noise=0.05,
            veil=0.9,
        )
        shelf = characterise([material("stain", "water_stain")], [reading])
        thin = R_film(K=shelf.optics("stain").K, S=shelf.optics("stain").S, X=6.0, R_g=ground)
        true = R_film(K=K, S=np.full(36, 1e-5), X=6.0, R_g=ground)
        self.assertLess(float(delta_E_CIE2000(R_to_Lab(R_seen(thin, 0.9)), R_to_Lab(R_seen(true, 0.9)))), 0.5)

    def test_paints_are_read_at_once_beside_a_stain(self) -> None:
        """A stain has unknowns of its own number, and is read by itself; the paints are read together all the
        same."""
        paper = R_body(np.full(36, 0.8), 0.9)
        film = Swatch(seen=np.full(36, 0.4), X=10.0, R_g=paper)
        stain = Reading(key="stain", volumes=(("stain", 1.0),), swatches=(film,), noise=0.5)
        shelf, paints = (
            [material("white"), material("red"), material("stain", "water_stain")],
            readings(["white", "red"]),
        )
        with patch("jug_mingle.core.evidence.fit.residual_block", wraps=residual_block) as alone:
            characterise(shelf, [*paints, stain])
        self.assertEqual({call.args[0].key for call in alone.call_args_list}, {"stain"})

    def test_coats_to_hide_narrow_the_scattering(self) -> None:
        """Knowing that three coats hid a dark ground moves S up against one that took eight."""
        ground = np.full(36, 0.05)
        level = []
        for coats in (2, 8):
            hiding = Hiding(key="h", volumes=(("white", 1.0),), coats=coats, X_coat=30.0, R_g=ground)
            shelf = characterise([material("white")], [*readings(["white"]), hiding])
            level.append(float(shelf.optics("white").S.mean()))
        self.assertGreater(level[0], 1.5 * level[1])

    def test_not_yet_hidden_is_a_bound(self) -> None:
        """That it still shows after so many coats pulls S down only where the model would have hidden it."""
        ground = np.full(36, 0.05)
        free = characterise([material("white")], readings(["white"]))
        bound = Hiding(key="h", volumes=(("white", 1.0),), coats=6, X_coat=60.0, R_g=ground, hid=False)
        held = characterise([material("white")], [*readings(["white"]), bound])
        loose = Hiding(key="h", volumes=(("white", 1.0),), coats=1, X_coat=3.0, R_g=ground, hid=False)
        same = characterise([material("white")], [*readings(["white"]), loose])
        self.assertLess(held.optics("white").S.mean(), 0.8 * free.optics("white").S.mean())
        assert_allclose(same.optics("white").S, free.optics("white").S, rtol=0.05)
