"""Films laid on a ground one after the other, of any mix of the shelf: what is seen of them, and how sure
that is."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import palette_of
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.material import Material, dry_shares
from jug_mingle.core.optics.film import R_film, R_seen
from jug_mingle.core.optics.grain import streak_bodies, streak_uptake
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.optics.uptake import Laying, Uptake, shares_kept

WATER_MOST: Final = 10.0

_AS_USUAL: Final = Laying()


@dataclass(frozen=True, slots=True, kw_only=True)
class LaidFilm:
    """A film: what it is mixed of, how thin, how it is laid.

    Attributes
    ----------
    volumes : tuple of (material key, volume)
        In any one unit.
    water : float
        Volumes of water to one of all those. [0..10]
    over_seal : bool
        Whether what is below it is sealed first, so that nothing goes in.
    """

    volumes: tuple[tuple[str, float], ...]
    laying: Laying = _AS_USUAL
    water: float = 0.0
    over_seal: bool = False

    def __post_init__(self) -> None:
        if not self.volumes or any(volume <= 0.0 for _, volume in self.volumes):
            raise ValueError("a film needs what it is mixed of, each more than nothing")
        if not 0.0 <= self.water <= WATER_MOST:
            raise ValueError(
                f"from 0 to {marked(WATER_MOST)} parts of water can be added to one, got {marked(self.water)}"
            )

    @property
    def keys(self) -> tuple[str, ...]:
        """The materials in it."""
        return tuple(key for key, _ in self.volumes)


def coat_of(materials: Sequence[Material], volumes: FloatArray, water: float) -> FloatArray:
    """Return what each material leaves of one coat that is left alone where nothing goes in, dry. [µm]

    1000 / spread rate is the wet thickness; of that the solids stay, less as water thins it.
    """
    solids = np.array([material.solids for material in materials])
    c = dry_shares(volumes, solids)
    wet = float(c @ [1000.0 / material.spread for material in materials])
    return np.asarray(c * wet * float(volumes @ solids) / (float(volumes.sum()) * (1.0 + water)))


def woods_below(shelf: Shelf, films: Sequence[LaidFilm], ground: Ground) -> list[str]:
    """Return, for each film, the wood that takes it in; nothing where the ground, or a film below, closes
    it."""
    found, wood = [], ground.takes
    for film in films:
        if film.over_seal:
            wood = ""
        found.append(wood)
        if any(closes(shelf.materials[shelf.index(key)]) for key in film.keys):
            wood = ""
    return found


def closes(material: Material) -> bool:
    """Return whether a wood takes nothing in through a film of it."""
    clear = material.kind.optical == "clear" and material.solids > 0.0
    return clear or material.kind.base == "wax" or not material.kind.colours


def look_over(shelf: Shelf, films: Sequence[LaidFilm], ground: Ground) -> FloatArray:
    """Return the seen reflectance (36,) of films over a ground, from the most likely optics and uptakes.
    [0..1]"""
    return body_over(shelf, films, ground).seen


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Laid:
    """What films over a ground are: body reflectance (..., 36), and the surface (...). [0..1]"""

    body: FloatArray
    veil: FloatArray

    @property
    def seen(self) -> FloatArray:
        """The seen reflectance (..., 36)."""
        return R_seen(self.body, self.veil)


def body_over(
    shelf: Shelf, films: Sequence[LaidFilm], ground: Ground, *, heights: FloatArray | None = None
) -> Laid:
    """Return films over a ground, from the most likely optics and uptakes.

    Parameters
    ----------
    heights : (h,) ndarray, optional
        Of streaks of its grain (`optics.grain`), each of which is returned; the board in the mean where left
        out.
    """
    body = ground.body
    veil: FloatArray = np.asarray(ground.veil)
    if heights is not None:
        body, veil = streak_bodies(body, ground.figure, heights), np.full(heights.shape, ground.veil)
    for film, wood in zip(films, woods_below(shelf, films, ground), strict=True):
        places = [shelf.index(key) for key in film.keys]
        palette = palette_of(shelf, places)
        kept = np.array([shares_kept(shelf.uptake(wood, key), [film.laying])[0] for key in film.keys])
        x = _coat(shelf, film) * kept
        if heights is not None:
            x = x * (streak_uptake(heights) if wood else np.ones(heights.shape))[:, np.newaxis]
        body = R_film(K=x @ palette.K, S=x @ palette.S, X=1.0, R_g=body)
        veil = _surface(veil, x, palette.veil, _coat(shelf, film))
    return Laid(body=body, veil=veil)


def taken_by(shelf: Shelf, volumes: tuple[tuple[str, float], ...], wood: str) -> Uptake:
    """Return how a wood takes a mix of volumes [any one unit]: as its materials do, by their shares of the
    dry film."""
    tins = [shelf.materials[shelf.index(key)] for key, _ in volumes]
    c = dry_shares([volume for _, volume in volumes], [tin.solids for tin in tins])
    each = [shelf.uptake(wood, key) for key, _ in volumes]
    amount, rate, again, left = (
        float(c @ [float(np.asarray(getattr(one, name))) for one in each])
        for name in ("amount", "rate", "again", "left")
    )
    capacity = float(c @ [one.capacity for one in each])
    return Uptake(amount=amount, capacity=capacity, rate=rate, again=again, left=left)


def looks_by_laying(shelf: Shelf, film: LaidFilm, layings: Sequence[Laying], ground: Ground) -> FloatArray:
    """Return the seen reflectances (layings, 36) of one film over a ground, laid in several ways. [0..1]"""
    palette, coat = palette_of(shelf, [shelf.index(key) for key in film.keys]), _coat(shelf, film)
    kept = np.stack([shares_kept(shelf.uptake(ground.takes, key), layings) for key in film.keys], axis=1)
    x = coat * kept
    body = R_film(K=x @ palette.K, S=x @ palette.S, X=1.0, R_g=ground.body)
    return R_seen(body, _surface(np.asarray(ground.veil), x, palette.veil, coat))


def drawn_over(
    shelf: Shelf,
    films: Sequence[LaidFilm],
    ground: Ground,
    *,
    draws: int,
    poured: FloatArray,
    spots: FloatArray,
) -> FloatArray:
    """Return the seen reflectances (draws, 36) of films on as many drawn shelves and woods.

    Parameters
    ----------
    poured : (draws, k) ndarray
        What is poured over what was meant, for the first, second ... material of a film.
    spots : (draws,) ndarray
        How far each drawn spot of the wood lies from its mean, in logarithms of its body absorbance; 0 is the
        mean.
    """
    K, S = shelf.draw(draws)
    body = ground.body ** np.exp(spots)[:, np.newaxis]
    veil: FloatArray = np.full(draws, ground.veil)
    for film, wood in zip(films, woods_below(shelf, films, ground), strict=True):
        places = [shelf.index(key) for key in film.keys]
        kept = [shares_kept(shelf.drawn_uptake(wood, key, draws), [film.laying]) for key in film.keys]
        share = np.stack([np.broadcast_to(one[..., 0], (draws,)) for one in kept], axis=1)
        x = _coat(shelf, film) * share * poured[:, : len(places)]
        body = R_film(
            K=np.einsum("dk,dkw->dw", x, K[:, places]),
            S=np.einsum("dk,dkw->dw", x, S[:, places]),
            X=1.0,
            R_g=body,
        )
        veil = _surface(veil, x, palette_of(shelf, places).veil, _coat(shelf, film))
    return R_seen(body, veil)


def _coat(shelf: Shelf, film: LaidFilm) -> FloatArray:
    materials = [shelf.materials[shelf.index(key)] for key in film.keys]
    return coat_of(materials, np.array([volume for _, volume in film.volumes]), film.water)


def _surface(below: FloatArray, x: FloatArray, veil: FloatArray, coat: FloatArray) -> FloatArray:
    """Return the surface after a film: its own as far as a whole coat of it lies there, else that below."""
    there = x.sum(axis=-1)
    own = (x @ veil) / np.maximum(there, 1e-12)
    return np.asarray(below + (own - below) * np.minimum(1.0, there / coat.sum()))
