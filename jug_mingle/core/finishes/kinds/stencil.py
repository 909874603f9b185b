"""A stencil: windows of a sheet, rolled or dabbed with one colour or two."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import streaks
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.printing import cover, second_dabbed_in
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, SEED, WATER
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return cover(layer, samples, zone) * layer.amount * streaks(layer, samples, zone, 0.25)


STENCIL: Final = LayerKind(
    key="stencil",
    title="Stencil",
    why="one coat, the brush or the dense roller nearly dry",
    act="film",
    films=(1, 2),
    takes=PAINT_KINDS,
    usual={"amount": 0.9, "width": 0.35, "coats": 1},
    settings=(COATS, WATER, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "spares_paint", "laid_out")),
    field=_field,
    share=second_dabbed_in,
    flows=True,
    surface=covering_surface,
)
