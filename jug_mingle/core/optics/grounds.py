"""What is painted on: the kinds of ground and the grounds made of them. A new one is a row among its sort."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Final, Literal

from numpy.typing import ArrayLike

from jug_mingle.core.arrays import FloatArray, check_finite, read_only
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.colour.spectra import DAYLIGHT, as_spectrum
from jug_mingle.core.optics.film import R_body

Adhesion = Literal["holds", "scuff", "thick", "loose", "clean", "bond", "wet"]

Coat = Literal["", "oil", "wax", "varnish", "paint", "primer", "factory"]
"""A finish that lies on a ground before anything is laid; nothing where it is bare, or only stained."""

ADHESION_WORDS: Final = {
    "scuff": "scuff-sand it before paint, or brush a bonding primer on",
    "thick": "sand runs and ridges flat and scuff it all over: many coats hide what they stand on, and chip "
    "at edges",
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
        How far its colour may lie from this one (natural logarithm of what it absorbs): little where it was
        read, more of a wood that is only named.
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


WOODS: Final = (
    GroundKind(key="oak", title="Oak", Lab=(66.0, 8.5, 24.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="pine", title="Pine", Lab=(78.0, 6.0, 27.0), figure=1.0, thirst=0.5),
    GroundKind(key="beech", title="Beech", Lab=(71.0, 10.0, 20.0), figure=1.0, thirst=0.5),
    GroundKind(key="walnut", title="Walnut", Lab=(44.0, 9.0, 15.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="mahogany", title="Mahogany", Lab=(42.0, 19.0, 20.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="ash", title="Ash", Lab=(76.0, 4.5, 19.0), figure=1.0, thirst=0.5),
    GroundKind(key="cherry", title="Cherry", Lab=(58.0, 15.0, 25.0), figure=1.0, thirst=0.5),
    GroundKind(key="maple", title="Maple", Lab=(80.0, 5.0, 19.0), figure=1.0, thirst=0.5),
    GroundKind(key="teak", title="Teak", Lab=(52.0, 11.0, 25.0), figure=1.0, thirst=0.5, bleeds=True),
    GroundKind(key="elm", title="Elm", Lab=(60.0, 9.0, 22.0), figure=1.0, thirst=0.5),
    GroundKind(key="birch", title="Birch", Lab=(80.0, 4.0, 18.0), figure=1.0, thirst=0.5),
)


BOARDS: Final = (
    GroundKind(key="fibreboard", title="Raw fibreboard", Lab=(62.0, 7.0, 19.0), thirst=1.0),
    GroundKind(key="plywood", title="Plywood", Lab=(76.0, 5.5, 22.0), figure=0.7, thirst=0.6),
)


OLD_FINISHES: Final = (
    GroundKind(
        key="failed_varnish", title="Failed varnish", Lab=(47.0, 18.0, 36.0), figure=0.6, bleeds=True,
        adhesion="scuff", coat="varnish",
    ),
    GroundKind(
        key="sound_varnish", title="Sound varnish", Lab=(52.0, 15.0, 34.0), figure=0.8, bleeds=True,
        adhesion="scuff", coat="varnish",
    ),
    GroundKind(key="stained_wood", title="Stained wood", Lab=(38.0, 14.0, 20.0), figure=0.8, bleeds=True,
        thirst=0.3),
    GroundKind(
        key="oiled_wood", title="Oiled wood", Lab=(50.0, 14.0, 30.0), figure=1.0, bleeds=True,
        adhesion="scuff", thirst=0.2, coat="oil",
    ),
    GroundKind(
        key="waxed_wood", title="Waxed wood", Lab=(55.0, 13.0, 29.0), figure=1.0, bleeds=True,
        adhesion="clean", coat="wax",
    ),
    GroundKind(key="old_white_paint", title="Old white paint", Lab=(88.0, 0.0, 11.0), adhesion="scuff",
        coat="paint"),
    GroundKind(key="old_dark_paint", title="Old dark paint", Lab=(27.0, 5.0, 7.0), adhesion="scuff",
        coat="paint"),
    GroundKind(
        key="old_thick_paint", title="Old paint in many coats", Lab=(80.0, 0.5, 13.0), adhesion="thick",
        coat="paint"
    ),
    GroundKind(
        key="old_flaking_paint", title="Old flaking paint", Lab=(76.0, 1.0, 14.0), adhesion="loose",
        coat="paint"
    ),
)  # fmt: skip


PRIMERS: Final = (
    GroundKind(key="white_primer", coat="primer", title="White primer", Lab=(94.0, 0.0, 2.0)),
    GroundKind(key="grey_primer", coat="primer", title="Grey primer", Lab=(60.0, 0.0, 0.0)),
)


FACTORY_COATS: Final = (
    GroundKind(key="laminate", coat="factory", title="Laminate", Lab=(88.0, -0.5, 4.0), adhesion="bond"),
    GroundKind(
        key="baked_coat", coat="factory", title="Baked factory coat", Lab=(90.0, -0.8, 3.0), adhesion="bond"
    ),
    GroundKind(key="vinyl", coat="factory", title="Vinyl", Lab=(82.0, 1.0, 6.0), adhesion="bond"),
)


METALS: Final = (
    GroundKind(key="brass", title="Aged brass", Lab=(52.0, 6.0, 26.0), adhesion="bond"),
    GroundKind(key="iron", title="Black iron", Lab=(24.0, 0.5, 1.0), adhesion="bond"),
    GroundKind(key="steel", title="Dull steel", Lab=(63.0, -0.5, 1.5), adhesion="bond"),
)


TEXTILES: Final = (
    GroundKind(key="plain_cloth", title="Plain cloth", Lab=(74.0, 2.0, 12.0), adhesion="wet", thirst=1.0),
    GroundKind(
        key="patterned_cloth", title="Patterned cloth", Lab=(58.0, 6.0, 14.0), adhesion="wet", thirst=1.0
    ),
    GroundKind(key="cane", title="Cane", Lab=(70.0, 6.0, 30.0), adhesion="scuff", thirst=0.3),
)


SHEETS: Final = (
    GroundKind(key="paper", title="White paper", Lab=(95.0, 0.0, 2.0), thirst=0.5),
    GroundKind(key="glass", title="Glass", Lab=(67.65, 0.0, 0.0), adhesion="bond"),
)


__all__ = [
    "ADHESION_WORDS", "GROUNDS", "READ", "SURROUNDINGS", "Adhesion", "Coat", "Ground", "GroundKind", "ground",
    "measured_ground",
]  # fmt: skip

_KINDS: Final[Mapping[str, GroundKind]] = {
    kind.key: kind
    for kind in (*WOODS, *BOARDS, *OLD_FINISHES, *PRIMERS, *FACTORY_COATS, *METALS, *TEXTILES, *SHEETS)
}
GROUNDS: Final = tuple(_KINDS)
"""Keys of the known grounds, bare woods first."""

SURROUNDINGS: Final = {
    "white wall": (94.0, 0.0, 3.0),
    "cream wall": (88.0, 1.0, 14.0),
    "grey wall": (66.0, 0.0, 1.0),
    "oak floor": (62.0, 9.0, 26.0),
    "dark floor": (34.0, 8.0, 13.0),
    "brick": (45.0, 24.0, 22.0),
}
"""CIELAB of walls and floors that a piece often stands against; invented means."""


@cache
def ground(key: str) -> Ground:
    """Return the ground `key`; ValueError lists the known ones."""
    if key not in _KINDS:
        raise ValueError(f"there is no ground {key!r}; known are {', '.join(_KINDS)}")
    kind = _KINDS[key]
    R = recover_reflectance(Lab_to_XYZ(kind.Lab), DAYLIGHT)
    return Ground(
        name=kind.title, R_seen=R, veil=0.9, bleeds=kind.bleeds, figure=kind.figure, adhesion=kind.adhesion,
        thirst=kind.thirst, coat=kind.coat, wood=key, unsure=NAMED,
    )  # fmt: skip
