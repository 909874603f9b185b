"""The search behind recipes: which few pots, at which ratio, come nearest to a colour.

Around a reflectance with body K/S = q, the mix Σ cᵢ of the pots differs from it by Σ cᵢ (Kᵢ - q Sᵢ) / Σ cᵢ Sᵢ in K/S,
which is linear in the amounts but for a denominator that the mean scattering of each pot stands for well. So the
colour error of a mix is a weighted mean of one vector per pot, and the best mix of a set of pots is the point of a
simplex nearest to the origin. That bounds every set in closed form; sets are opened best bound first, their whole-part
ratios tried in the linear model, and only the few best computed exactly.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache, cached_property
from itertools import combinations
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour import Lab_to_XYZ, XYZ_to_Lab, XYZ_to_Lab_slope, delta_E_CIE2000, even_metric
from jug_mingle.core.film import K1, K2, R_body, R_seen, R_seen_slope, straight_on
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.core.spectra import Light

Indices = NDArray[np.intp]

_CHUNK: Final = 256
_FINE: Final = 160
_PAIR_BEAM: Final = 400
_TRIPLE_BEAM: Final = 150
_EXACT: Final = 200
_FAR_EXACT: Final = 500
_NEAR_ENOUGH: Final = 0.1
_FAR: Final = 1.0


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Palette:
    """Pots that may stand in one jug, as arrays.

    Attributes
    ----------
    K, S : (n, 36) ndarray
        [1/µm]
    solids, veil : (n,) ndarray
        Volume solids and surface of each dried film. [0..1]
    """

    K: FloatArray
    S: FloatArray
    solids: FloatArray
    veil: FloatArray

    @property
    def size(self) -> int:
        """The number of pots."""
        return int(self.K.shape[0])

    def with_pot(self, K: FloatArray, S: FloatArray, *, solids: float, veil: float) -> "Palette":
        """Return the palette with one more pot at its end."""
        return Palette(
            K=np.vstack([self.K, K]),
            S=np.vstack([self.S, S]),
            solids=np.append(self.solids, solids),
            veil=np.append(self.veil, veil),
        )

    def seen(self, volumes: FloatArray) -> FloatArray:
        """Return the seen reflectance (..., 36) of dried opaque mixes of volumes (..., n)."""
        return self.seen_of(volumes, np.broadcast_to(np.arange(self.size), volumes.shape))

    def seen_of(self, volumes: FloatArray, pots: Indices) -> FloatArray:
        """Return the seen reflectance (..., 36) of mixes of volumes (..., k) of the pots (..., k)."""
        dry = volumes * self.solids[pots]
        c = dry / dry.sum(axis=-1, keepdims=True)
        K = np.einsum("...k,...kw->...w", c, self.K[pots])
        S = np.einsum("...k,...kw->...w", c, self.S[pots])
        body = S / (K + S + np.sqrt(K * (K + 2.0 * S)))
        veil = (c * self.veil[pots]).sum(axis=-1)[..., np.newaxis]
        straight = straight_on(body)
        return np.asarray(veil * K1 + (1.0 - K1) * (1.0 - K2) * straight / (1.0 - K2 * straight))


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Goal:
    """The colour wanted: its CIELAB (l, 3) in each of l lights that matter."""

    Lab: FloatArray
    lights: tuple[Light, ...]

    def miss(self, seen: FloatArray) -> FloatArray:
        """Return the CIEDE2000 (...) of seen reflectances (..., 36), in the worst light."""
        worst: FloatArray = np.max(
            [
                delta_E_CIE2000(XYZ_to_Lab(seen @ light.weights, light.white), Lab)
                for light, Lab in zip(self.lights, self.Lab, strict=True)
            ],
            axis=0,
        )
        return worst


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Candidate:
    """A ratio of pots: indices into the palette, volumes in whole units, and its plain CIEDE2000."""

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
    """Return good ratios of exactly `pots` pots, best first.

    Parameters
    ----------
    pots : int
        How many pots, 1 to 4.
    parts : int
        The largest sum of a ratio in whole parts.
    units : float, optional
        How many units of the measuring tool the batch holds; ratios that fine are tried as well.
    must : tuple of int
        Pots that have to be in it.
    most : (n,) ndarray, optional
        The largest share of the batch that each pot can give. [0..1]
    """
    if most is None:
        most = np.ones(palette.size)
    if palette.size < pots:
        return []
    reference = _inverse_reference(goal)
    found: dict[tuple[tuple[int, ...], tuple[int, ...]], float] = {}
    exact = _EXACT
    for _ in range(2):
        linear = _Linear(palette, goal, reference)
        sets, trials = _trials(linear, pots, parts, units, must, exact, most)
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


def _inverse_reference(goal: Goal) -> FloatArray:
    """Return a reflectance with the goal's colour in its first light, to linearise around."""

    return recover_reflectance(Lab_to_XYZ(goal.Lab[0], goal.lights[0].white), goal.lights[0])


class _Linear:
    """The colour error of mixes as a weighted mean of one vector a pot, around a seen reflectance."""

    def __init__(self, palette: Palette, goal: Goal, reference: FloatArray) -> None:
        veil = float(np.median(palette.veil))
        body = R_body(reference, veil, floor=2e-3)
        q = (1.0 - body) ** 2 / (2.0 * body)
        by_q = -body / np.sqrt(q * (q + 2.0)) * R_seen_slope(body)
        seen = R_seen(body, veil)
        rows, offsets = [], []
        for light, Lab in zip(goal.lights, goal.Lab, strict=True):
            XYZ = seen @ light.weights
            M = even_metric(Lab)
            rows.append(M @ XYZ_to_Lab_slope(XYZ, light.white) @ light.weights.T * by_q)
            offsets.append(M @ (XYZ_to_Lab(XYZ, light.white) - Lab))
        A, offset = np.concatenate(rows) / np.sqrt(len(rows)), np.concatenate(offsets) / np.sqrt(len(rows))
        eye = np.abs(A).sum(axis=0)
        S_mean = palette.S @ (eye / eye.sum())
        self.size, self.lights = palette.size, len(rows)
        self.pull = palette.solids * S_mean
        self.vectors = (palette.K - q * palette.S) @ A.T / S_mean[:, np.newaxis] + offset
        self.gram = self.vectors @ self.vectors.T

    @cached_property
    def pair_bound(self) -> FloatArray:
        """Least squared error (n, n) of every pair of pots."""
        own = np.diag(self.gram)
        across = own[:, np.newaxis] + own - 2.0 * self.gram
        t = np.clip((own[:, np.newaxis] - self.gram) / (across + 1e-12 * (1.0 + np.abs(across))), 0.0, 1.0)
        bound = own[:, np.newaxis] - 2.0 * t * (own[:, np.newaxis] - self.gram) + t * t * across
        return np.asarray(np.maximum(bound, 0.0))

    def bound(self, sets: Indices) -> FloatArray:
        """Return the least squared error (m,) of each set (m, k) in the linear model, over weights that sum to one.

        Of a set of four that does as well without one of its pots it is infinity: the smaller set has been tried.
        """
        if sets.shape[1] == 1:
            return np.asarray(np.diag(self.gram)[sets[:, 0]])
        if sets.shape[1] == 2:
            return np.asarray(self.pair_bound[sets[:, 0], sets[:, 1]])
        if sets.shape[1] == 3:
            return self._triple_bound(*sets.T)
        return _nearest_inside(self.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]])[0]

    def _triple_bound(self, a: Indices, b: Indices, c: Indices) -> FloatArray:
        """Return the bound of triples: that of their best pair, or of the point inside where there is one."""
        g, own = self.gram, np.diag(self.gram)
        ac, bc, cc = g[a, c], g[b, c], own[c]
        h_aa, h_bb, h_ab = own[a] - 2.0 * ac + cc, own[b] - 2.0 * bc + cc, g[a, b] - ac - bc + cc
        p, q = cc - ac, cc - bc
        det = h_aa * h_bb - h_ab**2 + 1e-14 * (1.0 + h_aa * h_bb)
        w_a, w_b = (h_bb * p - h_ab * q) / det, (h_aa * q - h_ab * p) / det
        inside = (w_a > 0.0) & (w_b > 0.0) & (w_a + w_b < 1.0)
        value = np.maximum(cc - w_a * p - w_b * q, 0.0)
        pairs = self.pair_bound
        edge = np.minimum(np.minimum(pairs[a, b], pairs[a, c]), pairs[b, c])
        return np.asarray(np.where(inside, np.minimum(value, edge), edge))

    def weights(self, sets: Indices) -> FloatArray:
        """Return the weights (m, k) at which each set (m, k) has its bound."""
        G = self.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]]
        return (_nearest_inside(G) if sets.shape[1] > 3 else _nearest_in_simplex(G))[1]

    def error(self, sets: Indices, ratios: FloatArray) -> FloatArray:
        """Return the squared error (m, r), in the worst light, of each set (m, k) at each ratio (r, k).

        `bound` is the mean over the lights, so it lies below. Single precision: it only ranks.
        """
        k, m = sets.shape[1], sets.shape[0]
        pulled = (self.pull[:, np.newaxis] * self.vectors).astype(np.float32)[sets]
        sums = ratios.astype(np.float32) @ pulled.transpose(1, 0, 2).reshape(k, -1)
        sums = sums.reshape(-1, m, self.lights, 3)
        # One light after the other: reducing over so short an axis is many times slower.
        worst = np.zeros(sums.shape[:2], dtype=np.float32)
        for at in range(self.lights):
            worst = np.maximum(worst, np.einsum("rmx,rmx->rm", sums[:, :, at], sums[:, :, at]))
        return np.asarray((self.lights * worst / (ratios @ self.pull[sets].T) ** 2).T)

    def error_each(self, sets: Indices, volumes: FloatArray) -> FloatArray:
        """Return the same (m,) for each set (m, k) at volumes of its own (m, k)."""
        w = volumes * self.pull[sets]
        e = np.einsum("mk,mkx->mx", w / w.sum(axis=1, keepdims=True), self.vectors[sets])
        return np.asarray(self.lights * (e * e).reshape(-1, self.lights, 3).sum(axis=2).max(axis=1))


def _nearest_in_simplex(G: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return min |Σ wᵢ vᵢ|² over w ≥ 0, Σ w = 1 and that w, from Gram matrices (m, k, k), by trying every face."""
    m, k = G.shape[:2]
    best, weights = np.full(m, np.inf), np.zeros((m, k))
    for size in range(1, k + 1):
        for face in combinations(range(k), size):
            w = _affine_weights(G[:, face][:, :, face])
            inside = np.all(w > 0.0, axis=1)
            value = np.einsum("mi,mij,mj->m", w, G[:, face][:, :, face], w)
            better = inside & (value < best)
            best = np.where(better, value, best)
            weights[better] = 0.0
            weights[np.ix_(better, face)] = w[better]
    return np.maximum(best, 0.0), weights


def _nearest_inside(G: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return the same with every weight above 0; a set that does as well without one of its pots gets infinity."""
    w = _affine_weights(G)
    value = np.maximum(np.einsum("mi,mij,mj->m", w, G, w), 0.0)
    return np.where(np.all(w > 0.0, axis=1), value, np.inf), np.maximum(w, 0.0)


def _affine_weights(G: FloatArray) -> FloatArray:
    """Return w (m, k) with Σ w = 1 that minimises w G w without bounds, in closed form up to three, else solved."""
    k = G.shape[1]
    if k == 1:
        return np.ones((G.shape[0], 1))
    last = G[:, -1]
    # Differences to the last vertex: |v_last + Σ w (v_i - v_last)|² has k - 1 free weights.
    H = G[:, :-1, :-1] - last[:, :-1, np.newaxis] - last[:, np.newaxis, :-1] + last[:, -1, np.newaxis, np.newaxis]
    b = last[:, -1:] - last[:, :-1]
    ridge = 1e-9 * (1.0 + np.abs(H).max(axis=(1, 2)))
    if k == 2:
        free = b / (H[:, 0] + ridge[:, np.newaxis])
    elif k == 3:
        h00, h11, h01 = H[:, 0, 0] + ridge, H[:, 1, 1] + ridge, H[:, 0, 1]
        det = h00 * h11 - h01**2
        free = np.stack([h11 * b[:, 0] - h01 * b[:, 1], h00 * b[:, 1] - h01 * b[:, 0]], axis=1) / det[:, np.newaxis]
    else:
        free = np.linalg.solve(H + ridge[:, np.newaxis, np.newaxis] * np.eye(k - 1), b[..., np.newaxis])[..., 0]
    return np.concatenate([free, 1.0 - free.sum(axis=1, keepdims=True)], axis=1)


def _sets(linear: _Linear, pots: int, must: tuple[int, ...]) -> tuple[Indices, FloatArray]:
    """Return promising sets (m, pots) with their bounds, best first.

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
    """Return all sets with one more pot, each once, sorted within."""
    grown = np.concatenate([np.repeat(sets, size, axis=0), np.tile(np.arange(size), len(sets))[:, np.newaxis]], axis=1)
    grown.sort(axis=1)
    grown = grown[np.all(np.diff(grown, axis=1) > 0, axis=1)]
    code = grown @ (size ** np.arange(grown.shape[1], dtype=np.int64))
    return np.asarray(grown[np.unique(code, return_index=True)[1]])


def _with_must(sets: Indices, must: tuple[int, ...], size: int, pots: int) -> Indices:
    """Return sets that hold every pot of `must`."""
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
    """Return all ratios (r, pots) of whole parts, each at least 1, with sum up to `parts` and no common factor."""
    rows: list[tuple[int, ...]] = [()]
    for left in range(pots, 0, -1):
        rows = [(*row, n) for row in rows for n in range(1, parts - sum(row) - left + 2)]
    table = np.array(rows, dtype=np.int64).reshape(-1, pots)
    table = table[np.gcd.reduce(table, axis=1) == 1]
    return np.asarray(table[np.argsort(table.sum(axis=1), kind="stable")])


def _trials(
    linear: _Linear,
    pots: int,
    parts: int,
    units: float | None,
    must: tuple[int, ...],
    exact: int,
    most: FloatArray,
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
    linear: _Linear, sets: Indices, weights: FloatArray, units: float
) -> tuple[Indices, NDArray[np.int64]]:
    """Return the linear optimum of each set in whole units of the tool, rounded down and up in every pot."""
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
    """Return promising sets (m, others + 1) that hold the pot `must`, and their best volumes in the linear model.

    The model is made around the seen reflectance `reference` and again around the goal, since the way may be long.
    Sets in which `must` would have no share are left out.
    """
    rest = [pot for pot in range(palette.size) if pot != must]
    sets = np.array([sorted((must, *row)) for row in combinations(rest, others)], dtype=np.intp).reshape(-1, others + 1)
    found, amounts = [], []
    for around in (reference, _inverse_reference(goal)):
        linear = _Linear(palette, goal, around)
        bound, weights = _nearest_in_simplex(linear.gram[sets[:, :, np.newaxis], sets[:, np.newaxis, :]])
        share = np.take_along_axis(weights, np.argmax(sets == must, axis=1)[:, np.newaxis], axis=1)[:, 0]
        order = np.argsort(np.where(share > 0.02, bound, np.inf), kind="stable")[:_CHUNK]
        order = order[share[order] > 0.02]
        found.append(sets[order])
        amounts.append(weights[order] / linear.pull[sets[order]])
    return np.concatenate(found), np.concatenate(amounts)


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
