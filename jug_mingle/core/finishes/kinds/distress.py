"""Distress: wear where hands and feet would wear it."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.settings import AMOUNT, DOWN_TO, HAND, PLACE, SEED, WIDTH

if TYPE_CHECKING:
    pass


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
)
