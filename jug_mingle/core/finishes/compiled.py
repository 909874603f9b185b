"""The inner loops of a picture, compiled: a layer laid on many samples at once, and what is seen of them
then.

They say nothing new: `film.R_film` in the form of `stack`'s tables, `film.R_seen` by its table. They let the
interpreter go, so that parts of a picture are computed side by side. Arrays are contiguous, of float32 but
for the indices, and nan comes out where nan went in. The number of wavelengths is that of the array: a
compiled loop is kept in a file of its own, which would not know that a table in another module had changed.
"""

import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.compiling import compiled

_PART: Final = 4096
"""Samples in a part: few enough for the processor's own memory."""

_HELPERS: Final = (os.cpu_count() or 1) - 1
_POOL: Final = ThreadPoolExecutor(max(_HELPERS, 1), thread_name_prefix="picture")


def side_by_side(work: Callable[[slice], None], count: int) -> None:
    """Do the work for every part of `range(count)`; parts must not need each other. The first error is
    raised."""
    parts = iter([slice(start, min(start + _PART, count)) for start in range(0, count, _PART)])

    def do() -> None:
        for part in parts:  # each part goes to whoever is free
            work(part)

    helpers = [_POOL.submit(do) for _ in range(min(_HELPERS, count // _PART))]
    do()
    for helper in helpers:
        if (
            not helper.cancel()
        ):  # one that has not begun, since others have the helpers, has nothing left to do
            helper.result()


_ONE: Final = np.float32(1.0)
_HALF: Final = np.float32(0.5)


@compiled
def lay(R: FloatArray, index: NDArray[np.uint16], R0: FloatArray, T2: FloatArray) -> None:
    """Lay a film on samples: R (n, 12) becomes R0 + T² R / (1 - R0 R).

    Parameters
    ----------
    index : (n,) ndarray
        Row of the tables `R0` and `T2` (levels, 12) for each sample.
    """
    for i in range(R.shape[0]):
        level = np.int64(index[i])
        for k in range(R.shape[1]):
            below, own = R[i, k], R0[level, k]
            R[i, k] = own + T2[level, k] * below / (_ONE - own * below)


@compiled
def turn(R: FloatArray, amount: FloatArray, to: FloatArray) -> None:
    """Let what else is there show by an amount (n,): R (n, 12) goes so far towards `to` (n, 12)."""
    for i in range(R.shape[0]):
        for k in range(R.shape[1]):
            R[i, k] += amount[i] * (to[i, k] - R[i, k])


@compiled
def look(R: FloatArray, seen: FloatArray, weights: FloatArray, out: FloatArray) -> None:
    """Write linear screen RGB (n, 3) of body reflectances R (n, 12) into `out`.

    Parameters
    ----------
    seen : (levels,) ndarray
        What is seen of body reflectances from 0 to 1 through the surface.
    weights : (12, 3) ndarray
        From `nodes.screen_weights`.
    """
    last = seen.shape[0] - 1
    scale = np.float32(last)
    for i in range(R.shape[0]):
        red = green = blue = np.float32(0.0)
        for k in range(R.shape[1]):
            value = R[i, k] * scale + _HALF
            if np.isnan(value):  # it is no place in a table
                red = green = blue = value
                break
            there = seen[min(max(np.int32(value), 0), last)]
            red += there * weights[k, 0]
            green += there * weights[k, 1]
            blue += there * weights[k, 2]
        out[i, 0], out[i, 1], out[i, 2] = red, green, blue


@compiled
def find(tile: FloatArray, place: NDArray[np.int32], right: int, below: int, out: FloatArray) -> None:
    """Write the values of an endless tile at places (n,), moved to the right and down, into `out`.

    Parameters
    ----------
    tile : (w, w) ndarray
        `w` is a power of two.
    place : (n,) ndarray
        Row times width plus column.
    """
    width = np.int32(tile.shape[0])
    low, high = width - np.int32(1), width * width - width
    aside, down = np.int32(right), np.int32(below) * width
    values = tile.ravel()
    for i in range(place.shape[0]):
        out[i] = values[((place[i] + down) & high) | ((place[i] + aside) & low)]


@compiled
def compose(
    linear: FloatArray,
    lit: FloatArray,
    pixel: NDArray[np.int32],
    uncovered: FloatArray,
    behind: FloatArray,
    floor: int,
) -> FloatArray:
    """Return the light of each pixel (pixels, 3): what shines past all samples, and each of them as it is
    lit.

    Parameters
    ----------
    linear : (n, 3) ndarray
        Linear screen RGB of the samples.
    lit : (n,) ndarray
        Share of the pixel times the light that falls there.
    pixel, uncovered : ndarray
        As of `Samples`.
    behind : (2, 3) ndarray
        What is behind: the wall, and from the pixel `floor` on the floor.
    """
    canvas = np.empty((uncovered.shape[0], 3), dtype=np.float32)
    for i in range(uncovered.shape[0]):
        for channel in range(3):
            canvas[i, channel] = uncovered[i] * behind[0 if i < floor else 1, channel]
    for i in range(linear.shape[0]):
        for channel in range(3):
            canvas[pixel[i], channel] += lit[i] * linear[i, channel]
    return canvas


@compiled
def encode(linear: FloatArray, code: NDArray[np.uint8], out: NDArray[np.uint8]) -> None:
    """Write the byte of each linear value into `out`, flat arrays both, by a table from 0 to 1.

    Beyond is clipped, and nan is black.
    """
    last = code.shape[0] - 1
    scale = np.float32(last)
    for i in range(linear.shape[0]):
        value = linear[i] if linear[i] > np.float32(0.0) else np.float32(0.0)  # of nan nothing is greater
        out[i] = code[np.int32(min(value, _ONE) * scale + _HALF)]
