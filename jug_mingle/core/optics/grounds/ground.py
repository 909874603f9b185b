"""What is painted on: its colour and surface, and what has to be known of it before a brush is wet."""

from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, check_finite, read_only
from jug_mingle.core.colour.spectra import as_spectrum
from jug_mingle.core.optics.film import R_body

Adhesion = Literal["holds", "scuff", "thick", "loose", "clean", "bond", "wet"]

Coat = Literal["", "oil", "wax", "varnish", "paint", "primer", "factory"]
"""A finish that lies on a ground before anything is laid; nothing where it is bare, or only stained."""

ADHESION_WORDS: Final = {
    "scuff": "scuff-sand it before paint, or brush a bonding primer on",
    "thick": "sand runs and ridges flat and scuff it all over: many coats hide what they stand on, and chip at edges",
    "loose": "take off all that is loose and sand the edges flat first: new paint comes off with the old",
    "clean": "paint beads and peels on it: take it off with spirits first",
    "bond": "no paint holds on it as it is: brush a bonding primer on first",
    "wet": "wet it before paint: on dry cloth paint forms a crust",
}
"""What each but "holds" asks for. Common practice."""


@dataclass(frozen=True, slots=True, kw_only=True)
class GroundKind:
    """A kind of ground: its tone in CIELAB under D65, and what is known of it.

    Attributes
    ----------
    figure : float
        How strongly its grain is figured; 0 where it is even. [0..1]
    bleeds : bool
        Whether tannin, or old stain, may come through pale paint.
    adhesion : str
        What paint needs to hold on it; see `ADHESION_WORDS`.
    thirst : float
        How much more of a first coat it drinks than sealed wood does. [0..1]
    coat : str
        What finish lies on it; nothing on what is bare.
    """

    key: str
    title: str
    Lab: tuple[float, float, float]
    figure: float = 0.0
    bleeds: bool = False
    adhesion: Adhesion = "holds"
    thirst: float = 0.0
    coat: Coat = ""


READ: Final = 0.02
"""How unsure the colour of a ground is that was read."""

NAMED: Final = 0.12
"""The same of one that is only named: two boards of one wood differ as much as that. Assumed."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Ground:
    """What is painted on: a seen reflectance with its surface.

    Attributes
    ----------
    R_seen : (36,) ndarray
        Dry and bare, as a reader would see it. [0..1]
    veil : float
        As for `film.R_seen`. [0..1]
    bleeds, figure, adhesion, thirst, coat
        As of `GroundKind`.
    wood : str
        Key by which it is learnt how it takes what is laid on it.
    unsure : float
        How far its colour may lie from this one (natural logarithm of what it absorbs): little where it was read, more
        of a wood that is only named.
    """

    name: str
    R_seen: FloatArray
    veil: float = 1.0
    bleeds: bool = False
    figure: float = 0.0
    adhesion: Adhesion = "holds"
    thirst: float = 0.0
    coat: Coat = ""
    wood: str = ""
    unsure: float = READ

    @property
    def takes(self) -> str:
        """The key of the wood that takes in what is laid on it; nothing where it is closed."""
        return self.wood if self.coat == "" and self.thirst > 0.0 else ""

    @property
    def body(self) -> FloatArray:
        """Its body reflectance (36,). [0..1]"""
        return _body_of(self)


@lru_cache(maxsize=128)
def _body_of(ground: Ground) -> FloatArray:
    return read_only(R_body(ground.R_seen, ground.veil))


def measured_ground(
    name: str, R_seen: ArrayLike, *, veil: float = 0.9, bleeds: bool = False, figure: float = 0.0,
    adhesion: Adhesion = "holds", thirst: float = 0.0, coat: Coat = "", wood: str = "",
) -> Ground:  # fmt: skip
    """Return a ground of one's own from its read reflectance (36,), dry and bare. [0..1]"""
    R = check_finite(as_spectrum(R_seen, f"the reflectance of {name}"), f"the reflectance of {name}")
    return Ground(name=name, R_seen=read_only(R), veil=veil, bleeds=bleeds, figure=figure, adhesion=adhesion,
                  thirst=thirst, coat=coat, wood=wood)  # fmt: skip
