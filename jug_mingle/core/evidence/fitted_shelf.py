"""A fitted shelf: its materials with what the evidence says of their optics, and how sure that is."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final
from weakref import WeakKeyDictionary

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.spectra import BANDS
from jug_mingle.core.evidence.block_arrow import ArrowFactor
from jug_mingle.core.evidence.prior import Prior
from jug_mingle.core.evidence.uptakes import OF_PAIR, OF_WOOD, SIZE, Pair, never_read, uptake_of
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.optics.uptake import SEALED, Uptake

SCALE_SPREAD: Final = 0.5
"""How uncertain the scale of all K and S together is (natural logarithm): what a micrometre of film is, and
how strong paints of this kind are at all."""


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
    taking : tuple of Pair
        Whose unknowns come after those of the materials: woods of which fields were read, and what was laid
        on them.
    """

    materials: tuple[Material, ...]
    log_K: FloatArray
    log_S: FloatArray
    priors: tuple[Prior, ...]
    unknowns: FloatArray
    factor: ArrowFactor
    weights: Mapping[str, float] = field(default_factory=dict)
    misses: Mapping[str, float] = field(default_factory=dict)
    taking: tuple[Pair, ...] = ()

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

    def with_optics(self, *, K: FloatArray, S: FloatArray) -> "Shelf":
        """Return the shelf with other optics (n, 36) in place of the most likely ones. [1/µm]"""
        return replace(self, log_K=np.log(K), log_S=np.log(S))

    def only(self, key: str) -> "Shelf":
        """Return the shelf with the most likely optics of one material alone."""
        place = self.index(key)
        return replace(
            self,
            materials=(self.materials[place],),
            log_K=self.log_K[place : place + 1],
            log_S=self.log_S[place : place + 1],
        )

    def doubted(self, key: str) -> bool:
        """Return whether a reading contradicts the rest, and counts for little."""
        return self.weights.get(key, 1.0) < _DOUBTED

    def draw(self, count: int, seed: int = 1) -> tuple[FloatArray, FloatArray]:
        """Return K and S (count, n, 36) of `count` shelves drawn from what the evidence leaves open.

        The same each time; a few are kept as long as the fit is.
        """
        kept = _drawn.setdefault(self.factor, {})
        if (count, seed) in kept:
            return kept[count, seed]
        log_K, log_S = expand(self.priors, self._drawn_unknowns(count, seed))
        found = read_only(np.exp(log_K)), read_only(np.exp(log_S))
        if count <= _FEW:
            kept[count, seed] = found
        return found

    def _drawn_unknowns(self, count: int, seed: int) -> FloatArray:
        """Return unknowns (count, u) drawn from what the evidence leaves open."""
        normal = np.random.default_rng(seed).standard_normal((self.unknowns.size, count))
        return np.asarray((self.unknowns[:, np.newaxis] + self.factor.transposed_solve(normal)).T)

    def uptake(self, wood: str, key: str) -> Uptake:
        """Return how a wood most likely takes a material; what is usual where no field on it was read."""
        return self._uptake(wood, key, self.unknowns, lambda _pair: np.zeros(SIZE))

    def drawn_uptake(self, wood: str, key: str, count: int, seed: int = 1) -> Uptake:
        """Return how a wood takes a material (count,) on the shelves that `draw` draws."""
        kept = _z_drawn.setdefault(self.factor, {})
        if (count, seed) not in kept:
            kept[count, seed] = self._drawn_unknowns(count, seed)
        return self._uptake(wood, key, kept[count, seed], lambda pair: never_read(pair, count))

    def _uptake(self, wood: str, key: str, z: FloatArray, unread: Callable[[Pair], FloatArray]) -> Uptake:
        if not wood:
            return SEALED
        start = sum(prior.size for prior in self.priors)
        own: FloatArray = np.zeros(SIZE)
        for pair, spread in (((wood, ""), OF_WOOD), ((wood, key), OF_PAIR)):
            if pair in self.taking:
                at = start + SIZE * self.taking.index(pair)
                own = own + z[..., at : at + SIZE] * spread
            else:
                own = own + unread(pair) * spread
        return uptake_of(self.materials[self.index(key)].kind, own)


_DOUBTED: Final = 0.5
"""A reading of less weight is doubted."""

_FEW: Final = 64
_drawn: WeakKeyDictionary[ArrowFactor, dict[tuple[int, int], tuple[FloatArray, FloatArray]]] = (
    WeakKeyDictionary()
)
_z_drawn: WeakKeyDictionary[ArrowFactor, dict[tuple[int, int], FloatArray]] = WeakKeyDictionary()


def expand(priors: Sequence[Prior], z: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return log K and log S (..., n, 36) of the unknowns z (..., u).

    The last unknown is the scale of all K and S together. Opaque swatches say nothing of it, only films do.
    """
    scale = SCALE_SPREAD * z[..., -1:]
    log_K = np.empty((*z.shape[:-1], len(priors), BANDS))
    log_S = np.empty_like(log_K)
    start = 0
    for place, prior in enumerate(priors):
        end = start + prior.size
        log_K[..., place, :] = prior.log_K + z[..., start:end] @ prior.basis_K.T + prior.scales * scale
        log_S[..., place, :] = prior.log_S + z[..., start:end] @ prior.basis_S.T + prior.scales * scale
        start = end
    return log_K, log_S
