"""Rust: iron paint woken by an activator, which develops overnight."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.settings import AMOUNT, SEED
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_GRAIN: Final = 0.0004
"""How high its crust stands. [m]"""


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    patches = looked_up(samples, zone, "cloud", layer.seed, along_grain=False)
    crust = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    reach = np.clip((patches + 0.35 * crust - 1.0 + 2.0 * layer.amount) / 0.35 + 0.5, 0.0, 1.0)
    return np.asarray(reach * np.clip(0.85 + 0.3 * crust, 0.3, 1.0), dtype=np.float32)


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    crust = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return relief_of(np.asarray(_GRAIN * crust * _field(layer, samples, zone)), most=_GRAIN)


RUST: Final = LayerKind(
    key="rust",
    title="Rust",
    why="iron paint, the activator while it is damp; judged the next day",
    act="cover",
    films=(0, 1),
    takes=("rust_paint",),
    field=_field,
    plain="rust",
    usual_material="rust_paint",
    usual={"amount": 0.5, "coats": 1},
    settings=(AMOUNT, SEED),
    traits=frozenset(("colours", "spares_paint")),
    surface=kept_surface,
    relief=_relief,
)
