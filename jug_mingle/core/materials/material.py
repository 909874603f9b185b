"""One tin on the shelf: its kind, what its own label overrides, and what may be mixed with what."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, as_floats, check_finite, check_range
from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.optics.film import veil_of

SPREAD_RATE: Final = 11.0
"""Area that a litre of furniture paint covers in one coat, where nothing says it better. [m²/L]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Material:
    """One tin on the shelf: its kind, and what its own label overrides.

    Attributes
    ----------
    key, name : str
        What the program and the painter call it.
    volume_solids, density, spread_rate : float, optional
        As for `Kind`; the kind's own where left out.
    sheen : str, optional
        As for `Kind`.
    left : float
        What is left in the tin. [ml]
    price : float
        Price of a litre, in any one currency.
    """

    key: str
    name: str
    kind: Kind
    volume_solids: float | None = None
    density: float | None = None
    spread_rate: float | None = None
    sheen: str | None = None
    left: float = np.inf
    price: float = 0.0

    def __post_init__(self) -> None:
        for name, low, high in (
            ("volume_solids", 0.0, 1.0),
            ("density", 0.3, 5.0),
            ("spread_rate", 0.5, 60.0),
        ):
            value = getattr(self, name)
            if value is not None:
                check_range(
                    check_finite(np.asarray(value, dtype=float), name), f"{name} of {self.name}", low, high
                )
        check_range(np.asarray(self.left, dtype=float), f"what is left of {self.name}", 0.0)

    @property
    def solids(self) -> float:
        """Volume solids in force. [0..1]"""
        return self.kind.volume_solids if self.volume_solids is None else self.volume_solids

    @property
    def mass_density(self) -> float:
        """Density in force. [g/ml]"""
        return self.kind.density if self.density is None else self.density

    @property
    def spread(self) -> float:
        """Spread rate in force. [m²/L]"""
        return self.spread_rate or self.kind.spread_rate

    @property
    def dry_coat(self) -> float:
        """Dry thickness of one coat: 1000 / spread rate is the wet thickness in µm. [µm]"""
        return 1000.0 / self.spread * self.solids

    @property
    def veil(self) -> float:
        """The surface of its dried film, for `film.R_seen`. [0..1]"""
        return veil_of(self.sheen or self.kind.sheen)


def may_mix(materials: Sequence[Material]) -> str:
    """Return why these may not stand in one jug, or nothing when they may."""
    kinds = {material.kind.key for material in materials}
    for material in materials:
        own = material.kind.stirred_with
        if not material.kind.colours and not (own and kinds <= own | {material.kind.key}):
            return (
                f"{material.name} is {material.kind.title.lower()}: it is no colour to mix with "
                "(paint lightened with primer can peel as a skin within days)"
            )
    powders = {material.kind.key for material in materials if material.kind.powder}
    wet = [m for m in materials if m.kind.optical == "hiding" and m.kind.key not in powders]
    if powders and wet:
        dry = next(material for material in materials if material.kind.powder)
        return f"{dry.name} is {dry.kind.title.lower()}: stir it with water by itself, not into {wet[0].name}"
    if materials and not any(material.solids > 0.0 for material in materials):
        return f"{materials[0].name} alone leaves no film: add what is to stay on the piece"
    bases = sorted({m.kind.base for m in materials} - {"any"})
    if len(bases) > 1:
        named = ", ".join(f"{m.name} ({m.kind.base})" for m in materials)
        return f"{' and '.join(bases)} do not mix: {named}"
    return ""


def dry_shares(volumes: ArrayLike, solids: ArrayLike) -> FloatArray:
    """Return each material's share of the dry film.

    Parameters
    ----------
    volumes : (..., n) array_like
        Poured volumes, not negative, not all zero. [any one unit]
    solids : (n,) array_like
        Volume solids. [0..1]

    Returns
    -------
    c : (..., n) ndarray
        Sums to 1.

    Raises
    ------
    ValueError
        If a volume is negative or not finite, or nothing poured has solids.
    """
    volumes = check_range(
        check_finite(as_floats(volumes, "poured volumes"), "poured volumes"), "poured volumes", 0.0
    )
    dry = volumes * check_range(as_floats(solids, "volume solids"), "volume solids", 0.0, 1.0)
    total = dry.sum(axis=-1, keepdims=True)
    if np.any(total <= 0.0):
        raise ValueError(
            "nothing poured leaves a dry film: give at least one material with solids a volume above 0"
        )
    return np.asarray(dry / total)


def mixed_veil(materials: Sequence[Material], volumes: ArrayLike) -> float:
    """Return the surface of a dried mix of poured volumes [any one unit], for `film.R_seen`. [0..1]"""
    c = dry_shares(volumes, [material.solids for material in materials])
    return float(c @ [material.veil for material in materials])
