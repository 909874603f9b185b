"""A stain, which goes into bare wood and is wiped after a while."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import COATS, DWELL, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.grain import streak_uptake
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _field(_layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """A stain goes deeper where the wood is softer."""
    return streak_uptake(looked_up(samples, zone, "figure", 7))


STAIN: Final = LayerKind(
    key="stain",
    title="Stain",
    why="wiped after about five minutes; longer is darker; of a paint, thinned, it is a stain too",
    act="film",
    takes=("water_stain", "oil_stain", "gel_stain", *PAINT_KINDS),
    usual={"dwell": 5.0, "coats": 1},
    settings=(DWELL, WATER, COATS),
    traits=frozenset(("colours", "stains")),
    field=_field,
    soaks=lambda layer: layer.dwell,
    surface=covering_surface,
)
