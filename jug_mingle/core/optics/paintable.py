"""Which colours a painted surface can have, and what is said of one that it cannot."""

from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab, sRGB_to_hex
from jug_mingle.core.colour.spectra import DAYLIGHT
from jug_mingle.core.optics.film import as_film_shows

_VIVID: Final = 1.0
_DARK: Final = 2.0
"""A colour that comes out farther from its wish than this is said to do so. [CIEDE2000]"""


def surface_of(XYZ: FloatArray) -> FloatArray:
    """Return the reflectance (36,) that stands for a colour of which only XYZ under D65 is known."""
    return np.round(np.clip(recover_reflectance(XYZ), 0.0, 1.0), 6)


def too_vivid_words(R: FloatArray, XYZ: FloatArray) -> str:
    """Say that a colour (XYZ under D65) is more vivid or lighter than its surface (36,); nothing where it is not."""
    if float(delta_E_CIE2000(R_to_Lab(R), XYZ_to_Lab(XYZ))) <= _VIVID:
        return ""
    return "No paint can be as vivid or as light as that: this is the nearest a surface can be."


def too_dark_words(R: FloatArray, veil: float) -> str:
    """Say that a film with this surface cannot look as dark as a colour (36,); nothing where it can."""
    shown = as_film_shows(R, veil)
    if float(delta_E_CIE2000(R_to_Lab(shown), R_to_Lab(R))) <= _DARK:
        return ""
    nearest = sRGB_to_hex(R_to_screen(shown, DAYLIGHT))
    return (
        f"A flat paint cannot look as dark as this: the light on its own surface makes it about {nearest} at the "
        "darkest. Sealed with a satin coat, wax or oil it comes nearer."
    )
