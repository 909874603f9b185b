"""A blend: two or three colours run into each other over a face or the whole piece."""

from functools import cache
from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.fields import edges, run, runs_of_colour
from jug_mingle.core.finishes.layer_kind import PAINT_KINDS, LayerKind, own_surface
from jug_mingle.core.finishes.settings import COATS, CONTRAST, HAND, PATTERN, SEED, SIZE, WATER, WIDTH
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


def _even(_layer: "Layer", _samples: Samples, _zone: str) -> float:
    return 1.0


def _share(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
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
    traits=frozenset(("water_based", "colours", "opaque", "hides", "closes_wood", "needs_seal", "spares_paint")),
    field=_even,
    share=_share,
    third_share=_third_share,
    by_look=True,
    surface=own_surface,
)
