"""A glaze, brushed on and wiped from the open faces."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import wiped
from jug_mingle.core.finishes.layer_kind import LayerKind, covering_surface
from jug_mingle.core.finishes.settings import COATS, HAND, PLACE, WATER, WIPE

if TYPE_CHECKING:
    pass


GLAZE: Final = LayerKind(
    key="glaze",
    title="Glaze",
    why="brushed on, wiped from the open faces, left in the recesses",
    act="film",
    takes=("glaze", "coloured_glaze", "tinting_wax"),
    generic="waxes",
    usual={"wipe": 0.75, "place": "recess", "hand": 0.2},
    settings=(PLACE, COATS, WATER, WIPE, HAND),
    traits=frozenset(("water_based", "colours", "accent")),
    field=wiped,
    surface=covering_surface,
)
