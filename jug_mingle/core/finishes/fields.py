"""Where a layer lies and how thick: fields over the samples of a zone, from its form, its grain and the hand."""

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layers import Layer
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.pieces.faces import Samples

_REACH = 0.03
"""How far from an edge wear and gilding reach at width 1. [m]"""


def _clip(values: FloatArray | float, low: float, high: float) -> FloatArray:
    return np.asarray(np.clip(values, low, high))


def _ease(t: FloatArray) -> FloatArray:
    t = _clip(t, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))


def run(position: FloatArray, middle: FloatArray | float, width: float) -> FloatArray:
    """Return a smooth run from 0 to 1 around `middle`, over `width`."""
    return _ease((position - middle) / max(width, 0.01) + 0.5)


def _even(samples: Samples, zone: str) -> FloatArray:
    return np.zeros(samples.of("u", zone).shape, dtype=np.float32)


def _edges(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return 1 at an edge of a face, falling off within the layer's width."""
    return np.asarray(np.exp(-samples.of("edge", zone) / (0.002 + _REACH * layer.width)))


def _placed(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return how strongly the place of a partial layer calls for it. [0..1]"""
    if layer.place == "recess":
        grain = looked_up(samples, zone, "pores", 7)
        return _clip(samples.of("recess", zone) + 0.25 * _clip(-grain - 0.4, 0.0, 1.0), 0.0, 1.0)
    if layer.place == "high":
        return np.asarray(np.maximum(samples.of("high", zone), 0.6 * _edges(layer, samples, zone)))
    if layer.place == "edges":
        return _edges(layer, samples, zone)
    if layer.place == "grain":
        return _clip(0.5 - 0.9 * looked_up(samples, zone, "pores", 7), 0.0, 1.0)
    return _even(samples, zone) + 1.0


def _hand(layer: Layer, samples: Samples, zone: str, strength: float) -> FloatArray | float:
    """Return 1 with the streaks that a hand leaves."""
    if layer.hand == 0.0:
        return 1.0
    return 1.0 + strength * layer.hand * looked_up(samples, zone, "streak", layer.seed)


def share(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return how far a blend has gone from its first colour to its last, over the samples of a zone. [0..1]"""
    u, v = samples.of("u", zone), samples.of("v", zone)
    width = 0.08 + 0.92 * layer.width
    if layer.kind == "two_tone":
        position = 0.5 + 0.5 * looked_up(samples, zone, "streak", layer.seed)
        t = run(position, 0.5, 0.3 + layer.width)
    elif layer.pattern == "centre":
        # 0 at the edge of a front, 1 in its centre: the corners stay as dark as the sides.
        inside = np.minimum(np.minimum(u, 1.0 - u), np.minimum(v, 1.0 - v)) * 2.0
        round_off = 1.0 - np.hypot(2.0 * u - 1.0, 2.0 * v - 1.0) / np.sqrt(2.0)
        wide = 0.15 + 1.25 * layer.width
        t = run(0.45 * inside + 0.55 * round_off, max(0.40, 0.5 * wide + 0.02), wide)
    elif layer.pattern == "raised":
        t = run(np.maximum(samples.of("high", zone), _edges(layer, samples, zone)), 0.5, width)
    elif layer.pattern == "corners":
        corner = np.hypot(np.minimum(u, 1.0 - u), np.minimum(v, 1.0 - v)) * 2.0
        t = run(corner, 0.45, width)
    elif layer.pattern == "smoky":
        t = run(0.5 + 0.36 * looked_up(samples, zone, "cloud", layer.seed), 0.5, 0.35 + width)
    elif layer.pattern == "stippled":
        spots = 0.55 * looked_up(samples, zone, "blotch", layer.seed) + 0.35 * looked_up(
            samples, zone, "speckle", layer.seed
        )
        t = run(0.5 + 0.6 * spots, 0.5, 0.2 + 0.8 * layer.width)
    elif layer.pattern == "hatched":
        t = run(0.5 + 0.5 * looked_up(samples, zone, "hatch", layer.seed, along_grain=False), 0.5, width)
    else:
        position = {
            "left_right": u, "top_bottom": v, "ombre": samples.of("down", zone), "ombre_steps": samples.of("step", zone)
        }[layer.pattern]  # fmt: skip
        t = run(position, 0.5, width) if layer.pattern != "ombre_steps" else position
    if layer.hand > 0.0:
        t = t + 0.22 * layer.hand * looked_up(samples, zone, "streak", layer.seed) * (4.0 * t * (1.0 - t) + 0.15)
    if layer.contrast < 1.0:
        t = 0.5 + (t - 0.5) * layer.contrast
    return _clip(t, 0.0, 1.0)


def third(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return where the third colour of a smoky blend lies. [0..1]"""
    cloud = looked_up(samples, zone, "cloud", layer.seed + 501)
    return run(0.5 + 0.5 * cloud, 0.62, 0.12 + 0.8 * layer.width) * 0.95


def thickness(layer: Layer, samples: Samples, zone: str) -> FloatArray | float:
    """Return the thickness of a layer over the samples of a zone, as a share of its full one; one number where even.

    0 where there is nothing; above 1 where it gathers.
    """
    kind = layer.kind
    if kind in ("paint", "primer", "blend", "oil", "sealer"):
        return _hand(layer, samples, zone, 0.3) if kind != "blend" else 1.0
    if kind in ("wash", "two_tone", "stain", "glaze"):
        return _flowing(layer, samples, zone)
    if kind == "wax":
        rubbed = (1.0 - layer.wipe) * layer.amount + layer.amount * _placed(layer, samples, zone) * 1.6 * (
            0.35 + 0.65 * layer.wipe
        )
        return _clip(rubbed * _hand(layer, samples, zone, 0.35), 0.0, 2.0)
    if kind == "dry_brush":
        scratch = 0.5 + 0.5 * looked_up(samples, zone, "hatch", layer.seed, along_grain=False)
        reach = layer.amount * (0.25 + 0.75 * _placed(layer, samples, zone))
        return run(scratch, 1.0 - reach, 0.12 + 0.3 * (1.0 - layer.hand))
    if kind == "drips":
        return _clip(looked_up(samples, zone, "drips", layer.seed, along_grain=False) * 2.0 * layer.amount, 0.0, 1.0)
    if kind == "stencil":
        return _stencil(layer, samples, zone)
    return worn(layer, samples, zone)


def _flowing(layer: Layer, samples: Samples, zone: str) -> FloatArray | float:
    """What is thin and wiped stays in pores and recesses; a stain goes deeper where the wood is softer."""
    if layer.kind == "stain":
        return _clip(1.0 + 0.28 * looked_up(samples, zone, "figure", 7), 0.2, 2.0)
    if layer.wipe == 0.0 and layer.place == "everywhere":
        return _hand(layer, samples, zone, 0.45)
    pores = _clip(-looked_up(samples, zone, "pores", 7), 0.0, 1.0)
    held = 0.55 * pores + samples.of("recess", zone)
    left = (1.0 - 0.88 * layer.wipe) * (_placed(layer, samples, zone) if layer.place != "everywhere" else 1.0)
    return _clip((left + layer.wipe * held) * _hand(layer, samples, zone, 0.45), 0.0, 2.0)


def _stencil(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """A repeating sprig of our own: four leaves around a berry, as wide as the layer says (4 to 16 cm)."""
    size = np.float32(0.04 + 0.12 * layer.width)
    x, y = samples.of("x", zone) / size, samples.of("y", zone) / size
    row = np.floor(y)
    x = x + np.float32(0.5) * (row % 2)
    x, y = (x - np.floor(x)) * 2.0 - 1.0, (y - row) * 2.0 - 1.0
    # Of the angle around the berry only the cosine and the sine of twice it are needed.
    across, squared = x * x, y * y
    across, squared = across - squared, across + squared
    along = 2.0 * x * y
    petal = across / np.maximum(squared, 1e-9)
    leaf = (squared > 0.22**2) & (np.sqrt(squared) < 0.16 + 0.62 * np.abs(petal * petal * petal))
    vein = (np.abs(along) < 0.06 * squared) & (squared > 0.3**2)
    shape = ((leaf & ~vein) | (squared < 0.14**2)).astype(np.float32)
    return np.asarray(shape * layer.amount * _hand(layer, samples, zone, 0.25))


def worn(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return where a layer of wear has gone through, or gilding has caught. [0..1]"""
    if layer.kind == "crackle":
        border = looked_up(samples, zone, "cells", layer.seed, along_grain=False)
        wide = 0.0004 + 0.0022 * layer.amount
        return _clip((wide - border) / (0.35 * wide) + 0.5, 0.0, 1.0)
    if layer.kind == "chippy":
        flakes = looked_up(samples, zone, "blotch", layer.seed) + 0.5 * _edges(layer, samples, zone)
        return run(flakes, 1.35 - 1.3 * layer.amount, 0.10)
    if layer.kind == "fade":
        return _clip(layer.amount * (0.55 + 0.45 * samples.of("high", zone)), 0.0, 1.0) * _clip(
            _hand(layer, samples, zone, 0.3), 0.0, 1.5
        )
    if layer.kind == "wax_eraser":
        return layer.amount * _placed(layer, samples, zone)
    rough = 0.5 + 0.5 * looked_up(samples, zone, "blotch", layer.seed)
    called = _placed(layer, samples, zone)
    if layer.place == "everywhere":
        called = 0.35 * called + 0.65 * samples.of("high", zone)
    return run(called + 0.45 * (rough - 0.5), 1.05 - layer.amount, 0.12 + 0.5 * (1.0 - layer.hand))
