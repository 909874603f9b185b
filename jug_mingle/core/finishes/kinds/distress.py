"""Distress: wear where hands and feet would wear it."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import LayerKind, Said, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, DOWN_TO, HAND, PLACE, SEED, WIDTH

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def worn_after_seal(layer: "Layer", below: "Sequence[Layer]", _above: "Sequence[Layer]") -> Iterator[Said]:
    """What is said of wear that comes after a seal."""
    if any(one.of.has("film_seal", "soft") for one in below):
        yield (
            "school",
            f"{layer.of.title} after wax or clear coat.",
            "Nearly all wear the paint first; worn later, a wax marks the bare places.",
        )


DISTRESS: Final = LayerKind(
    key="distress",
    title="Distress",
    why="where hands and feet would wear it; wiped wet it is smooth, sanded it is scratchy",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.4, "place": "edges", "width": 0.2, "hand": 0.6},
    settings=(PLACE, DOWN_TO, AMOUNT, WIDTH, HAND, SEED),
    field=rubbed_through,
    surface=kept_surface,
    remarks=worn_after_seal,
)
