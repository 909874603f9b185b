"""Palette-knife accents: the knife scraped clean and drawn along edges, where it leaves ridges of paint."""

from typing import Final

from jug_mingle.core.finishes.fields import rubbed_through
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import AMOUNT, COATS, HAND, PLACE, SEED, WIDTH

KNIFE: Final = LayerKind(
    key="knife",
    title="Palette knife",
    why="scraped clean on the pot and drawn along an edge; too much leaves a lump",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.35, "place": "edges", "width": 0.08, "hand": 0.7, "coats": 2},
    settings=(PLACE, COATS, AMOUNT, WIDTH, HAND, SEED),
    traits=frozenset(("water_based", "colours", "spares_paint")),
    field=rubbed_through,
    surface=covering_surface,
)
