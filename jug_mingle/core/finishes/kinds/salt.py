"""Salt: paint with coarse salt in it, stiff enough to spread; loose grains drop off and leave pits."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, COATS, SEED
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_GRAIN: Final = 0.0012
"""How large its grains are. [m]"""


def _grains(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return where a grain sticks (1) and where one fell out (-1)."""
    found = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return np.where(found > 0.7 - 0.4 * layer.amount, 1.0, np.where(found < -0.95 + 0.3 * layer.amount, -1.0, 0.0))


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(np.asarray(0.5 * _GRAIN * _grains(layer, samples, zone), dtype=np.float32), most=_GRAIN)


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return np.where(_grains(layer, samples, zone) < 0.0, 0.1, 1.0).astype(np.float32)


SALT: Final = LayerKind(
    key="salt",
    title="Salt texture",
    why="salt stirred in until it is stiff enough to spread; grains that fall off are meant to",
    act="film",
    films=(1, 1),
    takes=PAINT_KINDS,
    field=_field,
    usual={"amount": 0.5, "coats": 1},
    settings=(COATS, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_relief,
)
