"""Chippy: paint flaked off in patches."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import edges, run
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, DOWN_TO, SEED
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    flakes = looked_up(samples, zone, "blotch", layer.seed) + 0.5 * edges(layer, samples, zone)
    return run(flakes, 1.35 - 1.3 * layer.amount, 0.10)


_FILM: Final = 0.00025
"""How thick the old coats are at the edge of a chip, assumed. [m]"""


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(-_FILM * _field(layer, samples, zone), most=_FILM)


CHIPPY: Final = LayerKind(
    key="chippy",
    title="Chippy",
    why="flakes off in patches down to the wood",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.25},
    settings=(DOWN_TO, AMOUNT, SEED),
    field=_field,
    surface=kept_surface,
    relief=_relief,
)
