"""A wood that is known by its tone alone, held against measured wood."""

import csv
import unittest
from pathlib import Path

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import R_to_Lab, R_to_XYZ
from jug_mingle.core.colour.spectra import WAVELENGTHS, light
from jug_mingle.core.evidence.laid import LaidFilm, look_over
from jug_mingle.core.optics.grounds import measured_ground
from jug_mingle.core.optics.uptake import Laying
from tests.core.evidence.test_laid import SHELF

MEASURED = Path(__file__).parents[1] / "data" / "wood_spectra.csv"
"""27 spectra of cut, weathered and built-in wood, 400 to 700 nm, from the package earthlib 1.1.0 (MIT
licence), which has them of the Joint Fire Science Program and of Herold et al., urban reflectance spectra. No
species are told."""


def measured() -> list[FloatArray]:
    """Return the spectra (36,), held level beyond their ends."""
    with MEASURED.open() as file:
        head, *rows = csv.reader(file)
    at = np.array(head[1:], dtype=float)
    return [np.interp(WAVELENGTHS, at, np.array(row[1:], dtype=float)) for row in rows]


class MeasuredWoodTest(unittest.TestCase):
    def setUp(self) -> None:
        self.woods = measured()
        self.by_tone = [recover_reflectance(R_to_XYZ(R)) for R in self.woods]

    def test_in_other_lights(self) -> None:
        """A spectrum that is made of the tone by day looks as the measured one does by bulb and tube."""
        for name in ("bulb", "tube", "cool_led"):
            off = [
                float(delta_E_CIE2000(R_to_Lab(made, light(name)), R_to_Lab(R, light(name))))
                for R, made in zip(self.woods, self.by_tone, strict=True)
            ]
            with self.subTest(name):
                self.assertLess(float(np.median(off)), 0.4)
                self.assertLess(max(off), 1.6)

    def test_under_a_stain(self) -> None:
        """So does a stain over it."""
        film, off = LaidFilm(volumes=(("tea", 1.0),), laying=Laying(wait=4.0)), []
        for R, made in zip(self.woods, self.by_tone, strict=True):
            over, over_made = (
                look_over(SHELF, [film], measured_ground("wood", one, thirst=0.5, wood="oak"))
                for one in (R, made)
            )
            off.append(float(delta_E_CIE2000(R_to_Lab(over), R_to_Lab(over_made))))
        self.assertLess(float(np.median(off)), 0.15)
        self.assertLess(max(off), 0.9)
