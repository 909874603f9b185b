"""Printed paper, pasted on with a film below and one above."""

from typing import Final

from jug_mingle.core.finishes.layer_kind import LayerKind, kept_surface
from jug_mingle.core.finishes.printing import cover, ink_of, palette_of
from jug_mingle.core.finishes.settings import COATS

PAPER: Final = LayerKind(
    key="paper",
    title="Paper",
    why="pasted with clear coat or thinned white glue, smoothed, a coat over it",
    act="print",
    films=(0, 1),
    takes=("clear_coat", "white_glue"),
    usual_material="clear_coat",
    usual={"coats": 2},
    settings=(COATS,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "pasted")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
