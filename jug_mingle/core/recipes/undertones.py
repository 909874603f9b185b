"""What takes an undertone out of a wood: which films of the shelf cool or warm it, and what each does to its
lightness.

A film of the opposite colour neutralises, one of a pale pigment veils (common practice: a cool pale stain
makes a red or yellow wood cream, not white).
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import DAYLIGHT, Light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.laid import looks_by_laying
from jug_mingle.core.optics.grounds import Ground
from jug_mingle.core.recipes.over import OverStep, OverWishes, alone
from jug_mingle.core.recipes.over_kinds import Palette, palettes
from jug_mingle.core.recipes.wishes import NothingToMixError

UNDERTONES: Final[Mapping[str, tuple[str, tuple[float, float]]]] = {
    "red": ("take the red out", (-1.0, 0.0)),
    "yellow": ("take the yellow out", (0.0, -1.0)),
    "both": ("make it greyer", (-0.6, -0.8)),
    "warm": ("make it warmer", (0.5, 0.87)),
}
"""What can be wished of a wood: in words, and which way that is in a*, b* of CIELAB."""

_ENOUGH: Final = 1.5
"""A film that moves a wood less than this towards what was wished does not count. [CIELAB]"""

_OF_OWN: Final = 0.75
"""So much of an undertone of its own is taken out of a wood: all of it would be the opposite one."""

_LEAST, _MOST = 3.0, 14.0
"""What is asked for at least and at most: less is not seen, more is another colour. [CIELAB]"""

_LIGHTNESS: Final = 0.6
"""What a change of lightness counts beside the move that was wished."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Undertone:
    """A film, and what it does to a wood.

    Attributes
    ----------
    d_L, d_a, d_b : float
        How lightness, red and yellow change. [CIELAB]
    R : (36,) ndarray
        The look. [0..1]
    words : str
        What it does, such as "takes the red out, a little darker".
    """

    step: OverStep
    d_L: float
    d_a: float
    d_b: float
    R: FloatArray
    words: str


def what_moves(
    shelf: Shelf, ground: Ground, wish: str, wishes: OverWishes, *, light: Light = DAYLIGHT, count: int = 6
) -> list[Undertone]:
    """Return the films that move a wood's undertone as wished, those that change its lightness least first.

    Raises
    ------
    ValueError
        If there is no such wish.
    NothingToMixError
        If nothing on the shelf moves it so.
    """
    if wish not in UNDERTONES:
        raise ValueError(f"there is no undertone {wish!r} to wish for; known are {', '.join(UNDERTONES)}")
    way = np.array(UNDERTONES[wish][1])
    found: list[tuple[float, Undertone]] = []
    for palette in palettes(shelf, wishes.allowed(shelf), takes=bool(ground.takes)):
        for place in palette.colours:
            best = _best(shelf, ground, palette, place, way, light)
            if best is not None:
                found.append(best)
    if not found:
        raise NothingToMixError(
            f"nothing on the shelf would {UNDERTONES[wish][0]}: a grey or pale cool stain does, or a white "
            f"wash veils "
            "it"
        )
    found.sort(key=lambda one: one[0])
    return [undertone for _, undertone in found[:count]]


def _best(
    shelf: Shelf, ground: Ground, palette: Palette, place: int, way: FloatArray, light: Light
) -> tuple[float, Undertone] | None:
    bare = R_to_Lab(ground.R_seen, light)
    hows = palette.kind.hows
    groups: dict[tuple[float, int], list[int]] = {}
    for number, how in enumerate(hows):
        groups.setdefault((how.water, how.carrier), []).append(number)
    best: tuple[float, int, FloatArray] | None = None
    for numbers in groups.values():
        step = alone(shelf, palette, place, numbers[0])
        looks = np.clip(
            looks_by_laying(shelf, step.film, [hows[n].laying for n in numbers], ground), 0.0, 1.0
        )
        moved = R_to_Lab(looks, light) - bare
        moved[:, 1:] = R_to_Lab(looks, light)[:, 1:] - [
            R_to_Lab(_as_light(ground.R_seen, look, light), light)[1:] for look in looks
        ]
        towards = moved[:, 1:] @ way
        aside = np.hypot(*(moved[:, 1:] - towards[:, np.newaxis] * way).T)
        wanted = float(np.clip(-_OF_OWN * (bare[1:] @ way), _LEAST, _MOST))
        rank = np.abs(towards - wanted) + _LIGHTNESS * np.abs(moved[:, 0]) + 0.5 * aside
        rank[towards < _ENOUGH] = np.inf
        at = int(np.argmin(rank))
        if np.isfinite(rank[at]) and (best is None or rank[at] < best[0]):
            best = (float(rank[at]), numbers[at], looks[at])
    if best is None:
        return None
    rank_, number, R = best
    d_L, d_a, d_b = (float(value) for value in R_to_Lab(R, light) - bare)
    step = alone(shelf, palette, place, number)
    words = change_words(R, ground.R_seen, light)
    return rank_, Undertone(step=step, d_L=d_L, d_a=d_a, d_b=d_b, R=read_only(R), words=words)


def change_words(R: FloatArray, bare: FloatArray, light: Light = DAYLIGHT) -> str:
    """Return in words what a look (36,) is beside a bare wood (36,): its undertone, and how light it is.

    The undertone is told beside the same wood made as dark or pale: what darkens takes yellow and red along.
    """
    d_L = float(R_to_Lab(R, light)[0] - R_to_Lab(bare, light)[0])
    _, d_a, d_b = R_to_Lab(R, light) - R_to_Lab(_as_light(bare, R, light), light)
    said = [
        words
        for change, words in (
            (-d_a, "takes the red out"), (-d_b, "takes the yellow out"), (d_a, "adds red"),
            (d_b, "adds yellow"),
        )
        if change >= _ENOUGH
    ]  # fmt: skip
    size = abs(d_L)
    how = "" if size < 1.0 else "a little " if size < 4.0 else "" if size < 10.0 else "much "
    said.append("as light as it was" if size < 1.0 else f"{how}{'lighter' if d_L > 0 else 'darker'}")
    return ", ".join(said)


def _as_light(bare: FloatArray, R: FloatArray, light: Light) -> FloatArray:
    """Return a wood with more or less of its own colouring matter, so that it is as light as a look."""
    powers = np.exp(np.linspace(np.log(0.1), np.log(8.0), 120))
    some = np.clip(bare, 1e-4, 0.999) ** powers[:, np.newaxis]
    return np.asarray(some[np.argmin(np.abs(R_to_Lab(some, light)[:, 0] - R_to_Lab(R, light)[0]))])
