"""Primer, under the paint."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, own_surface
from jug_mingle.core.finishes.settings import COATS
from jug_mingle.core.materials.kinds.primers import PRIMERS

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _remarks(_layer: "Layer", below: "Sequence[Layer]", _above: "Sequence[Layer]") -> Iterator[Said]:
    if any(one.of.has("needs_seal") for one in below):
        yield "advice", "Primer goes under the paint.", "It is there to hold and to block what comes from below."


PRIMER: Final = LayerKind(
    key="primer",
    title="Primer",
    why="one coat; two where it bleeds",
    act="film",
    takes=tuple(kind.key for kind in PRIMERS),
    usual={"coats": 1},
    settings=(COATS,),
    traits=frozenset(("water_based", "opaque", "closes_wood", "blocks_tannin")),
    field=brushed,
    surface=own_surface,
    remarks=_remarks,
)
