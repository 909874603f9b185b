"""What paints are like: twelve thousand invented ones, to tell from a masstone what may lie behind it.

Their optics are Mie theory's for pigments with random refractive indices, sizes and absorption bands, alone,
in pairs and let down with white (`bench.synthetic_pigments` makes the file; docs/decisions/0016 tells why).
The paints whose masstones look like the one that was read are the prior: how strongly such a paint scatters,
and how its curves run between the three numbers of a colour.
"""

from functools import cache, lru_cache
from pathlib import Path
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000, even_metric
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.optics.film import R_infinity, R_seen

RANK: Final = 16
"""Directions in which paints that look alike differ; further ones hold nothing."""

_FILE: Final = Path(__file__).parents[1] / "data" / "paints.npz"
_NEAR: Final = 4.0
"""How much alike counts as alike. [CIEDE2000]"""

_LEAST, _MOST = 60, 500
"""So many paints are looked at, at least and at most."""

_LOOKED_AT: Final = 2000

_WHITE_S: Final = 0.14
"""Mean scattering of a furniture white per µm of dry film: three to five brushed coats hide a dark ground."""


@cache
def _invented() -> tuple[FloatArray, FloatArray]:
    """Return log K and log S side by side (n, 72), and the CIELAB (n, 3) of their masstones, dead flat, in
    daylight."""
    with np.load(_FILE) as stored:
        log_K, log_S = stored["log_KS"].astype(float).transpose(1, 0, 2)
    Lab = R_to_Lab(R_seen(R_infinity(K=np.exp(log_K), S=np.exp(log_S)), 1.0))
    # Real films hold less pigment than fills the theory's: what counts is a white's hiding.
    pale = log_S.mean(axis=1)[Lab[:, 0] > 95.0]
    shift = np.log(_WHITE_S) - float(pale.mean())
    return np.hstack([log_K, log_S]) + shift, Lab


def paints_like(Lab: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return what paints with such a masstone are like.

    Parameters
    ----------
    Lab : (3,) ndarray
        Of the masstone, dead flat and dry, in daylight.

    Returns
    -------
    mean : (72,) ndarray
        Of log K and log S, one after the other. [log 1/µm]
    basis : (72, RANK) ndarray
        How they vary about it: basis z with z ~ N(0, 1).
    """
    return _like(*(round(float(value), 1) for value in Lab))


@lru_cache(maxsize=1000)
def _like(L: float, a: float, b: float) -> tuple[FloatArray, FloatArray]:
    paints, Lab = _invented()
    read = np.array([L, a, b])
    # First by a cheap measure: CIEDE2000 of all of them takes most of the time.
    roughly = (((Lab - read) @ even_metric(read).T) ** 2).sum(axis=1)
    near = np.argsort(roughly)[:_LOOKED_AT]
    apart = delta_E_CIE2000(Lab[near], read)
    nearest = np.argpartition(apart, _MOST)[:_MOST]
    near, apart = near[nearest], apart[nearest]
    # Where few look like it, the circle widens.
    reach = max(_NEAR, 0.7 * float(np.partition(apart, _LEAST)[_LEAST]))
    weight = np.exp(-0.5 * (apart / reach) ** 2)
    weight /= weight.sum()
    mean = weight @ paints[near]
    around = (paints[near] - mean) * np.sqrt(weight)[:, np.newaxis]
    values, vectors = np.linalg.eigh(around.T @ around)
    basis = vectors[:, ::-1][:, :RANK] * np.sqrt(np.maximum(values[::-1][:RANK], 0.0))
    return read_only(mean), read_only(basis)
