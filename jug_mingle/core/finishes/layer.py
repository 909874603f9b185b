"""A layer of a finish: which kind, of which films, and how they are laid."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Final, Literal

import numpy as np
from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.finishes.kinds import KINDS
from jug_mingle.core.finishes.layer_kind import LayerKind
from jug_mingle.core.finishes.layer_settings import NUMBERS
from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.materials.handling import Facts
from jug_mingle.core.materials.material import SPREAD_RATE
from jug_mingle.core.optics.film import Optics
from jug_mingle.core.optics.uptake import SEALED, Laying, Uptake, coats_kept, shares_kept, taken_in
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pieces.addresses import reached
from jug_mingle.core.pieces.faces import Samples

BlendPattern = Literal[
    "centre",
    "raised",
    "corners",
    "left_right",
    "top_bottom",
    "ombre",
    "ombre_steps",
    "smoky",
    "stippled",
    "hatched",
]
Place = Literal["everywhere", "recess", "high", "edges", "grain"]
LaidBy = Literal["brush", "roller", "spray", "rag"]


_USUAL_STAIN: Final = Uptake(capacity=0.95, again=0.75)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Film:
    """What is laid: a mix or a tin as a film of its own.

    Attributes
    ----------
    optics : Optics
        [1/µm]
    X : float
        Dry thickness of one ordinary coat, undiluted. [µm]
    veil : float
        Surface when dry, as for `film.R_seen`. [0..1]
    base : str
        "water", "oil" or "wax".
    spread_rate : float
        Area that a litre covers in one coat; a furniture paint's where it is not known. [m²/L]
    density : float
        Of the wet paint. [g/ml]
    facts : Facts or None
        How what is in it is handled; where it is not known, what is usual for the layer.
    taken : callable
        Key of a wood → how that takes it; what is usual of a stain where it is not known.
    """

    name: str
    optics: Optics
    X: float
    veil: float
    base: str = "water"
    spread_rate: float = SPREAD_RATE
    density: float = 1.3
    facts: Facts | None = None
    taken: Callable[[str], Uptake] = lambda wood: _USUAL_STAIN if wood else SEALED


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Layer:
    """One layer.

    Attributes
    ----------
    kind : str
        A key of `KINDS`.
    films : tuple of Film
        What is laid, as many as its kind takes.
    zones : tuple of str
        Where, by any names that faces answer to (`pieces.addresses`); everywhere that is painted when empty.
    coats : int
        1..12.
    water : float
        Parts of water to one of paint. [0..10]
    wipe : float
        How much is wiped back. [0..1]
    amount : float
        How much of a partial layer there is: of dry brush, wear, wax, gilding. [0..1]
    size : float
        Of a blend: how much of a face is nearer to the last colour than to the first; as the pattern falls
        when 0. [0..1]
    width : float
        How wide colours run into each other, or how far from an edge a partial layer reaches. [0..1]
    contrast : float
        How far the ends of a blend stay apart: below 1 the middle takes over. [0..1]
    hand : float
        From smooth 0 to scratchy 1.
    dwell : float
        Minutes before a stain is wiped. [0.5..600]
    down_to : int
        Which layer wear goes down to, counted from the ground, which is 0.
    way : str
        How it is laid: a key of `optics.ways.WAYS`.
    veil : float or None
        Surface that an oil or a clear coat leaves.
    on : bool
        Whether it is shown.
    laid_out : masks.Pattern or None
        Where it lies, of what has a layout.
    """

    kind: str
    films: tuple[Film, ...] = ()
    zones: tuple[str, ...] = ()
    coats: int = 1
    water: float = 0.0
    wipe: float = 0.0
    amount: float = 0.5
    place: Place = "everywhere"
    pattern: BlendPattern = "centre"
    size: float = 0.0
    width: float = 0.6
    contrast: float = 1.0
    hand: float = 0.0
    seed: int = 1
    dwell: float = 5.0
    down_to: int = 0
    way: LaidBy = "brush"
    veil: float | None = None
    on: bool = True
    laid_out: Pattern | None = None

    def __post_init__(self) -> None:
        if self.kind not in KINDS:
            raise ValueError(f"there is no layer {self.kind!r}; known are {', '.join(KINDS)}")
        least, most = self.of.films
        if not least <= len(self.films) <= most:
            asked = (
                "a colour"
                if most == 1
                else f"{least} to {most} colours"
                if least != most
                else f"{least} colours"
            )
            raise ValueError(f"{self.of.title.lower()} needs {asked}, got {len(self.films)}")
        for setting in NUMBERS:
            value = getattr(self, setting.key)
            if not setting.low <= value <= setting.high:
                raise ValueError(
                    f"{setting.key} of a layer must be from {marked_range(setting.low, setting.high)}, got "
                    f"{marked(value)}"
                )

    @property
    def of(self) -> LayerKind:
        """Its kind."""
        return KINDS[self.kind]

    @property
    def share(self) -> "Callable[[Layer, Samples, str], FloatArray] | None":
        """How far it goes from its first colour to its last, where it has several; see `LayerKind.share`."""
        return self.of.share if len(self.films) > 1 else None

    @property
    def X(self) -> float:
        """Full dry thickness of the layer where its field is 1, on what takes nothing in. [µm]"""
        return self.coats * self._coat

    @property
    def _coat(self) -> float:
        if not self.films:
            return 0.0
        return WAYS[self.way].thick * float(np.mean([film.X for film in self.films])) / (1.0 + self.water)

    def lies_on(self, wood: str) -> "OnWood":
        """Return how thick it lies on a wood by its key, or on what takes nothing in where that is empty."""
        wait = self.of.soaks(self)
        if not self.films or wait is None:
            return OnWood(X=self.X)
        taken = [film.taken(wood) for film in self.films]
        if self.of.has("stains"):
            kept = [shares_kept(one, [Laying(wait=wait, coats=min(self.coats, 6))])[0] for one in taken]
            return OnWood(X=self._coat * float(np.mean(kept)))
        if self.place != "everywhere":
            return OnWood(X=self.X)
        coats = float(np.mean([coats_kept(one, self.coats) for one in taken]))
        return OnWood(X=self._coat * coats, taken=float(np.mean([taken_in(one, wait) for one in taken])))

    @property
    def field_key(self) -> tuple[object, ...]:
        """All that says where the layer lies on a drawing; layers that agree in it have the same fields."""
        return (
            self.kind, len(self.films), self.place, self.pattern, self.wipe, self.amount, self.size,
            self.width, self.contrast,
            self.hand, self.seed, None if self.laid_out is None else self.laid_out.key,
        )  # fmt: skip

    def reaches(self, zone: str) -> bool:
        """Return whether it is laid on a zone, or on a face by its address."""
        there = self.laid_out is None or self.laid_out.lies_on(zone)
        return self.on and there and reached(zone, self.zones)


@dataclass(frozen=True, slots=True, kw_only=True)
class OnWood:
    """How thick a layer lies on what it is laid on.

    Attributes
    ----------
    X : float
        Where its field is 1. [µm]
    taken : float
        Share of that which went in before it was wiped, and lies there whatever the field. [0..1]
    """

    X: float
    taken: float = 0.0

    def at(self, field: ArrayLike) -> FloatArray:
        """Return the dry thickness where the field has a value (...). [µm]"""
        return np.asarray(self.X * (self.taken + (1.0 - self.taken) * np.asarray(field, dtype=float)))


def stages(layers: tuple[Layer, ...]) -> list[tuple[Layer, ...]]:
    """Return the finish as it grows: bare, after each coat, after each layer."""
    found: list[tuple[Layer, ...]] = [()]
    for place, layer in enumerate(layers):
        if not layer.on:
            continue
        below = layers[:place]
        found += [(*below, replace(layer, coats=coats)) for coats in range(1, layer.coats + 1)]
    return found


def stage_names(layers: tuple[Layer, ...]) -> list[str]:
    """Return the name of each of `stages`."""
    names = ["bare"]
    for layer in layers:
        if layer.on:
            title = layer.of.title.lower()
            names += (
                [title] if layer.coats == 1 else [f"{title}, coat {n}" for n in range(1, layer.coats + 1)]
            )
    return names
