"""An ombre by rows: its steps, and the one jug that is walked down them."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.optics.blend_path import Paint, ramp


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Rung:
    """One step of an ombre: its share of the second paint in the dry film, its colour, and what its area
    takes. [ml]"""

    share: float
    R: FloatArray
    ml: float


def rungs(
    first: Paint,
    second: Paint,
    *,
    areas: Sequence[float],
    coats: int,
    spread_rate: float,
    light: Light = DAYLIGHT,
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
        raise ValueError(
            "an ombre has at least two steps, each with an area, a spread rate and coats above 0"
        )
    steps = ramp(first, second, light=light, steps=len(areas))
    return [
        Rung(share=float(share), R=R, ml=1000.0 * area * coats / spread_rate)
        for share, R, area in zip(steps.share, steps.R, areas, strict=True)
    ]


@dataclass(frozen=True, slots=True, kw_only=True)
class Addition:
    """One step with the walk-down jug: what is added before it, what is in the jug then, what it uses.
    [ml]"""

    add: float
    there: float
    used: float


def wet_share(share: FloatArray, solids: tuple[float, float]) -> FloatArray:
    """Return the share of the second paint by wet volume, from its share of the dry film and the volume
    solids."""
    return np.asarray(share / solids[1] / (share / solids[1] + (1.0 - share) / solids[0]))


def walk_down(steps: Sequence[Rung], *, solids: tuple[float, float], margin: float) -> list[Addition]:
    """Return how one jug makes all steps: paint a step, add of the second paint, stir, paint the next.

    The first entry's `add` is the first paint that the jug is begun with. It is the least with which nothing
    runs short: a jug that is used up too early cannot be brought so far with what little is left in it.

    Parameters
    ----------
    steps : sequence of Rung
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
    shares = np.array([rung.share for rung in steps])
    if shares[0] > 1e-9 or np.any(np.diff(shares) <= 0.0):
        raise ValueError(
            "the walk-down jug begins with the first paint, and every step holds more of the second"
        )
    if shares[-1] >= 1.0 - 1e-9:
        raise ValueError("the last step is the second paint itself: paint it from its own jug")
    wet = wet_share(shares, solids)
    used = np.array([rung.ml for rung in steps]) * (1.0 + margin)
    # The first paint left in the jug shrinks by what each step uses of it; it must last: count back from the
    # end.
    first_used = used * (1.0 - wet)
    begin = float(first_used.sum())
    there, additions, second = begin, [], 0.0
    for n, w in enumerate(wet):
        first_left = begin - float(first_used[:n].sum())
        need = first_left * w / (1.0 - w)
        add = max(0.0, need - second)
        there = first_left + second + add
        additions.append(Addition(add=begin if n == 0 else add, there=there, used=float(used[n])))
        second = (second + add) - float(used[n] * w)
    return additions
