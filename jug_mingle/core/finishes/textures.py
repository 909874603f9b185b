"""Endless textures for the hand and the wood: tiles that repeat without a seam, looked up by place in
metres."""

from functools import cache, lru_cache
from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes import compiled
from jug_mingle.core.pieces.faces import Samples

Texture = Literal["figure", "pores", "cloud", "blotch", "streak", "speckle", "hatch", "cells", "drips"]

TILE: Final = 1024
_LOW: Final = np.int32(TILE - 1)
METRES: Final = 1.37
"""Width and height of a tile; no measure of furniture repeats with it. [m]"""


def _smooth(rng: np.random.Generator, along: float, across: float) -> FloatArray:
    """Return smooth seamless noise of unit spread; `along` and `across` are its reach in x and y. [m]"""
    fx = np.fft.rfftfreq(TILE, METRES / TILE)[np.newaxis]
    fy = np.fft.fftfreq(TILE, METRES / TILE)[:, np.newaxis]
    keep = np.exp(-2.0 * np.pi**2 * ((along * fx) ** 2 + (across * fy) ** 2))
    keep[0, 0] = 0.0
    white = rng.standard_normal((TILE, TILE), dtype=np.float32)
    from scipy.fft import irfft2, rfft2  # a fifth of a second to import, which a start need not spend

    noise = irfft2(rfft2(white) * keep.astype(np.float32), s=(TILE, TILE))
    return np.asarray(noise / noise.std())


def _cells(rng: np.random.Generator, size: float) -> FloatArray:
    """Return the distance to the nearest border between irregular cells. [m]"""
    count = int((METRES / size) ** 2)
    seeds = rng.uniform(0.0, METRES, (count, 2))
    grid = (np.arange(TILE // 2) + 0.5) * METRES / (TILE // 2)
    places = np.stack(np.meshgrid(grid, grid), axis=-1).reshape(-1, 2)
    from scipy.spatial import cKDTree  # as above

    near, _ = cKDTree(seeds, boxsize=np.full(2, METRES)).query(places, k=2)
    near = np.asarray(near)
    half = (near[:, 1] - near[:, 0]).reshape(TILE // 2, TILE // 2) / 2.0
    return np.asarray(np.repeat(np.repeat(half, 2, axis=0), 2, axis=1))


def _drips(rng: np.random.Generator) -> FloatArray:
    """Return runs of paint that came down: 1 in a run, 0 beside it."""
    tile = np.zeros((TILE, TILE))
    y = np.arange(TILE)[:, np.newaxis]
    x = np.arange(TILE)[np.newaxis]
    for _ in range(26):
        at, start, long, wide = (
            rng.uniform(0, TILE),
            rng.uniform(0, TILE),
            rng.uniform(60, 300),
            rng.uniform(1.5, 4.0),
        )
        down = (y - start) % TILE
        beside = np.abs((x - at + TILE / 2) % TILE - TILE / 2)
        swell = wide * (1.0 + 0.8 * np.exp(-(((down - long) / 8.0) ** 2)))
        run = np.clip(swell - beside + 0.5, 0, 1) * np.clip(long + 6 - down, 0, 1)
        tile = np.maximum(tile, run)
    return tile


@cache
def tile(texture: Texture) -> FloatArray:
    """Return a tile (1024, 1024): noise about -1..1, "cells" in metres, "drips" 0..1; x is along the hand."""
    rng = np.random.default_rng(sum(map(ord, texture)))
    made: FloatArray
    if texture == "figure":  # long bands and finer streaks along the grain
        made = 0.5 * _smooth(rng, 0.20, 0.014) + 0.32 * _smooth(rng, 0.09, 0.0035)
    elif texture == "pores":
        made = 0.5 * _smooth(rng, 0.014, 0.0011)
    elif texture == "cloud":
        made = 0.5 * _smooth(rng, 0.055, 0.055) + 0.22 * _smooth(rng, 0.018, 0.018)
    elif texture == "blotch":
        made = 0.5 * _smooth(rng, 0.020, 0.020) + 0.3 * _smooth(rng, 0.006, 0.006)
    elif texture == "streak":
        made = 0.45 * _smooth(rng, 0.09, 0.0022) + 0.3 * _smooth(rng, 0.05, 0.006)
    elif texture == "speckle":
        made = 0.55 * _smooth(rng, 0.0022, 0.0022)
    elif texture == "hatch":
        made = 0.42 * (_smooth(rng, 0.03, 0.0022) + _smooth(rng, 0.0022, 0.03))
    elif texture == "cells":
        made = _cells(rng, 0.028)
    else:
        made = _drips(rng)
    return np.asarray(made, dtype=np.float32)


@lru_cache(maxsize=1024)
def _start(seed: int) -> tuple[int, int]:
    right, below = np.random.default_rng(seed).integers(0, TILE, 2)
    return int(right), int(below)


def looked_up(
    samples: Samples, zone: str, texture: Texture, seed: int, *, along_grain: bool = True
) -> FloatArray:
    """Return a texture (n,) over the samples of a zone, along the grain or square to the face.

    A seed begins elsewhere on the same tile.
    """

    def place() -> NDArray[np.int32]:
        x, y = samples.of("x", zone), samples.of("y", zone)
        if along_grain:
            upright = samples.of("upright", zone) > 0.5
            x, y = np.where(upright, y, x), np.where(upright, x, y)
        column, row = ((at * (TILE / METRES)).astype(np.int32) & _LOW for at in (x, y))
        return np.asarray(row * TILE + column)

    def look_up() -> FloatArray:
        at = samples.remember(zone, ("place", along_grain), place)
        out = np.empty(at.shape, dtype=np.float32)
        compiled.find(tile(texture), at, *_start(seed), out)
        return out

    found: FloatArray = samples.remember(zone, (texture, seed, along_grain), look_up)
    return found
