"""Fewer wavelengths for pictures: films are computed at a dozen of them, the rest follows by smooth
interpolation.

Half a million samples times 36 bands times eight layers is too much for a picture that follows the hand.
Reflectances of painted things are smooth; between a dozen nodes, closest where the eye weighs most, a
Gaussian process of reach 32 nm restores them to within 0.3 CIEDE2000, so the nodes carry their own weights
for XYZ. Numbers that are said (recipes, picked points) use all bands.
"""

from functools import lru_cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import adapt
from jug_mingle.core.colour.spaces import SRGB_WHITE, XYZ_TO_RGB
from jug_mingle.core.colour.spectra import WAVELENGTHS, Light

NODES: Final = np.array([4, 6, 7, 9, 12, 14, 17, 19, 21, 23, 27, 32])
"""Places of the nodes among the bands, chosen for the least worst error over films on all grounds in all
lights."""

_REACH: Final = 32.0


@lru_cache(maxsize=16)
def screen_weights(light: Light) -> FloatArray:
    """Return M (12, 3): R at the nodes @ M is linear screen RGB under a light, as `colour.R_to_screen` shows
    it."""
    apart = np.subtract.outer(WAVELENGTHS, WAVELENGTHS[NODES])
    kernel = np.exp(-0.5 * (apart / _REACH) ** 2)
    inner = kernel[NODES] + 1e-6 * np.eye(NODES.size)
    restore = kernel @ np.linalg.inv(inner)  # (36, 12)
    # A flat spectrum stays flat: the share that the kernel loses is given back evenly.
    restore += (1.0 - restore.sum(axis=1, keepdims=True)) / NODES.size
    to_RGB = adapt(np.eye(3), white=light.white, white_to=SRGB_WHITE, degree=light.adaptation) @ XYZ_TO_RGB.T
    return np.asarray(restore.T @ light.weights @ to_RGB)
