"""Lettering and numbers: brushed within their outlines, which are drawn on first."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import streaks
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.printing import cover
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, WATER
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return cover(layer, samples, zone) * layer.amount * streaks(layer, samples, zone, 0.25)


LETTERING: Final = LayerKind(
    key="lettering",
    title="Lettering",
    why="a small brush with a decent load, within lines that were traced on",
    act="film",
    takes=(*PAINT_KINDS, "gilding_wax"),
    usual={"amount": 1.0, "coats": 2},
    settings=(COATS, WATER, AMOUNT, HAND),
    traits=frozenset(("water_based", "colours", "spares_paint", "laid_out")),
    field=_field,
    surface=covering_surface,
)
