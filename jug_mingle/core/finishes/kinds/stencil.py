"""A stencilled sprig of our own, repeated."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import streaks
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, WATER, WIDTH
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Four leaves around a berry, as wide as the layer says (4 to 16 cm)."""
    size = np.float32(0.04 + 0.12 * layer.width)
    x, y = samples.of("x", zone) / size, samples.of("y", zone) / size
    row = np.floor(y)
    x = x + np.float32(0.5) * (row % 2)
    x, y = (x - np.floor(x)) * 2.0 - 1.0, (y - row) * 2.0 - 1.0
    # Of the angle around the berry only the cosine and the sine of twice it are needed.
    across, squared = x * x, y * y
    across, squared = across - squared, across + squared
    along = 2.0 * x * y
    petal = across / np.maximum(squared, 1e-9)
    leaf = (squared > 0.22**2) & (np.sqrt(squared) < 0.16 + 0.62 * np.abs(petal * petal * petal))
    vein = (np.abs(along) < 0.06 * squared) & (squared > 0.3**2)
    shape = ((leaf & ~vein) | (squared < 0.14**2)).astype(np.float32)
    return np.asarray(shape * layer.amount * streaks(layer, samples, zone, 0.25))


STENCIL: Final = LayerKind(
    key="stencil",
    title="Stencil",
    why="one coat, the brush nearly dry",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.9, "width": 0.35, "coats": 1},
    settings=(COATS, WATER, AMOUNT, WIDTH),
    traits=frozenset(("water_based", "colours", "spares_paint")),
    field=_field,
    surface=covering_surface,
)
