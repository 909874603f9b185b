"""Oil, wiped on and off; it deepens the colour."""

from typing import Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import LayerKind, set_surface
from jug_mingle.core.finishes.settings import COATS, VEIL

OIL: Final = LayerKind(
    key="oil",
    title="Oil",
    why="wiped on, left, wiped off wholly; it deepens the colour",
    act="surface",
    films=(0, 1),
    takes=("oil", "oil_wax_butter"),
    usual_material="oil",
    usual={"veil": 0.25},
    settings=(VEIL, COATS),
    traits=frozenset(("closes_wood", "seals")),
    field=brushed,
    surface=set_surface,
)
