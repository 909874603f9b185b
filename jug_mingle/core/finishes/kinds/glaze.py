"""A glaze, brushed on and wiped from the open faces."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import wiped
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, covering_surface
from jug_mingle.core.finishes.settings import HAND, PLACE, WIPE

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _remarks(_layer: "Layer", below: "Sequence[Layer]", _above: "Sequence[Layer]") -> Iterator[Said]:
    if not any(one.of.act == "surface" for one in below):
        yield (
            "advice",
            "A glaze over raw matte paint grabs at once.",
            "Over a sealed surface it stays wipeable for some minutes.",
        )


GLAZE: Final = LayerKind(
    key="glaze",
    title="Glaze",
    why="brushed on, wiped from the open faces, left in the recesses",
    act="film",
    takes=("glaze", "coloured_glaze", "tinting_wax"),
    generic="waxes",
    usual={"wipe": 0.75, "place": "recess", "hand": 0.2},
    settings=(PLACE, WIPE, HAND),
    traits=frozenset(("water_based", "colours", "accent")),
    field=wiped,
    surface=covering_surface,
    remarks=_remarks,
)
