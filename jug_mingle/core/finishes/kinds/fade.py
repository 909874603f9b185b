"""Sanded faint, until the ground shines through."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip, streaks
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, DOWN_TO, HAND
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    sanded = clip(layer.amount * (0.55 + 0.45 * samples.of("high", zone)), 0.0, 1.0)
    return sanded * clip(streaks(layer, samples, zone, 0.3), 0.0, 1.5)


FADE: Final = LayerKind(
    key="fade",
    title="Sanded faint",
    why="320 grit, until the ground shines through",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.25, "hand": 0.3},
    settings=(DOWN_TO, AMOUNT, HAND),
    field=_field,
    surface=kept_surface,
)
