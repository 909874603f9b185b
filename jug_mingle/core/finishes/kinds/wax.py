"""Wax, worked into the recesses and wiped from the faces."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip, placed, share_left, streaks
from jug_mingle.core.finishes.layer_kind import LayerKind, covering_surface, own_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, PLACE, WIPE
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer

_STANDS: Final = 2.0
"""How long wax stands before it is wiped, as it is usually worked. [minutes]"""


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    if layer.place == "everywhere":
        return clip(layer.amount * share_left(layer) * streaks(layer, samples, zone, 0.35), 0.0, 2.0)
    everywhere = (1.0 - layer.wipe) * layer.amount
    rubbed = everywhere + layer.amount * placed(layer, samples, zone) * 1.6 * (0.35 + 0.65 * layer.wipe)
    return clip(rubbed * streaks(layer, samples, zone, 0.35), 0.0, 2.0)


def _surface(layer: "Layer", veil: float, amount: float) -> float:
    """Wiped from everywhere, it still has gone over everything."""
    return own_surface(layer, veil, amount) if layer.place == "everywhere" else covering_surface(layer, veil, amount)


WAX: Final = LayerKind(
    key="wax",
    title="Wax",
    why="worked into the recesses and wiped from the faces",
    act="film",
    takes=("clear_wax", "coloured_wax", "light_wax", "tinting_wax", "coloured_water_wax", "ageing_powder"),
    generic="waxes",
    begins_with="brown wax",
    usual={"wipe": 0.85, "amount": 0.6, "place": "recess"},
    settings=(PLACE, COATS, AMOUNT, WIPE),
    traits=frozenset(("accent", "closes_wood", "seals", "rubbed_in")),
    field=_field,
    soaks=lambda _layer: _STANDS,
    surface=_surface,
)
