"""A streaky wash of two colours, which lie beside each other."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import run, runs_of_colour, wiped
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import COATS, HAND, SEED, WATER, WIDTH
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    position = 0.5 + 0.5 * looked_up(samples, zone, "streak", layer.seed)
    return runs_of_colour(layer, samples, zone, run(position, 0.5, 0.3 + layer.width))


def _surface(layer: "Layer", veil: float, _amount: float) -> float:
    """Its two colours together cover all of it."""
    return covering_surface(layer, veil, 1.0)


TWO_TONE: Final = LayerKind(
    key="two_tone",
    title="Streaky two-tone wash",
    why="a splash of water in both colours, kept in their own buckets",
    act="film",
    films=(2, 2),
    takes=PAINT_KINDS,
    usual={"water": 1.0, "coats": 2, "width": 0.5, "hand": 0.4},
    settings=(WATER, COATS, WIDTH, HAND, SEED),
    traits=frozenset(("water_based", "colours", "thin", "needs_seal", "spares_paint")),
    field=wiped,
    share=_share,
    flows=True,
    surface=_surface,
)
