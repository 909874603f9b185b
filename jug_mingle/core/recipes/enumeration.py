"""Which sets of tins, and which whole-part ratios of them, are worth computing exactly."""

from functools import cache
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.recipes.linear_model import LinearModel, _nearest_in_simplex, reference_of
from jug_mingle.core.recipes.wishes import Goal

_CHUNK: Final = 256
_FINE: Final = 160
_PAIR_BEAM: Final = 400
_TRIPLE_BEAM: Final = 150


def _sets(linear: LinearModel, pots: int, must: tuple[int, ...]) -> tuple[Indices, FloatArray]:
    """Return promising sets (m, tins) with their bounds, best first.

    All pairs are bounded; triples and quadruples grow from the best smaller sets when there are too many.
    """
    if pots == 1:
        sets = np.arange(linear.size)[:, np.newaxis]
    elif pots == 2:
        sets = np.stack(np.triu_indices(linear.size, 1), axis=1)
    elif pots == 3 and linear.size <= 45:
        sets = _triples(linear.size)
    else:
        smaller, _ = _sets(linear, pots - 1, ())
        sets = _extend(smaller[: _PAIR_BEAM if pots == 3 else _TRIPLE_BEAM], linear.size)
    if must:
        sets = _with_must(sets, must, linear.size, pots)
    bound = linear.bound(sets)
    order = np.argsort(bound, kind="stable")
    return sets[order], bound[order]


@cache
def _triples(size: int) -> Indices:
    return np.array(list(combinations(range(size), 3)), dtype=np.intp).reshape(-1, 3)


def _extend(sets: Indices, size: int) -> Indices:
    """Return all sets with one more tin, each once, sorted within."""
    grown = np.concatenate([np.repeat(sets, size, axis=0), np.tile(np.arange(size), len(sets))[:, np.newaxis]], axis=1)
    grown.sort(axis=1)
    grown = grown[np.all(np.diff(grown, axis=1) > 0, axis=1)]
    code = grown @ (size ** np.arange(grown.shape[1], dtype=np.int64))
    return np.asarray(grown[np.unique(code, return_index=True)[1]])


def _with_must(sets: Indices, must: tuple[int, ...], size: int, pots: int) -> Indices:
    """Return sets that hold every tin of `must`."""
    if len(must) > pots:
        return sets[:0]
    rest = [pot for pot in range(size) if pot not in must]
    if pots - len(must) <= 2:
        chosen = [sorted((*must, *others)) for others in combinations(rest, pots - len(must))]
        return np.array(chosen, dtype=np.intp).reshape(-1, pots)
    grown = [sorted({*must, *row}) for row in sets.tolist()]
    return np.array(sorted({tuple(row) for row in grown if len(row) == pots}), dtype=np.intp).reshape(-1, pots)


@cache
def compositions(pots: int, parts: int) -> NDArray[np.int64]:
    """Return all ratios (r, tins) of whole parts, each at least 1, with sum up to `parts` and no common factor."""
    rows: list[tuple[int, ...]] = [()]
    for left in range(pots, 0, -1):
        rows = [(*row, n) for row in rows for n in range(1, parts - sum(row) - left + 2)]
    table = np.array(rows, dtype=np.int64).reshape(-1, pots)
    table = table[np.gcd.reduce(table, axis=1) == 1]
    return np.asarray(table[np.argsort(table.sum(axis=1), kind="stable")])


def promising_trials(
    linear: LinearModel, pots: int, parts: int, units: float | None, must: tuple[int, ...], exact: int, most: FloatArray
) -> tuple[Indices, NDArray[np.int64]]:
    """Return the sets and whole-number volumes that look best in the linear model."""
    sets, bound = _sets(linear, pots, must)
    ratios = compositions(pots, max(parts, pots))
    kept_sets: list[Indices] = []
    kept_ratios: list[NDArray[np.int64]] = []
    kept_errors: list[FloatArray] = []
    limit = np.inf
    chunk_size = max(16, 40000 // len(ratios))
    last = len(sets) if pots < 4 else 2 * chunk_size
    shares = ratios / ratios.sum(axis=1, keepdims=True)
    short = bool(np.any(most < 1.0))
    for start in range(0, last, chunk_size):
        if start >= len(sets) or bound[start] > limit or not np.isfinite(bound[start]):
            break
        chunk = sets[start : start + chunk_size]
        error = linear.error(chunk, ratios.astype(float))
        if short:
            error[np.any(shares > most[chunk][:, np.newaxis, :] + 1e-9, axis=2)] = np.inf
        each = min(error.shape[1], max(4, 2 * exact // len(sets)))
        take = np.argpartition(error, each - 1, axis=1)[:, :each]
        kept_sets.append(np.repeat(chunk, take.shape[1], axis=0))
        kept_ratios.append(ratios[take].reshape(-1, pots))
        kept_errors.append(np.take_along_axis(error, take, axis=1).ravel())
        every = np.concatenate(kept_errors)
        if every.size >= exact:
            limit = float(np.partition(every, exact - 1)[exact - 1])
    if units is not None and pots > 1:
        fine_sets, fine = _fine_volumes(linear, sets[:_FINE], linear.weights(sets[:_FINE]), units)
        kept_sets.append(fine_sets)
        kept_ratios.append(fine)
        error = linear.error_each(fine_sets, fine.astype(float))
        error[np.any(fine > most[fine_sets] * units + 1e-9, axis=1)] = np.inf
        kept_errors.append(error)
    if not kept_sets:
        return sets[:0], ratios[:0]
    errors = np.concatenate(kept_errors)
    best = np.argsort(errors, kind="stable")[: 2 * exact]
    best = best[np.isfinite(errors[best])]
    return np.concatenate(kept_sets)[best], np.concatenate(kept_ratios)[best]


def _fine_volumes(
    linear: LinearModel, sets: Indices, weights: FloatArray, units: float
) -> tuple[Indices, NDArray[np.int64]]:
    """Return the linear optimum of each set in whole units of the tool, rounded down and up in every tin."""
    volumes = np.maximum(weights, 1e-9) / linear.pull[sets]
    volumes *= units / volumes.sum(axis=1, keepdims=True)
    low = np.floor(volumes).astype(np.int64)
    pots = sets.shape[1]
    corners = np.array(np.meshgrid(*[[0, 1]] * pots)).reshape(pots, -1).T
    table = np.maximum(low[:, np.newaxis, :] + corners, 1)
    return np.repeat(sets, len(corners), axis=0), table.reshape(-1, pots)


def linear_volumes(
    palette: Palette, goal: Goal, reference: FloatArray, *, must: int, others: int
) -> tuple[Indices, FloatArray]:
    """Return promising sets (m, others + 1) that hold the tin `must`, and their best volumes in the linear model.

    The model is made around the seen reflectance `reference` and again around the goal, since the way may be long.
    Sets in which `must` would have no share are left out.
    """
    rest = [pot for pot in range(palette.size) if pot != must]
    sets = np.array([sorted((must, *row)) for row in combinations(rest, others)], dtype=np.intp).reshape(-1, others + 1)
    found, amounts = [], []
    for around in (reference, reference_of(goal)):
        linear = LinearModel(palette, goal, around)
        bound, weights = _nearest_in_simplex(linear.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]])
        share = np.take_along_axis(weights, np.argmax(sets == must, axis=1)[:, np.newaxis], axis=1)[:, 0]
        order = np.argsort(np.where(share > 0.02, bound, np.inf), kind="stable")[:_CHUNK]
        order = order[share[order] > 0.02]
        found.append(sets[order])
        amounts.append(weights[order] / linear.pull[sets[order]])
    return np.concatenate(found), np.concatenate(amounts)
