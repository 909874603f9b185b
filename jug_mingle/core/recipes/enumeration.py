"""Which sets of tins are worth computing exactly, and all ratios of whole parts."""

from functools import lru_cache
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.mixtures import Indices, Palette
from jug_mingle.core.recipes.linear_model import LinearModel, _nearest_in_simplex, reference_of
from jug_mingle.core.recipes.wishes import Goal

_CHUNK: Final = 256
_PAIR_BEAM: Final = 400
_TRIPLE_BEAM: Final = 150


def all_sets(size: int, tins: int, must: tuple[int, ...] = ()) -> Indices:
    """Return all sets (m, tins) of one or two of `size` tins that hold every one of `must`."""
    sets = np.arange(size)[:, np.newaxis] if tins == 1 else np.stack(np.triu_indices(size, 1), axis=1)
    return _with_must(sets, must, size, tins) if must else sets


def promising_sets(
    linear: LinearModel, tins: int, must: tuple[int, ...], most: int
) -> tuple[Indices, FloatArray]:
    """Return up to `most` promising sets (m, tins) with their bounds, best first.

    All pairs are bounded; triples and quadruples grow from the best smaller sets when there are too many.
    """
    if tins == 2:
        sets = all_sets(linear.size, 2)
    elif tins == 3 and linear.size <= 45:
        sets = _triples(linear.size)
    else:
        smaller, _ = promising_sets(linear, tins - 1, (), _PAIR_BEAM if tins == 3 else _TRIPLE_BEAM)
        sets = extended(smaller, linear.size)
    if must:
        sets = _with_must(sets, must, linear.size, tins)
    bound = linear.bound(sets)
    best = np.arange(len(sets)) if len(sets) <= most else np.argpartition(bound, most)[:most]
    order = best[np.argsort(bound[best], kind="stable")]
    return sets[order], bound[order]


@lru_cache(maxsize=64)
def _triples(size: int) -> Indices:
    return np.array(list(combinations(range(size), 3)), dtype=np.intp).reshape(-1, 3)


def extended(sets: Indices, size: int) -> Indices:
    """Return all sets with one more tin, each once, sorted within."""
    grown = np.concatenate(
        [np.repeat(sets, size, axis=0), np.tile(np.arange(size), len(sets))[:, np.newaxis]], axis=1
    )
    grown.sort(axis=1)
    grown = grown[np.all(np.diff(grown, axis=1) > 0, axis=1)]
    code = grown @ (size ** np.arange(grown.shape[1], dtype=np.int64))
    return np.asarray(grown[np.unique(code, return_index=True)[1]])


def _with_must(sets: Indices, must: tuple[int, ...], size: int, tins: int) -> Indices:
    """Return sets that hold every tin of `must`."""
    if len(must) > tins:
        return sets[:0]
    rest = [tin for tin in range(size) if tin not in must]
    if tins - len(must) <= 2:
        chosen = [sorted((*must, *others)) for others in combinations(rest, tins - len(must))]
        return np.array(chosen, dtype=np.intp).reshape(-1, tins)
    grown = [sorted({*must, *row}) for row in sets.tolist()]
    return np.array(sorted({tuple(row) for row in grown if len(row) == tins}), dtype=np.intp).reshape(
        -1, tins
    )


@lru_cache(maxsize=64)
def compositions(tins: int, parts: int) -> NDArray[np.int64]:
    """Return all ratios (r, tins) of whole parts, each at least 1, with sum up to `parts` and no common
    factor."""
    rows: list[tuple[int, ...]] = [()]
    for left in range(tins, 0, -1):
        rows = [(*row, n) for row in rows for n in range(1, parts - sum(row) - left + 2)]
    table = np.array(rows, dtype=np.int64).reshape(-1, tins)
    table = table[np.gcd.reduce(table, axis=1) == 1]
    return np.asarray(table[np.argsort(table.sum(axis=1), kind="stable")])


def linear_volumes(
    palette: Palette, goal: Goal, reference: FloatArray, *, must: int, others: int
) -> tuple[Indices, FloatArray]:
    """Return promising sets (m, others + 1) that hold the tin `must`, and their best volumes in the linear
    model.

    The model is made around the seen reflectance `reference` and again around the goal, since the way may be
    long. Sets in which `must` would have no share are left out.
    """
    rest = [tin for tin in range(palette.size) if tin != must]
    sets = np.array([sorted((must, *row)) for row in combinations(rest, others)], dtype=np.intp).reshape(
        -1, others + 1
    )
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
