"""Evidence about materials → their K and S, and how sure we are: one estimator for everything.

The unknowns of a material say how its log K and log S differ from those of paints that look like it. Whatever
its owner knows is a reading that the film equations must reproduce. All materials of a shelf are fitted in
one regularised least squares (Gauss–Newton with damping); the inverse of its matrix is the covariance
(Laplace's approximation), from which whole shelves can be drawn at random.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, TypeAlias

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ, R_to_Lab
from jug_mingle.core.colour.spectra import BANDS, Light
from jug_mingle.core.evidence.block_arrow import ArrowMatrix, hub_of
from jug_mingle.core.evidence.contradictions import check_evidence
from jug_mingle.core.evidence.fitted_shelf import SCALE_SPREAD, Shelf, expand
from jug_mingle.core.evidence.opaque_readings import OpaqueBatch, fits
from jug_mingle.core.evidence.prior import Prior, prior_of
from jug_mingle.core.evidence.readings import (
    Hiding,
    Reading,
    Swatch,
    as_film_shows,
    held_back,
    residual_block,
)
from jug_mingle.core.evidence.uptakes import OF_PAIR, OF_WOOD, SIZE, Pair, kept_and_slopes, pairs_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import R_body, R_seen

_SETTLED: Final = 2e-2
"""The fit stops where a step promises less than this (of the negative logarithm of the probability)."""

DEGREES: Final = 20.0
"""Degrees of freedom of the Student-t that makes one wrong reading count less."""


def characterise(
    materials: Sequence[Material], evidence: Sequence[Reading | Hiding], *, start: Shelf | None = None
) -> Shelf:
    """Fit the optics of all materials to all evidence.

    Parameters
    ----------
    materials : sequence of Material
        Their keys differ.
    evidence : sequence of Reading or Hiding
        In any order; a reading may be of several materials, mixed.
    start : Shelf, optional
        An earlier fit of the same materials to begin from, which saves steps.

    Raises
    ------
    ValueError
        If two materials share a key, two readings share one, or a reading names a material that is not there.
    """
    check_evidence(materials, evidence)
    evidence = [held_back(as_film_shows(item)) for item in evidence]
    places = {material.key: place for place, material in enumerate(materials)}
    masstones = _masstones(evidence)
    films = _films(evidence)
    priors = tuple(prior_of(one, masstones.get(one.key), films.get(one.key)) for one in materials)
    system = _System(tuple(materials), priors, tuple(evidence), places)
    z: FloatArray = np.zeros(system.size)
    if start is not None and start.unknowns.size == system.size:
        z = start.unknowns.copy()
    return system.solve(z)


def _masstones(evidence: Sequence[Reading | Hiding]) -> dict[str, FloatArray]:
    """Return the first opaque swatch of each material that was read by itself."""
    found: dict[str, FloatArray] = {}
    for item in evidence:
        if isinstance(item, Reading) and len(item.volumes) == 1 and item.volumes[0][0] not in found:
            for swatch in item.swatches:
                if np.isinf(swatch.X):
                    found[item.volumes[0][0]] = _masstone(item, swatch)
                    break
    return found


def _films(evidence: Sequence[Reading | Hiding]) -> dict[str, FloatArray]:
    """Return how the first coat of each material looks that was read by itself, over what it was laid on."""
    found: dict[str, FloatArray] = {}
    for item in evidence:
        if isinstance(item, Reading) and len(item.volumes) == 1 and np.isfinite(item.swatches[-1].X):
            # Of a card the field over white is the last.
            found.setdefault(item.volumes[0][0], _masstone(item, item.swatches[-1]))
    return found


def _masstone(item: Reading, swatch: Swatch) -> FloatArray:
    """Return the CIELAB of an opaque swatch as it would look dead flat, in daylight."""
    return _flat(tuple(swatch.seen.tolist()), item.light, item.veil)


@lru_cache(maxsize=1000)
def _flat(seen: tuple[float, ...], light: Light, veil: float) -> FloatArray:
    if len(seen) == BANDS:
        R = np.array(seen)
    else:
        R = recover_reflectance(np.clip(Lab_to_XYZ(seen, light.white), 0.3, None), light)
    return read_only(R_to_Lab(R_seen(R_body(np.clip(R, 0.0, 1.0), veil, floor=0.004), 1.0)))


def _wood(item: Reading | Hiding) -> str:
    """Return the key of the wood that a reading tells the uptake of; nothing where it tells of none."""
    return item.wood if isinstance(item, Reading) and item.laying is not None else ""


@dataclass(frozen=True, slots=True, eq=False)
class _State:
    """The least-squares problem at one place: cost, gradient, matrix, and each reading's weight and miss."""

    cost: float
    gradient: FloatArray
    matrix: ArrowMatrix
    weights: FloatArray
    misses: FloatArray


_Slopes: TypeAlias = tuple[FloatArray, list[tuple[int, FloatArray]], FloatArray]
"""A reading's residuals, their slopes by each block's unknowns, and by the common scale.

A block is a material, by its place on the shelf; after those come the woods, and materials on woods, of
`uptakes`.
"""


class _System:
    """The least-squares problem of one shelf."""

    def __init__(
        self,
        materials: tuple[Material, ...],
        priors: tuple[Prior, ...],
        evidence: tuple[Reading | Hiding, ...],
        places: Mapping[str, int],
        taking: tuple[Pair, ...] | None = None,
    ) -> None:
        self.materials, self.priors, self.evidence = materials, priors, evidence
        self.involved = [[places[key] for key, _ in item.volumes] for item in evidence]
        told = [(on, [key for key, _ in item.volumes]) for item in evidence if (on := _wood(item))]
        self.taking = pairs_of(told) if taking is None else taking
        self.at = {pair: len(materials) + number for number, pair in enumerate(self.taking)}
        self.sizes = [*(prior.size for prior in priors), *(SIZE for _ in self.taking)]
        self.starts = np.concatenate([[0], np.cumsum(self.sizes)]).astype(int)
        self.hub = hub_of(
            [
                [block for block in self._blocks(number) if self.sizes[block]]
                for number in range(len(evidence))
            ]
        )
        self.solids = np.array([material.solids for material in materials])
        self.size = int(self.starts[-1]) + 1
        self.batches = self._batches()

    def _blocks(self, number: int) -> list[int]:
        """Return the blocks that a reading tells of."""
        wood = _wood(self.evidence[number])
        if not wood:
            return self.involved[number]
        pairs = [(wood, key) for key in ("", *(key for key, _ in self.evidence[number].volumes))]
        return [*self.involved[number], *(self.at[pair] for pair in pairs if pair in self.at)]

    def _batches(self) -> list[tuple[list[int], OpaqueBatch, FloatArray, FloatArray]]:
        """Group the readings that can be computed together, opaque colours of mixes of equally many materials
        with equally many unknowns each, with the bases of those materials."""
        groups: dict[tuple[int, int], list[int]] = {}
        for number, (item, involved) in enumerate(zip(self.evidence, self.involved, strict=True)):
            sizes = {self.sizes[place] for place in involved}
            if fits(item) and len(sizes) == 1:
                groups.setdefault((len(involved), sizes.pop()), []).append(number)
        return [
            (
                numbers,
                OpaqueBatch(
                    [item for n in numbers if isinstance(item := self.evidence[n], Reading)],
                    [self.involved[n] for n in numbers],
                    self.solids,
                ),
                np.array([[self.priors[p].basis_K for p in self.involved[n]] for n in numbers]),
                np.array([[self.priors[p].basis_S for p in self.involved[n]] for n in numbers]),
            )
            for numbers in groups.values()
        ]

    def all_slopes(self, z: FloatArray, K: FloatArray, S: FloatArray) -> dict[int, _Slopes]:
        """Return `slopes` of every reading, the common kind all at once."""
        found: dict[int, _Slopes] = {}
        for numbers, batch, basis_K, basis_S in self.batches:
            r, by_log_K, by_log_S = batch.slopes(K, S)
            J = by_log_K @ basis_K + by_log_S @ basis_S
            common = SCALE_SPREAD * (by_log_K + by_log_S).sum(axis=(1, 3))
            for at, number in enumerate(numbers):
                found[number] = (r[at], list(zip(self.involved[number], J[at], strict=True)), common[at])
        for number in range(len(self.evidence)):
            if number not in found:
                found[number] = self.slopes(number, z, K, S)
        return found

    def slopes(self, number: int, z: FloatArray, K: FloatArray, S: FloatArray) -> _Slopes:
        """Return a reading's residuals, and their slopes by each block's unknowns and by the common scale."""
        item, involved = self.evidence[number], self.involved[number]
        kept, uptakes = self._kept(number, z)
        r, by_log_K, by_log_S = residual_block(item, K[involved], S[involved], self.solids[involved], kept)
        blocks: list[tuple[int, FloatArray]] = []
        if kept is not None:
            # More of a material is more of its absorption and of its scattering.
            by_kept = (by_log_K + by_log_S).sum(axis=2)
            each = [np.outer(by_kept[:, i], own) for i, own in enumerate(uptakes)]
            told = [("", np.sum(each, axis=0) * OF_WOOD)]
            told += [(key, each[i] * OF_PAIR) for i, (key, _) in enumerate(item.volumes)]
            blocks += [(self.at[pair], J) for key, J in told if (pair := (_wood(item), key)) in self.at]
        common: FloatArray = np.zeros(r.size)
        for i, place in enumerate(involved):
            prior = self.priors[place]
            blocks.append((place, by_log_K[:, i] @ prior.basis_K + by_log_S[:, i] @ prior.basis_S))
            common += SCALE_SPREAD * prior.scales * (by_log_K[:, i] + by_log_S[:, i]).sum(axis=1)
        return r, blocks, common

    def _kept(self, number: int, z: FloatArray) -> tuple[FloatArray | None, list[FloatArray]]:
        """Return what a wood keeps of each material of a reading, and the slopes (4,) of its logarithm."""
        item = self.evidence[number]
        if isinstance(item, Hiding) or item.laying is None:
            return None, []
        own = [self._of(z, (item.wood, key)) * OF_PAIR for key, _ in item.volumes]
        wood = self._of(z, (item.wood, "")) * OF_WOOD
        found = [
            kept_and_slopes(self.materials[place].kind, wood + more, item.laying)
            for place, more in zip(self.involved[number], own, strict=True)
        ]
        return np.array([kept for kept, _ in found]), [slopes for _, slopes in found]

    def _of(self, z: FloatArray, pair: Pair) -> FloatArray:
        """Return the unknowns of a wood, or of a material on it; those that are usual where the fit has
        none."""
        if pair not in self.at:
            return np.zeros(SIZE)
        start = self.starts[self.at[pair]]
        return z[start : start + SIZE]

    def build(self, z: FloatArray, *, robust: bool) -> _State:
        log_K, log_S = expand(self.priors, z)
        K, S = np.exp(log_K), np.exp(log_S)
        cost, gradient, matrix = 0.5 * float(z @ z), z.copy(), ArrowMatrix(self.sizes, self.hub)
        weights, misses = np.ones(len(self.evidence)), np.zeros(len(self.evidence))
        for number, (r, blocks, common) in self.all_slopes(z, K, S).items():
            chi2, rows = float(r @ r), r.size
            misses[number] = np.sqrt(chi2 / rows)
            w = (DEGREES + rows) / (DEGREES + chi2) if robust else 1.0
            weights[number] = min(1.0, w)
            cost += 0.5 * ((DEGREES + rows) * np.log1p(chi2 / DEGREES) if robust else chi2)
            for place, J in blocks:
                gradient[self.starts[place] : self.starts[place + 1]] += w * (J.T @ r)
            gradient[-1] += w * float(common @ r)
            matrix.add(blocks, common, w)
        return _State(cost, gradient, matrix, weights, misses)

    def solve(self, z: FloatArray) -> Shelf:
        """Fit with normal errors first, so that no reading is dismissed before it was tried, then with
        Student's."""
        z, _ = self._descend(z, robust=False)
        z, state = self._descend(z, robust=True)
        log_K, log_S = expand(self.priors, z)
        keys = [item.key for item in self.evidence]
        return Shelf(
            materials=self.materials,
            log_K=log_K,
            log_S=log_S,
            priors=self.priors,
            unknowns=z,
            factor=state.matrix.factor(),
            taking=self.taking,
            weights=dict(zip(keys, state.weights.tolist(), strict=True)),
            misses=dict(zip(keys, state.misses.tolist(), strict=True)),
        )

    def _descend(self, z: FloatArray, *, robust: bool) -> tuple[FloatArray, _State]:
        """Return the unknowns of least cost and the problem there (Levenberg–Marquardt)."""
        here, damping = self.build(z, robust=robust), 1e-3
        for _ in range(60):
            step = -here.matrix.factor(damping).solve(here.gradient)
            step *= min(1.0, 4.0 / max(float(np.abs(step).max(initial=0.0)), 1e-12))
            promised = -0.5 * float(here.gradient @ step)
            if promised < _SETTLED:
                break
            trial = self.build(z + step, robust=robust)
            kept = (here.cost - trial.cost) / promised
            if kept > 0.0:
                z, here = z + step, trial
            elif damping > 1e6:
                break
            # The damping follows how well the promise was kept, so that a curved valley is not overshot for
            # ever.
            damping = max(
                damping * (0.1 if kept > 0.75 else 1.0 if kept > 0.25 else 4.0 if kept > 0.0 else 10.0), 1e-9
            )
        return z, here


def slopes_of(shelf: Shelf, item: Reading | Hiding) -> FloatArray:
    """Return the derivatives (rows, u) of a reading's whitened residuals by the unknowns of a fitted
    shelf."""
    places = {material.key: place for place, material in enumerate(shelf.materials)}
    check_evidence(shelf.materials, (item,))
    system = _System(shelf.materials, shelf.priors, (item,), places, shelf.taking)
    r, blocks, common = system.slopes(0, shelf.unknowns, np.exp(shelf.log_K), np.exp(shelf.log_S))
    J = np.zeros((r.size, system.size))
    for place, block in blocks:
        J[:, system.starts[place] : system.starts[place + 1]] += block
    J[:, -1] = common
    return J
