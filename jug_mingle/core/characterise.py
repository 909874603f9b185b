"""Evidence about materials → their K and S, and how sure we are: one estimator for everything.

The unknowns of a material say how its log K and log S differ from those of paints that look like it. Whatever its owner
knows is a reading that the film equations must reproduce. All materials of a
shelf are fitted in one regularised least squares (Gauss–Newton with damping); the inverse of its matrix is the
covariance (Laplace's approximation), from which whole shelves can be drawn at random.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache, lru_cache
from typing import Final, TypeAlias
from weakref import WeakKeyDictionary

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.arrow import ArrowFactor, ArrowMatrix, hub_of
from jug_mingle.core.colour import Lab_to_XYZ, R_to_Lab, delta_E_CIE2000
from jug_mingle.core.evidence import EvidenceError, Hiding, Reading, Swatch, residual_block
from jug_mingle.core.film import K_over_S, R_body, R_seen
from jug_mingle.core.materials import CLEAR, EXTENDER, Material, Optics
from jug_mingle.core.opaque_batch import OpaqueBatch, fits
from jug_mingle.core.paints_like import paints_like
from jug_mingle.core.recovery import recover_reflectance
from jug_mingle.core.spectra import BANDS, WAVELENGTHS, Light

_POSITION: Final = (WAVELENGTHS - 555.0) / 175.0
_K_RANK: Final = 18
_S_RANK: Final = 7
_S_SLOPE: Final = 0.15
_SCALE: Final = 0.5
"""How uncertain the scale of all K and S together is (natural logarithm): what a micrometre of film is, and how strong
paints of this kind are at all."""

_PALE, _DIRT = 92.0, 1.2
"""From which L* a paint counts as nearly white, and how uncertain the logarithm of its absorption is then."""

_SETTLED: Final = 2e-2
"""The fit stops where a step promises less than this (of the negative logarithm of the probability)."""

DEGREES: Final = 20.0
"""Degrees of freedom of the Student-t that makes one wrong reading count less."""


def _smooth(*parts: tuple[float, float], rank: int, level: float = 0.0) -> FloatArray:
    """Return B (36, rank): B z with z ~ N(0, 1) is the leading part of a Gaussian process over the wavelength.

    `parts` are (spread, reach in nm) of squared-exponential covariances; `level` is the spread of a constant.
    """
    apart = np.subtract.outer(WAVELENGTHS, WAVELENGTHS)
    covariance = level**2 + sum(spread**2 * np.exp(-0.5 * (apart / reach) ** 2) for spread, reach in parts)
    values, vectors = np.linalg.eigh(covariance)
    return np.asarray(vectors[:, ::-1][:, :rank] * np.sqrt(np.maximum(values[::-1][:rank], 0.0)))


@cache
def _K_basis() -> FloatArray:
    return _smooth((1.05, 98.0), (0.3, 36.0), rank=_K_RANK, level=5.0)


@cache
def _S_basis() -> FloatArray:
    """What scattering does beside its level: a slope, and the small swings that Mie theory has at absorption edges."""
    return np.column_stack([_S_SLOPE * _POSITION, _smooth((0.078, 56.0), rank=_S_RANK)])


@cache
def _own_basis(pale: bool) -> tuple[FloatArray, FloatArray]:
    """How a real paint may differ from all invented ones, in log K and in log S.

    The little that a white absorbs is dirt and binder more than pigment: of that the invented ones know nothing.
    """
    return _smooth((0.25, 90.0), rank=6, level=_DIRT if pale else 0.0), _smooth((0.05, 90.0), rank=4)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Prior:
    """What is believed of one material before its readings: mean of log K and log S, and the bases (36, u) around them.

    Each unknown may move both.
    """

    log_K: FloatArray
    log_S: FloatArray
    basis_K: FloatArray
    basis_S: FloatArray

    @property
    def size(self) -> int:
        """The number of unknowns."""
        return int(self.basis_K.shape[1])

    @property
    def scales(self) -> float:
        """1 when it follows the common scale of all paints, 0 when its optics are fixed."""
        return float(self.size > 0)


def prior_of(material: Material, masstone: FloatArray | None) -> Prior:
    """Return what is believed of a material from its kind and, where it was read by itself, its masstone's CIELAB.

    A hiding paint is taken to be like the paints that look like it (`paints_like`), and a little like none of them.
    """
    kind = material.kind
    if kind.optical in ("clear", "extender"):
        optics = CLEAR if kind.optical == "clear" else EXTENDER
        nothing = np.zeros((BANDS, 0))
        return Prior(log_K=np.log(optics.K), log_S=np.log(optics.S), basis_K=nothing, basis_S=nothing)
    if kind.optical == "hiding" and masstone is not None:
        mean, basis = paints_like(masstone)
        own_K, own_S = _own_basis(bool(masstone[0] > _PALE))
        nothing = np.zeros((BANDS, own_S.shape[1]))
        return Prior(
            log_K=mean[:BANDS], log_S=mean[BANDS:], basis_K=np.hstack([basis[:BANDS], own_K, nothing]),
            basis_S=np.hstack([basis[BANDS:], np.zeros_like(own_K), own_S]),
        )  # fmt: skip
    if kind.optical == "transparent":
        log_K, log_S, spread = np.log(0.02), np.log(3e-4), 1.0
    else:
        log_S, spread = np.log(0.04), 0.8
        log_K = log_S + np.log(float(K_over_S(0.3)))
    basis_K, basis_S = _K_basis(), np.column_stack([np.full(BANDS, spread), _S_basis()])
    return Prior(
        log_K=np.full(BANDS, log_K), log_S=np.full(BANDS, log_S),
        basis_K=np.hstack([basis_K, np.zeros_like(basis_S)]), basis_S=np.hstack([np.zeros_like(basis_K), basis_S]),
    )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Shelf:
    """Materials with what the evidence says of their optics.

    Attributes
    ----------
    materials : tuple of Material
    log_K, log_S : (n, 36) ndarray
        The most likely optics. [log 1/µm]
    factor : ArrowFactor
        Of the inverse covariance of all unknowns together.
    weights : dict
        Reading key → how much it counted, 1 fully; a low one is an outlier.
    misses : dict
        Reading key → how far the fitted model is from it, in units of its noise.
    """

    materials: tuple[Material, ...]
    log_K: FloatArray
    log_S: FloatArray
    priors: tuple[Prior, ...]
    unknowns: FloatArray
    factor: ArrowFactor
    weights: Mapping[str, float] = field(default_factory=dict)
    misses: Mapping[str, float] = field(default_factory=dict)

    def index(self, key: str) -> int:
        """Return the place of the material `key`; KeyError when the shelf has none."""
        for place, material in enumerate(self.materials):
            if material.key == key:
                return place
        raise KeyError(f"no material {key!r} on the shelf")

    def optics(self, key: str) -> Optics:
        """Return the most likely optics of a material."""
        place = self.index(key)
        return Optics(K=np.exp(self.log_K[place]), S=np.exp(self.log_S[place]))

    def only(self, key: str) -> "Shelf":
        """Return the shelf with the most likely optics of one material alone."""
        place = self.index(key)
        return replace(
            self,
            materials=(self.materials[place],),
            log_K=self.log_K[place : place + 1],
            log_S=self.log_S[place : place + 1],
        )

    def draw(self, count: int, seed: int = 1) -> tuple[FloatArray, FloatArray]:
        """Return K and S (count, n, 36) of `count` shelves drawn from what the evidence leaves open.

        The same each time; a few are kept as long as the fit is.
        """
        kept = _drawn.setdefault(self.factor, {})
        if (count, seed) in kept:
            return kept[count, seed]
        normal = np.random.default_rng(seed).standard_normal((self.unknowns.size, count))
        z = self.unknowns[:, np.newaxis] + self.factor.transposed_solve(normal)
        log_K, log_S = _expand(self.priors, z.T)
        found = read_only(np.exp(log_K)), read_only(np.exp(log_S))
        if count <= _FEW:
            kept[count, seed] = found
        return found


_FEW: Final = 64
_drawn: WeakKeyDictionary[ArrowFactor, dict[tuple[int, int], tuple[FloatArray, FloatArray]]] = WeakKeyDictionary()


def _expand(priors: Sequence[Prior], z: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return log K and log S (..., n, 36) of the unknowns z (..., u).

    The last unknown is the scale of all K and S together. Opaque swatches say nothing of it, only films do.
    """
    scale = _SCALE * z[..., -1:]
    log_K = np.empty((*z.shape[:-1], len(priors), BANDS))
    log_S = np.empty_like(log_K)
    start = 0
    for place, prior in enumerate(priors):
        end = start + prior.size
        log_K[..., place, :] = prior.log_K + z[..., start:end] @ prior.basis_K.T + prior.scales * scale
        log_S[..., place, :] = prior.log_S + z[..., start:end] @ prior.basis_S.T + prior.scales * scale
        start = end
    return log_K, log_S


def characterise(
    materials: Sequence[Material], evidence: Sequence[Reading | Hiding], *, start: Shelf | None = None
) -> Shelf:
    """Fit the optics of all materials to all evidence.

    Parameters
    ----------
    materials : sequence of Material
        Their keys differ.
    evidence : sequence of Reading or Hiding
        In any order; a reading may be of several materials in one pot.
    start : Shelf, optional
        An earlier fit of the same materials to begin from, which saves steps.

    Raises
    ------
    ValueError
        If two materials share a key, two readings share one, or a reading names a material that is not there.
    """
    check_evidence(materials, evidence)
    places = {material.key: place for place, material in enumerate(materials)}
    masstones = _masstones(evidence)
    priors = tuple(prior_of(material, masstones.get(material.key)) for material in materials)
    system = _System(tuple(materials), priors, tuple(evidence), places)
    z: FloatArray = np.zeros(system.size)
    if start is not None and start.unknowns.size == system.size:
        z = start.unknowns.copy()
    return system.solve(z)


def check_evidence(materials: Sequence[Material], evidence: Sequence[Reading | Hiding]) -> None:
    """Refuse what no fit can make sense of, before any is made; a thousandth of its work.

    Raises
    ------
    ValueError
        If two materials share a key, or two readings.
    EvidenceError
        If a reading names a material that is not there, or the two readings of a pot cannot both be true.
    """
    places = {material.key for material in materials}
    if len(places) != len(materials):
        raise ValueError("two materials share a key")
    if len({item.key for item in evidence}) != len(evidence):
        raise ValueError("two readings share a key")
    for item in evidence:
        for key, _ in item.volumes:
            if key not in places:
                raise EvidenceError(f"reading {item.key!r} names the material {key!r}, which is not on the shelf")
    _check_pairs([item for item in evidence if fits(item) and isinstance(item, Reading)])


def _check_pairs(readings: Sequence[Reading]) -> None:
    """Refuse two readings of one pot that cannot both be true; a third would tell which, so three are let through."""
    pots: dict[tuple[object, ...], list[Reading]] = {}
    for item in readings:
        total = sum(volume for _, volume in item.volumes)
        pot = tuple(sorted((key, round(volume / total, 3)) for key, volume in item.volumes))
        pots.setdefault((pot, id(item.light), item.veil), []).append(item)
    for same in pots.values():
        if len(same) == 2:
            apart = float(delta_E_CIE2000(same[0].swatches[0].seen, same[1].swatches[0].seen))
            if apart > max(12.0, 4.0 * max(item.noise for item in same)):
                raise EvidenceError(
                    f"readings {same[0].key!r} and {same[1].key!r} of the same pot differ by {apart:.0f}: "
                    "read it a third time, or withdraw one"
                )


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


@lru_cache(maxsize=1000)
def _recovered(XYZ: tuple[float, ...], light: Light) -> FloatArray:
    return recover_reflectance(XYZ, light)


def _masstone(item: Reading, swatch: Swatch) -> FloatArray:
    """Return the CIELAB of an opaque swatch as it would look dead flat, in daylight."""
    if swatch.seen.size == BANDS:
        R = swatch.seen
    else:
        XYZ = np.clip(Lab_to_XYZ(swatch.seen, item.light.white), 0.3, None)
        R = _recovered(tuple(XYZ.tolist()), item.light)
    return R_to_Lab(R_seen(R_body(np.clip(R, 0.0, 1.0), item.veil, floor=0.004), 1.0))


@dataclass(frozen=True, slots=True, eq=False)
class _State:
    """The least-squares problem at one place: cost, gradient, matrix, and each reading's weight and miss."""

    cost: float
    gradient: FloatArray
    matrix: ArrowMatrix
    weights: FloatArray
    misses: FloatArray


_Slopes: TypeAlias = tuple[FloatArray, list[tuple[int, FloatArray]], FloatArray]
"""A reading's residuals, their slopes by each material's unknowns, and by the common scale."""


class _System:
    """The least-squares problem of one shelf."""

    def __init__(
        self,
        materials: tuple[Material, ...],
        priors: tuple[Prior, ...],
        evidence: tuple[Reading | Hiding, ...],
        places: Mapping[str, int],
    ) -> None:
        self.materials, self.priors, self.evidence = materials, priors, evidence
        self.involved = [[places[key] for key, _ in item.volumes] for item in evidence]
        self.sizes = [prior.size for prior in priors]
        self.starts = np.concatenate([[0], np.cumsum(self.sizes)]).astype(int)
        self.hub = hub_of([[p for p in group if priors[p].size] for group in self.involved])
        self.solids = np.array([material.solids for material in materials])
        self.size = int(self.starts[-1]) + 1
        self.batches = self._batches()

    def _batches(self) -> list[tuple[list[int], OpaqueBatch, FloatArray, FloatArray]]:
        """Group the readings that can be computed together, opaque colours of pots of free materials, with the bases
        of those materials."""
        free = max(self.sizes, default=0)
        groups: dict[int, list[int]] = {}
        for number, (item, involved) in enumerate(zip(self.evidence, self.involved, strict=True)):
            if fits(item) and all(self.sizes[place] == free for place in involved):
                groups.setdefault(len(involved), []).append(number)
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

    def all_slopes(self, K: FloatArray, S: FloatArray) -> dict[int, _Slopes]:
        """Return `slopes` of every reading, the common kind all at once."""
        found: dict[int, _Slopes] = {}
        for numbers, batch, basis_K, basis_S in self.batches:
            r, by_log_K, by_log_S = batch.slopes(K, S)
            J = by_log_K @ basis_K + by_log_S @ basis_S
            common = _SCALE * (by_log_K + by_log_S).sum(axis=(1, 3))
            for at, number in enumerate(numbers):
                found[number] = (r[at], list(zip(self.involved[number], J[at], strict=True)), common[at])
        for number in range(len(self.evidence)):
            if number not in found:
                found[number] = self.slopes(number, K, S)
        return found

    def slopes(self, number: int, K: FloatArray, S: FloatArray) -> _Slopes:
        """Return a reading's residuals, and their slopes by each material's unknowns and by the common scale."""
        item, involved = self.evidence[number], self.involved[number]
        r, by_log_K, by_log_S = residual_block(item, K[involved], S[involved], self.solids[involved])
        blocks: list[tuple[int, FloatArray]] = []
        common: FloatArray = np.zeros(r.size)
        for i, place in enumerate(involved):
            prior = self.priors[place]
            blocks.append((place, by_log_K[:, i] @ prior.basis_K + by_log_S[:, i] @ prior.basis_S))
            common += _SCALE * prior.scales * (by_log_K[:, i] + by_log_S[:, i]).sum(axis=1)
        return r, blocks, common

    def build(self, z: FloatArray, *, robust: bool) -> _State:
        log_K, log_S = _expand(self.priors, z)
        K, S = np.exp(log_K), np.exp(log_S)
        cost, gradient, matrix = 0.5 * float(z @ z), z.copy(), ArrowMatrix(self.sizes, self.hub)
        weights, misses = np.ones(len(self.evidence)), np.zeros(len(self.evidence))
        for number, (r, blocks, common) in self.all_slopes(K, S).items():
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
        """Fit with normal errors first, so that no reading is dismissed before it was tried, then with Student's."""
        z, _ = self._descend(z, robust=False)
        z, state = self._descend(z, robust=True)
        log_K, log_S = _expand(self.priors, z)
        keys = [item.key for item in self.evidence]
        return Shelf(
            materials=self.materials,
            log_K=log_K,
            log_S=log_S,
            priors=self.priors,
            unknowns=z,
            factor=state.matrix.factor(),
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
            # The damping follows how well the promise was kept, so that a curved valley is not overshot for ever.
            damping = max(damping * (0.1 if kept > 0.75 else 1.0 if kept > 0.25 else 4.0 if kept > 0.0 else 10.0), 1e-9)
        return z, here


def slopes_of(shelf: Shelf, item: Reading | Hiding) -> FloatArray:
    """Return the derivatives (rows, u) of a reading's whitened residuals by the unknowns of a fitted shelf."""
    places = {material.key: place for place, material in enumerate(shelf.materials)}
    check_evidence(shelf.materials, (item,))
    system = _System(shelf.materials, shelf.priors, (item,), places)
    r, blocks, common = system.slopes(0, np.exp(shelf.log_K), np.exp(shelf.log_S))
    J = np.zeros((r.size, system.size))
    for place, block in blocks:
        J[:, system.starts[place] : system.starts[place + 1]] += block
    J[:, -1] = common
    return J
