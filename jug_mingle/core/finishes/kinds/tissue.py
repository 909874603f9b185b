"""Crumpled tissue pressed into wet glaze and peeled: creases like leather."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, COATS, SEED, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_CREASE: Final = 0.00012
"""How high glaze stays in a crease. [m]"""


def _creases(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return 1 along creases, which part where two crumplings cross."""
    coarse, fine = (looked_up(samples, zone, "blotch", layer.seed + n, along_grain=False) for n in (0, 1))
    lines = np.maximum(np.exp(-((coarse / 0.10) ** 2)), 0.7 * np.exp(-((fine / 0.07) ** 2)))
    return np.asarray(lines, dtype=np.float32)


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(_CREASE * layer.amount * _creases(layer, samples, zone), most=_CREASE)


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return np.asarray(1.0 - layer.amount + 1.6 * layer.amount * _creases(layer, samples, zone), dtype=np.float32)


TISSUE: Final = LayerKind(
    key="tissue",
    title="Crumpled tissue",
    why="a fresh piece for each section, patted until it touches everywhere, peeled at once",
    act="film",
    films=(1, 1),
    takes=("glaze", "coloured_glaze", *PAINT_KINDS),
    field=_field,
    generic="waxes",
    usual={"amount": 0.6, "coats": 1, "water": 1.0},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "thin")),
    surface=covering_surface,
    relief=_relief,
)
