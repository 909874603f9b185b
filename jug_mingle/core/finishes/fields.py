"""What fields of layers are made of: runs, places, the hand's streaks, wear, over the samples of a zone.

The field of a kind itself stands in its file under `kinds`.
"""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics import uptake
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer

_REACH: Final = 0.03
"""How far from an edge wear and gilding reach at width 1. [m]"""


def clip(values: FloatArray | float, low: float, high: float) -> FloatArray:
    """Return values within bounds."""
    return np.asarray(np.clip(values, low, high))


def run(position: FloatArray, middle: FloatArray | float, width: float) -> FloatArray:
    """Return a smooth run from 0 to 1 around `middle`, over `width`."""
    t = clip((position - middle) / max(width, 0.01) + 0.5, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))


def edges(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return 1 at an edge of a face, falling off within the layer's width."""
    return np.asarray(np.exp(-samples.of("edge", zone) / (0.002 + _REACH * layer.width)))


def placed(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return how strongly the place of a partial layer calls for it. [0..1]"""
    if layer.place == "recess":
        grain = looked_up(samples, zone, "pores", 7)
        return clip(samples.of("recess", zone) + 0.25 * clip(-grain - 0.4, 0.0, 1.0), 0.0, 1.0)
    if layer.place == "high":
        return np.asarray(np.maximum(samples.of("high", zone), 0.6 * edges(layer, samples, zone)))
    if layer.place == "edges":
        return edges(layer, samples, zone)
    if layer.place == "grain":
        return clip(0.5 - 0.9 * looked_up(samples, zone, "pores", 7), 0.0, 1.0)
    return np.ones(samples.of("u", zone).shape, dtype=np.float32)


def streaks(layer: "Layer", samples: Samples, zone: str, strength: float) -> FloatArray | float:
    """Return 1 with the streaks that a hand leaves."""
    if layer.hand == 0.0:
        return 1.0
    return 1.0 + strength * layer.hand * looked_up(samples, zone, "streak", layer.seed)


def brushed(layer: "Layer", samples: Samples, zone: str) -> FloatArray | float:
    """Return the thickness of what is brushed on whole."""
    return streaks(layer, samples, zone, 0.3)


def wiped(layer: "Layer", samples: Samples, zone: str) -> FloatArray | float:
    """Return the thickness of what is thin and wiped: it stays in pores and recesses."""
    if layer.wipe == 0.0 and layer.place == "everywhere":
        return streaks(layer, samples, zone, 0.45)
    pores = clip(-looked_up(samples, zone, "pores", 7), 0.0, 1.0)
    held = 0.55 * pores + samples.of("recess", zone)
    left = share_left(layer) * (placed(layer, samples, zone) if layer.place != "everywhere" else 1.0)
    return clip((left + layer.wipe * held) * streaks(layer, samples, zone, 0.45), 0.0, 2.0)


def share_left(layer: "Layer") -> float:
    """Return the share of a wash that stays on open faces after it was wiped. [0..1]"""
    return float(uptake.share_left(layer.wipe))


def rubbed_through(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return where hands wear a layer through, or where a dab of gilding catches. [0..1]"""
    rough = 0.5 + 0.5 * looked_up(samples, zone, "blotch", layer.seed)
    called = placed(layer, samples, zone)
    if layer.place == "everywhere":
        called = 0.35 * called + 0.65 * samples.of("high", zone)
    return run(called + 0.45 * (rough - 0.5), 1.05 - layer.amount, 0.12 + 0.5 * (1.0 - layer.hand))


def runs_of_colour(layer: "Layer", samples: Samples, zone: str, t: FloatArray) -> FloatArray:
    """Return how far a blend has gone, as the hand and the contrast leave it. [0..1]"""
    if layer.hand > 0.0:
        t = t + 0.22 * layer.hand * looked_up(samples, zone, "streak", layer.seed) * (
            4.0 * t * (1.0 - t) + 0.15
        )
    if layer.contrast < 1.0:
        t = 0.5 + (t - 0.5) * layer.contrast
    return clip(t, 0.0, 1.0)
