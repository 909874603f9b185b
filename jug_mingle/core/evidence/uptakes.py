"""What is believed of how woods take materials before a field is read, and how fields move it: unknowns of
the fit.

A wood has unknowns of its own, shared by all that is laid on it, and so has each material on each wood; both
are standard normal before anything was read. Values of common practice stand in `Kind.soaks`; the spreads
were learnt on the woods of bench/ that may be tuned on.
"""

import hashlib
from collections.abc import Sequence
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.materials.kind import Kind
from jug_mingle.core.optics.uptake import Laying, Uptake, shares_kept

SIZE: Final = 4
"""Unknowns of a wood, and of a material on it: logarithms of amount, rate, again and left."""

OF_WOOD: Final = np.array([0.28, 0.40, 0.20, 0.30])
OF_PAIR: Final = np.array([0.20, 0.25, 0.12, 0.25])
"""How far these may lie from what is usual (natural logarithm), by the wood, and by the material on that
wood."""

_AGAIN: Final = 0.75
"""What a second coat adds on wood, of the first, which filled it: assumed."""

Pair = tuple[str, str]
"""Key of a wood, key of a material on it; the latter is empty for what all materials on that wood share."""


def uptake_of(kind: Kind, z: FloatArray) -> Uptake:
    """Return how a wood takes a material of a kind, from `z` (..., 4): how far it lies from what is usual, in
    logarithms."""
    amount, rate, again, left = np.moveaxis(np.exp(z), -1, 0)
    return Uptake(
        amount=amount, capacity=kind.soaks, rate=kind.soak_rate * rate, again=_AGAIN * again, left=left
    )  # fmt: skip


def kept_and_slopes(kind: Kind, z: FloatArray, laying: Laying) -> tuple[float, FloatArray]:
    """Return what stays of a material, and the slopes (4,) of its logarithm by `z`."""
    step = 1e-4
    moved = shares_kept(uptake_of(kind, np.vstack([z, z + step * np.eye(SIZE)])), [laying])[:, 0]
    return float(moved[0]), (np.log(moved[1:]) - np.log(moved[0])) / step


def never_read(pair: Pair, count: int) -> FloatArray:
    """Return unknowns (count, 4) of a wood, or of a material on it, of which no field was read: drawn as
    believed.

    The same for one pair each time, so that all that lies on a wood errs with it.
    """
    seed = int.from_bytes(hashlib.sha256("\n".join(pair).encode()).digest()[:8], "big")
    return np.asarray(np.random.default_rng(seed).standard_normal((count, SIZE)))


def pairs_of(woods_and_materials: Sequence[tuple[str, Sequence[str]]]) -> tuple[Pair, ...]:
    """Return the unknowns that fields of these bring in, each once: the woods, then the materials on them."""
    woods = dict.fromkeys((wood, "") for wood, _ in woods_and_materials)
    pairs = dict.fromkeys((wood, key) for wood, keys in woods_and_materials for key in keys)
    return (*woods, *pairs)
