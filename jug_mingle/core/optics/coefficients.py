"""What a dry film is made of: its absorption and scattering coefficients."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, check_range, read_only
from jug_mingle.core.colour.spectra import BANDS


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Optics:
    """K and S of a dry film over the 36 bands. [1/µm]"""

    K: FloatArray
    S: FloatArray

    def __post_init__(self) -> None:
        for name in ("K", "S"):
            array = check_finite(as_floats(getattr(self, name), name, last_axis=BANDS), name)
            object.__setattr__(self, name, read_only(check_range(array, name, 0.0)))


CLEAR: Final = Optics(K=np.full(BANDS, 1e-7), S=np.full(BANDS, 1e-7))
"""A medium, clear coat, wax or oil: solids without colour."""

EXTENDER: Final = Optics(K=np.full(BANDS, 1e-5), S=np.full(BANDS, 0.003))
"""Plaster or chalk in a binder: nearly of the binder's refractive index, so it hardly hides (index 1.58, 2
µm, Mie)."""
