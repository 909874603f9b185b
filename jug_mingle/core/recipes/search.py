"""The search behind recipes: which few tins, at which ratio, come nearest to a colour."""

from collections.abc import Callable
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.mixtures import Palette
from jug_mingle.core.recipes.enumeration import compositions, promising_trials
from jug_mingle.core.recipes.linear_model import LinearModel, reference_of
from jug_mingle.core.recipes.wishes import Goal

_EXACT: Final = 200
_FAR_EXACT: Final = 500
_NEAR_ENOUGH: Final = 0.1
_FAR: Final = 1.0


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Candidate:
    """A ratio of tins: indices into the palette, volumes in whole units, and its plain CIEDE2000."""

    pots: tuple[int, ...]
    units: tuple[int, ...]
    miss: float


def best_candidates(
    palette: Palette,
    goal: Goal,
    *,
    pots: int,
    parts: int,
    units: float | None,
    must: tuple[int, ...] = (),
    most: FloatArray | None = None,
) -> list[Candidate]:
    """Return good ratios of exactly `pots` tins, best first.

    Parameters
    ----------
    pots : int
        How many tins, 1 to 4.
    parts : int
        The largest sum of a ratio in whole parts.
    units : float, optional
        How many units of the measuring tool the batch holds; ratios that fine are tried as well.
    must : tuple of int
        Tins that have to be in it.
    most : (n,) ndarray, optional
        The largest share of the batch that each tin can give. [0..1]
    """
    if most is None:
        most = np.ones(palette.size)
    if palette.size < pots:
        return []
    reference = reference_of(goal)
    found: dict[tuple[tuple[int, ...], tuple[int, ...]], float] = {}
    exact = _EXACT
    for _ in range(2):
        linear = LinearModel(palette, goal, reference)
        sets, trials = promising_trials(linear, pots, parts, units, must, exact, most)
        if sets.shape[0] == 0:
            return []
        seen = palette.seen_of(trials.astype(float), sets)
        misses = goal.miss(seen)
        for row, counts, miss in zip(sets.tolist(), trials.tolist(), misses.tolist(), strict=True):
            found[(tuple(row), tuple(counts))] = miss
        best = int(np.argmin(misses))
        moved = float(np.abs(seen[best] - reference).max())
        reference = seen[best]
        # Far from the goal the linear model ranks less well, so more is computed exactly.
        exact = _FAR_EXACT if misses[best] > _FAR else _EXACT
        if moved < 0.004 or misses[best] < _NEAR_ENOUGH:
            break
    ranked = sorted(found.items(), key=lambda item: (round(item[1], 2), sum(item[0][1])))
    return [Candidate(pots=p, units=u, miss=m) for (p, u), m in ranked[:60]]


def exhaustive(
    palette: Palette, goal: Goal, *, pots: int, parts: int, report: Callable[[float], None] | None = None
) -> Candidate:
    """Return the best ratio of up to `parts` whole parts by trying every one; what the search is measured against."""
    best = Candidate(pots=(), units=(), miss=np.inf)
    ratios = compositions(pots, parts)
    sets = np.array(list(combinations(range(palette.size), pots)), dtype=np.intp).reshape(-1, pots)
    for start in range(0, len(sets), 64):
        chunk = np.repeat(sets[start : start + 64], len(ratios), axis=0)
        volumes = np.tile(ratios, (len(chunk) // len(ratios), 1))
        misses = goal.miss(palette.seen_of(volumes.astype(float), chunk))
        place = int(np.argmin(misses))
        if misses[place] < best.miss:
            best = Candidate(
                pots=tuple(chunk[place].tolist()), units=tuple(volumes[place].tolist()), miss=float(misses[place])
            )
        if report is not None:
            report(start / len(sets))
    return best
