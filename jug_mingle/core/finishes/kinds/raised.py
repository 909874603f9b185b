"""Raised work: texture paste spread through a stencil, which takes wax and wear when it is hard."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.printing import cover, footed
from jug_mingle.core.finishes.relief import Relief
from jug_mingle.core.finishes.settings import AMOUNT
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_THICK: Final = 0.0015
"""Of a stencil that the paste is drawn off level with. [m]"""


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    there = cover(layer, samples, zone)
    return Relief(height=layer.amount * _THICK * there, high=there, recess=footed(layer, samples, zone))


RAISED: Final = LayerKind(
    key="raised",
    title="Raised pattern",
    why="texture paste, spread thin through the stencil and lifted after about five minutes",
    act="cover",
    films=(0, 1),
    takes=("texture_paste",),
    plain="paste",
    usual_material="texture_paste",
    usual={"amount": 0.6, "coats": 1},
    settings=(AMOUNT,),
    traits=frozenset(("colours", "spares_paint", "laid_out", "needs_seal")),
    field=cover,
    surface=kept_surface,
    relief=_relief,
)
