"""How woods take materials, learnt from fields in the one fit."""

import unittest
from dataclasses import replace

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise, slopes_of
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import LaidFilm, look_over
from jug_mingle.core.evidence.readings import EvidenceError, Reading, Swatch
from jug_mingle.core.evidence.uptakes import kept_and_slopes, never_read, pairs_of, uptake_of
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground
from jug_mingle.core.optics.uptake import Laying, Uptake, shares_kept
from tests.core.paints import material, step

OAK = ground("oak")
BODY = R_body(OAK.R_seen, OAK.veil)
TEA = material("tea", "water_stain")
K = step(0.06, 560.0, 60.0, 0.004)
TRUE = Uptake(amount=1.6, capacity=0.95, rate=0.56, again=0.6, left=1.0)
FIELDS = (Laying(wait=1.0), Laying(wait=5.0), Laying(wait=20.0), Laying(wait=5.0, coats=2))


def looks(laying: Laying) -> FloatArray:
    X = TEA.dry_coat * float(shares_kept(TRUE, [laying])[0])
    return R_seen(R_film(K=K, S=np.full(36, 3e-4), X=X, R_g=BODY), TEA.veil)


def paper() -> Reading:
    body = R_body(ground("paper").R_seen, 0.9)
    R = R_seen(R_film(K=K, S=np.full(36, 3e-4), X=TEA.dry_coat, R_g=body), TEA.veil)
    return Reading(key="paper", volumes=(("tea", 1.0),), swatches=(Swatch(seen=R, X=TEA.dry_coat, R_g=body),),
                   noise=0.3, veil=TEA.veil)  # fmt: skip


def field(number: int, laying: Laying, wood: str = "oak") -> Reading:
    swatch = Swatch(seen=looks(laying), X=TEA.dry_coat, R_g=BODY)
    return Reading(key=f"field {number}", volumes=(("tea", 1.0),), swatches=(swatch,), noise=0.3,
        veil=TEA.veil,
                   wood=wood, laying=laying)  # fmt: skip


def off(shelf: Shelf, laying: Laying) -> float:
    film = LaidFilm(volumes=(("tea", 1.0),), laying=laying)
    return float(delta_E_CIE2000(R_to_Lab(look_over(shelf, [film], OAK)), R_to_Lab(looks(laying))))


class UptakesTest(unittest.TestCase):
    def test_fields_teach_the_wood(self) -> None:
        """A wood that takes half as fast again as much as is usual is not known before, and is after four
        fields."""
        before = characterise([TEA], [paper()])
        after = characterise([TEA], [paper(), *(field(n, laying) for n, laying in enumerate(FIELDS))])
        asked = (Laying(wait=2.0), Laying(wait=10.0), Laying(wait=10.0, coats=2))
        self.assertGreater(max(off(before, one) for one in asked), 2.0)
        self.assertLess(max(off(after, one) for one in asked), 1.0)
        self.assertEqual(after.taking, (("oak", ""), ("oak", "tea")))

    def test_another_stain_on_that_wood_learns_too(self) -> None:
        """What a wood does to one stain is believed a little of the next; another wood stays as it is
        usual."""
        tins = [TEA, material("bark", "water_stain")]
        shelf = characterise(tins, [paper(), *(field(n, laying) for n, laying in enumerate(FIELDS))])
        usual = float(np.asarray(shelf.uptake("pine", "bark").amount))
        self.assertEqual(usual, 1.0)
        self.assertGreater(float(np.asarray(shelf.uptake("oak", "bark").amount)), 1.02)

    def test_covariance(self) -> None:
        """Fields narrow what is drawn of a wood; where none was read it is as wide as was believed, the same
        twice."""
        fields = [field(n, laying) for n, laying in enumerate(FIELDS)]
        shelf = characterise([TEA], [paper(), *fields])
        read, other = (
            np.std(np.log(np.asarray(shelf.drawn_uptake(wood, "tea", 64).amount))) for wood in ("oak", "pine")
        )
        self.assertLess(read, 0.7 * other)
        np.testing.assert_array_equal(never_read(("pine", ""), 5), never_read(("pine", ""), 5))
        self.assertEqual(slopes_of(shelf, replace(fields[0], key="more")).shape[1], shelf.unknowns.size)
        elsewhere = replace(fields[0], key="more", wood="pine")
        self.assertEqual(slopes_of(shelf, elsewhere).shape[1], shelf.unknowns.size)

    def test_a_thinned_field(self) -> None:
        """Water in what was laid leaves nothing, and is no stumbling block to errors of its pour."""
        thin = replace(field(1, Laying()), volumes=(("tea", 1.0), ("water", 2.0)), pour_error=0.1)
        shelf = characterise([TEA, material("water", "thinner")], [paper(), thin])
        self.assertTrue(np.all(np.isfinite(shelf.unknowns)))

    def test_slopes(self) -> None:
        """The slopes of what is kept are those of finite steps of its own."""
        kind, z = kind_of("water_stain"), np.array([0.2, -0.3, 0.1, 0.4])
        laying = Laying(wait=3.0, wipe=0.75, coats=2)
        kept, slopes = kept_and_slopes(kind, z, laying)
        self.assertAlmostEqual(kept, float(shares_kept(uptake_of(kind, z), [laying])[0]))
        for n in range(4):
            moved = float(shares_kept(uptake_of(kind, z + 1e-3 * np.eye(4)[n]), [laying])[0])
            self.assertAlmostEqual((np.log(moved) - np.log(kept)) / 1e-3, slopes[n], places=3)

    def test_pairs(self) -> None:
        self.assertEqual(
            pairs_of([("oak", ["tea"]), ("pine", ["tea"]), ("oak", ["tea", "bark"])]),
            (("oak", ""), ("pine", ""), ("oak", "tea"), ("pine", "tea"), ("oak", "bark")),
        )

    def test_refused(self) -> None:
        with self.assertRaisesRegex(EvidenceError, "needs that wood"):
            field(1, Laying(), wood="")
