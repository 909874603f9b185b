"""Kinds of layers put on by a pattern, or cut and glued: stencils, letters, transfers, papers, ornaments,
linings."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import streaks
from jug_mingle.core.finishes.layer_kind import (
    PAINT_KINDS,
    LayerKind,
    covering_surface,
    kept_surface,
    own_surface,
)
from jug_mingle.core.finishes.layer_settings import AMOUNT, COATS, HAND, SEED, WATER
from jug_mingle.core.finishes.printing import cover, footed, ink_of, palette_of, second_dabbed_in
from jug_mingle.core.finishes.relief import Relief
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _stencil_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return cover(layer, samples, zone) * layer.amount * streaks(layer, samples, zone, 0.25)


STENCIL: Final = LayerKind(
    key="stencil",
    title="Stencil",
    why="one coat, the brush or the dense roller nearly dry",
    act="film",
    films=(1, 2),
    takes=PAINT_KINDS,
    usual={"amount": 0.9, "width": 0.35, "coats": 1},
    settings=(COATS, WATER, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "spares_paint", "laid_out")),
    field=_stencil_field,
    share=second_dabbed_in,
    flows=True,
    surface=covering_surface,
)
"""A stencil: windows of a sheet, rolled or dabbed with one colour or two."""


def _lettering_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return cover(layer, samples, zone) * layer.amount * streaks(layer, samples, zone, 0.25)


LETTERING: Final = LayerKind(
    key="lettering",
    title="Lettering",
    why="a small brush with a decent load, within lines that were traced on",
    act="film",
    takes=(*PAINT_KINDS, "gilding_wax"),
    usual={"amount": 1.0, "coats": 2},
    settings=(COATS, WATER, AMOUNT, HAND),
    traits=frozenset(("water_based", "colours", "spares_paint", "laid_out")),
    field=_lettering_field,
    surface=covering_surface,
)
"""Lettering and numbers: brushed within their outlines, which are drawn on first."""


TRANSFER: Final = LayerKind(
    key="transfer",
    title="Transfer",
    why="rubbed down once, sealed with two clear coats",
    act="print",
    films=(0, 0),
    usual={},
    settings=(SEED,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "sticks")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
"""A transfer: a print on film, which sticks where it first touches."""


PAPER: Final = LayerKind(
    key="paper",
    title="Paper",
    why="pasted with clear coat or thinned white glue, smoothed, a coat over it",
    act="print",
    films=(0, 1),
    takes=("clear_coat", "white_glue"),
    usual_material="clear_coat",
    usual={"coats": 2},
    settings=(COATS,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "pasted")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
"""Printed paper, pasted on with a film below and one above."""


COLLAGE: Final = LayerKind(
    key="collage",
    title="Collage",
    why="border first, glue on the paper, smoothed from the middle outwards",
    act="print",
    films=(0, 1),
    takes=PAINT_KINDS,
    usual_material="white_glue",
    usual={"coats": 2},
    settings=(COATS,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "pasted", "dabs")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
"""Pictures of one's own pasted edge to edge, their edges dabbed with a colour."""


_PROUD: Final = 0.006
"""How far a cast stands off at its middle, assumed. [m]"""


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    there = cover(layer, samples, zone)
    foot = footed(layer, samples, zone)
    dome = there * (1.0 - 0.7 * np.clip(foot, 0.0, 1.0))
    return Relief(height=_PROUD * (0.3 + layer.amount) * dome, high=dome, recess=foot)


ORNAMENT: Final = LayerKind(
    key="ornament",
    title="Ornament",
    why="cast, bent while it sets, painted, its rim darkened, glued on",
    act="cover",
    takes=PAINT_KINDS,
    usual={"amount": 0.6, "coats": 2},
    settings=(AMOUNT, COATS),
    traits=frozenset(("colours", "spares_paint", "laid_out", "needs_seal")),
    field=cover,
    surface=own_surface,
    relief=_relief,
)
"""Cast ornaments: bent to the curve while they set, painted, glued on."""


LINED: Final = LayerKind(
    key="lined",
    title="Cane or liner",
    why="cut larger all round, stapled along a line behind the frame, trimmed",
    act="print",
    films=(0, 0),
    usual={},
    settings=(SEED,),
    traits=frozenset(("spares_paint", "laid_out")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
"""Cane, mesh or a liner: a sheet cut with a margin, stapled or stuck, trimmed flush."""
