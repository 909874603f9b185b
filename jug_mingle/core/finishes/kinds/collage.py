"""Pictures of one's own pasted edge to edge, their edges dabbed with a colour."""

from typing import Final

from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, kept_surface
from jug_mingle.core.finishes.printing import cover, ink_of, palette_of
from jug_mingle.core.finishes.settings import COATS

COLLAGE: Final = LayerKind(
    key="collage",
    title="Collage",
    why="border first, glue on the paper, smoothed from the middle outwards",
    act="print",
    films=(0, 1),
    takes=PAINT_KINDS,
    usual_material="white_glue",
    usual={"coats": 2},
    settings=(COATS,),
    traits=frozenset(("spares_paint", "laid_out", "needs_seal", "pasted", "dabs")),
    field=cover,
    ink=ink_of,
    palette=palette_of,
    surface=kept_surface,
)
