"""A piece laid flat: its front as it stands, its side folded out to the right, its top upwards; or fronts
pushed together. Everything of a layout is drawn and measured on it."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Final

from jug_mingle.core.pattern.layout import Space
from jug_mingle.core.pattern.surfaces import Surface

_APART: Final = 0.04
"""Between the front and what is folded out from it, where the pattern does not run over the edge. [m]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """A surface on the net: its upper left corner there [m]; `bare` where the pattern does not reach it."""

    surface: Surface
    x: float
    y: float
    bare: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Net:
    """A piece laid flat.

    Attributes
    ----------
    origins : tuple
        Where the upper left corner of each space lies. [m]
    """

    width: float
    height: float
    shown: tuple[Shown, ...]
    origins: tuple[tuple[float, float], ...]


def net_of(spaces: Sequence[Space], others: Iterable[Surface] = (), *, wrapped: bool = False) -> Net:
    """Return the net of some spaces, with other surfaces of their planes around them.

    Parameters
    ----------
    wrapped : bool
        Whether the pattern runs over the edges, so that planes meet.
    """
    apart = 0.0 if wrapped else _APART
    shown: list[Shown] = []
    origins: list[tuple[float, float]] = []
    flat = True
    for space in spaces:
        first = space.spots[0]
        x, y = _folded(first.surface, apart)
        origins.append((x - first.x, y - first.y))
        for spot in space.spots:
            at = _folded(spot.surface, apart)
            here = (origins[-1][0] + spot.x, origins[-1][1] + spot.y)
            flat = flat and abs(at[0] - here[0]) < 1e-6 and abs(at[1] - here[1]) < 1e-6
            shown.append(Shown(surface=spot.surface, x=here[0], y=here[1], bare=False))
    if flat:
        there = {one.surface.name for one in shown}
        planes = {one.surface.plane for one in shown}
        around = [one for one in others if one.name not in there and one.plane in planes]
        behind = [Shown(surface=one, x=x, y=y, bare=True) for one in around for x, y in [_folded(one, apart)]]
        shown = [*sorted(behind, key=lambda one: -one.surface.w * one.surface.h), *shown]
    left, top = min(one.x for one in shown), min(one.y for one in shown)
    return Net(
        width=max(one.x + one.surface.w for one in shown) - left,
        height=max(one.y + one.surface.h for one in shown) - top,
        shown=tuple(Shown(surface=s.surface, x=s.x - left, y=s.y - top, bare=s.bare) for s in shown),
        origins=tuple((x - left, y - top) for x, y in origins),
    )  # fmt: skip


def _folded(surface: Surface, apart: float) -> tuple[float, float]:
    by = {"front": (0.0, 0.0), "side": (apart, 0.0), "top": (0.0, -apart)}[surface.plane]
    return surface.x + by[0], surface.y + by[1]
