"""Primer, under the paint."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import LayerKind, own_surface
from jug_mingle.core.finishes.settings import COATS, WATER, WAY
from jug_mingle.core.materials.kinds.primers import PRIMERS

if TYPE_CHECKING:
    pass


PRIMER: Final = LayerKind(
    key="primer",
    title="Primer",
    why="one coat; two where it bleeds",
    act="film",
    takes=tuple(kind.key for kind in PRIMERS),
    usual={"coats": 1},
    settings=(COATS, WATER, WAY),
    traits=frozenset(("water_based", "opaque", "closes_wood")),
    field=brushed,
    surface=own_surface,
)
