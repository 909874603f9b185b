"""Drips: thin paint let run."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, SEED, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return clip(looked_up(samples, zone, "drips", layer.seed, along_grain=False) * 2.0 * layer.amount, 0.0, 1.0)


DRIPS: Final = LayerKind(
    key="drips",
    title="Drips",
    why="thin paint let run",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.5},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "spares_paint")),
    field=_field,
    surface=covering_surface,
)
