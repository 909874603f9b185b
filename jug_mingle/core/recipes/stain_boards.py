"""A stain board: one stain on one wood, wiped back after different waits, and what lies between its
fields."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, Light, as_spectrum

_DARKEST = 1e-3


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Wait:
    """A wait before wiping back [minutes], what it gives (36,) [0..1], and how far that is off.
    [CIEDE2000]"""

    minutes: float
    R: FloatArray
    delta_E: float


def reflectance_after(minutes: ArrayLike, R: ArrayLike, wait: ArrayLike) -> FloatArray:
    """Return the reflectance (..., 36) that a stain gives when it is wiped after `wait`.

    Between two fields the absorbance -ln R, which is the wood's and the stain's together (Beer–Lambert), goes
    evenly with the logarithm of the wait: most of a stain goes in at once, ever less later. Before the first
    field and after the last one nothing is known, and the nearest field is returned.

    Parameters
    ----------
    minutes : (n,) array_like
        Waits of the fields, rising. [minutes above 0]
    R : (n, 36) array_like
        Seen reflectance of the fields. [0..1]
    wait : (...) array_like
        [minutes above 0]

    Raises
    ------
    ValueError
        If there is no field, or the waits do not rise from above 0.
    """
    minutes, R = as_floats(minutes, "waits"), check_finite(as_spectrum(R, "a stain board"), "a stain board")
    if minutes.size == 0 or R.shape != (minutes.size, BANDS):
        raise ValueError(f"a stain board has one reflectance for each wait, got {minutes.size} and {R.shape}")
    if not (minutes[0] > 0.0 and np.all(np.diff(minutes) > 0.0)):
        raise ValueError(f"the waits of a stain board rise from above 0 minutes, got {minutes.tolist()}")
    at = np.interp(np.log(np.maximum(wait, 1e-6)), np.log(minutes), np.arange(float(minutes.size)))
    below = np.minimum(at.astype(int), minutes.size - 1)
    above, share = np.minimum(below + 1, minutes.size - 1), (at - below)[..., np.newaxis]
    depth = np.log(np.maximum(R, _DARKEST))
    return np.asarray(np.exp(depth[below] * (1.0 - share) + depth[above] * share))


def nearest_wait(minutes: ArrayLike, R: ArrayLike, target: ArrayLike, light: Light = DAYLIGHT) -> Wait:
    """Return the wait between the first field and the last whose colour comes nearest to a target (36,)."""
    minutes = as_floats(minutes, "waits")
    tried = np.exp(np.linspace(np.log(minutes[0]), np.log(minutes[-1]), 200)) if minutes.size > 1 else minutes
    found = reflectance_after(minutes, R, tried)
    miss = delta_E_CIE2000(R_to_Lab(found, light), R_to_Lab(target, light))
    best = int(np.argmin(miss))
    return Wait(minutes=float(tried[best]), R=found[best], delta_E=float(miss[best]))
