"""Whether a dried strip can be of its batch at all: another tin, a wet strip or a tap beside it teach
nothing."""

from typing import Final

import numpy as np

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.readings import Reading
from jug_mingle.core.optics.film import R_infinity, R_seen
from jug_mingle.core.recipes.assessment import pour_factors
from jug_mingle.core.recipes.rescue import IN_JUG_ERROR

_DRAWS: Final = 160
_APART, _NOISES = 4.0, 3.0
"""Nearer than this [CIEDE2000], or than so many times its noise, a strip is never called unexplained."""


def unexplained(shelf: Shelf, reading: Reading) -> bool:
    """Return whether nothing that is known explains the strip of a batch.

    It does not, where of many shelves drawn from what is known, each poured with errors of its own, none
    comes near: not within a few units, and not within what the drawn batches differ among themselves.

    Parameters
    ----------
    shelf : Shelf
        As it was fitted without that reading.
    reading : Reading
        One opaque swatch.
    """
    places = [shelf.index(key) for key, _ in reading.volumes]
    solids = np.array([shelf.materials[place].solids for place in places])
    dry = np.array([volume for _, volume in reading.volumes]) * solids
    dry = dry * pour_factors(_DRAWS, len(places), max(reading.pour_error, IN_JUG_ERROR))
    c = dry / dry.sum(axis=1, keepdims=True)
    K, S = (np.einsum("mn,mnw->mw", c, drawn[:, places]) for drawn in shelf.draw(_DRAWS))
    drawn = R_to_Lab(R_seen(R_infinity(K=K, S=S), reading.veil), reading.light)
    seen = reading.swatches[0].seen
    read = seen if seen.size == 3 else R_to_Lab(seen, reading.light)
    among = float(np.mean(delta_E_CIE2000(drawn, drawn.mean(axis=0))))
    nearest = float(np.min(delta_E_CIE2000(drawn, read)))
    return nearest > max(_APART, _NOISES * reading.noise, among)
