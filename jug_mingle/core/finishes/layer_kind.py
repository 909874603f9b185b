"""What a kind of layer is: all that the program knows of it in one object, each made in one file of `kinds`.

A kind says what it takes, where it lies and how thick, and what it does to what is below:

"film"    leaves a film by Kubelka–Munk, one colour or several run into each other (`share`);
"reveal"  takes away, so that an earlier state shows again;
"cover"   lies opaque on part of the surface;
"print"   the same in colours of its own, place by place: a transfer, a paper (`ink` of its `palette`);
"surface" changes how the surface reflects, and leaves a film only where a tin is named for it.
"""

import dataclasses
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Final, Literal

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.layer_settings import Setting
from jug_mingle.core.materials.kinds.paints import PAINTS
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer
    from jug_mingle.core.finishes.relief import Relief

Act = Literal["film", "reveal", "cover", "print", "surface"]
Trait = Literal[
    "water_based",  # beads on wax and oil
    "colours",  # there is something of it for wear to go through
    "opaque",  # meant to cover what is below
    "hides",  # its coats are counted until they hide
    "thin",  # what is below is meant to be read through it
    "accent",  # judged by how far it stands out
    "closes_wood",  # a stain cannot go in through it
    "stains",  # all of it but a trace is wiped off: what stays is what went in
    "needs_seal",  # rubs off and marks when wet unless something covers it
    "seals",  # covers what needs a seal
    "film_seal",  # seals with a film of its own, on which a glaze stays wipeable and wax moves
    "spares_paint",  # takes paint only for the area that it covers
    "laid_out",  # lies where its layout says
    "sticks",  # stays where it first touches
    "dabs",  # its colour is dabbed on the edges of what it prints
    "pasted",  # needs a film below, and one above
    "rubbed_in",  # takes paint only for where it is rubbed in, unless that is everywhere
]

PAINT_KINDS: Final = tuple(kind.key for kind in PAINTS if kind.key != "tint")
"""Kinds of material that are laid as paint."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class LayerKind:
    """A kind of layer.

    Attributes
    ----------
    why : str
        How it is usually laid. Common practice.
    films : (int, int)
        How many colours it takes, from and to.
    takes : tuple of str
        Kinds of material that are laid in it.
    generic : str
        Which generic materials it takes where the shelf has none: "waxes", "metals" or none.
    begins_with : str
        Which of them it is laid with at first; any tin where none is named.
    usual_material : str
        Kind of material that is laid where no tin is named.
    usual : mapping
        What differs from a layer's plain defaults.
    settings : tuple of Setting
        What a person can move of it, in this order.
    field : callable
        (layer, samples, zone) → where it lies and how thick, as a share of its full thickness; or how far
        wear has gone through. One number where it is even.
    share, third_share : callable, optional
        Of several colours run into each other: how far from the first to the last, and how much of the third.
    by_look : bool
        Whether half-way of `share` is what looks half-way, as painters blend, or half of the paint.
    flows : bool
        Whether several colours vary in thickness, too.
    soaks : callable
        Layer → how long it stands on bare wood before it is wiped [minutes]; None where nothing of it goes
        in.
    surface : callable
        (layer, veil below, how far it covers) → the surface after it.
    plain : str
        What it covers with where no tin is named, a key of `generic.COVERS`.
    ink, palette : callable, optional
        Of what prints: which colour each sample has, and the body reflectances of all of them (n, 36).
    relief : callable, optional
        How far it stands proud, as `relief.Relief`.
    lifts : callable, optional
        Of what leaves a film: (layer, samples, zone) → how far it takes off, before it lies there, what the
        layer before it laid. [0..1]
    reveals_before : bool
        Of wear: whether it takes off what the layer before it laid, rather than goes down to a chosen layer.
    """

    key: str
    title: str
    why: str
    act: Act
    field: "Callable[[Layer, Samples, str], FloatArray | float]"
    surface: "Callable[[Layer, float, float], float]"
    films: tuple[int, int] = (1, 1)
    takes: tuple[str, ...] = ()
    generic: str = ""
    begins_with: str = ""
    usual_material: str = ""
    usual: Mapping[str, Any] = dataclasses.field(default_factory=dict)
    settings: tuple[Setting, ...] = ()
    traits: frozenset[Trait] = frozenset()
    share: "Callable[[Layer, Samples, str], FloatArray] | None" = None
    third_share: "Callable[[Layer, Samples, str], FloatArray] | None" = None
    by_look: bool = False
    flows: bool = False
    plain: str = "gold"
    ink: "Callable[[Layer, Samples, str], FloatArray] | None" = None
    palette: "Callable[[Layer], FloatArray] | None" = None
    relief: "Callable[[Layer, Samples, str], Relief] | None" = None
    lifts: "Callable[[Layer, Samples, str], FloatArray] | None" = None
    soaks: "Callable[[Layer], float | None]" = lambda _layer: None
    reveals_before: bool = False

    def has(self, *traits: Trait) -> bool:
        """Return whether it has any of these traits."""
        return not self.traits.isdisjoint(traits)


def kept_surface(_layer: "Layer", veil: float, _amount: float) -> float:
    """What adds no film leaves the surface as it was."""
    return veil


def set_surface(layer: "Layer", _veil: float, _amount: float) -> float:
    """An oil or a clear coat gives the sheen that was chosen; nearly gloss where none was."""
    return 0.05 if layer.veil is None else layer.veil


def own_surface(layer: "Layer", _veil: float, _amount: float) -> float:
    """A whole coat has the surface of its own paint."""
    return float(np.mean([film.veil for film in layer.films]))


def covering_surface(layer: "Layer", veil: float, amount: float) -> float:
    """A film takes the surface over as far as it covers, the less the more water is in it."""
    own = own_surface(layer, veil, amount)
    return veil + (own - veil) * min(1.0, min(1.0, max(amount, 0.0)) / (1.0 + 0.5 * layer.water))
