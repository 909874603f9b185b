"""Kinds of layers that show what is below: drunk by the wood, thin, clear, or rubbed in."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import brushed, clip, placed, share_left, streaks, wiped
from jug_mingle.core.finishes.layer_kind import (
    PAINT_KINDS,
    LayerKind,
    covering_surface,
    own_surface,
    set_surface,
)
from jug_mingle.core.finishes.layer_settings import (
    AMOUNT,
    COATS,
    DWELL,
    HAND,
    PLACE,
    SEED,
    VEIL,
    WATER,
    WAY,
    WIPE,
)
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.grain import streak_uptake
from jug_mingle.core.optics.uptake import SHORTEST
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _stain_field(_layer: "Layer", samples: Samples, zone: str) -> FloatArray:
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
    field=_stain_field,
    soaks=lambda layer: layer.dwell,
    surface=covering_surface,
)
"""A stain, which goes into bare wood and is wiped after a while."""


WASH: Final = LayerKind(
    key="wash",
    title="Wash",
    why="one part of paint in two of water, two coats, each wiped at once",
    act="film",
    takes=(*PAINT_KINDS, "tint"),
    usual={"water": 2.0, "coats": 2, "wipe": 0.45, "hand": 0.3},
    settings=(WATER, COATS, WIPE, HAND, SEED),
    traits=frozenset(("water_based", "colours", "thin", "needs_seal")),
    field=wiped,
    soaks=lambda _layer: SHORTEST,
    surface=covering_surface,
)
"""A wash: paint thinned and wiped, so that what is below is read through it."""


GLAZE: Final = LayerKind(
    key="glaze",
    title="Glaze",
    why="brushed on, wiped from the open faces, left in the recesses",
    act="film",
    takes=("glaze", "coloured_glaze", "tinting_wax"),
    generic="waxes",
    usual={"wipe": 0.75, "place": "recess", "hand": 0.2},
    settings=(PLACE, COATS, WATER, WIPE, HAND),
    traits=frozenset(("water_based", "colours", "accent")),
    field=wiped,
    surface=covering_surface,
)
"""A glaze, brushed on and wiped from the open faces."""


OIL: Final = LayerKind(
    key="oil",
    title="Oil",
    why="wiped on, left, wiped off wholly; it deepens the colour",
    act="surface",
    films=(0, 1),
    takes=("oil", "oil_wax_butter"),
    usual_material="oil",
    usual={"veil": 0.25},
    settings=(VEIL, COATS),
    traits=frozenset(("closes_wood", "seals")),
    field=brushed,
    surface=set_surface,
)
"""Oil, wiped on and off; it deepens the colour."""


_STANDS: Final = 2.0
"""How long wax stands before it is wiped, as it is usually worked. [minutes]"""


def _wax_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    if layer.place == "everywhere":
        return clip(layer.amount * share_left(layer) * streaks(layer, samples, zone, 0.35), 0.0, 2.0)
    everywhere = (1.0 - layer.wipe) * layer.amount
    rubbed = everywhere + layer.amount * placed(layer, samples, zone) * 1.6 * (0.35 + 0.65 * layer.wipe)
    return clip(rubbed * streaks(layer, samples, zone, 0.35), 0.0, 2.0)


def _surface(layer: "Layer", veil: float, amount: float) -> float:
    """Wiped from everywhere, it still has gone over everything."""
    return (
        own_surface(layer, veil, amount)
        if layer.place == "everywhere"
        else covering_surface(layer, veil, amount)
    )


WAX: Final = LayerKind(
    key="wax",
    title="Wax",
    why="worked into the recesses and wiped from the faces",
    act="film",
    takes=("clear_wax", "coloured_wax", "light_wax", "tinting_wax", "coloured_water_wax", "ageing_powder"),
    generic="waxes",
    begins_with="brown wax",
    usual={"wipe": 0.85, "amount": 0.6, "place": "recess"},
    settings=(PLACE, COATS, AMOUNT, WIPE),
    traits=frozenset(("accent", "closes_wood", "seals", "rubbed_in")),
    field=_wax_field,
    soaks=lambda _layer: _STANDS,
    surface=_surface,
)
"""Wax, worked into the recesses and wiped from the faces."""


SEALER: Final = LayerKind(
    key="sealer",
    title="Clear coat",
    why="two to three coats in satin",
    act="surface",
    films=(0, 1),
    takes=("clear_coat", "oil_varnish"),
    usual_material="clear_coat",
    usual={"veil": 0.35, "coats": 2},
    settings=(VEIL, COATS, WAY),
    traits=frozenset(("closes_wood", "seals", "film_seal")),
    field=brushed,
    surface=set_surface,
)
"""A clear coat."""
