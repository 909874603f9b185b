"""A stain, which goes into bare wood and is wiped after a while."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.settings import COATS, DWELL, WATER
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.grain import streak_uptake
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


OF_PAINT: Final = 0.5
"""Share of a coat of paint that the wood keeps when it is laid as a stain and wiped, at the longest. Common practice:
about a third in five minutes, as the preparation of a stain from paint has it."""


def _field(_layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """A stain goes deeper where the wood is softer."""
    return streak_uptake(looked_up(samples, zone, "figure", 7))


def _uptake(layer: "Layer") -> float:
    """A stain goes in with the root of the wait, until the wood has all that the coat holds (about 0.7 in 5 minutes).

    Capillaries fill with the root of time (E. W. Washburn, Phys. Rev. 17, 273 (1921)); the rate is a trade value.
    """
    taken = float(1.0 - np.exp(-0.56 * np.sqrt(layer.dwell)))
    paint = any(film.facts is not None and not film.facts.kinds.isdisjoint(PAINT_KINDS) for film in layer.films)
    return taken * (OF_PAINT if paint else 1.0)


STAIN: Final = LayerKind(
    key="stain",
    title="Stain",
    why="wiped after about five minutes; longer is darker; of a paint, thinned, it is a stain too",
    act="film",
    takes=("water_stain", "oil_stain", "gel_stain", *PAINT_KINDS),
    usual={"dwell": 5.0, "coats": 1},
    settings=(DWELL, WATER, COATS),
    traits=frozenset(("colours",)),
    field=_field,
    uptake=_uptake,
    surface=covering_surface,
)
