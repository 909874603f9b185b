"""Motifs of our own drawing: leaves, dots, a lattice, a border, a damask, a corner and its wedge, a weave."""

from collections.abc import Callable, Mapping
from functools import lru_cache
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.pattern.art import Motif, Ring

_Drawn = list[tuple[Ring, int]]
"""Outlines in parts of the width of their window, and which of two colours each has."""


def _circle(x: float, y: float, r: float, count: int = 28) -> Ring:
    at = np.linspace(0.0, 2.0 * np.pi, count, endpoint=False)
    return np.stack([x + r * np.cos(at), y + r * np.sin(at)], axis=1)


def _turned(ring: Ring, angle: float, x: float, y: float) -> Ring:
    c, s = np.cos(np.radians(angle)), np.sin(np.radians(angle))
    return np.asarray(ring @ np.array([[c, s], [-s, c]]) + (x, y))


def _leaf(x: float, y: float, angle: float, length: float, width: float, *, bent: float = 0.0) -> Ring:
    """A leaf from its stalk at a place, along an angle from the right, clockwise [degrees]."""
    t = np.linspace(0.0, 1.0, 26)
    half = 0.5 * width * np.sin(np.pi * t**0.8) ** 0.9
    along, sway = length * t, bent * length * t * t
    upper, lower = np.stack([along, sway - half], 1), np.stack([along, sway + half], 1)
    return _turned(np.concatenate([upper, lower[-2:0:-1]]), angle, x, y)


def _bar(x: float, y: float, angle: float, length: float, width: float) -> Ring:
    corners = np.array([[0.0, -0.5], [1.0, -0.36], [1.0, 0.36], [0.0, 0.5]]) * (length, width)
    return _turned(corners, angle, x, y)


def _mirror(drawn: _Drawn, middle: float = 0.5) -> _Drawn:
    return [(np.stack([2.0 * middle - ring[:, 0], ring[:, 1]], axis=1)[::-1], ink) for ring, ink in drawn]


def _out(
    x: float, y: float, angle: float, start: float, length: float, width: float, bent: float = 0.0
) -> Ring:
    """A leaf that points away from a place and begins some way off, so that film stays between leaves."""
    c, s = np.cos(np.radians(angle)), np.sin(np.radians(angle))
    return _leaf(x + start * c, y + start * s, angle, length, width, bent=bent)


def _sprig() -> _Drawn:
    leaves = [(205, 0.35, -0.14), (335, 0.35, 0.14), (270, 0.38, 0.0), (237, 0.27, 0.0), (303, 0.27, 0.0)]
    drawn: _Drawn = [
        (_out(0.5, 0.57, a, 0.13, n, 0.12 if n > 0.3 else 0.065, bent), 0) for a, n, bent in leaves
    ]
    drawn.append((_bar(0.505, 0.60, 84, 0.36, 0.036), 0))
    return [*drawn, (_circle(0.68, 0.70, 0.055), 1), (_circle(0.34, 0.74, 0.045), 1)]


def _dots() -> _Drawn:
    places = [(0.25, 0.25, 0.13), (0.75, 0.25, 0.085), (0.25, 0.75, 0.085), (0.75, 0.75, 0.13)]
    return [(_circle(x, y, r), n % 2) for n, (x, y, r) in enumerate(places)]


def _lattice() -> _Drawn:
    """Openings between bars that cross: a diamond in the middle and a quarter of one in each corner."""
    r = 0.43
    diamond = np.array([[0.5, 0.5 - r], [0.5 + r, 0.5], [0.5, 0.5 + r], [0.5 - r, 0.5]])
    drawn: _Drawn = [(diamond, 0)]
    for x, y in ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)):
        inward = (1 if x == 0.0 else -1, 1 if y == 0.0 else -1)
        drawn.append((np.array([[x, y], [x + inward[0] * r, y], [x, y + inward[1] * r]]), 1))
    return drawn


def _border() -> _Drawn:
    """One repeat of a running branch, twice as wide as high."""
    drawn: _Drawn = [
        (_leaf(0.03, 0.34, -24, 0.29, 0.13, bent=0.10), 0),
        (_leaf(0.36, 0.17, 24, 0.29, 0.13, bent=-0.10), 0),
        (_leaf(0.69, 0.34, -24, 0.28, 0.13, bent=0.10), 0),
    ]
    return [
        *drawn,
        (_circle(0.28, 0.40, 0.035), 1),
        (_circle(0.66, 0.12, 0.035), 1),
        (_circle(0.13, 0.14, 0.026), 1),
    ]


def _damask() -> _Drawn:
    """A palm over a heart of leaves, the same to both sides of its middle; half as high again as wide."""
    side: _Drawn = [
        (_out(0.5, 0.66, angle, 0.13, length, 0.095, bend), 0)
        for angle, length, bend in ((-58, 0.40, 0.06), (-24, 0.34, 0.06), (10, 0.30, 0.06))
    ]
    side += [
        (_out(0.5, 1.04, angle, 0.08, length, 0.095, -0.06), 0) for angle, length in ((-26, 0.33), (12, 0.33))
    ]
    side += [
        (_circle(0.86, 0.92, 0.030), 1),
        (_circle(0.84, 0.30, 0.030), 1),
        (_leaf(0.58, 1.27, 8, 0.26, 0.08), 1),
    ]
    stem = [(_leaf(0.5, 0.54, 270, 0.46, 0.12), 0), (_leaf(0.5, 0.70, 90, 0.24, 0.06), 1),
            (_leaf(0.5, 1.08, 90, 0.34, 0.10), 0)]  # fmt: skip
    return [*side, *_mirror(side), *stem]


def _corner() -> _Drawn:
    """For the upper left corner: two branches along its sides and a leaf into the face."""
    along: _Drawn = [
        (_leaf(0.17, 0.09, 0, 0.30, 0.12, bent=0.08), 0), (_leaf(0.50, 0.115, 0, 0.25, 0.095, bent=0.06), 0),
        (_leaf(0.78, 0.13, 0, 0.18, 0.065), 0), (_circle(0.50, 0.24, 0.028), 1),
    ]  # fmt: skip
    down: _Drawn = [(ring[::-1, ::-1], ink) for ring, ink in along]
    return [*along, *down, (_leaf(0.15, 0.15, 45, 0.42, 0.15), 0), (_circle(0.07, 0.07, 0.04), 1)]


def _wedge() -> _Drawn:
    """A low fan for the middle of a side between two corners; twice as wide as high, standing on its upper
    edge."""
    drawn: _Drawn = [(_out(0.5, 0.03, a, 0.11, 0.34, 0.10), 0) for a in (14, 90, 166)]
    return [*drawn, (_out(0.5, 0.03, 52, 0.11, 0.28, 0.075), 1), (_out(0.5, 0.03, 128, 0.11, 0.28, 0.075), 1)]


def _weave() -> _Drawn:
    """The holes between the strands of cane: eight-sided, a quarter of one in each corner."""
    r, k = 0.34, 0.16
    whole = np.array([[-k, -r], [k, -r], [r, -k], [r, k], [k, r], [-k, r], [-r, k], [-r, -k]]) + 0.5
    return [(whole, 0)]


def _ring_of_leaves() -> _Drawn:
    turns = range(0, 360, 30)
    drawn: _Drawn = []
    for n, a in enumerate(turns):
        x, y = 0.5 + 0.33 * np.cos(np.radians(a)), 0.5 + 0.33 * np.sin(np.radians(a))
        drawn.append((_leaf(x, y, a + 62, 0.19, 0.075), n % 2))
    return drawn


def _rosette() -> _Drawn:
    drawn: _Drawn = [(_leaf(0.5 + 0.11 * np.cos(np.radians(a)), 0.5 + 0.11 * np.sin(np.radians(a)), a, 0.36,
        0.14), 0)
                     for a in range(0, 360, 45)]  # fmt: skip
    return [*drawn, (_circle(0.5, 0.5, 0.07), 1)]


_OURS: Final[Mapping[str, tuple[str, float, Callable[[], _Drawn]]]] = {
    "sprig": ("Sprig", 1.0, _sprig),
    "dots": ("Dots", 1.0, _dots),
    "lattice": ("Lattice", 1.0, _lattice),
    "border": ("Running branch", 0.5, _border),
    "damask": ("Damask", 1.5, _damask),
    "corner": ("Corner", 1.0, _corner),
    "wedge": ("Wedge", 0.5, _wedge),
    "garland": ("Garland", 1.0, _ring_of_leaves),
    "rosette": ("Rosette", 1.0, _rosette),
    "weave": ("Cane weave", 1.0, _weave),
}
"""By key: the name, how high it is for its width, and its outlines."""

OURS: Final[Mapping[str, str]] = {key: title for key, (title, _, _) in _OURS.items()}


@lru_cache(maxsize=64)
def motif(key: str, width: float = 0.1) -> Motif:
    """Return a motif of our own, so wide [m]; ValueError lists the known ones."""
    if key not in _OURS:
        raise ValueError(f"there is no motif {key!r}; known are {', '.join(_OURS)}")
    title, high, draw = _OURS[key]
    drawn = draw()
    limits: FloatArray = np.array([1.0, high])
    rings = tuple(np.clip(ring, 0.0, limits) * width for ring, _ in drawn)
    return Motif(
        key=key,
        title=title,
        width=width,
        height=high * width,
        rings=rings,
        inks=tuple(ink for _, ink in drawn),
    )
