"""What stands proud: its heights, how rough it is, and how light falls on it, from above or raking along it.

Roughness is Sa of ISO 25178-2, the mean distance from the mean plane.
"""

from dataclasses import dataclass
from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pieces.faces import UNPAINTED, Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Relief:
    """Of each sample (n,): its height [m], how proud it is and how deep between what is proud. [0..1]"""

    height: FloatArray
    high: FloatArray
    recess: FloatArray


def relief_of(height: FloatArray, *, most: float) -> Relief:
    """Return the relief of a texture from its heights, of which `most` stands fully proud. [m]"""
    from_mean = (height - float(height.mean())) / most
    return Relief(
        height=height, high=np.clip(2.0 * from_mean, 0.0, 1.0), recess=np.clip(-2.0 * from_mean, 0.0, 1.0)
    )


def upon(samples: Samples, layer: "Layer", zone: str) -> Samples:
    """Return the samples as what is laid over a layer meets them: wax stays between what stands proud."""
    if layer.of.relief is None:
        return samples
    made = layer.of.relief(layer, samples, zone)
    over = {
        "high": np.maximum(samples.of("high", zone), made.high),
        "recess": np.maximum(samples.of("recess", zone), made.recess),
    }
    return samples.with_over(over, (layer.field_key,))


def roughness(layer: "Layer", samples: Samples, zone: str) -> float:
    """Return Sa of a layer on a zone; 0 where it leaves it smooth. [m]"""
    if layer.of.relief is None or not layer.reaches(zone):
        return 0.0
    height = layer.of.relief(layer, samples, zone).height
    return float(np.abs(height - height.mean()).mean())


_FROM: Final = (-0.64, -0.77)
"""From where the light comes, along the picture: from the upper left, as on all that is drawn."""

_USUAL: Final = (50.0, 0.45)
_RAKING: Final = (9.0, 0.25)
"""How high the light stands [degrees], and how much comes from all around. [0..1]"""

_STEEPEST: Final = 1.6


def lit_by(
    layers: "tuple[Layer, ...]", samples: Samples, size: tuple[int, int], *, raking: bool
) -> FloatArray | None:
    """Return the light on each sample (n,), relative to what is flat, by Lambert's cosine law; None where all
    is flat.

    Parameters
    ----------
    size : (height, width)
        Of the picture.
    raking : bool
        Whether a low light from the left shows every unevenness.
    """
    heights: FloatArray | None = None
    for layer in layers:
        if layer.of.relief is None or not layer.on:
            continue
        for zone, place in samples.zones.items():
            if zone not in UNPAINTED and layer.reaches(zone):
                heights = np.zeros(samples.pixel.size + 1, dtype=np.float32) if heights is None else heights
                heights[place] += layer.of.relief(layer, samples, zone).height
    if heights is None:
        return None
    image = heights[np.minimum(samples.foremost, samples.pixel.size)].reshape(size) * samples.scale
    p, q = (np.clip(np.gradient(image, axis=axis), -_STEEPEST, _STEEPEST) for axis in (1, 0))
    up, around = _RAKING if raking else _USUAL
    way = np.array([-1.0, -0.15]) if raking else np.array(_FROM)
    slope = (p * way[0] + q * way[1]) / np.tan(np.radians(up))
    direct = np.maximum(0.0, 1.0 - slope) / np.sqrt(1.0 + p * p + q * q)
    light = around + (1.0 - around) * np.minimum(direct, 3.0)
    return np.asarray(light.ravel()[samples.pixel], dtype=np.float32)
