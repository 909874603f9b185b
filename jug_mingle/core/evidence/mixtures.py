"""What a mix of the shelf is: its film, whether its ground shows, and how it looks when it is dry."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.material import dry_shares
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.optics.blend_path import Paint
from jug_mingle.core.optics.film import K1, K2, Optics, R_film, R_infinity, R_seen, straight_on
from jug_mingle.core.optics.grounds import Ground, ground

Indices = NDArray[np.intp]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Palette:
    """Tins that may stand in one jug, as arrays.

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
        """The number of tins."""
        return int(self.K.shape[0])

    def with_tin(self, K: FloatArray, S: FloatArray, *, solids: float, veil: float) -> "Palette":
        """Return the palette with one more tin at its end."""
        return Palette(
            K=np.vstack([self.K, K]),
            S=np.vstack([self.S, S]),
            solids=np.append(self.solids, solids),
            veil=np.append(self.veil, veil),
        )

    def seen(self, volumes: FloatArray) -> FloatArray:
        """Return the seen reflectance (..., 36) of dried opaque mixes of volumes (..., n)."""
        return self.seen_of(volumes, np.broadcast_to(np.arange(self.size), volumes.shape))

    def seen_of(self, volumes: FloatArray, tins: Indices) -> FloatArray:
        """Return the seen reflectance (..., 36) of mixes of volumes (..., k) of the tins (..., k)."""
        dry = volumes * self.solids[tins]
        c = dry / dry.sum(axis=-1, keepdims=True)
        K = np.einsum("...k,...kw->...w", c, self.K[tins])
        S = np.einsum("...k,...kw->...w", c, self.S[tins])
        body = S / (K + S + np.sqrt(K * (K + 2.0 * S)))
        veil = (c * self.veil[tins]).sum(axis=-1)[..., np.newaxis]
        straight = straight_on(body)
        return np.asarray(veil * K1 + (1.0 - K1) * (1.0 - K2) * straight / (1.0 - K2 * straight))


MODEL: Final = "2026-11-27"
"""Version of what predicts: a change of physics, prior or noise that moves predictions makes a new one."""


def palette_of(shelf: Shelf, group: Sequence[int]) -> Palette:
    """Return tins (as places on the shelf) as the search takes them, with their most likely optics."""
    chosen = [shelf.materials[place] for place in group]
    return Palette(
        K=np.exp(shelf.log_K[group]),
        S=np.exp(shelf.log_S[group]),
        solids=np.array([material.solids for material in chosen]),
        veil=np.array([material.veil for material in chosen]),
    )


def predict(shelf: Shelf, pours: Sequence[Pour], *, over: Ground | None = None) -> FloatArray:
    """Return the seen reflectance (36,) of a dried mix, from the most likely optics.

    A paint is seen opaque; a mix that shows its ground, such as a stain, wash, glaze or wax, as one coat over
    it.

    Parameters
    ----------
    over : Ground, optional
        What such a mix lies on; white paper where it is left out.
    """
    places = [shelf.index(pour.key) for pour in pours]
    if shows_its_ground(shelf, pours):
        film = mixed_film(shelf, pours)
        on = ground_body(over)
        return R_seen(R_film(K=film.optics.K, S=film.optics.S, X=film.X, R_g=on), film.veil)
    return np.asarray(palette_of(shelf, places).seen(np.array([pour.ml for pour in pours])))


_HIDING_SHARE: Final = 0.4
"""Below this share of paint in the volume a mix is a wash, glaze or stain: it is not built up until it
hides."""


def shows_its_ground(shelf: Shelf, pours: Sequence[Pour]) -> bool:
    """Return whether a mix is one through which its ground is seen: mostly stain, wax, water or clear
    medium."""
    ml = {pour.key: pour.ml for pour in pours}
    hiding = sum(
        amount
        for key, amount in ml.items()
        if shelf.materials[shelf.index(key)].kind.optical in ("hiding", "extender")
    )
    return hiding < _HIDING_SHARE * sum(ml.values())


def main_kind(shelf: Shelf, pours: Sequence[Pour]) -> str:
    """Return the key of the kind of material that a mix mostly is, by what stays of it when it is dry."""
    dry = [(pour.ml * shelf.materials[shelf.index(pour.key)].solids, pour.ml, pour.key) for pour in pours]
    return shelf.materials[shelf.index(max(dry)[2])].kind.key


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class MixedFilm:
    """A mix as a film.

    Attributes
    ----------
    X : float
        Dry thickness of one ordinary coat. [µm]
    veil : float
        Its surface, as for `film.R_seen`. [0..1]
    solids : float
        Share of the poured volume that stays. [0..1]
    spread_rate : float
        Area that a litre of it covers in one coat. [m²/L]
    density : float
        Of the wet mix. [g/ml]
    """

    optics: Optics
    X: float
    veil: float
    solids: float
    spread_rate: float
    density: float


def mixed_film(shelf: Shelf, pours: Sequence[Pour]) -> MixedFilm:
    """Return a mix as a film; ValueError where nothing in it leaves one."""
    materials = [shelf.materials[shelf.index(pour.key)] for pour in pours]
    ml, solids = np.array([pour.ml for pour in pours]), np.array([material.solids for material in materials])
    c = dry_shares(ml, solids)
    paint = mixed_paint(shelf, pours)
    wet = float(c @ [1000.0 / material.spread for material in materials])
    stays = float(ml @ solids / ml.sum())
    density = float(ml @ [material.mass_density for material in materials] / ml.sum())
    return MixedFilm(
        optics=paint.optics,
        X=wet * stays,
        veil=paint.veil,
        solids=stays,
        spread_rate=1000.0 / wet,
        density=density,
    )


def ground_body(over: Ground | None) -> FloatArray:
    """Return the body reflectance (36,) of what a mix lies on; of white paper where nothing is named."""
    on = ground("paper") if over is None else over
    return on.body


def mixed_paint(shelf: Shelf, pours: Sequence[Pour]) -> Paint:
    """Return a mix as a film of its own, to run into other mixes or to paint over a ground."""
    places = [shelf.index(pour.key) for pour in pours]
    palette = palette_of(shelf, places)
    c = dry_shares([pour.ml for pour in pours], palette.solids)
    return Paint(optics=Optics(K=c @ palette.K, S=c @ palette.S), veil=float(c @ palette.veil))


def masstones(shelf: Shelf) -> FloatArray:
    """Return the seen reflectances (n, 36) of all materials by themselves, dried: opaque, or one coat over
    white paper where they never hide."""
    K, S = np.exp(shelf.log_K), np.exp(shelf.log_S)
    body = R_infinity(K=K, S=S)
    films = [n for n, material in enumerate(shelf.materials) if material.kind.optical != "hiding"]
    if films:
        paper = ground("paper")
        X = np.array([shelf.materials[n].dry_coat for n in films])
        body[films] = R_film(K=K[films], S=S[films], X=X, R_g=paper.body)
    return R_seen(body, np.array([material.veil for material in shelf.materials]))


def masstone(shelf: Shelf, key: str) -> FloatArray:
    """Return one of `masstones` (36,)."""
    return np.asarray(masstones(shelf.only(key))[0])
