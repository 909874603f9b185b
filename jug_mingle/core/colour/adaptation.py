"""Chromatic adaptation (CAT16), and colours of any light on a screen that is D65."""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats
from jug_mingle.core.colour.spaces import SRGB_WHITE, R_to_XYZ, XYZ_to_sRGB
from jug_mingle.core.colour.spectra import DAYLIGHT, Light

# CAT16, C. Li et al., Color Res. Appl. 42, 703 (2017), doi:10.1002/col.22131.
_CAT16: Final = np.array(
    [[0.401288, 0.650173, -0.051461], [-0.250268, 1.204414, 0.045854], [-0.002079, 0.048952, 0.953127]]
)
_CAT16_INVERSE: Final = np.linalg.inv(_CAT16)


def adapt(XYZ: ArrayLike, *, white: ArrayLike, white_to: ArrayLike, degree: float = 1.0) -> FloatArray:
    """Return the XYZ that looks under `white_to` as `XYZ` looks under `white` (CAT16, one step).

    Parameters
    ----------
    degree : float
        Degree of adaptation D; 1 discounts the light wholly, 0 not at all. [0..1]
    """
    XYZ = as_floats(XYZ, "XYZ", last_axis=3)
    cone_from = _CAT16 @ as_floats(white, "white", last_axis=3)
    cone_to = _CAT16 @ as_floats(white_to, "white_to", last_axis=3)
    gain = degree * cone_to / cone_from + 1.0 - degree
    return np.asarray((XYZ @ _CAT16.T * gain) @ _CAT16_INVERSE.T)


def cone_response(XYZ: ArrayLike) -> FloatArray:
    """Return the CAT16 cone responses (..., 3) of `XYZ` (..., 3), in which adaptation is a gain for each."""
    return np.asarray(as_floats(XYZ, "XYZ", last_axis=3) @ _CAT16.T)


def gains_to_XYZ(gains: ArrayLike) -> FloatArray:
    """Return the matrix (3, 3), XYZ → XYZ, that multiplies the CAT16 cone responses by `gains` (3,)."""
    return np.asarray(_CAT16_INVERSE @ (as_floats(gains, "gains", last_axis=3)[:, np.newaxis] * _CAT16))


def XYZ_to_screen(XYZ: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the sRGB 0..1 that shows on a screen how `XYZ` under `light` looks to an eye that has settled
    there.

    The eye adapts as far as CIECAM02 says for that brightness, so a bulb stays a little warm.
    """
    return XYZ_to_sRGB(adapt(XYZ, white=light.white, white_to=SRGB_WHITE, degree=light.adaptation))


def R_to_screen(R: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the sRGB 0..1 of reflectances under a light, as the whole program shows it."""
    return XYZ_to_screen(R_to_XYZ(R, light), light)
