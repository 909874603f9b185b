"""The ways to lay a see-through film: what each may be mixed of, and how it is thinned, laid and wiped.

Ratios and waits of common practice. A way is a grid: which materials, in which whole parts, and how.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import product
from typing import Final

import numpy as np

from jug_mingle.core.arrays import FloatArray, read_only
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.materials.material import Material
from jug_mingle.core.optics.uptake import SHORTEST, WIPES, Laying

MOST_PARTS: Final = 8
"""The largest sum of a ratio of the colours in a film."""


@dataclass(frozen=True, slots=True, kw_only=True)
class How:
    """How a film is laid: how thin, in how much of its carrier, and the rest.

    Attributes
    ----------
    water : float
        Parts of water to one of the mix.
    carrier : int
        Parts of clear coat, glaze, wax base or oil to one of the colours; 0 where there is none.
    """

    laying: Laying
    water: float = 0.0
    carrier: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class OverKind:
    """A way to lay a film.

    Attributes
    ----------
    key, title : str
        As in "stain"; the title is how it is called on screen.
    colours : tuple of str
        Kinds of material that colour it.
    carriers : tuple of str
        Kinds that carry the colours; nothing where they are laid as they are.
    bare, sealed : bool
        Whether it is only for wood that takes it in; only for what takes nothing in, so that it can be wiped.
    hows : tuple of How
        All that is tried.
    """

    key: str
    title: str
    colours: tuple[str, ...]
    carriers: tuple[str, ...] = ()
    bare: bool = False
    sealed: bool = False
    hows: tuple[How, ...]


def _hows(
    waits: Sequence[float], wipes: Sequence[str], coats: Sequence[int], waters: Sequence[float] = (0.0,),
    carriers: Sequence[int] = (0,),
) -> tuple[How, ...]:  # fmt: skip
    return tuple(
        How(laying=Laying(wait=wait, wipe=WIPES[wipe], coats=n), water=water, carrier=carrier)
        for wait, wipe, n, water, carrier in product(waits, wipes, coats, waters, carriers)
    )


_PAINTS: Final = ("chalk_paint", "mineral_paint", "acrylic", "milk_paint")
_MINUTES: Final = (SHORTEST, 0.5, 1.0, 2.0, 4.0, 8.0, 15.0, 30.0)

OVER_KINDS: Final = (
    OverKind(
        key="stain", title="stain", colours=("water_stain", "oil_stain", "gel_stain"), bare=True,
        hows=_hows(_MINUTES, ("wiped hard", "wiped", "wiped lightly"), (1, 2, 3)),
    ),
    OverKind(
        key="paint_stain", title="stain from paint", colours=_PAINTS, bare=True,
        hows=_hows((0.5, 1.0, 2.0, 4.0, 8.0, 15.0), ("wiped hard", "wiped"), (1, 2), (0.25,)),
    ),
    OverKind(
        key="wash", title="wash", colours=_PAINTS,
        hows=_hows((SHORTEST,), ("left alone", "wiped lightly", "wiped", "wiped hard"), (1, 2, 3),
                   (1.0, 2.0, 3.0, 5.0)),
    ),
    OverKind(
        key="glaze", title="glaze", colours=_PAINTS, carriers=("glaze", "clear_coat"), sealed=True,
        hows=_hows((1.0,), ("left alone", "wiped lightly", "wiped", "wiped hard"), (1, 2),
                   carriers=(4, 6, 9, 12, 20, 40)),
    ),
    OverKind(
        key="ready_glaze", title="glaze", colours=("coloured_glaze",), sealed=True,
        hows=_hows((1.0,), ("left alone", "wiped lightly", "wiped", "wiped hard"), (1, 2)),
    ),
    OverKind(
        key="wax", title="wax", colours=("coloured_wax", "light_wax", "coloured_water_wax"),
        hows=_hows((2.0, 10.0, 60.0), ("wiped lightly", "wiped", "wiped hard"), (1, 2)),
    ),
    OverKind(
        key="tinted_wax", title="tinted wax", colours=_PAINTS, carriers=("tinting_wax",),
        hows=_hows((2.0, 10.0), ("wiped lightly", "wiped", "wiped hard"), (1, 2), carriers=(3, 5, 8, 12)),
    ),
    OverKind(
        key="tinted_oil", title="tinted oil", colours=("gel_stain", "oil_stain"),
        carriers=("oil_wax_butter", "oil"), bare=True, hows=_hows((20.0,), ("wiped hard",), (1, 2),
                                                                 carriers=(2, 3, 6, 10, 20)),
    ),
)  # fmt: skip
"""The ways to lay one film, those for bare wood first."""


def over_kind(key: str) -> OverKind:
    """Return the way to lay a film of that key; ValueError lists the known ones."""
    found = next((kind for kind in OVER_KINDS if kind.key == key), None)
    if found is None:
        raise ValueError(
            f"there is no film {key!r} to lay; known are {', '.join(kind.key for kind in OVER_KINDS)}"
        )
    return found


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Palette:
    """What of a shelf a way may be mixed of: colours of one base, and what carries them.

    Attributes
    ----------
    colours : tuple of int
        Places on the shelf.
    carrier : int or None
        Place of the carrier.
    """

    kind: OverKind
    colours: tuple[int, ...]
    carrier: int | None = None


def palettes(shelf: Shelf, allowed: Sequence[int], *, takes: bool) -> list[Palette]:
    """Return what may be laid of the allowed places of a shelf, on a wood that `takes` it in or on what does
    not."""
    found = []
    for kind in OVER_KINDS:
        if (kind.bare and not takes) or (kind.sealed and takes):
            continue
        for base in ("water", "oil", "wax"):
            colours = tuple(at for at in allowed if _is(shelf.materials[at], kind.colours, base))
            carriers = [at for at in allowed if _is(shelf.materials[at], kind.carriers, base)]
            if not colours or (kind.carriers and not carriers):
                continue
            # The carrier of which most is left; they are clear, and differ little but in their sheen.
            carrier = max(carriers, key=lambda at: shelf.materials[at].left) if carriers else None
            tins = [shelf.materials[at] for at in colours]
            found.append(Palette(kind=_while_open(kind, tins), colours=colours, carrier=carrier))
    return found


def _while_open(kind: OverKind, tins: Sequence[Material]) -> OverKind:
    """Return a kind of film with the waits that what is in it allows: a stain that has set cannot be wiped
    any more."""
    times = [tin.kind.handling.open_time for tin in tins if tin.kind.handling.open_time is not None]
    if kind.key != "stain" or not times:
        return kind
    return replace(kind, hows=tuple(how for how in kind.hows if how.laying.wait <= min(times)))


def _is(material: Material, kinds: tuple[str, ...], base: str) -> bool:
    return material.kind.key in kinds and material.kind.base in (base, "any") and material.solids > 0.0


@lru_cache(maxsize=64)
def ratios(count: int, most: int = MOST_PARTS) -> FloatArray:
    """Return all ratios (m, count) of whole parts in lowest terms whose sum is at most `most`."""
    found = [
        parts
        for parts in product(range(1, most), repeat=count)
        if sum(parts) <= most and np.gcd.reduce(parts) == 1
    ]
    return read_only(np.array(found if count > 1 else [(1,)], dtype=float))


def alike(palettes: Sequence[Palette]) -> list[list[Palette]]:
    """Return palettes in groups of the same colours and carrier."""
    groups: dict[object, list[Palette]] = {}
    for palette in palettes:
        groups.setdefault((palette.colours, palette.carrier), []).append(palette)
    return list(groups.values())
