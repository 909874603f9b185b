"""Kinds of layers that stand up: trowelled, stippled, salted, raised through a stencil, laid as tissue."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import brushed, clip
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface, kept_surface
from jug_mingle.core.finishes.layer_settings import AMOUNT, COATS, HAND, SEED, WATER
from jug_mingle.core.finishes.printing import cover, footed
from jug_mingle.core.finishes.relief import Relief, relief_of
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_TROWELLED_THICK: Final = 0.0018
"""How high its ridges stand. [m]"""


def _height(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    ridges = looked_up(samples, zone, "streak", layer.seed) * (0.3 + layer.hand)
    grit = np.maximum(looked_up(samples, zone, "speckle", layer.seed, along_grain=False) - 0.3, 0.0)
    return np.asarray(layer.amount * _TROWELLED_THICK * (0.5 * ridges + 0.6 * grit))


def _trowelled_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(_height(layer, samples, zone), most=_TROWELLED_THICK)


def _trowelled_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    bald = looked_up(samples, zone, "blotch", layer.seed + 3) > 1.1 - layer.amount
    return np.where(bald, 1.4, 1.0 - 0.5 * (1.0 - layer.amount) * (1.0 - bald)).astype(np.float32)


TROWELLED: Final = LayerKind(
    key="trowelled",
    title="Trowelled",
    why="paint stiffened with plaster or grit until it can be trowelled, put on unevenly, scraped next day",
    act="film",
    films=(1, 1),
    takes=PAINT_KINDS,
    field=_trowelled_field,
    usual={"amount": 0.6, "coats": 1, "hand": 0.4},
    settings=(COATS, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_trowelled_relief,
)
"""Trowelled: a paint made stiff with grit, spread with a knife."""


_POINT: Final = 0.0003
"""How high the points stand. [m]"""


def _stippled_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    height = _POINT * layer.amount * looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return relief_of(height, most=_POINT)


def _share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    speckle = looked_up(samples, zone, "speckle", layer.seed + 1, along_grain=False)
    return clip(0.5 + 0.9 * speckle, 0.0, 1.0)


def _third(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return clip(looked_up(samples, zone, "speckle", layer.seed + 2, along_grain=False) - 0.2, 0.0, 1.0)


STIPPLED: Final = LayerKind(
    key="stippled",
    title="Stippled",
    why="pounced straight down with a round brush, nearly dry; a damp cloth softens it",
    act="film",
    films=(1, 3),
    takes=PAINT_KINDS,
    field=brushed,
    share=_share,
    third_share=_third,
    usual={"amount": 0.5, "coats": 1},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_stippled_relief,
)
"""Stippled: paint pounced with the tips of the brush, which leaves points."""


_GRAIN: Final = 0.0012
"""How large its grains are. [m]"""


def _grains(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return where a grain sticks (1) and where one fell out (-1)."""
    found = looked_up(samples, zone, "speckle", layer.seed, along_grain=False)
    return np.where(
        found > 0.7 - 0.4 * layer.amount, 1.0, np.where(found < -0.95 + 0.3 * layer.amount, -1.0, 0.0)
    )


def _salt_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(np.asarray(0.5 * _GRAIN * _grains(layer, samples, zone), dtype=np.float32), most=_GRAIN)


def _salt_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return np.where(_grains(layer, samples, zone) < 0.0, 0.1, 1.0).astype(np.float32)


SALT: Final = LayerKind(
    key="salt",
    title="Salt texture",
    why="salt stirred in until it is stiff enough to spread; grains that fall off are meant to",
    act="film",
    films=(1, 1),
    takes=PAINT_KINDS,
    field=_salt_field,
    usual={"amount": 0.5, "coats": 1},
    settings=(COATS, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "opaque")),
    surface=covering_surface,
    relief=_salt_relief,
)
"""Salt: paint with coarse salt in it, stiff enough to spread; loose grains drop off and leave pits."""


_RAISED_THICK: Final = 0.0015
"""Of a stencil that the paste is drawn off level with. [m]"""


def _raised_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    there = cover(layer, samples, zone)
    return Relief(
        height=layer.amount * _RAISED_THICK * there, high=there, recess=footed(layer, samples, zone)
    )


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
    relief=_raised_relief,
)
"""Raised work: texture paste spread through a stencil, which takes wax and wear when it is hard."""


_CREASE: Final = 0.00012
"""How high glaze stays in a crease. [m]"""


def _creases(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return 1 along creases, which part where two crumplings cross."""
    coarse, fine = (looked_up(samples, zone, "blotch", layer.seed + n, along_grain=False) for n in (0, 1))
    lines = np.maximum(np.exp(-((coarse / 0.10) ** 2)), 0.7 * np.exp(-((fine / 0.07) ** 2)))
    return np.asarray(lines, dtype=np.float32)


def _tissue_relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    return relief_of(_CREASE * layer.amount * _creases(layer, samples, zone), most=_CREASE)


def _tissue_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return np.asarray(
        1.0 - layer.amount + 1.6 * layer.amount * _creases(layer, samples, zone), dtype=np.float32
    )


TISSUE: Final = LayerKind(
    key="tissue",
    title="Crumpled tissue",
    why="a fresh piece for each section, patted until it touches everywhere, peeled at once",
    act="film",
    films=(1, 1),
    takes=("glaze", "coloured_glaze", *PAINT_KINDS),
    field=_tissue_field,
    generic="waxes",
    usual={"amount": 0.6, "coats": 1, "water": 1.0},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "thin")),
    surface=covering_surface,
    relief=_tissue_relief,
)
"""Crumpled tissue pressed into wet glaze and peeled: creases like leather."""
