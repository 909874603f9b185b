"""The scheme of a photo: its dominant colours with their areas, and which of them would pair as ends of a
blend."""

from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import R_to_Lab, XYZ_to_Lab
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.optics.blend_path import Paint, ramp
from jug_mingle.core.optics.film import K_over_S, Optics, R_body

FEWEST: Final = 3
MOST: Final = 7
_STARTS: Final = 14
_ALIKE: Final = 9.0
_SMALL: Final = 0.015
_SAMPLED: Final = 12_000


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Dominant:
    """A dominant colour: XYZ under D65, its share of the picture's area, and where it is purest (row,
    column)."""

    XYZ: FloatArray
    share: float
    at: tuple[int, int]


@dataclass(frozen=True, slots=True, kw_only=True)
class Pair:
    """Two dominant colours as ends of a blend or ombre.

    Attributes
    ----------
    first, second : int
        Places in the scheme.
    apart : float
        CIEDE2000 between them.
    length : float
        Along the path of their mixtures. [CIEDE2000]
    muddy : bool
        Whether the mixtures turn greyer in between than both ends.
    """

    first: int
    second: int
    apart: float
    length: float
    muddy: bool


def dominant_colours(XYZ: FloatArray, *, most: int = MOST, seed: int = 4) -> list[Dominant]:
    """Return the 3 to 7 colours that make up a picture, the largest area first.

    Clusters of CIELAB (k-means) are joined until none are alike (CIEDE2000 of 9) and no more than `most` are
    left; specks of less than 1.5 % are dropped while three remain.

    Parameters
    ----------
    XYZ : (h, w, 3) ndarray
        Under D65.
    """
    if not FEWEST <= most <= MOST:
        raise ValueError(f"a scheme has from {FEWEST} to {MOST} colours, got {most}")
    from scipy.cluster.vq import kmeans2  # a fifth of a second, which an ordinary start need not spend

    width = XYZ.shape[1]
    flat = XYZ.reshape(-1, 3)
    chosen = np.linspace(0, len(flat) - 1, min(len(flat), _SAMPLED)).astype(int)
    Lab = XYZ_to_Lab(flat[chosen])
    rng = np.random.default_rng(seed)
    jitter = 1e-3 * rng.standard_normal(Lab.shape)  # a flat picture must not make clusters of nothing
    centres, labels = kmeans2(
        Lab + jitter, min(_STARTS, len(Lab)), iter=25, minit="++", rng=rng, missing="warn"
    )
    counts = np.bincount(labels, minlength=len(centres)).astype(float)
    there = counts > 0
    members_of = np.unique(labels, return_inverse=True)[1]
    middles, counts, member = _joined(np.asarray(centres)[there], counts[there], members_of, most)
    order = np.argsort(-counts)
    shares = counts[order] / counts.sum()
    keep = [place for n, place in enumerate(order) if shares[n] >= _SMALL or n < FEWEST]
    dominants = []
    for place in keep:
        members = np.flatnonzero(member == place)
        nearest = chosen[members[int(np.argmin(((Lab[members] - middles[place]) ** 2).sum(axis=1)))]]
        middle = np.median(flat[chosen[members]], axis=0)
        at = int(nearest // width), int(nearest % width)
        dominants.append(Dominant(XYZ=middle, share=float(counts[place] / counts.sum()), at=at))
    return dominants


def _joined(
    centres: FloatArray, counts: FloatArray, labels: NDArray[np.intp], most: int
) -> tuple[FloatArray, FloatArray, NDArray[np.intp]]:
    """Join the two most alike clusters until all differ and there are few enough."""
    while len(centres) > 1:
        apart = delta_E_CIE2000(centres[:, np.newaxis], centres)
        np.fill_diagonal(apart, np.inf)
        a, b = sorted(int(i) for i in np.unravel_index(int(np.argmin(apart)), apart.shape))
        if apart[a, b] > _ALIKE and len(centres) <= most:
            break
        centres[a] = (counts[a] * centres[a] + counts[b] * centres[b]) / (counts[a] + counts[b])
        counts[a] += counts[b]
        centres, counts = np.delete(centres, b, axis=0), np.delete(counts, b)
        labels = np.where(labels == b, a, labels)
        labels = labels - (labels > b)
    return centres, counts, labels


def paint_like(R: FloatArray) -> Paint:
    """Return a paint of a colour of which nothing else is known: single-constant, S = 1."""
    K = np.clip(K_over_S(np.clip(R_body(R, 1.0, floor=0.004), 0.004, 0.999)), 1e-5, None)
    return Paint(optics=Optics(K=K, S=np.ones(BANDS)), veil=1.0)


def pairs(colours: list[FloatArray]) -> list[Pair]:
    """Return the pairs of colours (XYZ under D65) worth trying as a blend, clean and moderate ones first.

    As paints of just these colours would mix; real tins may differ, Mingle tells.
    """
    R = [recover_reflectance(XYZ) for XYZ in colours]
    found = []
    for first, second in combinations(range(len(colours)), 2):
        way = ramp(paint_like(R[first]), paint_like(R[second]), steps=9)
        apart = float(delta_E_CIE2000(R_to_Lab(R[first]), R_to_Lab(R[second])))
        found.append(Pair(first=first, second=second, apart=apart, length=way.length, muddy=way.muddy))
    # Common practice: near neighbours fuse most easily, ends far apart are for the practised.
    return sorted(found, key=lambda pair: (pair.muddy, abs(pair.apart - 22.0)))
