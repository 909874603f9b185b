"""Cane, mesh or a liner: a sheet cut with a margin, stapled or stuck, trimmed flush."""

from typing import Final

from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.printing import cover, ink_of, palette_of
from jug_mingle.core.finishes.settings import SEED

LINED: Final = LayerKind(
    key="lined",
    title="Cane or liner",
    why="cut larger all round, stapled along a line behind the frame, trimmed",
    act="print",
    films=(0, 0),
    usual={},
    settings=(SEED,),
    traits=frozenset(("spares_paint", "laid_out")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
