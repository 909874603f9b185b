"""The estimator finds exact paints again, says how sure it is, and survives wrong readings."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.opaque_readings import OpaqueBatch
from jug_mingle.core.evidence.readings import EvidenceError, Hiding, Reading, Swatch, residual_block
from jug_mingle.core.optics.film import R_film, R_infinity, R_seen
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
            key="wrong", volumes=(("red", 1.0),), swatches=(Swatch(seen=np.array([70.0, -20.0, 30.0])),), noise=0.5
        )
        again = Reading(
            key="again", volumes=(("red", 1.0),), swatches=(Swatch(seen=R_to_Lab(seen({"red": 1.0}))),), noise=0.5
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
            key="r", volumes=(("stain", 1.0),), swatches=(Swatch(seen=R, X=12.0, R_g=ground),), noise=0.05, veil=0.9
        )
        shelf = characterise([material("stain", "water_stain")], [reading])
        thin = R_film(K=shelf.optics("stain").K, S=shelf.optics("stain").S, X=6.0, R_g=ground)
        true = R_film(K=K, S=np.full(36, 1e-5), X=6.0, R_g=ground)
        self.assertLess(float(delta_E_CIE2000(R_to_Lab(R_seen(thin, 0.9)), R_to_Lab(R_seen(true, 0.9)))), 0.5)

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


class ResidualBlockTest(unittest.TestCase):
    """Derivatives against finite differences."""

    def test_derivatives(self) -> None:
        ground = np.full(36, 0.3)
        Lab = R_to_Lab(seen({"red": 1.0, "white": 2.0})) + 1.0
        volumes = (("red", 1.0), ("white", 2.0))
        for swatch in (Swatch(seen=Lab), Swatch(seen=Lab, X=15.0, R_g=ground), Swatch(seen=seen({"red": 1.0}))):
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
                        residual_block(item, a, S, solids) if array is K else residual_block(item, K, a, solids)
                        for a in (up, down)
                    ]
                    assert_allclose(found[:, place, band], (pair[0][0] - pair[1][0]) / 2e-4, rtol=2e-3, atol=1e-6)

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


class OpaqueBatchTest(unittest.TestCase):
    def test_equals_one_by_one(self) -> None:
        """Many readings at once give what each gives by itself, pour errors included."""
        keys = list(TRUE)
        K, S = (np.array([TRUE[key][i] for key in keys]) * 1.1 for i in (0, 1))
        items = [
            Reading(
                key=f"{a}{b}", volumes=((keys[a], 1.0), (keys[b], 3.0)), veil=0.6, noise=0.7, pour_error=error,
                swatches=(Swatch(seen=R_to_Lab(seen({keys[a]: 2.0, keys[b]: 3.0}))),),
            )
            for a, b, error in ((0, 1, 0.05), (2, 3, 0.0), (4, 1, 0.2))
        ]  # fmt: skip
        places = [[keys.index(key) for key, _ in item.volumes] for item in items]
        solids = np.full(len(keys), 0.4)
        r, by_K, by_S = OpaqueBatch(items, places, solids).slopes(K, S)
        for at, (item, place) in enumerate(zip(items, places, strict=True)):
            one = residual_block(item, K[place], S[place], solids[place])
            assert_allclose(r[at], one[0], atol=1e-9)
            assert_allclose(by_K[at], one[1].transpose(1, 0, 2), atol=1e-9)
            assert_allclose(by_S[at], one[2].transpose(1, 0, 2), atol=1e-9)


class BadEvidenceTest(unittest.TestCase):
    def test_refused_at_the_gate(self) -> None:
        good = Swatch(seen=np.array([50.0, 0.0, 0.0]))
        for make, message in (
            (lambda: Swatch(seen=np.array([1.0, 2.0])), "Lab .3 numbers. or a reflectance"),
            (lambda: Swatch(seen=np.full(36, 1.4)), "reflectance must be from 0 to 1, got 1.4"),
            (lambda: Swatch(seen=np.array([np.nan, 0, 0])), "finite"),
            (lambda: Swatch(seen=np.array([50.0, 0, 0]), X=10.0), "needs the reflectance of its ground"),
            (lambda: Reading(key="r", volumes=(), swatches=(good,), noise=1.0), "names no material"),
            (lambda: Reading(key="r", volumes=(("a", 0.0),), swatches=(good,), noise=1.0), "must be above 0, got 0"),
            (lambda: Reading(key="r", volumes=(("a", 1.0), ("a", 1.0)), swatches=(good,), noise=1.0), "twice"),
            (lambda: Reading(key="r", volumes=(("a", 1.0),), swatches=(), noise=1.0), "no patch"),
            (
                lambda: Hiding(key="h", volumes=(("a", 1.0),), coats=0, X_coat=30.0, R_g=np.full(36, 0.1)),
                "from 1 to 20, got 0",
            ),
        ):
            with self.subTest(message), self.assertRaisesRegex(ValueError, message):
                make()

    def test_swapped_card(self) -> None:
        """A film cannot read lighter over black than over white."""
        black, white = np.full(36, 0.02), np.full(36, 0.85)
        swatches = (
            Swatch(seen=np.array([80.0, 0, 0]), X=20.0, R_g=black),
            Swatch(seen=np.array([60.0, 0, 0]), X=20.0, R_g=white),
        )
        with self.assertRaisesRegex(
            EvidenceError, r"lighter \(57 %\) than over the paler one \(28 %\): were the two swapped"
        ):
            Reading(key="card", volumes=(("a", 1.0),), swatches=swatches, noise=0.5)

    def test_two_that_contradict(self) -> None:
        """Two tints that cannot both be true are refused with their difference; a third reading decides."""
        tints = [
            Reading(key=key, volumes=(("red", 1.0), ("white", 4.0)), swatches=(Swatch(seen=np.array(Lab)),), noise=0.5)
            for key, Lab in (("one", [60.0, 30, 15]), ("two", [85.0, 5, 2]), ("three", [60.5, 30, 15]))
        ]
        pots = [material("white"), material("red")]
        base = readings(["white", "red"], tints=False)
        with self.assertRaisesRegex(EvidenceError, "'one' and 'two' of the same pot differ by 2"):
            characterise(pots, [*base, *tints[:2]])
        self.assertLess(characterise(pots, [*base, *tints]).weights["two"], 0.2)

    def test_contradiction_widens_the_band(self) -> None:
        """Readings that disagree a little leave more open than readings that agree."""
        widths = []
        for shift in (0.0, 8.0):
            Lab = R_to_Lab(seen({"red": 1.0, "white": 4.0})) + np.array([shift, 0, 0])
            again = Reading(key="b", volumes=(("red", 1.0), ("white", 4.0)), swatches=(Swatch(seen=Lab),), noise=0.7)
            shelf = characterise([material(k) for k in TRUE], [*readings(list(TRUE), noise=0.7), again])
            _, S = shelf.draw(80)
            widths.append(float(np.log(S[:, shelf.index("red")] / S[:, shelf.index("white")]).std(axis=0).mean()))
        self.assertGreater(widths[1], widths[0])

    def test_unknown_material(self) -> None:
        with self.assertRaisesRegex(ValueError, "names the material 'white', which is not on the shelf"):
            characterise([material("red")], readings(["red"]))

    def test_empty(self) -> None:
        """An empty shelf is a shelf."""
        self.assertEqual(characterise([], []).log_K.shape, (0, 36))
        self.assertEqual(DAYLIGHT.name, "window")
