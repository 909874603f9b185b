"""The way from one mix to another: blend ramps that are even to the eye, and whether they turn muddy on the way."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import R_to_Lab, delta_E_CIE2000
from jug_mingle.core.film import R_infinity, R_seen
from jug_mingle.core.materials import Optics
from jug_mingle.core.spectra import DAYLIGHT, Light

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
    """Return `steps` mixtures from the first paint to the second, equal CIEDE2000 apart along the real mixing path.

    Raises
    ------
    ValueError
        If fewer than two steps are asked for.
    """
    if steps < 2:
        raise ValueError(f"a ramp has at least 2 steps, got {steps}")
    # Strong paints change a pale one within the first per cent: sample the path evenly in the logit of the share.
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

    CIEDE2000 over a long step is not the sum of those over the short steps within it, so even lengths along the path
    are only the first guess: steps that differ too much are shortened for those that differ too little.
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


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Rung:
    """One step of an ombre: its share of the second paint in the dry film, its colour, and what its area takes. [ml]"""

    share: float
    R: FloatArray
    ml: float


def rungs(
    first: Paint, second: Paint, *, areas: Sequence[float], coats: int, spread_rate: float, light: Light = DAYLIGHT
) -> list[Rung]:
    """Return an ombre in as many steps as there are areas, equal CIEDE2000 apart along the real mixing path.

    Parameters
    ----------
    areas : sequence of float
        Of each step, the first paint's end first. [m²]
    spread_rate : float
        [m²/L]

    Raises
    ------
    ValueError
        If there are fewer than two steps, or an area or the spread rate is not above 0.
    """
    if len(areas) < 2 or min(areas) <= 0.0 or spread_rate <= 0.0 or coats < 1:
        raise ValueError("an ombre has at least two steps, each with an area, a spread rate and coats above 0")
    steps = ramp(first, second, light=light, steps=len(areas))
    return [
        Rung(share=float(share), R=R, ml=1000.0 * area * coats / spread_rate)
        for share, R, area in zip(steps.share, steps.R, areas, strict=True)
    ]


def even_parts(first: Paint, second: Paint, steps: int) -> FloatArray:
    """Return the reflectances (steps, 36) of steps in equal parts, to show beside those that are even to the eye."""
    return _mixtures(first, second, np.linspace(0.0, 1.0, steps))


@dataclass(frozen=True, slots=True, kw_only=True)
class Addition:
    """One step with the walk-down pot: what is added before it, what is in the jug then, what it uses. [ml]"""

    add: float
    there: float
    used: float


def walk_down(rungs_: Sequence[Rung], *, solids: tuple[float, float], margin: float = 0.1) -> list[Addition]:
    """Return how one jug makes all steps: paint a step, add of the second paint, stir, paint the next.

    The first entry's `add` is the first paint that the jug is begun with. It is the least with which nothing runs
    short: a jug that is used up too early cannot be brought so far with what little is left in it.

    Parameters
    ----------
    rungs_ : sequence of Rung
        From a share of 0 upwards.
    solids : (float, float)
        Volume solids of the first paint and the second.
    margin : float
        Kept over in each step, as a share of what it takes.

    Raises
    ------
    ValueError
        If the shares do not rise from 0, or the last one is 1: with pure second paint take a fresh jug.
    """
    shares = np.array([rung.share for rung in rungs_])
    if shares[0] > 1e-9 or np.any(np.diff(shares) <= 0.0):
        raise ValueError("the walk-down pot begins with the first paint, and every step holds more of the second")
    if shares[-1] >= 1.0 - 1e-9:
        raise ValueError("the last step is the second paint itself: paint it from its own jug")
    # Parts by wet volume of the second paint, from its share of the dry film.
    wet = shares / solids[1] / (shares / solids[1] + (1.0 - shares) / solids[0])
    used = np.array([rung.ml for rung in rungs_]) * (1.0 + margin)
    # The first paint left in the jug shrinks by what each step uses of it; it must last: count back from the end.
    first_used = used * (1.0 - wet)
    begin = float(first_used.sum())
    there, found, second = begin, [], 0.0
    for n, w in enumerate(wet):
        first_left = begin - float(first_used[:n].sum())
        need = first_left * w / (1.0 - w)
        add = max(0.0, need - second)
        there = first_left + second + add
        found.append(Addition(add=begin if n == 0 else add, there=there, used=float(used[n])))
        second = (second + add) - float(used[n] * w)
    return found
