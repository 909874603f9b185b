"""Exact Kubelka–Munk paints to test with: what the estimator should find again."""

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import WAVELENGTHS
from jug_mingle.core.evidence.fit import characterise
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.finishes import Film
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import Optics, R_infinity, R_seen
from jug_mingle.core.pieces import Drawing, Face, Samples
from jug_mingle.core.pieces.faces import FIELDS


def step(height: float, at: float, soft: float, floor: float) -> FloatArray:
    return np.asarray(floor + height / (1 + np.exp((WAVELENGTHS - at) / soft)))


def hump(height: float, at: float, width: float, floor: float) -> FloatArray:
    return np.asarray(floor + height * np.exp(-0.5 * ((WAVELENGTHS - at) / width) ** 2))


TRUE: dict[str, tuple[FloatArray, FloatArray]] = {
    "white": (np.full(36, 0.0002), np.full(36, 0.100)),
    "black": (np.full(36, 0.20), np.full(36, 0.006)),
    "yellow": (step(0.20, 490, 16, 0.002), np.full(36, 0.030)),
    "red": (step(0.22, 575, 14, 0.004), np.full(36, 0.028)),
    "blue": (hump(0.16, 620, 60, 0.004), np.full(36, 0.020)),
    "green": (hump(0.12, 650, 55, 0.010) + hump(0.10, 430, 45, 0.0), np.full(36, 0.022)),
}
CHALK = kind_of("chalk_paint")


def material(key: str, kind: str = "chalk_paint", left: float = np.inf) -> Material:
    return Material(key=key, name=key.capitalize(), kind=kind_of(kind), left=left)


def seen(shares: dict[str, float]) -> FloatArray:
    """Return the true seen reflectance of a dried mix of equal solids, flat surface."""
    total = sum(shares.values())
    K = np.asarray(sum(share / total * TRUE[key][0] for key, share in shares.items()))
    S = np.asarray(sum(share / total * TRUE[key][1] for key, share in shares.items()))
    return R_seen(R_infinity(K=K, S=S), 1.0)


def readings(
    keys: list[str], *, noise: float = 0.05, spectra: bool = False, tints: bool = True
) -> list[Reading]:
    """Return exact masstones and tints with four of white."""
    found = []
    for key in keys:
        tins: list[tuple[tuple[str, float], ...]] = [((key, 1.0),)]
        if tints and key != "white":
            tins.append(((key, 1.0), ("white", 4.0)))
        for number, tin in enumerate(tins):
            R = seen(dict(tin))
            patch = Swatch(seen=R if spectra else R_to_Lab(R))
            found.append(Reading(key=f"{key} {number}", volumes=tin, swatches=(patch,), noise=noise))
    return found


def known_shelf(keys: list[str] | None = None, **options: bool) -> Shelf:
    keys = keys or list(TRUE)
    return characterise([material(key) for key in keys], readings(keys, **options))


def film(key: str, X: float = 60.0, veil: float = 1.0, base: str = "water") -> Film:
    """Return a paint as it is laid; one ordinary coat dries to X µm."""
    return Film(name=key, optics=Optics(K=TRUE[key][0], S=TRUE[key][1]), X=X, veil=veil, base=base)


def sheet(zone: str = "front", size: int = 40, **fields: FloatArray) -> Samples:
    """Return the samples of a picture that is one evenly lit face of 1 m × 1 m; fields may be given as (size,
    size)."""
    along = np.broadcast_to((np.arange(size) + 0.5) / size, (size, size))
    plain = {name: np.zeros((size, size)) for name in FIELDS}
    plain |= {"shade": np.ones((size, size)), "edge": np.ones((size, size))}
    plain |= dict.fromkeys(("u", "x", "across"), along) | dict.fromkeys(("v", "y", "down", "step"), along.T)
    whole = slice(0, size)
    face = Face(
        address=zone, rows=whole, columns=whole, cover=np.ones((size, size)), fields={**plain, **fields}
    )
    return Drawing(width=size, height=size, scale=float(size), faces=(face,)).samples()
