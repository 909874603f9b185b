"""A finish: layers from the ground up, each a kind of work with its films and how they are laid."""

from dataclasses import dataclass, replace
from typing import Final, Literal

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import BANDS, WAVELENGTHS
from jug_mingle.core.optics.coefficients import Optics

Kind = Literal[
    "paint", "primer", "blend", "wash", "two_tone", "stain", "glaze", "dry_brush", "wax", "wax_eraser", "distress",
    "crackle", "chippy", "drips", "metallic", "stencil", "oil", "sealer", "fade",
]  # fmt: skip
Pattern = Literal[
    "centre", "raised", "corners", "left_right", "top_bottom", "ombre", "ombre_steps", "smoky", "stippled", "hatched"
]
Place = Literal["everywhere", "recess", "high", "edges", "grain"]

KINDS: Final[dict[str, str]] = {
    "paint": "Paint", "primer": "Primer", "blend": "Blend", "wash": "Wash", "two_tone": "Streaky two-tone wash",
    "stain": "Stain", "glaze": "Glaze", "dry_brush": "Dry brush", "wax": "Wax", "wax_eraser": "Clear wax as eraser",
    "distress": "Distress", "crackle": "Crackle", "chippy": "Chippy", "drips": "Drips", "metallic": "Gilding",
    "stencil": "Stencil", "oil": "Oil", "sealer": "Clear coat", "fade": "Sanded faint",
}  # fmt: skip

PATTERNS: Final[dict[str, str]] = {
    "centre": "dark outline, light centre", "raised": "light on raised parts", "corners": "dark corners",
    "left_right": "left to right", "top_bottom": "top to bottom on each face", "ombre": "ombre over the piece",
    "ombre_steps": "ombre by rows", "smoky": "smoky", "stippled": "stippled", "hatched": "cross-hatched",
}  # fmt: skip

REVEALS: Final = ("distress", "crackle", "chippy", "fade", "wax_eraser")
"""Kinds that add nothing: they let what lies below show again."""

SURFACES: Final = ("oil", "sealer")
FILMS_OF: Final[dict[str, tuple[int, int]]] = {
    "blend": (2, 3), "two_tone": (2, 2), "oil": (0, 1), "sealer": (0, 1), "metallic": (0, 1),
    **dict.fromkeys(REVEALS, (0, 0)),
}  # fmt: skip
"""How many films a kind takes, from and to; one where it is not named."""


_PAINTS: Final = (
    "chalk_paint", "mineral_paint", "milk_paint", "home_chalk_paint", "self_priming_paint", "acrylic", "enamel",
    "oil_enamel", "spray_enamel",
)  # fmt: skip
TAKES: Final[dict[str, tuple[str, ...]]] = {
    **dict.fromkeys(("paint", "blend", "two_tone", "dry_brush", "drips", "stencil"), _PAINTS),
    "wash": (*_PAINTS, "tint"),
    "primer": ("primer", "bonding_primer", "clear_primer", "crackle_gesso"),
    "stain": ("water_stain", "oil_stain", "gel_stain", *_PAINTS),
    "glaze": ("glaze", "coloured_glaze", "tinting_wax"),
    "wax": ("clear_wax", "coloured_wax", "light_wax", "tinting_wax"),
    "metallic": ("gilding_wax",),
    "oil": ("oil", "oil_wax_butter"),
    "sealer": ("clear_coat", "oil_varnish"),
}
"""Kind of layer → the kinds of material that are laid in it; a paint thinned on the wood is a stain, too."""

GENERIC_FOR: Final[dict[str, str]] = {"wax": "waxes", "glaze": "waxes", "metallic": "metals"}
"""Kind of layer → which generic materials it takes where the shelf has none: `GENERIC` waxes, or `METALS`."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Film:
    """What is laid: a mix or a pot as a film of its own.

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
    """

    name: str
    optics: Optics
    X: float
    veil: float
    base: str = "water"


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Layer:
    """One layer.

    Attributes
    ----------
    films : tuple of Film
        What is laid, as many as `FILMS_OF` says.
    zones : tuple of str
        Where; everywhere that is painted when empty.
    coats : int
        1..4.
    water : float
        Parts of water to one of paint. [0..10]
    wipe : float
        How much is wiped back. [0..1]
    amount : float
        How much of a partial layer there is: of dry brush, wear, wax, gilding. [0..1]
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
    veil : float or None
        Surface that an oil or a clear coat leaves.
    on : bool
        Whether it is shown.
    """

    kind: Kind
    films: tuple[Film, ...] = ()
    zones: tuple[str, ...] = ()
    coats: int = 1
    water: float = 0.0
    wipe: float = 0.0
    amount: float = 0.5
    place: Place = "everywhere"
    pattern: Pattern = "centre"
    width: float = 0.6
    contrast: float = 1.0
    hand: float = 0.0
    seed: int = 1
    dwell: float = 5.0
    down_to: int = 0
    veil: float | None = None
    on: bool = True

    def __post_init__(self) -> None:
        if self.kind not in KINDS:
            raise ValueError(f"there is no layer {self.kind!r}; known are {', '.join(KINDS)}")
        least, most = FILMS_OF.get(self.kind, (1, 1))
        if not least <= len(self.films) <= most:
            asked = "a colour" if most == 1 else f"{least} to {most} colours" if least != most else f"{least} colours"
            raise ValueError(f"{KINDS[self.kind].lower()} needs {asked}, got {len(self.films)}")
        for name, low, high in (
            ("coats", 1, 4), ("water", 0.0, 10.0), ("wipe", 0.0, 1.0), ("amount", 0.0, 1.0), ("width", 0.0, 1.0),
            ("contrast", 0.0, 1.0), ("hand", 0.0, 1.0), ("dwell", 0.5, 600.0), ("down_to", 0, 40), ("seed", 0, 10_000),
        ):  # fmt: skip
            if not low <= getattr(self, name) <= high:
                raise ValueError(f"{name} of a layer must be from {low:g} to {high:g}, got {getattr(self, name):g}")

    @property
    def X(self) -> float:
        """Full dry thickness of the layer where its field is 1. [µm]"""
        if not self.films:
            return 0.0
        X = self.coats * float(np.mean([film.X for film in self.films])) / (1.0 + self.water)
        # Most of a stain goes in at once, ever less later: even in the logarithm of the wait.
        return X * (0.62 + 0.24 * np.log(self.dwell / 5.0 + 0.5)) if self.kind == "stain" else X

    @property
    def lie(self) -> tuple[object, ...]:
        """All that says where the layer lies on a drawing; layers that agree in it have the same fields."""
        return (
            self.kind, len(self.films), self.place, self.pattern, self.wipe, self.amount, self.width, self.contrast,
            self.hand, self.seed,
        )  # fmt: skip

    def reaches(self, zone: str) -> bool:
        """Return whether it is laid on a zone."""
        return self.on and (not self.zones or zone in self.zones)


def stages(layers: tuple[Layer, ...]) -> list[tuple[Layer, ...]]:
    """Return the finish as it grows: bare, after each coat, after each layer."""
    found: list[tuple[Layer, ...]] = [()]
    for place, layer in enumerate(layers):
        if not layer.on:
            continue
        below = layers[:place]
        found += [(*below, replace(layer, coats=coats)) for coats in range(1, layer.coats + 1)]
    return found


# Waxes for those who have none on the shelf; strengths as of common tinted furniture waxes, from memory.
def _wax(name: str, K: FloatArray, S: float, X: float = 9.0) -> Film:
    return Film(name=name, optics=Optics(K=K, S=np.full(BANDS, S)), X=X, veil=0.5, base="wax")


GENERIC: Final[dict[str, Film]] = {
    "clear wax": _wax("clear wax", 2e-4 * (550.0 / WAVELENGTHS) ** 4, 1e-5),
    "black wax": _wax("black wax", np.full(BANDS, 0.085), 2e-3),
    "brown wax": _wax("brown wax", 0.055 * (520.0 / WAVELENGTHS) ** 3.2, 2e-3),
    "white wax": _wax("white wax", np.full(BANDS, 6e-4), 0.055),
}

USUAL_MATERIAL: Final = {
    "clear wax": "clear_wax", "black wax": "coloured_wax", "brown wax": "coloured_wax", "white wax": "light_wax",
    **dict.fromkeys(("gold", "bronze", "silver", "copper"), "gilding_wax"),
    "sealer": "clear_coat", "oil": "oil", "metallic": "gilding_wax",
}  # fmt: skip
"""Kind of material of what is laid without naming a pot: generic waxes and gildings, and layers without a colour."""

METALS: Final[dict[str, tuple[float, float, float]]] = {
    "gold": (68.0, 6.0, 42.0), "bronze": (48.0, 12.0, 26.0), "silver": (74.0, 0.0, 2.0), "copper": (56.0, 24.0, 28.0),
}  # fmt: skip
"""CIELAB of gilding waxes as they look dabbed on, from memory."""
