"""A clear coat."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import brushed
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, set_surface
from jug_mingle.core.finishes.settings import COATS, VEIL

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _remarks(_layer: "Layer", below: "Sequence[Layer]", _above: "Sequence[Layer]") -> Iterator[Said]:
    last = next((one for one in reversed(below) if one.of.act != "reveal"), None)
    if last is not None and last.of.has("soft"):
        yield (
            "wrong",
            "A clear coat over wax will not hold.",
            "A film needs something to bond to; wax stays soft below it.",
        )


SEALER: Final = LayerKind(
    key="sealer",
    title="Clear coat",
    why="two to three coats in satin",
    act="surface",
    films=(0, 1),
    takes=("clear_coat", "oil_varnish"),
    usual_material="clear_coat",
    usual={"veil": 0.35, "coats": 2},
    settings=(VEIL, COATS),
    traits=frozenset(("closes_wood", "blocks_tannin", "seals", "film_seal")),
    field=brushed,
    surface=set_surface,
    remarks=_remarks,
)
