"""Kinds of layers that lie in touches: sponged, dragged dry, knifed, run down."""

from typing import TYPE_CHECKING, Final

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import clip, placed, rubbed_through, run
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, covering_surface
from jug_mingle.core.finishes.layer_settings import AMOUNT, COATS, HAND, PLACE, SEED, WATER, WIDTH
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


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
"""Antiquing with a sponge: glaze rubbed on points of wear lifts the fresh paint there, and tints what it
bares."""


def _dry_brush_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    scratch = 0.5 + 0.5 * looked_up(samples, zone, "hatch", layer.seed, along_grain=False)
    reach = layer.amount * (0.25 + 0.75 * placed(layer, samples, zone))
    return run(scratch, 1.0 - reach, 0.12 + 0.3 * (1.0 - layer.hand))


DRY_BRUSH: Final = LayerKind(
    key="dry_brush",
    title="Dry brush",
    why="the brush unloaded on a rag, over the high points",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.3, "place": "high", "hand": 0.5},
    settings=(PLACE, COATS, WATER, AMOUNT, HAND, SEED),
    traits=frozenset(("water_based", "colours", "accent", "spares_paint")),
    field=_dry_brush_field,
    surface=covering_surface,
)
"""Dry brush: the brush unloaded on a rag, over the high points."""


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
"""Palette-knife accents: the knife scraped clean and drawn along edges, where it leaves ridges of paint."""


def _drips_field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return clip(
        looked_up(samples, zone, "drips", layer.seed, along_grain=False) * 2.0 * layer.amount, 0.0, 1.0
    )


DRIPS: Final = LayerKind(
    key="drips",
    title="Drips",
    why="thin paint let run",
    act="film",
    takes=PAINT_KINDS,
    usual={"amount": 0.5},
    settings=(COATS, WATER, AMOUNT, SEED),
    traits=frozenset(("water_based", "colours", "spares_paint")),
    field=_drips_field,
    surface=covering_surface,
)
"""Drips: thin paint let run."""
