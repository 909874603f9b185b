"""XYZ, CIELAB, CIEDE2000, sRGB and chromatic adaptation.

XYZ has Y = 100 for the perfect diffuser, L* runs 0..100, sRGB 0..1. Colours stand on the last axis; leading axes
broadcast; nan gives nan.
"""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_range, read_only
from jug_mingle.core.spectra import DAYLIGHT, Light, as_spectrum

_EPSILON: Final = (6 / 29) ** 3
_SLOPE: Final = (29 / 6) ** 2 / 3

# IEC 61966-2-1 primaries and white, as chromaticities; the matrix follows from them without rounding.
_PRIMARIES: Final = np.array([[0.64, 0.33, 0.03], [0.30, 0.60, 0.10], [0.15, 0.06, 0.79]])
_WHITE_xyz: Final = np.array([0.3127, 0.3290, 0.3583])
_SCALE: Final = np.linalg.solve(_PRIMARIES.T, 100.0 * _WHITE_xyz / _WHITE_xyz[1])
RGB_TO_XYZ: Final = read_only(_PRIMARIES.T * _SCALE)
XYZ_TO_RGB: Final = read_only(np.linalg.inv(RGB_TO_XYZ))
SRGB_WHITE: Final = read_only(RGB_TO_XYZ.sum(axis=1))

# CAT16, C. Li et al., Color Res. Appl. 42, 703 (2017), doi:10.1002/col.22131.
_CAT16: Final = np.array(
    [[0.401288, 0.650173, -0.051461], [-0.250268, 1.204414, 0.045854], [-0.002079, 0.048952, 0.953127]]
)
_CAT16_INVERSE: Final = np.linalg.inv(_CAT16)


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


def delta_E_CIE2000(Lab_1: ArrayLike, Lab_2: ArrayLike) -> FloatArray:
    """Return the colour difference CIEDE2000 with k_L = k_C = k_H = 1.

    Parameters
    ----------
    Lab_1, Lab_2 : (..., 3) array_like
        Two colours, or arrays of them that broadcast.

    Returns
    -------
    delta_E : (...) ndarray
        0 for the same colour; about 1 can just be seen side by side.

    Notes
    -----
    Hues that lie 180 degrees apart are a tie that rounding would decide; they are averaged without the turn, which
    meets pair 14 of the published test data.

    References
    ----------
    .. [1] G. Sharma, W. Wu, E. N. Dalal, Color Res. Appl. 30, 21 (2005), doi:10.1002/col.20070.
    """
    Lab_1, Lab_2 = as_floats(Lab_1, "Lab_1", last_axis=3), as_floats(Lab_2, "Lab_2", last_axis=3)
    L_1, a_1, b_1 = (Lab_1[..., i] for i in range(3))
    L_2, a_2, b_2 = (Lab_2[..., i] for i in range(3))
    C_mean = (np.hypot(a_1, b_1) + np.hypot(a_2, b_2)) / 2.0
    G = 0.5 * (1.0 - _chroma_7(C_mean))
    a_1, a_2 = (1.0 + G) * a_1, (1.0 + G) * a_2
    C_1, C_2 = np.hypot(a_1, b_1), np.hypot(a_2, b_2)
    h_1, h_2 = np.degrees(np.arctan2(b_1, a_1)) % 360.0, np.degrees(np.arctan2(b_2, a_2)) % 360.0
    coloured = C_1 * C_2 > 0.0
    apart = np.where(coloured, h_2 - h_1, 0.0)
    far = np.abs(apart) > 180.0 + 1e-9
    delta_h = np.where(far, apart - 360.0 * np.sign(apart), apart)
    delta_H = 2.0 * np.sqrt(C_1 * C_2) * np.sin(np.radians(delta_h) / 2.0)
    h_sum = h_1 + h_2
    h_mean = np.where(far, (h_sum + np.where(h_sum < 360.0, 360.0, -360.0)) / 2.0, h_sum / 2.0)
    h_mean = np.where(coloured, h_mean, h_sum)
    return _CIEDE2000_sum(L_2 - L_1, C_2 - C_1, delta_H, (L_1 + L_2) / 2.0, (C_1 + C_2) / 2.0, h_mean)


def _chroma_7(C: FloatArray) -> FloatArray:
    return np.asarray(np.sqrt(C**7 / (C**7 + 25.0**7)))


def _CIEDE2000_sum(
    dL: FloatArray, dC: FloatArray, dH: FloatArray, L: FloatArray, C: FloatArray, h: FloatArray
) -> FloatArray:
    """Return the weighted sum of the three differences at mean lightness, chroma and hue (eq. 15-22 of Sharma)."""
    T = (
        1.0
        - 0.17 * np.cos(np.radians(h - 30.0))
        + 0.24 * np.cos(np.radians(2.0 * h))
        + 0.32 * np.cos(np.radians(3.0 * h + 6.0))
        - 0.20 * np.cos(np.radians(4.0 * h - 63.0))
    )
    S_L = 1.0 + 0.015 * (L - 50.0) ** 2 / np.sqrt(20.0 + (L - 50.0) ** 2)
    S_C = 1.0 + 0.045 * C
    S_H = 1.0 + 0.015 * C * T
    R_T = -np.sin(np.radians(60.0 * np.exp(-(((h - 275.0) / 25.0) ** 2)))) * 2.0 * _chroma_7(C)
    c, H = dC / S_C, dH / S_H
    total = np.maximum((dL / S_L) ** 2 + c**2 + H**2 + R_T * c * H, 0.0)
    return np.asarray(np.sqrt(total))


def even_metric(Lab: ArrayLike) -> FloatArray:
    """Return matrices M (..., 3, 3) such that |M @ dLab| is about the CIEDE2000 of a small step dLab at `Lab`.

    The lightness weight is that of CIEDE2000, chroma and hue have the weights of CIE94; the blue rotation is left
    out. Least squares uses it, where CIEDE2000 itself has no slope (at zero).
    """
    Lab = as_floats(Lab, "Lab", last_axis=3)
    L, a, b = (Lab[..., i] for i in range(3))
    C = np.hypot(a, b)
    S_L = 1.0 + 0.015 * (L - 50.0) ** 2 / np.sqrt(20.0 + (L - 50.0) ** 2)
    safe = np.maximum(C, 1e-9)
    cos, sin = np.where(C > 1e-9, a / safe, 1.0), np.where(C > 1e-9, b / safe, 0.0)
    M = np.zeros((*L.shape, 3, 3))
    M[..., 0, 0] = 1.0 / S_L
    M[..., 1, 1], M[..., 1, 2] = cos / (1.0 + 0.045 * C), sin / (1.0 + 0.045 * C)
    M[..., 2, 1], M[..., 2, 2] = -sin / (1.0 + 0.015 * C), cos / (1.0 + 0.015 * C)
    return M


DIFFERENCE_WORDS: Final = ((1.0, "can't tell"), (2.0, "only side by side"), (4.0, "close"), (8.0, "a shade off"))


def difference_words(delta_E: float) -> str:
    """Return what a painter would call a CIEDE2000 of `delta_E`."""
    return next((words for limit, words in DIFFERENCE_WORDS if delta_E < limit), "another colour")


def RGB_to_sRGB(RGB: ArrayLike) -> FloatArray:
    """Return sRGB values 0..1 of linear ones (IEC 61966-2-1), clipped to what a screen shows."""
    RGB = np.clip(as_floats(RGB, "RGB", last_axis=3), 0.0, 1.0)
    return np.where(RGB <= 0.0031308, 12.92 * RGB, 1.055 * RGB ** (1 / 2.4) - 0.055)


def sRGB_to_RGB(sRGB: ArrayLike) -> FloatArray:
    """Return linear values of sRGB ones, each 0..1 (IEC 61966-2-1)."""
    sRGB = check_range(as_floats(sRGB, "sRGB", last_axis=3), "sRGB", 0.0, 1.0)
    return np.where(sRGB <= 0.04045, sRGB / 12.92, ((sRGB + 0.055) / 1.055) ** 2.4)


def sRGB_to_XYZ(sRGB: ArrayLike) -> FloatArray:
    """Return XYZ under D65 of sRGB values 0..1."""
    return sRGB_to_RGB(sRGB) @ RGB_TO_XYZ.T


def XYZ_to_sRGB(XYZ: ArrayLike) -> FloatArray:
    """Return sRGB values 0..1 of XYZ under D65; colours that a screen cannot show are clipped to its edge."""
    return RGB_to_sRGB(as_floats(XYZ, "XYZ", last_axis=3) @ XYZ_TO_RGB.T)


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
    """Return the sRGB 0..1 that shows on a screen how `XYZ` under `light` looks to an eye that has settled there.

    The eye adapts as far as CIECAM02 says for that brightness, so a bulb stays a little warm.
    """
    return XYZ_to_sRGB(adapt(XYZ, white=light.white, white_to=SRGB_WHITE, degree=light.adaptation))


def R_to_screen(R: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the sRGB 0..1 of reflectances under a light, as the whole program shows it."""
    return XYZ_to_screen(R_to_XYZ(R, light), light)


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
