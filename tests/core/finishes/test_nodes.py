"""Fewer wavelengths against all of them."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import SRGB_WHITE as WHITE
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, R_to_XYZ, XYZ_to_Lab
from jug_mingle.core.colour.spectra import lights
from jug_mingle.core.finishes.nodes import NODES, screen_weights


class NodesTest(unittest.TestCase):
    def test_smooth_spectra_in_all_lights(self) -> None:
        """The smoothest reflectance of a colour comes out of twelve nodes as out of all bands, in every
        light."""
        for XYZ in ((30.0, 25.0, 10.0), (10.0, 15.0, 40.0), (70.0, 75.0, 60.0), (8.0, 6.0, 20.0)):
            R = recover_reflectance(XYZ)
            for light in lights().values():
                RGB = R[NODES] @ screen_weights(light)
                wanted = adapt(R_to_XYZ(R, light), white=light.white, white_to=WHITE, degree=light.adaptation)
                Lab = [
                    XYZ_to_Lab(np.maximum(one, 0.0)) for one in (RGB @ np.linalg.inv(XYZ_TO_RGB.T), wanted)
                ]
                self.assertLess(float(delta_E_CIE2000(*Lab)), 0.3, (XYZ, light.name))

    def test_flat_stays_flat(self) -> None:
        for light in lights().values():
            RGB = np.full(NODES.size, 0.4) @ screen_weights(light)
            full = adapt(
                R_to_XYZ(np.full(36, 0.4), light), white=light.white, white_to=WHITE, degree=light.adaptation
            )
            assert_allclose(RGB, full @ XYZ_TO_RGB.T, atol=2e-4)
