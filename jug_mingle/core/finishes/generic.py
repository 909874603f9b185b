"""Generic materials, for those who have none on the shelf: waxes as films, gilding waxes as they look dabbed
on."""

from functools import cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.layer import Film
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import Optics, R_body, R_film, R_seen


# Strengths as of common tinted furniture waxes, from memory.
def _wax(name: str, kind: str, K: FloatArray, S: float, X: float = 9.0) -> Film:
    usual = kind_of(kind)
    return Film(
        name=name, optics=Optics(K=K, S=np.full(BANDS, S)), X=X, veil=0.5, base="wax", density=usual.density,
        spread_rate=usual.spread_rate, facts=Facts.of([(usual, {})]),
    )  # fmt: skip


WAXES: Final[dict[str, Film]] = {
    "clear wax": _wax("clear wax", "clear_wax", 2e-4 * (550.0 / WAVELENGTHS) ** 4, 1e-5),
    "black wax": _wax("black wax", "coloured_wax", np.full(BANDS, 0.085), 2e-3),
    "brown wax": _wax("brown wax", "coloured_wax", 0.055 * (520.0 / WAVELENGTHS) ** 3.2, 2e-3),
    "white wax": _wax("white wax", "light_wax", np.full(BANDS, 6e-4), 0.055),
}

METALS: Final[dict[str, tuple[float, float, float]]] = {
    "gold": (68.0, 6.0, 42.0), "bronze": (48.0, 12.0, 26.0), "silver": (74.0, 0.0, 2.0),
    "copper": (56.0, 24.0, 28.0),
}  # fmt: skip
"""CIELAB of gilding waxes as they look dabbed on, from memory."""

COVERS: Final[dict[str, tuple[float, float, float]]] = {"paste": (92.0, 0.0, 4.0), "rust": (39.0, 22.0, 30.0)}
"""CIELAB of what else covers where no tin is named: texture paste as it comes, iron rusted overnight;
assumed."""

USUAL_MATERIAL: Final = {
    "clear wax": "clear_wax",
    "black wax": "coloured_wax",
    "brown wax": "coloured_wax",
    "white wax": "light_wax",
    **dict.fromkeys(METALS, "gilding_wax"),
    **{kind.key: kind.usual_material for kind in KINDS.values() if kind.usual_material},
}
"""Kind of material of what is laid without naming a tin: generic waxes and gildings, and layers without a
colour."""

_THICK: Final = 3.0
"""Coats of a wax that a swatch of it shows."""


@cache
def metal(name: str) -> FloatArray:
    """Return the body reflectance (36,) of a gilding; ValueError lists the known ones."""
    if name not in METALS and name not in COVERS:
        raise ValueError(f"there is no gilding {name!r}; known are {', '.join(METALS)}")
    return R_body(recover_reflectance(Lab_to_XYZ((METALS | COVERS)[name])), 0.0)


@cache
def generic_film(name: str) -> Film:
    """Return a generic wax or gilding as a film, always the same one; ValueError lists the known gildings."""
    if name in WAXES:
        return WAXES[name]
    R = metal(name)
    # As opaque as a metal leaf: any scattering will do, the ratio gives its reflectance.
    usual = kind_of("gilding_wax")
    return Film(
        name=name, optics=Optics(K=(1 - R) ** 2 / (2 * R) * 5.0, S=np.full(BANDS, 5.0)), X=5.0, veil=0.0,
        density=usual.density, spread_rate=usual.spread_rate, facts=Facts.of([(usual, {})]),
    )  # fmt: skip


def generic_swatch(name: str) -> FloatArray:
    """Return how a generic wax, some coats of it on white paper, or a gilding looks in a swatch (36,).
    [0..1]"""
    film = generic_film(name)
    return R_seen(
        R_film(K=film.optics.K, S=film.optics.S, X=_THICK * film.X, R_g=np.full(BANDS, 0.85)), film.veil
    )
