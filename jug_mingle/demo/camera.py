"""A simulated camera: spectra under a light → the sRGB bytes that a phone would save."""

from functools import cache

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import XYZ_TO_RGB, RGB_to_sRGB
from jug_mingle.core.colour.spectra import DAYLIGHT, WAVELENGTHS, light, table
from jug_mingle.demo.pigments import TINS, true_mix


@cache
def _power(name: str) -> FloatArray:
    columns, values = table("lights.csv")
    return np.interp(WAVELENGTHS, values[:, 0], values[:, columns.index(name)])


@cache
def _matrix() -> FloatArray:
    """Return raw → XYZ for daylight, as a maker would fit it: least squares over painted samples."""
    samples = np.array(
        [
            true_mix([(a, 1.0), (b, weight)])
            for a in TINS[:16]
            for b in TINS[:16:3]
            if a is not b
            for weight in (0.5, 3.0)
        ]
    )
    raw = samples @ (_sensitivities() * _power("window")[:, np.newaxis])
    raw /= _raw_white("window")
    XYZ = samples @ DAYLIGHT.weights / DAYLIGHT.white
    return np.asarray(np.linalg.lstsq(raw, XYZ, rcond=None)[0])


def _sensitivities() -> FloatArray:
    return table("camera.csv")[1][:, 1:]


def _raw_white(light_name: str) -> FloatArray:
    return np.asarray((_sensitivities() * _power(light_name)[:, np.newaxis]).sum(axis=0))


def photograph(R: FloatArray, light_name: str, *, balance: float = 0.65) -> FloatArray:
    """Return the linear sRGB (..., 3) that the camera renders of reflectances (..., 36) under a light.

    Parameters
    ----------
    balance : float
        How far its automatic white balance goes from daylight (0) to the light that is there (1).
    """
    light(light_name)
    raw = R @ (_sensitivities() * _power(light_name)[:, np.newaxis])
    there = _raw_white(light_name) / _raw_white(light_name)[1]
    day = _raw_white("window") / _raw_white("window")[1]
    gains = day ** (1.0 - balance) * there**balance
    raw = raw / _raw_white(light_name)[1] / gains
    return np.asarray((raw @ _matrix() * DAYLIGHT.white / 100.0) @ (100.0 * XYZ_TO_RGB.T))


def develop(linear: FloatArray, *, exposure: float, seed: int) -> NDArray[np.uint8]:
    """Return the bytes of a linear picture: exposed, with the sensor's noise, clipped and coded."""
    rng = np.random.default_rng(seed)
    exposed = linear * exposure
    noise = rng.standard_normal(exposed.shape, dtype=np.float32) * np.sqrt(
        np.clip(exposed, 0.0, 1.0) * 2e-4 + 4e-6
    )
    return np.asarray(np.rint(255.0 * RGB_to_sRGB(np.clip(exposed + noise, 0.0, 1.0))).astype(np.uint8))
