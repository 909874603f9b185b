"""Gilding wax, dabbed on edges or into grooves."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, HAND, PLACE, SEED, WIDTH

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _remarks(_layer: "Layer", _below: "Sequence[Layer]", above: "Sequence[Layer]") -> Iterator[Said]:
    if any(one.of.has("film_seal") for one in above):
        yield (
            "school",
            "Gilding under the clear coat.",
            "One school gilds last, since cured gilding protects itself; the other first.",
        )


METALLIC: Final = LayerKind(
    key="metallic",
    title="Gilding",
    why="gilding wax dabbed on edges or into grooves",
    act="cover",
    films=(0, 1),
    takes=("gilding_wax",),
    generic="metals",
    begins_with="gold",
    usual_material="gilding_wax",
    usual={"amount": 0.45, "place": "edges", "width": 0.1, "hand": 0.4},
    settings=(PLACE, AMOUNT, WIDTH, HAND, SEED),
    field=rubbed_through,
    surface=kept_surface,
    remarks=_remarks,
)
