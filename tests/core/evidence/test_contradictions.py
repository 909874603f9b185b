"""Evidence that cannot be true is refused."""

import unittest
from dataclasses import replace

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.readings import EvidenceError, Hiding, Reading, Swatch
from tests.core.paints import TRUE, material, readings, seen


class BadEvidenceTest(unittest.TestCase):
    def test_refused_at_the_gate(self) -> None:
        good = Swatch(seen=np.array([50.0, 0.0, 0.0]))
        for make, message in (
            (lambda: Swatch(seen=np.array([1.0, 2.0])), "Lab .3 numbers. or a reflectance"),
            (lambda: Swatch(seen=np.full(36, 1.4)), "reflectance must be from 0 to 1, got 1.4"),
            (lambda: Swatch(seen=np.array([np.nan, 0, 0])), "finite"),
            (lambda: Swatch(seen=np.array([50.0, 0, 0]), X=10.0), "needs the reflectance of its ground"),
            (lambda: Reading(key="r", volumes=(), swatches=(good,), noise=1.0), "names no material"),
            (
                lambda: Reading(key="r", volumes=(("a", 0.0),), swatches=(good,), noise=1.0),
                "must be above 0, got 0",
            ),
            (
                lambda: Reading(key="r", volumes=(("a", 1.0), ("a", 1.0)), swatches=(good,), noise=1.0),
                "twice",
            ),
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
            Reading(
                key=key,
                volumes=(("red", 1.0), ("white", 4.0)),
                swatches=(Swatch(seen=np.array(Lab)),),
                noise=0.5,
            )
            for key, Lab in (("one", [60.0, 30, 15]), ("two", [85.0, 5, 2]), ("three", [60.5, 30, 15]))
        ]
        tins = [material("white"), material("red")]
        base = readings(["white", "red"], tints=False)
        with self.assertRaisesRegex(EvidenceError, "'one' and 'two' of the same tin differ by 2"):
            characterise(tins, [*base, *tints[:2]])
        self.assertLess(characterise(tins, [*base, *tints]).weights["two"], 0.2)
        unsure = [replace(one, noise=8.0) for one in tints[:2]]  # apart by less than four times their error
        self.assertIn("red", [one.key for one in characterise(tins, [*base, *unsure]).materials])

    def test_contradiction_widens_the_band(self) -> None:
        """Readings that disagree a little leave more open than readings that agree."""
        widths = []
        for shift in (0.0, 8.0):
            Lab = R_to_Lab(seen({"red": 1.0, "white": 4.0})) + np.array([shift, 0, 0])
            again = Reading(
                key="b", volumes=(("red", 1.0), ("white", 4.0)), swatches=(Swatch(seen=Lab),), noise=0.7
            )
            shelf = characterise([material(k) for k in TRUE], [*readings(list(TRUE), noise=0.7), again])
            _, S = shelf.draw(80)
            widths.append(
                float(np.log(S[:, shelf.index("red")] / S[:, shelf.index("white")]).std(axis=0).mean())
            )
        self.assertGreater(widths[1], widths[0])

    def test_unknown_material(self) -> None:
        with self.assertRaisesRegex(ValueError, "names the material 'white', which is not on the shelf"):
            characterise([material("red")], readings(["red"]))

    def test_empty(self) -> None:
        """An empty shelf is a shelf."""
        self.assertEqual(characterise([], []).log_K.shape, (0, 36))
        self.assertEqual(DAYLIGHT.name, "window")
