"""Kinds of layers that look old: worn, crackled, chipped, resisted, rusted."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip, edges, placed, rubbed_through, run
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.layer_settings import AMOUNT, DOWN_TO, HAND, PLACE, SEED, WIDTH
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


DISTRESS: Final = LayerKind(
    key="distress",
    title="Distress",
    why="where hands and feet would wear it; wiped wet it is smooth, sanded it is scratchy",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.4, "place": "edges", "width": 0.2, "hand": 0.6},
    settings=(PLACE, DOWN_TO, AMOUNT, WIDTH, HAND, SEED),
    field=rubbed_through,
    surface=kept_surface,
)
"""Distress: wear where hands and feet would wear it."""


def _wax_eraser_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
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
    field=_wax_eraser_field,
    surface=kept_surface,
)
"""Clear wax as an eraser of coloured wax."""


def _crackle_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
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
    field=_crackle_field,
    surface=kept_surface,
)
"""Crackle: the upper of two colours cracked."""


def _chippy_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    flakes = looked_up(samples, zone, "blotch", layer.seed) + 0.5 * edges(layer, samples, zone)
    return run(flakes, 1.35 - 1.3 * layer.amount, 0.10)


_FILM: Final = 0.00025
"""How thick the old coats are at the edge of a chip, assumed. [m]"""


def _chippy_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(-_FILM * _chippy_field(layer, samples, zone), most=_FILM)


CHIPPY: Final = LayerKind(
    key="chippy",
    title="Chippy",
    why="flakes off in patches down to the wood",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.25},
    settings=(DOWN_TO, AMOUNT, SEED),
    field=_chippy_field,
    surface=kept_surface,
    relief=_chippy_relief,
)
"""Chippy: paint flaked off in patches."""


_GRAIN: Final = 0.0004
"""How high its crust stands. [m]"""


def _rust_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    patches = looked_up(samples, zone, "cloud", layer.seed, along_grain=False)
    crust = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    reach = np.clip((patches + 0.35 * crust - 1.0 + 2.0 * layer.amount) / 0.35 + 0.5, 0.0, 1.0)
    return np.asarray(reach * np.clip(0.85 + 0.3 * crust, 0.3, 1.0), dtype=np.float32)


def _rust_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    crust = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return relief_of(np.asarray(_GRAIN * crust * _rust_field(layer, samples, zone)), most=_GRAIN)


RUST: Final = LayerKind(
    key="rust",
    title="Rust",
    why="iron paint, the activator while it is damp; judged the next day",
    act="cover",
    films=(0, 1),
    takes=("rust_paint",),
    field=_rust_field,
    plain="rust",
    usual_material="rust_paint",
    usual={"amount": 0.5, "coats": 1},
    settings=(AMOUNT, SEED),
    traits=frozenset(("colours", "spares_paint")),
    surface=kept_surface,
    relief=_rust_relief,
)
"""Rust: iron paint woken by an activator, which develops overnight."""
