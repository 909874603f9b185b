"""Clear wax as an eraser of coloured wax."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import placed
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, PLACE
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return layer.amount * placed(layer, samples, zone)


WAX_ERASER: Final = LayerKind(
    key="wax_eraser",
    title="Clear wax as eraser",
    why="clear wax lifts coloured wax where there is too much",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.6, "place": "everywhere"},
    settings=(PLACE, AMOUNT),
    reveals_before=True,
    field=_field,
    surface=kept_surface,
)
