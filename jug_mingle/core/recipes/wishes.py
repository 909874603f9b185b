"""What is wanted and allowed: a target, its lights, a batch, a tool, the tins that may be used."""

from dataclasses import dataclass

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS, DAYLIGHT, Light, as_spectrum
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.material import Material, may_mix
from jug_mingle.core.measuring.tools import Tool, check_batch


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Goal:
    """The colour wanted: its CIELAB (l, 3) in each of l lights that matter."""

    Lab: FloatArray
    lights: tuple[Light, ...]

    def miss(self, seen: FloatArray) -> FloatArray:
        """Return the CIEDE2000 (...) of seen reflectances (..., 36), in the worst light."""
        worst: FloatArray = np.max(
            [
                delta_E_CIE2000(XYZ_to_Lab(seen @ light.weights, light.white), Lab)
                for light, Lab in zip(self.lights, self.Lab, strict=True)
            ],
            axis=0,
        )
        return worst


class NothingToMixError(ValueError):
    """The shelf has no tin that this recipe may use."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Target:
    """A colour wanted: its seen reflectance, and the lights in which it must match."""

    R: FloatArray
    lights: tuple[Light, ...] = (DAYLIGHT,)

    def __post_init__(self) -> None:
        R = as_spectrum(self.R, "the target's reflectance")
        if R.shape != (BANDS,) or not np.all(np.isfinite(R)):
            raise ValueError(f"a target is one reflectance of {BANDS} finite values, got shape {R.shape}")
        if not self.lights:
            raise ValueError("a target needs at least one light")
        object.__setattr__(self, "R", read_only(R))

    @property
    def goal(self) -> Goal:
        """The target as the search takes it."""
        return Goal(Lab=np.array([R_to_Lab(self.R, light) for light in self.lights]), lights=self.lights)


@dataclass(frozen=True, slots=True, kw_only=True)
class Wishes:
    """What the person allows.

    Attributes
    ----------
    batch : float
        How much is needed. [ml]
    parts : int
        The largest sum of a ratio in whole parts, 2..24.
    use, avoid : tuple of str
        Keys of tins that must be in it, or must not.
    most_tins : int
        1..4.
    """

    batch: float
    tool: Tool
    parts: int = 12
    use: tuple[str, ...] = ()
    avoid: tuple[str, ...] = ()
    most_tins: int = 3

    def __post_init__(self) -> None:
        check_batch(self.batch)
        if not 2 <= self.parts <= 24:
            raise ValueError(f"a ratio may have from 2 to 24 parts, got {self.parts}")
        if not 1 <= self.most_tins <= 4:
            raise ValueError(f"a recipe takes from 1 to 4 tins, got {self.most_tins}")


def usable(shelf: Shelf, wishes: Wishes) -> list[list[int]]:
    """Return groups of tins (as places on the shelf) that may stand in one jug.

    Raises
    ------
    NothingToMixError
        If no tin is left, or the tins that must be used do not mix.
    """
    keys = {material.key for material in shelf.materials}
    for key in (*wishes.use, *wishes.avoid):
        if key not in keys:
            raise ValueError(f"there is no tin {key!r} on the shelf")
    must = [shelf.materials[shelf.index(key)] for key in wishes.use]
    if reason := may_mix(must):
        raise NothingToMixError(f"these tins cannot be used together: {reason}")
    groups: dict[tuple[str, bool], list[int]] = {}
    for place, material in enumerate(shelf.materials):
        if material.key not in wishes.avoid and _is_a_colour(material) and material.left > 0.0:
            groups.setdefault((material.kind.base, material.kind.powder), []).append(place)
    found = [
        group for group in groups.values() if all(shelf.index(material.key) in group for material in must)
    ]
    if not found:
        raise NothingToMixError(
            "no paint on the shelf may be used: add a tin, or allow one that you set aside"
        )
    return found


def _is_a_colour(material: Material) -> bool:
    return material.kind.colours and material.kind.optical == "hiding" and material.solids > 0.0
