"""A wash: paint thinned and wiped, so that what is below is read through it."""

from typing import Final

from jug_mingle.core.finishes.fields import wiped
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import COATS, HAND, SEED, WATER, WIPE
from jug_mingle.core.optics.uptake import SHORTEST

WASH: Final = LayerKind(
    key="wash",
    title="Wash",
    why="one part of paint in two of water, two coats, each wiped at once",
    act="film",
    takes=(*PAINT_KINDS, "tint"),
    usual={"water": 2.0, "coats": 2, "wipe": 0.45, "hand": 0.3},
    settings=(WATER, COATS, WIPE, HAND, SEED),
    traits=frozenset(("water_based", "colours", "thin", "needs_seal")),
    field=wiped,
    soaks=lambda _layer: SHORTEST,
    surface=covering_surface,
)
