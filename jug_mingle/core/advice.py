"""What would help: the pigment family that the shelf lacks, and the one swatch worth painting next."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.characterise import Shelf, slopes_of
from jug_mingle.core.colour import R_to_Lab
from jug_mingle.core.evidence import NOISE, Hiding, Reading, Swatch
from jug_mingle.core.materials import Optics
from jug_mingle.core.recipes import Pour, Target, Wishes, masstone, palette_of, predict, usable
from jug_mingle.core.search import best_candidates
from jug_mingle.core.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.words import direction

# Generic pigments in paint: absorption as an edge (height, at, softness) or a band, scattering level. [1/µm; nm]
_EDGES: Final = {
    "yellow": (0.25, 485.0, 12.0, 0.0008, 0.025),
    "orange": (0.28, 545.0, 13.0, 0.0012, 0.025),
    "red": (0.30, 590.0, 13.0, 0.0020, 0.022),
    "brown": (0.14, 570.0, 60.0, 0.0250, 0.022),
}
_BANDS: Final = {
    "violet": (0.22, 565.0, 50.0, 0.0030, 0.012),
    "blue": (0.28, 620.0, 55.0, 0.0030, 0.012),
    "green": (0.22, 660.0, 55.0, 0.0050, 0.014),
}


@cache
def pigment_families() -> dict[str, Optics]:
    """Return the optics of a typical paint of each pigment family, invented to be plain."""
    found = {
        "white": Optics(K=np.full(BANDS, 0.0001), S=np.full(BANDS, 0.10)),
        "black": Optics(K=np.full(BANDS, 0.25), S=np.full(BANDS, 0.005)),
    }
    for name, (height, at, soft, floor, S) in _EDGES.items():
        found[name] = Optics(K=floor + height / (1.0 + np.exp((WAVELENGTHS - at) / soft)), S=np.full(BANDS, S))
    for name, (height, at, width, floor, S) in _BANDS.items():
        K = floor + height * np.exp(-0.5 * ((WAVELENGTHS - at) / width) ** 2)
        if name == "green":
            K = K + 0.18 * np.exp(-0.5 * ((WAVELENGTHS - 430.0) / 40.0) ** 2)
        found[name] = Optics(K=K, S=np.full(BANDS, S))
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class Lack:
    """Why a target is out of reach.

    Attributes
    ----------
    nearest : float
        The best CIEDE2000 in the worst light.
    misses : str
        Which way the nearest misses, in words.
    family : str or None
        The pigment family that would help most, None when none would gain a quarter.
    with_it : float
        The best CIEDE2000 with it.
    """

    nearest: float
    misses: str
    family: str | None
    with_it: float


def what_is_lacking(shelf: Shelf, target: Target, wishes: Wishes, pours: Sequence[Pour]) -> Lack:
    """Return which way the nearest recipe misses its target, and which one more pigment family would help most."""
    goal = target.goal
    R = predict(shelf, pours)
    nearest = float(goal.miss(R))
    best: tuple[float, str | None] = (nearest, None)
    group = usable(shelf, wishes)[0]
    palette = palette_of(shelf, group)
    for name, optics in pigment_families().items():
        wider = palette.with_pot(optics.K, optics.S, solids=0.38, veil=1.0)
        for pots in (2, 3):
            found = best_candidates(wider, goal, pots=pots, parts=wishes.parts, units=None, must=(wider.size - 1,))
            if found and found[0].miss < best[0]:
                best = (found[0].miss, name)
    helps = best[0] < 0.75 * nearest
    return Lack(
        nearest=nearest,
        misses=direction(R_to_Lab(R, target.lights[0]), R_to_Lab(target.R, target.lights[0])),
        family=best[1] if helps else None,
        with_it=best[0],
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class NextSwatch:
    """A swatch to paint and read: what is mixed (key, parts), and the recipe's likely error before and after it."""

    volumes: tuple[tuple[str, float], ...]
    before: float
    after: float


def next_swatch(
    shelf: Shelf, pours: Sequence[Pour], *, white: str, how: str = "reader", pour_error: float = 0.03
) -> list[NextSwatch]:
    """Return the swatches worth painting for a recipe, the most telling first.

    Tried are, for each of its pots: the pot by itself, one part with one, four and ten of white; and the mix itself.
    What each would leave open follows from the covariance of the fit, before anything is painted.

    Parameters
    ----------
    white : str
        Key of the white to make tints with.
    how : str
        How it will be read, a key of `evidence.NOISE`.

    Returns
    -------
    swatches : list of NextSwatch
        `before` and `after` are the expected error of the recipe's colour, about CIEDE2000.
    """
    wanted = _reading(shelf, tuple((pour.key, pour.ml) for pour in pours), noise=1.0, pour_error=0.0)
    recipe = _spread(shelf, wanted)
    tests = [tuple((pour.key, float(pour.parts)) for pour in pours)] if len(pours) > 1 else []
    for pour in pours:
        tests.append(((pour.key, 1.0),))
        if pour.key != white:
            tests += [((pour.key, 1.0), (white, ratio)) for ratio in (1.0, 4.0, 10.0)]
    found = []
    for test in tests:
        before, after = _narrowed(
            recipe, _spread(shelf, _reading(shelf, test, noise=NOISE[how], pour_error=pour_error))
        )
        found.append(NextSwatch(volumes=test, before=before, after=after))
    return sorted(found, key=lambda one: one.after)


def gain_of(shelf: Shelf, *, probe: Reading, test: Reading | Hiding) -> tuple[float, float]:
    """Return the expected error of a prediction, about CIEDE2000, now and once a test has been read.

    Parameters
    ----------
    probe : Reading
        What is predicted, read with a noise of 1.
    test : Reading or Hiding
        With the values that are expected of it.
    """
    return _narrowed(_spread(shelf, probe), _spread(shelf, test))


def _narrowed(probe: FloatArray, test: FloatArray) -> tuple[float, float]:
    cross = probe @ test.T
    left = probe @ probe.T - cross @ np.linalg.solve(test @ test.T + np.eye(test.shape[0]), cross.T)
    return _error(probe @ probe.T), _error(left)


def _reading(shelf: Shelf, volumes: tuple[tuple[str, float], ...], *, noise: float, pour_error: float) -> Reading:
    if len(volumes) == 1:
        R = masstone(shelf, volumes[0][0])
    else:
        R = predict(shelf, [Pour(key=key, parts=1, ml=volume) for key, volume in volumes])
    return Reading(
        key="next", volumes=volumes, swatches=(Swatch(seen=R_to_Lab(R)),), noise=noise, pour_error=pour_error
    )  # fmt: skip


def _spread(shelf: Shelf, reading: Reading | Hiding) -> FloatArray:
    """Return B (3, u) with B Bᵀ the covariance of a reading's residuals, by what the fit leaves open."""
    return shelf.factor.half_solve(slopes_of(shelf, reading).T).T


def _error(covariance: FloatArray) -> float:
    """Return the mean length of a 3-vector of this covariance, whose unit is a noise of 1 (see `even_metric`)."""
    return float(np.sqrt(max(np.trace(covariance) / 3.0, 0.0)))
