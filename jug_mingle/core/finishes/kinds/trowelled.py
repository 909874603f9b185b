"""Trowelled: a paint made stiff with grit, spread with a knife."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, SEED
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_THICK: Final = 0.0018
"""How high its ridges stand. [m]"""


def _height(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    ridges = looked_up(samples, zone, "streak", layer.seed) * (0.3 + layer.hand)
    grit = np.maximum(looked_up(samples, zone, "speckle", layer.seed, along_grain=False) - 0.3, 0.0)
    return np.asarray(layer.amount * _THICK * (0.5 * ridges + 0.6 * grit))


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(_height(layer, samples, zone), most=_THICK)


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    bald = looked_up(samples, zone, "blotch", layer.seed + 3) > 1.1 - layer.amount
    return np.where(bald, 1.4, 1.0 - 0.5 * (1.0 - layer.amount) * (1.0 - bald)).astype(np.float32)


TROWELLED: Final = LayerKind(
    key="trowelled",
    title="Trowelled",
    why="paint stiffened with plaster or grit until it can be trowelled, put on unevenly, scraped next day",
    act="film",
    films=(1, 1),
    takes=PAINT_KINDS,
    field=_field,
    usual={"amount": 0.6, "coats": 1, "hand": 0.4},
    settings=(COATS, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_relief,
)
