"""A clear coat."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import LayerKind, set_surface
from jug_mingle.core.finishes.settings import COATS, VEIL, WAY

if TYPE_CHECKING:
    pass


SEALER: Final = LayerKind(
    key="sealer",
    title="Clear coat",
    why="two to three coats in satin",
    act="surface",
    films=(0, 1),
    takes=("clear_coat", "oil_varnish"),
    usual_material="clear_coat",
    usual={"veil": 0.35, "coats": 2},
    settings=(VEIL, COATS, WAY),
    traits=frozenset(("closes_wood", "seals", "film_seal")),
    field=brushed,
    surface=set_surface,
)
