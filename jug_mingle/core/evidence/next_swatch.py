"""The one swatch worth painting next: what a test would leave open, told by the covariance of the fit."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.fit import slopes_of
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstone, predict
from jug_mingle.core.evidence.readings import Hiding, Reading, Swatch
from jug_mingle.core.materials.material import dry_shares, mixed_veil
from jug_mingle.core.measuring.pouring import Pour
from jug_mingle.core.measuring.tools import SPOON_ERROR
from jug_mingle.core.optics.film import Optics, R_infinity, R_seen
from jug_mingle.core.optics.grounds import Ground


def read_masstone(shelf: Shelf, key: str) -> FloatArray:
    """Return what is read of a tin by itself (36,). [0..1]"""
    return np.clip(masstone(shelf, key), 0.0, 1.0)


def read_over(shelf: Shelf, pours: Sequence[Pour], ground: Ground) -> FloatArray:
    """Return what is read of one coat of a mix over a ground (36,). [0..1]"""
    return np.clip(predict(shelf, pours, over=ground), 0.0, 1.0)


def read_opaque(shelf: Shelf, truth: Mapping[str, Optics], volumes: Mapping[str, float]) -> FloatArray:
    """Return what is read of an opaque mix of volumes by key (36,): of tins whose truth is known as they
    truly are."""
    tins = [shelf.materials[shelf.index(key)] for key in volumes]
    amounts = list(volumes.values())
    c = dry_shares(amounts, [tin.solids for tin in tins])
    optics = [truth.get(tin.key) or shelf.optics(tin.key) for tin in tins]
    K = sum(share * one.K for share, one in zip(c, optics, strict=True))
    S = sum(share * one.S for share, one in zip(c, optics, strict=True))
    return np.clip(R_seen(R_infinity(K=K, S=S), mixed_veil(tins, amounts)), 0.0, 1.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class NextSwatch:
    """A swatch to paint and read: what is mixed (key, parts), and the recipe's likely error before and after
    it."""

    volumes: tuple[tuple[str, float], ...]
    before: float
    after: float


def next_swatch(
    shelf: Shelf, pours: Sequence[Pour], *, white: str, black: str | None = None, how: str = "reader",
    pour_error: float = SPOON_ERROR,
) -> list[NextSwatch]:  # fmt: skip
    """Return the swatches worth painting for a recipe, the most telling first.

    Tried are, for each of its tins: the tin by itself, one part with one, four and ten of white, of a pale
    one ten with one of black, which alone tells whites apart; and the mix itself. What each would leave open
    follows from the covariance of the fit, before anything is painted.

    Parameters
    ----------
    white, black : str
        Keys of the white to make tints with, and of a black where one stands there.
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
        if black not in (None, pour.key) and R_to_Lab(masstone(shelf, pour.key))[0] > _PALE:
            tests.append(((pour.key, 10.0), (str(black), 1.0)))
    next_swatches = []
    for test in tests:
        before, after = _narrowed(
            recipe, _spread(shelf, _reading(shelf, test, noise=NOISE[how], pour_error=pour_error))
        )
        next_swatches.append(NextSwatch(volumes=test, before=before, after=after))
    return sorted(next_swatches, key=lambda one: one.after)


_WORTH_NARROWING, _WORTH_PAINTING = 0.6, 0.8
"""An error below the first needs no narrowing [CIEDE2000]; a swatch that leaves more than this share of it no
paint."""


_PALE: Final = 85.0
"""Above this L* a tint with white tells nothing of a paint."""


def telling_swatch(
    shelf: Shelf, pours: Sequence[Pour], *, white: str, black: str | None = None
) -> NextSwatch | None:
    """Return the one swatch that narrows a recipe most; None where none would narrow it by a fifth, or it is
    narrow."""
    best = next_swatch(shelf, pours, white=white, black=black)[0]
    worth = best.before > _WORTH_NARROWING and best.after < _WORTH_PAINTING * best.before
    return best if worth else None


def gain_of(shelf: Shelf, *, probe: Reading | Hiding, test: Reading | Hiding) -> tuple[float, float]:
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


def _reading(
    shelf: Shelf, volumes: tuple[tuple[str, float], ...], *, noise: float, pour_error: float
) -> Reading:
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
    """Return the mean length of a 3-vector of this covariance, whose unit is a noise of 1 (see
    `even_metric`)."""
    return float(np.sqrt(max(np.trace(covariance) / 3.0, 0.0)))
