"""The path from one paint to another: ramps that are even to the eye, and whether they turn muddy on the
way."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.optics.film import Optics, R_infinity, R_seen

STEPS: Final = 65
_ROUNDS: Final = 40


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Paint:
    """A mix as a film: optics per µm of dry film, and its surface."""

    optics: Optics
    veil: float


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Ramp:
    """Mixtures on the way from one paint to another.

    Attributes
    ----------
    share : (n,) ndarray
        Share of the second paint in the dry film, rising from 0 to 1, in steps that look even.
    R : (n, 36) ndarray
        Seen reflectance of each, opaque and dry.
    length : float
        The sum of the small differences along the way. [CIEDE2000]
    muddy : bool
        Whether chroma dips between the ends below both and by more than 4.
    """

    share: FloatArray
    R: FloatArray
    length: float
    muddy: bool


def ramp(first: Paint, second: Paint, *, light: Light = DAYLIGHT, steps: int = STEPS) -> Ramp:
    """Return `steps` mixtures from the first paint to the second, equal CIEDE2000 apart along the real mixing
    path.

    Raises
    ------
    ValueError
        If fewer than two steps are asked for.
    """
    if steps < 2:
        raise ValueError(f"a ramp has at least 2 steps, got {steps}")
    # Strong paints change a pale one within the first per cent: sample the path evenly in the logit of the
    # share.
    share = np.concatenate([[0.0], 1.0 / (1.0 + np.exp(-np.linspace(-7.0, 7.0, 255))), [1.0]])
    R = _mixtures(first, second, share)
    Lab = R_to_Lab(R, light)
    path = np.concatenate([[0.0], np.cumsum(delta_E_CIE2000(Lab[1:], Lab[:-1]))])
    even = _evened(share, path, Lab, steps) if path[-1] > 1e-6 else np.linspace(0, 1, steps)
    chroma = np.hypot(Lab[:, 1], Lab[:, 2])
    muddy = bool(chroma.min() < min(chroma[0], chroma[-1]) - 4.0)
    return Ramp(share=even, R=_mixtures(first, second, even), length=float(path[-1]), muddy=muddy)


def _evened(share: FloatArray, path: FloatArray, Lab: FloatArray, steps: int) -> FloatArray:
    """Return shares whose neighbours differ equally.

    CIEDE2000 over a long step is not the sum of those over the short steps within it, so even lengths along
    the path are only the first guess: steps that differ too much are shortened for those that differ too
    little.
    """
    at = np.linspace(0.0, path[-1], steps)
    for _ in range(_ROUNDS):
        shown = np.stack([np.interp(at, path, Lab[:, axis]) for axis in range(3)], axis=-1)
        apart = delta_E_CIE2000(shown[1:], shown[:-1])
        if float(np.ptp(apart)) <= 0.005 * float(apart.mean()):
            break
        step = np.diff(at) * (apart.mean() / np.maximum(apart, 1e-9)) ** 0.8
        at = np.concatenate([[0.0], np.cumsum(step)]) * (path[-1] / step.sum())
    return np.interp(at, path, share)


def _mixtures(first: Paint, second: Paint, share: FloatArray) -> FloatArray:
    s = share[:, np.newaxis]
    K = (1.0 - s) * first.optics.K + s * second.optics.K
    S = (1.0 - s) * first.optics.S + s * second.optics.S
    return R_seen(R_infinity(K=K, S=S), (1.0 - share) * first.veil + share * second.veil)


def even_parts(first: Paint, second: Paint, steps: int) -> FloatArray:
    """Return the reflectances (steps, 36) of steps in equal parts, to show beside those that are even to the
    eye."""
    return _mixtures(first, second, np.linspace(0.0, 1.0, steps))
