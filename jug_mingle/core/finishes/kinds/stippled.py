"""Stippled: paint pounced with the tips of the brush, which leaves points."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import brushed, clip
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, COATS, SEED, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_POINT: Final = 0.0003
"""How high the points stand. [m]"""


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    height = _POINT * layer.amount * looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return relief_of(height, most=_POINT)


def _share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    speckle = looked_up(samples, zone, "speckle", layer.seed + 1, along_grain=False)
    return clip(0.5 + 0.9 * speckle, 0.0, 1.0)


def _third(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return clip(looked_up(samples, zone, "speckle", layer.seed + 2, along_grain=False) - 0.2, 0.0, 1.0)


STIPPLED: Final = LayerKind(
    key="stippled",
    title="Stippled",
    why="pounced straight down with a round brush, nearly dry; a damp cloth softens it",
    act="film",
    films=(1, 3),
    takes=PAINT_KINDS,
    field=brushed,
    share=_share,
    third_share=_third,
    usual={"amount": 0.5, "coats": 1},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_relief,
)
