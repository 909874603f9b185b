"""A colour alone → a plausible reflectance with exactly that colour."""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, Light

_DIFFERENCE: Final = np.diff(np.eye(BANDS), axis=0)
_ROUGHNESS: Final = 2.0 * _DIFFERENCE.T @ _DIFFERENCE
# Pulls z to zero so weakly that only colours at the edge of what a surface can be feel it; keeps the system
# regular.
_RIDGE: Final = 1e-9 * np.eye(BANDS)


def recover_reflectance(XYZ: ArrayLike, light: Light = DAYLIGHT) -> FloatArray:
    """Return the smoothest reflectance (36,) that has the colour `XYZ` under a light.

    With R = (1 + tanh z) / 2 it minimises the sum of squared differences of z between neighbouring bands,
    subject to R @ weights = XYZ, by Newton's method on the Lagrange conditions. A colour that no surface has
    (lighter or more vivid than the object-colour solid) is drawn towards grey of its lightness until one has
    it.

    Parameters
    ----------
    XYZ : (3,) array_like
        One colour under the light, Y = 100 for the perfect diffuser.

    Raises
    ------
    ValueError
        If XYZ is not three finite numbers.

    References
    ----------
    .. [1] S. A. Burns, Color Res. Appl. 45, 53 (2020), doi:10.1002/col.22437 (least hyperbolic tangent slope
    squared).
    """
    XYZ = check_finite(as_floats(XYZ, "XYZ", last_axis=3), "XYZ")
    if XYZ.shape != (3,):
        raise ValueError(f"XYZ must be one colour, got shape {XYZ.shape}")
    grey = np.clip(XYZ[1] / 100.0, 1e-4, 1.0 - 1e-4) * light.white
    for share in (1.0, 0.995, 0.99, 0.98, 0.96, 0.93, 0.9, 0.85, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1):
        R = _newton(grey + share * (XYZ - grey), light)
        if R is not None:
            return R
    return np.full(BANDS, grey[1] / light.white[1])


def _newton(XYZ: FloatArray, light: Light) -> FloatArray | None:
    """Return the reflectance, or None when the iteration does not settle (the colour is out of reach)."""
    z = np.full(BANDS, np.arctanh(np.clip(2.0 * XYZ[1] / 100.0 - 1.0, -0.999, 0.999)))
    multiplier = np.zeros(3)
    W = light.weights / 100.0
    for _ in range(40):
        tanh = np.tanh(z)
        slope = (1.0 - tanh**2) / 2.0
        gradient = _ROUGHNESS @ z + slope * (W @ multiplier)
        miss = W.T @ ((1.0 + tanh) / 2.0) - XYZ / 100.0
        A = W * slope[:, np.newaxis]
        hessian = _ROUGHNESS + _RIDGE + np.diag(-2.0 * tanh * slope * (W @ multiplier))
        system = np.block([[hessian, A], [A.T, np.zeros((3, 3))]])
        try:
            step = np.linalg.solve(system, -np.concatenate([gradient, miss]))
        except np.linalg.LinAlgError:
            return None
        scale = min(1.0, 3.0 / max(float(np.abs(step[:BANDS]).max()), 1e-12))
        z, multiplier = z + scale * step[:BANDS], multiplier + scale * step[BANDS:]
        if np.abs(z).max() > 12.0:
            return None
        if scale == 1.0 and np.abs(step[:BANDS]).max() < 1e-8 and np.abs(miss).max() < 1e-9:
            return np.asarray((1.0 + np.tanh(z)) / 2.0)
    return None
