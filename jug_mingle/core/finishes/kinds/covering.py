"""Kinds of layers that cover: paint by itself, blended, faded or in two tones, primer, and metal."""

from functools import cache
from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import (
    brushed,
    clip,
    edges,
    rubbed_through,
    run,
    runs_of_colour,
    streaks,
    wiped,
)
from jug_mingle.core.finishes.layer_kind import (
    PAINT_KINDS,
    LayerKind,
    covering_surface,
    kept_surface,
    own_surface,
)
from jug_mingle.core.finishes.layer_settings import (
    AMOUNT,
    COATS,
    CONTRAST,
    DOWN_TO,
    HAND,
    PATTERN,
    PLACE,
    SEED,
    SIZE,
    WATER,
    WAY,
    WIDTH,
)
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.materials.kinds.primers import PRIMERS
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


PAINT: Final = LayerKind(
    key="paint",
    title="Paint",
    why="two coats over a near colour or a primer, three to five in white over dark",
    act="film",
    takes=PAINT_KINDS,
    usual={"coats": 2},
    settings=(COATS, WATER, WAY, HAND),
    traits=frozenset(("water_based", "colours", "opaque", "hides", "closes_wood", "needs_seal")),
    field=brushed,
    surface=own_surface,
)
"""Paint, brushed on until it hides."""


PRIMER: Final = LayerKind(
    key="primer",
    title="Primer",
    why="one coat; two where it bleeds",
    act="film",
    takes=tuple(kind.key for kind in PRIMERS),
    usual={"coats": 1},
    settings=(COATS, WATER, WAY),
    traits=frozenset(("water_based", "opaque", "closes_wood")),
    field=brushed,
    surface=own_surface,
)
"""Primer, under the paint."""


def _even(_layer: "Layer", _samples: Samples, _zone: str) -> float:
    return 1.0


def _blend_share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    return runs_of_colour(layer, samples, zone, _pattern(layer, samples, zone))


def _pattern(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return how far the pattern alone has gone from the first colour to the last."""
    u, v = samples.of("u", zone), samples.of("v", zone)
    width = 0.08 + 0.92 * layer.width
    if layer.pattern == "centre":
        # 0 at the edge of a front, 1 in its centre: the corners stay as dark as the sides.
        inside = np.minimum(np.minimum(u, 1.0 - u), np.minimum(v, 1.0 - v)) * 2.0
        round_off = 1.0 - np.hypot(2.0 * u - 1.0, 2.0 * v - 1.0) / np.sqrt(2.0)
        wide = 0.15 + 1.25 * layer.width
        if layer.size > 0.0:
            # As soft as asked, as far as it does not run over the edge of the face or its middle.
            middle = float(np.interp(layer.size, *_centre_sizes()))
            return run(0.45 * inside + 0.55 * round_off, middle, 2.0 * min(0.5 * wide, middle, 1.0 - middle))
        return run(0.45 * inside + 0.55 * round_off, max(0.40, 0.5 * wide + 0.02), wide)
    if layer.pattern == "raised":
        return run(np.maximum(samples.of("high", zone), edges(layer, samples, zone)), 0.5, width)
    if layer.pattern == "corners":
        corner = np.hypot(np.minimum(u, 1.0 - u), np.minimum(v, 1.0 - v)) * 2.0
        return run(corner, 0.45, width)
    if layer.pattern == "smoky":
        return run(0.5 + 0.36 * looked_up(samples, zone, "cloud", layer.seed), 0.5, 0.35 + width)
    if layer.pattern == "stippled":
        blotch, speckle = (looked_up(samples, zone, name, layer.seed) for name in ("blotch", "speckle"))
        return run(0.5 + 0.6 * (0.55 * blotch + 0.35 * speckle), 0.5, 0.2 + 0.8 * layer.width)
    if layer.pattern == "hatched":
        return run(0.5 + 0.5 * looked_up(samples, zone, "hatch", layer.seed, along_grain=False), 0.5, width)
    if layer.pattern == "ombre_steps":
        return samples.of("step", zone)
    position = {"left_right": u, "top_bottom": v, "ombre": samples.of("down", zone)}[layer.pattern]
    return run(position, 1.0 - layer.size if layer.size > 0.0 else 0.5, width)


@cache
def _centre_sizes() -> tuple[FloatArray, FloatArray]:
    """Return shares of a face, rising, and how far in from its edge the light then begins."""
    u, v = np.meshgrid(*[(np.arange(200) + 0.5) / 200.0] * 2)
    inside = np.minimum(np.minimum(u, 1.0 - u), np.minimum(v, 1.0 - v)) * 2.0
    round_off = 1.0 - np.hypot(2.0 * u - 1.0, 2.0 * v - 1.0) / np.sqrt(2.0)
    place = np.sort((0.45 * inside + 0.55 * round_off).ravel())[::-1]
    return (np.arange(place.size) + 1.0) / place.size, place


def _third_share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    cloud = looked_up(samples, zone, "cloud", layer.seed + 501)
    return run(0.5 + 0.5 * cloud, 0.62, 0.12 + 0.8 * layer.width) * 0.95


BLEND: Final = LayerKind(
    key="blend",
    title="Blend",
    why="two coats, the second refines; three over an extreme ground",
    act="film",
    films=(2, 3),
    takes=PAINT_KINDS,
    usual={"coats": 2, "pattern": "centre", "size": 0.45, "width": 0.6, "hand": 0.15},
    settings=(PATTERN, COATS, WATER, SIZE, WIDTH, CONTRAST, HAND, SEED),
    traits=frozenset(
        ("water_based", "colours", "opaque", "hides", "closes_wood", "needs_seal", "spares_paint")
    ),
    field=_even,
    share=_blend_share,
    third_share=_third_share,
    by_look=True,
    surface=own_surface,
)
"""A blend: two or three colours run into each other over a face or the whole piece."""


def _field(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    sanded = clip(layer.amount * (0.55 + 0.45 * samples.of("high", zone)), 0.0, 1.0)
    return sanded * clip(streaks(layer, samples, zone, 0.3), 0.0, 1.5)


FADE: Final = LayerKind(
    key="fade",
    title="Sanded faint",
    why="320 grit, until the ground shines through",
    act="reveal",
    films=(0, 0),
    usual={"amount": 0.25, "hand": 0.3},
    settings=(DOWN_TO, AMOUNT, HAND),
    field=_field,
    surface=kept_surface,
)
"""Sanded faint, until the ground shines through."""


def _two_tone_share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    position = 0.5 + 0.5 * looked_up(samples, zone, "streak", layer.seed)
    return runs_of_colour(layer, samples, zone, run(position, 0.5, 0.3 + layer.width))


def _surface(layer: "Layer", veil: float, _amount: float) -> float:
    """Its two colours together cover all of it."""
    return covering_surface(layer, veil, 1.0)


TWO_TONE: Final = LayerKind(
    key="two_tone",
    title="Streaky two-tone wash",
    why="a splash of water in both colours, kept in their own buckets",
    act="film",
    films=(2, 2),
    takes=PAINT_KINDS,
    usual={"water": 1.0, "coats": 2, "width": 0.5, "hand": 0.4},
    settings=(WATER, COATS, WIDTH, HAND, SEED),
    traits=frozenset(("water_based", "colours", "thin", "needs_seal", "spares_paint")),
    field=wiped,
    share=_two_tone_share,
    flows=True,
    surface=_surface,
)
"""A streaky wash of two colours, which lie beside each other."""


METALLIC: Final = LayerKind(
    key="metallic",
    title="Gilding",
    why="gilding wax dabbed on edges or into grooves",
    act="cover",
    films=(0, 1),
    takes=("gilding_wax", "metallic_paint"),
    generic="metals",
    begins_with="gold",
    usual_material="gilding_wax",
    usual={"amount": 0.45, "place": "edges", "width": 0.1, "hand": 0.4},
    settings=(PLACE, COATS, AMOUNT, WIDTH, HAND, SEED),
    traits=frozenset(("spares_paint",)),
    field=rubbed_through,
    surface=kept_surface,
)
"""Gilding wax, dabbed on edges or into grooves."""
