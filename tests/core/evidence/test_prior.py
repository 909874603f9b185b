"""What is believed of what colours without hiding, from one coat of it on white."""

import unittest

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.prior import pigmented
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import R_body, R_film, R_seen
from jug_mingle.core.optics.grounds import ground


def over(kind: str, Lab: tuple[float, float, float], wood: str, coats: float = 1.0) -> np.ndarray:
    """Return the CIELAB of wood under coats of a material that was read once, over white paper."""
    paper, below = (R_body(ground(key).R_seen, ground(key).veil) for key in ("paper", wood))
    material = Material(key="it", name="It", kind=kind_of(kind), left=500.0)
    swatch = Swatch(seen=np.array(Lab), X=material.dry_coat, R_g=paper)
    shelf = characterise(
        [material],
        [Reading(key="r", volumes=(("it", 1.0),), swatches=(swatch,), noise=1.0, veil=material.veil)],
    )
    optics = shelf.optics("it")
    body = R_film(K=optics.K, S=optics.S, X=coats * material.dry_coat, R_g=below)
    return np.asarray(R_to_Lab(R_seen(body, material.veil)))


class PigmentedTest(unittest.TestCase):
    def test_by_colour(self) -> None:
        """White, pale and grey are pigment; a brown, a vivid red and a black are taken for dye."""
        for Lab in ((92.0, 0.0, 3.0), (60.0, 0.0, 1.0), (52.0, -1.0, 2.0)):
            self.assertGreater(pigmented(np.array(Lab)), 0.7, Lab)
        for Lab in ((45.0, 20.0, 30.0), (50.0, 55.0, 20.0), (22.0, 0.0, 0.0)):
            self.assertLess(pigmented(np.array(Lab)), 0.1, Lab)

    def test_over_dark_wood(self) -> None:
        """Common practice: a pale wax lightens dark wood, a grey gel stain can be grey on it, a brown stain
        darkens."""
        bare = R_to_Lab(ground("walnut").R_seen)
        pale = over("light_wax", (90.0, 0.0, 4.0), "walnut", coats=3.0)
        self.assertGreater(pale[0], bare[0] + 4.0)
        grey = over("gel_stain", (55.0, 0.0, 1.0), "walnut", coats=2.0)
        self.assertLess(np.hypot(*grey[1:]), 0.75 * np.hypot(*bare[1:]))
        self.assertGreater(grey[0], bare[0] - 12.0)
        brown = over("oil_stain", (45.0, 20.0, 30.0), "walnut")
        self.assertLess(brown[0], bare[0] - 5.0)
