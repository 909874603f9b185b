"""How well a film hides: contrast ratio, coats to hide a ground, and hiding power."""

from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_range
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, Light
from jug_mingle.core.marked import marked
from jug_mingle.core.optics.film import Optics, R_film, R_infinity, R_seen
from jug_mingle.core.optics.ways import EVEN, Way

HIDDEN_WITHIN: Final = 1.0
"""A ground counts as hidden when the film over it is within this CIEDE2000 of the opaque film."""

CLOSE_WITHIN: Final = 2.0
"""Within this it comes close: a painter calls it covered."""

MOST_COATS: Final = 400.0
FULL_HIDING: Final = 0.98
"""Contrast ratio over black and a white of 0.80 that counts as full hiding (ASTM D2805, ISO 6504-3; from
memory)."""


def contrast_ratio(optics: Optics, X: ArrayLike, *, veil: float = 1.0, white: float = 0.80) -> FloatArray:
    """Return luminance over black by luminance over white, of films of X µm (...) as they are seen. [0..1]"""
    X = check_range(as_floats(X, "X"), "X", 0.0)
    Y = [
        R_seen(R_film(K=optics.K, S=optics.S, X=X, R_g=np.full(BANDS, level)), veil) @ DAYLIGHT.weights[:, 1]
        for level in (0.0, white)
    ]
    return np.asarray(Y[0] / Y[1])


def hiding_power(optics: Optics, *, solids: float, veil: float = 1.0, full: float = FULL_HIDING) -> float:
    """Return the area that a litre of paint hides at a contrast ratio of `full`. [m²/L]

    Parameters
    ----------
    solids : float
        Volume solids, above 0. [0..1]

    Notes
    -----
    A litre leaves 1000 × solids m²·µm of dry film. A film that never gets there gives 0.
    """
    if not 0.0 < solids <= 1.0:
        raise ValueError(f"volume solids must be above 0 and at most 1, got {marked(solids)}")
    low, high = 1e-3, 1e5
    if contrast_ratio(optics, high, veil=veil) < full:
        return 0.0
    for _ in range(60):
        middle = float(np.sqrt(low * high))
        if contrast_ratio(optics, middle, veil=veil) < full:
            low = middle
        else:
            high = middle
    return 1000.0 * solids / high


def coats_as_fraction(
    optics: Optics, *, X_coat: float, R_g: ArrayLike, light: Light = DAYLIGHT, veil: float = 1.0,
    within: float = HIDDEN_WITHIN,
) -> float:  # fmt: skip
    """Return the number of coats, as a fraction, after which the ground stays hidden.

    Parameters
    ----------
    X_coat : float
        Dry thickness of a coat. [µm]
    R_g : (36,) array_like
        Body reflectance of the ground. [0..1]
    within : float
        How far from the opaque film it may be. [CIEDE2000]

    Returns
    -------
    coats : float
        0.05..400; a film that never hides gets the upper end.
    """
    coats = np.geomspace(0.05, MOST_COATS, 64)
    body = np.vstack(
        [
            R_film(K=optics.K, S=optics.S, X=coats * X_coat, R_g=R_g),
            R_infinity(K=optics.K, S=optics.S)[np.newaxis],
        ]
    )
    Lab = XYZ_to_Lab(R_seen(body, veil) @ light.weights, light.white)
    delta_E = delta_E_CIE2000(Lab[:-1], Lab[-1])
    shown = np.flatnonzero(delta_E > within)
    if shown.size == 0:
        return float(coats[0])
    last = int(shown[-1])
    if last == coats.size - 1:
        return float(coats[-1])
    before, after = np.log(delta_E[last]), np.log(max(float(delta_E[last + 1]), 1e-12))
    share = (before - np.log(within)) / (before - after)
    return float(np.exp(np.log(coats[last]) + share * np.log(coats[last + 1] / coats[last])))


def coats_to_hide(
    optics: Optics, *, X_coat: float, R_g: ArrayLike, light: Light = DAYLIGHT, veil: float = 1.0,
    within: float = HIDDEN_WITHIN, way: Way = EVEN,
) -> int | None:  # fmt: skip
    """Return the least number of whole coats, laid in a way, that hides the ground; None when twenty do
    not."""
    passes = within * way.forgives
    needed = coats_as_fraction(optics, X_coat=X_coat, R_g=R_g, light=light, veil=veil, within=passes)
    coats = way.coats_for(needed)
    return coats if coats <= 20 else None
