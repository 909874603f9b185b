"""Antiquing with a sponge: glaze rubbed on points of wear lifts the fresh paint there, and tints what it bares."""

from typing import Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import LayerKind, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, PLACE, SEED, WATER, WIDTH

SPONGE: Final = LayerKind(
    key="sponge",
    title="Antiquing sponge",
    why="glaze on a sponge, rubbed on points of wear: it lifts paint that water still loosens, and tints",
    act="film",
    takes=("glaze", "coloured_glaze"),
    generic="waxes",
    usual={"amount": 0.45, "place": "edges", "width": 0.2, "hand": 0.1},
    settings=(PLACE, COATS, AMOUNT, WATER, WIDTH, HAND, SEED),
    traits=frozenset(("water_based", "spares_paint")),
    field=rubbed_through,
    lifts=rubbed_through,
    surface=covering_surface,
)
