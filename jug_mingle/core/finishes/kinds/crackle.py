"""Crackle: the upper of two colours cracked."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, DOWN_TO, SEED
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    border = looked_up(samples, zone, "cells", layer.seed, along_grain=False)
    wide = 0.0004 + 0.0022 * layer.amount
    return clip((wide - border) / (0.35 * wide) + 0.5, 0.0, 1.0)


CRACKLE: Final = LayerKind(
    key="crackle",
    title="Crackle",
    why="two colours over one another, the upper one cracked",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.3, "down_to": 1},
    settings=(DOWN_TO, AMOUNT, SEED),
    field=_field,
    surface=kept_surface,
)
