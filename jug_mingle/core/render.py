"""A drawing and a finish and a light → the picture."""

from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import SRGB_WHITE, XYZ_TO_RGB, R_to_XYZ, adapt
from jug_mingle.core.finishes.nodes import screen_weights
from jug_mingle.core.finishes.stack import Finish, colours
from jug_mingle.core.grounds import ground
from jug_mingle.core.pieces import UNPAINTED, Samples
from jug_mingle.core.spectra import BANDS, Light

Picture = NDArray[np.uint8]

MAT: Final = 0.50
"""Reflectance of the neutral mat around everything that is judged."""


def linear_screen(R: FloatArray, light: Light) -> FloatArray:
    """Return linear screen RGB (..., 3) of reflectances under a light, not clipped; as `colour.R_to_screen` shows."""
    XYZ = adapt(R_to_XYZ(R, light), white=light.white, white_to=SRGB_WHITE, degree=light.adaptation)
    return np.asarray(XYZ @ XYZ_TO_RGB.T)


def render(samples: Samples, size: tuple[int, int], finish: Finish, light: Light, *, shaded: bool = True) -> Picture:
    """Return the picture (height, width, 3) of sRGB bytes.

    Parameters
    ----------
    size : (height, width)
        Of the drawing that the samples are of.
    shaded : bool
        Whether light and shadow fall on it; without, every sample has the very colour of its finish.
    """
    height, width = size
    weights, mat = screen_weights(light), linear_screen(np.full(BANDS, MAT), light)
    fixed = {
        "shadow": mat, "dark": np.zeros(3), "paper": linear_screen(ground("paper").R_seen, light),
        "hardware": linear_screen(ground("brass").R_seen, light), "glass": 0.75 * mat,
    }  # fmt: skip
    linear = np.empty((samples.pixel.size + 1, 3), dtype=np.float32)
    linear[-1] = mat
    lit = samples.weight * samples.fields["shade"] if shaded else samples.weight

    # One zone after the other: threads gain nothing here, they wait for each other's memory.
    for zone, place in samples.zones.items():
        colour = fixed[zone] if zone in UNPAINTED else colours(finish, samples, zone, weights)
        np.multiply(colour, lit[place, np.newaxis], out=linear[place])
    picture = encode_linear(linear).take(samples.foremost, axis=0)
    # Where several samples share a pixel, or the mat shines past one, light adds up before it is encoded.
    shared = np.unique(np.concatenate([samples.pixel[samples.further], samples.rim]))
    light_there = linear[samples.foremost[shared]]
    behind = np.searchsorted(shared, samples.pixel[samples.further])
    np.add.at(light_there, behind, linear[samples.further])
    light_there[np.searchsorted(shared, samples.rim)] += samples.uncovered[:, np.newaxis] * mat
    picture[shared] = encode_linear(light_there)
    return picture.reshape(height, width, 3)


def encode_linear(canvas: FloatArray) -> Picture:
    """Return sRGB bytes of linear values by a table that is finer than a byte everywhere."""
    index = canvas * np.float32(_GAMMA.size - 1)
    index += np.float32(0.5)
    np.clip(index, 0, _GAMMA.size - 1, out=index)
    return _GAMMA.take(index.astype(np.intp))


def _gamma_table(size: int) -> Picture:
    linear = np.linspace(0.0, 1.0, size)
    coded = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return np.rint(255.0 * coded).astype(np.uint8)


_GAMMA: Final = _gamma_table(1 << 15)
