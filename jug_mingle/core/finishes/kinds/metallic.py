"""Gilding wax, dabbed on edges or into grooves."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, PLACE, SEED, WIDTH

if TYPE_CHECKING:
    pass


METALLIC: Final = LayerKind(
    key="metallic",
    title="Gilding",
    why="gilding wax dabbed on edges or into grooves",
    act="cover",
    films=(0, 1),
    takes=("gilding_wax", "metallic_paint"),
    generic="metals",
    begins_with="gold",
    usual_material="gilding_wax",
    usual={"amount": 0.45, "place": "edges", "width": 0.1, "hand": 0.4},
    settings=(PLACE, COATS, AMOUNT, WIDTH, HAND, SEED),
    traits=frozenset(("spares_paint",)),
    field=rubbed_through,
    surface=kept_surface,
)
