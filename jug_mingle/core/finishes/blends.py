"""Colours run into each other within one layer: shares of each film, and the K and S of what they make."""

from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer import Film, Layer
from jug_mingle.core.optics.blend_path import Paint, Ramp, ramp
from jug_mingle.core.pieces.faces import Samples


def mixed(
    films: Sequence[Film], shares: Sequence[FloatArray], bands: NDArray[np.intp] | slice = slice(None)
) -> tuple[FloatArray, FloatArray]:
    """Return K and S (..., bands) of films run into each other."""
    K = sum(np.multiply.outer(s, film.optics.K[bands]) for s, film in zip(shares, films, strict=True))
    S = sum(np.multiply.outer(s, film.optics.S[bands]) for s, film in zip(shares, films, strict=True))
    return np.asarray(K), np.asarray(S)


def share_of(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return how far a layer has gone from its first colour to its last; ValueError where its kind has one
    colour."""
    if layer.of.share is None:
        raise ValueError(f"{layer.of.title.lower()} has one colour and no share of a second")
    return layer.of.share(layer, samples, zone)


def third_share_of(layer: Layer, samples: Samples, zone: str) -> FloatArray:
    """Return where the third colour of a blend lies [0..1]; ValueError where its kind takes none."""
    if layer.of.third_share is None:
        raise ValueError(f"{layer.of.title.lower()} takes no third colour")
    return layer.of.third_share(layer, samples, zone)


def shares(layer: Layer, samples: Samples, zone: str, *, by_look: bool = False) -> list[FloatArray]:
    """Return how much of each film of a blend there is, in the dry layer or as it looks; they add up to 1."""
    t = np.asarray(share_of(layer, samples, zone), dtype=float)
    if not by_look:
        t = film_share(layer.of.by_look, layer.films, t)
    if len(layer.films) == 2:
        return [1.0 - t, t]
    c = np.asarray(third_share_of(layer, samples, zone))
    return [(1.0 - t) * (1.0 - c), t * (1.0 - c), c]


def film_share(by_look: bool, films: tuple[Film, ...], t: FloatArray) -> FloatArray:
    """Return the share of the second film in the dry layer, where a blend has gone `t` of its way.

    Painters blend by eye: half-way is what looks half-way. Streaks of a wash lie beside each other.
    """
    if not by_look:
        return t
    path = _blend_path(films[0], films[1])
    return np.asarray(np.interp(t, np.linspace(0.0, 1.0, path.share.size), path.share))


@lru_cache(maxsize=64)
def _blend_path(first: Film, second: Film) -> Ramp:
    ends = [Paint(optics=film.optics, veil=film.veil) for film in (first, second)]
    return ramp(ends[0], ends[1])


def area_shares(layer: Layer, samples: Samples, zone: str, *, by_look: bool = False) -> list[float]:
    """Return the share of a zone's area that each film of a layer takes, as the picture has it.

    Of a blend that is its share of the paint; `by_look` it is how much of the area looks like it.
    """
    weight = samples.weight[samples.zones[zone]]
    if layer.share is not None:
        fields = shares(layer, samples, zone, by_look=by_look)
    else:
        fields = [
            np.minimum(np.broadcast_to(np.asarray(layer.of.field(layer, samples, zone)), weight.shape), 1.0)
        ]
    return [float(np.average(field, weights=weight)) for field in fields]
