"""Paint, brushed on until it hides."""

from typing import Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, own_surface
from jug_mingle.core.finishes.settings import COATS, HAND, WATER, WAY

PAINT: Final = LayerKind(
    key="paint",
    title="Paint",
    why="two coats over a near colour or a primer, three to five in white over dark",
    act="film",
    takes=PAINT_KINDS,
    usual={"coats": 2},
    settings=(COATS, WATER, WAY, HAND),
    traits=frozenset(("water_based", "colours", "opaque", "hides", "closes_wood", "needs_seal")),
    field=brushed,
    surface=own_surface,
)
