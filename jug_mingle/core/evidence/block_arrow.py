"""A symmetric positive matrix whose blocks touch few others: the information of a shelf.

Most materials share readings with the white only, so almost all of the matrix is zero. Blocks that touch each
other are covered by a few hub blocks; all others (leaves) touch only themselves and the hub, and are
eliminated one by one.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Any

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.on_first_use import OnFirstUse

lapack: Any = OnFirstUse("scipy.linalg.lapack")


def _root(H: FloatArray) -> FloatArray:
    """Return the lower Cholesky factor. LAPACK itself: on a few dozen rows its wrappers take longer than it
    does."""
    L, failed = lapack.dpotrf(H, lower=True, clean=True)
    if failed:
        raise np.linalg.LinAlgError("a block of the matrix is not positive")
    return np.asarray(L)


def _forward(L: FloatArray, b: FloatArray) -> FloatArray:
    """Return L⁻¹ b."""
    return np.asarray(lapack.dtrtrs(L, b, lower=True)[0]).reshape(b.shape)


def _backward(L: FloatArray, b: FloatArray) -> FloatArray:
    """Return L⁻ᵀ b."""
    return np.asarray(lapack.dtrtrs(L, b, lower=True, trans=1)[0]).reshape(b.shape)


def hub_of(groups: Iterable[Sequence[int]]) -> frozenset[int]:
    """Return blocks that cover every pair which stands in one group, few of them (greedy vertex cover)."""
    pairs = {frozenset(pair) for group in groups for pair in combinations(sorted(set(group)), 2)}
    hub: set[int] = set()
    while pairs:
        count: dict[int, int] = {}
        for pair in pairs:
            for block in pair:
                count[block] = count.get(block, 0) + 1
        most = min(count, key=lambda block: (-count[block], block))
        hub.add(most)
        pairs = {pair for pair in pairs if most not in pair}
    return frozenset(hub)


class ArrowMatrix:
    """An arrow matrix in the making: identity to begin with, blocks added to.

    The unknowns are ordered as the blocks are numbered, one common unknown last; it belongs to the hub.
    """

    def __init__(self, sizes: Sequence[int], hub: frozenset[int]) -> None:
        self.sizes = tuple(sizes)
        self.starts = np.concatenate([[0], np.cumsum(sizes)]).astype(int)
        self.leaves = [block for block in range(len(sizes)) if block not in hub and sizes[block]]
        self.hub_blocks = sorted(hub)
        hub_at = [np.arange(self.starts[b], self.starts[b + 1]) for b in self.hub_blocks]
        self.hub_index = np.concatenate([*hub_at, [self.starts[-1]]]).astype(int)
        self._hub_start = dict(
            zip(self.hub_blocks, np.cumsum([0, *(len(at) for at in hub_at)]).tolist(), strict=False)
        )
        h = self.hub_index.size
        self.own = {leaf: np.eye(sizes[leaf]) for leaf in self.leaves}
        self.across = {leaf: np.zeros((sizes[leaf], h)) for leaf in self.leaves}
        self.hub = np.eye(h)

    def add(self, slopes: Sequence[tuple[int, FloatArray]], by_common: FloatArray, weight: float) -> None:
        """Add weight · JᵀJ, J given as (block, (rows, size)) pieces and the column of the common unknown
        (rows,)."""
        h = self.hub.shape[0]
        pieces = [(slice(h - 1, h), by_common[:, np.newaxis])]
        leaf: tuple[int, FloatArray] | None = None
        for block, J in slopes:
            if block in self._hub_start:
                at = self._hub_start[block]
                pieces.append((slice(at, at + J.shape[1]), J))
            elif J.shape[1]:
                leaf = (block, J)
        for rows, J in pieces:  # block by block: a reading touches little of a large hub
            weighted = weight * J.T
            for columns, other in pieces:
                self.hub[rows, columns] += weighted @ other
        if leaf is not None:
            weighted = weight * leaf[1].T
            self.own[leaf[0]] += weighted @ leaf[1]
            for columns, other in pieces:
                self.across[leaf[0]][:, columns] += weighted @ other

    def factor(self, damping: float = 0.0) -> "ArrowFactor":
        """Return the Cholesky factor; with `damping`, of the matrix with its diagonal made larger by that
        share."""
        schur = self.hub + damping * np.diag(np.diag(self.hub))
        own: dict[int, FloatArray] = {}
        across: dict[int, FloatArray] = {}
        for leaf in self.leaves:
            H = self.own[leaf]
            own[leaf] = L = _root(H + damping * np.diag(np.diag(H)))
            across[leaf] = _forward(L, self.across[leaf])
        if across:
            eliminated = np.concatenate(list(across.values()))
            schur = schur - eliminated.T @ eliminated
        return ArrowFactor(
            starts=self.starts,
            hub_index=self.hub_index,
            own=own,
            across=across,
            hub=np.linalg.cholesky(schur),
        )


@dataclass(frozen=True, slots=True, kw_only=True, eq=False, weakref_slot=True)
class ArrowFactor:
    """The Cholesky factor L of an arrow matrix H = L Lᵀ, leaves first, hub last."""

    starts: FloatArray
    hub_index: FloatArray
    own: dict[int, FloatArray]
    across: dict[int, FloatArray]
    hub: FloatArray

    @property
    def size(self) -> int:
        """The number of unknowns."""
        return int(self.starts[-1]) + 1

    def half_solve(self, b: FloatArray) -> FloatArray:
        """Return L⁻¹ b (u, ...), in the order of the unknowns."""
        y = np.zeros_like(b)
        rest = b[self.hub_index].copy()
        for leaf, L in self.own.items():
            at = slice(self.starts[leaf], self.starts[leaf + 1])
            y[at] = _forward(L, b[at])
            rest -= self.across[leaf].T @ y[at]
        y[self.hub_index] = _forward(self.hub, rest)
        return y

    def transposed_solve(self, y: FloatArray) -> FloatArray:
        """Return L⁻ᵀ y (u, ...); of unit normal y that is a draw with covariance H⁻¹."""
        z = np.zeros_like(y)
        z_hub = _backward(self.hub, y[self.hub_index])
        z[self.hub_index] = z_hub
        for leaf, L in self.own.items():
            at = slice(self.starts[leaf], self.starts[leaf + 1])
            z[at] = _backward(L, y[at] - self.across[leaf] @ z_hub)
        return z

    def solve(self, b: FloatArray) -> FloatArray:
        """Return H⁻¹ b."""
        return self.transposed_solve(self.half_solve(b))
