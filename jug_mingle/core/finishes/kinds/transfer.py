"""A transfer: a print on film, which sticks where it first touches."""

from typing import Final

from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.printing import cover, ink_of, palette_of
from jug_mingle.core.finishes.settings import SEED

TRANSFER: Final = LayerKind(
    key="transfer",
    title="Transfer",
    why="rubbed down once, sealed with two clear coats",
    act="print",
    films=(0, 0),
    usual={},
    settings=(SEED,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "sticks")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
