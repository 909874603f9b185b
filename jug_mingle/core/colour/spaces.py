"""Colour spaces: XYZ, CIELAB and sRGB, with the one transfer curve of the screen."""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_range, read_only
from jug_mingle.core.colour.spectra import DAYLIGHT, Light, as_spectrum

_EPSILON: Final = (6 / 29) ** 3
_SLOPE: Final = (29 / 6) ** 2 / 3

# IEC 61966-2-1 primaries and white, as chromaticities; the matrix follows from them without rounding.
_PRIMARIES: Final = np.array([[0.64, 0.33, 0.03], [0.30, 0.60, 0.10], [0.15, 0.06, 0.79]])
_WHITE_xyz: Final = np.array([0.3127, 0.3290, 0.3583])
_SCALE: Final = np.linalg.solve(_PRIMARIES.T, 100.0 * _WHITE_xyz / _WHITE_xyz[1])
RGB_TO_XYZ: Final = read_only(_PRIMARIES.T * _SCALE)
XYZ_TO_RGB: Final = read_only(np.linalg.inv(RGB_TO_XYZ))
SRGB_WHITE: Final = read_only(RGB_TO_XYZ.sum(axis=1))


def R_to_XYZ(R: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the XYZ (..., 3) of reflectances `R` (..., 36) under a light."""
    return as_spectrum(R) @ light.weights


def R_to_Lab(R: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the CIELAB (..., 3) of reflectances `R` (..., 36) against the white of a light."""
    return XYZ_to_Lab(R_to_XYZ(R, light), light.white)


def XYZ_to_Lab(XYZ: ArrayLike, white: ArrayLike = DAYLIGHT.white) -> FloatArray:
    """Return CIELAB (..., 3) of `XYZ` (..., 3) against a white (CIE 015:2018, eq. 8.3-8.11)."""
    t = as_floats(XYZ, "XYZ", last_axis=3) / as_floats(white, "white", last_axis=3)
    f = np.where(t > _EPSILON, np.cbrt(t), _SLOPE * t + 4 / 29)
    return np.stack(
        [116.0 * f[..., 1] - 16.0, 500.0 * (f[..., 0] - f[..., 1]), 200.0 * (f[..., 1] - f[..., 2])], axis=-1
    )


def XYZ_to_Lab_slope(XYZ: ArrayLike, white: ArrayLike) -> FloatArray:
    """Return the derivative (..., 3, 3) of CIELAB by XYZ: row L, a, b, column X, Y, Z."""
    white = as_floats(white, "white", last_axis=3)
    t = as_floats(XYZ, "XYZ", last_axis=3) / white
    slope = np.where(t > _EPSILON, 1.0 / (3.0 * np.cbrt(np.maximum(t, _EPSILON)) ** 2), _SLOPE) / white
    matrix = np.array([[0.0, 116.0, 0.0], [500.0, -500.0, 0.0], [0.0, 200.0, -200.0]])
    return matrix * slope[..., np.newaxis, :]


def Lab_to_XYZ(Lab: ArrayLike, white: ArrayLike = DAYLIGHT.white) -> FloatArray:
    """Return XYZ (..., 3) of CIELAB (..., 3) against a white (CIE 015:2018, annex)."""
    Lab = as_floats(Lab, "Lab", last_axis=3)
    f_Y = (Lab[..., 0] + 16.0) / 116.0
    f = np.stack([f_Y + Lab[..., 1] / 500.0, f_Y, f_Y - Lab[..., 2] / 200.0], axis=-1)
    t = np.where(f > 6 / 29, f**3, (f - 4 / 29) / _SLOPE)
    return t * as_floats(white, "white", last_axis=3)


def RGB_to_sRGB(RGB: ArrayLike) -> FloatArray:
    """Return sRGB values 0..1 of linear ones (IEC 61966-2-1), clipped to what a screen shows."""
    return encoded(np.clip(as_floats(RGB, "RGB", last_axis=3), 0.0, 1.0))


def encoded(linear: FloatArray) -> FloatArray:
    """Return the sRGB value of each linear one, 0..1 both: the transfer curve (IEC 61966-2-1)."""
    return np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)


def sRGB_to_RGB(sRGB: ArrayLike) -> FloatArray:
    """Return linear values of sRGB ones, each 0..1 (IEC 61966-2-1)."""
    sRGB = check_range(as_floats(sRGB, "sRGB", last_axis=3), "sRGB", 0.0, 1.0)
    return decoded(sRGB)


def decoded(sRGB: FloatArray) -> FloatArray:
    """Return the linear value of each sRGB one, 0..1 both: the inverse of `encoded`."""
    return np.where(sRGB <= 0.04045, sRGB / 12.92, ((sRGB + 0.055) / 1.055) ** 2.4)


LINEAR_OF_BYTE: Final = read_only(decoded(np.arange(256.0) / 255.0))
"""Linear value (256,) of each byte of a picture."""


def sRGB_to_XYZ(sRGB: ArrayLike) -> FloatArray:
    """Return XYZ under D65 of sRGB values 0..1."""
    return sRGB_to_RGB(sRGB) @ RGB_TO_XYZ.T


def XYZ_to_sRGB(XYZ: ArrayLike) -> FloatArray:
    """Return sRGB values 0..1 of XYZ under D65; colours that a screen cannot show are clipped to its edge."""
    return RGB_to_sRGB(as_floats(XYZ, "XYZ", last_axis=3) @ XYZ_TO_RGB.T)


def sRGB_to_hex(sRGB: ArrayLike) -> str:
    """Return the "#rrggbb" of one sRGB colour."""
    bytes_ = np.rint(255.0 * check_range(as_floats(sRGB, "sRGB", last_axis=3), "sRGB", 0.0, 1.0)).astype(int)
    return "#" + "".join(f"{value:02x}" for value in bytes_)


def hex_to_sRGB(text: str) -> FloatArray:
    """Return the sRGB 0..1 of "#rrggbb" or "rrggbb"; ValueError when it is neither."""
    digits = text.strip().removeprefix("#")
    if len(digits) != 6 or not all(c in "0123456789abcdefABCDEF" for c in digits):
        raise ValueError(f"a colour is written like #4f7f80, got {text!r}")
    return np.array([int(digits[i : i + 2], 16) for i in (0, 2, 4)]) / 255.0
