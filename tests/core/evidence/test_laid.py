"""Films laid on a ground one after the other."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import (
    LaidFilm,
    body_over,
    coat_of,
    drawn_over,
    look_over,
    looks_by_laying,
    taken_by,
    woods_below,
)
from jug_mingle.core.optics.film import R_body
from jug_mingle.core.optics.grain import STREAKS
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.uptake import Laying, shares_kept
from tests.core.paints import TRUE, hump, material, step

OAK, PRIMER = ground("oak"), ground("white_primer")
TINS = [
    material("white"), material("water", "thinner"), material("tea", "water_stain"),
    material("grey", "gel_stain"), material("brown wax", "coloured_wax"), material("clear", "clear_coat"),
]  # fmt: skip
OPTICS: dict[str, tuple[FloatArray, FloatArray]] = {
    "white": TRUE["white"], "tea": (step(0.05, 540.0, 60.0, 0.006), np.zeros(36) + 1e-9),
    "grey": (hump(0.01, 590.0, 80.0, 0.004), np.full(36, 0.02)),
    "brown wax": (step(0.03, 600.0, 50.0, 0.01), np.full(36, 1e-4)),
}  # fmt: skip


def shelf() -> Shelf:
    clear = (np.full(36, 1e-7), np.full(36, 1e-7))
    K, S = (np.array([OPTICS.get(tin.key, clear)[n] for tin in TINS]) for n in (0, 1))
    return characterise(TINS, []).with_optics(K=K, S=S)


SHELF = shelf()


def tea(**laying: float) -> LaidFilm:
    return LaidFilm(volumes=(("tea", 1.0),), laying=Laying(**laying))  # type: ignore[arg-type]


class LaidTest(unittest.TestCase):
    def test_beer_lambert(self) -> None:
        """A dye that scatters nothing darkens by exp(-2 K X), K X for light that goes down and comes up again
        (A. Beer, Ann. Phys. 162, 78 (1852); the limit of Kubelka's equation at S = 0)."""
        film = tea(wait=5.0)
        kept = float(shares_kept(SHELF.uptake("oak", "tea"), [film.laying])[0])
        X = TINS[2].dry_coat * kept
        expected = R_body(OAK.R_seen, OAK.veil) * np.exp(-2.0 * OPTICS["tea"][0] * X)
        assert_allclose(body_over(SHELF, [film], OAK).body, expected, rtol=1e-5)

    def test_layers_compose(self) -> None:
        """Two dye films on one another absorb as both together, in either order: on a wood that takes both
        in."""
        one, two = tea(wait=1.0), LaidFilm(volumes=(("tea", 2.0),), laying=Laying(wait=9.0))
        assert_allclose(
            body_over(SHELF, [one, two], OAK).body, body_over(SHELF, [two, one], OAK).body, rtol=1e-4
        )  # fmt: skip
        assert_allclose(look_over(SHELF, [], OAK), OAK.R_seen, atol=2e-4)

    def test_thinned(self) -> None:
        """A wash of 1 : 2 leaves a third of a coat, whether water is said or is one of the tins."""
        said = LaidFilm(volumes=(("white", 1.0),), water=2.0, laying=Laying(wipe=0.0))
        poured = LaidFilm(volumes=(("white", 100.0), ("water", 200.0)), laying=Laying(wipe=0.0))
        assert_allclose(look_over(SHELF, [said], PRIMER), look_over(SHELF, [poured], PRIMER), rtol=1e-9)
        whole = coat_of([TINS[0]], np.array([1.0]), 0.0)
        assert_allclose(coat_of([TINS[0]], np.array([1.0]), 2.0), whole / 3.0)

    def test_what_closes_a_wood(self) -> None:
        """A stain goes in through a stain, not through wax or clear coat; a glaze lies over a seal."""
        wax, clear = (LaidFilm(volumes=((key, 1.0),)) for key in ("brown wax", "clear"))
        self.assertEqual(woods_below(SHELF, [tea(), tea(), wax, tea()], OAK), ["oak", "oak", "oak", ""])
        self.assertEqual(woods_below(SHELF, [clear, tea()], OAK), ["oak", ""])
        self.assertEqual(woods_below(SHELF, [tea()], PRIMER), [""])
        glaze = LaidFilm(volumes=(("tea", 1.0),), over_seal=True)
        self.assertEqual(woods_below(SHELF, [tea(), glaze], OAK), ["oak", ""])

    def test_white_wax_mostly_stays_on_raw_wood(self) -> None:
        """Wax on raw wood mostly stays; over a clear coat it wipes off (common practice, M084)."""
        wax = LaidFilm(volumes=(("brown wax", 1.0),), laying=Laying(wait=10.0, wipe=1.0))
        over = LaidFilm(volumes=wax.volumes, laying=wax.laying, over_seal=True)
        raw, sealed = (R_to_Lab(look_over(SHELF, [one], OAK))[0] for one in (wax, over))
        bare = R_to_Lab(OAK.R_seen)[0]
        self.assertGreater(bare - raw, 2.5 * (bare - sealed))

    def test_by_laying(self) -> None:
        """Many layings at once are each as it is alone."""
        layings = [Laying(wait=0.5), Laying(wait=30.0, wipe=0.45, coats=2)]
        found = looks_by_laying(SHELF, tea(), layings, OAK)
        for R, laying in zip(found, layings, strict=True):
            assert_allclose(
                R, look_over(SHELF, [LaidFilm(volumes=(("tea", 1.0),), laying=laying)], OAK), rtol=1e-9
            )

    def test_streaks(self) -> None:
        """The streak of mean height is the board; what darkens more where it is soft turns the grain."""
        laid = body_over(SHELF, [tea(wait=30.0)], OAK, heights=STREAKS)
        assert_allclose(laid.seen[2], look_over(SHELF, [tea(wait=30.0)], OAK), rtol=1e-9)
        self.assertGreater(float(np.ptp(laid.seen[:, 18])), 0.0)

    def test_drawn(self) -> None:
        """With nothing unsure but the spot, drawn looks scatter about the one predicted."""
        found = drawn_over(SHELF, [], OAK, draws=32, poured=np.ones((32, 1)), spots=np.zeros(32))
        assert_allclose(found, np.tile(look_over(SHELF, [], OAK), (32, 1)), atol=1e-9)
        wide = drawn_over(SHELF, [tea()], OAK, draws=32, poured=np.ones((32, 1)), spots=np.full(32, 0.1))
        self.assertEqual(wide.shape, (32, 36))

    def test_a_mix_is_taken_by_its_shares(self) -> None:
        """Of paint less goes in than of stain; of both together what their dry film says."""
        stain, paint, both = (
            taken_by(SHELF, volumes, "oak").capacity
            for volumes in ((("tea", 1.0),), (("white", 1.0),), (("tea", 1.0), ("white", 1.0)))
        )
        self.assertTrue(paint < both < stain)
        self.assertEqual(taken_by(SHELF, (("tea", 1.0),), "").capacity, 0.0)

    def test_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "more than nothing"):
            LaidFilm(volumes=(("tea", 0.0),))
        with self.assertRaisesRegex(ValueError, "parts of water"):
            LaidFilm(volumes=(("tea", 1.0),), water=11.0)
