"""Cast ornaments: bent to the curve while they set, painted, glued on."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, own_surface
from jug_mingle.core.finishes.printing import cover, footed
from jug_mingle.core.finishes.relief import Relief
from jug_mingle.core.finishes.settings import AMOUNT, COATS
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


_PROUD: Final = 0.006
"""How far a cast stands off at its middle, assumed. [m]"""


def _relief(layer: "Layer", samples: Samples, zone: str) -> Relief:
    there = cover(layer, samples, zone)
    foot = footed(layer, samples, zone)
    dome = there * (1.0 - 0.7 * np.clip(foot, 0.0, 1.0))
    return Relief(height=_PROUD * (0.3 + layer.amount) * dome, high=dome, recess=foot)


ORNAMENT: Final = LayerKind(
    key="ornament",
    title="Ornament",
    why="cast, bent while it sets, painted, its rim darkened, glued on",
    act="cover",
    takes=PAINT_KINDS,
    usual={"amount": 0.6, "coats": 2},
    settings=(AMOUNT, COATS),
    traits=frozenset(("colours", "spares_paint", "laid_out", "needs_seal")),
    field=cover,
    surface=own_surface,
    relief=_relief,
)
