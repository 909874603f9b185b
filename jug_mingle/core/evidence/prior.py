"""What is believed of a material before its readings: how log K and log S may lie, and vary together."""

from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.evidence.synthetic_paints import paints_like
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import CLEAR, EXTENDER, K_over_S

_POSITION: Final = (WAVELENGTHS - 555.0) / 175.0
_K_RANK: Final = 18
_S_RANK: Final = 7
_S_SLOPE: Final = 0.15

_LOAD, _LOAD_COLOURED = 0.6, 1.2
"""How uncertain K and S together are beyond what the crowd says (natural logarithm), of a white and of a
colour: a tin's solids, and how much pigment there is in it."""

_COLOURED: Final = (75.0, 90.0)
"""L* below which a masstone counts as a colour's in this, and above which as a white's."""

_PALE, _DIRT = 92.0, 1.2
"""From which L* a paint counts as nearly white, and how uncertain the logarithm of its absorption is then."""


def _smooth(*parts: tuple[float, float], rank: int, level: float = 0.0) -> FloatArray:
    """Return B (36, rank): B z with z ~ N(0, 1) is the leading part of a Gaussian process over the
    wavelength.

    `parts` are (spread, reach in nm) of squared-exponential covariances; `level` is the spread of a constant.
    """
    apart = np.subtract.outer(WAVELENGTHS, WAVELENGTHS)
    covariance = level**2 + sum(spread**2 * np.exp(-0.5 * (apart / reach) ** 2) for spread, reach in parts)
    values, vectors = np.linalg.eigh(covariance)
    return np.asarray(vectors[:, ::-1][:, :rank] * np.sqrt(np.maximum(values[::-1][:rank], 0.0)))


@cache
def _K_basis() -> FloatArray:
    return _smooth((1.05, 98.0), (0.3, 36.0), rank=_K_RANK, level=5.0)


@cache
def _S_basis() -> FloatArray:
    """What scattering does beside its level: a slope, and the small swings that Mie theory has at absorption
    edges."""
    return np.column_stack([_S_SLOPE * _POSITION, _smooth((0.078, 56.0), rank=_S_RANK)])


@cache
def _own_basis(pale: bool) -> tuple[FloatArray, FloatArray]:
    """How a real paint may differ from all invented ones, in log K and in log S.

    The little that a white absorbs is dirt and binder more than pigment: of that the invented ones know
    nothing.
    """
    return _smooth((0.4, 70.0), rank=10, level=_DIRT if pale else 0.0), _smooth((0.08, 90.0), rank=5)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Prior:
    """What is believed of one material before its readings: mean of log K and log S, and the bases (36, u)
    around them.

    Each unknown may move both.
    """

    log_K: FloatArray
    log_S: FloatArray
    basis_K: FloatArray
    basis_S: FloatArray

    @property
    def size(self) -> int:
        """The number of unknowns."""
        return int(self.basis_K.shape[1])

    @property
    def scales(self) -> float:
        """1 when it follows the common scale of all paints, 0 when its optics are fixed."""
        return float(self.size > 0)


_DYE, _PIGMENT = float(np.log(3e-4)), float(np.log(0.03))
"""Of what colours without hiding: log S of a dye, and of a pigment. [1/µm]"""


def pigmented(film: FloatArray) -> float:
    """Return how far a stain, a glaze or a wax counts as pigmented, by the CIELAB of a coat of it on white.
    [0..1]

    Dyes are vivid or dark; what is white, pale and grey without a hue of its own is made of pigments that
    scatter, and lightens dark wood. Common practice, from memory.
    """
    L, a, b = (float(value) for value in film)
    return float(
        np.clip(
            1.8 * np.exp(-((np.hypot(a, b) / 14.0) ** 2)) * np.clip((L - 35.0) / 25.0, 0.0, 1.0), 0.0, 1.0
        )
    )


def prior_of(material: Material, masstone: FloatArray | None, film: FloatArray | None = None) -> Prior:
    """Return what is believed of a material from its kind and, where it was read by itself, its masstone's
    CIELAB; of what never hides, that of a coat on white.

    A hiding paint is taken to be like the paints that look like it (`paints_like`), and a little like none of
    them.
    """
    kind = material.kind
    if kind.optical in ("clear", "extender"):
        optics = CLEAR if kind.optical == "clear" else EXTENDER
        nothing = np.zeros((BANDS, 0))
        return Prior(log_K=np.log(optics.K), log_S=np.log(optics.S), basis_K=nothing, basis_S=nothing)
    if kind.optical == "hiding" and masstone is not None:
        mean, basis = paints_like(masstone)
        own_K, own_S = _own_basis(bool(masstone[0] > _PALE))
        colour = float(np.interp(masstone[0], _COLOURED, (1.0, 0.0)))
        load = np.full((BANDS, 1), _LOAD + colour * (_LOAD_COLOURED - _LOAD))
        return Prior(
            log_K=mean[:BANDS], log_S=mean[BANDS:],
            basis_K=np.hstack([basis[:BANDS], load, own_K, np.zeros_like(own_S)]),
            basis_S=np.hstack([basis[BANDS:], load, np.zeros_like(own_K), own_S]),
        )  # fmt: skip
    if kind.optical == "transparent":
        part = 0.0 if film is None else pigmented(film)
        log_K, log_S, spread = np.log(0.02), _DYE + part * (_PIGMENT - _DYE), 1.0
    else:
        log_S, spread = np.log(0.04), 0.8
        log_K = log_S + np.log(float(K_over_S(0.3)))
    basis_K, basis_S = _K_basis(), np.column_stack([np.full(BANDS, spread), _S_basis()])
    return Prior(
        log_K=np.full(BANDS, log_K), log_S=np.full(BANDS, log_S),
        basis_K=np.hstack([basis_K, np.zeros_like(basis_S)]),
        basis_S=np.hstack([np.zeros_like(basis_K), basis_S]),
    )  # fmt: skip
