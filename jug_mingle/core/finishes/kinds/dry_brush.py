"""Dry brush: the brush unloaded on a rag, over the high points."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import placed, run
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, PLACE, SEED, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    scratch = 0.5 + 0.5 * looked_up(samples, zone, "hatch", layer.seed, along_grain=False)
    reach = layer.amount * (0.25 + 0.75 * placed(layer, samples, zone))
    return run(scratch, 1.0 - reach, 0.12 + 0.3 * (1.0 - layer.hand))


DRY_BRUSH: Final = LayerKind(
    key="dry_brush",
    title="Dry brush",
    why="the brush unloaded on a rag, over the high points",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.3, "place": "high", "hand": 0.5},
    settings=(PLACE, COATS, WATER, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "accent", "spares_paint")),
    field=_field,
    surface=covering_surface,
)
